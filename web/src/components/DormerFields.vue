<script setup lang="ts">
import type { Dormer } from '@lamina/core/records'
import AngleField from './AngleField.vue'
import { DORMER_FORMS } from './choices'
import LengthField from './LengthField.vue'
import { useProject } from '../store/project'

/** What a dormer is like: one that stands, or the next one. */
defineProps<{ dormer: Pick<Dormer, 'form' | 'width' | 'eaves' | 'pitch' | 'overhang'> }>()
const emit = defineEmits<{ set: [facts: Partial<Dormer>] }>()
const store = useProject()
</script>

<template>
  <v-select
    label="Form"
    :items="DORMER_FORMS"
    :model-value="dormer.form"
    @update:model-value="(form: Dormer['form']) => emit('set', { form })"
  />
  <LengthField
    label="Width"
    :mm="dormer.width"
    :units="store.units"
    :least="300"
    @set="(width) => emit('set', { width })"
  />
  <LengthField
    label="Eaves above the level"
    :mm="dormer.eaves"
    :units="store.units"
    @set="(eaves) => emit('set', { eaves })"
  />
  <AngleField label="Pitch" :radians="dormer.pitch" @set="(pitch) => emit('set', { pitch })" />
  <LengthField
    label="Overhang"
    :mm="dormer.overhang"
    :units="store.units"
    :least="0"
    @set="(overhang) => emit('set', { overhang })"
  />
</template>
