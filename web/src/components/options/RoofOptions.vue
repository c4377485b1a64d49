<script setup lang="ts">
import AngleField from '../AngleField.vue'
import { ROOF_FORMS } from '../choices'
import NextPlate from './NextPlate.vue'
import LengthField from '../LengthField.vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** What the next roof is like. */
const store = useProject()
const values = useValues()
const set = (facts: Partial<typeof values.roof>): void => void (values.roof = { ...values.roof, ...facts })
</script>

<template>
  <v-select
    label="Form"
    :items="ROOF_FORMS"
    :model-value="values.roof.form"
    @update:model-value="(form: typeof values.roof.form) => set({ form })"
  />
  <AngleField
    v-if="values.roof.form !== 'flat'"
    label="Pitch"
    :radians="values.roof.pitch"
    @set="(pitch) => set({ pitch })"
  />
  <LengthField
    label="Overhang"
    :mm="values.roof.overhang"
    :units="store.units"
    @set="(overhang) => set({ overhang })"
  />
  <NextPlate :model-value="values.roof.type" @update:model-value="(type) => set({ type })" />
  <LengthField
    v-if="!values.roof.type"
    label="Fascia"
    :mm="values.roof.fascia"
    :units="store.units"
    :least="1"
    @set="(fascia) => set({ fascia })"
  />
</template>
