<script setup lang="ts">
import { setFacts } from '@lamina/core/edit'
import { useProject } from '../../store/project'
import type { CardProps } from './card'
import TextField from '../TextField.vue'

/** The name of a grid line. */
const props = defineProps<CardProps<'gridLine'>>()
const store = useProject()
const set = (name: string): unknown =>
  store.edit('Grid line', (p) => setFacts(p, 'gridLine', props.record.id, { name: name.trim() }))
</script>

<template>
  <TextField label="Name" :shown="record.name" @set="set" />
</template>
