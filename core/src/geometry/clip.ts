import type { Box } from './box'
import type { Point } from './vector'

/**
 * What of a closed outline lies in a box, as one outline that may run along the edges of the box (Sutherland and
 * Hodgman, Reentrant polygon clipping, 1974); empty when nothing does. Filled, it shows in the box what the whole does.
 */
export function clippedTo(points: readonly Point[], { minX, minY, maxX, maxY }: Box): Point[] {
  const left = cutOff(points, (p) => p.x - minX)
  const right = cutOff(left, (p) => maxX - p.x)
  const low = cutOff(right, (p) => p.y - minY)
  return cutOff(low, (p) => maxY - p.y)
}

/** What of an outline lies where a distance is not negative. */
function cutOff(points: readonly Point[], inside: (p: Point) => number): Point[] {
  const kept: Point[] = []
  let before = points.at(-1)
  let was = before ? inside(before) : 0
  for (const p of points) {
    const is = inside(p)
    if (is >= 0 !== was >= 0) {
      const t = was / (was - is)
      kept.push({ x: before!.x + (p.x - before!.x) * t, y: before!.y + (p.y - before!.y) * t })
    }
    if (is >= 0) kept.push(p)
    before = p
    was = is
  }
  return kept
}

/**
 * From which part of a segment to which it lies in a box (clipping after Liang and Barsky, 1984): 0 is its start, 1 its end.
 * Null when no point of it does.
 */
export function partIn(
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  box: Box,
): { readonly from: number; readonly to: number } | null {
  let from = 0
  let to = 1
  const clip = (d: number, room: number): boolean => {
    if (d === 0) return room >= 0
    const t = room / d
    if (d < 0) from = Math.max(from, t)
    else to = Math.min(to, t)
    return from <= to
  }
  const dx = x2 - x1
  const dy = y2 - y1
  const isIn =
    clip(-dx, x1 - box.minX) && clip(dx, box.maxX - x1) && clip(-dy, y1 - box.minY) && clip(dy, box.maxY - y1)
  return isIn ? { from, to } : null
}

/** Whether a segment has a point in a box. */
export const segmentMeets = (x1: number, y1: number, x2: number, y2: number, box: Box): boolean =>
  partIn(x1, y1, x2, y2, box) !== null
