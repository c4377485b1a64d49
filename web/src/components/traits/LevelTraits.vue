<script setup lang="ts">
import { setLevel } from '@lamina/core/edit'
import { useDesk } from '../../store/desk'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import TextField from '../TextField.vue'
import type { CardProps } from './card'

/** Facts of a level, as it is picked by its line in an elevation or a section: what stands on it and above follows. */
const props = defineProps<CardProps<'level'>>()
const store = useProject()
const desk = useDesk()
const set = (label: string, facts: Parameters<typeof setLevel>[2]): unknown =>
  store.edit(label, (project) => setLevel(project, props.record.id, facts))
</script>

<template>
  <TextField label="Name" :shown="record.name" @set="(name) => set('Level name', { name })" />
  <LengthField
    label="Floor above datum"
    :mm="record.elevation"
    :units="store.units"
    @set="(elevation) => set('Floor above datum', { elevation })"
  />
  <LengthField
    label="Storey height"
    :mm="record.height"
    :units="store.units"
    :least="1"
    @set="(height) => set('Storey height', { height })"
  />
  <LengthField
    label="Plan cut at"
    :mm="record.cutHeight"
    :units="store.units"
    :least="1"
    @set="(cutHeight) => set('Plan cut at', { cutHeight })"
  />
  <button type="button" class="link" @click="desk.panel = 'levels'">All levels</button>
</template>

<style scoped>
.link {
  justify-self: start;
}
</style>
