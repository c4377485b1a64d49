<script setup lang="ts">
import { RAIL_SIDES } from '../choices'
import LengthField from '../LengthField.vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** What the next ramp is like. */
const store = useProject()
const values = useValues()
const set = (facts: Partial<typeof values.ramp>): void => void (values.ramp = { ...values.ramp, ...facts })
</script>

<template>
  <LengthField
    label="Width"
    :mm="values.ramp.width"
    :units="store.units"
    :least="50"
    @set="(width) => set({ width })"
  />
  <LengthField
    label="Climbs"
    :mm="values.ramp.rise"
    :units="store.units"
    :least="1"
    @set="(rise) => set({ rise })"
  />
  <v-select
    label="Handrails"
    :items="RAIL_SIDES"
    :model-value="values.ramp.rails"
    @update:model-value="(rails: typeof values.ramp.rails) => set({ rails })"
  />
</template>
