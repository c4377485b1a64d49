<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { computed, ref } from 'vue'
import { sizeOf, blockSource } from '@lamina/core/blocks'
import { blockAlone } from '@lamina/core/derive'
import { extentOf, type DisplayList } from '@lamina/core/display'
import { recipeOf, standardBlocks } from '@lamina/core/library'
import type { Block } from '@lamina/core/records'
import { useHand } from '../store/hand'
import { useValues } from '../store/values'
import { useLibrary } from '../store/library'
import { useProject } from '../store/project'
import { useCarryBlock } from '../actions/useCarryBlock'
import LengthField from './LengthField.vue'
import { categoriesOf, findBlocks, libraryBlocks, useBlockSearch } from '../store/blocks'
import LiveThumb from './LiveThumb.vue'
import NumberField from './NumberField.vue'

/** Blocks to place: found by name or category, with what the one in hand can be made like. */
const props = defineProps<{
  /** Only those that keep their size on paper. */
  symbols?: boolean
}>()
const emit = defineEmits<{ choose: [] }>()
const store = useProject()
const hand = useHand()
const values = useValues()
const library = useLibrary()

const carry = useCarryBlock()

const search = ref('')
const category = ref('recent')
const blocks = computed(() =>
  libraryBlocks(store.project).filter(({ sizing }) => !props.symbols || sizing === 'paper'),
)
useBlockSearch(blocks)
const categories = computed(() => categoriesOf(blocks.value, standardBlocks(store.units.system)))
const choices = computed(() => [
  { value: 'recent', title: 'Favourites and recent' },
  ...categories.value.map((name) => ({ value: name, title: name })),
])
const shown = computed(() => {
  if (props.symbols && !search.value?.trim()) return blocks.value
  if (search.value?.trim()) return findBlocks(blocks.value, search.value).slice(0, 40)
  if (category.value !== 'recent') return blocks.value.filter((block) => block.category === category.value)
  const ids = [...new Set([...library.favourites, ...library.recent])]
  const found = ids.flatMap((id) => blocks.value.find((block) => block.id === id) ?? [])
  return found.length > 0 ? found : blocks.value.filter((block) => block.category === categories.value[0])
})
const pictures = new WeakMap<Block, DisplayList>()
function pictureOf(block: Block): DisplayList {
  let list = pictures.get(block)
  if (!list) {
    list = blockAlone(block, blockSource(store.project))
    pictures.set(block, list)
  }
  return list
}
const chosen = computed(() =>
  hand.tool === 'block' ? blocks.value.find((block) => block.id === values.block) : undefined,
)
const recipe = computed(() => (chosen.value?.recipe ? recipeOf(chosen.value.recipe) : undefined))
const size = computed(() => {
  const block = chosen.value
  if (!block) return null
  const own = sizeOf(block, { parameters: values.blockParameters })
  return { width: values.blockSize.width ?? own.width, depth: values.blockSize.depth ?? own.depth }
})
function take(id: string): void {
  values.chooseBlock(id)
  emit('choose')
}
function setParameter(key: string, value: number): void {
  values.blockParameters = { ...values.blockParameters, [key]: value }
}
</script>

<template>
  <template v-if="chosen && size && (chosen.sizing === 'stretch' || chosen.sizing === 'uniform' || recipe)">
    <h3>{{ chosen.name }}</h3>
    <div class="stack">
      <template v-if="recipe">
        <template v-for="each in recipe.parameters" :key="each.key">
          <LengthField
            v-if="each.kind === 'length'"
            :label="each.name"
            :mm="values.blockParameters[each.key] ?? each.usual"
            :units="store.units"
            :least="each.least"
            @set="(mm) => setParameter(each.key, mm)"
          />
          <NumberField
            v-else
            :label="each.name"
            whole
            :value="values.blockParameters[each.key] ?? each.usual"
            :least="each.least"
            :most="each.most"
            @set="(count) => setParameter(each.key, count)"
          />
        </template>
      </template>
      <LengthField
        v-if="chosen.sizing"
        label="Width"
        :mm="size.width"
        :units="store.units"
        :least="1"
        @set="(width) => (values.blockSize = { ...values.blockSize, width })"
      />
      <LengthField
        v-if="chosen.sizing === 'stretch'"
        label="Depth"
        :mm="size.depth"
        :units="store.units"
        :least="1"
        @set="(depth) => (values.blockSize = { ...values.blockSize, depth })"
      />
    </div>
  </template>
  <h3>{{ symbols ? 'Symbols of the library' : 'Library' }}</h3>
  <div class="stack">
    <v-text-field
      v-model="search"
      :label="symbols ? 'Find a symbol' : 'Find a block'"
      :append-inner-icon="mdiMagnify"
      clearable
      autocomplete="off"
    />
    <v-select v-if="!search && !symbols" v-model="category" label="Category" :items="choices" />
    <router-link class="link" :to="{ name: 'library', params: { project: store.id! } }"
      >Open the whole library</router-link
    >
  </div>
  <div class="grid">
    <button
      v-for="block in shown"
      :key="block.id"
      type="button"
      :class="{ on: values.block === block.id && hand.tool === 'block' }"
      :aria-pressed="values.block === block.id && hand.tool === 'block'"
      :title="block.name"
      @pointerdown="carry(block, $event)"
      @click="take(block.id)"
    >
      <LiveThumb
        :list="pictureOf(block)"
        :box="extentOf(pictureOf(block))"
        :width="70"
        :height="50"
        label=""
      />
      <span>{{ block.name }}</span>
    </button>
  </div>
  <p v-if="shown.length === 0" class="soft small">
    No {{ symbols ? 'symbol' : 'block' }} is called like that.
  </p>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 10px;
  margin-bottom: 8px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
button {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  padding: 6px 2px;
  font: inherit;
  font-size: 11.5px;
  line-height: 14px;
  text-align: center;
  color: inherit;
  background: none;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  cursor: pointer;
}
button:hover {
  border-color: rgb(var(--v-theme-live));
}
button.on {
  background: rgb(var(--v-theme-live-wash));
  border-color: rgb(var(--v-theme-live));
  font-weight: 600;
}
</style>
