<script setup lang="ts">
import { computed } from 'vue'
import { setWords } from '@lamina/core/edit'
import { layText } from '@lamina/core/lettering'
import { styleOf } from '@lamina/core/library'
import type { Leader, Note } from '@lamina/core/records'
import { useProject } from '../../store/project'

/** The text of a leader or note. */
const props = defineProps<{ record: Leader | Note }>()
const store = useProject()
function set(event: Event): void {
  const text = (event.target as HTMLTextAreaElement).value
  if (text.trim() && text !== props.record.text)
    store.edit('Note text', (project) => setWords(project, props.record.id, text))
}
/** Letters of it that another lettering stands in for. */
const standIn = computed(() => {
  const style = props.record.kind === 'leader' ? styleOf(store.project, props.record.style) : undefined
  const words = props.record.text.replace(/\n/g, '')
  return [...new Set(layText(words, 1, 400, style?.lettering ?? 'plain').standIn)].join(' ')
})
</script>

<template>
  <v-textarea :key="record.id" label="Text" rows="3" :model-value="record.text" @change="set" />
  <p v-if="standIn" class="small soft">This lettering has no {{ standIn }}; another stands in.</p>
</template>
