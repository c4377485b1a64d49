<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import { readAlsoAt, removeItems, setFacts, together, turnViewport, vanishing } from '@lamina/core/edit'
import { kindWord, type Placed, type Viewport } from '@lamina/core/records'
import { scaleName, standardScales } from '@lamina/core/units'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import AngleField from '../AngleField.vue'
import LengthField from '../LengthField.vue'
import type { CardProps } from './card'
import { useNamed } from '../named'
import NumberField from '../NumberField.vue'
import TextField from '../TextField.vue'

const props = defineProps<CardProps<'viewport'>>()
const store = useProject()
const hand = useHand()
const shown = computed(() => store.project.find('drawing', props.record.drawing))
const scales = computed(() =>
  standardScales(store.units.system).map(({ ratio, name }) => ({ value: ratio, title: name })),
)
const lenses = useNamed('lens')
const set = (label: string, facts: { readonly [F in keyof Viewport]?: Viewport[F] | undefined }): void =>
  void store.edit(label, (project) => setFacts(project, 'viewport', props.record.id, facts))
/** A scale that was chosen, and what would not read there. */
const asked = shallowRef<{ readonly scale: number; readonly lost: readonly Placed[] } | null>(null)
function setScale(scale: number): void {
  const lost = vanishing(store.project, props.record.id, scale)
  if (lost.length === 0) set('Viewport scale', { scale })
  else asked.value = { scale, lost }
}
const LETTERS = [
  { value: 'upright', title: 'Stays upright' },
  { value: 'turned', title: 'Turns with the drawing' },
] as const
const named = (ratio: number): string => scaleName(ratio, store.units.system)
/** What would be lost, by its words where it has some, as “2 notes: …”. */
const lostWords = computed(() => {
  const byKind = new Map<string, string[]>()
  for (const record of asked.value?.lost ?? []) {
    const word = kindWord(record.kind)
    const said = record.kind === 'note' || record.kind === 'leader' ? record.text.split('\n')[0]! : ''
    byKind.set(word, [...(byKind.get(word) ?? []), said])
  }
  return [...byKind].map(([word, said]) => {
    const few = said.filter((each) => each !== '').slice(0, MOST_TOLD)
    const told = few.map((each) => `“${each.slice(0, 40)}”`).join(', ')
    const more = said.length > few.length && few.length > 0 ? ' …' : ''
    return `${said.length} ${word}${said.length > 1 ? 's' : ''}${told ? `: ${told}${more}` : ''}`
  })
})
const MOST_TOLD = 4
function answer(how: 'read' | 'lose' | 'keep'): void {
  const { value: question } = asked
  asked.value = null
  if (!question || how === 'keep') return
  const { scale, lost } = question
  const { id, scale: before } = props.record
  const ids = lost.map((record) => record.id)
  store.edit('Viewport scale', (project) => {
    const scaled = setFacts(project, 'viewport', id, { scale })
    return how === 'read' ? together(scaled, readAlsoAt(project, ids, scale, before)) : scaled
  })
}
function remove(): void {
  const { id } = props.record
  hand.select([])
  store.edit('Remove viewport', (project) => removeItems(project, [id]))
}
</script>

<template>
  <p class="soft small under">{{ shown?.name }}</p>
  <v-select
    label="Scale"
    :items="scales"
    :model-value="record.scale"
    :disabled="record.locked"
    @update:model-value="setScale"
  />
  <v-select
    label="Lens"
    :items="lenses"
    :model-value="record.lens ?? lenses[0]?.value"
    @update:model-value="(lens: string) => set('Viewport lens', { lens })"
  />
  <TextField
    label="Title"
    :placeholder="shown?.name"
    :shown="record.title"
    @set="(title) => set('Viewport title', { title: title.trim() })"
  />
  <NumberField
    label="Number"
    whole
    :value="record.number"
    :least="1"
    :most="999"
    @set="(number) => set('Viewport number', { number })"
  />
  <div class="pair">
    <LengthField
      label="Middle x"
      :mm="record.at.x"
      :units="store.units"
      :disabled="record.locked"
      @set="(x) => set('Move viewport', { at: { ...record.at, x } })"
    />
    <LengthField
      label="Middle y"
      :mm="record.at.y"
      :units="store.units"
      :disabled="record.locked"
      @set="(y) => set('Move viewport', { at: { ...record.at, y } })"
    />
  </div>
  <AngleField
    label="Drawing turned by"
    :radians="record.turn ?? 0"
    :disabled="record.locked"
    @set="(turn) => store.edit('Turn drawing', (project) => turnViewport(project, record.id, turn))"
  />
  <v-select
    v-if="record.turn !== undefined"
    label="Lettering"
    :items="LETTERS"
    :model-value="record.letters ?? 'upright'"
    @update:model-value="
      (letters: string) =>
        set('Lettering in viewport', { letters: letters === 'turned' ? letters : undefined })
    "
  />
  <v-switch
    label="Locked in place and scale"
    density="compact"
    hide-details
    color="primary"
    :model-value="record.locked"
    @update:model-value="set(record.locked ? 'Unlock viewport' : 'Lock viewport', { locked: !record.locked })"
  />
  <v-btn
    v-if="record.cropped"
    size="small"
    variant="outlined"
    :disabled="record.locked"
    @click="set('Whole drawing', { cropped: false })"
    >Show the whole drawing</v-btn
  >
  <v-btn size="small" variant="text" color="error" @click="remove">Remove from the sheet</v-btn>
  <v-dialog
    :model-value="asked !== null"
    max-width="460"
    aria-label="Annotation that would not read"
    @update:model-value="answer('keep')"
  >
    <v-card v-if="asked" color="surface" class="question" data-test="vanishing">
      <h2>Not everything reads at {{ named(asked.scale) }}</h2>
      <p>These read at chosen scales, and {{ named(asked.scale) }} is none of them:</p>
      <ul>
        <li v-for="words in lostWords" :key="words">{{ words }}</li>
      </ul>
      <div class="answers">
        <v-btn color="primary" variant="flat" @click="answer('read')">Let them read there too</v-btn>
        <v-btn variant="tonal" @click="answer('lose')">Leave them out</v-btn>
        <v-btn variant="text" @click="answer('keep')">Stay at {{ named(record.scale) }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.under {
  margin-top: -10px;
}
.question {
  padding: 20px 24px;
  display: grid;
  gap: 10px;
}
.question ul {
  margin: 0;
  padding-left: 20px;
  font-size: 14px;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 6px;
}
</style>
