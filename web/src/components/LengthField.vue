<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import {
  echoLength,
  formatLength,
  formatLengthWithUnit,
  otherReading,
  parseLength,
  type Units,
} from '@lamina/core/units'

/** A length typed in any unit; what was understood is echoed before it is used. */
const props = defineProps<{
  label: string
  /** Null: there is none. */
  mm: number | null
  units: Units
  /** Nothing smaller is taken. */
  least?: number
  /** It stands for several that differ: shown is none, typed is the one of all. */
  various?: boolean
  disabled?: boolean
  /** What none means; it may be emptied then. */
  empty?: string
}>()
const emit = defineEmits<{ set: [mm: number]; clear: [] }>()

const text = ref('')
const editing = ref(false)
const shown = computed(() => (props.various || props.mm === null ? '' : formatLength(props.mm, props.units)))
watch(
  [shown, editing],
  () => {
    if (!editing.value) text.value = shown.value
  },
  { immediate: true },
)
/** It is to be none. */
const clears = computed(() => props.empty !== undefined && text.value.trim() === '')
const parsed = computed(() => parseLength(text.value, props.units))
const fault = computed(() => {
  if (!editing.value || text.value === shown.value || clears.value) return ''
  if (!parsed.value.ok) return parsed.value.message
  if (props.least !== undefined && parsed.value.mm < props.least)
    return `At least ${formatLength(props.least, props.units)}.`
  return ''
})
/** So many times smaller or larger than what stands there a figure can hardly be meant. */
const FAR = 8
const other = computed(() => {
  if (!editing.value || text.value === shown.value || props.mm === null) return null
  const found = otherReading(text.value, props.units, Math.abs(props.mm) / FAR)
  return found && Math.abs(found.mm) <= Math.abs(props.mm) * FAR ? found : null
})
const echo = computed(() => {
  if (!editing.value || !parsed.value.ok || fault.value || text.value === shown.value) return ''
  const read = echoLength(parsed.value.mm, parsed.value.bare, props.units)
  return other.value ? `${read}. Or ${formatLengthWithUnit(other.value.mm, props.units)}? ↑` : read
})
function takeOther(): void {
  if (other.value) text.value = other.value.text
}
/** What was taken last: leaving the field after Enter is no second change. */
let taken = ''
function take(): void {
  if (!editing.value || text.value === shown.value || text.value === taken) return
  if (clears.value) {
    taken = text.value
    emit('clear')
    return
  }
  if (!parsed.value.ok || fault.value) return
  taken = text.value
  emit('set', parsed.value.mm)
}
/** What is refused stays, selected, to be typed anew. */
function enter(event: KeyboardEvent): void {
  if (!fault.value) {
    take()
    return
  }
  event.stopPropagation()
  ;(event.target as HTMLInputElement).select()
}
function leave(): void {
  take()
  editing.value = false
  taken = ''
  text.value = shown.value
}
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :disabled="disabled"
    :placeholder="various ? 'Various' : empty"
    :persistent-placeholder="various || empty !== undefined"
    :error-messages="fault ? [fault] : []"
    :hint="echo"
    :persistent-hint="echo !== ''"
    autocomplete="off"
    spellcheck="false"
    @focus="editing = true"
    @blur="leave"
    @keydown.up.prevent="takeOther"
    @keydown.enter.prevent="enter"
    @keydown.esc.stop="((text = shown), ($event.target as HTMLElement).blur())"
  />
</template>
