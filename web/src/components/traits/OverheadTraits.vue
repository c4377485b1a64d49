<script setup lang="ts">
import { setFacts, storing } from '@lamina/core/edit'
import type { Overhead } from '@lamina/core/records'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import TextField from '../TextField.vue'
import { OVERHEAD_THINGS } from '../choices'
import type { CardProps } from './card'

/** Facts of something overhead. */
const props = defineProps<CardProps<'overhead'>>()
const store = useProject()
const set = (facts: Partial<Overhead>): unknown =>
  store.edit('Overhead', (project) => setFacts(project, 'overhead', props.record.id, facts))
/** What the size of a beam is called. */
function setName(text: string): void {
  const { name: _, ...rest } = props.record
  const name = text.trim()
  store.edit('Overhead', (project) => storing(project, name === '' ? rest : { ...rest, name }))
}
function setWidth(width: number): void {
  const { shape } = props.record
  if (shape.by === 'line') set({ shape: { ...shape, width } })
}
</script>

<template>
  <v-select
    label="What"
    :items="OVERHEAD_THINGS"
    :model-value="record.what"
    @update:model-value="(what: typeof record.what) => set({ what })"
  />
  <LengthField
    v-if="record.shape.by === 'line'"
    label="Width"
    :mm="record.shape.width"
    :units="store.units"
    :least="1"
    @set="setWidth"
  />
  <LengthField
    label="Underside above the floor"
    :mm="record.bottom"
    :units="store.units"
    @set="(bottom) => set({ bottom })"
  />
  <LengthField
    label="Height"
    :mm="record.height"
    :units="store.units"
    :least="1"
    @set="(height) => set({ height })"
  />
  <TextField v-if="record.what === 'beam'" label="Size by name" :shown="record.name ?? ''" @set="setName" />
</template>
