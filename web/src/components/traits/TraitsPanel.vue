<script setup lang="ts">
import { computed } from 'vue'
import type { Scene } from '@lamina/core/derive'
import { isPlaced, isTied, placedAt, scaleOf } from '@lamina/core/records'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import LooseEnds from './LooseEnds.vue'
import PlacesFields from './PlacesFields.vue'
import SelectionTraits from './SelectionTraits.vue'
import TraitsCard from './TraitsCard.vue'
import { cardOf, titleOf } from './kinds'

/** Facts of what is selected on a board or sheet. */
const props = defineProps<{ scene: Scene }>()
const store = useProject()
const hand = useHand()
/** What is chosen, annotation as it stands at the scale of the board. */
const chosen = computed(() => {
  const { board, viewport } = props.scene
  const reading = { scale: scaleOf(board), viewport }
  return hand.selection.flatMap((id) => {
    const record = store.project.get(id)
    return record ? [placedAt(record, reading)] : []
  })
})
const card = computed(() => cardOf(chosen.value))
/** The one thing chosen, if it is tied to others. */
const loose = computed(() => {
  const [one, more] = chosen.value
  return !more && isTied(one) && one.drawing === props.scene.board.id ? one : null
})
/** The annotation of a drawing, if nothing else is chosen; openings count for their numbers. */
const placed = computed(() =>
  props.scene.board.kind === 'drawing' && chosen.value.every(isPlaced) ? hand.selection : [],
)
const numbered = computed(() => chosen.value.filter((record) => record.kind === 'opening'))
/** Whether openings are chosen for what stands on plans of them: numbers. */
const numbers = computed(
  () => props.scene.view === 'plan' && numbered.value.some(({ mark }) => mark !== undefined),
)
const title = computed(() => titleOf(chosen.value, store.project))
</script>

<template>
  <TraitsCard v-if="chosen.length" :title="title" label="Traits of what is selected">
    <LooseEnds v-if="loose" :key="loose.id" :record="loose" :scene="scene" />
    <component :is="card" v-if="card" :record="chosen[0]" :chosen="chosen" :scene="scene" />
    <PlacesFields v-if="placed.length > 0 && numbered.length === 0" :ids="placed" :scene="scene" />
    <details v-else-if="placed.length > 0 && numbers" :key="hand.selection.join()">
      <summary>Where {{ chosen.length > 1 ? 'their numbers stand' : 'its number stands' }}</summary>
      <PlacesFields :ids="placed" :scene="scene" />
    </details>
    <SelectionTraits :chosen="chosen" :scene="scene" />
  </TraitsCard>
</template>
