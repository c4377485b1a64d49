<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { echoLength, formatAngle, parseAngle, parseLength, type Units } from '@lamina/core/units'
import type { TagField } from '../tools/tool'

/** The small typed fields that travel with the pointer, with an echo of what was understood. */
const props = defineProps<{
  fields: readonly TagField[]
  typed: Readonly<Record<string, string>>
  remark: string
  units: Units
  x: number
  y: number
  width: number
  height: number
  /** The drawing runs downwards from the last point: the tag stands above. */
  above: boolean
}>()
const emit = defineEmits<{ type: [key: string, text: string]; enter: []; back: [] }>()

const inputs = ref<HTMLInputElement[]>([])
const box = ref<HTMLElement | null>(null)

interface Understood {
  readonly echo: string
  readonly fault: boolean
}
function understand(field: TagField): Understood | null {
  const text = props.typed[field.key]
  if (!text || field.kind === 'text') return null
  if (field.kind === 'angle') {
    const angle = parseAngle(text)
    return angle.ok
      ? { echo: formatAngle(angle.radians), fault: false }
      : { echo: angle.message, fault: true }
  }
  const length = parseLength(text, props.units)
  return length.ok
    ? { echo: echoLength(length.mm, length.bare, props.units), fault: false }
    : { echo: length.message, fault: true }
}
const echoes = computed(() => props.fields.map(understand).filter((entry) => entry !== null))
const fault = computed(() => echoes.value.find((entry) => entry.fault))
const line = computed(() =>
  fault.value
    ? fault.value.echo
    : [...echoes.value.map((entry) => entry.echo), props.remark].filter(Boolean).join(' · '),
)

/** Beside the pointer, clear of what is being drawn, inside the window. */
const at = computed(() => {
  const w = box.value?.offsetWidth ?? 220
  const h = box.value?.offsetHeight ?? 56
  const left = Math.min(props.width - w - 8, Math.max(8, props.x + 22))
  const top = props.above ? props.y - h - 22 : props.y + 24
  return { left: `${left}px`, top: `${Math.min(props.height - h - 8, Math.max(8, top))}px` }
})

/** A key pressed on the board is typed into the first field. */
async function begin(letter: string): Promise<void> {
  const field = props.fields[0]
  if (!field) return
  emit('type', field.key, (props.typed[field.key] ?? '') + letter)
  await nextTick()
  inputs.value[0]?.focus()
}
async function focusFirst(): Promise<void> {
  await nextTick()
  inputs.value[0]?.focus()
}
watch(
  () => props.fields.map((field) => field.key).join(),
  () => {
    if (props.fields[0]?.kind === 'text') void focusFirst()
  },
)
function onTab(event: KeyboardEvent, index: number): void {
  const next = inputs.value[(index + (event.shiftKey ? props.fields.length - 1 : 1)) % props.fields.length]
  if (!next) return
  event.preventDefault()
  next.focus()
  next.select()
}
defineExpose({ begin, focusFirst })
</script>

<template>
  <div v-show="fields.length > 0" ref="box" class="tag" :style="at" data-test="measure-tag">
    <div class="fields">
      <label v-for="(field, index) in fields" :key="field.key">
        <span>{{ field.label }}</span>
        <input
          ref="inputs"
          :value="typed[field.key] ?? ''"
          :placeholder="field.shown"
          :aria-label="field.label"
          :class="field.kind"
          autocomplete="off"
          spellcheck="false"
          @input="emit('type', field.key, ($event.target as HTMLInputElement).value)"
          @keydown.enter.prevent="emit('enter')"
          @keydown.esc.prevent.stop="emit('back')"
          @keydown.tab="onTab($event, index)"
        />
      </label>
    </div>
    <p v-if="line" :class="{ fault: fault }" data-test="echo">{{ line }}</p>
  </div>
</template>

<style scoped>
.tag {
  position: absolute;
  z-index: 3;
  padding: 6px 10px;
  border: 1px solid rgb(var(--v-theme-live));
  border-radius: 8px;
  background: rgb(var(--v-theme-surface));
  box-shadow: 0 4px 14px rgb(0 0 0 / 14%);
  font-size: 13px;
  pointer-events: none;
  max-width: 340px;
}
.fields {
  display: flex;
  gap: 12px;
}
label {
  display: flex;
  gap: 6px;
  align-items: baseline;
  color: rgb(var(--v-theme-soft-ink));
}
label > span {
  white-space: nowrap;
}
input {
  pointer-events: auto;
  width: 74px;
  font:
    600 14px 'Hanken Grotesk',
    sans-serif;
  color: rgb(var(--v-theme-ink));
  border: 0;
  border-bottom: 1.5px solid rgb(var(--v-theme-live));
  background: none;
  padding: 0 1px;
}
input.text {
  width: 210px;
}
input.angle {
  width: 52px;
}
input::placeholder {
  color: rgb(var(--v-theme-ink));
  opacity: 0.75;
  font-weight: 500;
}
input:focus-visible {
  outline: none !important;
  background: rgb(var(--v-theme-live-wash));
}
p {
  margin: 3px 0 0;
  font-size: 12px;
  color: rgb(var(--v-theme-soft-ink));
}
.fault {
  color: rgb(var(--v-theme-warning));
}
</style>
