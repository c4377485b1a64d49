<script setup lang="ts">
import { computed } from 'vue'
import { editRepeat } from '@lamina/core/edit'
import type { Point } from '@lamina/core/geometry'
import type { AnyRecord, Repeat, RepeatPattern } from '@lamina/core/records'
import { formatAngle, parseAngle, parseNumber } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'

/** The row, grid or ring that a thing belongs to: laid out anew when its figures change. */
const props = defineProps<{ of: AnyRecord; repeat: Repeat }>()
const store = useProject()
const desk = useDesk()
const units = computed(() => store.units)
const pattern = computed(() => props.repeat.pattern)
const REPEATS: Record<RepeatPattern['how'], string> = {
  row: 'One of a row',
  grid: 'One of a grid',
  around: 'One of a ring',
  path: 'One of a row along a line',
}
function setRepeat(next: RepeatPattern): void {
  const { id } = props.repeat
  const change = store.edit('Repeat', (project, makeId) => editRepeat(project, id, next, makeId))
  if (change && !store.project.get(props.of.id)) desk.select(props.repeat.sources)
}
function setCount(key: 'count' | 'rows', text: string): void {
  const read = parseNumber(text)
  if (read.ok) setRepeat({ ...pattern.value, [key]: Math.round(read.value) } as RepeatPattern)
}
const spacing = (step: Point): number => Math.hypot(step.x, step.y)
function setSpacing(key: 'step' | 'rowStep', length: number): void {
  const now = pattern.value
  if (now.how !== 'row' && now.how !== 'grid') return
  const step = key === 'rowStep' && now.how === 'grid' ? now.rowStep : now.step
  const k = length / spacing(step)
  setRepeat({ ...now, [key]: { x: step.x * k, y: step.y * k } })
}
function setStepAngle(text: string): void {
  const read = parseAngle(text)
  if (read.ok && pattern.value.how === 'around') setRepeat({ ...pattern.value, step: read.radians })
}
</script>

<template>
  <details open>
    <summary class="small">{{ REPEATS[pattern.how] }}</summary>
    <div class="stack">
      <v-text-field
        label="How many"
        :model-value="pattern.count"
        @change="setCount('count', ($event.target as HTMLInputElement).value)"
      />
      <LengthField
        v-if="pattern.how === 'row' || pattern.how === 'grid'"
        label="Spacing"
        :mm="spacing(pattern.step)"
        :units="units"
        :least="1"
        @set="(length) => setSpacing('step', length)"
      />
      <template v-if="pattern.how === 'grid'">
        <v-text-field
          label="Rows"
          :model-value="pattern.rows"
          @change="setCount('rows', ($event.target as HTMLInputElement).value)"
        />
        <LengthField
          label="Spacing of the rows"
          :mm="spacing(pattern.rowStep)"
          :units="units"
          :least="1"
          @set="(length) => setSpacing('rowStep', length)"
        />
      </template>
      <v-text-field
        v-if="pattern.how === 'around'"
        label="From one to the next"
        :model-value="formatAngle(pattern.step)"
        @change="setStepAngle(($event.target as HTMLInputElement).value)"
      />
      <LengthField
        v-if="pattern.how === 'path'"
        label="Every"
        :mm="pattern.pitch"
        :units="units"
        :least="1"
        @set="(pitch) => pattern.how === 'path' && setRepeat({ ...pattern, pitch })"
      />
      <v-btn size="small" variant="outlined" @click="setRepeat(pattern)">Lay out anew</v-btn>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.stack {
  display: grid;
  gap: 12px;
  margin-top: 10px;
}
</style>
