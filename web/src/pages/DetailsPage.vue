<script setup lang="ts">
import { mdiMagnify, mdiPencilOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { detailPicture } from '@lamina/core/annotate'
import { extentOf, type DisplayList } from '@lamina/core/display'
import { drawKept } from '@lamina/core/edit'
import type { Drawing, KeptDetail } from '@lamina/core/records'
import { scaleName } from '@lamina/core/units'
import FootLine from '../components/FootLine.vue'
import KeptDetailDialog from '../components/KeptDetailDialog.vue'
import LibraryTabs from '../components/LibraryTabs.vue'
import LiveThumb from '../components/LiveThumb.vue'
import TopLine from '../components/TopLine.vue'
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
  <TopLine place="Library" />
  <div class="page">
    <div class="bar">
      <LibraryTabs on="details" />
      <v-text-field
        v-model="search"
        label="Find a detail"
        :prepend-inner-icon="mdiMagnify"
        class="search"
        clearable
        autocomplete="off"
      />
      <span class="soft small"
        >{{ found.length }} {{ found.length === 1 ? 'detail' : 'details' }} · press one to draw it on a board
        of its own</span
      >
    </div>
    <div class="groups">
      <section v-for="group in groups" :key="group.name">
        <h2>{{ group.name }}</h2>
        <ul>
          <li v-for="detail in group.details" :key="detail.id" :data-detail="detail.id">
            <button type="button" class="card" :title="`Draw ${detail.name}`" @click="draw(detail)">
              <LiveThumb
                :list="pictureOf(detail)"
                :box="extentOf(pictureOf(detail))"
                v-bind="CARD"
                :label="detail.name"
              />
              <span class="name">{{ detail.name }}</span>
              <span class="soft small"
                >{{ scaleName(detail.scale, store.units.system)
                }}{{ own.has(detail.id) ? ' · kept in this project' : '' }}</span
              >
            </button>
            <button
              v-if="own.has(detail.id)"
              type="button"
              class="facts"
              :aria-label="`Change ${detail.name}`"
              title="Name and part of the works"
              @click="changing = detail"
            >
              <v-icon :icon="mdiPencilOutline" size="15" />
            </button>
          </li>
        </ul>
      </section>
    </div>
    <p v-if="groups.length === 0" class="soft">No detail is called like that.</p>
    <p class="soft small foot">
      Any drawing can be kept here: open it and choose “Keep as a detail”. Those of other projects come in
      with “Bring in”.
    </p>
  </div>
  <KeptDetailDialog v-model="changing" />
  <FootLine text="Press a detail to draw it: it comes as a drawing of its own, with its notes." keys="" />
</template>

<style scoped>
.page {
  flex: 1;
  overflow: auto;
  padding: 14px 20px 24px;
  background: rgb(var(--v-theme-film));
}
.bar {
  display: flex;
  align-items: center;
  gap: 16px;
  margin-bottom: 4px;
}
.search {
  margin-top: 4px;
  max-width: 300px;
}
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
  position: relative;
}
.card {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  width: 262px;
  height: 100%;
  padding: 10px 6px;
  font: inherit;
  font-size: 13px;
  line-height: 17px;
  text-align: center;
  color: inherit;
  background: rgb(var(--v-theme-paper));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  cursor: pointer;
}
.card:hover {
  border-color: rgb(var(--v-theme-live));
}
.name {
  font-weight: 600;
}
.facts {
  position: absolute;
  top: 4px;
  left: 4px;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  padding: 3px;
  cursor: pointer;
}
.foot {
  margin: 18px 2px 0;
}
</style>
