<script setup lang="ts">
import { OVERHEAD_THINGS } from '../choices'
import LengthField from '../LengthField.vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** What the next overhead thing is like. */
const store = useProject()
const values = useValues()
const set = (facts: Partial<typeof values.overhead>): void =>
  void (values.overhead = { ...values.overhead, ...facts })
</script>

<template>
  <v-select
    label="What"
    :items="OVERHEAD_THINGS"
    :model-value="values.overhead.what"
    @update:model-value="(what: typeof values.overhead.what) => set({ what })"
  />
  <LengthField
    label="Width of a line"
    :mm="values.overheadWidth"
    :units="store.units"
    :least="1"
    @set="(mm) => (values.overheadWidth = mm)"
  />
  <LengthField
    label="Underside above the floor"
    :mm="values.overhead.bottom"
    :units="store.units"
    @set="(bottom) => set({ bottom })"
  />
  <LengthField
    label="Height"
    :mm="values.overhead.height"
    :units="store.units"
    :least="1"
    @set="(height) => set({ height })"
  />
</template>
