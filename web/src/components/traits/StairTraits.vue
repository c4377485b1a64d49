<script setup lang="ts">
import { computed } from 'vue'
import { setStair } from '@lamina/core/edit'
import { stairOf } from '@lamina/core/stairs'
import { formatLength, parseNumber } from '@lamina/core/units'
import { headroomOf } from '@lamina/core/solids'
import { useDesk } from '../../store/desk'
import { useProject } from '../../store/project'
import { useSay } from '../../store/say'
import { STAIR_WAYS } from '../../tools/fabric'
import AngleField from '../AngleField.vue'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import { HANDS, RAIL_SIDES, STAIR_MADE } from '../choices'
import type { CardProps } from './card'
import TextField from '../TextField.vue'

/** Facts of a stair. */
const props = defineProps<CardProps<'stair'>>()
const store = useProject()
const desk = useDesk()
const say = useSay()
const mm = (value: number): string => formatLength(value, store.units)
const solved = computed(() => stairOf(store.project, props.record))
const storey = computed(() => store.project.find('level', props.record.level)?.height ?? 0)
const FORMS = STAIR_WAYS.map(({ id, name }) => ({ value: id, title: name }))
const headroom = computed(() => headroomOf(store.project, props.record))
const rows = computed((): [string, string][] => {
  const found = solved.value
  const over = headroom.value
  return found
    ? [
        ['Risers', `${found.risers} of ${mm(found.rise)}`],
        ['Treads', `${found.treads.length} of ${mm(found.going)}`],
        ['2R + G', mm(found.sum)],
        ['Climbs', mm(found.height)],
        ['Headroom', over ? mm(Math.round(over.height)) : 'nothing over it'],
      ]
    : []
})
const set = (facts: Parameters<typeof setStair>[2]): unknown =>
  store.edit('Stair', (project) => setStair(project, props.record.id, facts))
/** A whole number, or nothing to have it worked out. */
function count(key: 'risers' | 'first', text: string): void {
  const read = parseNumber(text)
  if (text.trim() === '') set({ [key]: null })
  else if (!read.ok) say.warn(read.message)
  else set({ [key]: Math.round(read.value) })
}
</script>

<template>
  <FactRows v-if="solved" :rows="rows" data-test="stair-figures" />
  <p v-else class="fault small">It cannot reach its height as it is.</p>
  <p v-for="warning in solved?.warnings" :key="warning" class="fault small">{{ warning }}</p>
  <v-select
    label="Form"
    :items="FORMS"
    :model-value="record.form"
    @update:model-value="(form: typeof record.form) => set({ form })"
  />
  <v-select
    v-if="record.form !== 'straight'"
    label="Turns"
    :items="HANDS"
    :model-value="record.hand"
    @update:model-value="(hand: typeof record.hand) => set({ hand })"
  />
  <div class="pair">
    <LengthField
      label="Width"
      :mm="record.width"
      :units="store.units"
      :least="50"
      @set="(width) => set({ width })"
    />
    <LengthField
      label="Going"
      :mm="record.going"
      :units="store.units"
      :least="100"
      @set="(going) => set({ going })"
    />
  </div>
  <LengthField
    label="Climbs"
    :mm="record.rise ?? storey"
    :units="store.units"
    :least="1"
    @set="(rise) => set({ rise: rise === storey ? null : rise })"
  />
  <TextField
    label="Risers (empty: worked out)"
    :shown="record.risers ?? ''"
    @set="(text) => count('risers', text)"
  />
  <TextField
    v-if="record.form !== 'straight' && record.form !== 'curved'"
    label="Risers before the turn (empty: half)"
    :shown="record.first ?? ''"
    @set="(text) => count('first', text)"
  />
  <LengthField
    v-if="record.form === 'half turn'"
    label="Well"
    :mm="record.well"
    :units="store.units"
    @set="(well) => set({ well })"
  />
  <LengthField
    v-if="record.form === 'curved'"
    label="Radius inside"
    :mm="record.radius"
    :units="store.units"
    @set="(radius) => set({ radius })"
  />
  <v-select
    label="Made"
    :items="STAIR_MADE"
    :model-value="record.made ?? 'flights'"
    @update:model-value="(made: NonNullable<typeof record.made>) => set({ made })"
  />
  <v-select
    label="Handrails"
    :items="RAIL_SIDES"
    :model-value="record.rails"
    @update:model-value="(rails: typeof record.rails) => set({ rails })"
  />
  <AngleField label="Way up" :radians="record.turn" @set="(turn) => set({ turn })" />
  <button type="button" class="link" @click="desk.panel = 'stair-limits'">Limits for stairs</button>
</template>

<style scoped>
.link {
  justify-self: start;
}
</style>
