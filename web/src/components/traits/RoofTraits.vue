<script setup lang="ts">
import { computed } from 'vue'
import { setRoof } from '@lamina/core/edit'
import { solveRoof } from '@lamina/core/roofs'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import AngleField from '../AngleField.vue'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import { ROOF_FORMS } from '../choices'
import type { CardProps } from './card'

/** Facts of a roof. */
const props = defineProps<CardProps<'roof'>>()
const store = useProject()
const high = computed(() => solveRoof(props.record)?.high ?? null)
const set = (facts: Parameters<typeof setRoof>[2]): unknown =>
  store.edit('Roof', (project) => setRoof(project, props.record.id, facts))
</script>

<template>
  <FactRows
    :rows="[['Rises above the eaves', high === null ? 'unknown' : formatLength(high, store.units)]]"
  />
  <v-select
    label="Form"
    :items="ROOF_FORMS"
    :model-value="record.form"
    @update:model-value="(form: typeof record.form) => set({ form })"
  />
  <template v-if="record.form !== 'flat'">
    <AngleField label="Pitch" :radians="record.pitch" @set="(pitch) => set({ pitch })" />
    <AngleField
      v-if="record.form !== 'hipped'"
      :label="record.form === 'mono' ? 'Way down' : 'Way of the ridge'"
      :radians="record.turn"
      @set="(turn) => set({ turn })"
    />
  </template>
  <div class="pair">
    <LengthField
      label="Overhang"
      :mm="record.overhang"
      :units="store.units"
      @set="(overhang) => set({ overhang })"
    />
    <LengthField
      label="Fascia"
      :mm="record.fascia"
      :units="store.units"
      :least="1"
      @set="(fascia) => set({ fascia })"
    />
  </div>
  <LengthField
    label="Eaves above the floor"
    :mm="record.eaves"
    :units="store.units"
    @set="(eaves) => set({ eaves })"
  />
</template>
