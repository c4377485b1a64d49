<script setup lang="ts">
import { max } from 'd3-array'
import { axisBottom, axisLeft } from 'd3-axis'
import { scaleBand, scaleLinear } from 'd3-scale'
import { select } from 'd3-selection'
import { stack } from 'd3-shape'
import { computed, onMounted, ref, watch } from 'vue'
import type { LevelAreas } from '@lamina/core/schedules'
import { formatArea, type Units } from '@lamina/core/units'

/** Net areas of rooms by level, each bar before the gross area of its level. */
const props = defineProps<{ areas: readonly LevelAreas[]; units: Units; width: number }>()

const svg = ref<SVGSVGElement | null>(null)
const ROW = 62
const MARGIN = { top: 8, right: 20, bottom: 30, left: 110 }
const height = computed(() => MARGIN.top + MARGIN.bottom + ROW * Math.max(1, props.areas.length))
/** mm² to the unit of the axis: m² or square feet. */
const unitOf = computed(() => (props.units.system === 'metric' ? 1e6 : 304.8 * 304.8))
const unitName = computed(() => (props.units.system === 'metric' ? 'm²' : 'sq ft'))
const TONES = 6

/** Uses in their order of first room, each with its shade. */
const uses = computed(() => {
  const found: string[] = []
  for (const { rooms } of props.areas)
    for (const { room } of rooms) if (!found.includes(room.use)) found.push(room.use)
  return found
})
const words = computed(() =>
  props.areas
    .map(
      ({ level, net, gross }) =>
        `${level.name}: net ${formatArea(net, props.units)} of gross ${formatArea(gross, props.units)}`,
    )
    .join('; '),
)

function draw(): void {
  if (!svg.value) return
  const root = select(svg.value)
  root.selectAll('*').remove()
  const unit = unitOf.value
  const x = scaleLinear()
    .domain([0, (max(props.areas, (each) => Math.max(each.gross, each.net)) ?? 0) / unit || 1])
    .nice()
    .range([MARGIN.left, props.width - MARGIN.right])
  const y = scaleBand<string>()
    .domain(props.areas.map(({ level }) => level.name))
    .range([MARGIN.top, height.value - MARGIN.bottom])
    .paddingInner(0.35)
    .paddingOuter(0.15)
  const bars = root.append('g')
  for (const { level, rooms, gross, net } of props.areas) {
    const top = y(level.name)!
    const band = y.bandwidth()
    bars
      .append('rect')
      .attr('class', 'gross')
      .attr('x', x(0))
      .attr('y', top - 5)
      .attr('width', Math.max(0, x(gross / unit) - x(0)))
      .attr('height', band + 10)
      .append('title')
      .text(`${level.name}: gross ${formatArea(gross, props.units)}`)
    const keys = rooms.map(({ id }) => id)
    const row = Object.fromEntries(rooms.map(({ id, facts }) => [id, (facts?.area ?? 0) / unit]))
    for (const series of stack<Record<string, number>>().keys(keys)([row])) {
      const [from, to] = series[0]!
      const { room, facts } = rooms.find(({ id }) => id === series.key)!
      const wide = x(to) - x(from)
      if (!(wide > 0)) continue
      const cell = bars.append('g').attr('data-room', room.number)
      cell
        .append('rect')
        .attr('class', `room tone-${uses.value.indexOf(room.use) % TONES}`)
        .attr('x', x(from))
        .attr('y', top)
        .attr('width', wide)
        .attr('height', band)
      cell.append('title').text(`${room.number} ${room.name}: ${formatArea(facts?.area ?? 0, props.units)}`)
      const label = wide > 58 ? room.name : wide > 22 ? room.number : ''
      const letters = Math.floor(wide / 6.6)
      cell
        .append('text')
        .attr('x', x(from) + wide / 2)
        .attr('y', top + band / 2 + 4)
        .text(label.length > letters ? `${label.slice(0, Math.max(1, letters - 1))}…` : label)
    }
    bars
      .append('text')
      .attr('class', 'sum')
      .attr('x', x(net / unit) + 8)
      .attr('y', top + band / 2 + 4)
      .text(gross > 0 ? `${Math.round((net / gross) * 100)} %` : '')
  }
  root
    .append('g')
    .attr('class', 'axis')
    .attr('transform', `translate(0,${height.value - MARGIN.bottom})`)
    .call(axisBottom(x).ticks(6))
  root
    .append('g')
    .attr('class', 'axis names')
    .attr('transform', `translate(${MARGIN.left},0)`)
    .call(axisLeft(y).tickSize(0).tickPadding(10))
}
onMounted(draw)
watch(() => [props.areas, props.units, props.width], draw)
</script>

<template>
  <figure>
    <svg ref="svg" role="img" :aria-label="words" :width="width" :height="height" data-test="area-chart" />
    <figcaption class="small">
      <span v-for="(use, i) in uses" :key="use" class="use"
        ><i :class="`tone-${i % TONES}`" />{{ use || 'No use given' }}</span
      >
      <span class="use"><i class="gross" />Gross, within the outer faces</span>
      <span class="soft">in {{ unitName }}; per cent: net of gross</span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding-left: 110px;
}
.use {
  display: flex;
  align-items: center;
  gap: 6px;
}
i {
  width: 14px;
  height: 14px;
  border: 1px solid rgb(var(--v-theme-ink));
}
svg :deep(text) {
  font:
    12px 'Hanken Grotesk',
    sans-serif;
  fill: rgb(var(--v-theme-ink));
}
svg :deep(g > g > text) {
  text-anchor: middle;
}
svg :deep(.sum) {
  text-anchor: start;
  font-weight: 600;
}
svg :deep(.axis text) {
  fill: rgb(var(--v-theme-soft-ink));
}
svg :deep(.names text) {
  text-anchor: end;
  font-size: 13px;
  fill: rgb(var(--v-theme-ink));
}
svg :deep(.axis path),
svg :deep(.axis line) {
  stroke: rgb(var(--v-theme-hairline));
}
svg :deep(.room) {
  stroke: rgb(var(--v-theme-ink));
  stroke-width: 0.8;
}
svg :deep(.gross),
i.gross {
  fill: none;
  stroke: rgb(var(--v-theme-soft-ink));
  stroke-dasharray: 4 3;
}
i.gross {
  border-style: dashed;
}
svg :deep(.tone-0) {
  fill: rgb(var(--v-theme-live-wash));
}
svg :deep(.tone-1) {
  fill: rgb(var(--v-theme-settle-wash));
}
svg :deep(.tone-2) {
  fill: rgb(var(--v-theme-desk));
}
svg :deep(.tone-3) {
  fill: rgb(var(--v-theme-film));
}
svg :deep(.tone-4) {
  fill: rgb(var(--v-theme-paper));
}
svg :deep(.tone-5) {
  fill: rgb(var(--v-theme-hairline));
}
i.tone-0 {
  background: rgb(var(--v-theme-live-wash));
}
i.tone-1 {
  background: rgb(var(--v-theme-settle-wash));
}
i.tone-2 {
  background: rgb(var(--v-theme-desk));
}
i.tone-3 {
  background: rgb(var(--v-theme-film));
}
i.tone-4 {
  background: rgb(var(--v-theme-paper));
}
i.tone-5 {
  background: rgb(var(--v-theme-hairline));
}
</style>
