<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import { annotationItems } from '@lamina/core/annotate'
import { lookThrough, sceneItems } from '@lamina/core/derive'
import { eachItem, extentOf, pensOf, type DisplayList } from '@lamina/core/display'
import { removeItems, setFacts, surroundingsMap } from '@lamina/core/edit'
import { isEmptyBox, type Box, type Point } from '@lamina/core/geometry'
import { drawingShowing } from '@lamina/core/kinds'
import { lensOf, lensesOf } from '@lamina/core/library'
import type { Drawing } from '@lamina/core/records'
import { scaleName, standardScales } from '@lamina/core/units'
import BlockBar from '../components/BlockBar.vue'
import FootLine from '../components/FootLine.vue'
import LayersPanel from '../components/LayersPanel.vue'
import LensesPanel from '../components/LensesPanel.vue'
import LevelsPanel from '../components/LevelsPanel.vue'
import MakeBlockPanel from '../components/MakeBlockPanel.vue'
import MaterialsPanel from '../components/MaterialsPanel.vue'
import MeasureTag from '../components/MeasureTag.vue'
import OpeningTypesPanel from '../components/OpeningTypesPanel.vue'
import StylesPanel from '../components/StylesPanel.vue'
import StairLimitsPanel from '../components/StairLimitsPanel.vue'
import TopLine from '../components/TopLine.vue'
import TraitsPanel from '../components/TraitsPanel.vue'
import WallTypesPanel from '../components/WallTypesPanel.vue'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import {
  paintBoardGround,
  paintBoundaries,
  paintDrawn,
  paintHandles,
  paintRested,
  paintSnap,
} from '../surface/marks'
import { letteringReady, paintList, rgb, type ScreenLook } from '../surface/painter'
import { useCarriedBlock } from '../surface/useCarriedBlock'
import { useClipboard } from '../surface/useClipboard'
import { usePatterns } from '../surface/usePatterns'
import { DRAG_WORDS, useSelecting } from '../surface/useSelecting'
import { isClosedSelect, isTyping, useSurface } from '../surface/useSurface'
import { fitBox, panBy, toScreen, zoomAt, type View } from '../surface/view'
import type { TagField } from '../tools/tool'
import { REACH_PIXELS, useTools } from '../tools/useTools'

const props = defineProps<{ drawing: string }>()
const store = useProject()
const desk = useDesk()
const theme = useTheme()

const PANELS = {
  layers: LayersPanel,
  'wall-types': WallTypesPanel,
  'opening-types': OpeningTypesPanel,
  materials: MaterialsPanel,
  lenses: LensesPanel,
  levels: LevelsPanel,
  'stair-limits': StairLimitsPanel,
  styles: StylesPanel,
  'make-block': MakeBlockPanel,
} as const

const drawing = computed<Drawing>(() => (store.version, store.project.need('drawing', props.drawing)))
const scene = computed(() => (store.version, store.scene(drawing.value)))
const building = computed(() => scene.value.building)
const lens = computed(() => (store.version, lensOf(store.project, desk.lens)))
const lenses = computed(() => (store.version, lensesOf(store.project)))
const patterns = usePatterns()
const look = computed(() =>
  lookThrough(lens.value, drawing.value.readingScale, { printing: false, patterns: patterns.make }),
)
const plan = computed<DisplayList>(
  () => (store.version, patterns.made.value, sceneItems(scene.value, look.value)),
)
const annotation = computed<DisplayList>(
  () => (store.version, annotationItems(scene.value, look.value, plan.value)),
)
const list = computed<DisplayList>(() => [...plan.value, ...annotation.value])
/** Around an open block: what its placement stands among, seen in the block's own axes. */
const surroundings = computed<DisplayList>(() => {
  void store.version
  if (drawing.value.view !== 'block') return []
  const placement = store.project.find('placement', drawing.value.placement ?? '')
  if (!placement) return []
  const host = drawingShowing(store.project, placement)
  if (!host) return []
  const items = sceneItems(store.scene(host), { ...look.value, poche: 'outline' })
  const others = [...eachItem(items)].filter((item) => item.source !== placement.id && item.kind !== 'fill')
  return [{ kind: 'group', map: surroundingsMap(placement), clip: null, items: others, source: null }]
})
const scaleWords = computed(() => scaleName(drawing.value.readingScale, store.units.system))
const scales = computed(() => standardScales(store.units.system))

/** Room that Traits takes at the right, pixels. */
const TRAITS = 236
const container = ref<HTMLDivElement | null>(null)
const tag = ref<InstanceType<typeof MeasureTag> | null>(null)
const selecting = useSelecting(list, building)
const { drawn, handles } = selecting
const showTraits = computed(() => desk.selection.length > 0)

const colour = (name: string): string => String(theme.current.value.colors[name])
const screenLook = (view: View, only?: string): ScreenLook => ({
  ink: rgb(colour('ink')),
  paper: rgb(colour('paper')),
  pixelsPerPaperMm: view.scale * drawing.value.readingScale,
  pens: pensOf(store.project),
  thinnest: 0.8,
  boldest: desk.trueWeights ? Infinity : 2.4,
  ...(only ? { only } : {}),
})

/** What of the board lies in the window, with room for bold lines. */
function seenBox({ centre, scale, width, height }: View): Box {
  const [w, h] = [(width / 2 + 8) / scale, (height / 2 + 8) / scale]
  return { minX: centre.x - w, minY: centre.y - h, maxX: centre.x + w, maxY: centre.y + h }
}

const surface = useSurface(
  container,
  {
    ground: (context, view) =>
      paintBoardGround(context, view, { paper: colour('paper'), dots: colour('hairline') }, store.units),
    drawing: (context, view) => {
      if (surroundings.value.length > 0)
        paintList(context, surroundings.value, view.scale, screenLook(view, colour('hairline')))
      paintList(context, list.value, view.scale, { ...screenLook(view), visible: seenBox(view) })
    },
    overlay: paintOverlay,
  },
  {
    move(at, event) {
      byKeys = null
      tools.move(at, event.shiftKey)
      if (pressedAt && event.buttons === 1) {
        const shape = tools.tool.value ? tools.tool.value.dragShape : selecting.dragOf(event)
        drawn.value = shape ? { from: pressedAt, to: at, as: shape } : null
      }
      surface.redrawOverlay()
    },
    press(at, event) {
      pressedAt = at
      if (!tools.tool.value && selecting.takeHandle(at, REACH_PIXELS / view.value.scale)) {
        justTaken = true
        surface.redrawOverlay()
        return
      }
      // Tools that drag wait for the release to tell a press from a drag.
      if (tools.tool.value && !tools.tool.value.drag) tools.press(at, event.shiftKey)
      surface.redrawOverlay()
    },
    release(at, event, dragged) {
      const from = pressedAt
      pressedAt = null
      if (from) {
        const tool = tools.tool.value
        // Pulled away by a handle, it is let go here; only pressed, it waits for a point or a length.
        if (justTaken && dragged) tools.press(at, event.shiftKey)
        else if (justTaken) tools.move(at, event.shiftKey)
        else if (tool?.drag && dragged && drawn.value) tools.drag(from, at, event.shiftKey)
        else if (tool?.drag) tools.press(at, event.shiftKey)
        else if (!tool && dragged && drawn.value) selecting.takeDrawn(event.shiftKey)
        else if (!tool) selecting.takePoint(at, REACH_PIXELS / view.value.scale / 1.5, event.shiftKey)
      }
      justTaken = false
      drawn.value = null
      surface.redrawOverlay()
    },
    leave() {
      if (!tools.fields.value.length) tools.at.value = null
      surface.redrawOverlay()
    },
    ready: () => fit(),
  },
)
const { view } = surface
let pressedAt: Point | null = null
/** A handle was taken up by the press that is still held. */
let justTaken = false
const tools = useTools(drawing, list, () => view.value.scale)

const foot = computed(() =>
  drawn.value && !tools.tool.value ? DRAG_WORDS[drawn.value.as] : tools.prompt.value,
)

/** What is selected never lies beneath Traits. */
watch(
  () => desk.selection,
  () => {
    surface.redrawOverlay()
    const extent = selecting.selectionExtent()
    if (desk.selection.length === 0 || isEmptyBox(extent)) return
    const high = toScreen(view.value, { x: extent.maxX, y: extent.maxY })
    const low = toScreen(view.value, { x: extent.minX, y: extent.minY })
    const over = high.x - (view.value.width - TRAITS - 24)
    if (over > 0 && high.y < 420 && low.y > 0)
      surface.setView(panBy(view.value, -Math.min(over, Math.max(0, low.x - 24)), 0))
  },
)

function paintOverlay(context: CanvasRenderingContext2D, now: View): void {
  const live = colour('live')
  if (desk.selection.length > 0) {
    paintList(context, selecting.selectedItems.value, now.scale, {
      ...screenLook(now, live),
      thinnest: 1.8,
    })
    paintBoundaries(
      context,
      desk.selection.flatMap((id) => building.value?.boundariesOf(id) ?? []),
      2.4 / now.scale,
      live,
    )
  }
  const preview = tools.preview()
  if (preview.length > 0) paintList(context, preview, now.scale, { ...screenLook(now, live), thinnest: 1.3 })
  const gone = tools.gone()
  if (gone.length > 0)
    paintList(context, gone, now.scale, { ...screenLook(now, colour('warning')), thinnest: 2.2 })
  if (drawn.value) paintDrawn(context, now, drawn.value, live)
  if (!tools.tool.value) paintHandles(context, now, handles.value, { live, paper: colour('surface') })
  paintRested(context, now, tools.rested.value, live)
  const shown = tools.here()
  if (shown && tools.tool.value && !tools.tool.value.free)
    paintSnap(context, now, shown, tools.tool.value.last(), {
      live,
      soft: colour('soft-ink'),
      paper: colour('surface'),
    })
}

watch([list, () => theme.global.name.value, () => desk.trueWeights], () => surface.redraw())
watch([tools.tick], () => surface.redrawOverlay())
void letteringReady().then(() => surface.redraw())

/** Shown when nothing is drawn yet: a plot of 16 × 10 m, or 50' × 32'. */
const BLANK: Box = { minX: -2000, minY: -2000, maxX: 16000, maxY: 10500 }
function fit(): void {
  const extent = extentOf(list.value)
  surface.setView(
    fitBox(view.value, isEmptyBox(extent) ? BLANK : extent, 40, desk.selection.length ? TRAITS : 0),
  )
}
const zoom = (factor: number): void =>
  surface.setView(zoomAt(view.value, { x: view.value.width / 2, y: view.value.height / 2 }, factor))
desk.surface = {
  everything: selecting.everything,
  selectionExtent: () => selecting.selectionExtent(),
  fit,
  zoom,
  show: (at) => surface.setView({ ...view.value, centre: at, scale: Math.max(view.value.scale, 0.12) }),
}
watch(() => props.drawing, fit)
/** Zoom against true size on this screen at the reading scale: 100 % is paper size. */
const zoomWords = computed(
  () => `${Math.round((view.value.scale * drawing.value.readingScale * 25.4 * 100) / 96)} %`,
)

const pointer = computed(() => {
  const at = tools.at.value
  return at ? toScreen(view.value, at.point) : { x: view.value.width / 2, y: view.value.height / 3 }
})
const runsDown = computed(() => {
  const last = tools.tool.value?.last()
  const at = tools.at.value
  return Boolean(last && at && at.point.y < last.y - Math.abs(at.point.x - last.x) / 2)
})

/** Where the arrow keys have brought the pointer; null while the mouse has it. */
let byKeys: Point | null = null
/** Arrow keys move the pointer of the tool in hand by 12 pixels, with Shift by one; Enter presses there. */
function pointByKeys(dx: number, dy: number, fine: boolean): void {
  const pixels = fine ? 1 : 12
  const from = byKeys ?? tools.at.value?.raw ?? view.value.centre
  byKeys = {
    x: from.x + (Math.sign(dx) * pixels) / view.value.scale,
    y: from.y + (Math.sign(dy) * pixels) / view.value.scale,
  }
  tools.move(byKeys, false)
  surface.redrawOverlay()
}

function remove(): void {
  const ids = [...desk.selection]
  if (ids.length === 0) return
  desk.select([])
  store.edit('Remove', (project) =>
    removeItems(
      project,
      ids.filter((id) => project.get(id)),
    ),
  )
}

useCarriedBlock(container, view, tools, () => surface.redrawOverlay())
useClipboard(drawing, selecting.selectionExtent, remove)

function onKey(event: KeyboardEvent): void {
  // Fields, open menus and dialogs keep their keys.
  if (desk.askOpen || document.querySelector('.v-overlay--active')) return
  if (isClosedSelect(event.target) && /^[^\s]$/.test(event.key)) {
    // A letter or figure after a choice was made is meant for the board.
    event.stopImmediatePropagation()
    event.preventDefault()
    container.value?.focus({ preventScroll: true })
    container.value?.dispatchEvent(new KeyboardEvent('keydown', event))
    return
  }
  if (isTyping(event.target)) return
  if (event.key === 'Escape') {
    event.preventDefault()
    desk.carriedBlock = null
    tools.back()
    container.value?.focus({ preventScroll: true })
    return
  }
  if (event.ctrlKey || event.metaKey) {
    if (event.key === 'a') {
      event.preventDefault()
      desk.take('select')
      desk.select(selecting.everything())
    }
    return
  }
  if (event.altKey) return
  if (
    (event.target as HTMLElement).closest?.('button, a, [role="option"], [role="listbox"]') &&
    (event.key === 'Enter' || event.key === ' ')
  )
    return
  const [field] = tools.fields.value
  if (field && (field.kind === 'text' ? event.key.length === 1 : typesInto(field.kind).test(event.key))) {
    event.preventDefault()
    void tag.value?.begin(event.key)
    return
  }
  const arrow = { ArrowLeft: [60, 0], ArrowRight: [-60, 0], ArrowUp: [0, 60], ArrowDown: [0, -60] }[event.key]
  if (arrow && document.activeElement === container.value) {
    event.preventDefault()
    if (tools.tool.value) pointByKeys(-arrow[0]!, arrow[1]!, event.shiftKey)
    else surface.setView(panBy(view.value, arrow[0]!, arrow[1]!))
  } else if (event.key === 'Enter' && !tools.tool.value) {
    // With nothing in hand: the last tool again.
    if (desk.lastTool) desk.take(desk.lastTool)
  } else if (event.key === 'Enter') {
    if (byKeys && !Object.values(tools.typed).some(Boolean)) tools.press(byKeys, false)
    else tools.enter()
  } else if (
    event.key === 'Tab' &&
    tools.fields.value.length > 0 &&
    document.activeElement === container.value
  ) {
    event.preventDefault()
    void tag.value?.focusFirst()
  } else if (event.key === 'Backspace' && tools.tool.value) {
    if (tools.unpoint()) event.preventDefault()
  } else if (event.key === 'Delete' || event.key === 'Backspace') remove()
  else if (event.key === 'Home') fit()
  else if (event.key === 'PageUp') zoom(1.25)
  else if (event.key === 'PageDown') zoom(0.8)
  else if (event.key.length === 1 && tools.key(event.key.toLowerCase())) event.preventDefault()
}
// The tool in hand comes before the keys that take up tools.
onMounted(() => {
  window.addEventListener('keydown', onKey, true)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey, true)
  desk.surface = null
  desk.select([])
})

const typesInto = (kind: TagField['kind']): RegExp =>
  kind === 'bearing' ? /^[0-9.,NSns+-]$/ : /^[0-9.,'"(+-]$/

const empty = computed(() => list.value.length === 0)
function setScale(ratio: number): void {
  store.edit('Reading scale', (project) =>
    setFacts(project, 'drawing', props.drawing, { readingScale: ratio }),
  )
}
/** For tests and for people who script the surface: where a real point lies on the screen. */
const locator = computed(() => {
  const { scale, centre, width, height } = view.value
  return [scale, centre.x, centre.y, width, height].join(' ')
})
</script>

<template>
  <TopLine :place="drawing.name">
    <v-menu>
      <template #activator="{ props: menu }">
        <button type="button" class="pill" v-bind="menu" title="What is shown, and how">
          <span class="soft">Lens</span> {{ lens.name }}
        </button>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="each in lenses"
          :key="each.id"
          :title="each.name"
          :active="each.id === lens.id"
          @click="desk.lens = each.id"
        />
        <v-divider />
        <v-list-item title="Lenses…" @click="desk.panel = 'lenses'" />
        <v-divider />
        <v-list-item
          :title="desk.trueWeights ? 'Screen line weights' : 'True line weights'"
          @click="desk.trueWeights = !desk.trueWeights"
        />
      </v-list>
    </v-menu>
    <v-menu max-height="420">
      <template #activator="{ props: menu }">
        <button
          type="button"
          class="pill"
          v-bind="menu"
          title="The scale at which annotation is shown here"
          data-test="reads-at"
        >
          <span class="soft">Reads at</span> {{ scaleWords }}
        </button>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="scale in scales"
          :key="scale.ratio"
          :title="scale.name"
          :active="scale.ratio === drawing.readingScale"
          @click="setScale(scale.ratio)"
        />
      </v-list>
    </v-menu>
    <button type="button" class="pill" title="Show everything (Home)" @click="fit">{{ zoomWords }}</button>
  </TopLine>
  <div class="surface-middle">
    <div
      ref="container"
      class="board surface"
      :class="desk.tool"
      tabindex="0"
      role="application"
      :aria-label="`Board: ${drawing.name}`"
      :data-view="locator"
      data-test="board"
    ></div>
    <MeasureTag
      ref="tag"
      :fields="tools.fields.value"
      :typed="tools.typed"
      :remark="tools.remark.value"
      :units="store.units"
      :x="pointer.x"
      :y="pointer.y"
      :width="view.width"
      :height="view.height"
      :above="runsDown"
      @type="tools.type"
      @enter="(tools.enter(), container?.focus({ preventScroll: true }))"
      @back="(tools.back(), container?.focus({ preventScroll: true }))"
    />
    <div v-if="empty && desk.tool === 'select'" class="empty">
      <h2>An empty board</h2>
      <p v-if="drawing.view === 'block'">
        Draw what the block is to hold: lines, hatches, notes, other blocks.
      </p>
      <p v-else>
        Take <b>Wall</b> from the drawer, point to where it starts, then type each length and press Enter.
      </p>
    </div>
    <BlockBar v-if="drawing.view === 'block'" :drawing="drawing" />
    <component :is="PANELS[desk.panel]" v-if="desk.panel" :drawing="drawing" />
    <TraitsPanel v-else-if="showTraits" :drawing="drawing" />
  </div>
  <FootLine v-bind="foot" />
</template>

<style scoped>
.board {
  cursor: crosshair;
}
.board.select {
  cursor: default;
}
.empty {
  position: absolute;
  left: 50%;
  top: 38%;
  transform: translate(-50%, -50%);
  text-align: center;
  max-width: 340px;
  color: rgb(var(--v-theme-soft-ink));
  pointer-events: none;
}
</style>
