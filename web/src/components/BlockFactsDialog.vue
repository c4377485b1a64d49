<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { copyBlock, removeBlock, setBlock } from '@lamina/core/edit'
import type { Block, Id } from '@lamina/core/records'
import FactsDialog from './FactsDialog.vue'
import { useProject } from '../store/project'
import { BLOCK_UNITS } from './blockUnits'
import LengthField from './LengthField.vue'

/** Name, category and behaviour of a block of the project; copying and removing it. */
const id = defineModel<Id | null>({ required: true })
const props = defineProps<{ categories: readonly string[] }>()
const store = useProject()

const block = computed(() => (id.value ? store.project.find('block', id.value) : undefined))
const used = computed(() => (id.value ? store.project.dependents(id.value).length : 0))
const name = ref('')
const category = ref('')
const sizing = ref<NonNullable<Block['sizing']>>('fixed')
const atWall = ref(false)
const height = ref<number | null>(null)
const planAlone = ref(false)
const units = ref<NonNullable<Block['units']>>('metric')
watch(
  id,
  () => {
    const of = block.value
    if (!of) return
    name.value = of.name
    category.value = of.category
    sizing.value = of.sizing ?? 'fixed'
    atWall.value = of.atWall ?? false
    height.value = of.height ?? null
    planAlone.value = of.planAlone ?? false
    units.value = of.units ?? store.units.system
  },
  { immediate: true },
)
const sizings = [
  { value: 'fixed', title: 'Its own size alone' },
  { value: 'uniform', title: 'Any size, in proportion' },
  { value: 'stretch', title: 'Any width and depth' },
  { value: 'paper', title: 'Its size on paper, at every scale' },
]
function keep(): void {
  const of = block.value
  if (!of) return
  const facts = {
    name: name.value,
    category: category.value ?? '',
    ...(of.recipe === undefined ? { sizing: sizing.value } : {}),
    atWall: atWall.value,
    height: height.value ?? undefined,
    planAlone: planAlone.value || undefined,
    ...(units.value === (of.units ?? store.units.system) ? {} : { units: units.value }),
  }
  if (store.edit('Block', (project) => setBlock(project, of.id, facts))) id.value = null
}
function copy(): void {
  let made: Id | null = null
  store.edit('Copy block', (project, makeId) => {
    const copied = copyBlock(project, id.value!, makeId)
    made = copied.block
    return copied.change
  })
  if (made) id.value = made
}
function remove(): void {
  const gone = id.value
  if (gone && store.edit('Remove block', (project) => removeBlock(project, gone))) id.value = null
}
const say = computed(() =>
  used.value === 0 ? 'Not placed yet.' : used.value === 1 ? 'Placed once.' : `Used ${used.value} times.`,
)
const choices = computed(() => [...props.categories])
</script>

<template>
  <FactsDialog
    :model-value="block !== undefined"
    title="Block"
    :subtitle="say"
    done="Keep"
    @update:model-value="(open: boolean) => !open && (id = null)"
    @done="keep"
  >
    <v-text-field v-model="name" label="Name" maxlength="200" autofocus autocomplete="off" />
    <v-combobox v-model="category" :items="choices" label="Category" />
    <v-select
      v-if="block?.recipe === undefined"
      v-model="sizing"
      :items="sizings"
      label="How it may be sized"
    />
    <v-select v-model="units" :items="BLOCK_UNITS" label="Unit of its sizes" />
    <LengthField
      v-if="!block?.front"
      label="Height"
      :mm="height"
      :units="store.units"
      :least="1"
      empty="in plan alone"
      @set="(mm) => (height = mm)"
      @clear="height = null"
    />
    <v-checkbox
      v-else
      v-model="planAlone"
      label="In plan alone: elevations leave it out"
      density="compact"
      hide-details
    />
    <v-checkbox v-model="atWall" label="Its back stands against walls" density="compact" hide-details />
    <template #ends>
      <v-btn size="small" variant="text" @click="copy">Copy</v-btn>
      <v-btn size="small" variant="text" @click="remove">Remove</v-btn>
    </template>
  </FactsDialog>
</template>
