<script setup lang="ts">
import { computed } from 'vue'
import { changeOpening } from '@lamina/core/edit'
import { basesOf, centreFrom, distanceFrom, type Base, type MeasuredTo } from '@lamina/core/locate'
import type { MeasuredFrom, Opening } from '@lamina/core/records'
import type { LevelSolver, SolvedWall } from '@lamina/core/building'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import { endWord } from './ways'

/** Where an opening stands in its wall: the distance from what it was measured from, or from anything else there. */
const props = defineProps<{ record: Opening; building: LevelSolver; wall: SolvedWall }>()
const store = useProject()

const NAMES: Readonly<Record<MeasuredFrom, string>> = {
  'inner corner': 'Inner corner',
  axis: 'Axis of the wall',
  'outer corner': 'Outer corner',
  'opening, near edge': 'Next opening, near edge',
  'opening, middle': 'Next opening, middle',
  'opening, far edge': 'Next opening, far edge',
  'grid line': 'Grid line',
}
const TO: { value: MeasuredTo; title: string }[] = [
  { value: 'near edge', title: 'Its near edge' },
  { value: 'middle', title: 'Its middle' },
  { value: 'far edge', title: 'Its far edge' },
]
const side = computed(() => props.record.measured?.side ?? props.record.side)
const to = computed(() => props.record.measured?.to ?? 'near edge')
const bases = computed(() =>
  basesOf(store.project, props.building, props.wall, side.value, props.record.along, props.record.id),
)
const nameOf = ({ from, end }: Pick<Base, 'from' | 'end'>): string => `${from} ${end}`
const choices = computed(() =>
  bases.value.map((base) => ({
    value: nameOf(base),
    title: `${NAMES[base.from]}, ${endWord(props.wall.shape.u, base.end)}`,
  })),
)
/** As it was measured, or else from the nearer corner. */
const base = computed((): Base | undefined => {
  const { measured, along } = props.record
  const told = measured && bases.value.find(({ from, end }) => from === measured.from && end === measured.end)
  if (told) return told
  const corners = bases.value.filter(({ from }) => from === 'inner corner')
  return corners.sort((p, q) => Math.abs(along - p.at) - Math.abs(along - q.at))[0]
})
const distance = computed(() => (base.value ? distanceFrom(base.value, props.record, to.value) : 0))

function set(facts: Parameters<typeof changeOpening>[3], label: string): void {
  const { id } = props.record
  store.edit(label, (project) => changeOpening(project, props.wall, id, facts))
}
function setFrom(name: string): void {
  const found = bases.value.find((each) => nameOf(each) === name)
  if (found)
    set({ measured: { from: found.from, end: found.end, to: to.value, side: side.value } }, 'Measured from')
}
function setTo(part: MeasuredTo): void {
  const { from, end } = base.value!
  set({ measured: { from, end, to: part, side: side.value } }, 'Measured to')
}
function setDistance(mm: number): void {
  const { from, end } = base.value!
  set(
    {
      along: centreFrom(base.value!, mm, props.record.width, to.value),
      measured: { from, end, to: to.value, side: side.value },
    },
    'Move opening',
  )
}
</script>

<template>
  <template v-if="base">
    <v-select
      label="Measured from"
      :items="choices"
      :model-value="nameOf(base)"
      @update:model-value="setFrom"
    />
    <v-select label="To" :items="TO" :model-value="to" @update:model-value="setTo" />
    <LengthField label="Distance" :mm="distance" :units="store.units" @set="setDistance" />
  </template>
</template>
