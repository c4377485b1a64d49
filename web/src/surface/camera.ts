import { SAME_LENGTH, type Box, type Point } from '@lamina/core/geometry'

/** How a surface is looked at: pixels to one unit of the list, and the unit point in the middle of the window. */
export interface Camera {
  readonly scale: number
  readonly centre: Point
  readonly width: number
  readonly height: number
}

const LEAST = 1 / 100_000
const MOST = 200

export const toScreen = (camera: Camera, p: Point): Point => ({
  x: camera.width / 2 + (p.x - camera.centre.x) * camera.scale,
  y: camera.height / 2 - (p.y - camera.centre.y) * camera.scale,
})

export const fromScreen = (camera: Camera, p: Point): Point => ({
  x: camera.centre.x + (p.x - camera.width / 2) / camera.scale,
  y: camera.centre.y - (p.y - camera.height / 2) / camera.scale,
})

/** What a camera sees. */
export function inSight(camera: Camera): Box {
  const [low, high] = [
    fromScreen(camera, { x: 0, y: camera.height }),
    fromScreen(camera, { x: camera.width, y: 0 }),
  ]
  return { minX: low.x, minY: low.y, maxX: high.x, maxY: high.y }
}

/** Zoomed about a point of the screen, which stays where it is. */
export function zoomAt(camera: Camera, at: Point, factor: number): Camera {
  const scale = Math.min(MOST, Math.max(LEAST, camera.scale * factor))
  const fixed = fromScreen(camera, at)
  return {
    ...camera,
    scale,
    centre: {
      x: fixed.x - (at.x - camera.width / 2) / scale,
      y: fixed.y + (at.y - camera.height / 2) / scale,
    },
  }
}

export const panBy = (camera: Camera, dx: number, dy: number): Camera => ({
  ...camera,
  centre: { x: camera.centre.x - dx / camera.scale, y: camera.centre.y + dy / camera.scale },
})

/** The camera that shows a box with some room around it, and more at the right if something stands there. */
export function fitBox(camera: Camera, box: Box, margin = 48, right = 0): Camera {
  const width = Math.max(1, camera.width - 2 * margin - right)
  const height = Math.max(1, camera.height - 2 * margin)
  const wide = Math.max(SAME_LENGTH, box.maxX - box.minX)
  const high = Math.max(SAME_LENGTH, box.maxY - box.minY)
  const scale = Math.min(MOST, Math.max(LEAST, Math.min(width / wide, height / high)))
  return {
    ...camera,
    scale,
    centre: {
      x: (box.minX + box.maxX) / 2 + right / 2 / scale,
      y: (box.minY + box.maxY) / 2,
    },
  }
}

/** Whether two cameras show so nearly the same that going from one to the other would only unsettle. */
export function isNearly(now: Camera, other: Camera): boolean {
  const away = Math.max(
    Math.abs(now.centre.x - other.centre.x) / now.width,
    Math.abs(now.centre.y - other.centre.y) / now.height,
  )
  return Math.abs(Math.log(now.scale / other.scale)) < 0.1 && away * now.scale < 0.04
}

/** The box of the plane that the window shows. */
export function shownBox(camera: Camera): Box {
  const half = { x: camera.width / 2 / camera.scale, y: camera.height / 2 / camera.scale }
  return {
    minX: camera.centre.x - half.x,
    minY: camera.centre.y - half.y,
    maxX: camera.centre.x + half.x,
    maxY: camera.centre.y + half.y,
  }
}
