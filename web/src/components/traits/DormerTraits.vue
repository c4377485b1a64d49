<script setup lang="ts">
import { computed } from 'vue'
import { setDormer } from '@lamina/core/edit'
import { dormerFault } from '@lamina/core/solids'
import { useProject } from '../../store/project'
import DormerFields from '../DormerFields.vue'
import type { CardProps } from './card'

/** Facts of a dormer. */
const props = defineProps<CardProps<'dormer'>>()
const store = useProject()
const fault = computed(() => dormerFault(store.project, props.record))
const set = (facts: Parameters<typeof setDormer>[2]): unknown =>
  store.edit('Dormer', (project) => setDormer(project, props.record.id, facts))
</script>

<template>
  <p v-if="fault" class="fault small">{{ fault }}</p>
  <DormerFields :dormer="record" @set="set" />
</template>
