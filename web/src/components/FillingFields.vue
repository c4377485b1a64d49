<script setup lang="ts">
import { computed } from 'vue'
import { PATTERNS, PATTERN_UNITS } from '@lamina/core/display'
import { patternNames, type Filling, type PatternName } from '@lamina/core/records'
import { type Units } from '@lamina/core/units'
import ColourChoice from './ColourChoice.vue'
import LengthField from './LengthField.vue'
import AngleField from './AngleField.vue'
import NumberField from './NumberField.vue'

/** What fills a hatch: a pattern with its sizes, or an even tone. */
const props = defineProps<{ filling: Filling; units: Units }>()
const emit = defineEmits<{ set: [filling: Filling] }>()

const kinds = [
  ...patternNames.map((name) => ({
    value: name as string,
    title: `${name[0]!.toUpperCase()}${name.slice(1)}${PATTERNS[name].sizing === 'real' ? ', real size' : ''}`,
  })),
  { value: 'tone 0.85', title: 'Light tone' },
  { value: 'tone 0.6', title: 'Middle tone' },
  { value: 'tone 0.15', title: 'Dark tone' },
]
const kind = computed(() =>
  props.filling.with === 'pattern' ? props.filling.pattern : `tone ${props.filling.tone}`,
)
const pattern = computed(() => (props.filling.with === 'pattern' ? props.filling : null))
const unit = computed(() => {
  const of = pattern.value
  return of ? (of.unit ?? PATTERN_UNITS[of.pattern] ?? null) : null
})
function setKind(value: string): void {
  if (value.startsWith('tone')) emit('set', { with: 'tone', tone: Number(value.slice(5)) })
  else {
    const { turn = 0, origin = { x: 0, y: 0 } } = pattern.value ?? {}
    emit('set', { with: 'pattern', pattern: value as PatternName, width: 1, height: 1, turn, origin })
  }
}
function setColour(colour: string | null): void {
  if (props.filling.with === 'tone')
    emit('set', { with: 'tone', tone: props.filling.tone, ...(colour === null ? {} : { colour }) })
}
function setUnit(key: 'width' | 'height', mm: number): void {
  if (pattern.value && unit.value) emit('set', { ...pattern.value, unit: { ...unit.value, [key]: mm } })
}
</script>

<template>
  <v-select label="Pattern" :items="kinds" :model-value="kind" @update:model-value="setKind" />
  <label v-if="filling.with === 'tone'" class="row">
    <span class="soft">Colour</span>
    <ColourChoice label="Colour of the fill" :colour="filling.colour" none="its tone" @set="setColour" />
  </label>
  <template v-if="pattern">
    <div v-if="unit" class="pair">
      <LengthField
        label="Unit width"
        :mm="unit.width"
        :units="units"
        :least="1"
        @set="(mm) => setUnit('width', mm)"
      />
      <LengthField
        label="Height"
        :mm="unit.height"
        :units="units"
        :least="1"
        @set="(mm) => setUnit('height', mm)"
      />
    </div>
    <div v-else class="pair">
      <NumberField
        label="Width ×"
        :value="pattern.width"
        :least="0.01"
        :most="1000"
        @set="(width) => emit('set', { ...pattern!, width })"
      />
      <NumberField
        label="Height ×"
        :value="pattern.height"
        :least="0.01"
        :most="1000"
        @set="(height) => emit('set', { ...pattern!, height })"
      />
    </div>
    <AngleField label="Turn" :radians="pattern.turn" @set="(turn) => emit('set', { ...pattern!, turn })" />
  </template>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 12px;
  align-items: center;
  font-size: 13px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
