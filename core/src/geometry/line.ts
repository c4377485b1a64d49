import { PARALLEL } from './tolerance'
import { cross, distance, dot, subtract, type Point } from './vector'

/** Where the endless lines through p along u and through q along v cross; null when parallel. u, v are unit vectors. */
export function lineCrossing(p: Point, u: Point, q: Point, v: Point): Point | null {
  const turn = cross(u, v)
  if (Math.abs(turn) < PARALLEL) return null
  const t = cross(subtract(q, p), v) / turn
  return { x: p.x + u.x * t, y: p.y + u.y * t }
}

/** The parameter of the foot of p on the line a–b: 0 at a, 1 at b. */
export function footParameter(p: Point, a: Point, b: Point): number {
  const ab = subtract(b, a)
  const square = dot(ab, ab)
  return square === 0 ? 0 : dot(subtract(p, a), ab) / square
}

/** The nearest point to p on the segment a–b. */
export function nearestOnSegment(p: Point, a: Point, b: Point): Point {
  const t = Math.min(1, Math.max(0, footParameter(p, a, b)))
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
}

/** The distance from p to the segment a–b. */
export function distanceToSegment(p: Point, a: Point, b: Point): number {
  return distance(p, nearestOnSegment(p, a, b))
}

/** Where the segments a–b and c–d cross, ends included; null when they do not or are parallel. */
export function segmentCrossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const r = subtract(b, a)
  const s = subtract(d, c)
  const turn = cross(r, s)
  if (Math.abs(turn) <= PARALLEL * Math.hypot(r.x, r.y) * Math.hypot(s.x, s.y)) return null
  const ac = subtract(c, a)
  const t = cross(ac, s) / turn
  const w = cross(ac, r) / turn
  if (t < 0 || t > 1 || w < 0 || w > 1) return null
  return { x: a.x + r.x * t, y: a.y + r.y * t }
}
