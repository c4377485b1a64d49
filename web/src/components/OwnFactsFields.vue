<script setup lang="ts">
import { ref, watch } from 'vue'
import type { OwnFacts } from '../api'

/** What somebody says of themselves. Initials follow the name until they are typed. */
const model = defineModel<OwnFacts>({ required: true })
const isTyped = ref(model.value.initials !== '')
const set = (facts: Partial<OwnFacts>): void => void (model.value = { ...model.value, ...facts })

const MOST_INITIALS = 6
/** The first letters of the parts of a name. */
const initialsOf = (name: string): string =>
  name
    .split(/[\s-]+/)
    .flatMap((part) => [...part].slice(0, 1))
    .join('')
    .toUpperCase()
    .slice(0, MOST_INITIALS)
watch(
  () => model.value.name,
  (name) => {
    if (!isTyped.value) set({ initials: initialsOf(name) })
  },
)
</script>

<template>
  <v-text-field
    :model-value="model.name"
    label="Name"
    autocomplete="name"
    maxlength="100"
    required
    @update:model-value="(name: string) => set({ name })"
  />
  <v-text-field
    :model-value="model.initials"
    label="Initials"
    hint="They stand in title blocks: drawn, checked."
    persistent-hint
    :maxlength="MOST_INITIALS"
    required
    @update:model-value="
      (initials: string) => {
        isTyped = true
        set({ initials })
      }
    "
  />
  <v-text-field
    :model-value="model.signIn"
    label="Name to sign in with"
    autocomplete="username"
    autocapitalize="none"
    spellcheck="false"
    maxlength="100"
    required
    @update:model-value="(signIn: string) => set({ signIn })"
  />
</template>
