<script setup lang="ts">
import { computed, ref } from 'vue'
import { setRoof } from '@lamina/core/edit'
import { edgeLength, edgesOf, pathArea } from '@lamina/core/geometry'
import type { Roof } from '@lamina/core/records'
import { solveRoof } from '@lamina/core/roofs'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import AngleField from '../AngleField.vue'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import { ROOF_FORMS } from '../choices'
import PlateType from './PlateType.vue'
import type { CardProps } from './card'

/** Facts of a roof. */
const props = defineProps<CardProps<'roof'>>()
const store = useProject()
const high = computed(() => solveRoof(props.record)?.high ?? null)
/** The edge of the outline that is told apart from the others, by its number. */
const edge = ref(0)
const WAYS = [
  'east',
  'north-east',
  'north',
  'north-west',
  'west',
  'south-west',
  'south',
  'south-east',
] as const
/** Edges by the side they lie on, as one looks at the plan, with their lengths. */
const edges = computed(() => {
  const { outline } = props.record
  const sense = Math.sign(pathArea(outline))
  return edgesOf(outline).map((each, value) => {
    const out = Math.atan2(each.b.y - each.a.y, each.b.x - each.a.x) - (sense * Math.PI) / 2
    const side = WAYS[(Math.round(out / (Math.PI / 4)) + 16) % 8]!
    return { value, title: `${value + 1}: ${side}, ${formatLength(edgeLength(each), store.units)}` }
  })
})
type Edge = NonNullable<Roof['edges']>[number]
const own = computed((): Edge => props.record.edges?.[edge.value] ?? {})
function setEdge(facts: { readonly [F in keyof Edge]?: Edge[F] | undefined }): void {
  const made = edges.value.map((_, i): Edge => {
    const before = props.record.edges?.[i] ?? {}
    return i === edge.value
      ? (Object.fromEntries(
          Object.entries({ ...before, ...facts }).filter(([, value]) => value !== undefined),
        ) as Edge)
      : before
  })
  set({ edges: made })
}
const set = (facts: Parameters<typeof setRoof>[2]): unknown =>
  store.edit('Roof', (project) => setRoof(project, props.record.id, facts))
</script>

<template>
  <FactRows
    :rows="[['Rises above the eaves', high === null ? 'unknown' : formatLength(high, store.units)]]"
  />
  <v-select
    label="Form"
    :items="ROOF_FORMS"
    :model-value="record.form"
    @update:model-value="(form: typeof record.form) => set({ form })"
  />
  <template v-if="record.form !== 'flat'">
    <AngleField label="Pitch" :radians="record.pitch" @set="(pitch) => set({ pitch })" />
    <AngleField
      v-if="record.form !== 'hipped'"
      :label="record.form === 'mono' ? 'Way down' : 'Way of the ridge'"
      :radians="record.turn"
      @set="(turn) => set({ turn })"
    />
  </template>
  <template v-if="record.form === 'hipped'">
    <v-select v-model="edge" label="At its edge" :items="edges" />
    <v-switch
      :model-value="own.gable === true"
      label="A gable here"
      density="compact"
      hide-details
      color="primary"
      @update:model-value="(on: boolean | null) => setEdge({ gable: on ? true : undefined })"
    />
    <div v-if="!own.gable" class="pair">
      <AngleField
        label="Pitch here"
        :radians="own.pitch ?? record.pitch"
        @set="(pitch) => setEdge({ pitch })"
      />
      <LengthField
        label="Eaves higher by"
        :mm="own.raised ?? 0"
        :units="store.units"
        @set="(raised) => setEdge({ raised: raised || undefined })"
      />
    </div>
    <LengthField
      label="Overhang here"
      :mm="own.overhang ?? record.overhang"
      :units="store.units"
      @set="(overhang) => setEdge({ overhang })"
    />
  </template>
  <div class="pair">
    <LengthField
      label="Overhang"
      :mm="record.overhang"
      :units="store.units"
      @set="(overhang) => set({ overhang })"
    />
    <PlateType :record="record" />
    <LengthField
      v-if="record.type === undefined"
      label="Fascia"
      :mm="record.fascia"
      :units="store.units"
      :least="1"
      @set="(fascia) => set({ fascia })"
    />
  </div>
  <LengthField
    label="Eaves above the floor"
    :mm="record.eaves"
    :units="store.units"
    @set="(eaves) => set({ eaves })"
  />
</template>
