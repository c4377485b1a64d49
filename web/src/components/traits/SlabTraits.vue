<script setup lang="ts">
import { setFacts } from '@lamina/core/edit'
import { pathArea } from '@lamina/core/geometry'
import type { Slab } from '@lamina/core/records'
import { formatArea } from '@lamina/core/units'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import PlateType from './PlateType.vue'
import type { CardProps } from './card'

/** Facts of a floor slab. */
const props = defineProps<CardProps<'slab'>>()
const store = useProject()
const set = (facts: Partial<Slab>): unknown =>
  store.edit('Slab', (project) => setFacts(project, 'slab', props.record.id, facts))
</script>

<template>
  <FactRows :rows="[['Area', formatArea(Math.abs(pathArea(record.outline)), store.units)]]" />
  <PlateType :record="record" />
  <LengthField
    v-if="record.type === undefined"
    label="Thickness"
    :mm="record.thickness"
    :units="store.units"
    :least="1"
    @set="(thickness) => set({ thickness })"
  />
  <LengthField
    label="Top above the level"
    :mm="record.top"
    :units="store.units"
    @set="(top) => set({ top })"
  />
</template>
