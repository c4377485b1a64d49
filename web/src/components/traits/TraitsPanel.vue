<script setup lang="ts">
import { computed } from 'vue'
import type { Scene } from '@lamina/core/derive'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import SelectionTraits from './SelectionTraits.vue'
import TraitsCard from './TraitsCard.vue'
import { cardOf, titleOf } from './kinds'

/** Facts of what is selected on a board or sheet. */
defineProps<{ scene: Scene }>()
const store = useProject()
const hand = useHand()
const chosen = computed(() => hand.selection.flatMap((id) => store.project.get(id) ?? []))
const card = computed(() => cardOf(chosen.value))
const title = computed(() => titleOf(chosen.value, store.project))
</script>

<template>
  <TraitsCard v-if="chosen.length" :title="title" label="Traits of what is selected">
    <component :is="card" v-if="card" :record="chosen[0]" :chosen="chosen" :scene="scene" />
    <SelectionTraits :chosen="chosen" :scene="scene" />
  </TraitsCard>
</template>
