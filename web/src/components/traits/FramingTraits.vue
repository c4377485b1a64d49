<script setup lang="ts">
import { computed } from 'vue'
import { setFraming } from '@lamina/core/edit'
import { framingMembers, lengthOfMember } from '@lamina/core/solids'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import { useSay } from '../../store/say'
import AngleField from '../AngleField.vue'
import FactRows from '../FactRows.vue'
import TextField from '../TextField.vue'
import TimberFields from '../TimberFields.vue'
import type { CardProps } from './card'

/** Facts of a row of joists or rafters, and how many there are. */
const props = defineProps<CardProps<'framing'>>()
const store = useProject()
const say = useSay()
const set = (facts: Parameters<typeof setFraming>[2]): unknown =>
  store.edit('Joists', (project) => setFraming(project, props.record.id, facts))

const members = computed(() => framingMembers(store.project, props.record))
const count = computed(() => members.value.reduce((sum, member) => sum + member.count, 0))
const rows = computed((): [string, string][] => {
  const lengths = members.value.map((member) => ({
    count: member.count,
    length: lengthOfMember(store.project, props.record, member),
  }))
  const all = lengths.reduce((sum, { count: of, length }) => sum + of * length, 0)
  const longest = lengths.reduce((most, { length }) => Math.max(most, length), 0)
  return [
    ['Timbers', String(count.value)],
    ['Longest', formatLength(longest, store.units)],
    ['In all', formatLength(all, store.units)],
  ]
})
function setDoubled(text: string): void {
  const numbers = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  if (numbers.some((number) => !Number.isInteger(number) || number < 1))
    say.warn('Type which are doubled, counted from the first side: 1, 4.')
  else set({ doubled: numbers })
}
</script>

<template>
  <FactRows :rows="rows" />
  <TimberFields
    :row="record"
    :material="record.material"
    @set="set"
    @material="(material) => set({ material })"
  />
  <AngleField label="They run at" :radians="record.turn" @set="(turn) => set({ turn })" />
  <TextField label="Doubled, by number" :shown="(record.doubled ?? []).join(', ')" @set="setDoubled" />
</template>
