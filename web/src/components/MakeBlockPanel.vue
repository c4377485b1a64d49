<script setup lang="ts">
import { computed, ref } from 'vue'
import { makeBlock } from '@lamina/core/edit'
import { standardBlocks } from '@lamina/core/library'
import { scaleOf, type Block, type Board } from '@lamina/core/records'
import { boxCentre } from '@lamina/core/geometry'
import { categoriesOf, libraryBlocks } from '../store/blocks'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useOpened } from '../store/opened'
import { useLibrary } from '../store/library'
import { useProject } from '../store/project'
import { BLOCK_UNITS } from './blockUnits'
import LengthField from './LengthField.vue'
import PanelFrame from './PanelFrame.vue'

/** A block made from what is selected. */
const props = defineProps<{ board: Board }>()
const store = useProject()
const desk = useDesk()
const hand = useHand()
const opened = useOpened()
const library = useLibrary()

const name = ref('')
const category = ref('Own blocks')
const sizing = ref<NonNullable<Block['sizing']>>('fixed')
const then = ref<'placement' | 'stay' | 'go'>('placement')
const atWall = ref(false)
const units = ref<NonNullable<Block['units']>>(store.units.system)
const extent = opened.surface?.selectionExtent?.()
const middle = extent && extent.minX <= extent.maxX ? boxCentre(extent) : { x: 0, y: 0 }
const back = extent && extent.minX <= extent.maxX ? { x: middle.x, y: extent.maxY } : middle
const base = ref({ x: middle.x, y: middle.y })
const categories = computed(() => [
  ...new Set([
    'Own blocks',
    ...categoriesOf(libraryBlocks(store.project), standardBlocks(store.units.system)),
  ]),
])
const SIZINGS = [
  { value: 'fixed', title: 'In its own size alone' },
  { value: 'uniform', title: 'In any size, shape kept' },
  { value: 'stretch', title: 'At any width and depth' },
  { value: 'paper', title: 'In its size on paper, at every scale' },
]
const THEN = [
  { value: 'placement', title: 'Become the first placement' },
  { value: 'stay', title: 'Stay as they are' },
  { value: 'go', title: 'Go' },
]
function pointToBase(): void {
  hand.askPoint('Point to the base point of the block.', (at) => (base.value = { x: at.x, y: at.y }))
  opened.surface?.focus()
}
function make(): void {
  let block = ''
  const made = store.edit('Make block', (project, makeId) => {
    const result = makeBlock(
      project,
      props.board,
      hand.selection,
      {
        name: name.value,
        category: category.value,
        base: base.value,
        sizing: sizing.value,
        scale: scaleOf(props.board),
        atWall: atWall.value,
        units: units.value,
        then: then.value,
      },
      makeId,
    )
    block = result.block
    return result.change
  })
  if (!made) return
  library.use(block)
  desk.panel = null
  hand.select(
    made.put.flatMap((record) =>
      record.kind === 'placement' || record.kind === 'symbol' ? [record.id] : [],
    ),
  )
}
</script>

<template>
  <PanelFrame title="Make a block" :width="330" data-test="make-block" @close="desk.panel = null">
    <p class="soft small">
      From the {{ hand.selection.length }} thing{{ hand.selection.length === 1 ? '' : 's' }} selected. A note
      in square brackets, as [Number] or [Number: 12], becomes a field that each placement fills.
    </p>
    <form class="one" @submit.prevent="make">
      <v-text-field v-model="name" label="Name" autofocus autocomplete="off" />
      <v-combobox v-model="category" label="Category" :items="categories" />
      <div class="pair">
        <LengthField
          label="Base point x"
          :mm="base.x"
          :units="store.units"
          @set="(x) => (base = { ...base, x })"
        />
        <LengthField
          label="Base point y"
          :mm="base.y"
          :units="store.units"
          @set="(y) => (base = { ...base, y })"
        />
      </div>
      <div class="links">
        <button type="button" class="link" @click="pointToBase">Point to it</button>
        <button type="button" class="link" @click="base = { ...middle }">In its middle</button>
        <button type="button" class="link" @click="((base = { ...back }), (atWall = true))">
          In the middle of its back
        </button>
      </div>
      <v-select v-model="sizing" label="Placed" :items="SIZINGS" />
      <v-checkbox v-model="atWall" label="Its back stands against walls" density="compact" hide-details />
      <v-select v-model="units" label="Unit of its sizes" :items="BLOCK_UNITS" />
      <v-select v-model="then" label="The things selected" :items="THEN" />
      <v-btn type="submit" color="primary">Make the block</v-btn>
    </form>
  </PanelFrame>
</template>

<style scoped>
form.one {
  grid-template-columns: 1fr !important;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.links {
  display: flex;
  gap: 14px;
}
</style>
