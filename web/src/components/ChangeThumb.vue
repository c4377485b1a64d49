<script setup lang="ts">
import { computed } from 'vue'
import type { ChangePicture } from '@lamina/core/annotate'

/** Where something was changed: what came stands out, what went is dashed, what stands around is faint. */
const props = defineProps<{
  /** Undefined: it is not drawn yet; null: nothing of it is seen. */
  picture: ChangePicture | null | undefined
  label: string
  width: number
  height: number
}>()
const layers = computed(() =>
  props.picture
    ? (['around', 'gone', 'now'] as const).map((name) => ({
        name,
        parts: props.picture![name]?.parts ?? [],
      }))
    : [],
)
</script>

<template>
  <span class="thumb" :style="{ width: `${width}px`, height: `${height}px` }">
    <svg
      v-if="picture"
      :role="label ? 'img' : 'presentation'"
      :aria-label="label || undefined"
      :viewBox="`0 0 ${picture.around.width} ${picture.around.height}`"
      :width="width"
      :height="height"
    >
      <g v-for="{ name, parts } in layers" :key="name" :class="name">
        <path v-for="(part, i) in parts" :key="i" :d="part.d" :class="part.by" fill-rule="evenodd" />
      </g>
    </svg>
  </span>
</template>

<style scoped>
.thumb {
  display: block;
  overflow: hidden;
  flex: none;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 6px;
  background: rgb(var(--v-theme-paper));
}
svg {
  display: block;
}
path {
  fill: none;
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}
.around .line {
  stroke: rgb(var(--v-theme-ink));
  opacity: 0.3;
}
.around .fill {
  fill: rgb(var(--v-theme-ink));
  opacity: 0.16;
}
.now .line {
  stroke: rgb(var(--v-theme-live));
  stroke-width: 1.6px;
}
.now .fill {
  fill: rgb(var(--v-theme-live));
}
.gone .line,
.gone .fill {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 1.4px;
  stroke-dasharray: 4 2;
}
</style>
