<script setup lang="ts">
import { computed } from 'vue'
import { PARTS, type Framed } from '@lamina/core/annotate'
import { setNotes, type NoteLook } from '@lamina/core/edit'
import { styleOf } from '@lamina/core/library'
import type { Note } from '@lamina/core/records'
import { DEGREE } from '@lamina/core/units'
import { useProject } from '../../store/project'
import { useReading } from '../../store/reading'
import AngleField from '../AngleField.vue'
import { FRAMES } from '../choices'
import { useNamed } from '../named'
import NumberField from '../NumberField.vue'
import WordsField from './WordsField.vue'
import type { CardProps } from './card'

/** What a note says, and how it is set. */
const props = defineProps<CardProps<'note'>>()
const store = useProject()
const reading = useReading()
const styles = useNamed('annotationStyle')
const ids = computed(() => props.chosen.map(({ id }) => id))
const set = (look: NoteLook, label = 'Note'): unknown =>
  reading.edit(label, props.scene.board, ids.value, (project) => setNotes(project, ids.value, look))
const ALIGN = [
  { value: 'start', title: 'Left' },
  { value: 'middle', title: 'In the middle' },
  { value: 'end', title: 'Right' },
] as const
const WIDTHS = [
  { value: 'free', title: 'As typed' },
  { value: 'set', title: 'At a width' },
]
/** Lines are first broken at this width, mm on paper. */
const FIRST_WIDTH = 60
const setBroken = (how: string): unknown =>
  set({ widthPaperMm: how === 'set' ? (props.record.widthPaperMm ?? FIRST_WIDTH) : null })
</script>

<template>
  <WordsField v-if="chosen.length === 1" :record="record" />
  <NumberField
    label="Letter height, mm on paper"
    :value="record.heightPaperMm"
    :least="1"
    :most="50"
    @set="(heightPaperMm) => set({ heightPaperMm })"
  />
  <v-select
    label="Lines are aligned"
    :items="ALIGN"
    :model-value="record.align"
    @update:model-value="(align: Note['align']) => set({ align })"
  />
  <v-select
    label="Lines are broken"
    :items="WIDTHS"
    :model-value="record.widthPaperMm === undefined ? 'free' : 'set'"
    @update:model-value="setBroken"
  />
  <NumberField
    v-if="record.widthPaperMm !== undefined"
    label="Width, mm on paper"
    :value="record.widthPaperMm"
    :least="2"
    :most="2000"
    @set="(widthPaperMm) => set({ widthPaperMm })"
  />
  <NumberField
    label="From line to line, times the height"
    :value="record.leading ?? PARTS.leading"
    :least="1"
    :most="5"
    @set="(leading) => set({ leading })"
  />
  <AngleField
    label="Turned"
    :radians="record.turn ?? 0"
    @set="(turn) => set({ turn: Math.abs(turn) < DEGREE / 1e6 ? null : turn })"
  />
  <v-select
    label="Frame"
    :items="FRAMES"
    :model-value="record.framed ?? null"
    @update:model-value="(framed: Framed | null) => set({ framed })"
  />
  <v-checkbox
    label="On clear ground"
    density="compact"
    hide-details
    :model-value="record.clear === true || styleOf(store.project, record.style).clearPaperMm !== undefined"
    :disabled="styleOf(store.project, record.style).clearPaperMm !== undefined"
    @update:model-value="(clear) => set({ clear: clear ? true : null })"
  />
  <v-select
    label="Annotation style"
    :items="styles"
    :model-value="styleOf(store.project, record.style).id"
    @update:model-value="(style: string) => set({ style }, 'Annotation style')"
  />
</template>
