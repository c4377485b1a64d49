<script setup lang="ts">
import { useValues } from '../../store/values'
import { MEASURES, READS } from '../choices'

/** How rows of dimensions are made. */
const values = useValues()
const to = [{ value: null, title: 'As pointed to' }, ...MEASURES]
</script>

<template>
  <v-select v-model="values.reads" label="Figures (R)" :items="READS" />
  <v-select v-model="values.measures" label="Walls measured to (W)" :items="to" />
  <v-checkbox
    v-if="values.reads === 'chain'"
    v-model="values.overall"
    label="Overall, one row further out"
    density="compact"
    hide-details
  />
</template>
