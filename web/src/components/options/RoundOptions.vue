<script setup lang="ts">
import { useValues } from '../../store/values'
import { ROUND } from '../choices'

/** What of arcs is measured. */
const values = useValues()
</script>

<template>
  <v-select v-model="values.round" label="It measures (R)" :items="ROUND" />
</template>
