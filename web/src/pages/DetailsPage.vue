<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { detailPicture } from '@lamina/core/annotate'
import { extentOf, type DisplayList } from '@lamina/core/display'
import { drawKept } from '@lamina/core/edit'
import type { Drawing, KeptDetail } from '@lamina/core/records'
import { scaleName } from '@lamina/core/units'
import KeptDetailDialog from '../components/KeptDetailDialog.vue'
import LibraryCard from '../components/LibraryCard.vue'
import LibraryFrame from '../components/LibraryFrame.vue'
import LiveThumb from '../components/LiveThumb.vue'
import { detailLibrary, libraryDetails, sectionsOf } from '../store/details'
import { useProject } from '../store/project'
import { WordSearch } from '../store/search'

/** Whole details with their notes: those the project keeps and those that ship, by the parts of the works. */
const store = useProject()
const router = useRouter()
const search = ref('')
const changing = ref<Drawing | KeptDetail | null>(null)
const CARD = { width: 236, height: 168 }

const details = computed(() => libraryDetails(store.project))
const words = computed(() => new WordSearch(details.value, ({ name, section }) => `${name} ${section}`))
const found = computed(() => words.value.find(search.value ?? ''))
const groups = computed(() =>
  sectionsOf(found.value).map((name) => ({
    name,
    details: found.value.filter(({ section }) => section === name),
  })),
)
const own = computed(() => new Set(store.project.all('keptDetail').map(({ id }) => id)))

const pictures = new WeakMap<KeptDetail, DisplayList>()
function pictureOf(detail: KeptDetail): DisplayList {
  let list = pictures.get(detail)
  if (!list)
    pictures.set(detail, (list = detailPicture(detail, detailLibrary(store.project), store.project.facts)))
  return list
}
const notesOf = (detail: KeptDetail): string[] => [
  scaleName(detail.scale, store.units.system) + (own.value.has(detail.id) ? ' · kept in this project' : ''),
]
function draw(detail: KeptDetail): void {
  let id = ''
  const made = store.edit('Draw a detail', (project, makeId) => {
    const drawn = drawKept(project, detail, detailLibrary(project), makeId)
    id = drawn.drawing
    return drawn.change
  })
  if (made) void router.push({ name: 'drawing', params: { project: store.id!, drawing: id } })
}
</script>

<template>
  <LibraryFrame
    v-model="search"
    on="details"
    find="Find a detail"
    :count="`${found.length} ${found.length === 1 ? 'detail' : 'details'} · press one to draw it on a board of its own`"
    foot="Press a detail to draw it: it comes as a drawing of its own, with its notes."
  >
    <div class="groups">
      <section v-for="group in groups" :key="group.name">
        <h2>{{ group.name }}</h2>
        <ul>
          <LibraryCard
            v-for="detail in group.details"
            :key="detail.id"
            :data-detail="detail.id"
            :name="detail.name"
            :notes="notesOf(detail)"
            :title="`Draw ${detail.name}`"
            :change="own.has(detail.id) ? 'Name and part of the works' : null"
            @press="draw(detail)"
            @change="changing = detail"
          >
            <LiveThumb
              :list="pictureOf(detail)"
              :box="extentOf(pictureOf(detail))"
              v-bind="CARD"
              :label="detail.name"
            />
          </LibraryCard>
        </ul>
      </section>
    </div>
    <p v-if="groups.length === 0" class="soft">No detail is called like that.</p>
    <p class="soft small foot">
      Any drawing can be kept here: open it and choose “Keep as a detail”. Those of other projects come in
      with “Bring in”.
    </p>
  </LibraryFrame>
  <KeptDetailDialog v-model="changing" />
</template>

<style scoped>
h2 {
  font-size: 15px;
  margin: 14px 2px 8px;
}
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
}
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  width: 262px;
}
.foot {
  margin: 18px 2px 0;
}
</style>
