<script setup lang="ts">
import { computed } from 'vue'
import { setStairLimits } from '@lamina/core/edit'
import type { StairLimits } from '@lamina/core/records'
import { stairLimitsOf } from '@lamina/core/stairs'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'
import PanelFrame from './PanelFrame.vue'

/** What stairs and ramps of the project keep to. */
const store = useProject()
const desk = useDesk()
const limits = computed(() => stairLimitsOf(store.project))
const set = (facts: Partial<StairLimits>): unknown =>
  store.edit('Limits for stairs', (project) => setStairLimits(project, facts))
</script>

<template>
  <PanelFrame title="Limits for stairs" :width="340" data-test="stair-limits" @close="desk.panel = null">
    <p class="soft small">
      A new stair gets as few risers as the highest one allows. What lies outside these limits is said, and
      drawn all the same.
    </p>
    <LengthField
      label="Highest riser"
      :mm="limits.highestRise"
      :units="store.units"
      :least="1"
      @set="(highestRise) => set({ highestRise })"
    />
    <LengthField
      label="Least going"
      :mm="limits.leastGoing"
      :units="store.units"
      :least="1"
      @set="(leastGoing) => set({ leastGoing })"
    />
    <LengthField
      label="Least of two risers and a going"
      :mm="limits.leastSum"
      :units="store.units"
      :least="1"
      @set="(leastSum) => set({ leastSum })"
    />
    <LengthField
      label="Most of two risers and a going"
      :mm="limits.mostSum"
      :units="store.units"
      :least="1"
      @set="(mostSum) => set({ mostSum })"
    />
    <LengthField
      label="Least headroom"
      :mm="limits.leastHeadroom ?? 0"
      :units="store.units"
      :least="1"
      @set="(leastHeadroom) => set({ leastHeadroom })"
    />
    <LengthField
      label="Least height of a balustrade"
      :mm="limits.leastGuard ?? 0"
      :units="store.units"
      :least="1"
      @set="(leastGuard) => set({ leastGuard })"
    />
    <LengthField
      label="Widest gap in a balustrade"
      :mm="limits.mostGap ?? 0"
      :units="store.units"
      :least="1"
      @set="(mostGap) => set({ mostGap })"
    />
    <LengthField
      label="Length of a ramp for each 1 000 it climbs"
      :mm="1000 / limits.steepestRamp"
      :units="store.units"
      :least="1"
      @set="(length) => set({ steepestRamp: 1000 / length })"
    />
  </PanelFrame>
</template>
