<script setup lang="ts">
import { computed } from 'vue'
import { TIMBER_SIZES } from '@lamina/core/library'
import { framingSides, framingThings, type Framing } from '@lamina/core/records'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'
import { useNamed } from './named'

type Facts = Pick<Framing, 'what' | 'pitch' | 'name' | 'width' | 'depth' | 'bottom' | 'setOut'>

/** What a row of joists or rafters is like: its timber, its pitch, where it lies. */
const props = defineProps<{ row: Facts; material: string | null }>()
const emit = defineEmits<{ set: [facts: Partial<Facts>]; material: [id: string] }>()
const store = useProject()
const materials = useNamed('material')
const WHAT: Readonly<Record<Framing['what'], string>> = {
  joists: 'Joists',
  rafters: 'Rafters, beneath the roof',
}
const SIDES: Readonly<Record<Framing['setOut'], string>> = {
  'first side': 'From the first side',
  'last side': 'From the other side',
  evenly: 'Evenly, no wider than that',
}
const OTHER = 'another size'
const sizes = computed(() => [
  ...TIMBER_SIZES[store.units.system].map(({ name }) => ({ value: name, title: name })),
  { value: OTHER, title: 'Another size' },
])
const size = computed(() => {
  const found = TIMBER_SIZES[store.units.system].find(
    ({ name, width, depth }) =>
      name === props.row.name && width === props.row.width && depth === props.row.depth,
  )
  return found?.name ?? OTHER
})
function setSize(value: string): void {
  const found = TIMBER_SIZES[store.units.system].find(({ name }) => name === value)
  if (found) emit('set', { ...found })
  else emit('set', { name: '' })
}
</script>

<template>
  <v-select
    label="What"
    :items="framingThings.map((value) => ({ value, title: WHAT[value] }))"
    :model-value="row.what"
    @update:model-value="(what: Facts['what']) => emit('set', { what })"
  />
  <v-select label="Timber" :items="sizes" :model-value="size" @update:model-value="setSize" />
  <div v-if="size === OTHER" class="pair">
    <LengthField
      label="Width"
      :mm="row.width"
      :units="store.units"
      :least="1"
      @set="(width) => emit('set', { width })"
    />
    <LengthField
      label="Depth"
      :mm="row.depth"
      :units="store.units"
      :least="1"
      @set="(depth) => emit('set', { depth })"
    />
  </div>
  <LengthField
    label="From middle to middle"
    :mm="row.pitch"
    :units="store.units"
    :least="20"
    @set="(pitch) => emit('set', { pitch })"
  />
  <v-select
    label="Set out"
    :items="framingSides.map((value) => ({ value, title: SIDES[value] }))"
    :model-value="row.setOut"
    @update:model-value="(setOut: Facts['setOut']) => emit('set', { setOut })"
  />
  <LengthField
    v-if="row.what === 'joists'"
    label="Underside above the level"
    :mm="row.bottom"
    :units="store.units"
    @set="(bottom) => emit('set', { bottom })"
  />
  <v-select
    label="Made of"
    :items="materials"
    :model-value="material"
    @update:model-value="(id: string) => emit('material', id)"
  />
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
