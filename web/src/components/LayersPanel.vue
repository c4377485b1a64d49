<script setup lang="ts">
import {
  mdiClose,
  mdiEyeOffOutline,
  mdiEyeOutline,
  mdiLockOpenVariantOutline,
  mdiLockOutline,
  mdiPrinterOffOutline,
  mdiPrinterOutline,
  mdiTrashCanOutline,
} from '@mdi/js'
import { computed, ref } from 'vue'
import { PEN_WIDTHS } from '@lamina/core/display'
import { addLayer, onLayer, putOnLayer, removeLayer, setLayer } from '@lamina/core/edit'
import type { Layer } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import LinePicture from './LinePicture.vue'

const store = useProject()
const desk = useDesk()
const fresh = ref('')

const layers = computed(() => (store.version, store.project.all('layer').sort((p, q) => p.order - q.order)))
const counts = computed(() => {
  void store.version
  return new Map(layers.value.map((layer) => [layer.id, onLayer(store.project, layer.id).length]))
})
const lineTypes = computed(
  () => (store.version, store.project.all('lineType').map(({ id, name }) => ({ value: id, title: name }))),
)
const pens = PEN_WIDTHS.map((mm) => ({ value: mm, title: `${mm} mm` }))
const dashes = (layer: Layer): readonly number[] =>
  store.project.find('lineType', layer.lineType)?.dashesPaperMm ?? []

function set(layer: Layer, label: string, facts: Partial<Omit<Layer, 'id' | 'kind'>>): void {
  store.edit(label, (project) => setLayer(project, layer.id, facts))
}
function rename(layer: Layer, event: Event): void {
  const field = event.target as HTMLInputElement
  if (field.value.trim() !== layer.name) set(layer, 'Layer name', { name: field.value })
  field.value = store.project.find('layer', layer.id)?.name ?? layer.name
}
function add(): void {
  const made = store.edit('Layer', (project, makeId) => addLayer(project, fresh.value, makeId).change)
  if (made) fresh.value = ''
}
function remove(layer: Layer): void {
  store.edit('Remove layer', (project) => removeLayer(project, layer.id))
}
function move(layer: Layer): void {
  store.edit('Put on layer', (project) => putOnLayer(project, desk.selection, layer.id))
}
</script>

<template>
  <section class="panel" aria-label="Layers" data-test="layers">
    <header>
      <h2>Layers</h2>
      <button type="button" title="Close" aria-label="Close" @click="desk.layersOpen = false">
        <v-icon :icon="mdiClose" size="18" />
      </button>
    </header>
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Pen</th>
          <th scope="col">Line</th>
          <th scope="col" class="marks">Shown · locked · printed</th>
          <th scope="col" class="number">Holds</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="layer in layers" :key="layer.id" :class="{ dim: !layer.shown }">
          <td>
            <input
              class="name"
              :value="layer.name"
              :aria-label="`Name of ${layer.name}`"
              @change="rename(layer, $event)"
            />
          </td>
          <td>
            <select
              :value="layer.penMm"
              :aria-label="`Pen of ${layer.name}`"
              @change="set(layer, 'Layer pen', { penMm: Number(($event.target as HTMLSelectElement).value) })"
            >
              <option v-for="pen in pens" :key="pen.value" :value="pen.value">{{ pen.title }}</option>
            </select>
          </td>
          <td class="line">
            <LinePicture :dashes="dashes(layer)" :pen-mm="layer.penMm" :tone="layer.tone" />
            <select
              :value="layer.lineType"
              :aria-label="`Line type of ${layer.name}`"
              @change="
                set(layer, 'Layer line type', { lineType: ($event.target as HTMLSelectElement).value })
              "
            >
              <option v-for="type in lineTypes" :key="type.value" :value="type.value">
                {{ type.title }}
              </option>
            </select>
          </td>
          <td class="marks">
            <button
              type="button"
              :aria-pressed="layer.shown"
              :aria-label="`${layer.name} shown`"
              :title="layer.shown ? 'Shown' : 'Not shown'"
              @click="set(layer, layer.shown ? 'Hide layer' : 'Show layer', { shown: !layer.shown })"
            >
              <v-icon :icon="layer.shown ? mdiEyeOutline : mdiEyeOffOutline" size="17" />
            </button>
            <button
              type="button"
              :aria-pressed="layer.locked"
              :aria-label="`${layer.name} locked`"
              :title="layer.locked ? 'Locked: cannot be selected or changed' : 'Not locked'"
              :class="{ strong: layer.locked }"
              @click="set(layer, layer.locked ? 'Unlock layer' : 'Lock layer', { locked: !layer.locked })"
            >
              <v-icon :icon="layer.locked ? mdiLockOutline : mdiLockOpenVariantOutline" size="17" />
            </button>
            <button
              type="button"
              :aria-pressed="layer.printed"
              :aria-label="`${layer.name} printed`"
              :title="layer.printed ? 'Printed' : 'Not printed'"
              @click="
                set(layer, layer.printed ? 'Do not print layer' : 'Print layer', { printed: !layer.printed })
              "
            >
              <v-icon :icon="layer.printed ? mdiPrinterOutline : mdiPrinterOffOutline" size="17" />
            </button>
          </td>
          <td class="number">
            {{ counts.get(layer.id) || '' }}
            <button
              v-if="desk.selection.length"
              type="button"
              class="words"
              :aria-label="`Put what is selected on ${layer.name}`"
              @click="move(layer)"
            >
              put here
            </button>
            <button
              v-else-if="!counts.get(layer.id) && !layer.id.startsWith('layer-')"
              type="button"
              :aria-label="`Remove ${layer.name}`"
              @click="remove(layer)"
            >
              <v-icon :icon="mdiTrashCanOutline" size="16" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form @submit.prevent="add">
      <v-text-field v-model="fresh" label="New layer" />
      <v-btn type="submit" size="small" variant="outlined" :disabled="!fresh.trim()">Add</v-btn>
    </form>
  </section>
</template>

<style scoped>
.panel {
  position: absolute;
  z-index: 4;
  right: 14px;
  top: 14px;
  width: 640px;
  max-height: calc(100% - 28px);
  overflow-y: auto;
  padding: 13px 16px 16px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 12%);
}
header {
  display: flex;
  justify-content: space-between;
  margin-bottom: 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th {
  text-align: left;
  font-weight: 500;
  font-size: 12px;
  color: rgb(var(--v-theme-soft-ink));
  padding: 2px 4px;
}
td {
  padding: 1px 4px;
  border-top: 1px dotted rgb(var(--v-theme-hairline));
}
.dim .name {
  color: rgb(var(--v-theme-soft-ink));
}
.marks {
  white-space: nowrap;
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
  color: rgb(var(--v-theme-soft-ink));
  white-space: nowrap;
}
input,
select {
  font: inherit;
  color: rgb(var(--v-theme-ink));
  background: none;
  border: 0;
  border-radius: 4px;
  padding: 3px 2px;
  width: 100%;
}
select option {
  color: #1e2a38;
}
td:nth-child(2) {
  width: 88px;
}
td:first-child {
  width: 190px;
}
.line {
  display: flex;
  width: 200px;
  align-items: center;
  gap: 6px;
}
button {
  font: inherit;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  cursor: pointer;
  padding: 3px 4px;
  border-radius: 4px;
}
button[aria-pressed='true'] {
  color: rgb(var(--v-theme-ink));
}
button.strong {
  color: rgb(var(--v-theme-live));
}
button.words {
  text-decoration: underline;
}
form {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: center;
  margin-top: 12px;
}
</style>
