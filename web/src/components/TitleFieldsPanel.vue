<script setup lang="ts">
import { computed } from 'vue'
import { setFacts } from '@lamina/core/edit'
import { sheetSizeNames, type Sheet } from '@lamina/core/records'
import { scalesText } from '@lamina/core/sheets'
import { viewportsOf } from '@lamina/core/edit'
import { useProject } from '../store/project'

/** The fields of the title block: the project's own, and the sheet's. */
const props = defineProps<{ sheet: Sheet }>()
const store = useProject()
const facts = computed(() => (store.version, store.project.facts))
const scale = computed(
  () => (store.version, scalesText(viewportsOf(store.project, props.sheet.id), facts.value.units.system)),
)
const own = [
  ['title', 'Drawing title'],
  ['number', 'Drawing number'],
  ['date', 'Date'],
  ['drawn', 'Drawn'],
  ['checked', 'Checked'],
  ['revision', 'Revision'],
] as const
const shared = [
  ['name', 'Project'],
  ['number', 'Project number'],
  ['client', 'Client'],
] as const
const textOf = (event: Event): string => (event.target as HTMLInputElement).value.trim()

function setOwn(field: (typeof own)[number][0], event: Event): void {
  const text = textOf(event)
  if (text !== props.sheet[field])
    store.edit('Title block', (p) => setFacts(p, 'sheet', props.sheet.id, { [field]: text }))
}
function setShared(field: (typeof shared)[number][0], event: Event): void {
  const text = textOf(event)
  if (text !== facts.value[field])
    store.edit('Title block', (p) => setFacts(p, 'project', 'project', { [field]: text }))
}
const setPaper = (facts: Partial<Sheet>): void =>
  void store.edit('Sheet size', (p) => setFacts(p, 'sheet', props.sheet.id, facts))
</script>

<template>
  <div class="stack">
    <v-text-field
      v-for="[field, label] in own"
      :key="`${sheet.id}-${field}`"
      :label="label"
      :type="field === 'date' ? 'date' : 'text'"
      :model-value="sheet[field]"
      @change="setOwn(field, $event)"
    />
    <v-text-field
      v-for="[field, label] in shared"
      :key="field"
      :label="label"
      :model-value="facts[field]"
      @change="setShared(field, $event)"
    />
    <p class="soft small">Scale: {{ scale }} (from the viewports)</p>
    <v-select
      label="Size"
      :items="[...sheetSizeNames]"
      :model-value="sheet.size"
      @update:model-value="(size: Sheet['size']) => setPaper({ size })"
    />
    <v-select
      label="Lies"
      :items="[
        { value: 'landscape', title: 'Landscape' },
        { value: 'portrait', title: 'Portrait' },
      ]"
      :model-value="sheet.orientation"
      @update:model-value="(orientation: Sheet['orientation']) => setPaper({ orientation })"
    />
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 10px;
}
</style>
