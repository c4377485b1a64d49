<script setup lang="ts">
import { computed, ref } from 'vue'
import { clearBeside, typeThickness, wallAxis } from '@lamina/core/building'
import {
  carryingStrip,
  flipWall,
  moveWallSideways,
  remakeWalls,
  retypeWalls,
  setFacts,
  setJoin,
  setWallLength,
  type KeptFace,
  type OtherMake,
} from '@lamina/core/edit'
import { arcOf, edgeLength } from '@lamina/core/geometry'
import type { ReferenceSide, Wall } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { useDesk } from '../../store/desk'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import StripPicture from '../StripPicture.vue'
import FootingFields from './FootingFields.vue'
import HeightFields from './HeightFields.vue'
import { alike } from './alike'
import type { CardProps } from './card'
import { useNamed } from '../named'
import { PATTERN_CHOICES, patternNamed } from '../fields'
import { sideWord } from './ways'

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
const typeOf = (id: string) => store.project.need('wallType', id)
const thickness = computed(() => alike(props.chosen, (wall) => typeThickness(typeOf(wall.type))))
/** What carries in a wall, by which it is known. */
const material = computed(() =>
  alike(props.chosen, (wall) => {
    const made = typeOf(wall.type)
    return made.strips[carryingStrip(store.project, made)]!.material
  }),
)
const pattern = computed(() => store.project.find('material', material.value ?? '')?.pattern ?? '')
const materials = useNamed('material')
const remake = (label: string, other: OtherMake): unknown =>
  store.edit(label, (p, makeId) => remakeWalls(p, ids.value, other, kept.value, makeId))
/** The walls of its level, whatever board it is looked at on. */
const solver = computed(() => props.scene.building ?? store.solver(props.record.level))
/** The clear distance to the next wall on each side. */
const beside = computed(() => {
  const building = solver.value
  const solved = building?.get(props.record.id)
  if (!solved || !one.value) return []
  return (['left', 'right'] as const).flatMap((side) => {
    const found = clearBeside(building, solved, side)
    return found ? [{ side, clear: found.clear, word: sideWord(solved.shape.u, side) }] : []
  })
})
/** The wall goes where that leaves so much clear on a side. */
function setClear(side: 'left' | 'right', was: number, now: number): void {
  const by = (was - now) * (side === 'left' ? 1 : -1)
  store.edit('Move wall', (p) => moveWallSideways(p, props.record.id, by))
}
function setJoinOf(end: 'a' | 'b', join: string): void {
  const { id } = props.record
  store.edit('Join', (p) => setJoin(p, id, end, join === 'through' || join === 'stop' ? join : null))
}
const rows = computed((): [string, string | number][] => {
  const solved = solver.value.get(props.record.id)
  return [
    ...(props.record.sweep
      ? [['Radius of its line', mm(arcOf(wallAxis(props.record)).radius)] as [string, string]]
      : []),
    ['Openings', solved?.openings.length || 'none'],
  ]
})
const dampCourse = computed(() => alike(props.chosen, (each) => each.dampCourse ?? null))
const dampCourses = computed(() => new Set(props.chosen.map((each) => each.dampCourse)).size)
const tanked = computed(() => alike(props.chosen, (each) => each.tanked ?? 'no'))
const TANKED = [
  { value: 'no', title: 'Not tanked' },
  { value: 'left', title: 'On its left face' },
  { value: 'right', title: 'On its right face' },
]
const keepDry = (facts: { readonly [F in 'dampCourse' | 'tanked']?: Wall[F] | undefined }): unknown =>
  store.edit('Kept dry', (p) => setFacts(p, 'wall', ids.value, facts))
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
    label="Thickness"
    :mm="thickness ?? 0"
    :various="thickness === null"
    :units="store.units"
    :least="1"
    @set="(mm) => remake('Wall thickness', { thickness: mm })"
  />
  <v-select
    label="Material"
    :items="materials"
    :model-value="material"
    :placeholder="material === null ? 'Various' : undefined"
    persistent-placeholder
    @update:model-value="(id: string) => remake('Wall material', { material: id })"
  />
  <v-select
    v-if="material"
    label="Its fill when cut"
    :items="[{ value: '', title: 'None' }, ...PATTERN_CHOICES]"
    :model-value="pattern"
    @update:model-value="(name: string) => remake('Wall fill', { pattern: patternNamed(name) })"
  />
  <LengthField
    v-for="{ side, clear, word } in beside"
    :key="side"
    :label="`Clear ${word === 'left' || word === 'right' ? `to the ${word}` : word}`"
    :mm="clear"
    :units="store.units"
    :least="1"
    @set="(mm) => setClear(side, clear, mm)"
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
  <LengthField
    label="Damp course at"
    :mm="dampCourse"
    :various="dampCourses > 1"
    :units="store.units"
    empty="none"
    @set="(mm) => keepDry({ dampCourse: mm })"
    @clear="keepDry({ dampCourse: undefined })"
  />
  <v-select
    label="Tanked"
    :items="TANKED"
    :model-value="tanked"
    @update:model-value="
      (side: string) => keepDry({ tanked: side === 'no' ? undefined : (side as 'left' | 'right') })
    "
  />
  <FootingFields :chosen="chosen" />
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
