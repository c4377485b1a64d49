import { segmentMeets, type Box, type Point } from '../geometry'

/** A box that lies along a direction: from a corner so far along it, and so far to its left. */
export interface Slab {
  readonly x: number
  readonly y: number
  /** The direction, of length 1. */
  readonly ux: number
  readonly uy: number
  readonly long: number
  readonly high: number
}

/** The four corners of a slab, one after the other. */
export const cornersOf = ({ x, y, ux, uy, long, high }: Slab): Point[] => [
  { x, y },
  { x: x + ux * long, y: y + uy * long },
  { x: x + ux * long - uy * high, y: y + uy * long + ux * high },
  { x: x - uy * high, y: y + ux * high },
]

/** The upright box around a slab. */
export function boxAround({ x, y, ux, uy, long, high }: Slab): Box {
  const [ax, ay, bx, by] = [ux * long, uy * long, -uy * high, ux * high]
  return {
    minX: x + Math.min(0, ax) + Math.min(0, bx),
    maxX: x + Math.max(0, ax) + Math.max(0, bx),
    minY: y + Math.min(0, ay) + Math.min(0, by),
    maxY: y + Math.max(0, ay) + Math.max(0, by),
  }
}

export const shifted = (slab: Slab, dx: number, dy: number): Slab => ({
  ...slab,
  x: slab.x + dx,
  y: slab.y + dy,
})

/** A slab smaller by so much on every side, or larger where that is below nothing. */
export const shrunk = (slab: Slab, by: number): Slab => ({
  ...slab,
  x: slab.x + (slab.ux - slab.uy) * by,
  y: slab.y + (slab.uy + slab.ux) * by,
  long: slab.long - 2 * by,
  high: slab.high - 2 * by,
})

/** Whether two slabs overlap: no side of either parts them (separating axes). Touching is none. */
export function slabsOverlap(a: Slab, b: Slab): boolean {
  return !isParted(a, b) && !isParted(b, a)
}

/** Whether one of the sides of `a` parts it from `b`. */
function isParted(a: Slab, b: Slab): boolean {
  const { ux, uy } = a
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const along = dx * ux + dy * uy
  const aside = dy * ux - dx * uy
  const [c, s] = [b.ux * ux + b.uy * uy, b.uy * ux - b.ux * uy]
  const lowAlong = along + Math.min(0, c * b.long) + Math.min(0, -s * b.high)
  const highAlong = along + Math.max(0, c * b.long) + Math.max(0, -s * b.high)
  if (lowAlong >= a.long || highAlong <= 0) return true
  const lowAside = aside + Math.min(0, s * b.long) + Math.min(0, c * b.high)
  const highAside = aside + Math.max(0, s * b.long) + Math.max(0, c * b.high)
  return lowAside >= a.high || highAside <= 0
}

/** Whether a segment runs through a slab. */
export function isStruck(
  { x, y, ux, uy, long, high }: Slab,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
): boolean {
  const [ax, ay, bx, by] = [x1 - x, y1 - y, x2 - x, y2 - y]
  return segmentMeets(ax * ux + ay * uy, ay * ux - ax * uy, bx * ux + by * uy, by * ux - bx * uy, {
    minX: 0,
    minY: 0,
    maxX: long,
    maxY: high,
  })
}
