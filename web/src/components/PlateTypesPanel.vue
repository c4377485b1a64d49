<script setup lang="ts">
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import { useValues } from '../store/values'
import StripTypesPanel from './StripTypesPanel.vue'

/** The types of floors, roofs and ceilings; opened with one of them selected, the type of that. */
const { selection } = useHand()
const selected = selection.length === 1 ? useProject().project.get(selection[0]!) : undefined
const first =
  (selected?.kind === 'slab' || selected?.kind === 'roof' ? selected.type : undefined) ??
  useValues().slab.type ??
  null
</script>

<template>
  <StripTypesPanel kind="plateType" :first="first" />
</template>
