<script setup lang="ts">
import { useValues } from '../../store/values'
import { useNamed } from '../named'

/** What the next column is made of. */
const values = useValues()
const materials = useNamed('material')
</script>

<template>
  <v-select
    label="Material"
    :items="materials"
    :model-value="values.columnMaterial ?? materials[0]?.value"
    @update:model-value="(id: string) => (values.columnMaterial = id)"
  />
</template>
