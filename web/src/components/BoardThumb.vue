<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import { pictureOf, picturing } from '@lamina/core/annotate'
import { PLAIN_LOOK, bringingDerived, lookThrough, sceneOf, type Picture } from '@lamina/core/derive'
import { growBox, isEmptyBox, type Box } from '@lamina/core/geometry'
import { drawingLens } from '@lamina/core/library'
import type { Board, Id } from '@lamina/core/records'
import { picturingSheet, sheetPictureOf } from '@lamina/core/sheets'
import { useProject } from '../store/project'
import { leaveOff, unheardSteps, whenIdle } from '../idle'
import { lateLettering, letteringReady } from '../lettering'
import { inkMargin, paintingPicture, type ScreenLook } from '../surface/painter'
import { thumbLook, thumbMap } from '../surface/thumb'

/** A small picture of a board, painted again in idle time when what it shows changed. */
const props = defineProps<{
  board: Board
  width: number
  height: number
  label: string
  /** Through another lens than its own. */
  lens?: Id
}>()
const store = useProject()
const theme = useTheme()
const canvas = ref<HTMLCanvasElement | null>(null)
const me = {}
/** Shown for an empty board. */
const BLANK: Box = { minX: -1000, minY: -700, maxX: 1000, maxY: 700 }

/** The picture the board itself is shown with, so that it is made once; in steps, if it is not there yet. */
function* pictureNow(): Generator<void, Picture> {
  const { project } = store
  const { board } = props
  if (board.kind === 'sheet') {
    yield* unheardSteps(project, bringingDerived(sceneOf(project, board), true))
    yield* unheardSteps(project, picturingSheet(project, board))
    return project.unheard(() => sheetPictureOf(project, board))
  }
  const [scene, look] = project.unheard(
    () =>
      [
        sceneOf(project, board),
        board.kind === 'titleBlock'
          ? { ...PLAIN_LOOK, scale: 1 }
          : lookThrough(drawingLens(project, board, props.lens), board.readingScale, { printing: false }),
      ] as const,
  )
  yield* unheardSteps(project, bringingDerived(scene, false))
  yield* unheardSteps(project, picturing(scene, look))
  return project.unheard(() => pictureOf(scene, look))
}

/** More parts than this are painted piece by piece, in so many columns and rows. */
const MUCH = 5000
const PIECES = 4

/** A box in pieces that meet without gap, so many across and up; the box itself if there is one. */
function pieces(box: Box, count: number): Box[] {
  if (count === 1) return [box]
  const [wide, high] = [(box.maxX - box.minX) / count, (box.maxY - box.minY) / count]
  return Array.from({ length: count * count }, (_, i): Box => {
    const [minX, minY] = [box.minX + (i % count) * wide, box.minY + Math.floor(i / count) * high]
    return { minX, minY, maxX: minX + wide, maxY: minY + high }
  })
}

let painted: { picture: Picture; stamp: number; look: string } | null = null
let due: ReturnType<typeof setTimeout> | undefined

function* paint(): Generator<void> {
  const element = canvas.value
  if (!element || store.id === null || !store.project.get(props.board.id)) return
  const picture = yield* pictureNow()
  yield
  const { width, height, board } = props
  const look = `${theme.global.name.value} ${width} ${height}`
  const stamp = picture.places.now
  if (painted?.picture === picture && painted.stamp === stamp && painted.look === look) return
  const ratio = Math.max(1, window.devicePixelRatio)
  const made = document.createElement('canvas')
  made.width = width * ratio
  made.height = height * ratio
  const context = made.getContext('2d')
  if (!context) return
  const sheet = board.kind !== 'drawing'
  const extent = picture.extent()
  const box = isEmptyBox(extent) ? BLANK : extent
  const map = thumbMap(box, width, height, sheet ? 0 : 8)
  const how: ScreenLook = thumbLook(theme, sheet, ratio)
  const scale = map.scale * ratio
  const margin = inkMargin(how) / scale + picture.overhang
  // Of very much a piece is painted in each step.
  for (const piece of pieces(box, picture.size > MUCH ? PIECES : 1)) {
    context.save()
    context.setTransform(scale, 0, 0, -scale, map.x * ratio, map.y * ratio)
    context.beginPath()
    const { minX, minY, maxX, maxY } = piece === box ? growBox(box, margin) : piece
    context.rect(minX, minY, maxX - minX, maxY - minY)
    context.clip()
    yield* paintingPicture(context, picture, growBox(piece, margin), scale, how, false)
    context.restore()
    yield
  }
  element.width = made.width
  element.height = made.height
  element.getContext('2d')?.drawImage(made, 0, 0)
  painted = { picture, stamp, look }
}

/** Soon, but not while edits follow each other. */
function soon(): void {
  clearTimeout(due)
  due = setTimeout(() => whenIdle(me, paint), painted ? 250 : 0)
}
watch(lateLettering, () => {
  painted = null
  soon()
})
onMounted(() => {
  soon()
  void letteringReady().then(() => {
    painted = null
    soon()
  })
})
watch(
  () => [store.project.stamp, props.lens, props.board, props.width, props.height, theme.global.name.value],
  soon,
)
onBeforeUnmount(() => {
  clearTimeout(due)
  leaveOff(me)
})
</script>

<template>
  <canvas
    ref="canvas"
    :role="label ? 'img' : 'presentation'"
    :aria-label="label || undefined"
    :style="{ width: `${width}px`, height: `${height}px` }"
  />
</template>
