<script setup lang="ts">
import { computed, watch } from 'vue'
import { useTheme } from 'vuetify'
import { pictureOf, picturing } from '@lamina/core/annotate'
import { PLAIN_LOOK, pensOf, type Picture } from '@lamina/core/derive'
import { sheetExtent } from '@lamina/core/library'
import { formatName, type TitleBlock } from '@lamina/core/records'
import { frameMarks, titleField } from '@lamina/core/sheets'
import { useProject } from '../store/project'
import { paintSheetGround } from '../surface/marks'
import { paintList, penWords, type ScreenLook } from '../surface/painter'
import { paperLook } from '../surface/paperLook'
import { TRAITS, useBoard } from '../surface/useBoard'
import type { Camera } from '../surface/camera'
import BoardFrame from './BoardFrame.vue'
import TopLine from './TopLine.vue'

/** A title block to draw on, in paper mm, on the sheet it is made for; its frame and marks lie beneath. */
const props = defineProps<{ block: TitleBlock }>()
const store = useProject()
const theme = useTheme()
const LOOK = { ...PLAIN_LOOK, scale: 1 }

const board = computed(() => props.block)
const scene = computed(() => store.scene(props.block))
const extent = computed(() => sheetExtent(props.block))
const picture = (): Picture => pictureOf(scene.value, LOOK)

const colour = (name: string): string => String(theme.current.value.colors[name])
/** A sheet is paper in both themes. */
const light = (name: string): string => String(theme.themes.value['light']!.colors[name])
const screenLook = (camera: Camera, only?: string): ScreenLook =>
  paperLook(camera, light, pensOf(store.project), only)

const work = useBoard({
  board,
  scene,
  picture,
  *making() {
    yield* picturing(scene.value, LOOK)
  },
  fieldNow: () => titleField(store.project, props.block),
  screenLook,
  lookKey: () => penWords(store.project),
  ground(context, camera) {
    paintSheetGround(context, camera, extent.value, { desk: colour('desk'), sheet: colour('sheet') })
    paintList(context, frameMarks(props.block, props.block), camera.scale, screenLook(camera))
  },
  extent: () => ({ minX: 0, minY: 0, maxX: extent.value.width, maxY: extent.value.height }),
  margin: 22,
  room: () => TRAITS,
  closeScale: 2,
  colours: () => ({
    live: light('live'),
    warning: light('warning'),
    soft: light('soft-ink'),
    paper: light('surface'),
  }),
  own: {
    prompt: () => ({
      text: 'Draw what every sheet is to have; a note with {sheet} in it tells the number of each.',
      keys: 'Pull a box to select',
    }),
  },
})
const { camera, surface, fit } = work
watch(() => [extent.value.width, extent.value.height], fit)
watch(board, () => surface.redraw())
const zoomWords = computed(() => `${Math.round((camera.value.scale * 25.4 * 100) / 96)} %`)
</script>

<template>
  <TopLine :place="`Title block: ${block.name}`">
    <span class="pill still">{{ formatName(block.size) }} {{ block.orientation }}</span>
    <button type="button" class="pill" title="Show the whole sheet (Home)" @click="fit">
      {{ zoomWords }}
    </button>
  </TopLine>
  <BoardFrame :work="work" :scene="scene" :called="`Title block ${block.name}`" test="title-block" />
</template>

<style scoped>
.still {
  cursor: default;
}
</style>
