<script setup lang="ts">
import { computed } from 'vue'
import type { Framed } from '@lamina/core/annotate'
import { makeKeynote, removeKeynote, setFacts, setKeynote, showKeynote } from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import { useProject } from '../../store/project'
import { FRAMES } from '../choices'
import { useKeynotes } from '../keynotes'
import TextField from '../TextField.vue'
import StyleChoice from './StyleChoice.vue'
import WordsField from './WordsField.vue'
import type { CardProps } from './card'

/** What a leader says and points to: a text of its own, or the number of a keynote. */
const props = defineProps<CardProps<'leader'>>()
const store = useProject()
const keynotes = useKeynotes('A text of its own')
const shown = computed(() =>
  props.record.keynote === undefined ? undefined : store.project.find('keynote', props.record.keynote),
)
const setFramed = (framed: Framed | null): unknown =>
  store.edit('Frame', (project) =>
    setFacts(project, 'leader', props.record.id, { framed: framed ?? undefined }),
  )
const show = (keynote: Id | null): unknown =>
  store.edit('Keynote', (project) => showKeynote(project, [props.record.id], keynote))
const keep = (): unknown =>
  store.edit('Keynote', (project, makeId) => makeKeynote(project, props.record.id, makeId))
const remove = (): unknown =>
  store.edit('Remove keynote', (project) => removeKeynote(project, props.record.keynote!))
const setText = (text: string): unknown =>
  store.edit('Text of a keynote', (project) => setKeynote(project, props.record.keynote!, { text }))
</script>

<template>
  <v-select
    v-if="keynotes.length > 1"
    label="It shows"
    :items="keynotes"
    :model-value="record.keynote ?? null"
    @update:model-value="show"
  />
  <template v-if="shown">
    <TextField :label="`Text of keynote ${shown.number}`" :shown="shown.text" long @set="setText" />
    <p class="small soft">Wherever keynote {{ shown.number }} is shown or listed it follows.</p>
    <button type="button" class="link small" @click="remove">Remove keynote {{ shown.number }}</button>
  </template>
  <template v-else>
    <WordsField :record="record" />
    <button type="button" class="link small" @click="keep">Keep its text as a keynote</button>
  </template>
  <v-select
    label="Frame"
    :items="FRAMES"
    :model-value="record.framed ?? null"
    @update:model-value="setFramed"
  />
  <StyleChoice :record="record" />
</template>
