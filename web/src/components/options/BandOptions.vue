<script setup lang="ts">
import type { Band } from '@lamina/core/records'
import { useValues } from '../../store/values'
import BandFields from '../BandFields.vue'

/** What the next line is drawn as. */
const values = useValues()
const set = (band: Band | null): void => {
  if (band) values.band = band
}
</script>

<template>
  <BandFields :band="values.band" @set="set" />
</template>
