import { growBox, type Box, type Point } from '../geometry'
import type { DraftField } from './draftField'
import type { FieldEdge } from './fieldEntries'

/** Lines that bound hatches: not those of walls' drawn lines, of blocks, or of the grid. */
export const bounds = ({ role }: FieldEdge): boolean => role === 'line' || role === 'face' || role === 'jamb'

/** From so many places along the free way to both sides a way out is looked for. */
const PLACES = 9

interface Free {
  /** How far one comes to both sides; infinite where nothing is in the way. */
  readonly from: number
  readonly to: number
}

/**
 * Whether a straight way, or one with a single bend, leads from a point of a drawing to where nothing is drawn, with
 * nothing that bounds areas within `clear` mm on either side. Then the point lies in no area, and no gap as narrow as
 * twice that leads out. When it gives false nothing is known.
 */
export function leadsOut(field: DraftField, p: Point, clear: number): boolean {
  const all = growBox(field.extent(), clear + 1)
  if (!(p.x > all.minX && p.x < all.maxX && p.y > all.minY && p.y < all.maxY)) return true
  return leadsOutAlong(field, p, clear, all, 'x') || leadsOutAlong(field, p, clear, all, 'y')
}

type Axis = 'x' | 'y'

function leadsOutAlong(field: DraftField, p: Point, clear: number, all: Box, axis: Axis): boolean {
  const free = freeAlong(field, p, clear, all, axis)
  if (!Number.isFinite(free.from) || !Number.isFinite(free.to)) return true
  // It keeps clear at the bend too.
  const [from, to] = [free.from + clear, free.to - clear]
  const other: Axis = axis === 'x' ? 'y' : 'x'
  for (let i = 0; i < PLACES && to > from; i++) {
    const along = from + ((to - from) * i) / (PLACES - 1)
    const q = axis === 'x' ? { x: along, y: p.y } : { x: p.x, y: along }
    const side = freeAlong(field, q, clear, all, other)
    if (!Number.isFinite(side.from) || !Number.isFinite(side.to)) return true
  }
  return false
}

/** How far one comes from a point along an axis, keeping clear of what bounds areas. */
function freeAlong(field: DraftField, p: Point, clear: number, all: Box, axis: Axis): Free {
  const strip: Box =
    axis === 'x'
      ? { minX: all.minX, maxX: all.maxX, minY: p.y - clear, maxY: p.y + clear }
      : { minX: p.x - clear, maxX: p.x + clear, minY: all.minY, maxY: all.maxY }
  const at = p[axis]
  let from = -Infinity
  let to = Infinity
  for (const edge of field.edgesIn(strip)) {
    if (!bounds(edge)) continue
    const [low, high] = axis === 'x' ? [edge.minX, edge.maxX] : [edge.minY, edge.maxY]
    if (high < at) from = Math.max(from, high)
    else if (low > at) to = Math.min(to, low)
    else return { from: at, to: at }
  }
  return { from, to }
}

/** Whether nothing that bounds areas comes within `clear` mm of the straight way between two points. */
export function isClearBetween(field: DraftField, a: Point, b: Point, clear: number): boolean {
  const way: Box = {
    minX: Math.min(a.x, b.x) - clear,
    minY: Math.min(a.y, b.y) - clear,
    maxX: Math.max(a.x, b.x) + clear,
    maxY: Math.max(a.y, b.y) + clear,
  }
  return !field.edgesIn(way).some(bounds)
}
