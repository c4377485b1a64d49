<script setup lang="ts">
import { formatAngle } from '@lamina/core/units'
import FactRows from '../FactRows.vue'
import type { CardProps } from './card'

/** The way of a guide. */
defineProps<CardProps<'guide'>>()
</script>

<template>
  <FactRows :rows="[['Turn', formatAngle(record.angle)]]" />
</template>
