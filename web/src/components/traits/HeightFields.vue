<script setup lang="ts">
import { computed } from 'vue'
import { zoneAt, type CutZone } from '@lamina/core/building'
import { setFacts } from '@lamina/core/edit'
import { reachOf } from '@lamina/core/kinds'
import type { Column, Wall } from '@lamina/core/records'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import { alike } from './alike'

/** From where to where a wall or column goes, and how the cut of the plan finds it. */
const props = defineProps<{ record: Wall | Column; chosen: readonly (Wall | Column)[] }>()
const store = useProject()
const level = computed(() => store.project.find('level', props.record.level))
const reach = computed(() => reachOf(props.record, store.project))
const ids = computed(() => props.chosen.map(({ id }) => id))
/** Where its foot is, and how high it is; null where several differ. */
const foot = computed(() => alike(props.chosen, ({ base }) => base ?? 0))
const heightOf = ({ height, base, level: on }: Wall | Column): number =>
  height ?? (store.project.find('level', on)?.height ?? 0) - (base ?? 0)
const height = computed(() => alike(props.chosen, heightOf))
const isWhole = computed(() => props.chosen.every((each) => (each.height ?? null) === null))
const called = computed(() => (props.record.kind === 'wall' ? 'Wall' : 'Column'))
const WORDS: Record<CutZone, string> = {
  cut: 'Cut in plan.',
  below: 'Below the cut: seen from above in plan.',
  above: 'Above the cut: overhead in plan.',
}
const words = computed(() =>
  props.chosen.length > 1
    ? `Of all ${props.chosen.length}.`
    : reach.value && level.value
      ? WORDS[zoneAt(reach.value, level.value.cutHeight)]
      : '',
)
const set = (what: string, facts: { base?: number; height?: number | null }): unknown =>
  store.edit(`${called.value} ${what}`, (p) =>
    props.record.kind === 'wall'
      ? setFacts(p, 'wall', ids.value, facts)
      : setFacts(p, 'column', ids.value, facts),
  )
/** Those chosen that are walls. */
const walls = computed(() => props.chosen.filter((each): each is Wall => each.kind === 'wall'))
const TOPS = [
  { value: 'height', title: 'At its height' },
  { value: 'roof', title: 'At the roof above it' },
  { value: 'stair', title: 'At the stair above it' },
] as const
type Top = (typeof TOPS)[number]['value']
/** Null where several differ. */
const top = computed(() => alike(walls.value, ({ upTo }): Top => upTo ?? 'height'))
const setUpTo = (to: Top): unknown =>
  store.edit('Where walls end above', (p) =>
    setFacts(p, 'wall', ids.value, { upTo: to === 'height' ? undefined : to }),
  )
</script>

<template>
  <div class="pair">
    <LengthField
      label="Foot"
      :mm="foot ?? record.base ?? 0"
      :various="foot === null"
      :units="store.units"
      @set="(base) => set('foot', { base })"
    />
    <LengthField
      label="Height"
      :mm="height ?? heightOf(record)"
      :various="height === null"
      :units="store.units"
      :least="1"
      @set="(mm) => set('height', { height: mm })"
    />
  </div>
  <p class="soft small" data-test="zone">
    {{ words }}
    <button v-if="!isWhole" type="button" class="link" @click="set('height', { height: null })">
      Up to the next level
    </button>
    <template v-else>Goes up to the next level.</template>
  </p>
  <v-select
    v-if="walls.length === chosen.length"
    label="Ends above"
    :items="TOPS"
    :model-value="top"
    @update:model-value="setUpTo"
  />
</template>

<style scoped>
p {
  margin: -4px 0 0;
}
</style>
