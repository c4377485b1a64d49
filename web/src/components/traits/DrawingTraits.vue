<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { placeOnSheet } from '@lamina/core/annotate'
import { setFacts, setSight } from '@lamina/core/edit'
import { isStanding } from '@lamina/core/kinds'
import type { DrawingOf, StandingView } from '@lamina/core/records'
import { useProject } from '../../store/project'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import TextField from '../TextField.vue'
import type { CardProps } from './card'

/** What a drawing shows, and where it lies: for its mark on another. */
const props = defineProps<CardProps<'drawing'>>()
const store = useProject()
const router = useRouter()

const standing = computed(() => (isStanding(props.record) ? props.record : null))
const mark = computed(() => ('mark' in props.record ? props.record.mark : null))
const place = computed(() => placeOnSheet(store.project, props.record))
const lies = computed(() =>
  place.value ? `Sheet ${place.value.sheet}, viewport ${place.value.number}` : 'On no sheet yet',
)
const open = (): void =>
  void router.push({ name: 'drawing', params: { project: store.id!, drawing: props.record.id } })
const setFact = (facts: { name?: string; mark?: string }): unknown =>
  store.edit('Drawing', (p) => setFacts(p, 'drawing', props.record.id, facts))
const sight = (facts: Parameters<typeof setSight>[2], label: string): unknown =>
  store.edit(label, (p) => setSight(p, props.record.id, facts))
type Jog = NonNullable<DrawingOf<StandingView>['jogs']>[number]
function setJog(nth: number, jog: Jog | null): void {
  const jogs = (standing.value?.jogs ?? []).flatMap((each, i) => (i === nth ? (jog ?? []) : each))
  sight({ jogs: jogs.length > 0 ? jogs : undefined }, jog ? 'A jog' : 'No jog')
}
/** Half way along what is left of the line, a metre aside. */
function addJog(): void {
  const { a, b, jogs = [] } = standing.value!
  const last = jogs[jogs.length - 1]
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  const along = ((last?.along ?? 0) + length) / 2
  sight({ jogs: [...jogs, { along, aside: (last?.aside ?? 0) + 1000 }] }, 'A jog')
}
function turnRound(): void {
  const from = standing.value
  if (from) sight({ a: from.b, b: from.a, jogs: undefined }, 'Look the other way')
}
</script>

<template>
  <TextField label="Name" :shown="record.name" @set="(name) => setFact({ name: name.trim() })" />
  <TextField
    v-if="mark !== null"
    label="Mark"
    :shown="mark"
    @set="(value) => setFact({ mark: value.trim() })"
  />
  <FactRows :rows="[['Lies', lies]]" />
  <button type="button" class="act" @click="open">Open the drawing <kbd>Enter</kbd></button>
  <template v-if="standing">
    <LengthField
      label="Sees as far as"
      :mm="standing.depth ?? null"
      :units="store.units"
      :least="1"
      empty="all there is"
      @set="(depth) => sight({ depth }, 'How far is seen')"
      @clear="sight({ depth: undefined }, 'How far is seen')"
    />
    <template v-for="(jog, i) in standing.jogs ?? []" :key="i">
      <LengthField
        :label="`Jog ${i + 1} at`"
        :mm="jog.along"
        :units="store.units"
        empty="no jog"
        @set="(along) => setJog(i, { ...jog, along })"
        @clear="setJog(i, null)"
      />
      <LengthField
        :label="`Jog ${i + 1} aside by`"
        :mm="jog.aside"
        :units="store.units"
        @set="(aside) => setJog(i, { ...jog, aside })"
      />
    </template>
    <button v-if="record.view === 'section'" type="button" class="act" @click="addJog">Add a jog</button>
    <button type="button" class="act" @click="turnRound">Look the other way</button>
  </template>
</template>

<style scoped>
.act {
  font: inherit;
  text-align: left;
  padding: 5px 8px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 6px;
  background: none;
  color: rgb(var(--v-theme-ink));
  cursor: pointer;
}
.act:hover {
  background: rgb(var(--v-theme-film));
}
.act kbd {
  float: right;
  font: inherit;
  font-size: 12px;
  color: rgb(var(--v-theme-soft-ink));
}
</style>
