<script setup lang="ts">
import { computed } from 'vue'
import { removeItems, setFacts } from '@lamina/core/edit'
import { lensesOf } from '@lamina/core/library'
import type { Viewport } from '@lamina/core/records'
import { standardScales } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'
import TraitsCard from './TraitsCard.vue'

const props = defineProps<{ viewport: Viewport }>()
const store = useProject()
const desk = useDesk()
const drawing = computed(() => (store.version, store.project.find('drawing', props.viewport.drawing)))
const scales = computed(() =>
  standardScales(store.units.system).map(({ ratio, name }) => ({ value: ratio, title: name })),
)
const lenses = computed(
  () => (store.version, lensesOf(store.project).map(({ id, name }) => ({ value: id, title: name }))),
)
const set = (label: string, facts: Partial<Viewport>): void =>
  void store.edit(label, (project) => setFacts(project, 'viewport', props.viewport.id, facts))
function setNumber(text: string): void {
  const number = Number(text)
  if (Number.isInteger(number) && number >= 1 && number <= 999) set('Viewport number', { number })
}
function remove(): void {
  const { id } = props.viewport
  desk.select([])
  store.edit('Remove viewport', (project) => removeItems(project, [id]))
}
</script>

<template>
  <TraitsCard :title="`Viewport ${viewport.number}`" label="Traits of the viewport">
    <template #under>
      <p class="soft small">{{ drawing?.name }}</p>
    </template>
    <v-select
      label="Scale"
      :items="scales"
      :model-value="viewport.scale"
      :disabled="viewport.locked"
      @update:model-value="(scale: number) => set('Viewport scale', { scale })"
    />
    <v-select
      label="Lens"
      :items="lenses"
      :model-value="viewport.lens ?? lenses[0]?.value"
      @update:model-value="(lens: string) => set('Viewport lens', { lens })"
    />
    <v-text-field
      label="Title"
      :placeholder="drawing?.name"
      :model-value="viewport.title"
      @change="set('Viewport title', { title: ($event.target as HTMLInputElement).value.trim() })"
    />
    <v-text-field
      label="Number"
      :model-value="viewport.number"
      @change="setNumber(($event.target as HTMLInputElement).value)"
    />
    <div class="pair">
      <LengthField
        label="Middle x"
        :mm="viewport.at.x"
        :units="store.units"
        :disabled="viewport.locked"
        @set="(x) => set('Move viewport', { at: { ...viewport.at, x } })"
      />
      <LengthField
        label="Middle y"
        :mm="viewport.at.y"
        :units="store.units"
        :disabled="viewport.locked"
        @set="(y) => set('Move viewport', { at: { ...viewport.at, y } })"
      />
    </div>
    <v-switch
      label="Locked in place and scale"
      density="compact"
      hide-details
      color="primary"
      :model-value="viewport.locked"
      @update:model-value="
        set(viewport.locked ? 'Unlock viewport' : 'Lock viewport', { locked: !viewport.locked })
      "
    />
    <v-btn
      v-if="viewport.cropped"
      size="small"
      variant="outlined"
      :disabled="viewport.locked"
      @click="set('Whole drawing', { cropped: false })"
      >Show the whole drawing</v-btn
    >
    <v-btn size="small" variant="text" color="error" @click="remove">Remove from the sheet</v-btn>
  </TraitsCard>
</template>
