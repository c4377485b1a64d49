<script setup lang="ts">
import { computed } from 'vue'
import { setFacts, styleAll } from '@lamina/core/edit'
import { styleOf } from '@lamina/core/library'
import type { Tied } from '@lamina/core/records'
import { useProject } from '../../store/project'
import { useNamed } from '../named'

/** The annotation style of dimensions, leaders or level marks. */
const props = defineProps<{
  record: Tied
  /** All it is of; left out: the one alone. */
  chosen?: readonly Tied[]
}>()
const store = useProject()
const WORDS = {
  dimension: 'dimensions',
  roundDimension: 'angles and arcs',
  leader: 'leaders',
  levelMark: 'level marks',
  symbol: 'symbols',
} as const
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
/** For all of its kind in the drawing, and what is new there. */
const setAll = (): unknown =>
  store.edit('Annotation style of all', (p) =>
    styleAll(p, props.record.kind, props.record.drawing, now.value),
  )
const others = computed(
  () =>
    store.project.dependents(props.record.drawing).filter((id) => {
      const other = store.project.find(props.record.kind, id)
      return other?.drawing === props.record.drawing && styleOf(store.project, other.style).id !== now.value
    }).length,
)
</script>

<template>
  <v-select label="Annotation style" :items="styles" :model-value="now" @update:model-value="set" />
  <button v-if="others > 0" type="button" class="link small" @click="setAll">
    Give it to the other {{ others }} {{ WORDS[record.kind] }} here
  </button>
</template>
