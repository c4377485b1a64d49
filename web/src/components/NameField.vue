<script setup lang="ts">
import { nextTick } from 'vue'
import { fieldOf } from './fields'

/** The name of something, typed in a table or over its facts. A name that is refused gives way to the one it has. */
const props = defineProps<{ name: string; label: string }>()
const emit = defineEmits<{ rename: [name: string] }>()
async function take(event: Event): Promise<void> {
  const field = fieldOf(event)
  if (field.value.trim() !== props.name) emit('rename', field.value)
  await nextTick()
  field.value = props.name
}
</script>

<template>
  <input :value="name" :aria-label="label" @change="take" />
</template>
