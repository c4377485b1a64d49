<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '@lamina/core/records'
import DrawingBoard from '../components/DrawingBoard.vue'
import GonePlace from '../components/GonePlace.vue'
import { useProject } from '../store/project'

const props = defineProps<{ drawing: string }>()
const store = useProject()
const drawing = computed<Drawing | null>(() => store.project.find('drawing', props.drawing) ?? null)
</script>

<template>
  <DrawingBoard v-if="drawing" :drawing="drawing" />
  <GonePlace v-else what="drawing" />
</template>
