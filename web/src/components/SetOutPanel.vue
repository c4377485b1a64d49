<script setup lang="ts">
import { computed, ref } from 'vue'
import { addLevel, setFacts } from '@lamina/core/edit'
import { formatAngle, formatHeight, formatLength, parseAngle } from '@lamina/core/units'
import type { ProjectFacts } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import type { Actions } from '../actions/useActions'
import LengthField from './LengthField.vue'
import TextField from './TextField.vue'

const props = defineProps<{ actions: Actions }>()
const store = useProject()
const desk = useDesk()
const facts = computed(() => store.project.facts)
const levels = computed(() => store.project.all('level').sort((p, q) => q.elevation - p.elevation))
const name = ref('')
const height = ref(store.units.system === 'metric' ? 2700 : 2743.2)

const set = (now: Partial<ProjectFacts>): unknown =>
  store.edit('Project facts', (p) => setFacts(p, 'project', 'project', now))
const steps = computed(() =>
  store.units.system === 'metric'
    ? [1, 5, 10, 0.5, 0.1].map((mm) => ({ value: mm, title: `${mm} mm` }))
    : [1, 2, 4, 8, 16, 32, 64].map((n) => ({ value: n, title: n === 1 ? '1"' : `1/${n}"` })),
)
function setStep(value: number): void {
  const { units } = store
  const next = units.system === 'metric' ? { ...units, stepMm: value } : { ...units, fraction: value }
  store.edit('Precision', (p) => setFacts(p, 'project', 'project', { units: next as typeof units }))
}
const angleFault = ref('')
/** Directions can be held by multiples of it. */
function setAngle(text: string): void {
  angleFault.value = ''
  if (text.trim() === '') {
    store.edit('Own angle', (p) => setFacts(p, 'project', 'project', { ownAngle: undefined }))
    return
  }
  const read = parseAngle(text)
  if (!read.ok) angleFault.value = read.message
  else if (!(read.radians >= 0.01 && read.radians <= Math.PI)) angleFault.value = 'Between 1° and 180°.'
  else store.edit('Own angle', (p) => setFacts(p, 'project', 'project', { ownAngle: read.radians }))
}
function add(): void {
  let drawing = ''
  const change = store.edit('Level', (project, makeId) => {
    const made = addLevel(project, { name: name.value, height: height.value }, makeId)
    drawing = made.drawing
    return made.change
  })
  if (!change) return
  name.value = ''
  props.actions.openDrawing(drawing)
}
</script>

<template>
  <h3>Project</h3>
  <div class="stack">
    <TextField label="Name" :shown="facts.name" @set="(name) => set({ name: name.trim() })" />
    <TextField label="Number" :shown="facts.number" @set="(number) => set({ number: number.trim() })" />
    <TextField label="Client" :shown="facts.client" @set="(client) => set({ client: client.trim() })" />
  </div>
  <h3>Units</h3>
  <div class="stack">
    <v-select
      :label="store.units.system === 'metric' ? 'Smallest step shown' : 'Smallest fraction shown'"
      :items="steps"
      :model-value="store.units.system === 'metric' ? store.units.stepMm : store.units.fraction"
      @update:model-value="setStep"
    />
    <TextField
      label="The project’s own angle"
      placeholder="none"
      :shown="facts.ownAngle ? formatAngle(facts.ownAngle) : ''"
      :error-messages="angleFault ? [angleFault] : []"
      @set="setAngle"
    />
  </div>
  <h3>Levels</h3>
  <ul>
    <li v-for="level in levels" :key="level.id">
      <b>{{ level.name }}</b>
      <span class="soft small">
        FFL {{ formatHeight(level.elevation, store.units) }} · storey
        {{ formatLength(level.height, store.units) }}
      </span>
    </li>
  </ul>
  <button type="button" class="link" @click="desk.panel = desk.panel === 'levels' ? null : 'levels'">
    Edit levels
  </button>
  <form class="stack" @submit.prevent="add">
    <v-text-field v-model="name" label="New level" placeholder="Upper floor" />
    <LengthField
      label="Storey height"
      :mm="height"
      :units="store.units"
      :least="300"
      @set="(mm) => (height = mm)"
    />
    <v-btn type="submit" size="small" variant="outlined" :disabled="!name.trim()">Add on top</v-btn>
  </form>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
  padding: 0 6px;
  margin: 0 0 6px;
}
.link {
  margin-bottom: 12px;
}
li {
  display: grid;
  padding: 5px 0;
  border-bottom: 1px dotted rgb(var(--v-theme-hairline));
}
b {
  font-weight: 600;
}
</style>
