<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { mdiContentCut, mdiMinusCircleOutline } from '@mdi/js'
import { layDimension, roundedTooMuch } from '@lamina/core/annotate'
import type { OfWall } from '@lamina/core/building'
import {
  dropDimensionPoint,
  joinDimensions,
  measureTo,
  setDatum,
  setFacts,
  setRow,
  splitDimension,
  spreadRows,
} from '@lamina/core/edit'
import { turnedOver } from '@lamina/core/kinds'
import { styleOf } from '@lamina/core/library'
import { scaleOf, type Dimension } from '@lamina/core/records'
import { measuresTo } from '@lamina/core/ties'
import { useProject } from '../../store/project'
import { useReading } from '../../store/reading'
import LengthField from '../LengthField.vue'
import NumberField from '../NumberField.vue'
import FigureFields from './FigureFields.vue'
import StyleChoice from './StyleChoice.vue'
import type { CardProps } from './card'
import { GATHERED_WORDS, MEASURES, READS } from '../choices'

/** What a dimension measures and says, where its row runs, and how it is drawn. */
const props = defineProps<CardProps<'dimension'>>()
const store = useProject()
const reading = useReading()
const isRunning = computed(() => props.record.from !== undefined)
const laid = computed(() => layDimension(props.record, props.scene, scaleOf(props.scene.board), store.units))
const parts = computed(() =>
  laid.value.told.map((told, i) => ({
    word:
      laid.value.told.length > 1 ? (isRunning.value ? `To point ${reached(i)}` : `Part ${i + 1}`) : 'Length',
    told,
    between: laid.value.between[i]!,
  })),
)
const tooMuch = computed(() =>
  isRunning.value ? { steps: 0, said: '' } : roundedTooMuch(laid.value.lengths, style.value, store.units),
)
/** Which point along the row a running figure is measured to, the first being 1. */
const reached = (i: number): number => laid.value.order.indexOf(laid.value.between[i]![1]) + 1
/** The figure that is looked at closely, by its number. */
const open = ref<number | null>(null)
watch(
  () => `${props.record.id} ${props.record.anchors.length}`,
  () => (open.value = null),
)

const offset = computed(() => props.record.offset)
const style = computed(() => styleOf(store.project, props.record.style))
const ids = computed(() => props.chosen.map(({ id }) => id))
type Offset = Dimension['offset']
/** Each of those that are chosen by where it runs itself. */
const place = (to: (offset: Offset) => Offset): unknown =>
  reading.edit('Row of a dimension', props.scene.board, ids.value, (project) =>
    setRow(project, ids.value, to),
  )
const HOW = [
  { value: 'row', title: 'Beside the building' },
  { value: 'paper', title: 'By what it measures, on paper' },
  { value: 'real', title: 'By what it measures, real' },
] as const
/** In line with another it is put by pulling it there. */
const runs = computed(() =>
  offset.value.in === 'line' ? [...HOW, { value: 'line', title: 'In line with another row' } as const] : HOW,
)
const MIXED = { value: 'mixed', title: 'By turns' } as const
/** As near as may be to where it runs now. */
function setRuns(how: Offset['in']): void {
  const { firstRowPaperMm: first } = style.value
  const away = (offset: Offset): number => (outwardOf(offset) > 0 ? first : -first)
  if (how === 'row')
    place((offset) => ({ in: 'row', side: outwardOf(offset) > 0 ? 'left' : 'right', row: 0 }))
  else if (how === 'paper') place((offset) => ({ in: 'paper', paperMm: away(offset) }))
  else if (how === 'real') place((offset) => ({ in: 'real', mm: away(offset) * scaleOf(props.scene.board) }))
}
function outwardOf(to: Offset): number {
  switch (to.in) {
    case 'row':
    case 'line':
      return to.side === 'left' ? 1 : -1
    case 'paper':
      return to.paperMm
    case 'real':
      return to.mm
  }
}
const sign = (to: Offset): number => (outwardOf(to) < 0 ? -1 : 1)

const reads = computed(() => (isRunning.value ? 'running' : 'chain'))
const setFrom = (from: Parameters<typeof setDatum>[3]): unknown =>
  store.edit('Running dimension', (project) => setDatum(project, props.scene, ids.value, from))
const setReads = (how: string): unknown => setFrom(how === 'running' ? 'first' : null)

const measured = computed(() => measuresTo(props.record, props.scene))
const setMeasured = (on: OfWall): unknown =>
  store.edit('What a row measures to', (project) => measureTo(project, props.scene, ids.value, on))
const acceptMixed = (): unknown =>
  store.edit('It is meant so', (project) => setFacts(project, 'dimension', ids.value, { mixed: true }))

const letBe = (): unknown =>
  store.edit('Row left as it is', (project) =>
    setFacts(project, 'dimension', ids.value, { gathers: undefined }),
  )

const takeOut = (index: number): unknown =>
  store.edit('Point of a dimension', (project) => dropDimensionPoint(project, props.record.id, index))
const part = (index: number): unknown =>
  store.edit(
    'Row parted',
    (project, makeId) => splitDimension(project, props.scene, props.record.id, index, makeId).change,
  )
const spread = (): unknown =>
  reading.edit('Rows spread', props.scene.board, ids.value, (project) =>
    spreadRows(project, props.scene, ids.value),
  )
const join = (): unknown =>
  store.edit('Rows made one', (project) => joinDimensions(project, props.scene, ids.value))
</script>

<template>
  <template v-if="chosen.length > 1">
    <v-btn variant="tonal" @click="spread">One beyond the other</v-btn>
    <v-btn variant="tonal" @click="join">Make one row of them</v-btn>
  </template>
  <ol v-else class="parts">
    <template v-for="({ word, told, between }, i) in parts" :key="i">
      <li v-if="i > 0 && !isRunning" class="point small">
        <span>Point {{ i + 1 }}</span>
        <button
          type="button"
          :aria-label="`Take point ${i + 1} out`"
          title="Take it out"
          @click="takeOut(between[0])"
        >
          <v-icon :icon="mdiMinusCircleOutline" size="18" />
        </button>
        <button
          type="button"
          :aria-label="`Part the row at point ${i + 1}`"
          title="Part the row here"
          @click="part(between[0])"
        >
          <v-icon :icon="mdiContentCut" size="18" />
        </button>
      </li>
      <li>
        <button type="button" class="part" :aria-expanded="open === i" @click="open = open === i ? null : i">
          <span>{{ word }}</span>
          <span class="figure">{{ told }}</span>
        </button>
        <FigureFields v-if="open === i" :record="record" :between="between" :measured="told" :scene="scene" />
      </li>
    </template>
  </ol>
  <p v-if="chosen.length === 1 && tooMuch.steps !== 0" class="small soft">
    Its rounded figures make {{ tooMuch.said }} {{ tooMuch.steps > 0 ? 'more' : 'less' }} than its length.
  </p>
  <v-select label="Figures" :items="READS" :model-value="reads" @update:model-value="setReads" />
  <v-select
    v-if="isRunning && chosen.length === 1"
    label="Measured from"
    :items="laid.order.map((value, i) => ({ value, title: `Point ${i + 1}` }))"
    :model-value="record.from"
    @update:model-value="(from: number) => setFrom(from)"
  />
  <v-select
    v-if="measured !== null"
    label="It measures walls to"
    :items="measured === 'mixed' ? [...MEASURES, MIXED] : MEASURES"
    :model-value="measured"
    @update:model-value="(on: OfWall | 'mixed') => on !== 'mixed' && setMeasured(on)"
  />
  <p v-if="measured === 'mixed' && !record.mixed" class="small">
    Here it goes to one, there to another.
    <button type="button" class="link" @click="acceptMixed">It is meant so</button>
  </p>
  <p v-if="record.gathers" class="small">
    Made of {{ GATHERED_WORDS[record.gathers.what] }}: what is new of that can be taken in.
    <button type="button" class="link" @click="letBe">Leave it as it is</button>
  </p>
  <v-select label="Its row runs" :items="runs" :model-value="offset.in" @update:model-value="setRuns" />
  <template v-if="offset.in === 'row'">
    <NumberField
      label="Row"
      whole
      :value="offset.row + 1"
      :least="1"
      :most="41"
      @set="(row) => place((each) => (each.in === 'row' ? { ...each, row: row - 1 } : each))"
    />
    <NumberField
      label="Further out, mm on paper"
      :value="Math.round((offset.morePaperMm ?? 0) * 100) / 100"
      :least="-500"
      :most="2000"
      @set="(more) => place((each) => (each.in === 'row' ? { ...each, morePaperMm: more } : each))"
    />
  </template>
  <NumberField
    v-else-if="offset.in === 'paper'"
    label="Away, mm on paper"
    :value="Math.round(Math.abs(offset.paperMm) * 100) / 100"
    :least="0"
    :most="2000"
    @set="
      (paper) => place((each) => (each.in === 'paper' ? { in: 'paper', paperMm: sign(each) * paper } : each))
    "
  />
  <LengthField
    v-else-if="offset.in === 'real'"
    label="Away"
    :mm="Math.abs(offset.mm)"
    :units="store.units"
    @set="(mm) => place((each) => (each.in === 'real' ? { in: 'real', mm: sign(each) * mm } : each))"
  />
  <v-btn variant="tonal" @click="place(turnedOver)">On the other side</v-btn>
  <StyleChoice :record="record" :chosen="chosen" />
</template>

<style scoped>
.parts {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 2px;
}
.part {
  display: flex;
  justify-content: space-between;
  width: 100%;
  padding: 6px 8px;
  border: none;
  border-radius: 6px;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}
.part:hover,
.part[aria-expanded='true'] {
  background: rgba(var(--v-theme-primary), 0.08);
}
.figure {
  font-variant-numeric: tabular-nums;
}
.point {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 0 8px;
  color: rgb(var(--v-theme-soft-ink));
}
.point span {
  flex: 1;
}
.point button {
  border: none;
  border-radius: 4px;
  background: none;
  color: inherit;
  cursor: pointer;
  padding: 2px;
}
.point button:hover {
  background: rgba(var(--v-theme-primary), 0.12);
}
</style>
