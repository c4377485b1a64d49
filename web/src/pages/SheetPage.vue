<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import { drawingList } from '@lamina/core/annotate'
import { lookThrough } from '@lamina/core/derive'
import { extentOf, pensOf, type DisplayList } from '@lamina/core/display'
import { addViewport, moveItems, removeItems, setFacts, viewportsOf } from '@lamina/core/edit'
import { applyTo, boxCentre, boxHeight, boxWidth, inverse, type Box, type Point } from '@lamina/core/geometry'
import { lensOf } from '@lamina/core/library'
import type { Drawing, Id, Sheet, Viewport } from '@lamina/core/records'
import {
  aimAnywhere,
  aimViewport,
  lineUp,
  sheetExtent,
  sheetItems,
  sheetLayout,
  viewportFrame,
  viewportMap,
  type AimedViewport,
  type ScaledDrawing,
} from '@lamina/core/sheets'
import FootLine from '../components/FootLine.vue'
import TopLine from '../components/TopLine.vue'
import ViewportTraits from '../components/ViewportTraits.vue'
import { useDesk, type Carried } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { letteringReady, paintList, rgb, type ScreenLook } from '../surface/painter'
import { usePatterns } from '../surface/usePatterns'
import { isTyping, useSurface } from '../surface/useSurface'
import { fitBox, fromScreen, panBy, toScreen, zoomAt, type View } from '../surface/view'

const props = defineProps<{ sheet: string }>()
const store = useProject()
const desk = useDesk()
const say = useSay()
const theme = useTheme()

const sheet = computed<Sheet | null>(() => (store.version, store.project.find('sheet', props.sheet) ?? null))
const extent = computed(() => (sheet.value ? sheetExtent(sheet.value) : { width: 100, height: 100 }))
const viewports = computed<Viewport[]>(
  () => (store.version, sheet.value ? viewportsOf(store.project, props.sheet) : []),
)

const patterns = usePatterns()
/** Drawings at scales, kept while nothing changes. */
let kept = new Map<string, ScaledDrawing>()
let keptFor = ''
function source(drawing: Drawing, scale: number, lens?: Id): ScaledDrawing {
  const now = `${store.version} ${patterns.made.value}`
  if (keptFor !== now) {
    kept = new Map()
    keptFor = now
  }
  const key = `${drawing.id} ${scale} ${lens ?? ''}`
  let found = kept.get(key)
  if (!found) {
    const items = drawingList(
      store.scene(drawing),
      lookThrough(lensOf(store.project, lens), scale, { printing: true, patterns: patterns.make }),
    )
    kept.set(key, (found = { items, extent: extentOf(items) }))
  }
  return found
}
const list = computed<DisplayList>(
  () => (store.version, sheet.value ? sheetItems(store.project, sheet.value, source) : []),
)
const frames = computed(() => {
  void store.version
  return viewports.value.map((viewport) => ({
    viewport,
    frame: viewportFrame(
      viewport,
      source(store.project.need('drawing', viewport.drawing), viewport.scale, viewport.lens).extent,
    ),
  }))
})
const selected = computed(
  () => frames.value.find(({ viewport }) => desk.selection[0] === viewport.id) ?? null,
)

const container = ref<HTMLDivElement | null>(null)
const TRAITS = 236
const colour = (name: string): string => String(theme.current.value.colors[name])
const lightInk = computed(() => String(theme.themes.value['light']!.colors['ink']))
const look = (view: View, only?: string): ScreenLook => ({
  ink: rgb(lightInk.value),
  paper: [255, 255, 255],
  pixelsPerPaperMm: view.scale,
  pens: pensOf(store.project),
  thinnest: 0.6,
  boldest: Infinity,
  ...(only ? { only } : {}),
})

type Ghost = AimedViewport & { readonly drawing: Drawing }
const ghost = ref<Ghost | null>(null)
const drag = ref<{ id: Id; from: Point; by: Point; lines: readonly [Point, Point][] } | null>(null)
const crop = ref<{ from: Point; to: Point } | null>(null)
const oneSmaller = ref(false)

const surface = useSurface(
  container,
  {
    ground(context, view) {
      const shown = {
        x: view.centre.x - view.width / view.scale,
        y: view.centre.y - view.height / view.scale,
      }
      context.fillStyle = colour('desk')
      context.fillRect(shown.x, shown.y, (2 * view.width) / view.scale, (2 * view.height) / view.scale)
      const { width, height } = extent.value
      context.save()
      context.shadowColor = 'rgb(0 0 0 / 22%)'
      context.shadowBlur = 10
      context.shadowOffsetY = 2
      context.fillStyle = colour('sheet')
      context.fillRect(0, 0, width, height)
      context.restore()
    },
    drawing: (context, view) => paintList(context, list.value, view.scale, look(view)),
    overlay: paintOverlay,
  },
  {
    move(at, event) {
      if (drag.value) moveDrag(at, event.shiftKey)
      else if (crop.value) crop.value = { from: crop.value.from, to: at }
      surface.redrawOverlay()
    },
    press(at) {
      if (desk.tool === 'crop') {
        if (!selected.value) {
          say.warn('Select the viewport to crop first.')
          return
        }
        crop.value = { from: at, to: at }
        return
      }
      const hit = [...frames.value].reverse().find(({ frame }) => contains(frame, at))
      desk.select(hit ? [hit.viewport.id] : [])
      if (hit) drag.value = { id: hit.viewport.id, from: at, by: { x: 0, y: 0 }, lines: [] }
    },
    release(_at, _event, dragged) {
      if (crop.value) finishCrop()
      else if (drag.value && dragged) finishDrag()
      drag.value = null
      crop.value = null
      surface.redrawOverlay()
    },
    leave: () => undefined,
    ready: () => fit(),
  },
)
const { view } = surface
const contains = (box: Box, p: Point): boolean =>
  p.x >= box.minX && p.x <= box.maxX && p.y >= box.minY && p.y <= box.maxY
const shifted = (box: Box, { x, y }: Point): Box => ({
  minX: box.minX + x,
  maxX: box.maxX + x,
  minY: box.minY + y,
  maxY: box.maxY + y,
})
const boxOfTwo = (a: Point, b: Point): Box => ({
  minX: Math.min(a.x, b.x),
  maxX: Math.max(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxY: Math.max(a.y, b.y),
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
  const { dx, dy, lines } = lineUp(shifted(mine.frame, by), others, 6 / view.value.scale)
  drag.value = { ...now, by: { x: by.x + dx, y: by.y + dy }, lines }
}
function finishDrag(): void {
  const { id, by } = drag.value!
  if (by.x !== 0 || by.y !== 0) store.edit('Move viewport', (project) => moveItems(project, [id], by))
}
function finishCrop(): void {
  const { viewport } = selected.value!
  const box = boxOfTwo(crop.value!.from, crop.value!.to)
  if (boxWidth(box) < 3 || boxHeight(box) < 3) {
    say.warn('Draw the crop larger: press, pull a box over what is to be seen, and let go.')
    return
  }
  if (viewport.locked) {
    say.warn('This viewport is locked. Unlock it first.')
    return
  }
  const back = inverse(viewportMap(viewport))
  const low = applyTo(back, { x: box.minX, y: box.minY })
  const high = applyTo(back, { x: box.maxX, y: box.maxY })
  const made = store.edit('Crop', (project) =>
    setFacts(project, 'viewport', viewport.id, {
      crop: { minX: low.x, minY: low.y, maxX: high.x, maxY: high.y },
      at: boxCentre(box),
      cropped: true,
    }),
  )
  if (made) desk.tool = 'select'
}

/** What a drawing needs to be aimed at this sheet. */
const aiming = (drawing: Drawing): Omit<Parameters<typeof aimViewport>[0], 'at'> => ({
  field: sheetLayout(sheet.value!).field,
  taken: frames.value.map(({ frame }) => frame),
  extentAt: (ratio) => source(drawing, ratio).extent,
  system: store.units.system,
})
function drop(aimed: Ghost): void {
  const { scale, at, crop: shown, drawing } = aimed
  const made = store.edit('Viewport', (project, makeId) =>
    addViewport(
      project,
      { sheet: props.sheet, drawing: drawing.id, scale: scale.ratio, at, crop: shown },
      makeId,
    ),
  )
  const added = made?.put[0]
  if (added) {
    desk.select([added.id])
    if (!aimed.fits) say.warn(`No standard scale fits; placed at ${scale.name}, the smallest.`)
  }
}
/** A drawing on its way from the shelf: shown where it would stand, placed when let go. */
watch(
  () => [desk.carried, oneSmaller.value] as const,
  ([carried]) => {
    ghost.value = null
    if (carried) follow(carried)
    surface.redrawOverlay()
  },
)
function follow(carried: Carried): void {
  const box = container.value!.getBoundingClientRect()
  const inside =
    carried.x >= box.left && carried.x <= box.right && carried.y >= box.top && carried.y <= box.bottom
  const drawing = store.project.find('drawing', carried.drawing)
  if (inside && drawing && sheet.value) {
    const at = fromScreen(view.value, { x: carried.x - box.left, y: carried.y - box.top })
    const aimed = { ...aimViewport({ ...aiming(drawing), at, smaller: oneSmaller.value }), drawing }
    if (carried.dropped) drop(aimed)
    else ghost.value = aimed
  }
  if (carried.dropped) desk.carried = null
}
desk.sheetHandle = {
  place(id) {
    const drawing = store.project.find('drawing', id)
    if (!drawing || !sheet.value) return
    drop({ ...aimAnywhere(aiming(drawing)), drawing })
  },
}

function paintOverlay(context: CanvasRenderingContext2D, now: View): void {
  const liveInk = String(theme.themes.value['light']!.colors['live'])
  const unit = 1 / now.scale
  const frameOf = (box: Box): void => {
    context.beginPath()
    context.rect(box.minX, box.minY, boxWidth(box), boxHeight(box))
  }
  if (selected.value) {
    const { frame, viewport } = selected.value
    const box = drag.value?.id === viewport.id ? shifted(frame, drag.value.by) : frame
    context.setLineDash(viewport.locked ? [] : [7 * unit, 4 * unit])
    context.lineWidth = 1.6 * unit
    context.strokeStyle = liveInk
    frameOf(box)
    context.stroke()
    context.setLineDash([])
  }
  for (const [a, b] of drag.value?.lines ?? []) {
    context.lineWidth = unit
    context.strokeStyle = liveInk
    context.beginPath()
    context.moveTo(a.x, a.y)
    context.lineTo(b.x, b.y)
    context.stroke()
  }
  if (crop.value) {
    context.lineWidth = 1.4 * unit
    context.strokeStyle = liveInk
    context.fillStyle = `${liveInk}1c`
    frameOf(boxOfTwo(crop.value.from, crop.value.to))
    context.fill()
    context.stroke()
  }
  const aimed = ghost.value
  if (aimed) {
    context.fillStyle = `${liveInk}1c`
    context.strokeStyle = liveInk
    context.lineWidth = 1.4 * unit
    frameOf(aimed.frame)
    context.fill()
    context.stroke()
    const map = viewportMap({ scale: aimed.scale.ratio, at: aimed.at, crop: aimed.crop })
    paintList(
      context,
      [
        {
          kind: 'group',
          map,
          clip: null,
          items: source(aimed.drawing, aimed.scale.ratio).items,
          source: null,
        },
      ],
      now.scale,
      look(now, liveInk),
    )
  }
}

watch([list, () => theme.global.name.value], () => surface.redraw())
watch(
  () => desk.selection,
  () => surface.redrawOverlay(),
)
void letteringReady().then(() => surface.redraw())
/** Traits stand at the right when something is selected: the view keeps room for them from the start. */
function fit(): void {
  const { width, height } = extent.value
  surface.setView(fitBox(view.value, { minX: 0, minY: 0, maxX: width, maxY: height }, 22, TRAITS))
}
desk.surface = {
  fit,
  zoom: (factor) =>
    surface.setView(zoomAt(view.value, { x: view.value.width / 2, y: view.value.height / 2 }, factor)),
  show: () => fit(),
}
watch(
  () => [props.sheet, extent.value.width, extent.value.height],
  () => {
    desk.select([])
    fit()
  },
)
const zoomWords = computed(() => `${Math.round((view.value.scale * 25.4 * 100) / 96)} %`)
const prompt = computed(() => {
  if (ghost.value) return { text: 'Let go to place the viewport.', keys: 'Alt: one scale smaller' }
  if (desk.tool === 'crop')
    return { text: 'Pull a box over the part that is to be seen.', keys: 'Esc: leave the crop as it is' }
  if (selected.value)
    return {
      text: 'Pull the viewport to its place.',
      keys: 'Shift: do not line up · Del: remove · Esc: let go',
    }
  return { text: 'Drag a drawing from the shelf onto the sheet.', keys: 'Or select a viewport' }
})
const ghostTag = computed(() => {
  if (!ghost.value) return null
  // Above what is carried, never over it.
  const { frame } = ghost.value
  const p = toScreen(view.value, { x: frame.minX, y: frame.maxY })
  return { left: `${Math.min(p.x, view.value.width - 240)}px`, top: `${Math.max(8, p.y - 58)}px` }
})

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Alt') {
    oneSmaller.value = event.type === 'keydown'
    if (desk.carried) event.preventDefault()
    return
  }
  if (event.type === 'keyup' || desk.askOpen || isTyping(event.target) || event.defaultPrevented) return
  if (event.ctrlKey || event.metaKey) return
  const focused = document.activeElement === container.value
  if (event.key === 'Escape') {
    if (desk.carried) desk.carried = null
    else if (desk.tool === 'crop') desk.tool = 'select'
    else desk.select([])
    drag.value = crop.value = null
  } else if (event.key === 'Delete' || event.key === 'Backspace') {
    const ids = [...desk.selection]
    desk.select([])
    if (ids.length) store.edit('Remove viewport', (project) => removeItems(project, ids))
  } else if (event.key === 'Home') fit()
  else if (event.key === 'PageUp') desk.surface?.zoom(1.25)
  else if (event.key === 'PageDown') desk.surface?.zoom(0.8)
  else if (event.key === 'Tab' && focused && viewports.value.length > 0 && !event.shiftKey) {
    // Tab goes from viewport to viewport, then on to the rest of the page.
    const at = viewports.value.findIndex((viewport) => viewport.id === desk.selection[0])
    const next = viewports.value[at + 1]
    if (!next) return
    event.preventDefault()
    desk.select([next.id])
  } else if (event.key.startsWith('Arrow') && focused) {
    event.preventDefault()
    const dx = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    const dy = event.key === 'ArrowDown' ? -1 : event.key === 'ArrowUp' ? 1 : 0
    const chosen = selected.value
    if (chosen) {
      const step = event.shiftKey ? 1 : 10
      store.edit('Move viewport', (project) =>
        moveItems(project, [chosen.viewport.id], { x: dx * step, y: dy * step }),
      )
    } else surface.setView(panBy(view.value, -dx * 60, dy * 60))
  } else return
  surface.redrawOverlay()
}
onMounted(() => {
  window.addEventListener('keydown', onKey)
  window.addEventListener('keyup', onKey)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey)
  window.removeEventListener('keyup', onKey)
  desk.surface = null
  desk.sheetHandle = null
  desk.select([])
})
const locator = computed(() => {
  const { scale, centre, width, height } = view.value
  return [scale, centre.x, centre.y, width, height].join(' ')
})
</script>

<template>
  <TopLine :place="sheet ? `${sheet.number} ${sheet.title}` : 'Sheet'">
    <span v-if="sheet" class="pill still">{{ sheet.size }} {{ sheet.orientation }}</span>
    <span v-if="sheet?.revision" class="pill still"><span class="soft">Rev</span> {{ sheet.revision }}</span>
    <button type="button" class="pill" title="Show the whole sheet (Home)" @click="fit">
      {{ zoomWords }}
    </button>
  </TopLine>
  <div class="surface-middle">
    <div
      ref="container"
      class="board surface"
      tabindex="0"
      role="application"
      :aria-label="sheet ? `Sheet ${sheet.number} ${sheet.title}` : 'Sheet'"
      :data-view="locator"
      data-test="sheet"
    ></div>
    <div v-if="ghost && ghostTag" class="ghost" :style="ghostTag" role="status" data-test="drop-at">
      <span
        >drop at <b>{{ ghost.scale.name }}</b></span
      >
      <span class="soft small">{{
        ghost.fits ? 'largest scale that fits here' : 'too large for this place at any scale'
      }}</span>
    </div>
    <div v-if="!sheet" class="none" role="alert">
      <h2>This sheet is no longer there</h2>
      <p class="soft">Choose another one from the shelf, or undo.</p>
    </div>
    <ViewportTraits v-if="selected" :viewport="selected.viewport" />
  </div>
  <FootLine v-bind="prompt" />
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
.none {
  position: absolute;
  inset: 0;
  display: grid;
  place-content: center;
  text-align: center;
  background: rgb(var(--v-theme-desk));
}
</style>
