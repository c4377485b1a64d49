<script setup lang="ts">
import { computed } from 'vue'
import type { LevelSolver } from '@lamina/core/building'
import { renumberRooms, setFacts, setRoom } from '@lamina/core/edit'
import type { Room } from '@lamina/core/records'
import { roomsOf } from '@lamina/core/rooms'
import { formatArea, formatLength } from '@lamina/core/units'
import { useProject } from '../store/project'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'
import { USES } from './uses'

/** Facts of a room, with its figures. */
const props = defineProps<{ room: Room; solver: LevelSolver }>()
const store = useProject()
const found = computed(
  () => (store.version, roomsOf(store.project, props.solver).find((each) => each.room.id === props.room.id)),
)
const storey = computed(() => store.project.find('level', props.room.level)?.height ?? 0)

const WORDS = [
  ['floor', 'Floor finish'],
  ['walls', 'Wall finish'],
  ['ceiling', 'Ceiling finish'],
] as const
const set = (label: string, facts: Parameters<typeof setRoom>[2]): unknown =>
  store.edit(label, (project) => setRoom(project, props.room.id, facts))
function word(key: 'name' | 'number', event: Event): void {
  const field = fieldOf(event)
  if (field.value.trim() !== props.room[key])
    set(key === 'name' ? 'Room name' : 'Room number', { [key]: field.value })
  field.value = props.room[key]
}
function unpinTag(): void {
  const { id } = props.room
  store.edit('Tag', (project) => setFacts(project, 'room', id, { tagAt: undefined }))
}
const FAULTS = {
  open: 'Its walls no longer close around it.',
  shared: 'Another room has the same space.',
} as const
</script>

<template>
  <p v-if="found?.fault" class="fault small">{{ FAULTS[found.fault] }}</p>
  <dl v-else-if="found?.facts">
    <dt>Net area</dt>
    <dd>{{ formatArea(found.facts.area, store.units) }}</dd>
    <dt>Perimeter</dt>
    <dd>{{ formatLength(found.facts.perimeter, store.units) }}</dd>
    <dt>Wall surface</dt>
    <dd>{{ formatArea(found.facts.wallSurface, store.units) }}</dd>
    <dt>Doors and windows</dt>
    <dd>{{ found.facts.openings.length || 'none' }}</dd>
  </dl>
  <v-text-field label="Name" :model-value="room.name" @change="word('name', $event)" />
  <v-text-field label="Number" :model-value="room.number" @change="word('number', $event)" />
  <v-combobox
    label="Use"
    :items="USES"
    :model-value="room.use"
    hide-details
    @update:model-value="(use: string | null) => (use ?? '') !== room.use && set('Use', { use: use ?? '' })"
  />
  <v-text-field
    v-for="[key, label] in WORDS"
    :key="key"
    :label="label"
    :model-value="room[key]"
    @change="set(label, { [key]: fieldOf($event).value.trim() })"
  />
  <LengthField
    label="Ceiling height"
    :mm="room.ceilingHeight ?? storey"
    :units="store.units"
    :least="1"
    @set="(ceilingHeight) => set('Ceiling height', { ceilingHeight })"
  />
  <button v-if="room.tagAt" type="button" class="link" @click="unpinTag">Place its tag by itself</button>
  <button
    type="button"
    class="link"
    @click="store.edit('Renumber rooms', (project) => renumberRooms(project))"
  >
    Renumber all rooms
  </button>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 5px 8px;
  margin: 0;
}
dt {
  color: rgb(var(--v-theme-soft-ink));
}
dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}
.fault {
  color: rgb(var(--v-theme-warning));
}
.link {
  justify-self: start;
}
</style>
