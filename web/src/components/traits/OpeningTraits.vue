<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  changeOpening,
  flipHand,
  flipSide,
  renumberOpenings,
  retypeOpenings,
  setMark,
  setMarkPlace,
  type KeptEdge,
} from '@lamina/core/edit'
import { openingTypeOf } from '@lamina/core/library'
import { handWord } from '@lamina/core/schedules'
import { useDesk } from '../../store/desk'
import type { Opening } from '@lamina/core/records'
import { useProject } from '../../store/project'
import { useReading } from '../../store/reading'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import OpeningPicture from '../OpeningPicture.vue'
import type { CardProps } from './card'
import LintelFields from './LintelFields.vue'
import MeasuredFields from './MeasuredFields.vue'
import TextField from '../TextField.vue'

/** Facts of a door, a window or a plain opening. */
const props = defineProps<CardProps<'opening'>>()
const store = useProject()
const desk = useDesk()
const reading = useReading()

/** The walls of its level, whatever board it is looked at on. */
const solver = computed(() => {
  const host = store.project.find('wall', props.record.wall)
  return host ? (props.scene.building ?? store.solver(host.level)) : null
})
const wall = computed(() => solver.value?.get(props.record.wall))
const fault = computed(
  () => wall.value?.openings.find(({ opening }) => opening.id === props.record.id)?.fault,
)
const type = computed(() => openingTypeOf(store.project, props.record))
const types = computed(() =>
  store.project
    .all('openingType')
    .filter((each) => (each.fit === 'window') === (props.record.fit === 'window'))
    .map(({ id, name }) => ({ value: id, title: name })),
)
/** Which edge stays when the width changes. */
const keep = ref<KeptEdge>('centre')
const keeps: { value: KeptEdge; title: string }[] = [
  { value: 'centre', title: 'Its centre' },
  { value: 'start', title: 'Its edge at the wall’s start' },
  { value: 'end', title: 'Its edge at the wall’s end' },
]
function set(facts: Parameters<typeof changeOpening>[3], label = 'Change opening'): void {
  const { id } = props.record
  const solved = wall.value
  if (solved) store.edit(label, (project) => changeOpening(project, solved, id, facts, keep.value))
}
const TOPS = [
  { value: 'level', title: 'Level' },
  { value: 'segmental', title: 'Segmental arch' },
  { value: 'round', title: 'Round arch' },
  { value: 'raked', title: 'Raked' },
]
/** A flat arch rises by an eighth of its width, a raked head by a quarter. */
function setTop(form: string): void {
  const { width } = props.record
  const top: Opening['top'] | null =
    form === 'segmental'
      ? { form, rise: width / 8 }
      : form === 'raked'
        ? { form, rise: width / 4, high: 'end' }
        : form === 'round'
          ? { form }
          : null
  set({ top }, 'Head')
}
function setRise(rise: number): void {
  const { top } = props.record
  if (top && top.form !== 'round') set({ top: { ...top, rise } }, 'Head')
}
function turnRake(): void {
  const { top } = props.record
  if (top?.form === 'raked') set({ top: { ...top, high: top.high === 'end' ? 'start' : 'end' } }, 'Head')
}
function freeMark(): void {
  const { id } = props.record
  reading.edit('Number', props.scene.board, [id], (project) => setMarkPlace(project, id, null))
}
const renumber = (): void => {
  const { fit } = props.record
  store.edit('Renumber', (project) => renumberOpenings(project, fit))
}
const ALL = { door: 'doors', window: 'windows', gap: 'openings' } as const
</script>

<template>
  <p v-if="fault" class="fault small">
    {{ fault === 'outside' ? 'No longer fits its wall.' : 'Lies over another opening.' }}
  </p>
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
      (id: string) => store.edit('Opening type', (p) => retypeOpenings(p, [record.id], id))
    "
  />
  <TextField
    label="Number"
    :shown="record.mark ?? ''"
    @set="(mark) => store.edit('Number', (project) => setMark(project, record.id, mark))"
  />
  <button v-if="record.markPaperMm" type="button" class="link" @click="freeMark">
    Place its number by itself
  </button>
  <LengthField
    label="Width"
    :mm="record.width"
    :units="store.units"
    :least="1"
    @set="(width) => set({ width })"
  />
  <v-select v-if="!record.round" v-model="keep" label="A width keeps in place" :items="keeps" />
  <MeasuredFields v-if="wall && solver && !record.round" :record="record" :building="solver" :wall="wall" />
  <div class="pair">
    <LengthField label="Sill" :mm="record.sill" :units="store.units" @set="(sill) => set({ sill })" />
    <LengthField label="Head" :mm="record.head" :units="store.units" @set="(head) => set({ head })" />
  </div>
  <FactRows v-if="record.fit === 'door'" :rows="[['Hand', handWord(record)]]" />
  <div class="pair">
    <v-btn
      v-if="record.fit === 'door'"
      size="small"
      variant="outlined"
      @click="store.edit('Other hand', (p) => flipHand(p, record.id))"
      >Other hand</v-btn
    >
    <v-btn size="small" variant="outlined" @click="store.edit('Other side', (p) => flipSide(p, record.id))"
      >Other side</v-btn
    >
  </div>
  <v-select
    label="Head"
    :items="TOPS"
    :model-value="record.top?.form ?? 'level'"
    @update:model-value="setTop"
  />
  <div v-if="record.top && record.top.form !== 'round'" class="pair">
    <LengthField
      label="It rises by"
      :mm="record.top.rise"
      :units="store.units"
      :least="1"
      @set="(rise) => setRise(rise)"
    />
    <v-btn v-if="record.top.form === 'raked'" size="small" variant="outlined" @click="turnRake"
      >To the other end</v-btn
    >
  </div>
  <LintelFields :chosen="[record]" />
  <TextField
    label="Remarks"
    :shown="record.remarks ?? ''"
    @set="(remarks) => set({ remarks: remarks.trim() }, 'Remarks')"
  />
  <button type="button" class="link" @click="renumber">Renumber all {{ ALL[record.fit] }}</button>
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
</style>
