<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api } from '../api'
import ChangeThumb from '../components/ChangeThumb.vue'
import DeedDetail from '../components/DeedDetail.vue'
import FootLine from '../components/FootLine.vue'
import TopLine from '../components/TopLine.vue'
import { day } from '../dates'
import { selfId } from '../store/browser'
import { useHistoryList, type AskedFor } from '../store/historyList'
import { useMe } from '../store/me'
import { peopleNames } from '../store/people'
import { useProject } from '../store/project'
import { NOTHING_CHANGED } from '../store/whatChanged'

/** What became of the project: who changed what and when, how it was, and what changed since. */
const store = useProject()
const route = useRoute()
const router = useRouter()
const list = useHistoryList(() => store.id!)
const { deeds, more, isBusy, fault, reach, pictures, found, lost } = list

const place = ref<string | null>(null)
/** Anybody; who is here; all others; or one who works here, by their id. */
const person = ref('anybody')
const me = useMe()
const onDay = ref('')
const named = ref(false)
const places = computed(() => [
  { value: null, title: 'Everywhere' },
  ...store.project.all('drawing').map(({ id, name }) => ({ value: id, title: name })),
  ...store.project.all('sheet').map(({ id, number, title }) => ({ value: id, title: `${number} ${title}` })),
])
const people = shallowRef<readonly string[]>([])
const nameOf = computed(() => peopleNames(people.value, me.nameOf))
const persons = computed(() => [
  { value: 'anybody', title: 'Anybody' },
  { value: selfId(), title: 'You' },
  { value: 'others', title: 'Others' },
  ...people.value.flatMap((id) => {
    const name = id === selfId() ? undefined : me.nameOf(id)
    return name === undefined ? [] : [{ value: id, title: name }]
  }),
])
/** Whose changes are asked for. */
function whoAsked(): AskedFor {
  if (person.value === 'anybody') return {}
  return person.value === 'others' ? { notBy: selfId() } : { by: person.value }
}

/** The drawing with its level: a plan shows what stands on that. */
function placesAsked(): string | undefined {
  if (place.value === null) return undefined
  const drawing = store.project.find('drawing', place.value)
  return drawing?.view === 'plan' ? `${drawing.id},${drawing.level}` : place.value
}
const asked = computed((): AskedFor => {
  const from = onDay.value ? new Date(`${onDay.value}T00:00:00`) : null
  const to = from && new Date(from.getFullYear(), from.getMonth(), from.getDate() + 1)
  const on = placesAsked()
  return {
    ...(on === undefined ? {} : { places: on }),
    ...whoAsked(),
    ...(from && to ? { from: from.toISOString(), to: to.toISOString() } : {}),
    ...(named.value ? { named: '1' } : {}),
  }
})
const isNarrowed = computed(() => Object.keys(asked.value).length > 0)
watch(asked, (what) => void list.ask(what))
// What is drawn here or by others meanwhile comes on top.
watch(
  () => [store.project.stamp, store.state] as const,
  ([, state]) => {
    if (state === 'saved') void list.refresh()
  },
)
async function load(): Promise<void> {
  await list.ask(asked.value)
  if (wanted.value !== null) void list.find(wanted.value)
  people.value = await api.people(store.id!).catch(() => [])
}
onMounted(() => void load())
onBeforeUnmount(list.close)

const groups = computed(() => {
  const days: { name: string; deeds: typeof deeds.value }[] = []
  for (const deed of deeds.value) {
    const name = day(deed.at)
    const last = days.at(-1)
    if (last?.name === name) last.deeds = [...last.deeds, deed]
    else days.push({ name, deeds: [deed] })
  }
  return days
})
/** The one that is told of: that of the address, or the last. */
const wanted = computed(() => (/^#[1-9]\d{0,9}$/.test(route.hash) ? Number(route.hash.slice(1)) : null))
const chosen = computed(() => {
  const { value: seq } = wanted
  const listed = deeds.value.find((each) => each.seq === seq)
  if (listed || seq === null || seq === lost.value) return listed ?? deeds.value[0] ?? null
  return found.value?.seq === seq ? found.value : null
})
watch(wanted, (seq) => seq !== null && void list.find(seq))
const choose = (seq: number): void => void router.replace({ hash: `#${seq}` })
const rows = ref<HTMLElement | null>(null)
async function step(event: KeyboardEvent): Promise<void> {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  if (by === 0 || !chosen.value) return
  event.preventDefault()
  const at = deeds.value.indexOf(chosen.value) + by
  if (at === deeds.value.length && more.value) await list.earlier()
  const next = deeds.value[at]
  if (!next) return
  await router.replace({ hash: `#${next.seq}` })
  await nextTick()
  rows.value?.querySelector<HTMLElement>('[aria-current=true]')?.focus()
}
const time = (iso: string): string =>
  new Date(iso).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <TopLine place="History" />
  <div class="history">
    <section class="list" aria-label="Changes">
      <div class="asked">
        <v-select v-model="place" :items="places" label="Drawing or sheet" />
        <v-select v-model="person" :items="persons" label="Made by" />
        <v-text-field v-model="onDay" type="date" label="Day" persistent-placeholder />
        <v-checkbox v-model="named" label="Named moments" density="compact" hide-details />
      </div>
      <v-alert v-if="fault" type="error" variant="tonal" density="compact">
        {{ fault }}
        <v-btn size="small" variant="text" @click="list.refresh()">Try again</v-btn>
      </v-alert>
      <p v-if="reach.told < reach.of" class="soft small" role="status">
        The history is being read: {{ reach.told }} of {{ reach.of }} changes.
      </p>
      <p v-if="!isBusy && !fault && deeds.length === 0" class="soft">
        {{ isNarrowed ? 'No change is like that.' : 'Nothing was changed yet.' }}
      </p>
      <div ref="rows" class="rows" @keydown="step">
        <template v-for="group in groups" :key="group.name">
          <h2>{{ group.name }}</h2>
          <button
            v-for="deed in group.deeds"
            :key="deed.seq"
            type="button"
            class="row"
            :class="{ on: deed === chosen }"
            :aria-current="deed === chosen"
            @click="choose(deed.seq)"
          >
            <ChangeThumb :picture="pictures.get(deed.seq)" label="" :width="80" :height="50" />
            <span class="words">
              <span class="first">
                <b>{{ deed.back ? `${deed.label}, ${deed.back}` : deed.label }}</b>
                <span class="soft small">{{ time(deed.at) }} · {{ nameOf(deed.by) }}</span>
              </span>
              <span v-if="deed.named" class="named">{{ deed.named }}</span>
              <span class="soft small line" :title="deed.words || NOTHING_CHANGED">{{
                deed.words || NOTHING_CHANGED
              }}</span>
            </span>
          </button>
        </template>
        <v-btn v-if="more" variant="text" :loading="isBusy" @click="list.earlier()">Earlier changes</v-btn>
      </div>
    </section>
    <section class="told" aria-label="The change that is chosen">
      <DeedDetail
        v-if="chosen"
        :deed="chosen"
        :who="nameOf(chosen.by)"
        :picture="pictures.get(chosen.seq)"
        @named="list.refresh()"
      />
    </section>
  </div>
  <FootLine
    text="Choose a change to see what it was, and how the project was after it"
    keys="↑ ↓: from change to change"
  />
</template>

<style scoped>
.history {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(340px, 460px) 1fr;
  background: rgb(var(--v-theme-film));
}
.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid rgb(var(--v-theme-hairline));
  padding: 14px 0 0 20px;
}
.asked {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 10px;
  padding-right: 20px;
}
.list > p {
  margin: 8px 20px 0 0;
}
.rows {
  flex: 1;
  overflow-y: auto;
  padding: 0 12px 16px 0;
}
h2 {
  font:
    600 13px 'Hanken Grotesk',
    sans-serif;
  margin: 14px 0 6px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
  padding: 5px 8px 5px 5px;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 1px solid transparent;
  border-radius: 8px;
  cursor: pointer;
}
.row:hover {
  border-color: rgb(var(--v-theme-hairline));
}
.row.on {
  background: rgb(var(--v-theme-live-wash));
  border-color: rgb(var(--v-theme-live));
}
.words {
  display: grid;
  min-width: 0;
  flex: 1;
}
.first {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.first b {
  font-weight: 600;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.first .small {
  white-space: nowrap;
}
.named {
  color: rgb(var(--v-theme-live));
  font-weight: 500;
}
.line {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.told {
  overflow-y: auto;
  padding: 18px 24px 24px;
}
</style>
