<script setup lang="ts">
import { RAIL_MADE } from '../choices'
import LengthField from '../LengthField.vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** What the next balustrade is like. */
const store = useProject()
const values = useValues()
const set = (facts: Partial<typeof values.rail>): void => void (values.rail = { ...values.rail, ...facts })
</script>

<template>
  <v-select
    label="Made"
    :items="RAIL_MADE"
    :model-value="values.rail.made"
    @update:model-value="(made: typeof values.rail.made) => set({ made })"
  />
  <LengthField
    label="Height"
    :mm="values.rail.height"
    :units="store.units"
    :least="1"
    @set="(height) => set({ height })"
  />
</template>
