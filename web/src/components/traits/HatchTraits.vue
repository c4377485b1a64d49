<script setup lang="ts">
import { computed } from 'vue'
import { boundingField, hatchOutlines } from '@lamina/core/derive'
import { setFilling } from '@lamina/core/edit'
import { pathArea } from '@lamina/core/geometry'
import type { Filling } from '@lamina/core/records'
import { formatArea } from '@lamina/core/units'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import FillingFields from '../FillingFields.vue'
import type { CardProps } from './card'

/** The area of a hatch, and the filling of all that are selected. */
const props = defineProps<CardProps<'hatch'>>()
const store = useProject()
const area = computed(() => {
  const { record, chosen } = props
  if (chosen.length !== 1) return null
  const { outlines, found } = hatchOutlines(store.project, record, () => boundingField(props.scene))
  const [outer = 0, ...others] = outlines.map((outline) => Math.abs(pathArea(outline)))
  const rest = others.reduce((p, q) => p + q, 0)
  // The outlines of items are filled each by itself; those found around a point have islands.
  return { area: record.region.by === 'items' ? outer + rest : outer - rest, found }
})
const fill = (filling: Filling): unknown =>
  store.edit('Filling', (project) =>
    setFilling(
      project,
      props.chosen.map(({ id }) => id),
      (before) =>
        filling.with === 'pattern' && before.with === 'pattern'
          ? { ...filling, origin: before.origin }
          : filling,
    ),
  )
</script>

<template>
  <FactRows v-if="area" :rows="[['Area', formatArea(area.area, store.units)]]" />
  <p v-if="area && !area.found" class="fault small">Its outline is open now; it keeps the last one.</p>
  <FillingFields :filling="record.filling" :units="store.units" @set="fill" />
</template>
