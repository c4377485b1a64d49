<script setup lang="ts">
import { computed } from 'vue'
import { renumberRooms, setFacts, setRoom } from '@lamina/core/edit'
import { roomIn } from '@lamina/core/rooms'
import { formatArea, formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import { useReading } from '../../store/reading'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import type { CardProps } from './card'
import { USES } from '../uses'
import TextField from '../TextField.vue'

/** Facts of a room, with its figures. */
const props = defineProps<CardProps<'room'>>()
const store = useProject()
const reading = useReading()
const found = computed(() => {
  const { building } = props.scene
  return building ? roomIn(store.project, building, props.record.id) : undefined
})
const rows = computed((): [string, string | number][] => {
  const facts = found.value?.facts
  return facts
    ? [
        ['Net area', formatArea(facts.area, store.units)],
        ['Perimeter', formatLength(facts.perimeter, store.units)],
        ['Wall surface', formatArea(facts.wallSurface, store.units)],
        ['Doors and windows', facts.openings.length || 'none'],
      ]
    : []
})
const storey = computed(() => store.project.find('level', props.record.level)?.height ?? 0)

const WORDS = [
  ['floor', 'Floor finish'],
  ['walls', 'Wall finish'],
  ['ceiling', 'Ceiling finish'],
] as const
const set = (label: string, facts: Parameters<typeof setRoom>[2]): unknown =>
  store.edit(label, (project) => setRoom(project, props.record.id, facts))
function unpinTag(): void {
  const { id } = props.record
  reading.edit('Tag', props.scene.board, [id], (project) =>
    setFacts(project, 'room', id, { tagAt: undefined }),
  )
}
const FAULTS = {
  open: 'Its walls no longer close around it.',
  shared: 'Another room has the same space.',
} as const
</script>

<template>
  <p v-if="found?.fault" class="fault small">{{ FAULTS[found.fault] }}</p>
  <FactRows v-else :rows="rows" />
  <TextField label="Name" :shown="record.name" @set="(name) => set('Room name', { name })" />
  <TextField label="Number" :shown="record.number" @set="(number) => set('Room number', { number })" />
  <v-combobox
    label="Use"
    :items="USES"
    :model-value="record.use"
    hide-details
    @update:model-value="(use: string | null) => (use ?? '') !== record.use && set('Use', { use: use ?? '' })"
  />
  <TextField
    v-for="[key, label] in WORDS"
    :key="key"
    :label="label"
    :shown="record[key]"
    @set="(text) => set(label, { [key]: text.trim() })"
  />
  <LengthField
    label="Ceiling height"
    :mm="record.ceilingHeight ?? storey"
    :units="store.units"
    :least="1"
    @set="(ceilingHeight) => set('Ceiling height', { ceilingHeight })"
  />
  <button v-if="record.tagAt" type="button" class="link" @click="unpinTag">Place its tag by itself</button>
  <button
    type="button"
    class="link"
    @click="store.edit('Renumber rooms', (project) => renumberRooms(project))"
  >
    Renumber all rooms
  </button>
</template>

<style scoped>
.link {
  justify-self: start;
}
</style>
