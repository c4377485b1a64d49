import type { LevelSolver } from '@lamina/core/building'
import { computed, onBeforeUnmount, onMounted, ref, watch, type ComputedRef } from 'vue'
import { useTheme } from 'vuetify'
import type { Imprint } from '@lamina/core/annotate'
import type { DraftField, Picture, Scene } from '@lamina/core/derive'
import { removeItems } from '@lamina/core/edit'
import { isEmptyBox, type Box, type Point } from '@lamina/core/geometry'
import { scaleOf, type Board } from '@lamina/core/records'
import type { Steps } from '@lamina/core/steps'
import { useCarry } from '../store/carry'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useOpened } from '../store/opened'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import type { Prompt } from '../tools/tool'
import { paintBoundaries, paintDrawn, paintHandles, paintRested, paintSnap } from './marks'
import { unheardSteps } from '../idle'
import { imageOf } from './imprintImage'
import { KeptPicture } from './keptPicture'
import { Making } from './making'
import { useMaking } from './useMaking'
import { useOthersOn } from './useOthersOn'
import { lateLettering, letteringReady } from '../lettering'
import { paintList, scaledLook, type ScreenLook } from './painter'
import { useCarriedBlock } from './useCarriedBlock'
import { useClipboard } from './useClipboard'
import { useKeys } from './useKeys'
import { DRAG_WORDS, useSelecting } from './useSelecting'
import { useSurface, type Painted } from './useSurface'
import { fitBox, inSight, isNearly, panBy, toScreen, zoomAt, type Camera } from './camera'
import { REACH_PIXELS, useTools } from './useTools'

/** Room that Traits takes at the right, pixels. */
export const TRAITS = 236

/** What a kind of board does its own way; asked before what all boards do. */
export interface OwnWays {
  /** True when the press was taken. */
  press?(at: Point, event: PointerEvent): boolean
  move?(at: Point, event: PointerEvent): void
  /** True when the pull that ends here was its own. */
  release?(at: Point, event: PointerEvent, dragged: boolean): boolean
  /** Pressed twice with nothing in hand. */
  double?(at: Point, reach: number): void
  /** True when the key was taken. */
  key?(event: KeyboardEvent): boolean
  paint?(context: CanvasRenderingContext2D, camera: Camera): void
  /** What the foot line says while nothing is in hand; null: the usual words. */
  prompt?(): Prompt | null
}

export interface BoardWays {
  readonly board: ComputedRef<Board>
  readonly scene: ComputedRef<Scene>
  /** What it shows as it is now. */
  picture(): Picture
  /** The walls that are seen on it; left out: none. */
  building?(): LevelSolver | null
  /** Makes that, and what is snapped to, in small steps, so that they are at hand when they are asked for. */
  making(): Steps
  /** What it showed before it was made, if it is that still. */
  imprint?(): Imprint | null
  /** What is snapped to as the board is now. */
  fieldNow(): DraftField
  /** How the list is painted on the screen; `only`: all of it in one colour. */
  screenLook(camera: Camera, only?: string): ScreenLook
  /** Equal as long as that look is, whatever the scale. */
  lookKey(): string
  ground(context: CanvasRenderingContext2D, camera: Camera): void
  /** What is painted beneath the drawing. */
  beneath?(context: CanvasRenderingContext2D, camera: Camera): void
  /** Around what is to be seen of it all: what is drawn as far as that is known. And the room left around that, pixels. */
  extent(drawn: Box): Box
  readonly margin: number
  /** Room kept at the right of it, pixels. */
  room(): number
  /** Real mm to pixels at which a place that is shown is seen well. */
  readonly closeScale: number
  /** The colours of marks over the drawing. */
  colours(): {
    readonly live: string
    readonly warning: string
    readonly soft: string
    readonly paper: string
  }
  readonly own?: OwnWays
}

/** What is painted piece by piece is shown so often, ms. */
const SHOW_EACH_MS = 80
/** So long a piece of it takes, ms. */
const PAINT_MS = 6

/** A board to draw on, drawing or sheet: pointer, keys, the tool in hand, selecting, the clipboard, and what is marked. */
export function useBoard(ways: BoardWays) {
  const { board, scene, picture, own } = ways
  const store = useProject()
  const desk = useDesk()
  const carry = useCarry()
  const hand = useHand()
  const opened = useOpened()
  const say = useSay()
  const theme = useTheme()
  const container = ref<HTMLDivElement | null>(null)
  const building = (): LevelSolver | null => ways.building?.() ?? null
  const selecting = useSelecting(picture, scene, building, () => scaleOf(board.value))
  const { drawn, handles } = selecting
  let pressedAt: Point | null = null
  /** A handle was taken up by the press that is still held. */
  let justTaken = false

  /** The camera that shows all of what was known of it, as long as nobody looks elsewhere. */
  let fitted: Camera | null = null
  let fittedTo: 'sketch' | 'drawing' = 'drawing'
  const imprint = (): Imprint | null => ways.imprint?.() ?? null
  const making = useMaking(scene, ways.making, imprint, (all) => {
    if (fitted === camera.value) showAll(all && fittedTo === 'sketch')
    surface.redrawDrawing()
  })
  const { ready, progress } = making

  function press(at: Point, event: PointerEvent): void {
    if (!tools.tool.value && own?.press?.(at, event)) {
      surface.redrawOverlay()
      return
    }
    pressedAt = at
    if (!tools.tool.value && selecting.takeHandle(at, REACH_PIXELS / camera.value.scale)) {
      justTaken = true
      surface.redrawOverlay()
      return
    }
    // Tools that drag wait for the release to tell a press from a drag.
    if (tools.tool.value && !tools.tool.value.drag) tools.press(at, event.shiftKey)
    surface.redrawOverlay()
  }

  function release(at: Point, event: PointerEvent, dragged: boolean): void {
    const from = pressedAt
    pressedAt = null
    if (!own?.release?.(at, event, dragged) && from) {
      const tool = tools.tool.value
      // Pulled away by a handle, it is let go here; only pressed, it waits for a point or a length.
      if (justTaken && dragged) tools.press(at, event.shiftKey)
      else if (justTaken) tools.move(at, event.shiftKey)
      else if (tool?.drag && dragged && drawn.value) tools.drag(from, at, event.shiftKey)
      else if (tool?.drag) tools.press(at, event.shiftKey)
      else if (!tool && dragged && drawn.value) selecting.takeDrawn(event.shiftKey)
      else if (!tool) selecting.takePoint(at, REACH_PIXELS / camera.value.scale / 1.5, event.shiftKey)
    }
    justTaken = false
    drawn.value = null
    surface.redrawOverlay()
  }

  const surface = useSurface(
    container,
    { ground: ways.ground, drawing: paintDrawing, overlay: paintOverlay },
    {
      move(at, event) {
        // What is not made yet has no places to snap to, and the pointer does not wait for it.
        if (!ready.value) {
          missed = { at, shift: event.shiftKey }
          return
        }
        missed = null
        byKeys = null
        others.point(at)
        own?.move?.(at, event)
        tools.move(at, event.shiftKey)
        if (pressedAt && event.buttons === 1) {
          const shape = tools.tool.value ? tools.tool.value.dragShape : selecting.dragOf(event)
          drawn.value = shape ? { from: pressedAt, to: at, as: shape } : null
        }
        surface.redrawOverlay()
      },
      press: (at, event) => making.whenMade(() => press(at, event)),
      release: (at, event, dragged) => making.whenMade(() => release(at, event, dragged)),
      double(at) {
        if (!tools.tool.value) own?.double?.(at, REACH_PIXELS / camera.value.scale)
      },
      leave() {
        others.point(null)
        if (!tools.fields.value.length) tools.at.value = null
        surface.redrawOverlay()
      },
      ready: () => fit(),
    },
  )
  const { camera } = surface
  const others = useOthersOn({
    board: () => board.value,
    picture,
    building,
    screenLook: (now, only) => ways.screenLook(now, only),
    redraw: () => surface.redrawOverlay(),
  })
  const tools = useTools(
    board,
    picture,
    () => camera.value.scale,
    () => ways.fieldNow(),
    building,
  )

  /** Where the pointer went while the board was not made: there it is when what was typed meanwhile is taken up. */
  let missed: { readonly at: Point; readonly shift: boolean } | null = null
  watch(
    ready,
    (now) => {
      if (!now || !missed) return
      const { at, shift } = missed
      missed = null
      byKeys = null
      tools.move(at, shift)
      surface.redrawOverlay()
    },
    { flush: 'sync' },
  )

  const foot = computed<Prompt>(() => {
    if (making.waits())
      return { text: 'Still drawing: what you pressed is taken up in a moment.', keys: 'Esc: stop drawing' }
    if (drawn.value && !tools.tool.value) return DRAG_WORDS[drawn.value.as]
    return (tools.tool.value ? null : own?.prompt?.()) ?? tools.prompt.value
  })

  /** What is selected never lies beneath Traits. */
  watch(
    () => hand.selection,
    () => {
      surface.redrawOverlay()
      const extent = selecting.selectionExtent()
      if (hand.selection.length === 0 || isEmptyBox(extent)) return
      const high = toScreen(camera.value, { x: extent.maxX, y: extent.maxY })
      const low = toScreen(camera.value, { x: extent.minX, y: extent.minY })
      const over = high.x - (camera.value.width - TRAITS - 24)
      if (over > 0 && high.y < 420 && low.y > 0)
        surface.setCamera(panBy(camera.value, -Math.min(over, Math.max(0, low.x - 24)), 0))
    },
  )

  let kept = new KeptPicture()
  function paintDrawing(context: CanvasRenderingContext2D, now: Camera, ratio: number): Painted {
    const painted = now.width === 0 ? 'waits' : paintBoard(context, now, ratio)
    if (!opened.around && (painted === 'whole' || making.sketch())) opened.showAround(painted === 'whole')
    return painted
  }
  function paintBoard(context: CanvasRenderingContext2D, now: Camera, ratio: number): Painted {
    if (!making.see()) {
      if (!kept.still(context, now, ratio)) paintSketch(context, now, ratio)
      return 'waits'
    }
    return store.project.unheard(() => {
      ways.beneath?.(context, now)
      const shown = {
        picture: picture(),
        look: scaledLook(ways.screenLook(now), ratio),
        key: ways.lookKey(),
      }
      shownAt = performance.now()
      if (kept.show(context, now, ratio, shown, () => paintSketch(context, now, ratio))) {
        making.unsketched()
        return 'whole'
      }
      sharpening.start()
      return 'waits'
    })
  }
  /** Whether there was one to paint. */
  function paintSketch(context: CanvasRenderingContext2D, now: Camera, ratio: number): boolean {
    const sketch = making.sketch()
    if (!sketch) return false
    if ('imprint' in sketch) {
      imageOf(sketch.imprint).show(
        context,
        now,
        ratio,
        ways.screenLook(now),
        ways.lookKey(),
        surface.redrawDrawing,
      )
      return true
    }
    const { soft } = ways.colours()
    paintList(context, sketch.items, now.scale, { ...ways.screenLook(now, soft), boldest: 0.6 })
    return true
  }

  let shownAt = 0
  /** Paints what is in sight and was more than a frame could take; shown now and then, and when it is whole. */
  const sharpening = new Making(
    () => unheardSteps(store.project, paintingMore()),
    (done) => {
      if (done || performance.now() - shownAt > SHOW_EACH_MS) surface.redrawDrawing()
    },
  )
  function* paintingMore(): Steps {
    while (!kept.paintMore(PAINT_MS)) yield
  }

  function paintOverlay(context: CanvasRenderingContext2D, now: Camera): void {
    const { live, warning, soft, paper } = ways.colours()
    others.paint(context, now)
    if (hand.selection.length > 0) {
      paintList(context, selecting.selectedItems.value, now.scale, {
        ...ways.screenLook(now, live),
        thinnest: 1.8,
      })
      paintBoundaries(
        context,
        hand.selection.flatMap((id) => scene.value.building?.boundariesOf(id) ?? []),
        2.4 / now.scale,
        live,
      )
    }
    own?.paint?.(context, now)
    const preview = tools.preview()
    if (preview.length > 0)
      paintList(context, preview, now.scale, { ...ways.screenLook(now, live), thinnest: 1.3, clears: true })
    const gone = tools.gone()
    if (gone.length > 0)
      paintList(context, gone, now.scale, { ...ways.screenLook(now, warning), thinnest: 2.2 })
    if (drawn.value) paintDrawn(context, now, drawn.value, live)
    if (!tools.tool.value) paintHandles(context, now, handles.value, { live, paper })
    paintRested(context, now, tools.rested.value, live)
    const shown = tools.here()
    if (shown && tools.tool.value && !tools.tool.value.free)
      paintSnap(context, now, shown, tools.tool.value.last(), { live, soft, paper })
  }

  watch([() => store.project.stamp, ways.lookKey], () => {
    making.see()
    surface.redrawDrawing()
    surface.redrawOverlay()
  })
  watch([() => theme.global.name.value], () => surface.redraw())
  watch([tools.tick], () => surface.redrawOverlay())
  void letteringReady().then(() => surface.redraw())
  watch(lateLettering, () => surface.redraw())

  /** Around what is drawn, as far as that is known; null before anything is. */
  function drawnExtent(): Box | null {
    if (making.isMade()) return store.project.unheard(() => picture().extent())
    return making.sketch()?.extent ?? null
  }
  /** Shows all of it, or of its sketch until it is made. `unless` the sketch showed it well: then nothing jumps. */
  function showAll(unless: boolean): void {
    const drawnBox = drawnExtent()
    if (drawnBox) {
      const all = fitBox(camera.value, ways.extent(drawnBox), ways.margin, ways.room())
      if (!unless || !isNearly(camera.value, all)) surface.setCamera(all)
    }
    fitted = camera.value
    fittedTo = drawnBox && !ready.value ? 'sketch' : 'drawing'
  }
  const fit = (): void => showAll(false)
  const zoom = (factor: number): void =>
    surface.setCamera(zoomAt(camera.value, { x: camera.value.width / 2, y: camera.value.height / 2 }, factor))
  opened.surface = {
    focus: () => focus(),
    everything: selecting.everything,
    takeAlike: (by, inView) => selecting.takeAlike(by, inView ? inSight(camera.value) : null),
    setAside: selecting.setAside,
    selectionExtent: () => selecting.selectionExtent(),
    fit,
    zoom,
    show: (at) =>
      surface.setCamera({
        ...camera.value,
        centre: at,
        scale: Math.max(camera.value.scale, ways.closeScale),
      }),
  }
  watch(
    () => board.value.id,
    () => {
      kept = new KeptPicture()
      making.anew()
      sharpening.anew()
      fit()
    },
  )

  const pointer = computed(() => {
    const at = tools.at.value
    return at ? toScreen(camera.value, at.point) : { x: camera.value.width / 2, y: camera.value.height / 3 }
  })
  /** What is drawn runs down from its last point: the tag stands above. */
  const runsDown = computed(() => {
    const last = tools.tool.value?.last()
    const at = tools.at.value
    return Boolean(last && at && at.point.y < last.y - Math.abs(at.point.x - last.x) / 2)
  })

  /** Where the arrow keys have brought the pointer; null while the mouse has it. */
  let byKeys: Point | null = null
  /** Arrow keys move the pointer of the tool in hand by 12 pixels, with Shift by one; without a tool, the board. */
  function arrow(dx: number, dy: number, fine: boolean): void {
    if (!tools.tool.value) {
      surface.setCamera(panBy(camera.value, -dx * 60, dy * 60))
      return
    }
    const pixels = fine ? 1 : 12
    const from = byKeys ?? tools.at.value?.raw ?? camera.value.centre
    byKeys = {
      x: from.x + (dx * pixels) / camera.value.scale,
      y: from.y + (dy * pixels) / camera.value.scale,
    }
    tools.move(byKeys, false)
    surface.redrawOverlay()
  }
  function pressByKeys(): boolean {
    if (!byKeys) return false
    tools.press(byKeys, false)
    return true
  }

  function remove(): void {
    const ids = [...hand.selection]
    if (ids.length === 0) return
    hand.select([])
    store.edit('Remove', (project) =>
      removeItems(
        project,
        ids.filter((id) => project.get(id)),
      ),
    )
  }

  useCarriedBlock(container, camera, tools, () => surface.redrawOverlay())
  useClipboard(board, selecting.selectionExtent, remove)

  const focus = (): void => container.value?.focus({ preventScroll: true })

  /** Holds a key that is for what is drawn until the board is made; then it comes again. */
  function waits(event: KeyboardEvent): boolean {
    if (!making.mustWait() || !needsBoard(event)) return false
    const { target } = event
    let waiting = true
    making.whenMade(() => {
      if (waiting) waiting = false
      else target?.dispatchEvent(new KeyboardEvent('keydown', event))
    })
    const held = waiting
    waiting = false
    return held
  }
  function escape(): void {
    if (progress.value && !progress.value.stopped) {
      making.stop()
      return
    }
    // What is on its way is let go first; the tool in hand stays.
    const carried = carry.drawing !== null || carry.block !== null
    carry.drawing = carry.block = null
    if (!carried || hand.tool === 'block') tools.back()
  }
  /** A key from elsewhere than the keyboard goes where that of the keyboard would go. */
  const typeKey = (key: string): void =>
    void container.value?.dispatchEvent(
      new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
    )
  useKeys({
    container,
    tools,
    waits,
    own: (event) => own?.key?.(event) ?? false,
    escape,
    setAside(what) {
      if (!selecting.setAside(what)) say.tell('Select first what is to be set aside.')
    },
    takeAlike: () => selecting.takeAlike('type', null),
    sameAgain: () => hand.take('same-again'),
    selectAll() {
      hand.take('select')
      hand.select(selecting.everything())
    },
    remove,
    arrow,
    byKeys: () => byKeys !== null,
    pressByKeys,
    fit,
    zoom,
    redraw: () => surface.redrawOverlay(),
  })
  onMounted(focus)
  onBeforeUnmount(() => {
    opened.surface = null
    making.end()
    sharpening.end()
    hand.select([])
    // A table that was open belongs to the board that is left.
    desk.panel = null
  })

  return {
    container,
    surface,
    ready,
    progress,
    stop: () => making.stop(),
    goOn: () => making.goOn(),
    camera,
    tools,
    selecting,
    foot,
    pointer,
    runsDown,
    fit,
    zoom,
    remove,
    focus,
    typeKey,
  }
}
export type BoardWork = ReturnType<typeof useBoard>

/** Whether a key is for what is drawn: not for looking elsewhere, putting away, asking, or taking steps back. */
function needsBoard({ key, ctrlKey, metaKey, altKey, target }: KeyboardEvent): boolean {
  if (altKey || key === '/' || (target as HTMLElement).closest?.('button, a')) return false
  if (ctrlKey || metaKey) return key.toLowerCase() === 'a'
  return key.length === 1 || /^(Enter|Delete|Backspace)$/.test(key)
}
