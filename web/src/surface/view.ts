import type { Box, Point } from '@lamina/core/geometry'

/** How a surface is looked at: pixels to one unit of the list, and the unit point in the middle of the window. */
export interface View {
  readonly scale: number
  readonly centre: Point
  readonly width: number
  readonly height: number
}

const LEAST = 1e-5
const MOST = 200

export const toScreen = (view: View, p: Point): Point => ({
  x: view.width / 2 + (p.x - view.centre.x) * view.scale,
  y: view.height / 2 - (p.y - view.centre.y) * view.scale,
})

export const fromScreen = (view: View, p: Point): Point => ({
  x: view.centre.x + (p.x - view.width / 2) / view.scale,
  y: view.centre.y - (p.y - view.height / 2) / view.scale,
})

/** Zoomed about a point of the screen, which stays where it is. */
export function zoomAt(view: View, at: Point, factor: number): View {
  const scale = Math.min(MOST, Math.max(LEAST, view.scale * factor))
  const fixed = fromScreen(view, at)
  return {
    ...view,
    scale,
    centre: {
      x: fixed.x - (at.x - view.width / 2) / scale,
      y: fixed.y + (at.y - view.height / 2) / scale,
    },
  }
}

export const panBy = (view: View, dx: number, dy: number): View => ({
  ...view,
  centre: { x: view.centre.x - dx / view.scale, y: view.centre.y + dy / view.scale },
})

/** The view that shows a box with some room around it, and more at the right if something stands there. */
export function fitBox(view: View, box: Box, margin = 48, right = 0): View {
  const width = Math.max(1, view.width - 2 * margin - right)
  const height = Math.max(1, view.height - 2 * margin)
  const wide = Math.max(1e-6, box.maxX - box.minX)
  const high = Math.max(1e-6, box.maxY - box.minY)
  const scale = Math.min(MOST, Math.max(LEAST, Math.min(width / wide, height / high)))
  return {
    ...view,
    scale,
    centre: {
      x: (box.minX + box.maxX) / 2 + right / 2 / scale,
      y: (box.minY + box.maxY) / 2,
    },
  }
}

/** The box of the plane that the window shows. */
export function shownBox(view: View): Box {
  const half = { x: view.width / 2 / view.scale, y: view.height / 2 / view.scale }
  return {
    minX: view.centre.x - half.x,
    minY: view.centre.y - half.y,
    maxX: view.centre.x + half.x,
    maxY: view.centre.y + half.y,
  }
}
