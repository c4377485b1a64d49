<script setup lang="ts">
import { computed } from 'vue'
import { fieldsOf } from '@lamina/core/blocks'
import { setNorth, setSymbols, type SymbolFacts } from '@lamina/core/edit'
import { SYMBOL_FORMS, type Seam, type SeamType, type Weld } from '@lamina/core/records'
import { useProject } from '../../store/project'
import AngleField from '../AngleField.vue'
import { SEAMS } from '../choices'
import TextField from '../TextField.vue'
import StyleChoice from './StyleChoice.vue'
import type { CardProps } from './card'
import { useOpenBlock } from './useOpenBlock'

/** What a symbol says. */
const props = defineProps<CardProps<'symbol'>>()
const store = useProject()
const name = computed(() => SYMBOL_FORMS[props.record.form].name)
const set = (facts: SymbolFacts): unknown =>
  store.edit(name.value, (project) => setSymbols(project, [props.record.id], facts))
/** What stands over its line or beside it, in words; null: it says nothing there. */
const WORDS = {
  north: {},
  scaleBar: {},
  settingOut: { text: 'Number' },
  centreMark: {},
  centreLine: { text: 'Sign' },
  breakLine: {},
  span: { text: 'Above the line', beneath: 'Beneath the line' },
  fall: { text: 'Above the line', beneath: 'Beneath the line' },
  weld: {},
  own: {},
} as const satisfies Readonly<
  Record<typeof props.record.form, { readonly text?: string; readonly beneath?: string }>
>
const words = computed((): { readonly text?: string; readonly beneath?: string } => WORDS[props.record.form])
const weld = computed((): Weld => props.record.weld ?? {})
/** A seam of a side with another fact; null: there is none on that side. */
function setSeam(
  side: 'arrow' | 'other',
  facts: Partial<Omit<Seam, 'type'>> & { readonly type?: SeamType | null },
): void {
  const { [side]: before, ...rest } = weld.value
  const { type = before?.type, ...more } = { ...facts }
  const texts = { ...before, ...more }
  const seam = type && {
    type,
    ...(texts.size ? { size: texts.size } : {}),
    ...(texts.length ? { length: texts.length } : {}),
  }
  set({ weld: { ...rest, ...(seam ? { [side]: seam } : {}) } })
}
function setWeld(facts: { readonly [K in 'around' | 'site' | 'tail']?: Weld[K] | null }): void {
  const all = Object.entries({ ...weld.value, ...facts }).filter(([, value]) => value)
  set({ weld: Object.fromEntries(all) })
}
const SIDES = [
  { side: 'arrow', word: 'arrow side' },
  { side: 'other', word: 'other side' },
] as const
const others = computed(() =>
  props.record.block === undefined ? 0 : store.project.dependents(props.record.block).length - 1,
)
const open = useOpenBlock()
const fields = computed(() => {
  const block = props.record.block === undefined ? undefined : store.project.find('block', props.record.block)
  return block ? [...fieldsOf(block, (id) => store.project.find('block', id))] : []
})
</script>

<template>
  <AngleField
    v-if="record.form === 'north'"
    label="North, turned from up"
    :radians="store.project.facts.north ?? 0"
    @set="(north) => store.edit('North', (project) => setNorth(project, north))"
  />
  <p v-if="record.form === 'north'" class="small soft">All north points of the project show it.</p>
  <p v-if="record.form === 'scaleBar'" class="small soft">It measures true at every scale by itself.</p>
  <TextField
    v-if="words.text"
    :label="words.text"
    :shown="record.text ?? ''"
    @set="(text) => set({ text: text || null })"
  />
  <TextField
    v-if="words.beneath"
    :label="words.beneath"
    :shown="record.beneath ?? ''"
    @set="(beneath) => set({ beneath: beneath || null })"
  />
  <template v-if="record.form === 'weld'">
    <template v-for="{ side, word } in SIDES" :key="side">
      <v-select
        :label="`Seam, ${word}`"
        :items="SEAMS"
        :model-value="weld[side]?.type ?? null"
        @update:model-value="(type: SeamType | null) => setSeam(side, { type })"
      />
      <div v-if="weld[side]" class="pair" role="group" :aria-label="`Seam, ${word}`">
        <TextField label="Size" :shown="weld[side]?.size ?? ''" @set="(size) => setSeam(side, { size })" />
        <TextField
          label="Length"
          :shown="weld[side]?.length ?? ''"
          @set="(length) => setSeam(side, { length })"
        />
      </div>
    </template>
    <v-checkbox
      label="All round"
      density="compact"
      hide-details
      :model-value="weld.around === true"
      @update:model-value="(around) => setWeld({ around: around ? true : null })"
    />
    <v-checkbox
      label="Made on site"
      density="compact"
      hide-details
      :model-value="weld.site === true"
      @update:model-value="(site) => setWeld({ site: site ? true : null })"
    />
    <TextField label="In the tail" :shown="weld.tail ?? ''" @set="(tail) => setWeld({ tail })" />
  </template>
  <template v-if="record.form === 'own'">
    <AngleField label="Turned" :radians="record.turn ?? 0" @set="(turn) => set({ turn })" />
    <TextField
      v-for="[field, usual] in fields"
      :key="field"
      :label="field"
      :shown="record.values?.[field] ?? usual"
      @set="(text) => set({ values: { [field]: text === usual ? null : text } })"
    />
  </template>
  <StyleChoice :record="record" />
  <button v-if="record.block !== undefined" type="button" class="link" @click="open(record.id)">
    Change this symbol{{ others > 0 ? ` and ${others} more` : '' }}
  </button>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
