<script setup lang="ts">
import { computed } from 'vue'
import { detailPicture } from '@lamina/core/annotate'
import { blockAlone } from '@lamina/core/derive'
import { extentOf } from '@lamina/core/display'
import type { LibraryRecord } from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import type { Units } from '@lamina/core/units'
import { useProject } from '../store/project'
import LinePicture from './LinePicture.vue'
import LiveThumb from './LiveThumb.vue'
import MaterialPicture from './MaterialPicture.vue'
import OpeningPicture from './OpeningPicture.vue'
import StripPicture from './StripPicture.vue'
import { stylePicture } from './stylePicture'

/** A thing of a library as it is drawn. `find` gives the things it is made of. */
const props = defineProps<{
  thing: LibraryRecord
  find: (id: Id) => LibraryRecord | undefined
  units: Units
  /** The library it is of. */
  all?: readonly LibraryRecord[]
}>()
const store = useProject()
const SIZE = { width: 118, height: 64 }

const list = computed(() => {
  const { thing } = props
  if (thing.kind === 'annotationStyle') return stylePicture(thing, props.units)
  if (thing.kind === 'keptDetail') return detailPicture(thing, props.all ?? [], store.project.facts)
  if (thing.kind !== 'block') return []
  const source = (id: Id) => {
    const found = props.find(id)
    return found?.kind === 'block' ? found : undefined
  }
  return blockAlone(thing, source)
})
const dashes = computed(() => {
  const { thing } = props
  const type = thing.kind === 'layer' ? props.find(thing.lineType) : thing
  return type?.kind === 'lineType' ? type.dashesPaperMm : []
})
const material = (id: Id) => {
  const found = props.find(id)
  return found?.kind === 'material' ? found : undefined
}
</script>

<template>
  <LiveThumb v-if="list.length" :list="list" :box="extentOf(list)" v-bind="SIZE" label="" />
  <OpeningPicture v-else-if="thing.kind === 'openingType'" :type="thing" view="plan" v-bind="SIZE" />
  <StripPicture
    v-else-if="thing.kind === 'wallType' || thing.kind === 'plateType'"
    class="strips"
    :type="thing"
    :find="material"
    bare
  />
  <MaterialPicture v-else-if="thing.kind === 'material'" :material="thing" />
  <LinePicture
    v-else-if="thing.kind === 'layer'"
    :dashes="dashes"
    :pen-mm="thing.penMm"
    :tone="thing.tone"
    :width="SIZE.width"
  />
  <LinePicture
    v-else-if="thing.kind === 'lineType'"
    :dashes="dashes"
    :pen-mm="0.25"
    :tone="0"
    :width="SIZE.width"
  />
  <LinePicture
    v-else-if="thing.kind === 'pen'"
    :dashes="[]"
    :pen-mm="thing.widthMm"
    :tone="thing.tone"
    :width="SIZE.width"
  />
</template>

<style scoped>
.strips {
  width: 118px;
}
</style>
