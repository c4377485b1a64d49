<script setup lang="ts">
import { computed } from 'vue'
import type { TitleBlock } from '@lamina/core/records'
import GonePlace from '../components/GonePlace.vue'
import TitleBoard from '../components/TitleBoard.vue'
import { useProject } from '../store/project'

const props = defineProps<{ titleBlock: string }>()
const store = useProject()
const block = computed<TitleBlock | null>(() => store.project.find('titleBlock', props.titleBlock) ?? null)
</script>

<template>
  <TitleBoard v-if="block" :key="block.id" :block="block" />
  <GonePlace v-else what="title block" />
</template>
