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
const FILMS = [
  { value: 'none', title: 'None' },
  { value: 'over', title: 'Over it' },
  { value: 'under', title: 'Under it' },
]
const set = (facts: { readonly [F in keyof Slab]?: Slab[F] | undefined }): unknown =>
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
  <v-select
    label="Damp-proof film"
    :items="FILMS"
    :model-value="record.film ?? 'none'"
    @update:model-value="
      (film: string) => set({ film: film === 'none' ? undefined : (film as 'over' | 'under') })
    "
  />
</template>
