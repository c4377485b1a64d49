<script setup lang="ts">
import type { SeamType } from '@lamina/core/records'
import { useValues } from '../../store/values'
import { SEAMS } from '../choices'

/** The seams of the next weld. */
const values = useValues()
const set = (facts: Partial<typeof values.weld>): void => {
  const made = { ...values.weld, ...facts }
  // A weld has one seam at least.
  values.weld = made.arrow || made.other ? made : { ...made, arrow: 'fillet' }
}
</script>

<template>
  <v-select
    label="Seam, arrow side"
    :items="SEAMS"
    :model-value="values.weld.arrow"
    @update:model-value="(arrow: SeamType | null) => set({ arrow })"
  />
  <v-select
    label="Seam, other side"
    :items="SEAMS"
    :model-value="values.weld.other"
    @update:model-value="(other: SeamType | null) => set({ other })"
  />
  <v-checkbox
    label="All round"
    density="compact"
    hide-details
    :model-value="values.weld.around"
    @update:model-value="(around) => set({ around: around === true })"
  />
  <v-checkbox
    label="Made on site"
    density="compact"
    hide-details
    :model-value="values.weld.site"
    @update:model-value="(site) => set({ site: site === true })"
  />
</template>
