<script setup lang="ts">
import { computed } from 'vue'
import { markedHeight } from '@lamina/core/annotate'
import { setFacts } from '@lamina/core/edit'
import { holdAnchor } from '@lamina/core/ties'
import { formatHeight } from '@lamina/core/units'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import TextField from '../TextField.vue'
import StyleChoice from './StyleChoice.vue'
import type { CardProps } from './card'

/** The height a mark tells, and how it says it. */
const props = defineProps<CardProps<'levelMark'>>()
const store = useProject()
const held = computed(() => holdAnchor(props.record.at, props.scene))
const height = computed(() => markedHeight(props.record, held.value.point, props.scene))
const rows = computed(() => [
  ['Above datum', height.value === null ? '–' : formatHeight(height.value, store.units)] as const,
])
const DATUM = ''
const levels = computed(() => [
  { title: 'The datum', value: DATUM },
  ...store.project.all('level').map(({ id, name }) => ({ title: name, value: id })),
])
type Facts = Partial<Pick<CardProps<'levelMark'>['record'], 'name' | 'from' | 'structure' | 'height'>>
const set = (label: string, facts: { [K in keyof Facts]: Facts[K] | undefined }): unknown =>
  store.edit(label, (project) => setFacts(project, 'levelMark', props.record.id, facts))
</script>

<template>
  <FactRows :rows="rows" />
  <TextField
    label="Name before the figure"
    :shown="record.name ?? ''"
    @set="(name) => set('Name of a level mark', { name: name.trim() || undefined })"
  />
  <v-select
    label="Told from"
    :items="levels"
    :model-value="record.from ?? DATUM"
    @update:model-value="set('Level told from', { from: $event || undefined })"
  />
  <LengthField
    v-if="scene.view === 'plan'"
    label="Above the floor of the level"
    :mm="record.height ?? null"
    :units="store.units"
    empty="as found there"
    @set="(height) => set('Height of a spot', { height })"
    @clear="set('Height of a spot', { height: undefined })"
  />
  <v-switch
    label="Of the structure"
    density="compact"
    hide-details
    color="primary"
    :model-value="record.structure === true"
    @update:model-value="
      (structure) => set('What a level mark tells', { structure: structure ? true : undefined })
    "
  />
  <StyleChoice :record="record" />
</template>
