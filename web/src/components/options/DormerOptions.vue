<script setup lang="ts">
import DormerFields from '../DormerFields.vue'
import { useValues } from '../../store/values'

/** What the next dormer is like. */
const values = useValues()
</script>

<template>
  <DormerFields :dormer="values.dormer" @set="(facts) => (values.dormer = { ...values.dormer, ...facts })" />
</template>
