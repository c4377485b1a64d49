<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { isTyping } from '../surface/useSurface'

/** A panel of tables over the board: layers, wall types, materials, levels. */
defineProps<{ title: string; width?: number }>()
const emit = defineEmits<{ close: [] }>()
/** Escape in a field puts it back; elsewhere it closes the panel. */
function leave(event: KeyboardEvent): void {
  if (isTyping(event.target)) return
  event.stopPropagation()
  emit('close')
}
</script>

<template>
  <section class="panel" :style="{ width: `${width ?? 500}px` }" :aria-label="title" @keydown.esc="leave">
    <header>
      <h2>{{ title }}</h2>
      <button type="button" title="Close (Esc)" aria-label="Close" @click="emit('close')">
        <v-icon :icon="mdiClose" size="18" />
      </button>
    </header>
    <slot />
  </section>
</template>

<style scoped>
.panel {
  position: absolute;
  z-index: 4;
  right: 14px;
  top: 14px;
  max-height: calc(100% - 28px);
  overflow-y: auto;
  padding: 13px 16px 16px;
  display: grid;
  gap: 10px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 12%);
}
header {
  display: flex;
  justify-content: space-between;
}
.panel :deep(h3) {
  font-size: 14px;
  font-weight: 600;
}
.panel :deep(table) {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
.panel :deep(th) {
  text-align: left;
  font-weight: 500;
  font-size: 12px;
  color: rgb(var(--v-theme-soft-ink));
  padding: 2px 4px;
}
.panel :deep(td) {
  padding: 1px 4px;
  border-top: 1px dotted rgb(var(--v-theme-hairline));
}
.panel :deep(td input),
.panel :deep(td select),
.panel :deep(input.name) {
  font: inherit;
  color: rgb(var(--v-theme-ink));
  background: none;
  border: 0;
  border-radius: 4px;
  padding: 3px 2px;
  width: 100%;
}
.panel :deep(td select) {
  min-width: 88px;
}
.panel :deep(select option) {
  color: #1e2a38;
}
.panel :deep(.number) {
  text-align: right;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.panel :deep(th.number) {
  text-align: right;
}
.panel :deep(.marks) {
  white-space: nowrap;
}
.panel :deep(td button),
.panel :deep(header button) {
  font: inherit;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  cursor: pointer;
  padding: 3px 4px;
  border-radius: 4px;
}
.panel :deep(td button:disabled) {
  opacity: 0.35;
  cursor: default;
}
.panel :deep(button.words) {
  text-decoration: underline;
}
.panel :deep(form) {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: center;
}
</style>
