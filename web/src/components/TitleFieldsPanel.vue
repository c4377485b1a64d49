<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { scalesOn } from '@lamina/core/annotate'
import { setFacts, setPaper, setTitleBlock } from '@lamina/core/edit'
import { STANDARD_TITLES } from '@lamina/core/library'
import type { ProjectFacts, Sheet } from '@lamina/core/records'
import { useMe } from '../store/me'
import { useProject } from '../store/project'
import PaperFields from './PaperFields.vue'
import TextField from './TextField.vue'

/** The fields of the title block: the project's own, and the sheet's. */
const props = defineProps<{ sheet: Sheet }>()
const store = useProject()
const me = useMe()
onMounted(() => void me.load().catch(() => undefined))
const facts = computed(() => store.project.facts)
const scale = computed(() => scalesOn(store.project, props.sheet))
const own = [
  ['title', 'Drawing title'],
  ['number', 'Drawing number'],
  ['date', 'Date'],
  ['drawn', 'Drawn'],
  ['checked', 'Checked'],
  ['revision', 'Revision'],
] as const
const shared = [
  ['name', 'Project'],
  ['number', 'Project number'],
  ['client', 'Client'],
] as const
const setSheet = (label: string, now: Partial<Sheet>): unknown =>
  store.edit(label, (p) => setFacts(p, 'sheet', props.sheet.id, now))
const setShared = (now: Partial<ProjectFacts>): unknown =>
  store.edit('Title block', (p) => setFacts(p, 'project', 'project', now))
const onPaper = (now: Parameters<typeof setPaper>[2]): unknown =>
  store.edit('Sheet size', (p) => setPaper(p, props.sheet.id, now))

const router = useRouter()
const openTitle = (): void =>
  void router.push({
    name: 'titleBlock',
    params: { project: store.id!, titleBlock: props.sheet.titleBlock! },
  })

const NONE = ''
const titles = computed(() => {
  const mine = store.project.all('titleBlock')
  const shipped = STANDARD_TITLES.map(({ block }) => block).filter(
    ({ id }) => !mine.some((each) => each.id === id),
  )
  return [
    ...[...mine, ...shipped].map(({ id, name }) => ({ value: id, title: name })),
    { value: NONE, title: 'None' },
  ]
})
const title = computed({
  get: () => props.sheet.titleBlock ?? NONE,
  set: (id: string) =>
    void store.edit('Title block', (p) => setTitleBlock(p, [props.sheet.id], id === NONE ? null : id)),
})
</script>

<template>
  <div class="stack">
    <TextField
      v-for="[field, label] in own"
      :key="`${sheet.id}-${field}`"
      :label="label"
      :type="field === 'date' ? 'date' : 'text'"
      :shown="sheet[field]"
      :list="field === 'drawn' || field === 'checked' ? 'initials-here' : undefined"
      @set="(text) => setSheet('Title block', { [field]: text.trim() })"
    />
    <datalist id="initials-here">
      <option v-for="initials in me.initials" :key="initials" :value="initials" />
    </datalist>
    <TextField
      v-for="[field, label] in shared"
      :key="field"
      :label="label"
      :shown="facts[field]"
      @set="(text) => setShared({ [field]: text.trim() })"
    />
    <p class="soft small">Scale: {{ scale }} (from the viewports)</p>
    <v-select v-model="title" label="Title block" :items="titles" />
    <button v-if="sheet.titleBlock" type="button" class="link" @click="openTitle">
      Draw on this title block
    </button>
    <PaperFields :paper="sheet" @set="onPaper" />
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 10px;
}
</style>
