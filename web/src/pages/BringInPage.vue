<script setup lang="ts">
import { mdiFileUploadOutline } from '@mdi/js'
import { computed, onMounted, ref, shallowRef } from 'vue'
import {
  LARGEST_LIBRARY,
  LibraryRefused,
  readLibrary,
  sizeWords,
  titleOf,
  type Library,
  type ProjectCard,
} from '@lamina/core/exchange'
import { gather, merge, storing, type Choice, type LibraryRecord } from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import { NotConnected, Refused, api } from '../api'
import ArrivalsPanel from '../components/ArrivalsPanel.vue'
import FootLine from '../components/FootLine.vue'
import ThingsChooser from '../components/ThingsChooser.vue'
import TopLine from '../components/TopLine.vue'
import { useProject } from '../store/project'
import { useSay } from '../store/say'

/** Another project's library, or one from a file: looked through, chosen from, and brought in. */
const store = useProject()
const say = useSay()

const projects = ref<readonly ProjectCard[] | null>(null)
const source = ref<Id | null>(null)
const file = ref<HTMLInputElement | null>(null)
const library = shallowRef<Library | null>(null)
const trouble = ref('')
const reading = ref(false)
const chosen = shallowRef<ReadonlySet<Id>>(new Set())
const choices = shallowRef<ReadonlyMap<Id, Choice>>(new Map())

onMounted(async () => {
  try {
    projects.value = (await api.list()).filter(({ id }) => id !== store.id)
  } catch (error) {
    trouble.value = (error as Error).message
    projects.value = []
  }
})

/** Begins anew with what a source gives; of several readings only the last counts. */
let turn = 0
async function open(read: () => Promise<Library>): Promise<void> {
  const mine = ++turn
  reading.value = true
  trouble.value = ''
  library.value = null
  chosen.value = new Set()
  choices.value = new Map()
  try {
    const found = await read()
    if (mine === turn) library.value = found
  } catch (error) {
    if (!(error instanceof LibraryRefused || error instanceof Refused || error instanceof NotConnected))
      throw error
    if (mine === turn) trouble.value = error.message
  } finally {
    if (mine === turn) reading.value = false
  }
}
const openProject = (id: Id): Promise<void> => {
  source.value = id
  return open(() => api.library(id))
}
function openFile(event: Event): void {
  const field = event.target as HTMLInputElement
  const picked = field.files?.[0]
  if (!picked) return
  source.value = null
  void open(async () => {
    if (picked.size > LARGEST_LIBRARY) throw new LibraryRefused('A library file is at most 16 MB.')
    return readLibrary(await picked.text())
  })
  // The same file can be taken again.
  field.value = ''
}

const byId = computed(() => new Map(library.value?.records.map((thing) => [thing.id, thing])))
const resolve = (ids: Iterable<Id>, makeId: () => Id) =>
  merge(
    store.project,
    gather(library.value?.records ?? [], ids),
    ({ id }) => choices.value.get(id) ?? 'here',
    makeId,
  )
let previews = 0
const previewId = (): Id => `preview${++previews}`
const arrivals = computed(() => resolve(chosen.value, previewId).arrivals)
/** The name of a thing there, as it would go by here. */
const namesThere = computed(
  () => new Map(arrivals.value.map(({ record, put }) => [record.id, titleOf(put ?? record)])),
)
const nameThere = (id: Id): string => namesThere.value.get(id) ?? ''
/** How each thing there stands here, whether it is chosen or not. */
const standings = computed(() => {
  const all = merge(
    store.project,
    gather(library.value?.records ?? [], byId.value.keys()),
    () => 'here',
    previewId,
  )
  return new Map(all.arrivals.map((arrival) => [arrival.record.id, arrival.standing]))
})
function note(thing: LibraryRecord): string {
  const standing = standings.value.get(thing.id)
  const here = standing === 'same' ? 'here already' : standing === 'taken' ? 'another is here' : ''
  const size = thing.kind === 'block' ? `${sizeWords(thing, store.units)}` : ''
  return [size, here].filter(Boolean).join(' · ')
}
const stored = computed(() => arrivals.value.filter(({ put }) => put !== null).length)
const taken = computed(() => arrivals.value.filter(({ standing }) => standing === 'taken').length)

function choose(id: Id, choice: Choice): void {
  choices.value = new Map(choices.value).set(id, choice)
}
function chooseForAll(choice: Choice): void {
  choices.value = new Map(arrivals.value.map(({ record }) => [record.id, choice]))
}
function bring(): void {
  const made = store.edit('Bring in', (project, makeId) =>
    storing(project, ...resolve(chosen.value, makeId).arrivals.flatMap(({ put }) => put ?? [])),
  )
  if (!made) return
  const count = made.put.length
  say.tell(`${count} ${count === 1 ? 'thing is' : 'things are'} brought in.`)
  chosen.value = new Set()
  choices.value = new Map()
}
</script>

<template>
  <TopLine place="Bring in" />
  <div class="page">
    <nav class="sources" aria-label="Where from">
      <h2>From a project</h2>
      <p v-if="projects === null" class="soft small">Reading</p>
      <p v-else-if="projects.length === 0" class="soft small">There is no other project.</p>
      <button
        v-for="each in projects ?? []"
        :key="each.id"
        type="button"
        class="source"
        :class="{ on: source === each.id }"
        :aria-pressed="source === each.id"
        @click="openProject(each.id)"
      >
        {{ each.name }}
      </button>
      <h2>From a file</h2>
      <v-btn size="small" variant="outlined" :prepend-icon="mdiFileUploadOutline" @click="file?.click()"
        >Open a library file</v-btn
      >
      <input
        ref="file"
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Library file"
        @change="openFile"
      />
      <router-link class="link small" :to="{ name: 'library', params: { project: store.id! } }"
        >Back to the library</router-link
      >
    </nav>
    <section class="things" aria-label="What it holds">
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }} Nothing was brought in.</p>
      <v-progress-linear v-else-if="reading" indeterminate color="live" aria-label="Reading" />
      <p v-else-if="!library" class="soft">
        Choose a project to look through what it has: blocks, types of walls, doors and windows, materials,
        layers, lenses, pens and annotation styles. It is not opened.
      </p>
      <template v-else>
        <h2 class="title">
          {{ library.name }}
          <span v-if="library.system !== store.units.system" class="soft small">
            drawn in {{ library.system === 'metric' ? 'millimetres' : 'feet and inches' }}; sizes are kept
          </span>
        </h2>
        <ThingsChooser v-model="chosen" :things="library.records" :units="store.units" :note="note" />
      </template>
    </section>
    <aside class="coming" aria-label="What comes in">
      <h2>What comes in</h2>
      <p v-if="arrivals.length === 0" class="soft small">
        Tick what you want. What it needs comes with it, and what would change here is shown before.
      </p>
      <template v-else>
        <div v-if="taken > 1" class="every small">
          For all {{ taken }} that are taken:
          <button type="button" class="words" @click="chooseForAll('here')">use those here</button>
          <button type="button" class="words" @click="chooseForAll('replace')">replace</button>
          <button type="button" class="words" @click="chooseForAll('both')">keep both</button>
        </div>
        <ArrivalsPanel :arrivals="arrivals" :chosen="chosen" :name-there="nameThere" @choose="choose" />
      </template>
      <div class="end">
        <v-btn color="live" variant="flat" :disabled="stored === 0" @click="bring">
          {{ stored === 1 ? 'Bring in 1 thing' : `Bring in ${stored} things` }}
        </v-btn>
        <p v-if="arrivals.length > 0 && stored === 0" class="soft small">Nothing would change here.</p>
      </div>
    </aside>
  </div>
  <FootLine text="Tick what is to come into this project." keys="" />
</template>

<style scoped>
.page {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr) 340px;
  background: rgb(var(--v-theme-film));
}
.page > * {
  overflow: auto;
  padding: 14px 16px 20px;
}
h2 {
  font-size: 15px;
  margin: 2px 0 8px;
}
.sources {
  border-right: 1px solid rgb(var(--v-theme-hairline));
  display: grid;
  align-content: start;
  gap: 4px;
}
.sources h2:nth-of-type(2) {
  margin-top: 18px;
}
.sources .link {
  margin-top: 18px;
}
.source {
  font: inherit;
  font-size: 13.5px;
  text-align: left;
  padding: 5px 8px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: inherit;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.source:hover {
  background: rgb(var(--v-theme-paper));
}
.source.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.coming {
  display: flex;
  flex-direction: column;
  border-left: 1px solid rgb(var(--v-theme-hairline));
  background: rgb(var(--v-theme-surface));
}
.end {
  position: sticky;
  bottom: -20px;
  margin: auto -16px -20px;
  padding: 12px 16px 16px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
.every {
  padding-bottom: 8px;
}
.words {
  font: inherit;
  border: 0;
  padding: 0;
  margin-right: 8px;
  background: none;
  color: rgb(var(--v-theme-live));
  text-decoration: underline;
  cursor: pointer;
}
.trouble {
  padding: 10px 12px;
  border-radius: 8px;
  background: rgb(var(--v-theme-settle-wash));
  color: rgb(var(--v-theme-settle));
}
</style>
