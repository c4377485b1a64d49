<script setup lang="ts">
import { computed } from 'vue'
import { setFacts } from '@lamina/core/edit'
import { styleOf } from '@lamina/core/library'
import type { Dimension, Leader, LevelMark } from '@lamina/core/records'
import { useProject } from '../../store/project'
import { useNamed } from '../named'

/** The annotation style of dimensions, leaders or level marks. */
const props = defineProps<{
  record: Dimension | Leader | LevelMark
  /** All it is of; left out: the one alone. */
  chosen?: readonly (Dimension | Leader | LevelMark)[]
}>()
const store = useProject()
const styles = useNamed('annotationStyle')
const now = computed(() => styleOf(store.project, props.record.style).id)
const set = (style: string): unknown =>
  store.edit('Annotation style', (p) =>
    setFacts(
      p,
      props.record.kind,
      (props.chosen ?? [props.record]).map(({ id }) => id),
      { style },
    ),
  )
</script>

<template>
  <v-select label="Annotation style" :items="styles" :model-value="now" @update:model-value="set" />
</template>
