<script setup lang="ts">
import { computed } from 'vue'
import type { Scene } from '@lamina/core/derive'
import { isTied } from '@lamina/core/records'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import LooseEnds from './LooseEnds.vue'
import SelectionTraits from './SelectionTraits.vue'
import TraitsCard from './TraitsCard.vue'
import { cardOf, titleOf } from './kinds'

/** Facts of what is selected on a board or sheet. */
const props = defineProps<{ scene: Scene }>()
const store = useProject()
const hand = useHand()
const chosen = computed(() => hand.selection.flatMap((id) => store.project.get(id) ?? []))
const card = computed(() => cardOf(chosen.value))
/** The one thing chosen, if it is tied to others. */
const loose = computed(() => {
  const [one, more] = chosen.value
  return !more && isTied(one) && one.drawing === props.scene.board.id ? one : null
})
const title = computed(() => titleOf(chosen.value, store.project))
</script>

<template>
  <TraitsCard v-if="chosen.length" :title="title" label="Traits of what is selected">
    <LooseEnds v-if="loose" :key="loose.id" :record="loose" :scene="scene" />
    <component :is="card" v-if="card" :record="chosen[0]" :chosen="chosen" :scene="scene" />
    <SelectionTraits :chosen="chosen" :scene="scene" />
  </TraitsCard>
</template>
