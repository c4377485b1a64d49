<script setup lang="ts">
import { computed } from 'vue'
import { setFacts } from '@lamina/core/edit'
import { balustersOf } from '@lamina/core/framing'
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
const balusters = computed(() => balustersOf(props.record))
const rows = computed((): [string, string][] => {
  const mm = (value: number): string => formatLength(value, store.units)
  const of = balusters.value
  return [
    ['Length', mm(pathLength(props.record.path))],
    ...(of
      ? ([
          [props.record.made === 'glass' ? 'Posts' : 'Balusters', String(of.places.length)],
          ['Clear gap', mm(Math.round(of.clear * 10) / 10)],
          ...(of.left > 0 ? [['Left over', mm(Math.round(of.left * 10) / 10)] as [string, string]] : []),
        ] as [string, string][])
      : []),
  ]
})
const SET_OUT = [
  { value: 'evenly', title: 'Evenly' },
  { value: 'first end', title: 'From its first end' },
  { value: 'last end', title: 'From its last end' },
  { value: 'both ends', title: 'From both ends' },
]
</script>

<template>
  <FactRows :rows="rows" />
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
  <template v-if="record.made !== 'handrail'">
    <LengthField
      label="From middle to middle"
      :mm="record.pitch ?? (record.made === 'glass' ? 1000 : 110)"
      :units="store.units"
      :least="20"
      @set="(pitch) => set({ pitch })"
    />
    <v-select
      label="Set out"
      :items="SET_OUT"
      :model-value="record.setOut ?? 'evenly'"
      @update:model-value="(setOut: NonNullable<Rail['setOut']>) => set({ setOut })"
    />
  </template>
</template>
