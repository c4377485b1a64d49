<script setup lang="ts">
import { computed } from 'vue'
import { figureBetween } from '@lamina/core/annotate'
import type { Scene } from '@lamina/core/derive'
import { setFigure, type FigureFacts } from '@lamina/core/edit'
import type { Dimension } from '@lamina/core/records'
import { useReading } from '../../store/reading'
import SaidFields from './SaidFields.vue'

/** What is said of one figure of a row besides what it measures. */
const props = defineProps<{
  record: Dimension
  between: readonly [number, number]
  measured: string
  scene: Scene
}>()
const reading = useReading()
const said = computed(() => figureBetween(props.record.figures ?? [], ...props.between))
const set = (facts: FigureFacts): unknown =>
  reading.edit('Figure', props.scene.board, [props.record.id], (project) =>
    setFigure(project, props.record.id, props.between, facts),
  )
</script>

<template>
  <div class="said">
    <v-checkbox
      label="EQ, as others that say so"
      density="compact"
      hide-details
      :model-value="said?.equal ?? false"
      @update:model-value="(equal) => set(equal ? { equal: true, instead: null } : { equal: null })"
    />
    <SaidFields :said="said ?? {}" :equal="said?.equal ?? false" :measured="measured" @set="set" />
    <button v-if="said?.moved" type="button" class="link small" @click="set({ moved: null })">
      Back to its own place
    </button>
  </div>
</template>

<style scoped>
.said {
  display: grid;
  gap: 10px;
  padding: 6px 0 10px;
}
</style>
