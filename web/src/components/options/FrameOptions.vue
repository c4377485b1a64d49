<script setup lang="ts">
import { useValues } from '../../store/values'
import { FRAMES } from '../choices'

/** What the next notes and leaders are framed by: a leader with a frame is a tag of what it points to. */
const values = useValues()
</script>

<template>
  <v-select v-model="values.framed" label="Frame" :items="FRAMES" />
</template>
