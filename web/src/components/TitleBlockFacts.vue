<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { mdiContentCopy, mdiDeleteOutline } from '@mdi/js'
import { copyTitleBlock, removeTitleBlock, setTitleFacts } from '@lamina/core/edit'
import type { TitleBlock, TitlePlace } from '@lamina/core/records'
import { useProject } from '../store/project'
import DrawerEntry from './DrawerEntry.vue'
import NumberField from './NumberField.vue'
import PaperFields from './PaperFields.vue'
import TextField from './TextField.vue'

/** What a title block is: its name, the sheet it is made for, where it stands, its margins and the marks of its frame. */
const props = defineProps<{ block: TitleBlock }>()
const store = useProject()
const router = useRouter()
type Facts = Parameters<typeof setTitleFacts>[2]
const set = (facts: Facts): unknown =>
  store.edit('Title block', (project) => setTitleFacts(project, props.block.id, facts))

const PLACES: readonly { readonly value: TitlePlace; readonly title: string }[] = [
  { value: 'side', title: 'Strip at the right side' },
  { value: 'foot', title: 'Strip at the foot' },
  { value: 'corner', title: 'Box in the lower right corner' },
]
const MARGINS = [
  ['left', 'Left'],
  ['right', 'Right'],
  ['top', 'Top'],
  ['foot', 'Foot'],
] as const
const MARKS = [
  ['zones', 'Zone letters and numbers'],
  ['centring', 'Centring marks'],
  ['trimming', 'Trimming marks'],
] as const
const FOLDS = [
  { value: 'none', title: 'No folding marks' },
  { value: 'binding', title: 'Folded to A4, with binding margin' },
  { value: 'plain', title: 'Folded to A4' },
]
const used = computed(
  () => store.project.all('sheet').filter(({ titleBlock }) => titleBlock === props.block.id).length,
)
const open = (id: string): void =>
  void router.push({ name: 'titleBlock', params: { project: store.id!, titleBlock: id } })
function copy(): void {
  let id = ''
  const made = store.edit('Copy title block', (project, makeId) => {
    const copied = copyTitleBlock(project, props.block.id, makeId)
    id = copied.titleBlock
    return copied.change
  })
  if (made) open(id)
}
function remove(): void {
  if (store.edit('Remove title block', (project) => removeTitleBlock(project, props.block.id)))
    void router.push({ name: 'title-blocks', params: { project: store.id! } })
}
</script>

<template>
  <h3>Title block</h3>
  <p class="soft small">
    {{ used === 0 ? 'No sheet has it yet.' : used === 1 ? 'One sheet has it.' : `${used} sheets have it.` }}
  </p>
  <DrawerEntry :icon="mdiContentCopy" name="Copy this title block" @choose="copy" />
  <DrawerEntry
    :icon="mdiDeleteOutline"
    name="Remove this title block"
    :disabled="used > 0"
    why="Sheets have it: give them another one first."
    @choose="remove"
  />
  <div class="stack">
    <TextField label="Name" :shown="block.name" @set="(name) => set({ name })" />
    <v-select
      label="Stands as"
      :items="PLACES"
      :model-value="block.stands"
      @update:model-value="(stands: TitlePlace) => set({ stands })"
    />
    <div class="two">
      <NumberField
        v-if="block.stands !== 'foot'"
        label="Wide, mm"
        :value="block.width"
        :least="10"
        :most="2000"
        @set="(width) => set({ width })"
      />
      <NumberField
        v-if="block.stands !== 'side'"
        label="High, mm"
        :value="block.height"
        :least="10"
        :most="2000"
        @set="(height) => set({ height })"
      />
    </div>
    <NumberField
      v-if="block.stands !== 'corner'"
      label="Grows beyond, mm"
      :value="block.grows ?? 0"
      :least="0"
      :most="2000"
      @set="(grows) => set({ grows: grows === 0 ? null : grows })"
    />
    <h3>Made for</h3>
    <PaperFields :paper="block" of="sheet" @set="set" />
    <h3>Frame</h3>
    <div class="two">
      <NumberField
        v-for="[side, label] in MARGINS"
        :key="side"
        :label="`${label}, mm`"
        :value="block.margins[side]"
        :least="0"
        :most="100"
        @set="(mm) => set({ margins: { ...block.margins, [side]: mm } })"
      />
    </div>
    <v-checkbox
      label="Line around"
      density="compact"
      hide-details
      :model-value="!block.frameless"
      @update:model-value="(on: boolean | null) => set({ frameless: on ? null : true })"
    />
    <v-checkbox
      v-for="[mark, label] in MARKS"
      :key="mark"
      :label="label"
      density="compact"
      hide-details
      :model-value="block[mark] === true"
      @update:model-value="(on: boolean | null) => set({ [mark]: on ? true : null })"
    />
    <v-select
      label="Folding"
      :items="FOLDS"
      :model-value="block.folding ?? 'none'"
      @update:model-value="
        (folding: string) => set({ folding: folding === 'none' ? null : (folding as 'binding' | 'plain') })
      "
    />
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 10px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
