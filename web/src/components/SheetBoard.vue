<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import { bringingDerived, pensOf, type Picture } from '@lamina/core/derive'
import { addViewport, moveItems, setFacts, viewportsOf } from '@lamina/core/edit'
import { boxHeight, boxOf, boxWidth, type Box, type Point } from '@lamina/core/geometry'
import { sheetExtent } from '@lamina/core/library'
import { pickAt } from '@lamina/core/locate'
import { formatName, type Drawing, type Id, type Sheet, type Viewport } from '@lamina/core/records'
import {
  aimAnywhere,
  aimViewport,
  aimingAt,
  croppedTo,
  lineUp,
  sheetField,
  sheetPictureOf,
  picturingSheet,
  drawnAt,
  frameOf,
  viewportMap,
  type AimedViewport,
} from '@lamina/core/sheets'
import { useCarry, type OnItsWay } from '../store/carry'
import { useHand } from '../store/hand'
import { useOpened } from '../store/opened'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { paintSheetGround } from '../surface/marks'
import { paintList, penWords, type ScreenLook } from '../surface/painter'
import { paperLook } from '../surface/paperLook'
import { TRAITS, useBoard } from '../surface/useBoard'
import { isTyping } from '../surface/useSurface'
import { fromScreen, toScreen, type Camera } from '../surface/camera'
import { REACH_PIXELS } from '../surface/useTools'
import BoardFrame from './BoardFrame.vue'
import TopLine from './TopLine.vue'

/** A sheet to compose: viewports placed, moved, lined up and cropped, and everything that can be drafted, in paper mm. */
const props = defineProps<{ sheet: Sheet }>()
const store = useProject()
const carry = useCarry()
const hand = useHand()
const opened = useOpened()
const say = useSay()
const theme = useTheme()

const board = computed(() => props.sheet)
const scene = computed(() => store.scene(props.sheet))
const extent = computed(() => sheetExtent(props.sheet))
const viewports = computed<Viewport[]>(() => viewportsOf(store.project, props.sheet.id))

const picture = (): Picture => sheetPictureOf(store.project, props.sheet)
const source = (drawing: Drawing, scale: number): Picture => drawnAt(store.project, drawing, scale)
/** The places of viewports, once what they show is made. */
interface Framed {
  readonly id: Id
  readonly viewport: Viewport
  readonly frame: Box
}
const frames = computed<readonly Framed[]>((before) =>
  work.ready.value
    ? viewports.value.map((viewport) => ({
        id: viewport.id,
        viewport,
        frame: frameOf(store.project, viewport),
      }))
    : (before ?? []),
)
/** The one viewport that is selected. */
const selected = computed(() =>
  hand.selection.length === 1 ? (frames.value.find(({ id }) => hand.selection[0] === id) ?? null) : null,
)

const colour = (name: string): string => String(theme.current.value.colors[name])
/** A sheet is paper in both themes. */
const light = (name: string): string => String(theme.themes.value['light']!.colors[name])
const screenLook = (camera: Camera, only?: string): ScreenLook =>
  paperLook(camera, light, pensOf(store.project), only)

type Ghost = AimedViewport & { readonly drawing: Drawing }
const ghost = ref<Ghost | null>(null)
const drag = ref<{ id: Id; from: Point; by: Point; lines: readonly [Point, Point][] } | null>(null)
const crop = ref<{ from: Point; to: Point } | null>(null)
const oneSmaller = ref(false)

const work = useBoard({
  board,
  scene,
  picture,
  *making() {
    yield* bringingDerived(store.scene(props.sheet), true)
    yield* picturingSheet(store.project, props.sheet)
  },
  fieldNow: () => sheetField(store.project, props.sheet, frames.value),
  screenLook,
  lookKey: () => penWords(store.project),
  ground: (context, camera) =>
    paintSheetGround(context, camera, extent.value, { desk: colour('desk'), sheet: colour('sheet') }),
  extent: () => ({ minX: 0, minY: 0, maxX: extent.value.width, maxY: extent.value.height }),
  margin: 22,
  /** Traits stand at the right when something is selected: the sheet leaves room for them from the start. */
  room: () => TRAITS,
  closeScale: 2,
  colours: () => ({
    live: light('live'),
    warning: light('warning'),
    soft: light('soft-ink'),
    paper: light('surface'),
  }),
  own: {
    press(at, event) {
      if (hand.tool === 'crop') {
        if (selected.value) crop.value = { from: at, to: at }
        else say.warn('Select the viewport to crop first.')
        return true
      }
      if (event.shiftKey || event.altKey || event.ctrlKey) return false
      const [hit] = pickAt(picture(), null, at, REACH_PIXELS / work.camera.value.scale / 1.5)
      if (!hit || !frames.value.some(({ id }) => id === hit)) return false
      hand.select([hit])
      drag.value = { id: hit, from: at, by: { x: 0, y: 0 }, lines: [] }
      return true
    },
    move(at, event) {
      if (drag.value) moveDrag(at, event.shiftKey)
      else if (crop.value) crop.value = { from: crop.value.from, to: at }
    },
    release(_at, _event, dragged) {
      const mine = crop.value !== null || drag.value !== null
      if (crop.value) finishCrop()
      else if (drag.value && dragged) finishDrag()
      drag.value = null
      crop.value = null
      return mine
    },
    key,
    paint: paintOwn,
    prompt,
  },
})
const { camera, surface, fit } = work

const shifted = (box: Box, { x, y }: Point): Box => ({
  minX: box.minX + x,
  maxX: box.maxX + x,
  minY: box.minY + y,
  maxY: box.maxY + y,
})

function moveDrag(at: Point, free: boolean): void {
  const now = drag.value!
  const mine = frames.value.find(({ viewport }) => viewport.id === now.id)!
  const by = { x: at.x - now.from.x, y: at.y - now.from.y }
  if (free) {
    drag.value = { ...now, by, lines: [] }
    return
  }
  const others = frames.value.filter((each) => each !== mine).map(({ frame }) => frame)
  const { dx, dy, lines } = lineUp(shifted(mine.frame, by), others, 6 / camera.value.scale)
  drag.value = { ...now, by: { x: by.x + dx, y: by.y + dy }, lines }
}
function finishDrag(): void {
  const { id, by } = drag.value!
  if (by.x !== 0 || by.y !== 0) store.edit('Move viewport', (project) => moveItems(project, [id], by))
}
function finishCrop(): void {
  const { viewport } = selected.value!
  const box = boxOf([crop.value!.from, crop.value!.to])
  if (boxWidth(box) < 3 || boxHeight(box) < 3) {
    say.warn('Draw the crop larger: press, pull a box over what is to be seen, and let go.')
    return
  }
  if (viewport.locked) {
    say.warn('This viewport is locked. Unlock it first.')
    return
  }
  const made = store.edit('Crop', (project) =>
    setFacts(project, 'viewport', viewport.id, croppedTo(viewport, box)),
  )
  if (made) hand.tool = 'select'
}

/** What a drawing needs to be aimed at this sheet. */
const aiming = (drawing: Drawing): ReturnType<typeof aimingAt> =>
  aimingAt(store.project, props.sheet.id, drawing)
function drop(aimed: Ghost): void {
  const { scale, at, crop: shown, drawing } = aimed
  const made = store.edit('Viewport', (project, makeId) =>
    addViewport(
      project,
      { sheet: props.sheet.id, drawing: drawing.id, scale: scale.ratio, at, crop: shown },
      makeId,
    ),
  )
  const added = made?.put[0]
  if (added) {
    hand.select([added.id])
    if (!aimed.fits) say.warn(`No standard scale fits; placed at ${scale.name}, the smallest.`)
  }
}
/** A drawing on its way from the shelf: shown where it would stand, placed when let go. */
watch(
  () => [carry.drawing, oneSmaller.value] as const,
  ([carried]) => {
    ghost.value = null
    if (carried) follow(carried)
    surface.redrawOverlay()
  },
)
function follow(carried: OnItsWay & { readonly drawing: Id }): void {
  const box = work.container.value!.getBoundingClientRect()
  const inside =
    carried.x >= box.left && carried.x <= box.right && carried.y >= box.top && carried.y <= box.bottom
  const drawing = store.project.find('drawing', carried.drawing)
  if (inside && drawing) {
    const at = fromScreen(camera.value, { x: carried.x - box.left, y: carried.y - box.top })
    const aimed = { ...aimViewport({ ...aiming(drawing), at, smaller: oneSmaller.value }), drawing }
    if (carried.dropped) drop(aimed)
    else ghost.value = aimed
  }
  if (carried.dropped) carry.drawing = null
}
opened.sheet = {
  place(id) {
    const drawing = store.project.find('drawing', id)
    if (!drawing) return
    drop({ ...aimAnywhere(aiming(drawing)), drawing })
  },
}

/** What is moved, cropped or about to be placed. */
function paintOwn(context: CanvasRenderingContext2D, now: Camera): void {
  const live = light('live')
  const unit = 1 / now.scale
  const outline = (box: Box): void => {
    context.beginPath()
    context.rect(box.minX, box.minY, boxWidth(box), boxHeight(box))
  }
  context.strokeStyle = live
  for (const { id, frame, viewport } of frames.value) {
    if (!hand.selection.includes(id)) continue
    context.setLineDash(viewport.locked ? [] : [7 * unit, 4 * unit])
    context.lineWidth = 1.6 * unit
    outline(drag.value?.id === id ? shifted(frame, drag.value.by) : frame)
    context.stroke()
    context.setLineDash([])
  }
  for (const [a, b] of drag.value?.lines ?? []) {
    context.lineWidth = unit
    context.beginPath()
    context.moveTo(a.x, a.y)
    context.lineTo(b.x, b.y)
    context.stroke()
  }
  const boxes = [
    ...(crop.value ? [boxOf([crop.value.from, crop.value.to])] : []),
    ...(ghost.value ? [ghost.value.frame] : []),
  ]
  for (const box of boxes) {
    context.lineWidth = 1.4 * unit
    context.fillStyle = `${live}1c`
    outline(box)
    context.fill()
    context.stroke()
  }
  const aimed = ghost.value
  if (!aimed) return
  const map = viewportMap({ scale: aimed.scale.ratio, at: aimed.at, crop: aimed.crop })
  const items = source(aimed.drawing, aimed.scale.ratio).list()
  paintList(
    context,
    [{ kind: 'group', map, clip: null, items, source: null }],
    now.scale,
    screenLook(now, live),
  )
}

watch(() => [extent.value.width, extent.value.height], fit)
const zoomWords = computed(() => `${Math.round((camera.value.scale * 25.4 * 100) / 96)} %`)
function prompt() {
  if (ghost.value) return { text: 'Let go to place the viewport.', keys: 'Alt: one scale smaller' }
  if (hand.tool === 'crop')
    return { text: 'Pull a box over the part that is to be seen.', keys: 'Esc: leave the crop as it is' }
  if (selected.value)
    return {
      text: 'Pull the viewport to its place.',
      keys: 'Shift: do not line up · Del: remove · Esc: let go',
    }
  if (hand.selection.length > 0) return null
  return {
    text: 'Drag a drawing from the shelf onto the sheet.',
    keys: 'Or select a viewport, or draw on the sheet',
  }
}
const ghostTag = computed(() => {
  if (!ghost.value) return null
  // Above what is carried, never over it.
  const { frame } = ghost.value
  const p = toScreen(camera.value, { x: frame.minX, y: frame.maxY })
  return { left: `${Math.min(p.x, camera.value.width - 240)}px`, top: `${Math.max(8, p.y - 58)}px` }
})

/** Keys for viewports: Tab from one to the next, arrows move the one that is selected. */
function key(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return false
  const focused = document.activeElement === work.container.value
  if (event.key === 'Escape' && (drag.value || crop.value)) {
    drag.value = crop.value = null
    return true
  }
  if (event.key === 'Tab' && focused && !event.shiftKey) {
    // Tab goes from viewport to viewport, then on to the rest of the page.
    const at = viewports.value.findIndex((viewport) => viewport.id === hand.selection[0])
    const next = viewports.value[at + 1]
    if (!next) return false
    event.preventDefault()
    hand.select([next.id])
    return true
  }
  const chosen = selected.value
  if (chosen && focused && event.key.startsWith('Arrow')) {
    event.preventDefault()
    const dx = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    const dy = event.key === 'ArrowDown' ? -1 : event.key === 'ArrowUp' ? 1 : 0
    const step = event.shiftKey ? 1 : 10
    store.edit('Move viewport', (project) => moveItems(project, [chosen.id], { x: dx * step, y: dy * step }))
    return true
  }
  return false
}

/** Alt, while a drawing is on its way: one scale smaller. */
function onAlt(event: KeyboardEvent): void {
  if (event.key !== 'Alt' || isTyping(event.target)) return
  oneSmaller.value = event.type === 'keydown'
  if (carry.drawing) event.preventDefault()
}
onMounted(() => {
  window.addEventListener('keydown', onAlt)
  window.addEventListener('keyup', onAlt)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onAlt)
  window.removeEventListener('keyup', onAlt)
  opened.sheet = null
})
</script>

<template>
  <TopLine :place="`${sheet.number} ${sheet.title}`">
    <span class="pill still">{{ formatName(sheet.size) }} {{ sheet.orientation }}</span>
    <span v-if="sheet.revision" class="pill still"><span class="soft">Rev</span> {{ sheet.revision }}</span>
    <button type="button" class="pill" title="Show the whole sheet (Home)" @click="fit">
      {{ zoomWords }}
    </button>
  </TopLine>
  <BoardFrame :work="work" :scene="scene" :called="`Sheet ${sheet.number} ${sheet.title}`" test="sheet">
    <div v-if="ghost && ghostTag" class="ghost" :style="ghostTag" role="status" data-test="drop-at">
      <span
        >drop at <b>{{ ghost.scale.name }}</b></span
      >
      <span class="soft small">{{
        ghost.fits ? 'largest scale that fits here' : 'too large for this place at any scale'
      }}</span>
    </div>
  </BoardFrame>
</template>

<style scoped>
.still {
  cursor: default;
}
.ghost {
  position: absolute;
  z-index: 3;
  display: grid;
  padding: 7px 11px;
  border: 1px solid rgb(var(--v-theme-live));
  border-radius: 8px;
  background: rgb(var(--v-theme-surface));
  box-shadow: 0 4px 14px rgb(0 0 0 / 14%);
  pointer-events: none;
  font-size: 13px;
}
</style>
