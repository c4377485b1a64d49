import { distance, offsetFrom, subtract, times, type Point } from './vector'
import { SAME_POINT } from './tolerance'

/**
 * The points at a distance from one point and at another from a second: two, the one to the left of the way from the
 * first to the second before the other; one where they touch; none where they do not meet or the points are one.
 */
export function pointsAtDistances(p: Point, fromP: number, q: Point, fromQ: number): Point[] {
  const apart = distance(p, q)
  if (!(apart > 0 && fromP > 0 && fromQ > 0)) return []
  const u = times(subtract(q, p), 1 / apart)
  // By the cosine rule in the triangle of the two points and the one looked for.
  const along = (apart * apart + fromP * fromP - fromQ * fromQ) / (2 * apart)
  const missing = Math.max(apart - fromP - fromQ, Math.abs(fromP - fromQ) - apart)
  if (missing > SAME_POINT) return []
  const aside = Math.sqrt(Math.max(0, fromP * fromP - along * along))
  return aside === 0
    ? [offsetFrom(p, u, along)]
    : [offsetFrom(p, u, along, aside), offsetFrom(p, u, along, -aside)]
}

/** A place measured with a tape: four sides one after the other, and the diagonal from the first corner to the third, mm. */
export interface MeasuredSides {
  readonly sides: readonly [number, number, number, number]
  readonly diagonal: number
}

/**
 * The corners of a measured place: the first, the second in the direction of the unit vector `u`, the others to the left
 * of it, or to the right. Null where two sides and the diagonal make no triangle.
 */
export function measuredCorners(
  first: Point,
  u: Point,
  { sides: [a, b, c, d], diagonal }: MeasuredSides,
  turns: 'left' | 'right',
): [Point, Point, Point, Point] | null {
  if (![a, b, c, d, diagonal].every((length) => length > 0 && Number.isFinite(length))) return null
  const second = offsetFrom(first, u, a)
  const side = turns === 'left' ? 0 : -1
  const third = pointsAtDistances(first, diagonal, second, b).at(side)
  if (!third) return null
  // Beyond the diagonal from the second corner.
  const fourth = pointsAtDistances(first, d, third, c).at(side)
  return fourth ? [first, second, third, fourth] : null
}
