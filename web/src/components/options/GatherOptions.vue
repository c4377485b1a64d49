<script setup lang="ts">
import { useValues } from '../../store/values'
import type { WantedRows } from '@lamina/core/gather'
import { MEASURES } from '../choices'

/** Which rows a side gets, and what of walls they measure to. */
const values = useValues()
const OPENINGS = [
  { value: 'jambs', title: 'To their jambs' },
  { value: 'centres', title: 'To their centres' },
  { value: null, title: 'No row of openings' },
]
const set = (facts: Partial<WantedRows>): void => {
  values.gathers = { ...values.gathers, ...facts }
}
const ROWS = [
  { key: 'corners', title: 'Corners, floors' },
  { key: 'grid', title: 'Grid lines' },
  { key: 'overall', title: 'The whole' },
] as const
</script>

<template>
  <template v-if="(values.ways.gather ?? 'side') === 'side'">
    <v-select
      :model-value="values.gathers.openings"
      label="Openings (J)"
      :items="OPENINGS"
      @update:model-value="(openings) => set({ openings })"
    />
    <v-checkbox
      v-for="{ key, title } in ROWS"
      :key="key"
      :model-value="values.gathers[key]"
      :label="title"
      density="compact"
      hide-details
      @update:model-value="(wanted) => set({ [key]: wanted === true })"
    />
  </template>
  <v-select
    :model-value="values.measures ?? 'finish'"
    label="Walls measured to (W)"
    :items="MEASURES"
    @update:model-value="(to) => (values.measures = to)"
  />
</template>
