<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { DETAIL_SECTIONS, keepDetail, removeKept, setKept } from '@lamina/core/edit'
import type { Drawing, KeptDetail } from '@lamina/core/records'
import FactsDialog from './FactsDialog.vue'
import { useProject } from '../store/project'
import { useSay } from '../store/say'

/** The name of a kept detail and its part of the works: of one that is kept, or of a drawing about to be. */
const of = defineModel<Drawing | KeptDetail | null>({ required: true })
const store = useProject()
const say = useSay()

const kept = computed(() => (of.value?.kind === 'keptDetail' ? of.value : null))
const name = ref('')
const section = ref<string>('')
watch(
  of,
  (now) => {
    if (!now) return
    name.value = now.name
    section.value = now.kind === 'keptDetail' ? now.section : DETAIL_SECTIONS[1]
  },
  { immediate: true },
)
const sections = computed(() => [
  ...new Set([...DETAIL_SECTIONS, ...store.project.all('keptDetail').map((each) => each.section)]),
])
function keep(): void {
  const now = of.value
  if (!now) return
  const facts = { name: name.value, section: section.value ?? '' }
  const made =
    now.kind === 'keptDetail'
      ? store.edit('Kept detail', (project) => setKept(project, now.id, facts))
      : store.edit('Keep a detail', (project, makeId) => keepDetail(project, now.id, facts, makeId).change)
  if (!made) return
  if (now.kind === 'drawing') say.tell(`“${name.value.trim()}” is kept among the details of the library.`)
  of.value = null
}
function remove(): void {
  const now = kept.value
  if (now && store.edit('Remove kept detail', (project) => removeKept(project, now.id))) of.value = null
}
</script>

<template>
  <FactsDialog
    :model-value="of !== null"
    :title="kept ? 'Kept detail' : 'Keep as a detail'"
    :subtitle="
      kept ? undefined : 'What is drafted and written on this drawing, to be drawn again in any project.'
    "
    done="Keep"
    @update:model-value="(open: boolean) => !open && (of = null)"
    @done="keep"
  >
    <v-text-field v-model="name" label="Name" maxlength="200" autofocus autocomplete="off" />
    <v-combobox v-model="section" :items="sections" label="Part of the works" />
    <template #ends>
      <v-btn v-if="kept" size="small" variant="text" @click="remove">Remove</v-btn>
    </template>
  </FactsDialog>
</template>
