<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@lamina/core/records'
import SheetBoard from '../components/SheetBoard.vue'
import GonePlace from '../components/GonePlace.vue'
import { useProject } from '../store/project'

const props = defineProps<{ sheet: string }>()
const store = useProject()
const sheet = computed<Sheet | null>(() => store.project.find('sheet', props.sheet) ?? null)
</script>

<template>
  <SheetBoard v-if="sheet" :key="sheet.id" :sheet="sheet" />
  <GonePlace v-else what="sheet" />
</template>
