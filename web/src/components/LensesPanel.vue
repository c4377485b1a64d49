<script setup lang="ts">
import { computed } from 'vue'
import { copyLens, removeLens, setLens } from '@lamina/core/edit'
import { lensesOf } from '@lamina/core/library'
import type { Lens } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { fieldOf } from './fields'
import NamedRow from './NamedRow.vue'
import PanelFrame from './PanelFrame.vue'

/** The lenses of the project: what each shows, and how. */
const store = useProject()
const desk = useDesk()
const lenses = computed(() => lensesOf(store.project))

const POCHE = { patterns: 'Patterns', solid: 'Solid', outline: 'Outlines' } as const
const OPENINGS = { detailed: 'In detail', simple: 'Simple', 'opening only': 'Opening only' } as const
const SHOWN = [
  ['swings', 'Swings'],
  ['furniture', 'Furniture'],
  ['overhead', 'Overhead'],
  ['footings', 'Footings'],
  ['roomTags', 'Room tags'],
  ['marks', 'Numbers'],
] as const

const set = (lens: Lens, facts: Parameters<typeof setLens>[2]): unknown =>
  store.edit('Lens', (project) => setLens(project, lens.id, facts))
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
        <NamedRow
          v-for="lens in lenses"
          :key="lens.id"
          :name="lens.name"
          called="lens"
          :rename="(name) => set(lens, { name })"
          :copy="() => store.edit('Copy lens', (p, makeId) => copyLens(p, lens.id, makeId).change)"
          :remove="() => store.edit('Remove lens', (p) => removeLens(p, lens.id))"
        >
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
        </NamedRow>
      </tbody>
    </table>
  </PanelFrame>
</template>

<style scoped>
.tick {
  text-align: center;
}
.tick input {
  width: auto;
  accent-color: rgb(var(--v-theme-live));
}
</style>
