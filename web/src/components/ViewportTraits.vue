<script setup lang="ts">
import { computed } from 'vue'
import { removeItems, setFacts } from '@lamina/core/edit'
import type { Viewport } from '@lamina/core/records'
import { standardScales } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'

const props = defineProps<{ viewport: Viewport }>()
const store = useProject()
const desk = useDesk()
const drawing = computed(() => (store.version, store.project.find('drawing', props.viewport.drawing)))
const scales = computed(() =>
  standardScales(store.units.system).map(({ ratio, name }) => ({ value: ratio, title: name })),
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
  <aside class="traits" aria-label="Traits of the viewport" data-test="traits">
    <header>
      <h2>Viewport {{ viewport.number }}</h2>
      <p class="soft small">{{ drawing?.name }}</p>
    </header>
    <v-select
      label="Scale"
      :items="scales"
      :model-value="viewport.scale"
      :disabled="viewport.locked"
      @update:model-value="(scale: number) => set('Viewport scale', { scale })"
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
  </aside>
</template>

<style scoped>
.traits {
  position: absolute;
  z-index: 2;
  right: 14px;
  top: 14px;
  width: 212px;
  max-height: calc(100% - 28px);
  overflow-y: auto;
  display: grid;
  gap: 12px;
  padding: 13px 14px 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 10%);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
