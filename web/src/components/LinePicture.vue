<script setup lang="ts">
import { computed } from 'vue'
import { dashedPoints } from '@lamina/core/display'

/** A line type with its pen, three pixels to the millimetre on paper. */
const props = withDefaults(
  defineProps<{ dashes: readonly number[]; penMm: number; tone: number; width?: number }>(),
  { width: 54 },
)
const MM = 3
const d = computed(() => {
  const line = {
    vertices: [
      { x: 1, y: 5, sweep: 0 },
      { x: props.width - 1, y: 5, sweep: 0 },
    ],
    closed: false,
  }
  const points =
    props.dashes.length > 0
      ? dashedPoints(
          line,
          props.dashes.map((mm) => mm * MM),
          MM,
        )
      : null
  const all = points ?? [1, 5, props.width - 1, 5]
  let text = ''
  for (let i = 0; i + 3 < all.length; i += 4) text += `M${all[i]} 5H${all[i + 2]}`
  return text
})
</script>

<template>
  <svg :width="width" height="10" aria-hidden="true">
    <path
      :d="d"
      :stroke-width="Math.max(0.8, penMm * MM)"
      :opacity="1 - tone"
      stroke="currentColor"
      stroke-linecap="round"
    />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
}
</style>
