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
