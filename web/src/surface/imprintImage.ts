import type { Imprint } from '@lamina/core/annotate'
import type { Camera } from './camera'
import { paintList, scaledLook, type ScreenLook } from './painter'

/** What takes longer is not painted again while the board is moved, ms. */
const QUICK_MS = 12
/** So long the board rests before it is painted sharp again, ms. */
const REST_MS = 120

/** An imprint painted once and shown as an image: enlarged while the board is moved, sharp when it rests. */
class ImprintImage {
  private readonly canvas = document.createElement('canvas')
  private camera: Camera | null = null
  private painted = ''
  private took = 0
  private rest: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly imprint: Imprint) {}

  /**
   * Shows it on a canvas, `ratio` pixels of which go to one of the camera; `key` is equal as long as the look is. `again`
   * is called when there is a sharper one to show.
   */
  show(
    context: CanvasRenderingContext2D,
    camera: Camera,
    ratio: number,
    look: ScreenLook,
    key: string,
    again: () => void,
  ): void {
    const { camera: before } = this
    const same = before && isSame(before, camera)
    if (!before || this.painted !== key || (!same && this.took < QUICK_MS))
      this.paint(camera, ratio, look, key)
    else if (!same) {
      clearTimeout(this.rest)
      this.rest = setTimeout(() => {
        this.camera = null
        again()
      }, REST_MS)
    }
    this.put(context, camera, ratio)
  }

  private paint(camera: Camera, ratio: number, look: ScreenLook, key: string): void {
    const started = performance.now()
    const { canvas } = this
    canvas.width = camera.width * ratio
    canvas.height = camera.height * ratio
    const context = canvas.getContext('2d')!
    const scale = camera.scale * ratio
    // On whole pixels, as the board will be: nothing moves when it comes in its place.
    context.setTransform(
      scale,
      0,
      0,
      -scale,
      Math.round(canvas.width / 2 - camera.centre.x * scale),
      Math.round(canvas.height / 2 + camera.centre.y * scale),
    )
    paintList(context, this.imprint.list, scale, scaledLook(look, ratio))
    this.camera = camera
    this.painted = key
    this.took = performance.now() - started
  }

  private put(context: CanvasRenderingContext2D, now: Camera, ratio: number): void {
    const { camera, canvas } = this
    if (!camera) return
    const by = now.scale / camera.scale
    const middle = {
      x: now.width / 2 + (camera.centre.x - now.centre.x) * now.scale,
      y: now.height / 2 - (camera.centre.y - now.centre.y) * now.scale,
    }
    context.save()
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.drawImage(
      canvas,
      middle.x * ratio - (canvas.width / 2) * by,
      middle.y * ratio - (canvas.height / 2) * by,
      canvas.width * by,
      canvas.height * by,
    )
    context.restore()
  }
}

const images = new WeakMap<Imprint, ImprintImage>()

/** The image of an imprint: the same each time, so that what was painted is there. */
export function imageOf(imprint: Imprint): ImprintImage {
  let image = images.get(imprint)
  if (!image) images.set(imprint, (image = new ImprintImage(imprint)))
  return image
}

const isSame = (p: Camera, q: Camera): boolean =>
  p.scale === q.scale &&
  p.centre.x === q.centre.x &&
  p.centre.y === q.centre.y &&
  p.width === q.width &&
  p.height === q.height
