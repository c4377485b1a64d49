<script setup lang="ts">
import { scaleOf } from '@lamina/core/records'
import { computed } from 'vue'
import { layDimension } from '@lamina/core/annotate'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import StyleChoice from './StyleChoice.vue'
import type { CardProps } from './card'

/** What a dimension measures, and how it is drawn. */
const props = defineProps<CardProps<'dimension'>>()
const store = useProject()
const laid = computed(() => layDimension(props.record, props.scene, scaleOf(props.scene.board), store.units))
const rows = computed(() => {
  const { lengths } = laid.value
  return lengths.map(
    (length, i) =>
      [lengths.length > 1 ? `Part ${i + 1}` : 'Length', formatLength(length, store.units)] as const,
  )
})
</script>

<template>
  <FactRows :rows="rows" />
  <p v-if="laid.lost.length" class="fault small">
    {{ laid.lost.length }} of its points lost what they measured and keep their last place.
  </p>
  <StyleChoice :record="record" />
</template>
