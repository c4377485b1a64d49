<script setup lang="ts">
import { HANDS, RAIL_SIDES, STAIR_MADE } from '../choices'
import LengthField from '../LengthField.vue'
import { useDesk } from '../../store/desk'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'

/** What the next stair is like. */
const store = useProject()
const values = useValues()
const desk = useDesk()
const set = (facts: Partial<typeof values.stair>): void => void (values.stair = { ...values.stair, ...facts })
</script>

<template>
  <v-select
    label="Turns"
    :items="HANDS"
    :model-value="values.stair.hand"
    @update:model-value="(hand: typeof values.stair.hand) => set({ hand })"
  />
  <LengthField
    label="Width"
    :mm="values.stair.width"
    :units="store.units"
    :least="50"
    @set="(width) => set({ width })"
  />
  <LengthField
    label="Going"
    :mm="values.stair.going"
    :units="store.units"
    :least="100"
    @set="(going) => set({ going })"
  />
  <LengthField
    v-if="values.ways.stair === 'half turn'"
    label="Well"
    :mm="values.stair.well"
    :units="store.units"
    @set="(well) => set({ well })"
  />
  <LengthField
    v-if="values.ways.stair === 'curved'"
    label="Radius inside"
    :mm="values.stair.radius"
    :units="store.units"
    @set="(radius) => set({ radius })"
  />
  <v-select
    label="Made"
    :items="STAIR_MADE"
    :model-value="values.stair.made ?? 'flights'"
    @update:model-value="(made: NonNullable<typeof values.stair.made>) => set({ made })"
  />
  <v-select
    label="Handrails"
    :items="RAIL_SIDES"
    :model-value="values.stair.rails"
    @update:model-value="(rails: typeof values.stair.rails) => set({ rails })"
  />
  <button
    type="button"
    class="link"
    @click="desk.panel = desk.panel === 'stair-limits' ? null : 'stair-limits'"
  >
    Limits for stairs
  </button>
</template>
