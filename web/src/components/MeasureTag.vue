<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import {
  echoLength,
  formatAngle,
  formatBearing,
  formatLengthWithUnit,
  otherReading,
  type Units,
} from '@lamina/core/units'
import type { Typing } from '../surface/typing'
import type { TagField } from '../tools/tool'
import { understand } from '../tools/typed'

/** The small typed fields that travel with the pointer, with an echo of what was understood. */
const props = defineProps<{
  fields: readonly TagField[]
  typing: Typing
  remark: string
  units: Units
  x: number
  y: number
  width: number
  height: number
  /** The drawing runs downwards from the last point: the tag stands above. */
  above: boolean
}>()
const emit = defineEmits<{ type: [key: string, text: string]; enter: []; back: []; leave: []; again: [] }>()

const box = ref<HTMLElement | null>(null)
type Input = HTMLInputElement | HTMLTextAreaElement
/** The fields as they stand, in order. */
const inputs = (): Input[] => [...(box.value?.querySelectorAll<Input>('input, textarea') ?? [])]
const typed = computed(() => props.typing.texts)

interface Echo {
  readonly echo: string
  readonly fault: boolean
}
function echoOf(field: TagField): Echo | null {
  const text = typed.value[field.key]
  if (!text || field.kind === 'text') return null
  const read = understand(text, field.kind, props.units)
  if (!read.ok) return { echo: read.message, fault: true }
  switch (field.kind) {
    case 'angle':
      return { echo: formatAngle(read.value), fault: false }
    case 'bearing':
      return { echo: formatBearing(read.value), fault: false }
    case 'number':
      return { echo: '', fault: false }
    case 'lengths':
      return {
        echo: (read.all ?? [read.value]).map((mm) => echoLength(mm, read.bare, props.units)).join('; '),
        fault: false,
      }
    case 'length':
      return { echo: echoLength(read.value, read.bare, props.units), fault: false }
  }
}
/** The first field whose bare number can hardly be meant as it reads, with its other reading. */
const doubtful = computed(() => {
  for (const field of props.fields) {
    const text = typed.value[field.key]
    if (!text || (field.kind !== 'length' && field.kind !== 'lengths')) continue
    const other = otherReading(text, props.units, field.least)
    if (other) return { field, other, shown: formatLengthWithUnit(other.mm, props.units) }
  }
  return null
})
/** ↑: the other reading of a doubted figure, or what was typed last, again. */
function onUp(): void {
  if (doubtful.value) emit('type', doubtful.value.field.key, doubtful.value.other.text)
  else emit('again')
}
const echoes = computed(() => props.fields.map(echoOf).filter((entry) => entry !== null))
const fault = computed(() => echoes.value.find((entry) => entry.fault))
const line = computed(() =>
  fault.value
    ? fault.value.echo
    : [...echoes.value.map((entry) => entry.echo), props.remark].filter(Boolean).join(' · '),
)

/** How large the tag is with what it holds now. */
const size = ref({ w: 220, h: 56 })
const observer = new ResizeObserver(() => {
  if (box.value) size.value = { w: box.value.offsetWidth, h: box.value.offsetHeight }
})
watch(box, (now) => {
  observer.disconnect()
  if (now) observer.observe(now)
})
onBeforeUnmount(() => observer.disconnect())

/** Beside the pointer, clear of what is being drawn, inside the window. */
const at = computed(() => {
  const { w, h } = size.value
  const left = Math.min(props.width - w - 8, Math.max(8, props.x + 22))
  const top = props.above ? props.y - h - 22 : props.y + 24
  return { left: `${left}px`, top: `${Math.min(props.height - h - 8, Math.max(8, top))}px` }
})

/** The field that has the keys gets the window's focus too. */
watch(
  [
    () => props.typing.at.value,
    () => props.typing.asked.value,
    () => props.fields.map(({ key }) => key).join(),
  ],
  ([key]) => {
    const input = inputs()[props.fields.findIndex((field) => field.key === key)]
    const { activeElement } = document
    if (!input) {
      if (key === null && (activeElement === document.body || box.value?.contains(activeElement)))
        emit('leave')
      return
    }
    input.focus({ preventScroll: true })
    if (props.typing.selected.value) input.select()
    else input.setSelectionRange(input.value.length, input.value.length)
  },
  { flush: 'post' },
)
/** What was typed in a field by itself, and how much of it is selected. */
function onInput(key: string, event: Event): void {
  const { value } = event.target as Input
  // What was pasted as two sizes goes into both fields.
  const by = props.fields.find((field) => field.key === key)?.by
  const two = by === undefined ? null : /^(.*\S)\s*[x×]\s*(\S.*)$/i.exec(value)
  if (two) {
    emit('type', key, two[1]!)
    props.typing.put(by!, two[2]!)
  } else emit('type', key, value)
}
function onSelect(): void {
  const input = document.activeElement as Input
  const field = props.fields[inputs().indexOf(input)]
  if (!field) return
  const { value, selectionStart, selectionEnd } = input
  props.typing.heard(field.key, value, selectionStart === 0 && selectionEnd === value.length)
}
onMounted(() => document.addEventListener('selectionchange', onSelect))
onBeforeUnmount(() => document.removeEventListener('selectionchange', onSelect))
function onTab(event: KeyboardEvent): void {
  if (props.typing.next(event.shiftKey ? -1 : 1)) event.preventDefault()
}
function onEnter(event: KeyboardEvent): void {
  // In words Shift+Enter begins a line.
  if (event.shiftKey && event.target instanceof HTMLTextAreaElement) return
  event.preventDefault()
  emit('enter')
}
</script>

<template>
  <div v-show="fields.length > 0" ref="box" class="tag" :style="at" data-test="measure-tag">
    <div class="fields">
      <label v-for="field in fields" :key="field.key">
        <span>{{ field.label }}</span>
        <textarea
          v-if="field.kind === 'text'"
          :value="typed[field.key] ?? ''"
          :placeholder="field.shown"
          :aria-label="field.label"
          :rows="(typed[field.key] ?? '').split('\n').length"
          spellcheck="false"
          @input="onInput(field.key, $event)"
          @keydown.enter="onEnter"
          @keydown.esc.prevent.stop="emit('back')"
          @keydown.tab="onTab"
        />
        <input
          v-else
          :value="typed[field.key] ?? ''"
          :placeholder="field.shown"
          :aria-label="field.label"
          :class="field.kind"
          autocomplete="off"
          spellcheck="false"
          @input="onInput(field.key, $event)"
          @keydown.enter="onEnter"
          @keydown.esc.prevent.stop="emit('back')"
          @keydown.tab="onTab"
          @keydown.up.prevent="onUp"
        />
      </label>
    </div>
    <p v-if="doubtful && !fault" class="doubt" data-test="other-reading">
      Or {{ doubtful.shown }}? <kbd>↑</kbd>
    </p>
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
  max-width: 440px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
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
/* A pointer that runs into the tag points to what lies beneath: the tag goes along with it. A finger rests. */
@media (pointer: coarse) {
  input,
  textarea {
    pointer-events: auto;
  }
}
input,
textarea {
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
textarea {
  width: 210px;
  resize: none;
  overflow: hidden;
}
.doubt {
  color: rgb(var(--v-theme-settle));
  font-weight: 600;
}
input.number {
  width: 44px;
}
input.bearing {
  width: 96px;
}
input.angle {
  width: 52px;
}
input::placeholder,
textarea::placeholder {
  color: rgb(var(--v-theme-ink));
  opacity: 0.75;
  font-weight: 500;
}
input:focus-visible,
textarea:focus-visible {
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
