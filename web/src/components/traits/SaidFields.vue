<script setup lang="ts">
import type { FigureFacts } from '@lamina/core/edit'
import type { RoundDimension } from '@lamina/core/records'
import TextField from '../TextField.vue'

/** What stands in the place of a figure, before, after and beneath it. */
defineProps<{
  said: NonNullable<RoundDimension['figure']>
  measured: string
  /** It says that its part is equal to others, so no other words stand in its place. */
  equal?: boolean
}>()
const emit = defineEmits<{ set: [facts: FigureFacts] }>()
const words = (text: string): string | null => (text === '' ? null : text)
</script>

<template>
  <TextField
    v-if="!equal"
    label="In its place"
    :shown="said.instead ?? ''"
    @set="(text) => emit('set', { instead: words(text.trim()) })"
  />
  <p v-if="said.instead !== undefined" class="small">
    It is underlined: {{ measured }} is measured.
    <button v-if="!said.accepted" type="button" class="link" @click="emit('set', { accepted: true })">
      It is meant so
    </button>
  </p>
  <TextField
    label="Before it"
    :shown="said.before ?? ''"
    @set="(text) => emit('set', { before: words(text) })"
  />
  <TextField
    label="After it"
    :shown="said.after ?? ''"
    @set="(text) => emit('set', { after: words(text) })"
  />
  <TextField
    label="Beneath the line"
    :shown="said.beneath ?? ''"
    @set="(text) => emit('set', { beneath: words(text.trim()) })"
  />
</template>
