<script setup lang="ts">
import { computed } from 'vue'
import { isFromAbove } from '@lamina/core/annotate'
import type { Scene } from '@lamina/core/derive'
import { tieAgain } from '@lamina/core/edit'
import { scaleOf, type Tied } from '@lamina/core/records'
import { TieFinder, looseEnds, tieOf, type LooseEnd } from '@lamina/core/ties'
import { useHand } from '../../store/hand'
import { useOpened } from '../../store/opened'
import { useProject } from '../../store/project'

/** What of annotation is tied to nothing, and is tied again by pointing. */
const props = defineProps<{ record: Tied; scene: Scene }>()
const store = useProject()
const hand = useHand()
const opened = useOpened()
const ends = computed(() => looseEnds(props.record, props.scene, props.scene.view === 'plan'))
const said = ({ why, index }: LooseEnd): string => {
  const point = ends.value.length > 1 || props.record.kind === 'dimension' ? `Point ${index + 1}` : 'It'
  return why === 'lost' ? `${point} lost what it was tied to.` : `${point} is tied to nothing.`
}
function point({ index }: LooseEnd): void {
  const { record, scene } = props
  hand.askPoint('Point to what it is to hold on to.', (at) => {
    store.edit('Tied again', (project) => {
      const anchor = tieOf(record, new TieFinder(scene, scene.board), at, isFromAbove(scene))
      return tieAgain(project, scene, record.id, index, anchor, scaleOf(scene.board))
    })
  })
  opened.surface?.focus()
}
</script>

<template>
  <ul v-if="ends.length > 0" class="loose small" data-test="loose">
    <li v-for="end in ends.slice(0, 8)" :key="end.index">
      {{ said(end) }}
      <button type="button" class="link" @click="point(end)">Point to what it belongs to</button>
    </li>
    <li v-if="ends.length > 8">And {{ ends.length - 8 }} more.</li>
  </ul>
</template>

<style scoped>
.loose {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
</style>
