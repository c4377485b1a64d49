<script setup lang="ts">
import { BAND_NAMES, usualBand } from '@lamina/core/library'
import type { Band } from '@lamina/core/records'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'

/** What a line is drawn as, and how large. */
const props = defineProps<{
  band: Band | null
  /** It may be a line and no more. */
  plain?: boolean
}>()
const emit = defineEmits<{ set: [band: Band | null] }>()
const store = useProject()
const PLAIN = 'line'
const items = [
  ...(props.plain ? [{ value: PLAIN, title: 'A line' }] : []),
  ...Object.entries(BAND_NAMES).map(([value, title]) => ({ value, title })),
]
function choose(as: string): void {
  emit('set', as === PLAIN ? null : usualBand(as as Band['as'], store.units.system))
}
</script>

<template>
  <v-select label="Drawn as" :items="items" :model-value="band?.as ?? PLAIN" @update:model-value="choose" />
  <LengthField
    v-if="band && (band.as === 'quilt' || band.as === 'hardcore')"
    label="As wide as"
    :mm="band.width"
    :units="store.units"
    :least="0.5"
    @set="(width) => emit('set', { ...(band as Extract<Band, { width: number }>), width })"
  />
  <LengthField
    v-if="band?.as === 'bar'"
    label="Diameter"
    :mm="band.diameter"
    :units="store.units"
    :least="0.5"
    @set="(diameter) => emit('set', { as: 'bar', diameter })"
  />
  <template v-if="band?.as === 'courses'">
    <div class="pair">
      <LengthField
        label="Each along it"
        :mm="band.along"
        :units="store.units"
        :least="0.5"
        @set="(along) => emit('set', { ...(band as Extract<Band, { as: 'courses' }>), along })"
      />
      <LengthField
        label="Across"
        :mm="band.across"
        :units="store.units"
        :least="0.5"
        @set="(across) => emit('set', { ...(band as Extract<Band, { as: 'courses' }>), across })"
      />
    </div>
    <LengthField
      label="Joint"
      :mm="band.joint"
      :units="store.units"
      :least="0"
      @set="(joint) => emit('set', { ...(band as Extract<Band, { as: 'courses' }>), joint })"
    />
  </template>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
