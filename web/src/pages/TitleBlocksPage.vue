<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { takeTitleBlock } from '@lamina/core/edit'
import { STANDARD_TITLES, sheetExtent } from '@lamina/core/library'
import { formatName, type TitleBlock } from '@lamina/core/records'
import { titlePreviews } from '@lamina/core/sheets'
import LibraryCard from '../components/LibraryCard.vue'
import LibraryFrame from '../components/LibraryFrame.vue'
import LiveThumb from '../components/LiveThumb.vue'
import { useProject } from '../store/project'
import { WordSearch } from '../store/search'

/** Title blocks: those of the project and those that ship, as they look with its facts; pressed to be drawn on. */
const store = useProject()
const router = useRouter()
const search = ref('')
const CARD = { width: 236, height: 168 }

const own = computed(() => store.project.all('titleBlock'))
const all = computed<readonly TitleBlock[]>(() => [
  ...own.value,
  ...STANDARD_TITLES.map(({ block }) => block).filter(({ id }) => !store.project.find('titleBlock', id)),
])
const words = computed(() => new WordSearch(all.value, ({ name }) => name))
const found = computed(() => words.value.find(search.value ?? ''))
const pictures = computed(() =>
  titlePreviews(
    store.project,
    all.value.map(({ id }) => id),
  ),
)
const STANDS = { side: 'strip at the side', foot: 'strip at the foot', corner: 'box in the corner' } as const
function notesOf({ id, size, orientation, stands }: TitleBlock): string[] {
  const used = store.project.all('sheet').filter(({ titleBlock }) => titleBlock === id).length
  const uses = used === 0 ? '' : used === 1 ? ' · on one sheet' : ` · on ${used} sheets`
  return [`${formatName(size)} ${orientation}, ${STANDS[stands]}${uses}`]
}
function boxOf(block: TitleBlock) {
  const { width, height } = sheetExtent(block)
  return { minX: 0, minY: 0, maxX: width, maxY: height }
}
function open({ id }: TitleBlock): void {
  const isHere = store.project.find('titleBlock', id) !== undefined
  if (isHere || store.edit('Title block', (project) => takeTitleBlock(project, id)))
    void router.push({ name: 'titleBlock', params: { project: store.id!, titleBlock: id } })
}
</script>

<template>
  <LibraryFrame
    v-model="search"
    on="title-blocks"
    find="Find a title block"
    :count="`${found.length} title ${found.length === 1 ? 'block' : 'blocks'} · press one to draw on it`"
    foot="Press a title block to draw on it: all sheets that have it follow."
  >
    <ul>
      <LibraryCard
        v-for="block in found"
        :key="block.id"
        :name="block.name"
        :notes="notesOf(block)"
        :title="`Draw on ${block.name}`"
        @press="open(block)"
      >
        <LiveThumb :list="pictures.get(block.id)!" :box="boxOf(block)" v-bind="CARD" :label="block.name" />
      </LibraryCard>
    </ul>
    <p v-if="found.length === 0" class="soft">No title block is called like that.</p>
    <p class="soft small foot">
      A sheet is given its title block in the drawer of Compose. To make one of your own, open the nearest and
      copy it there.
    </p>
  </LibraryFrame>
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  list-style: none;
  margin: 14px 0 0;
  padding: 0;
}
li {
  width: 262px;
}
.foot {
  margin: 18px 2px 0;
}
</style>
