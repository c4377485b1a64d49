<script setup lang="ts">
import FillingFields from '../FillingFields.vue'
import LengthField from '../LengthField.vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** What the next hatch is filled with. */
const store = useProject()
const values = useValues()
</script>

<template>
  <FillingFields
    :filling="values.filling"
    :units="store.units"
    @set="(filling) => (values.filling = filling)"
  />
  <LengthField
    label="Gaps that count as closed"
    :mm="values.hatchGap"
    :units="store.units"
    :least="0"
    @set="(mm) => (values.hatchGap = mm)"
  />
</template>
