<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { drawingList } from '@lamina/core/annotate'
import { PLAIN_LOOK, sceneOf } from '@lamina/core/derive'
import { extentOf, type DisplayList } from '@lamina/core/display'
import { isEmptyBox, type Box } from '@lamina/core/geometry'
import { Project } from '@lamina/core/records'
import { api } from '../api'
import LiveThumb from './LiveThumb.vue'

/** The first drawing of a project that is not open. */
const props = defineProps<{ id: string; name: string }>()
const picture = shallowRef<{ list: DisplayList; box: Box } | null>(null)
onMounted(async () => {
  try {
    const project = new Project((await api.read(props.id)).records)
    const drawing = project.all('drawing')[0]
    if (!drawing) return
    const list = drawingList(sceneOf(project, drawing), {
      ...PLAIN_LOOK,
      printing: true,
      poche: 'solid',
      scale: drawing.readingScale,
    })
    const box = extentOf(list)
    if (!isEmptyBox(box)) picture.value = { list, box }
  } catch {
    // The card shows without a picture; opening the project tells what is wrong.
  }
})
</script>

<template>
  <span class="thumb">
    <LiveThumb v-if="picture" v-bind="picture" :width="300" :height="188" :label="`Plan of ${name}`" />
    <span v-else class="soft small">Nothing drawn yet</span>
  </span>
</template>

<style scoped>
.thumb {
  height: 200px;
  display: grid;
  place-items: center;
  overflow: hidden;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  background: rgb(var(--v-theme-paper));
}
</style>
