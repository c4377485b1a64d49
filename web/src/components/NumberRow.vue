<script setup lang="ts">
import { mdiBackspaceOutline, mdiKeyboardReturn, mdiKeyboardTab } from '@mdi/js'
import { computed } from 'vue'
import type { Units } from '@lamina/core/units'

/** Figures under the thumb, for whoever draws with a finger or a pen: they go where the keys of a keyboard go. */
const props = defineProps<{ units: Units }>()
const emit = defineEmits<{ key: [key: string] }>()

const marks = computed(() =>
  props.units.system === 'metric' ? ['.', '-', '×', ';'] : ["'", '"', '/', ' ', '-', '×', ';'],
)
const WORDS: Readonly<Record<string, string>> = { ' ': 'space', '×': 'by', "'": 'feet', '"': 'inches' }
const keys = computed(() => [...'1234567890', ...marks.value])
const ACTS = [
  { key: 'Backspace', icon: mdiBackspaceOutline, name: 'Correct' },
  { key: 'Tab', icon: mdiKeyboardTab, name: 'Next field' },
  { key: 'Enter', icon: mdiKeyboardReturn, name: 'Take it' },
  { key: 'Escape', icon: null, name: 'One step back' },
] as const
</script>

<template>
  <div class="numbers" role="toolbar" aria-label="Figures" data-test="numbers" @pointerdown.prevent>
    <button
      v-for="key in keys"
      :key="key"
      type="button"
      tabindex="-1"
      :aria-label="WORDS[key] ?? key"
      @click="emit('key', key === '×' ? 'x' : key)"
    >
      {{ key === ' ' ? '␣' : key }}
    </button>
    <button
      v-for="act in ACTS"
      :key="act.key"
      type="button"
      tabindex="-1"
      class="act"
      :aria-label="act.name"
      :title="act.name"
      @click="emit('key', act.key)"
    >
      <v-icon v-if="act.icon" :icon="act.icon" size="20" />
      <template v-else>Esc</template>
    </button>
  </div>
</template>

<style scoped>
.numbers {
  position: absolute;
  z-index: 3;
  bottom: 10px;
  left: 50%;
  translate: -50%;
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 4px;
  max-width: calc(100% - 16px);
  padding: 6px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  touch-action: manipulation;
}
button {
  min-width: 40px;
  height: 44px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 7px;
  background: rgb(var(--v-theme-film));
  color: rgb(var(--v-theme-ink));
  font:
    600 16px 'Hanken Grotesk',
    sans-serif;
  cursor: pointer;
}
.act {
  color: rgb(var(--v-theme-live));
}
</style>
