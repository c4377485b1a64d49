<script setup lang="ts">
import { computed } from 'vue'
import { removeItems, setFacts } from '@lamina/core/edit'
import type { Viewport } from '@lamina/core/records'
import { standardScales } from '@lamina/core/units'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import type { CardProps } from './card'
import { useNamed } from '../named'
import NumberField from '../NumberField.vue'
import TextField from '../TextField.vue'

const props = defineProps<CardProps<'viewport'>>()
const store = useProject()
const hand = useHand()
const shown = computed(() => store.project.find('drawing', props.record.drawing))
const scales = computed(() =>
  standardScales(store.units.system).map(({ ratio, name }) => ({ value: ratio, title: name })),
)
const lenses = useNamed('lens')
const set = (label: string, facts: Partial<Viewport>): void =>
  void store.edit(label, (project) => setFacts(project, 'viewport', props.record.id, facts))
function remove(): void {
  const { id } = props.record
  hand.select([])
  store.edit('Remove viewport', (project) => removeItems(project, [id]))
}
</script>

<template>
  <p class="soft small under">{{ shown?.name }}</p>
  <v-select
    label="Scale"
    :items="scales"
    :model-value="record.scale"
    :disabled="record.locked"
    @update:model-value="(scale: number) => set('Viewport scale', { scale })"
  />
  <v-select
    label="Lens"
    :items="lenses"
    :model-value="record.lens ?? lenses[0]?.value"
    @update:model-value="(lens: string) => set('Viewport lens', { lens })"
  />
  <TextField
    label="Title"
    :placeholder="shown?.name"
    :shown="record.title"
    @set="(title) => set('Viewport title', { title: title.trim() })"
  />
  <NumberField
    label="Number"
    whole
    :value="record.number"
    :least="1"
    :most="999"
    @set="(number) => set('Viewport number', { number })"
  />
  <div class="pair">
    <LengthField
      label="Middle x"
      :mm="record.at.x"
      :units="store.units"
      :disabled="record.locked"
      @set="(x) => set('Move viewport', { at: { ...record.at, x } })"
    />
    <LengthField
      label="Middle y"
      :mm="record.at.y"
      :units="store.units"
      :disabled="record.locked"
      @set="(y) => set('Move viewport', { at: { ...record.at, y } })"
    />
  </div>
  <v-switch
    label="Locked in place and scale"
    density="compact"
    hide-details
    color="primary"
    :model-value="record.locked"
    @update:model-value="set(record.locked ? 'Unlock viewport' : 'Lock viewport', { locked: !record.locked })"
  />
  <v-btn
    v-if="record.cropped"
    size="small"
    variant="outlined"
    :disabled="record.locked"
    @click="set('Whole drawing', { cropped: false })"
    >Show the whole drawing</v-btn
  >
  <v-btn size="small" variant="text" color="error" @click="remove">Remove from the sheet</v-btn>
</template>

<style scoped>
.under {
  margin-top: -10px;
}
</style>
