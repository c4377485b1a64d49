<script setup lang="ts">
import { computed } from 'vue'
import { setLintels } from '@lamina/core/edit'
import type { Opening } from '@lamina/core/records'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import { useNamed } from '../named'
import { alike } from './alike'

/** What carries the wall over doors and windows. */
const props = defineProps<{ chosen: readonly Opening[] }>()
const store = useProject()
const materials = useNamed('material')
const some = computed(() => props.chosen.filter(({ lintel }) => lintel))
const has = computed(() => some.value.length > 0)
type Lintel = NonNullable<Opening['lintel']>
const fact = <K extends 'height' | 'bearing' | 'material'>(key: K) =>
  alike(some.value, ({ lintel }) => lintel![key] as Lintel[K])
const set = (facts: Partial<Lintel> | null): unknown =>
  store.edit(facts ? 'Lintel' : 'No lintel', (project) =>
    setLintels(
      project,
      (facts && has.value ? some.value : props.chosen).map(({ id }) => id),
      facts,
    ),
  )
</script>

<template>
  <v-switch
    :model-value="has"
    label="Has a lintel"
    density="compact"
    hide-details
    color="primary"
    @update:model-value="(on: boolean | null) => set(on ? {} : null)"
  />
  <template v-if="has">
    <div class="pair">
      <LengthField
        label="Lintel height"
        :mm="fact('height')"
        :various="fact('height') === null"
        :units="store.units"
        :least="10"
        @set="(height) => set({ height })"
      />
      <LengthField
        label="Bearing"
        :mm="fact('bearing')"
        :various="fact('bearing') === null"
        :units="store.units"
        :least="0"
        @set="(bearing) => set({ bearing })"
      />
    </div>
    <v-select
      label="Lintel of"
      :items="materials"
      :model-value="fact('material')"
      @update:model-value="(material) => set({ material: String(material) })"
    />
  </template>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 8px;
}
</style>
