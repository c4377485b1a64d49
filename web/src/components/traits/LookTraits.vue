<script setup lang="ts">
import { computed } from 'vue'
import { hasOwnLook, hasStatus, putOnLayer, setOwnLook, setStatus } from '@lamina/core/edit'
import { PEN_WIDTHS } from '@lamina/core/display'
import { layerIdOf, layerOf } from '@lamina/core/library'
import { statusOf, type AnyRecord, type Status } from '@lamina/core/records'
import { useProject } from '../../store/project'
import ColourChoice from '../ColourChoice.vue'
import { useNamed } from '../named'

/** The layer that everything selected lies on, and the pen and line type where they are its own. */
const props = defineProps<{ chosen: readonly AnyRecord[] }>()
const store = useProject()
const ids = computed(() => props.chosen.map((record) => record.id))

const layers = useNamed('layer')
const layer = computed(() => {
  const all = new Set(props.chosen.map((record) => layerIdOf(record)))
  return all.size === 1 ? [...all][0]! : null
})
const layered = computed(() => props.chosen.some((record) => layerIdOf(record) !== null))
const drafted = computed(() => props.chosen.filter(hasOwnLook))
const ofLayer = 'as its layer'
const pens = computed(() => {
  const usual = drafted.value[0] ? layerOf(store.project, drafted.value[0]).penMm : null
  return [
    { value: ofLayer, title: usual === null ? 'The layer’s' : `Layer’s, ${usual} mm` },
    ...PEN_WIDTHS.map((width) => ({ value: String(width), title: `${width} mm` })),
  ]
})
const types = useNamed('lineType')
const lineTypes = computed(() => [{ value: ofLayer, title: 'The layer’s' }, ...types.value])
const own = computed(() => {
  const [first] = drafted.value
  return first && 'own' in first ? first.own : undefined
})
const STATUSES: { value: Status; title: string }[] = [
  { value: 'new', title: 'New' },
  { value: 'existing', title: 'Existing' },
  { value: 'removed', title: 'To be removed' },
]
const built = computed(() => props.chosen.filter(hasStatus))
const status = computed(() => {
  const all = new Set(built.value.map(statusOf))
  return all.size === 1 ? [...all][0]! : null
})
function changeStatus(value: Status): void {
  store.edit('Status', (p) => setStatus(p, ids.value, value))
}
function changePen(text: string): void {
  store.edit('Pen', (p) => setOwnLook(p, ids.value, { penMm: text === ofLayer ? null : Number(text) }))
}
function setLineType(id: string): void {
  store.edit('Line type', (p) => setOwnLook(p, ids.value, { lineType: id === ofLayer ? null : id }))
}
</script>

<template>
  <v-select
    v-if="layered"
    label="Layer"
    :items="layers"
    :model-value="layer"
    placeholder="different ones"
    @update:model-value="(id: string) => store.edit('Layer', (p) => putOnLayer(p, ids, id))"
  />
  <v-select
    v-if="built.length"
    label="Status"
    :items="STATUSES"
    :model-value="status"
    placeholder="different ones"
    @update:model-value="changeStatus"
  />
  <div v-if="drafted.length" class="stack">
    <v-select
      label="Pen"
      :items="pens"
      :model-value="own?.penMm ? String(own.penMm) : ofLayer"
      @update:model-value="changePen"
    />
    <div class="row">
      <span class="soft">Colour</span>
      <ColourChoice
        label="Colour"
        :colour="own?.colour"
        none="The layer’s"
        @set="(colour) => store.edit('Colour', (p) => setOwnLook(p, ids, { colour }))"
      />
    </div>
    <v-select
      label="Line type"
      :items="lineTypes"
      :model-value="own?.lineType ?? ofLayer"
      @update:model-value="setLineType"
    />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 12px;
  align-items: center;
  font-size: 13px;
}
.stack {
  display: grid;
  gap: 12px;
}
</style>
