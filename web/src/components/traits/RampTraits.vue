<script setup lang="ts">
import { computed } from 'vue'
import { slopeWords } from '@lamina/core/derive'
import { setFacts } from '@lamina/core/edit'
import type { Ramp } from '@lamina/core/records'
import { isTooSteep } from '@lamina/core/stairs'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import { RAIL_SIDES } from '../choices'
import type { CardProps } from './card'

/** Facts of a ramp. */
const props = defineProps<CardProps<'ramp'>>()
const store = useProject()
const tooSteep = computed(() => isTooSteep(store.project, props.record))
const set = (facts: Partial<Ramp>, label = 'Ramp'): unknown =>
  store.edit(label, (project) => setFacts(project, 'ramp', props.record.id, facts))
</script>

<template>
  <FactRows :rows="[['Slope', slopeWords(record)]]" />
  <p v-if="tooSteep" class="fault small">It is steeper than the limit for ramps.</p>
  <div class="pair">
    <LengthField
      label="Length"
      :mm="record.length"
      :units="store.units"
      :least="100"
      @set="(length) => set({ length })"
    />
    <LengthField
      label="Climbs"
      :mm="record.rise"
      :units="store.units"
      :least="1"
      @set="(rise) => set({ rise })"
    />
  </div>
  <LengthField
    label="Width"
    :mm="record.width"
    :units="store.units"
    :least="50"
    @set="(width) => set({ width })"
  />
  <v-select
    label="Handrails"
    :items="RAIL_SIDES"
    :model-value="record.rails"
    @update:model-value="(rails: typeof record.rails) => set({ rails }, 'Handrails')"
  />
</template>
