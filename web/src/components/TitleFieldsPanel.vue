<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { setFacts } from '@lamina/core/edit'
import { sheetSizeNames, type ProjectFacts, type Sheet } from '@lamina/core/records'
import { scalesText } from '@lamina/core/sheets'
import { viewportsOf } from '@lamina/core/edit'
import { useMe } from '../store/me'
import { useProject } from '../store/project'
import TextField from './TextField.vue'

/** The fields of the title block: the project's own, and the sheet's. */
const props = defineProps<{ sheet: Sheet }>()
const store = useProject()
const me = useMe()
onMounted(() => void me.load().catch(() => undefined))
const facts = computed(() => store.project.facts)
const scale = computed(() => scalesText(viewportsOf(store.project, props.sheet.id), facts.value.units.system))
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
const setSheet = (label: string, now: Partial<Sheet>): unknown =>
  store.edit(label, (p) => setFacts(p, 'sheet', props.sheet.id, now))
const setShared = (now: Partial<ProjectFacts>): unknown =>
  store.edit('Title block', (p) => setFacts(p, 'project', 'project', now))
const setPaper = (now: Partial<Sheet>): unknown => setSheet('Sheet size', now)
</script>

<template>
  <div class="stack">
    <TextField
      v-for="[field, label] in own"
      :key="`${sheet.id}-${field}`"
      :label="label"
      :type="field === 'date' ? 'date' : 'text'"
      :shown="sheet[field]"
      :list="field === 'drawn' || field === 'checked' ? 'initials-here' : undefined"
      @set="(text) => setSheet('Title block', { [field]: text.trim() })"
    />
    <datalist id="initials-here">
      <option v-for="initials in me.initials" :key="initials" :value="initials" />
    </datalist>
    <TextField
      v-for="[field, label] in shared"
      :key="field"
      :label="label"
      :shown="facts[field]"
      @set="(text) => setShared({ [field]: text.trim() })"
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
