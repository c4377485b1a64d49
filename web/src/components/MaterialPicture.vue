<script setup lang="ts">
import { computed } from 'vue'
import type { Material } from '@lamina/core/records'
import { sectionPicture } from './sectionPicture'

/** A little of a material as it is cut. */
const props = defineProps<{ material: Material }>()
const WIDTH = 34
const HEIGHT = 18
const picture = computed(() => sectionPicture(props.material, { x: 0, width: WIDTH, height: HEIGHT }))
</script>

<template>
  <svg :width="WIDTH" :height="HEIGHT" aria-hidden="true">
    <rect
      x="0.5"
      y="0.5"
      :width="WIDTH - 1"
      :height="HEIGHT - 1"
      :fill="picture.fill"
      stroke="#1E2A38"
      :stroke-width="Math.min(2, (material.penMm ?? 0.35) * 2.2)"
    />
    <path :d="picture.d" stroke="#1E2A38" stroke-width="0.6" opacity="0.7" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
}
</style>
