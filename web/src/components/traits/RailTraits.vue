<script setup lang="ts">
import { setFacts } from '@lamina/core/edit'
import { pathLength } from '@lamina/core/geometry'
import type { Rail } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import { RAIL_MADE } from '../choices'
import type { CardProps } from './card'

/** Facts of a balustrade. */
const props = defineProps<CardProps<'rail'>>()
const store = useProject()
const set = (facts: Partial<Rail>): unknown =>
  store.edit('Balustrade', (project) => setFacts(project, 'rail', props.record.id, facts))
</script>

<template>
  <FactRows :rows="[['Length', formatLength(pathLength(record.path), store.units)]]" />
  <v-select
    label="Made"
    :items="RAIL_MADE"
    :model-value="record.made"
    @update:model-value="(made: typeof record.made) => set({ made })"
  />
  <LengthField
    label="Height"
    :mm="record.height"
    :units="store.units"
    :least="1"
    @set="(height) => set({ height })"
  />
</template>
