<script setup lang="ts">
import { setFacts } from '@lamina/core/edit'
import type { Column } from '@lamina/core/records'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import FootingFields from './FootingFields.vue'
import HeightFields from './HeightFields.vue'
import type { CardProps } from './card'

/** Facts of a column. */
const props = defineProps<CardProps<'column'>>()
const store = useProject()
const set = (section: Column['section']): unknown =>
  store.edit('Column', (p) => setFacts(p, 'column', props.record.id, { section }))
function setSide(side: 'width' | 'depth', mm: number): void {
  const { section } = props.record
  if (section.form === 'rectangular') set({ ...section, [side]: mm })
}
</script>

<template>
  <div v-if="record.section.form === 'rectangular'" class="pair">
    <LengthField
      label="Width"
      :mm="record.section.width"
      :units="store.units"
      :least="1"
      @set="(mm) => setSide('width', mm)"
    />
    <LengthField
      label="Depth"
      :mm="record.section.depth"
      :units="store.units"
      :least="1"
      @set="(mm) => setSide('depth', mm)"
    />
  </div>
  <LengthField
    v-else
    label="Diameter"
    :mm="record.section.diameter"
    :units="store.units"
    :least="1"
    @set="(diameter) => set({ form: 'round', diameter })"
  />
  <HeightFields :record="record" :chosen="[record]" />
  <FootingFields :chosen="[record]" />
</template>
