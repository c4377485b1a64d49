<script setup lang="ts">
import { computed } from 'vue'
import { setBand, setFacts } from '@lamina/core/edit'
import { arcOf, distance, edgesOf, isStraight, pathArea, pathLength } from '@lamina/core/geometry'
import { rectangleSize, shapePath, withRectangleSize } from '@lamina/core/linework'
import { lineMeanings, type LineMeaning, type Shape } from '@lamina/core/records'
import { formatAngle, formatArea, formatBearing, formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import BandFields from '../BandFields.vue'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import type { CardProps } from './card'

/** Figures of a drafted line. */
const props = defineProps<CardProps<'linework'>>()
const store = useProject()
const units = computed(() => store.units)
const mm = (value: number): string => formatLength(value, units.value)
const shape = computed(() => props.record.shape)
const path = computed(() => shapePath(shape.value))
/** The one edge of an open line of one part. */
const single = computed(() => {
  const edges = path.value.closed ? [] : edgesOf(path.value)
  return edges.length === 1 ? edges[0]! : null
})
const straightLine = computed(() =>
  shape.value.form === 'path' && single.value && isStraight(single.value) ? single.value : null,
)
const rows = computed(() => {
  const of = path.value
  if (of.vertices.length < 2) return []
  const edges = edgesOf(of)
  const made: [string, string][] = [[of.closed ? 'Around' : 'Length', mm(pathLength(of))]]
  const one = single.value
  if (of.closed) made.push(['Area', formatArea(Math.abs(pathArea(of)), units.value)])
  else if (one && isStraight(one))
    made.push(['Turn', formatAngle(Math.atan2(one.b.y - one.a.y, one.b.x - one.a.x))])
  else if (one) made.push(['Turns through', formatAngle(Math.abs(one.sweep))])
  if (edges.length > 1 && shape.value.form === 'path') made.push(['Parts', String(edges.length)])
  if (one && !isStraight(one)) made.push(['Radius', mm(arcOf(one).radius)])
  return made
})
/** So many legs of a boundary are listed. */
const MOST_LEGS = 30
/** Legs of a boundary by bearing and distance. */
const legs = computed((): [string, string][] =>
  props.record.means === 'site boundary'
    ? edgesOf(path.value)
        .slice(0, MOST_LEGS)
        .map(({ a, b }) => [formatBearing(Math.atan2(b.y - a.y, b.x - a.x)), mm(distance(a, b))])
    : [],
)
const setShape = (label: string, now: Shape): unknown =>
  store.edit(label, (project) => setFacts(project, 'linework', props.record.id, { shape: now }))
function setLength(length: number): void {
  const { a, b } = straightLine.value!
  const k = length / distance(a, b)
  const end = { x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k }
  const vertices = [
    { ...a, sweep: 0 },
    { ...end, sweep: 0 },
  ]
  setShape('Length', { form: 'path', path: { vertices, closed: false } })
}
const rectangle = computed(() => rectangleSize(shape.value))
function setSize(size: { width?: number; depth?: number }): void {
  const now = withRectangleSize(shape.value, { ...rectangle.value!, ...size })
  if (now) setShape('Size', now)
}
const MEANINGS = [
  { value: null, title: 'Itself alone' },
  ...lineMeanings.map((value) => ({ value, title: `${value[0]!.toUpperCase()}${value.slice(1)}` })),
]
const setMeaning = (means: LineMeaning | null): unknown =>
  store.edit('Stands for', (p) => setFacts(p, 'linework', props.record.id, { means: means ?? undefined }))
function setRadius(radius: number): void {
  if (shape.value.form === 'circle') setShape('Radius', { ...shape.value, radius })
}
</script>

<template>
  <LengthField
    v-if="shape.form === 'circle'"
    label="Radius"
    :mm="shape.radius"
    :units="units"
    :least="0.1"
    @set="setRadius"
  />
  <LengthField
    v-if="straightLine"
    label="Length"
    :mm="distance(straightLine.a, straightLine.b)"
    :units="units"
    :least="0.1"
    @set="setLength"
  />
  <div v-if="rectangle" class="pair">
    <LengthField
      label="Width"
      :mm="rectangle.width"
      :units="units"
      :least="0.1"
      @set="(width) => setSize({ width })"
    />
    <LengthField
      label="Depth"
      :mm="rectangle.depth"
      :units="units"
      :least="0.1"
      @set="(depth) => setSize({ depth })"
    />
  </div>
  <FactRows :rows="rows" />
  <BandFields
    plain
    :band="record.band ?? null"
    @set="(band) => store.edit('Drawn as', (p) => setBand(p, [record.id], band))"
  />
  <v-select
    label="Stands for"
    :items="MEANINGS"
    :model-value="record.means ?? null"
    @update:model-value="setMeaning"
  />
  <details v-if="legs.length">
    <summary class="small">Bearings and distances</summary>
    <FactRows :rows="legs" />
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
</style>
