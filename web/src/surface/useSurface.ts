import Konva from 'konva'
import { onBeforeUnmount, onMounted, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import type { Point } from '@lamina/core/geometry'
import { fromScreen, panBy, zoomAt, type Camera } from './camera'

export interface SurfaceEvents {
  move(at: Point, event: PointerEvent): void
  press(at: Point, event: PointerEvent): void
  release(at: Point, event: PointerEvent, dragged: boolean): void
  /** Pressed twice in one place. */
  double?(at: Point): void
  leave(): void
  /** The first time the surface knows its size. */
  ready(): void
}

export interface SurfacePainters {
  /** Each paints with a transform from the list's unit to pixels, y up; so many pixels of the canvas go to one of those. */
  ground(context: CanvasRenderingContext2D, camera: Camera, ratio: number): void
  drawing(context: CanvasRenderingContext2D, camera: Camera, ratio: number): Painted
  /** Snap markers, previews, what is selected: redrawn on its own, so the pointer never waits. */
  overlay(context: CanvasRenderingContext2D, camera: Camera, ratio: number): void
}

/** All of it; or what was there, until whoever paints it asks for it to be drawn again. */
export type Painted = 'whole' | 'waits'

export interface Surface {
  readonly camera: ShallowRef<Camera>
  setCamera(camera: Camera): void
  redraw(): void
  redrawDrawing(): void
  redrawOverlay(): void
  /** Whether all of the drawing that is in sight is painted. */
  readonly whole: Ref<boolean>
  readonly panning: Ref<boolean>
}

/** Movement below this many pixels is a press, not a drag. */
const DRAG_PIXELS = 4

/**
 * A drawing surface in a container: three canvas layers, pan and zoom by wheel, trackpad, touch, middle
 * button or held space, and pointer events in real units.
 */
export function useSurface(
  container: Ref<HTMLDivElement | null>,
  painters: SurfacePainters,
  events: SurfaceEvents,
): Surface {
  const camera = shallowRef<Camera>({ scale: 0.05, centre: { x: 0, y: 0 }, width: 0, height: 0 })
  const panning = ref(false)
  let stage: Konva.Stage | null = null
  const layers: Konva.Layer[] = []
  let observer: ResizeObserver | null = null
  let spaceHeld = false
  const touches = new Map<number, Point>()
  /** `waits`: a finger's press is not told before it lifts or drags, since a second finger may come to pinch. */
  let pressed: { at: Point; dragged: boolean; waits: PointerEvent | null } | null = null

  const whole = ref(false)
  function drawing(context: CanvasRenderingContext2D, now: Camera, ratio: number): void {
    whole.value = painters.drawing(context, now, ratio) === 'whole'
  }

  const layerOf = (
    paint: (context: CanvasRenderingContext2D, camera: Camera, ratio: number) => void,
  ): Konva.Layer => {
    const layer = new Konva.Layer({ listening: false })
    layer.add(
      new Konva.Shape({
        listening: false,
        perfectDrawEnabled: false,
        sceneFunc: () => {
          const context = layer.getNativeCanvasElement().getContext('2d')!
          const { scale, centre, width, height } = camera.value
          context.save()
          context.transform(scale, 0, 0, -scale, width / 2 - centre.x * scale, height / 2 + centre.y * scale)
          paint(context, camera.value, layer.getCanvas().getPixelRatio())
          context.restore()
        },
      }),
    )
    return layer
  }

  function setCamera(next: Camera): void {
    camera.value = next
    redraw()
  }
  const redraw = (): void => layers.forEach((layer) => layer.batchDraw())
  const redrawDrawing = (): void => void layers[1]?.batchDraw()
  const redrawOverlay = (): void => void layers[2]?.batchDraw()

  const place = (event: { clientX: number; clientY: number }): Point => {
    const box = container.value!.getBoundingClientRect()
    return { x: event.clientX - box.left, y: event.clientY - box.top }
  }

  function onDown(event: PointerEvent): void {
    const at = place(event)
    container.value!.focus({ preventScroll: true })
    if (event.pointerType === 'touch') {
      touches.set(event.pointerId, at)
      if (touches.size > 1) {
        pressed = null
        return
      }
    }
    container.value!.setPointerCapture(event.pointerId)
    if (event.button === 1 || event.button === 2 || spaceHeld) {
      panning.value = true
      pressed = { at, dragged: true, waits: null }
      return
    }
    if (event.button !== 0) return
    const finger = event.pointerType === 'touch'
    pressed = { at, dragged: false, waits: finger ? event : null }
    if (!finger) events.press(fromScreen(camera.value, at), event)
  }

  function onMove(event: PointerEvent): void {
    const at = place(event)
    if (event.pointerType === 'touch' && touches.size > 1) {
      pinch(event.pointerId, at)
      return
    }
    if (panning.value && pressed) {
      setCamera(panBy(camera.value, at.x - pressed.at.x, at.y - pressed.at.y))
      pressed = { at, dragged: true, waits: null }
      return
    }
    if (pressed && !pressed.dragged && Math.hypot(at.x - pressed.at.x, at.y - pressed.at.y) > DRAG_PIXELS) {
      pressed.dragged = true
      tellPress()
    }
    events.move(fromScreen(camera.value, at), event)
  }

  /** Tells a press that waited. */
  function tellPress(): void {
    if (!pressed?.waits) return
    const { at, waits } = pressed
    pressed.waits = null
    events.press(fromScreen(camera.value, at), waits)
  }

  /** Two fingers: their middle pans, their distance zooms. */
  function pinch(moved: number, at: Point): void {
    const other = [...touches].find(([id]) => id !== moved)?.[1]
    const before = touches.get(moved)
    touches.set(moved, at)
    if (!other || !before) return
    const was = Math.hypot(before.x - other.x, before.y - other.y)
    const now = Math.hypot(at.x - other.x, at.y - other.y)
    const middle = { x: (at.x + other.x) / 2, y: (at.y + other.y) / 2 }
    const panned = panBy(camera.value, (at.x - before.x) / 2, (at.y - before.y) / 2)
    setCamera(was > 0 ? zoomAt(panned, middle, now / was) : panned)
  }

  function onUp(event: PointerEvent): void {
    touches.delete(event.pointerId)
    if (event.type === 'pointerup') tellPress()
    const was = pressed
    pressed = null
    if (panning.value) {
      panning.value = false
      return
    }
    if (was) events.release(fromScreen(camera.value, place(event)), event, was.dragged)
  }

  function onWheel(event: WheelEvent): void {
    event.preventDefault()
    const at = place(event)
    // Two fingers on a trackpad pan; a pinch (which comes with ctrl) and a mouse wheel zoom.
    const wheel = event.deltaMode !== 0 || (event.deltaX === 0 && Math.abs(event.deltaY) >= 40)
    if (event.ctrlKey || event.metaKey) setCamera(zoomAt(camera.value, at, Math.exp(-event.deltaY * 0.01)))
    else if (event.shiftKey) setCamera(panBy(camera.value, -(event.deltaY || event.deltaX), 0))
    else if (wheel) setCamera(zoomAt(camera.value, at, event.deltaY < 0 ? 1.2 : 1 / 1.2))
    else setCamera(panBy(camera.value, -event.deltaX, -event.deltaY))
  }

  const onKey = (event: KeyboardEvent): void => {
    if (event.code !== 'Space' || isTyping(event.target)) return
    spaceHeld = event.type === 'keydown'
  }
  const onDouble = (event: MouseEvent): void => events.double?.(fromScreen(camera.value, place(event)))
  const noMenu = (event: Event): void => event.preventDefault()

  onMounted(() => {
    const element = container.value!
    stage = new Konva.Stage({ container: element, width: 1, height: 1, listening: false })
    for (const paint of [painters.ground, drawing, painters.overlay]) {
      const layer = layerOf(paint)
      layers.push(layer)
      stage.add(layer)
    }
    let first = true
    /** The middle of the board in the window. */
    let middle: Point | null = null
    observer = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = element
      if (!width || !height) return
      stage!.size({ width, height })
      const { left, top } = element.getBoundingClientRect()
      const now = { x: left + width / 2, y: top + height / 2 }
      // What is drawn stays where it is in the window, whatever comes or goes around the board.
      if (middle) {
        const { scale, centre } = camera.value
        camera.value = {
          ...camera.value,
          centre: { x: centre.x + (now.x - middle.x) / scale, y: centre.y - (now.y - middle.y) / scale },
        }
      }
      middle = now
      camera.value = { ...camera.value, width, height }
      if (first) {
        first = false
        events.ready()
        // In this very frame.
        layers.forEach((layer) => layer.draw())
      } else redraw()
    })
    observer.observe(element)
    element.addEventListener('pointerdown', onDown)
    element.addEventListener('pointermove', onMove)
    element.addEventListener('pointerup', onUp)
    element.addEventListener('pointercancel', onUp)
    element.addEventListener('pointerleave', events.leave)
    element.addEventListener('wheel', onWheel, { passive: false })
    element.addEventListener('contextmenu', noMenu)
    element.addEventListener('dblclick', onDouble)
    window.addEventListener('keydown', onKey)
    window.addEventListener('keyup', onKey)
  })
  onBeforeUnmount(() => {
    observer?.disconnect()
    window.removeEventListener('keydown', onKey)
    window.removeEventListener('keyup', onKey)
    stage?.destroy()
    layers.length = 0
  })
  return { camera, setCamera, redraw, redrawDrawing, redrawOverlay, whole, panning }
}

/** Whether keys pressed on an element are typed into it. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) &&
    !(target instanceof HTMLInputElement && ['checkbox', 'radio', 'button'].includes(target.type))
  )
}

/** Whether what a key is pressed in keeps it: a field does, but one to choose from has no use for steps back. */
export const keepsKey = ({ target, ctrlKey, metaKey }: KeyboardEvent): boolean =>
  isTyping(target) && !((ctrlKey || metaKey) && (target as HTMLElement).inputMode === 'none')

/** Whether a list, a menu or a dialog is open: it keeps its keys. */
export const isCovered = (): boolean => document.querySelector('.v-overlay--active:not(.v-tooltip)') !== null
