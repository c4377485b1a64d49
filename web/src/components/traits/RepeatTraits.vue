<script setup lang="ts">
import { computed } from 'vue'
import { editRepeat } from '@lamina/core/edit'
import type { Point } from '@lamina/core/geometry'
import type { AnyRecord, Repeat, RepeatPattern } from '@lamina/core/records'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import AngleField from '../AngleField.vue'
import NumberField from '../NumberField.vue'

/** The row, grid or ring that a thing belongs to: laid out anew when its figures change. */
const props = defineProps<{ of: AnyRecord; repeat: Repeat }>()
const store = useProject()
const hand = useHand()
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
  if (change && !store.project.get(props.of.id)) hand.select(props.repeat.sources)
}
const spacing = (step: Point): number => Math.hypot(step.x, step.y)
function setSpacing(key: 'step' | 'rowStep', length: number): void {
  const now = pattern.value
  if (now.how !== 'row' && now.how !== 'grid') return
  const step = key === 'rowStep' && now.how === 'grid' ? now.rowStep : now.step
  const k = length / spacing(step)
  setRepeat({ ...now, [key]: { x: step.x * k, y: step.y * k } })
}
</script>

<template>
  <details open>
    <summary class="small">{{ REPEATS[pattern.how] }}</summary>
    <div class="stack">
      <NumberField
        label="How many"
        whole
        :value="pattern.count"
        @set="(count) => setRepeat({ ...pattern, count } as RepeatPattern)"
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
        <NumberField
          label="Rows"
          whole
          :value="pattern.rows"
          @set="(rows) => setRepeat({ ...pattern, rows } as RepeatPattern)"
        />
        <LengthField
          label="Spacing of the rows"
          :mm="spacing(pattern.rowStep)"
          :units="units"
          :least="1"
          @set="(length) => setSpacing('rowStep', length)"
        />
      </template>
      <AngleField
        v-if="pattern.how === 'around'"
        label="From one to the next"
        :radians="pattern.step"
        @set="(step) => setRepeat({ ...pattern, step } as RepeatPattern)"
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
