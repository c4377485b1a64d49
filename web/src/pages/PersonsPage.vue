<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import {
  ACTS_A_PAGE,
  type Act,
  type DoneAct,
  type KnownPerson,
  type MadeLink,
  type Person,
} from '@lamina/core/exchange'
import { api, type OwnFacts } from '../api'
import MeMenu from '../components/MeMenu.vue'
import OwnFactsFields from '../components/OwnFactsFields.vue'
import PasswordField from '../components/PasswordField.vue'
import ThemeSwitch from '../components/ThemeSwitch.vue'
import { dayAndTime } from '../dates'
import { kept } from '../store/kept'
import { sentenceOf, useMe } from '../store/me'
import { goAnew } from '../who'

/** Who works here: one's own facts, and for those who keep the persons, all of them and what was done. */
const me = useMe()
const own = computed(() => me.me!.person!)
const all = shallowRef<readonly (Person & Partial<KnownPerson>)[]>([])
const acts = shallowRef<readonly DoneAct[]>([])
const hasMore = ref(false)
const fault = ref('')
const told = ref('')
const busy = ref('')

async function doing(what: string, work: () => Promise<string | void>): Promise<void> {
  fault.value = told.value = ''
  busy.value = what
  try {
    told.value = (await work()) ?? ''
  } catch (error) {
    fault.value = sentenceOf(error)
  } finally {
    busy.value = ''
  }
}
async function load(): Promise<void> {
  all.value = await api.persons()
  if (!own.value.manages) return
  acts.value = await api.acts()
  hasMore.value = acts.value.length === ACTS_A_PAGE
}
async function earlier(): Promise<void> {
  const more = await api.acts(acts.value.at(-1)!.id)
  acts.value = [...acts.value, ...more]
  hasMore.value = more.length === ACTS_A_PAGE
}
onMounted(() => {
  document.title = 'Persons · Lamina'
  void doing('load', load)
})

const facts = ref<OwnFacts>({ name: own.value.name, initials: own.value.initials, signIn: own.value.signIn })
const changeFacts = (): Promise<void> =>
  doing('facts', async () => {
    me.take(await api.changeMe(facts.value))
    await load()
    return 'Your facts are changed.'
  })
const old = ref('')
const now = ref('')
const changePassword = (): Promise<void> =>
  doing('password', async () => {
    await api.changePassword(old.value, now.value)
    old.value = now.value = ''
    await load()
    return 'Your password is changed. Everywhere else you are signed out.'
  })
const signOutEverywhere = (): Promise<void> =>
  doing('everywhere', async () => {
    await api.signOutEverywhere()
    await kept.forgetSeen().catch(() => undefined)
    goAnew('/sign-in')
  })

/** A link that was made, for whom. */
const link = shallowRef<{ readonly made: MadeLink; readonly what: string } | null>(null)
const address = computed(() => (link.value ? `${location.origin}/join#${link.value.made.secret}` : ''))
const manages = ref(false)
const makeLink = (person: Person | null): Promise<void> =>
  doing('link', async () => {
    const made = await api.makeLink(person?.id ?? null, person === null && manages.value)
    link.value = { made, what: person ? `A new password for ${person.name}` : 'For somebody new' }
    await load()
  })
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(address.value)
  told.value = 'The link is copied.'
}
const going = shallowRef<Person | null>(null)
const letGo = (person: Person): Promise<void> =>
  doing('go', async () => {
    going.value = null
    await api.letGo(person.id)
    await load()
    return `${person.name} works here no more. What they drew keeps their name.`
  })
const endSessions = (person: Person): Promise<void> =>
  doing('end', async () => {
    await api.endSessions(person.id)
    await load()
    return `${person.name} is signed out everywhere.`
  })
const setManages = (person: Person, keeps: boolean): Promise<void> =>
  doing('keeps', async () => {
    await api.setManages(person.id, keeps)
    await load()
    return keeps
      ? `${person.name} keeps the persons too.`
      : `${person.name} does not keep the persons any more.`
  })
const placesOf = (places: number): string =>
  places === 0 ? 'not signed in' : places === 1 ? 'signed in at one place' : `signed in at ${places} places`

const ACT_WORDS: Record<Act, string> = {
  signedIn: 'signed in',
  refused: 'tried to sign in and was refused',
  signedOut: 'signed out',
  signedOutAll: 'signed out everywhere',
  joined: 'came',
  password: 'took a new password',
  facts: 'changed their own facts',
  link: 'made a link',
  manages: 'changed who keeps the persons',
  left: 'let somebody go',
  made: 'made a project',
  removed: 'removed a project',
  broughtBack: 'brought a project back',
  cleared: 'removed a project for good',
  packed: 'saved a project as a file',
  shared: 'changed who may do what',
}
const names = computed(() => new Map(all.value.map(({ id, name }) => [id, name])))
const whoOf = ({ person }: DoneAct): string =>
  person === null ? 'Somebody' : (names.value.get(person) ?? 'Somebody')
</script>

<template>
  <div class="page">
    <header>
      <router-link to="/" class="back">All projects</router-link>
      <div><MeMenu /><ThemeSwitch /></div>
    </header>
    <main>
      <h1>Persons</h1>
      <v-alert v-if="fault" type="error" variant="tonal" density="compact" role="alert">{{ fault }}</v-alert>
      <p v-if="told" class="told" role="status">{{ told }}</p>
      <section aria-labelledby="own-title">
        <h2 id="own-title">You</h2>
        <div class="two">
          <form @submit.prevent="changeFacts">
            <OwnFactsFields v-model="facts" />
            <v-btn type="submit" color="primary" variant="tonal" :loading="busy === 'facts'">Change</v-btn>
          </form>
          <form @submit.prevent="changePassword">
            <PasswordField v-model="old" label="Password now" />
            <PasswordField v-model="now" label="New password" is-new />
            <v-btn type="submit" color="primary" variant="tonal" :loading="busy === 'password'"
              >Change the password</v-btn
            >
          </form>
        </div>
        <v-btn variant="text" class="mt-2" :loading="busy === 'everywhere'" @click="signOutEverywhere"
          >Sign out everywhere</v-btn
        >
      </section>
      <section v-if="own.manages" aria-labelledby="new-title">
        <h2 id="new-title">Somebody new</h2>
        <p class="soft">They come by a link that is good once, within a week. Give it to nobody else.</p>
        <div class="new">
          <v-checkbox v-model="manages" label="Keeps the persons too" density="compact" hide-details />
          <v-btn color="primary" variant="tonal" :loading="busy === 'link'" @click="makeLink(null)"
            >Make a link</v-btn
          >
        </div>
        <div v-if="link" class="made" role="group" aria-label="The link">
          <b>{{ link.what }}</b>
          <code data-test="link">{{ address }}</code>
          <span class="soft small">Good until {{ dayAndTime(link.made.endsAt) }}. It is shown only now.</span>
          <v-btn size="small" color="primary" variant="tonal" @click="copy">Copy</v-btn>
        </div>
      </section>
      <section aria-labelledby="all-title">
        <h2 id="all-title">Who works here</h2>
        <ul>
          <li v-for="person in all" :key="person.id">
            <span class="initials">{{ person.initials }}</span>
            <span>
              <b>{{ person.name }}</b>
              <span v-if="person.left" class="soft"> works here no more</span>
              <span v-else-if="person.manages" class="soft"> keeps the persons</span>
              <span v-if="person.signIn && !person.left" class="soft small line"
                >{{ person.signIn }}, {{ placesOf(person.places ?? 0) }}</span
              >
            </span>
            <span v-if="own.manages && !person.left && person.id !== own.id" class="ways">
              <v-btn size="small" variant="text" :disabled="busy !== ''" @click="makeLink(person)"
                >New password</v-btn
              >
              <v-btn size="small" variant="text" :disabled="busy !== ''" @click="endSessions(person)"
                >Sign out</v-btn
              >
              <v-btn
                size="small"
                variant="text"
                :disabled="busy !== ''"
                @click="setManages(person, !person.manages)"
                >{{ person.manages ? 'No keeper' : 'Make keeper' }}</v-btn
              >
              <v-btn size="small" variant="text" :disabled="busy !== ''" @click="going = person"
                >Let go</v-btn
              >
            </span>
          </li>
        </ul>
      </section>
      <section v-if="own.manages" aria-labelledby="acts-title">
        <h2 id="acts-title">What was done</h2>
        <p class="soft">What is drawn is in the history of each project.</p>
        <table>
          <tbody>
            <tr v-for="act in acts" :key="act.id">
              <td class="soft">{{ dayAndTime(act.at) }}</td>
              <td>
                {{ whoOf(act) }} {{ ACT_WORDS[act.what]
                }}<template v-if="act.about">: {{ act.about }}</template>
              </td>
              <td class="soft small">{{ act.address }}</td>
            </tr>
          </tbody>
        </table>
        <v-btn v-if="hasMore" variant="text" size="small" @click="doing('acts', earlier)">Earlier</v-btn>
      </section>
    </main>
    <v-dialog :model-value="going !== null" max-width="420" @update:model-value="going = null">
      <v-card v-if="going" class="pa-5">
        <h2>Let {{ going.name }} go?</h2>
        <p class="my-3">They are signed out and cannot sign in again. What they drew keeps their name.</p>
        <div class="d-flex justify-end ga-2">
          <v-btn variant="text" autofocus @click="going = null">Keep</v-btn>
          <v-btn color="error" variant="flat" @click="letGo(going!)">Let go</v-btn>
        </div>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.page {
  height: 100dvh;
  overflow-y: auto;
  background: rgb(var(--v-theme-background));
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 18px 48px;
}
header > div {
  display: flex;
  gap: 8px;
  align-items: center;
}
.back {
  color: rgb(var(--v-theme-live));
}
main {
  max-width: 860px;
  margin: 0 auto;
  padding: 0 48px 64px;
}
section {
  margin-top: 28px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 28px;
}
form {
  display: grid;
  gap: 12px;
  align-content: start;
  margin-top: 12px;
}
form > .v-btn {
  justify-self: start;
}
.new {
  display: flex;
  gap: 20px;
  align-items: center;
}
.made {
  display: grid;
  gap: 6px;
  justify-items: start;
  margin-top: 10px;
  padding: 12px 14px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  background: rgb(var(--v-theme-surface));
}
code {
  overflow-wrap: anywhere;
  user-select: all;
}
ul {
  list-style: none;
  padding: 0;
  margin: 10px 0;
}
li {
  display: grid;
  grid-template-columns: 48px 1fr auto;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
.initials {
  font-weight: 600;
}
.line {
  display: block;
}
table {
  width: 100%;
  margin: 10px 0;
  border-collapse: collapse;
}
td {
  padding: 5px 12px 5px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
  vertical-align: top;
}
.told {
  color: rgb(var(--v-theme-live));
}
</style>
