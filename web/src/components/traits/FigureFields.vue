<script setup lang="ts">
import { computed } from 'vue'
import { figureBetween } from '@lamina/core/annotate'
import { setFigure, type FigureFacts } from '@lamina/core/edit'
import type { Dimension } from '@lamina/core/records'
import { useProject } from '../../store/project'
import TextField from '../TextField.vue'

/** What is said of one figure of a row besides what it measures. */
const props = defineProps<{ record: Dimension; between: readonly [number, number]; measured: string }>()
const store = useProject()
const said = computed(() => figureBetween(props.record.figures ?? [], ...props.between))
const set = (facts: FigureFacts): unknown =>
  store.edit('Figure', (project) => setFigure(project, props.record.id, props.between, facts))
const words = (text: string): string | null => (text === '' ? null : text)
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
    <TextField
      v-if="!said?.equal"
      label="In its place"
      :shown="said?.instead ?? ''"
      @set="(text) => set({ instead: words(text.trim()) })"
    />
    <p v-if="said?.instead !== undefined" class="small">
      It is underlined: {{ measured }} is measured.
      <button v-if="!said.accepted" type="button" class="link" @click="set({ accepted: true })">
        It is meant so
      </button>
    </p>
    <TextField label="Before it" :shown="said?.before ?? ''" @set="(text) => set({ before: words(text) })" />
    <TextField label="After it" :shown="said?.after ?? ''" @set="(text) => set({ after: words(text) })" />
    <TextField
      label="Beneath the line"
      :shown="said?.beneath ?? ''"
      @set="(text) => set({ beneath: words(text.trim()) })"
    />
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
.link {
  border: none;
  padding: 0;
  background: none;
  font: inherit;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
  cursor: pointer;
}
</style>
