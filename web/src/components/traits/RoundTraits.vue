<script setup lang="ts">
import { computed } from 'vue'
import { layRound } from '@lamina/core/annotate'
import { setRound, type RoundFacts } from '@lamina/core/edit'
import { scaleOf, type RoundDimension } from '@lamina/core/records'
import { useProject } from '../../store/project'
import { useReading } from '../../store/reading'
import { ROUND } from '../choices'
import FactRows from '../FactRows.vue'
import NumberField from '../NumberField.vue'
import SaidFields from './SaidFields.vue'
import StyleChoice from './StyleChoice.vue'
import type { CardProps } from './card'

/** What an angle or a round dimension measures and says, and where it runs. */
const props = defineProps<CardProps<'roundDimension'>>()
const store = useProject()
const reading = useReading()
const scale = computed(() => scaleOf(props.scene.board))
const laid = computed(() => layRound(props.record, props.scene, scale.value, store.units))
const isAngle = computed(() => props.record.measures === 'angle')
const rows = computed(() => [[isAngle.value ? 'Angle' : 'Measured', laid.value.told] as const])
const set = (facts: RoundFacts, label = 'Angle or arc'): unknown =>
  reading.edit(label, props.scene.board, [props.record.id], (project) =>
    setRound(project, props.record.id, facts),
  )
const reach = computed(() => {
  const { reach: now } = props.record
  return now.in === 'paper' ? now.paperMm : now.mm / scale.value
})
const REACH: Record<RoundDimension['measures'], string> = {
  angle: 'From the corner, mm on paper',
  arc: 'From the arc, mm on paper',
  radius: 'Beyond the arc, mm on paper; 0 within',
  diameter: 'Beyond the arc, mm on paper; 0 within',
}
</script>

<template>
  <FactRows :rows="rows" />
  <v-select
    v-if="!isAngle"
    label="It measures"
    :items="ROUND"
    :model-value="record.measures"
    @update:model-value="(measures: RoundDimension['measures']) => set({ measures })"
  />
  <v-checkbox
    v-else
    label="The greater angle"
    density="compact"
    hide-details
    :model-value="record.outer ?? false"
    @update:model-value="(outer) => set({ outer: outer === true })"
  />
  <NumberField
    :label="REACH[record.measures]"
    :value="Math.round(reach * 100) / 100"
    :least="-500"
    :most="2000"
    @set="(paperMm) => set({ reach: { in: 'paper', paperMm } })"
  />
  <SaidFields
    :said="record.figure ?? {}"
    :measured="laid.told"
    @set="(figure) => set({ figure }, 'Figure')"
  />
  <StyleChoice :record="record" :chosen="chosen" />
</template>
