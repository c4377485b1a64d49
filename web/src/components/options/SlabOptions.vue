<script setup lang="ts">
import NextPlate from './NextPlate.vue'
import LengthField from '../LengthField.vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** How thick the next slab is. */
const store = useProject()
const values = useValues()
const set = (facts: Partial<typeof values.slab>): void => void (values.slab = { ...values.slab, ...facts })
</script>

<template>
  <NextPlate :model-value="values.slab.type" @update:model-value="(type) => set({ type })" />
  <LengthField
    v-if="!values.slab.type"
    label="Thickness"
    :mm="values.slab.thickness"
    :units="store.units"
    :least="1"
    @set="(thickness) => set({ thickness })"
  />
</template>
