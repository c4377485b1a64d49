<script setup lang="ts">
import { computed } from 'vue'
import { layAnnotation } from '@lamina/core/annotate'
import { extentOf } from '@lamina/core/display'
import { isLibraryRecord, type LibraryRecord } from '@lamina/core/edit'
import { findBoard, scaleOf, type Id } from '@lamina/core/records'
import { useProject } from '../store/project'
import LiveThumb from './LiveThumb.vue'
import ThingPicture from './ThingPicture.vue'

/** A sample of what a row of a legend is of: a thing of the library, or a symbol as it stands. */
const props = defineProps<{ of: Id; name: string }>()
const store = useProject()
const SIZE = { width: 118, height: 44 }
const libraryThing = (id: Id): LibraryRecord | undefined => {
  const record = store.project.get(id)
  return record && isLibraryRecord(record) ? record : undefined
}
const thing = computed(() => libraryThing(props.of))
const sign = computed(() => {
  const symbol = store.project.find('symbol', props.of)
  const board = symbol && findBoard(store.project, symbol.drawing)
  return board ? layAnnotation(symbol, store.scene(board), scaleOf(board), true) : []
})
</script>

<template>
  <span role="img" :aria-label="`Sample of ${name}`" class="sample">
    <ThingPicture v-if="thing" :thing="thing" :find="libraryThing" :units="store.units" />
    <LiveThumb v-else-if="sign.length" :list="sign" :box="extentOf(sign)" v-bind="SIZE" label="" />
  </span>
</template>

<style scoped>
.sample {
  display: block;
  width: 118px;
  padding: 3px 0;
}
</style>
