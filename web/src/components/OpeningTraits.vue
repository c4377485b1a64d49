<script setup lang="ts">
import { computed, ref } from 'vue'
import type { LevelSolver } from '@lamina/core/building'
import {
  changeOpening,
  flipHand,
  flipSide,
  renumberOpenings,
  retypeOpenings,
  setMark,
  type KeptEdge,
} from '@lamina/core/edit'
import { openingTypeOf } from '@lamina/core/library'
import type { Opening } from '@lamina/core/records'
import { handWord } from '@lamina/core/schedules'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'
import OpeningPicture from './OpeningPicture.vue'

/** Facts of a door, a window or a plain opening. */
const props = defineProps<{ opening: Opening; solver: LevelSolver }>()
const store = useProject()
const desk = useDesk()

const type = computed(() => (store.version, openingTypeOf(store.project, props.opening)))
const types = computed(
  () => (
    store.version,
    store.project
      .all('openingType')
      .filter((each) => (each.fit === 'window') === (props.opening.fit === 'window'))
      .map(({ id, name }) => ({ value: id, title: name }))
  ),
)
/** Which edge stays when the width changes. */
const keep = ref<KeptEdge>('centre')
const keeps: { value: KeptEdge; title: string }[] = [
  { value: 'centre', title: 'Its centre' },
  { value: 'start', title: 'Its edge at the wall’s start' },
  { value: 'end', title: 'Its edge at the wall’s end' },
]
function set(facts: Parameters<typeof changeOpening>[3], label = 'Change opening'): void {
  const { id, wall } = props.opening
  const solved = props.solver.get(wall)
  if (solved) store.edit(label, (project) => changeOpening(project, solved, id, facts, keep.value))
}
function setNumber(event: Event): void {
  const field = fieldOf(event)
  store.edit('Number', (project) => setMark(project, props.opening.id, field.value))
  field.value = props.opening.mark ?? ''
}
const renumber = (): void => {
  const { fit } = props.opening
  store.edit('Renumber', (project) => renumberOpenings(project, fit))
}
const ALL = { door: 'doors', window: 'windows', gap: 'openings' } as const
</script>

<template>
  <div class="pictures">
    <OpeningPicture :type="type" view="plan" :width="96" :height="66" />
    <OpeningPicture :type="type" view="front" :width="84" :height="66" />
  </div>
  <button type="button" class="link" @click="desk.panel = 'opening-types'">Edit this type</button>
  <v-select
    label="Type"
    :items="types"
    :model-value="types.some(({ value }) => value === type.id) ? type.id : null"
    :placeholder="type.name"
    @update:model-value="
      (id: string) => store.edit('Opening type', (p) => retypeOpenings(p, [opening.id], id))
    "
  />
  <v-text-field label="Number" :model-value="opening.mark ?? ''" @change="setNumber" />
  <LengthField
    label="Width"
    :mm="opening.width"
    :units="store.units"
    :least="1"
    @set="(width) => set({ width })"
  />
  <v-select v-if="!opening.round" v-model="keep" label="A width keeps in place" :items="keeps" />
  <LengthField
    label="Centre from the wall's start"
    :mm="opening.along"
    :units="store.units"
    @set="(along) => set({ along })"
  />
  <div class="pair">
    <LengthField label="Sill" :mm="opening.sill" :units="store.units" @set="(sill) => set({ sill })" />
    <LengthField label="Head" :mm="opening.head" :units="store.units" @set="(head) => set({ head })" />
  </div>
  <dl v-if="opening.fit === 'door'">
    <dt>Hand</dt>
    <dd>{{ handWord(opening) }}</dd>
  </dl>
  <div class="pair">
    <v-btn
      v-if="opening.fit === 'door'"
      size="small"
      variant="outlined"
      @click="store.edit('Other hand', (p) => flipHand(p, opening.id))"
      >Other hand</v-btn
    >
    <v-btn size="small" variant="outlined" @click="store.edit('Other side', (p) => flipSide(p, opening.id))"
      >Other side</v-btn
    >
  </div>
  <v-text-field
    label="Remarks"
    :model-value="opening.remarks ?? ''"
    @change="set({ remarks: fieldOf($event).value.trim() }, 'Remarks')"
  />
  <button type="button" class="link" @click="renumber">Renumber all {{ ALL[opening.fit] }}</button>
</template>

<style scoped>
.pictures {
  display: flex;
  justify-content: space-around;
  background: rgb(var(--v-theme-paper));
  border-radius: 8px;
}
.link {
  justify-self: start;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  margin: 0;
}
dt {
  color: rgb(var(--v-theme-soft-ink));
}
dd {
  margin: 0;
}
</style>
