<script setup lang="ts">
import { mdiStar, mdiStarOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { frontOf, unitsOf, blockSource } from '@lamina/core/blocks'
import { blockAlone } from '@lamina/core/derive'
import { extentOf, type DisplayList } from '@lamina/core/display'
import type { Box } from '@lamina/core/geometry'
import { recipeOf, standardBlocks, isDetailPart } from '@lamina/core/library'
import type { Block } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import BlockFactsDialog from '../components/BlockFactsDialog.vue'
import LibraryCard from '../components/LibraryCard.vue'
import LibraryFrame from '../components/LibraryFrame.vue'
import LiveThumb from '../components/LiveThumb.vue'
import { categoriesOf, findBlocks, libraryBlocks, useBlockSearch } from '../store/blocks'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useOpened } from '../store/opened'
import { useValues } from '../store/values'
import { useLibrary } from '../store/library'
import { useProject } from '../store/project'
import { useCarryBlock } from '../actions/useCarryBlock'

/** All blocks: those of the project and those that ship, by category, drawn at one common scale. */
const store = useProject()
const desk = useDesk()
const hand = useHand()
const opened = useOpened()
const values = useValues()
const library = useLibrary()
const router = useRouter()

const carry = useCarryBlock()

/** The block whose facts are open. */
const changing = ref<string | null>(null)
const categories = computed(() => categoriesOf(blocks.value, standardBlocks(store.units.system)))
const search = ref('')
const view = ref<'plan' | 'front'>('plan')
const blocks = computed(() => libraryBlocks(store.project))
useBlockSearch(blocks)
const own = computed(() => new Set(store.project.all('block').map(({ id }) => id)))
/** Seen from the front, only those that have one. */
const found = computed(() =>
  findBlocks(blocks.value, search.value ?? '').filter((block) => view.value === 'plan' || block.front),
)
const groups = computed(() => {
  const byId = new Map(found.value.map((block) => [block.id, block]))
  const pick = (ids: readonly string[]): Block[] => ids.flatMap((id) => byId.get(id) ?? [])
  const all = [
    ...categoriesOf(found.value, standardBlocks(store.units.system)).map((name) => ({
      name,
      blocks: found.value.filter((block) => block.category === name),
    })),
  ]
  if (search.value?.trim()) return all
  return [
    { name: 'Favourites', blocks: pick(library.favourites) },
    { name: 'Recent', blocks: pick(library.recent) },
    ...all,
  ].filter((group) => group.blocks.length > 0)
})
/** Pixels for one mm: a bed is 40 high. What is larger than a card is drawn smaller, and says so. */
const SCALE = 0.022
/** Parts of details are drawn so many times larger. */
const LARGER = 10
/** Symbols are drawn for paper: they are shown at twice their size on it. */
const ON_PAPER = (2 * 96) / 25.4
const scaleFor = ({ category, sizing }: Pick<Block, 'category' | 'sizing'>): number =>
  sizing === 'paper' ? ON_PAPER : isDetailPart(category) ? SCALE * LARGER : SCALE
const CARD = { width: 132, height: 96 }

const pictures = new WeakMap<Block, Map<string, { list: DisplayList; box: Box }>>()
function pictureOf(block: Block): { list: DisplayList; box: Box } {
  const key = view.value
  let kept = pictures.get(block)
  if (!kept) pictures.set(block, (kept = new Map()))
  let picture = kept.get(key)
  if (!picture) {
    const front = key === 'front' ? frontOf(block, {}) : null
    const shown = front ? { ...block, items: [...front.items] } : block
    const list = blockAlone(
      key === 'front' ? { ...shown, recipe: undefined } : shown,
      blockSource(store.project),
    )
    kept.set(key, (picture = { list, box: extentOf(list) }))
  }
  return picture
}
/** The window of a block's picture so that all are drawn at one scale, or the whole of a larger one. */
function windowOf(block: Block): { box: Box; reduced: boolean } {
  const { box } = pictureOf(block)
  const room = 16
  const scale = scaleFor(block)
  const [w, h] = [(CARD.width - room) / scale, (CARD.height - room) / scale]
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
  const reduced = box.maxX - box.minX > w || box.maxY - box.minY > h
  return reduced
    ? { box, reduced }
    : { box: { minX: x - w / 2, maxX: x + w / 2, minY: y - h / 2, maxY: y + h / 2 }, reduced }
}
function sizeOf(block: Block): string {
  if (block.sizing === 'paper') return `${block.width} × ${block.depth} mm`
  const mm = (length: number): string => formatLength(length, unitsOf(block, store.units))
  return view.value === 'front' && block.front
    ? `${mm(block.width)} × ${mm(block.front.height)} high`
    : `${mm(block.width)} × ${mm(block.depth)}`
}
const about = (block: Block): string =>
  block.recipe && recipeOf(block.recipe)
    ? 'by parameters'
    : block.sizing === 'stretch'
      ? 'any width and depth'
      : block.sizing === 'uniform'
        ? 'any size'
        : block.sizing === 'paper'
          ? 'on paper'
          : ''

const notesOf = (block: Block): string =>
  [
    about(block),
    windowOf(block).reduced ? 'drawn smaller' : '',
    own.value.has(block.id) ? 'in this project' : '',
  ]
    .filter(Boolean)
    .join(' · ')

function place(block: Block): void {
  values.chooseBlock(block.id)
  const drawing = store.project.find('drawing', opened.lastDrawing ?? '') ?? store.project.all('drawing')[0]
  if (!drawing) return
  desk.stage = 'fit-out'
  void router
    .push({ name: 'drawing', params: { project: store.id!, drawing: drawing.id } })
    .then(() => hand.take('block'))
}
</script>

<template>
  <LibraryFrame
    v-model="search"
    on="library"
    find="Find a block"
    :count="`${found.length} ${found.length === 1 ? 'block' : 'blocks'} · press one to place it, or drag it onto a board`"
    foot="Press a block to place it, or drag it: the board opens beneath."
  >
    <template #bar>
      <div class="views" role="radiogroup" aria-label="Pictures">
        <button
          v-for="each in ['plan', 'front'] as const"
          :key="each"
          type="button"
          role="radio"
          :aria-checked="view === each"
          :class="{ on: view === each }"
          @click="view = each"
        >
          {{ each === 'plan' ? 'In plan' : 'From the front' }}
        </button>
      </div>
    </template>
    <template #ways>
      <span class="ways">
        <router-link class="link" :to="{ name: 'bring-in', params: { project: store.id! } }"
          >Bring in from a project or file</router-link
        >
        <router-link class="link" :to="{ name: 'save-library', params: { project: store.id! } }"
          >Save a library file</router-link
        >
      </span>
    </template>
    <section v-for="group in groups" :key="group.name">
      <h2>{{ group.name }}</h2>
      <ul>
        <LibraryCard
          v-for="block in group.blocks"
          :key="block.id"
          :data-block="block.id"
          :name="block.name"
          :notes="[sizeOf(block), notesOf(block)]"
          :title="`Place ${block.name}`"
          :change="own.has(block.id) ? 'Name, category and sizing' : null"
          @hold="(event) => carry(block, event)"
          @press="place(block)"
          @change="changing = block.id"
        >
          <LiveThumb
            :list="pictureOf(block).list"
            :box="windowOf(block).box"
            v-bind="CARD"
            :label="block.name"
          />
          <template #corner>
            <button
              type="button"
              class="star"
              :aria-pressed="library.favourites.includes(block.id)"
              :aria-label="`Favourite: ${block.name}`"
              :title="library.favourites.includes(block.id) ? 'No longer a favourite' : 'A favourite'"
              @click="library.toggle(block.id)"
            >
              <v-icon :icon="library.favourites.includes(block.id) ? mdiStar : mdiStarOutline" size="16" />
            </button>
          </template>
        </LibraryCard>
      </ul>
    </section>
    <p v-if="groups.length === 0" class="soft">No block is called like that.</p>
  </LibraryFrame>
  <BlockFactsDialog v-model="changing" :categories="categories" />
</template>

<style scoped>
.ways {
  margin-left: auto;
  display: flex;
  gap: 16px;
  font-size: 13px;
}
.views button {
  font: inherit;
  font-size: 13px;
  padding: 5px 12px;
  border: 1px solid rgb(var(--v-theme-hairline));
  background: rgb(var(--v-theme-paper));
  color: inherit;
  cursor: pointer;
}
.views button:first-child {
  border-radius: 16px 0 0 16px;
}
.views button:last-child {
  border-radius: 0 16px 16px 0;
  border-left: 0;
}
.views button.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
h2 {
  font-size: 15px;
  margin: 14px 2px 8px;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  min-height: 168px;
}
.star {
  position: absolute;
  top: 4px;
  right: 4px;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  padding: 3px;
  cursor: pointer;
}
.star[aria-pressed='true'] {
  color: rgb(var(--v-theme-settle));
}
</style>
