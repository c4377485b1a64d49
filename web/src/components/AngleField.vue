<script setup lang="ts">
import { formatAngle, parseAngle } from '@lamina/core/units'
import { useSay } from '../store/say'
import TextField from './TextField.vue'

/** An angle typed in degrees or as a slope; what cannot be understood is said. */
defineProps<{ label: string; radians: number; disabled?: boolean }>()
const emit = defineEmits<{ set: [radians: number] }>()
const say = useSay()
function take(text: string): void {
  const read = parseAngle(text)
  if (read.ok) emit('set', read.radians)
  else say.warn(read.message)
}
</script>

<template>
  <TextField :label="label" :shown="formatAngle(radians)" :disabled="disabled" @set="take" />
</template>
