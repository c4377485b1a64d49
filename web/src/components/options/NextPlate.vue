<script setup lang="ts">
import { computed } from 'vue'
import { useNamed } from '../named'

/** What the next floor or roof is made of. */
const type = defineModel<string | undefined>({ required: true })
const types = useNamed('plateType')
const NONE = ''
const choices = computed(() => [{ value: NONE, title: 'Nothing in particular' }, ...types.value])
</script>

<template>
  <v-select
    label="Made of"
    :items="choices"
    :model-value="choices.some(({ value }) => value === type) ? type : NONE"
    @update:model-value="(id: string) => (type = id || undefined)"
  />
</template>
