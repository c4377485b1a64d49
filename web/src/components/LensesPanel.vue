<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { copyLens, removeLens, setLens, setLensStatus, statusesOf, type LensFacts } from '@lamina/core/edit'
import { drawingLens, lensesOf } from '@lamina/core/library'
import { drawnAs, statuses, type DrawnAs, type Lens, type Status } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useOpened } from '../store/opened'
import { useProject } from '../store/project'
import BoardThumb from './BoardThumb.vue'
import { fieldOf } from './fields'
import LensRules from './LensRules.vue'
import NamedHead from './NamedHead.vue'
import PanelFrame from './PanelFrame.vue'

/** The lenses of the project: what each shows, and how, beside the open drawing as it is seen through it. */
const store = useProject()
const desk = useDesk()
const opened = useOpened()
const lenses = computed(() => lensesOf(store.project))
const board = computed(() =>
  opened.lastDrawing === null ? undefined : store.project.find('drawing', opened.lastDrawing),
)
const chosen = ref(board.value ? drawingLens(store.project, board.value, desk.lens).id : '')
const lens = computed(() => lenses.value.find(({ id }) => id === chosen.value) ?? lenses.value[0]!)
watch(lenses, (now) => {
  if (!now.some(({ id }) => id === chosen.value)) chosen.value = now[0]?.id ?? ''
})

const POCHE = { patterns: 'Patterns', solid: 'One tone', outline: 'Outlines' } as const
const OPENINGS = { detailed: 'In detail', simple: 'Simple', 'opening only': 'Opening only' } as const
const FACES: Readonly<Record<NonNullable<Lens['faces']> | 'as cut', string>> = {
  'as cut': 'As cut walls',
  plain: 'Plain',
  patterns: 'Patterns',
  tones: 'Tones',
  'patterns and tones': 'Patterns and tones',
}
const INK: Readonly<Record<NonNullable<Lens['ink']>, string>> = {
  colours: 'Colours',
  tones: 'Tones of ink',
  ink: 'Ink alone',
}
const STATUS: Readonly<Record<Status, string>> = {
  existing: 'Existing',
  removed: 'To be removed',
  new: 'New',
}
const AS: Readonly<Record<DrawnAs, string>> = {
  'as it is': 'As it is',
  dashed: 'Dashed',
  filled: 'Filled',
  'left out': 'Left out',
}
const SHOWN = [
  ['swings', 'Swings'],
  ['furniture', 'Furniture'],
  ['overhead', 'Overhead'],
  ['footings', 'Footings'],
  ['framing', 'Joists'],
  ['roomTags', 'Room tags'],
  ['marks', 'Numbers'],
] as const

const set = (facts: LensFacts): unknown =>
  store.edit('Lens', (project) => setLens(project, lens.value.id, facts))
function copy(): void {
  let id = ''
  const made = store.edit('Copy lens', (project, makeId) => {
    const copied = copyLens(project, lens.value.id, makeId)
    id = copied.lens
    return copied.change
  })
  if (made) chosen.value = id
}
</script>

<template>
  <PanelFrame title="Lenses" :width="720" data-test="lenses" @close="desk.panel = null">
    <p class="soft small">
      A lens is what is shown, and how. Boards look through the one chosen at the top; each viewport keeps its
      own.
    </p>
    <div class="parts">
      <ul class="list" aria-label="Lenses">
        <li v-for="each in lenses" :key="each.id">
          <button type="button" :aria-pressed="each.id === lens.id" @click="chosen = each.id">
            {{ each.name }}
          </button>
        </li>
      </ul>
      <div class="one">
        <NamedHead
          :name="lens.name"
          :rename="(name) => set({ name })"
          :copy="copy"
          :remove="() => store.edit('Remove lens', (p) => removeLens(p, lens.id))"
        />
        <BoardThumb
          v-if="board"
          class="picture"
          :board="board"
          :lens="lens.id"
          :width="480"
          :height="230"
          :label="`${board.name} through “${lens.name}”`"
        />
        <div class="facts">
          <label>
            <span>Cut walls</span>
            <select :value="lens.poche" @change="set({ poche: fieldOf($event).value as Lens['poche'] })">
              <option v-for="(title, value) in POCHE" :key="value" :value="value">{{ title }}</option>
            </select>
          </label>
          <label>
            <span>Doors, windows</span>
            <select
              :value="lens.openings"
              @change="set({ openings: fieldOf($event).value as Lens['openings'] })"
            >
              <option v-for="(title, value) in OPENINGS" :key="value" :value="value">{{ title }}</option>
            </select>
          </label>
          <label>
            <span>Faces</span>
            <select
              :value="lens.faces ?? 'as cut'"
              @change="
                set({
                  faces: fieldOf($event).value === 'as cut' ? null : (fieldOf($event).value as Lens['faces']),
                })
              "
            >
              <option v-for="(title, value) in FACES" :key="value" :value="value">{{ title }}</option>
            </select>
          </label>
          <label>
            <span>Ink</span>
            <select
              :value="lens.ink ?? 'colours'"
              @change="
                set({
                  ink: fieldOf($event).value === 'colours' ? null : (fieldOf($event).value as Lens['ink']),
                })
              "
            >
              <option v-for="(title, value) in INK" :key="value" :value="value">{{ title }}</option>
            </select>
          </label>
          <label v-for="status in statuses" :key="status">
            <span>{{ STATUS[status] }}</span>
            <select
              :value="statusesOf(lens)[status]"
              @change="
                store.edit('Lens', (p) =>
                  setLensStatus(p, lens.id, { [status]: fieldOf($event).value as DrawnAs }),
                )
              "
            >
              <option v-for="as in drawnAs" :key="as" :value="as">{{ AS[as] }}</option>
            </select>
          </label>
        </div>
        <div class="ticks">
          <label v-for="[key, title] in SHOWN" :key="key">
            <input type="checkbox" :checked="lens[key]" @change="set({ [key]: fieldOf($event).checked })" />{{
              title
            }}
          </label>
          <label>
            <input
              type="checkbox"
              :checked="lens.unseen"
              @change="set({ unseen: fieldOf($event).checked ? true : null })"
            />Hidden edges, dashed
          </label>
        </div>
        <LensRules :lens="lens" />
      </div>
    </div>
  </PanelFrame>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 16px;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  align-content: start;
  gap: 1px;
}
.list button {
  width: 100%;
  text-align: left;
  font: inherit;
  font-size: 13px;
  border: 0;
  border-radius: 5px;
  background: none;
  color: rgb(var(--v-theme-ink));
  padding: 4px 8px;
  cursor: pointer;
}
.list button[aria-pressed='true'] {
  background: rgb(var(--v-theme-live-wash));
  font-weight: 500;
}
.one {
  display: grid;
  gap: 12px;
  align-content: start;
}
.picture {
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 6px;
}
.facts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 20px;
}
.facts label {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  align-items: center;
  font-size: 13px;
}
.facts span {
  color: rgb(var(--v-theme-soft-ink));
}
.facts select {
  font: inherit;
  color: rgb(var(--v-theme-ink));
  background: none;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-hairline));
  padding: 2px;
  min-width: 0;
}
.facts select option {
  color: #1e2a38;
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  font-size: 13px;
}
.ticks label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.ticks input {
  accent-color: rgb(var(--v-theme-live));
}
</style>
