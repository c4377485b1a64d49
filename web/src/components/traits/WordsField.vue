<script setup lang="ts">
import { setFacts } from '@lamina/core/edit'
import type { Leader, Note } from '@lamina/core/records'
import { useProject } from '../../store/project'

/** The text of a leader or note. */
const props = defineProps<{ record: Leader | Note }>()
const store = useProject()
function set(event: Event): void {
  const text = (event.target as HTMLTextAreaElement).value
  const { kind, id } = props.record
  if (text.trim() && text !== props.record.text)
    store.edit('Note text', (project) => setFacts(project, kind, id, { text }))
}
</script>

<template>
  <v-textarea :key="record.id" label="Text" rows="3" :model-value="record.text" @change="set" />
</template>
