<script setup lang="ts">
import { parseNumber } from '@lamina/core/units'
import { useSay } from '../store/say'
import TextField from './TextField.vue'

/** A number typed as an expression; what cannot be understood, or lies outside its bounds, is said. */
const props = defineProps<{ label: string; value: number; whole?: boolean; least?: number; most?: number }>()
const emit = defineEmits<{ set: [value: number] }>()
const say = useSay()
function take(text: string): void {
  const read = parseNumber(text)
  if (!read.ok) say.warn(read.message)
  else {
    const value = props.whole ? Math.round(read.value) : read.value
    const { least = -Infinity, most = Infinity } = props
    if (value >= least && value <= most) emit('set', value)
    else say.warn(`${props.label}: between ${least.toLocaleString('en')} and ${most.toLocaleString('en')}.`)
  }
}
</script>

<template>
  <TextField :label="label" :shown="value" @set="take" />
</template>
