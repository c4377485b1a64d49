<script setup lang="ts">
import { computed } from 'vue'
import { standardScales } from '@lamina/core/units'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'
import { AS_USUAL, type BegunView, type NextView } from '../../tools/values'
import { useNamed } from '../named'

/** How the next drawing of a view begins: its scale, what it is looked at through, and the sheet it goes onto. */
const props = defineProps<{ view: BegunView }>()
const store = useProject()
const values = useValues()
const next = computed(() => values.views[props.view] ?? AS_USUAL)
const set = (facts: Partial<NextView>): void => {
  values.views = { ...values.views, [props.view]: { ...next.value, ...facts } }
}
const scales = computed(() => [
  { value: null, title: 'As usual' },
  ...standardScales(store.units.system).map(({ ratio, name }) => ({ value: ratio, title: name })),
])
const lenses = useNamed('lens')
const through = computed(() => [{ value: null, title: 'The first lens' }, ...lenses.value])
const sheets = computed(() => [
  { value: null, title: 'On no sheet yet' },
  ...store.project.all('sheet').map(({ id, number, title }) => ({ value: id, title: `${number} ${title}` })),
])
</script>

<template>
  <v-select
    label="Reads at"
    :items="scales"
    :model-value="next.scale"
    @update:model-value="(scale: number | null) => set({ scale })"
  />
  <v-select
    label="Looked at through"
    :items="through"
    :model-value="next.lens"
    @update:model-value="(lens: string | null) => set({ lens })"
  />
  <v-select
    label="Sheet"
    :items="sheets"
    :model-value="next.sheet"
    @update:model-value="(sheet: string | null) => set({ sheet })"
  />
</template>
