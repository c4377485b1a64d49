<script setup lang="ts">
import {
  mdiEyeOffOutline,
  mdiEyeOutline,
  mdiLockOpenVariantOutline,
  mdiLockOutline,
  mdiPrinterOffOutline,
  mdiPrinterOutline,
  mdiTrashCanOutline,
} from '@mdi/js'
import { computed, ref } from 'vue'
import { addLayer, thingsOnLayer, putOnLayer, removeLayer, setLayer } from '@lamina/core/edit'
import type { Layer } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import { PEN_CHOICES, TONES, fieldOf, nearestTone } from './fields'
import ColourChoice from './ColourChoice.vue'
import LinePicture from './LinePicture.vue'
import LineTypesTable from './LineTypesTable.vue'
import NamedRow from './NamedRow.vue'
import PanelFrame from './PanelFrame.vue'
import { useNamed } from './named'

const store = useProject()
const desk = useDesk()
const hand = useHand()
const fresh = ref('')

const layers = computed(() => store.project.all('layer').sort((p, q) => p.order - q.order))
const counts = computed(() => {
  return new Map(layers.value.map((layer) => [layer.id, thingsOnLayer(store.project, layer.id).length]))
})
const lineTypes = useNamed('lineType')
/** Lines are never as pale as paper. */
const LINE_TONES = TONES.filter(({ value }) => value <= 0.7)
const dashes = (layer: Layer): readonly number[] =>
  store.project.find('lineType', layer.lineType)?.dashesPaperMm ?? []

function set(layer: Layer, label: string, facts: Parameters<typeof setLayer>[2]): void {
  store.edit(label, (project) => setLayer(project, layer.id, facts))
}
function add(): void {
  const made = store.edit('Layer', (project, makeId) => addLayer(project, fresh.value, makeId).change)
  if (made) fresh.value = ''
}
function remove(layer: Layer): void {
  store.edit('Remove layer', (project) => removeLayer(project, layer.id))
}
function move(layer: Layer): void {
  store.edit('Put on layer', (project) => putOnLayer(project, hand.selection, layer.id))
}
</script>

<template>
  <PanelFrame title="Layers" :width="690" data-test="layers" @close="desk.panel = null">
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Pen</th>
          <th scope="col">Tone</th>
          <th scope="col">Colour</th>
          <th scope="col">Line</th>
          <th scope="col"><span class="visually-hidden">Shown, locked, printed</span></th>
          <th scope="col" class="number">Holds</th>
        </tr>
      </thead>
      <tbody>
        <NamedRow
          v-for="layer in layers"
          :key="layer.id"
          :name="layer.name"
          :class="{ dim: !layer.shown }"
          :rename="(name) => set(layer, 'Layer name', { name })"
        >
          <td class="short">
            <select
              :value="layer.penMm"
              :aria-label="`Pen of ${layer.name}`"
              @change="set(layer, 'Layer pen', { penMm: Number(fieldOf($event).value) })"
            >
              <option v-for="pen in PEN_CHOICES" :key="pen.value" :value="pen.value">{{ pen.title }}</option>
            </select>
          </td>
          <td class="ink">
            <select
              :value="nearestTone(layer.tone)"
              :aria-label="`Tone of ${layer.name}`"
              @change="set(layer, 'Layer tone', { tone: Number(fieldOf($event).value) })"
            >
              <option v-for="tone in LINE_TONES" :key="tone.value" :value="tone.value">
                {{ tone.title }}
              </option>
            </select>
          </td>
          <td class="ink">
            <ColourChoice
              :label="`Colour of ${layer.name}`"
              :colour="layer.colour"
              none="none"
              @set="(colour) => set(layer, 'Layer colour', { colour })"
            />
          </td>
          <td class="line">
            <LinePicture :dashes="dashes(layer)" :pen-mm="layer.penMm" :tone="layer.tone" />
            <select
              :value="layer.lineType"
              :aria-label="`Line type of ${layer.name}`"
              @change="set(layer, 'Layer line type', { lineType: fieldOf($event).value })"
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
              v-if="hand.selection.length"
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
        </NamedRow>
      </tbody>
    </table>
    <form @submit.prevent="add">
      <v-text-field v-model="fresh" label="New layer" />
      <v-btn type="submit" size="small" variant="outlined" :disabled="!fresh.trim()">Add</v-btn>
    </form>
    <LineTypesTable />
  </PanelFrame>
</template>

<style scoped>
tbody td.short select,
tbody td.ink select,
tbody td.line select {
  min-width: 0;
  width: 100%;
}
td.short {
  width: 84px;
}
td.ink {
  width: 84px;
}
.dim :deep(.name input) {
  color: rgb(var(--v-theme-soft-ink));
}
td.number {
  color: rgb(var(--v-theme-soft-ink));
}
.line {
  display: flex;
  width: 168px;
  align-items: center;
  gap: 6px;
}
td.marks button[aria-pressed='true'] {
  color: rgb(var(--v-theme-ink));
}
td.marks button.strong {
  color: rgb(var(--v-theme-live));
}
</style>
