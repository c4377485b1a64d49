<script setup lang="ts">
import type { Framed } from '@lamina/core/annotate'
import { setFacts } from '@lamina/core/edit'
import { useProject } from '../../store/project'
import { FRAMES } from '../choices'
import StyleChoice from './StyleChoice.vue'
import WordsField from './WordsField.vue'
import type { CardProps } from './card'

/** What a leader says and points to. */
const props = defineProps<CardProps<'leader'>>()
const store = useProject()
const setFramed = (framed: Framed | null): unknown =>
  store.edit('Frame', (project) =>
    setFacts(project, 'leader', props.record.id, { framed: framed ?? undefined }),
  )
</script>

<template>
  <WordsField :record="record" />
  <v-select
    label="Frame"
    :items="FRAMES"
    :model-value="record.framed ?? null"
    @update:model-value="setFramed"
  />
  <StyleChoice :record="record" />
</template>
