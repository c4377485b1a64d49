<script setup lang="ts">
import { useValues } from '../../store/values'

/** How rows of dimensions are made. */
const values = useValues()
</script>

<template>
  <v-checkbox v-model="values.overall" label="Overall, one row further out" density="compact" hide-details />
</template>
