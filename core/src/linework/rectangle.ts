import { ROUNDING, distance, dot, subtract, times, type Point } from '../geometry'
import type { Shape } from '../records'

/** Width along the first side of a rectangle, and depth beside it, mm. */
export interface RectangleSize {
  readonly width: number
  readonly depth: number
}

/** The corners of a shape that is a rectangle, in whatever turn; null for all others. */
function cornersOf(shape: Shape): readonly [Point, Point, Point, Point] | null {
  if (shape.form !== 'path' || !shape.path.closed || shape.path.vertices.length !== 4) return null
  const { vertices } = shape.path
  if (vertices.some(({ sweep }) => sweep !== 0)) return null
  const [a, b, c, d] = [vertices[0]!, vertices[1]!, vertices[2]!, vertices[3]!]
  const along = subtract(b, a)
  const aside = subtract(d, a)
  const [width, depth] = [distance(a, b), distance(a, d)]
  if (!(width > 0 && depth > 0)) return null
  const square = Math.abs(dot(along, aside)) / Math.max(width, depth) < ROUNDING
  const closes = distance(c, { x: b.x + aside.x, y: b.y + aside.y }) < ROUNDING
  return square && closes ? [a, b, c, d] : null
}

/** The size of a shape that is a rectangle; null for all others. */
export function rectangleSize(shape: Shape): RectangleSize | null {
  const corners = cornersOf(shape)
  return corners && { width: distance(corners[0], corners[1]), depth: distance(corners[0], corners[3]) }
}

/** The rectangle with another size, its first corner and its turn kept; null for what is none, or would have no size. */
export function withRectangleSize(shape: Shape, size: RectangleSize): Shape | null {
  const corners = cornersOf(shape)
  if (!corners || !(size.width > 0 && size.depth > 0)) return null
  const [a, b, , d] = corners
  const u = times(subtract(b, a), size.width / distance(a, b))
  const v = times(subtract(d, a), size.depth / distance(a, d))
  const vertices = [
    a,
    { x: a.x + u.x, y: a.y + u.y },
    { x: a.x + u.x + v.x, y: a.y + u.y + v.y },
    { x: a.x + v.x, y: a.y + v.y },
  ].map(({ x, y }) => ({ x, y, sweep: 0 }))
  return { form: 'path', path: { vertices, closed: true } }
}
