<script setup lang="ts">
import { pathArea } from '@lamina/core/geometry'
import { formatArea } from '@lamina/core/units'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import type { CardProps } from './card'

/** The area of a floor void. */
defineProps<CardProps<'void'>>()
const store = useProject()
</script>

<template>
  <FactRows :rows="[['Area', formatArea(Math.abs(pathArea(record.outline)), store.units)]]" />
</template>
