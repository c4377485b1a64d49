<script setup lang="ts">
import { computed, ref } from 'vue'
import { typeThickness, wallAxis } from '@lamina/core/building'
import { flipWall, retypeWalls, setJoin, setWallLength, type KeptFace } from '@lamina/core/edit'
import { arcOf, edgeLength } from '@lamina/core/geometry'
import type { ReferenceSide } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { useDesk } from '../../store/desk'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import StripPicture from '../StripPicture.vue'
import HeightFields from './HeightFields.vue'
import { alike } from './alike'
import type { CardProps } from './card'
import { useNamed } from '../named'

/** Facts of a wall. */
const props = defineProps<CardProps<'wall'>>()
const store = useProject()
const desk = useDesk()
const mm = (value: number): string => formatLength(value, store.units)
const ids = computed(() => props.chosen.map(({ id }) => id))
const one = computed(() => props.chosen.length === 1)
const typeId = computed(() => alike(props.chosen, (wall) => wall.type))
const reference = computed(() => alike(props.chosen, (wall) => wall.reference))
const type = computed(() => store.project.find('wallType', typeId.value ?? ''))
const types = useNamed('wallType')
const SIDES: { value: ReferenceSide; title: string }[] = [
  { value: 'left', title: 'Left face' },
  { value: 'centre', title: 'Centre' },
  { value: 'right', title: 'Right face' },
]
/** Which face of a wall stays when its type or drawn line changes. */
const kept = ref<KeptFace>('line')
const KEEPS: { value: KeptFace; title: string }[] = [
  { value: 'line', title: 'The drawn line' },
  { value: 'left', title: 'Its left face' },
  { value: 'right', title: 'Its right face' },
]
const JOINS = [
  { value: 'layers', title: 'By layers' },
  { value: 'through', title: 'Runs through' },
  { value: 'stop', title: 'Stops' },
]
const ENDS = [
  { end: 'a', key: 'joinA', label: 'Corner at its start' },
  { end: 'b', key: 'joinB', label: 'Corner at its end' },
] as const
function setJoinOf(end: 'a' | 'b', join: string): void {
  const { id } = props.record
  store.edit('Join', (p) => setJoin(p, id, end, join === 'through' || join === 'stop' ? join : null))
}
const rows = computed((): [string, string | number][] => {
  const solved = props.scene.building?.get(props.record.id)
  return [
    ...(props.record.sweep
      ? [['Radius of its line', mm(arcOf(wallAxis(props.record)).radius)] as [string, string]]
      : []),
    ['Openings', solved?.openings.length || 'none'],
  ]
})
</script>

<template>
  <template v-if="type">
    <p class="soft small under">{{ type.name }} · {{ mm(typeThickness(type)) }} thick</p>
    <StripPicture :type="type" />
    <div class="links">
      <button type="button" class="link" @click="desk.panel = 'wall-types'">Edit this type</button>
      <button type="button" class="link" @click="desk.panel = 'materials'">Materials</button>
    </div>
  </template>
  <v-select
    label="Wall type"
    :items="types"
    :model-value="typeId"
    :placeholder="typeId === null ? 'Various' : undefined"
    persistent-placeholder
    @update:model-value="
      (chosen: string) => store.edit('Wall type', (p) => retypeWalls(p, ids, { type: chosen }, kept))
    "
  />
  <LengthField
    v-if="one"
    label="Length"
    :mm="edgeLength(wallAxis(record))"
    :units="store.units"
    :least="1"
    @set="(length) => store.edit('Wall length', (p) => setWallLength(p, record.id, length))"
  />
  <v-select
    label="Drawn line"
    :items="SIDES"
    :model-value="reference"
    :placeholder="reference === null ? 'Various' : undefined"
    persistent-placeholder
    @update:model-value="
      (side: ReferenceSide) => store.edit('Drawn line', (p) => retypeWalls(p, ids, { reference: side }, kept))
    "
  />
  <v-select v-model="kept" label="A change keeps in place" :items="KEEPS" />
  <HeightFields :record="record" :chosen="chosen" />
  <template v-if="one">
    <v-select
      v-for="{ end, key, label } in ENDS"
      :key="end"
      :label="label"
      :items="JOINS"
      :model-value="record[key] ?? 'layers'"
      @update:model-value="(join: string) => setJoinOf(end, join)"
    />
    <v-btn
      size="small"
      variant="outlined"
      @click="store.edit('Other way round', (p) => flipWall(p, record.id))"
      >Drawn the other way</v-btn
    >
    <FactRows :rows="rows" />
  </template>
</template>

<style scoped>
.under {
  margin-top: -10px;
}
.links {
  display: flex;
  gap: 14px;
  margin-top: -6px;
}
</style>
