<script setup lang="ts">
import { mdiContentCopy, mdiTrashCanOutline } from '@mdi/js'
import { computed } from 'vue'
import { copyLens, removeLens, setLens } from '@lamina/core/edit'
import { lensesOf } from '@lamina/core/library'
import type { Lens } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { fieldOf } from './fields'
import PanelFrame from './PanelFrame.vue'

/** The lenses of the project: what each shows, and how. */
const store = useProject()
const desk = useDesk()
const lenses = computed(() => (store.version, lensesOf(store.project)))

const POCHE = { patterns: 'Patterns', solid: 'Solid', outline: 'Outlines' } as const
const OPENINGS = { detailed: 'In detail', simple: 'Simple', 'opening only': 'Opening only' } as const
const SHOWN = [
  ['swings', 'Swings'],
  ['furniture', 'Furniture'],
  ['overhead', 'Overhead'],
  ['roomTags', 'Room tags'],
  ['marks', 'Numbers'],
] as const

const set = (lens: Lens, facts: Parameters<typeof setLens>[2]): unknown =>
  store.edit('Lens', (project) => setLens(project, lens.id, facts))
function rename(lens: Lens, event: Event): void {
  const field = fieldOf(event)
  if (field.value.trim() !== lens.name) set(lens, { name: field.value })
  field.value = store.project.find('lens', lens.id)?.name ?? ''
}
</script>

<template>
  <PanelFrame title="Lenses" :width="790" data-test="lenses" @close="desk.panel = null">
    <p class="soft small">
      A lens is what is shown, and how. Boards look through the one chosen at the top; each viewport keeps its
      own.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Cut walls</th>
          <th scope="col">Doors, windows</th>
          <th v-for="[key, title] in SHOWN" :key="key" scope="col">{{ title }}</th>
          <th scope="col"><span class="visually-hidden">Copy or remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="lens in lenses" :key="lens.id">
          <td class="wide">
            <input :value="lens.name" :aria-label="`Name of ${lens.name}`" @change="rename(lens, $event)" />
          </td>
          <td>
            <select
              :value="lens.poche"
              :aria-label="`Cut walls in ${lens.name}`"
              @change="set(lens, { poche: fieldOf($event).value as Lens['poche'] })"
            >
              <option v-for="(title, value) in POCHE" :key="value" :value="value">{{ title }}</option>
            </select>
          </td>
          <td>
            <select
              :value="lens.openings"
              :aria-label="`Doors and windows in ${lens.name}`"
              @change="set(lens, { openings: fieldOf($event).value as Lens['openings'] })"
            >
              <option v-for="(title, value) in OPENINGS" :key="value" :value="value">{{ title }}</option>
            </select>
          </td>
          <td v-for="[key, title] in SHOWN" :key="key" class="tick">
            <input
              type="checkbox"
              :checked="lens[key]"
              :aria-label="`${title} in ${lens.name}`"
              @change="set(lens, { [key]: fieldOf($event).checked })"
            />
          </td>
          <td class="marks">
            <button
              type="button"
              :aria-label="`Copy ${lens.name}`"
              title="A new lens like this one"
              @click="store.edit('Copy lens', (p, makeId) => copyLens(p, lens.id, makeId).change)"
            >
              <v-icon :icon="mdiContentCopy" size="15" />
            </button>
            <button
              type="button"
              :aria-label="`Remove ${lens.name}`"
              title="Remove"
              @click="store.edit('Remove lens', (p) => removeLens(p, lens.id))"
            >
              <v-icon :icon="mdiTrashCanOutline" size="16" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </PanelFrame>
</template>

<style scoped>
.wide {
  min-width: 170px;
}
.tick {
  text-align: center;
}
.tick input {
  width: auto;
  accent-color: rgb(var(--v-theme-live));
}
</style>
