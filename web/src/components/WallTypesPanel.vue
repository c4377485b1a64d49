<script setup lang="ts">
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import { useValues } from '../store/values'
import StripTypesPanel from './StripTypesPanel.vue'

/** The wall types of the project; opened with a wall selected, the type of that wall. */
const { selection } = useHand()
const selected = selection.length === 1 ? useProject().project.find('wall', selection[0]!) : undefined
const first = selected?.type ?? useValues().wallType
</script>

<template>
  <StripTypesPanel kind="wallType" :first="first" />
</template>
