<script setup lang="ts">
import { mdiFileDownloadOutline } from '@mdi/js'
import { computed, ref, shallowRef } from 'vue'
import { sizeWords, titleOf, writeLibrary } from '@lamina/core/exchange'
import { gather, isLibraryRecord, type LibraryRecord } from '@lamina/core/edit'
import { standardBlocks } from '@lamina/core/library'
import { kindWord, type Id } from '@lamina/core/records'
import FootLine from '../components/FootLine.vue'
import ThingsChooser from '../components/ThingsChooser.vue'
import TopLine from '../components/TopLine.vue'
import { keepFile, safeName } from '../keepFile'
import { useProject } from '../store/project'
import { useSay } from '../store/say'

/** What of this project is to go into a library file, for other projects and other offices. */
const store = useProject()
const say = useSay()
const chosen = shallowRef<ReadonlySet<Id>>(new Set())
const name = ref(store.project.facts.name)

/** What the project holds, and the shipped blocks it does not. */
const things = computed<LibraryRecord[]>(() => {
  const own = [...store.project.everything()].filter(isLibraryRecord)
  const known = new Set(own.map(({ id }) => id))
  return [...own, ...standardBlocks(store.units.system).filter(({ id }) => !known.has(id))]
})
const held = computed(() => new Set(store.project.all('block').map(({ id }) => id)))
const note = (thing: LibraryRecord): string =>
  thing.kind === 'block'
    ? `${sizeWords(thing, store.units)}${held.value.has(thing.id) ? ' · in this project' : ''}`
    : ''
const all = computed(() =>
  gather(
    things.value,
    [...chosen.value].filter((id) => things.value.some((thing) => thing.id === id)),
  ),
)

function save(): void {
  const text = writeLibrary(
    {
      name: name.value.trim() || store.project.facts.name,
      system: store.units.system,
      records: things.value,
    },
    all.value.map(({ id }) => id),
  )
  keepFile(
    new Blob([text], { type: 'application/json' }),
    `${safeName(name.value.trim() || 'Library')}.library.json`,
  )
  say.tell('The library file is downloaded.')
}
</script>

<template>
  <TopLine place="Save a library file" />
  <div class="page">
    <section aria-label="What this project has">
      <ThingsChooser v-model="chosen" :things="things" :units="store.units" :note="note" />
    </section>
    <aside aria-label="What goes into the file">
      <h2>What goes into the file</h2>
      <p v-if="all.length === 0" class="soft small">
        Tick what is to be shared. What it needs goes with it. The file is plain JSON; another project takes
        it under “Bring in”.
      </p>
      <ul v-else>
        <li v-for="thing in all" :key="thing.id">
          <b>{{ titleOf(thing) }}</b>
          <span class="soft kind"
            >{{ kindWord(thing.kind) }}{{ chosen.has(thing.id) ? '' : ', needed' }}</span
          >
        </li>
      </ul>
      <div class="end">
        <v-text-field v-model="name" label="Name of the library" maxlength="120" autocomplete="off" />
        <v-btn
          color="live"
          variant="flat"
          :prepend-icon="mdiFileDownloadOutline"
          :disabled="all.length === 0"
          @click="save"
        >
          {{ all.length === 1 ? 'Save 1 thing' : `Save ${all.length} things` }}
        </v-btn>
        <router-link class="link small" :to="{ name: 'library', params: { project: store.id! } }"
          >Back to the library</router-link
        >
      </div>
    </aside>
  </div>
  <FootLine text="Tick what goes into the library file." keys="" />
</template>

<style scoped>
.page {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
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
aside {
  display: flex;
  flex-direction: column;
  border-left: 1px solid rgb(var(--v-theme-hairline));
  background: rgb(var(--v-theme-surface));
}
ul {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
  font-size: 13px;
}
li {
  padding: 4px 0;
  border-top: 1px dotted rgb(var(--v-theme-hairline));
  overflow-wrap: anywhere;
}
.kind {
  margin-left: 6px;
}
.end {
  display: grid;
  gap: 12px;
  margin-top: auto;
}
</style>
