<script setup lang="ts">
import { computed } from 'vue'
import type { AnnotationStyle } from '@lamina/core/records'
import { INCH_PARTS, METRIC_STEPS } from '@lamina/core/units'

/** In which unit lengths are told, and to which step. */
type Format = NonNullable<AnnotationStyle['format']>
const props = defineProps<{ label: string; format: Format | undefined; none: string }>()
const emit = defineEmits<{ set: [format: Format | undefined] }>()
const UNITS: readonly { readonly value: Format['in'] | ''; readonly title: string }[] = [
  { value: 'mm', title: 'Millimetres' },
  { value: 'cm', title: 'Centimetres' },
  { value: 'm', title: 'Metres' },
  { value: 'feet-inches', title: 'Feet and inches' },
  { value: 'inches', title: 'Inches' },
]
const units = computed(() => [{ value: '' as const, title: props.none }, ...UNITS])
function setUnit(unit: Format['in'] | ''): void {
  switch (unit) {
    case '':
      return emit('set', undefined)
    case 'mm':
    case 'cm':
    case 'm':
      return emit('set', {
        in: unit,
        stepMm: props.format && 'stepMm' in props.format ? props.format.stepMm : 1,
      })
    case 'feet-inches':
    case 'inches':
      return emit('set', {
        in: unit,
        fraction: props.format && 'fraction' in props.format ? props.format.fraction : 16,
      })
  }
}
const steps = computed(() => {
  const now = props.format
  if (!now) return []
  if ('fraction' in now)
    return INCH_PARTS.map((n) => ({ value: n as number, title: n === 1 ? 'whole inches' : `1/${n}"` }))
  const all = [...new Set([...METRIC_STEPS, now.stepMm])].sort((p, q) => p - q)
  return all.map((mm) => ({ value: mm, title: `${mm} mm` }))
})
const step = computed(() =>
  props.format ? ('fraction' in props.format ? props.format.fraction : props.format.stepMm) : null,
)
function setStep(value: number): void {
  const now = props.format
  if (!now) return
  if ('stepMm' in now) emit('set', { in: now.in, stepMm: value })
  else emit('set', { in: now.in, fraction: INCH_PARTS.find((n) => n === value)! })
}
</script>

<template>
  <v-select
    :class="{ whole: !format }"
    :label="label"
    :items="units"
    :model-value="format?.in ?? ''"
    @update:model-value="(unit: string) => setUnit(unit as Format['in'] | '')"
  />
  <v-select
    v-if="format"
    :label="`${label}, to`"
    :items="steps"
    :model-value="step"
    @update:model-value="(value: number | null) => value !== null && setStep(value)"
  />
</template>

<style scoped>
.whole {
  grid-column: 1 / -1;
}
</style>
