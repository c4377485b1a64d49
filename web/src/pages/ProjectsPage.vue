<script setup lang="ts">
import { mdiDotsHorizontal, mdiPlus } from '@mdi/js'
import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import type { ProjectCard, RemovedProject } from '@lamina/core/exchange'
import { api, readAhead, type BroughtIn } from '../api'
import BackupsDialog from '../components/BackupsDialog.vue'
import MeMenu from '../components/MeMenu.vue'
import ShareDialog from '../components/ShareDialog.vue'
import LaminaMark from '../components/LaminaMark.vue'
import ProjectMenu from '../components/ProjectMenu.vue'
import ProjectThumb from '../components/ProjectThumb.vue'
import ThemeSwitch from '../components/ThemeSwitch.vue'
import { day } from '../dates'
import { keepFile, safeName } from '../keepFile'
import { kept, readyKept } from '../store/kept'
import { useMe } from '../store/me'
import { whenIdle } from '../idle'
import { letteringReady } from '../lettering'

function* fetchAhead(): Generator<unknown> {
  for (const page of [
    () => import('./ProjectPage.vue'),
    () => import('./FirstPage.vue'),
    () => import('./BoardPage.vue'),
  ])
    yield page()
  yield readyKept()
  yield letteringReady()
}
const cards = shallowRef<readonly ProjectCard[] | null>(null)
/** While pictures are late the list is asked for again, ms. */
const AGAIN = 1500
let again: ReturnType<typeof setTimeout> | undefined
let isShown = true
const fault = ref('')
const leaving = ref<ProjectCard | null>(null)

async function load(): Promise<void> {
  fault.value = ''
  clearTimeout(again)
  try {
    cards.value = await api.list()
    removed.value = await api.removed()
    const there = new Set(cards.value.map(({ id }) => id))
    here.value = (await seen()).filter(({ id, waiting }) => waiting > 0 && !there.has(id))
    if (isShown && cards.value.some(({ late }) => late)) again = setTimeout(() => void load(), AGAIN)
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
    if (!cards.value) here.value = await seen()
  }
}
const removed = shallowRef<{ days: number; projects: RemovedProject[] }>({ days: 0, projects: [] })
/** What this computer keeps: all while the server is away, or what waits of those that are not there any more. */
const here = shallowRef<Awaited<ReturnType<typeof kept.projects>>>([])
const seen = (): ReturnType<typeof kept.projects> => kept.projects().catch(() => [])
const waitingWords = (count: number): string =>
  count === 0 ? '' : count === 1 ? 'one change waits here' : `${count} changes wait here`
onMounted(() => {
  document.title = 'Lamina'
  void load()
  // What a project opens with is fetched while nothing else is to be done.
  whenIdle({}, fetchAhead)
})
onBeforeUnmount(() => {
  isShown = false
  clearTimeout(again)
})
const things = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`

/** What is done with projects as a whole; the list is as it is then. */
const busy = ref('')
const told = ref('')
async function doing(what: string, work: () => Promise<string>): Promise<void> {
  fault.value = told.value = ''
  busy.value = what
  try {
    const done = await work()
    await load()
    told.value = done
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  } finally {
    busy.value = ''
  }
}
async function remove(): Promise<void> {
  const card = leaving.value
  leaving.value = null
  if (!card) return
  await doing(`Removing ${card.name}`, async () => {
    await api.remove(card.id)
    return `“${card.name}” is removed. It can be brought back below.`
  })
}
const copy = ({ id, name }: ProjectCard): Promise<void> =>
  doing(`Copying ${name}`, async () => `“${(await api.copy(id)).name}” is there.`)
const save = ({ id, name }: ProjectCard): Promise<void> =>
  doing(`Packing ${name}`, async () => {
    keepFile(await api.archive(id), `${safeName(name)}.zip`)
    return `“${name}” is downloaded, with its history.`
  })
const bringBack = ({ id, name }: RemovedProject): Promise<void> =>
  doing(`Bringing ${name} back`, async () => {
    await api.bringBack(id)
    return `“${name}” is back.`
  })
const clear = ({ id, name }: RemovedProject): Promise<void> =>
  doing(`Removing ${name}`, async () => {
    await api.clear(id)
    return `“${name}” is gone for good.`
  })
function restored({ name }: BroughtIn): void {
  backupsOf.value = undefined
  void doing('', () => Promise.resolve(`“${name}” is put back.`))
}
const file = ref<HTMLInputElement | null>(null)
async function bringIn(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  await doing(`Bringing ${chosen.name} in`, async () => `“${(await api.bringIn(chosen)).name}” is there.`)
  if (file.value) file.value.value = ''
}
/** The project whose menu is open, and the button it stands at. */
const menu = shallowRef<{ readonly card: ProjectCard; readonly at: HTMLElement } | null>(null)
/** Whose backups are shown; null: all. */
const backupsOf = shallowRef<{ readonly id: string; readonly name: string } | null | undefined>()
const clearing = shallowRef<RemovedProject | null>(null)
const me = useMe()
/** Of which it is said who may do what. */
const sharing = shallowRef<ProjectCard | null>(null)
</script>

<template>
  <div class="page">
    <header>
      <div class="brand"><span class="lettering">Lamina</span><LaminaMark /></div>
      <div>
        <MeMenu />
        <ThemeSwitch />
        <v-btn variant="text" @click="file?.click()">Bring in</v-btn>
        <input
          ref="file"
          type="file"
          accept=".zip,application/zip"
          aria-label="Bring in a project from a file"
          class="visually-hidden"
          tabindex="-1"
          @change="bringIn"
        />
        <v-btn variant="text" @click="backupsOf = null">Backups</v-btn>
        <v-btn color="primary" :prepend-icon="mdiPlus" to="/new" variant="flat">New project</v-btn>
      </div>
    </header>
    <main>
      <h1>Projects</h1>
      <v-alert v-if="fault" type="error" variant="tonal" class="my-4">
        {{ fault }} Nothing is lost. <v-btn size="small" variant="text" @click="load">Try again</v-btn>
      </v-alert>
      <p v-if="busy" class="soft" role="status">{{ busy }}</p>
      <p v-else-if="told" class="told" role="status">{{ told }}</p>
      <p v-if="cards && cards.length === 0" class="soft none">
        No project yet. Make the first one: a name, the units, a level and a sheet size are all it takes.
      </p>
      <ul v-if="cards">
        <li v-for="card in cards" :key="card.id">
          <router-link
            :to="{ name: 'project', params: { project: card.id } }"
            @pointerdown="readAhead(card.id)"
            @click.capture="readAhead(card.id)"
          >
            <ProjectThumb :picture="card.picture" :late="card.late" :name="card.name" />
            <span class="lettering name">{{ card.name }}</span>
            <span class="soft small">
              {{ things(card.drawings, 'drawing') }} · {{ things(card.sheets, 'sheet') }} ·
              {{ day(card.changedAt) }}
            </span>
          </router-link>
          <button
            type="button"
            class="more"
            aria-haspopup="menu"
            :aria-label="`More for ${card.name}`"
            @click="menu = { card, at: $event.currentTarget as HTMLElement }"
          >
            <svg viewBox="0 0 24 24" width="20" height="20" aria-hidden="true">
              <path :d="mdiDotsHorizontal" fill="currentColor" />
            </svg>
          </button>
        </li>
      </ul>
      <section v-if="here.length" class="here" aria-label="On this computer">
        <h2>On this computer</h2>
        <p class="soft">
          {{
            cards
              ? 'They are not on the server any more.'
              : 'They open as they were seen last, and can be drawn on.'
          }}
        </p>
        <ul class="names">
          <li v-for="each in here" :key="each.id">
            <router-link :to="{ name: 'project', params: { project: each.id } }">{{ each.name }}</router-link>
            <span class="soft small">{{ waitingWords(each.waiting) }}</span>
          </li>
        </ul>
      </section>
      <section v-if="removed.projects.length" class="here" aria-label="Removed">
        <h2>Removed</h2>
        <p class="soft">They can be brought back for {{ removed.days }} days.</p>
        <ul class="names">
          <li v-for="each in removed.projects" :key="each.id">
            <span class="name">{{ each.name }}</span>
            <span class="soft small">{{ day(each.removedAt) }}</span>
            <v-btn
              size="small"
              variant="tonal"
              :aria-label="`Bring ${each.name} back`"
              :disabled="busy !== ''"
              @click="bringBack(each)"
              >Bring back</v-btn
            >
            <v-btn
              size="small"
              variant="text"
              :aria-label="`Remove ${each.name} for good`"
              :disabled="busy !== ''"
              @click="clearing = each"
              >Remove for good</v-btn
            >
          </li>
        </ul>
      </section>
    </main>
    <ProjectMenu
      v-if="menu"
      :at="menu.at"
      @copy="copy(menu.card)"
      @save="save(menu.card)"
      :shared="me.me?.asked === true"
      @backups="backupsOf = menu.card"
      @share="sharing = menu.card"
      @remove="leaving = menu.card"
      @done="menu = null"
    />
    <ShareDialog v-if="sharing" :of="sharing" @done="sharing = null" />
    <BackupsDialog
      v-if="backupsOf !== undefined"
      :of="backupsOf"
      @done="backupsOf = undefined"
      @back="restored"
    />
    <v-dialog :model-value="clearing !== null" max-width="420" @update:model-value="clearing = null">
      <v-card v-if="clearing" class="pa-5">
        <h2>Remove {{ clearing.name }} for good?</h2>
        <p class="my-3">Its drawings, sheets and history cannot be brought back then. Backups of it stay.</p>
        <div class="d-flex justify-end ga-2">
          <v-btn variant="text" autofocus @click="clearing = null">Keep it</v-btn>
          <v-btn
            color="error"
            variant="flat"
            @click="
              () => {
                void clear(clearing!)
                clearing = null
              }
            "
            >Remove for good</v-btn
          >
        </div>
      </v-card>
    </v-dialog>
    <v-dialog :model-value="leaving !== null" max-width="420" @update:model-value="leaving = null">
      <v-card v-if="leaving" class="pa-5">
        <h2>Remove {{ leaving.name }}?</h2>
        <p class="my-3">It can be brought back for {{ removed.days }} days, below the list of projects.</p>
        <div class="d-flex justify-end ga-2">
          <v-btn variant="text" autofocus @click="leaving = null">Keep it</v-btn>
          <v-btn color="error" variant="flat" @click="remove">Remove</v-btn>
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
.brand {
  display: grid;
  gap: 4px;
  justify-items: center;
  font-size: 20px;
}
header > div:last-child {
  display: flex;
  gap: 8px;
  align-items: center;
}
main {
  max-width: 1120px;
  margin: 20px auto;
  padding: 0 48px 48px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 22px 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 26px;
}
li {
  position: relative;
  /* What is out of sight is laid out and painted when it comes near. */
  content-visibility: auto;
  contain-intrinsic-size: auto 270px;
}
.more {
  position: absolute;
  right: 0;
  bottom: -6px;
  display: grid;
  place-content: center;
  width: 36px;
  height: 36px;
  color: rgb(var(--v-theme-soft-ink));
  background: none;
  border: 0;
  border-radius: 50%;
  cursor: pointer;
}
.more:hover {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
}
li > a {
  display: grid;
  gap: 2px;
  color: inherit;
  text-decoration: none;
}
.name {
  margin-top: 10px;
  font-size: 17px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.here .names {
  display: grid;
  grid-template-columns: 1fr;
  gap: 8px;
  margin: 12px 0;
}
.here .names li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  content-visibility: visible;
}
.here .names .name {
  font-size: inherit;
  margin: 0;
}
.told {
  color: rgb(var(--v-theme-live));
}
.here .names a {
  color: rgb(var(--v-theme-live));
}
.none {
  margin: 30px 0;
}
</style>
