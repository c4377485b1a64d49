import { boxOf, type Box } from './box'
import { mirrors, applyTo, type Affine } from './affine'
import { ROUNDING, FINEST_TURN, ON_LINE, PARALLEL, SAME_POINT } from './tolerance'
import {
  add,
  angleOf,
  cross,
  distance,
  dot,
  leftOf,
  middle,
  size,
  subtract,
  times,
  unitAt,
  type Point,
} from './vector'

/**
 * A straight part or a circular arc from a to b. `sweep` is the angle the arc turns through, anticlockwise
 * positive, between -2π and 2π; 0 is straight.
 */
export interface Edge {
  readonly a: Point
  readonly b: Point
  readonly sweep: number
}

/** An arc by its circle: it starts at the angle `from` and turns by `sweep`. */
export interface Arc {
  readonly centre: Point
  readonly radius: number
  readonly from: number
  readonly sweep: number
}

const TURN = 2 * Math.PI

/** An arc that turns through less is drawn straight: its rise is below any tolerance. */
const FLAT = ROUNDING

export const isStraight = (edge: Edge): boolean => Math.abs(edge.sweep) < FLAT

export const straight = (a: Point, b: Point): Edge => ({ a, b, sweep: 0 })

/** The circle of a curved edge. The edge must not be straight. */
export function arcOf({ a, b, sweep }: Edge): Arc {
  const chord = subtract(b, a)
  const half = size(chord) / 2
  const radius = half / Math.abs(Math.sin(sweep / 2))
  const rise = half / Math.tan(sweep / 2)
  const u = half > 0 ? times(chord, 1 / (2 * half)) : { x: 1, y: 0 }
  const centre = add(middle(a, b), times(leftOf(u), rise))
  return { centre, radius, from: angleOf(subtract(a, centre)), sweep }
}

export const onArc = (arc: Arc, t: number): Point =>
  add(arc.centre, times(unitAt(arc.from + arc.sweep * t), arc.radius))

/** The edge of an arc; full turns are not one edge. */
export const edgeOfArc = (arc: Arc): Edge => ({ a: onArc(arc, 0), b: onArc(arc, 1), sweep: arc.sweep })

/** The arc from a over a point to b; straight when the three lie in one line. */
export function arcThrough(a: Point, over: Point, b: Point): Edge {
  const u = subtract(over, a)
  const v = subtract(b, over)
  if (Math.abs(cross(u, v)) <= PARALLEL * size(u) * size(v)) return straight(a, b)
  // The arc on the far side of an inscribed angle is twice that angle (Euclid III.20).
  const inscribed = Math.atan2(
    Math.abs(cross(subtract(a, over), subtract(b, over))),
    dot(subtract(a, over), subtract(b, over)),
  )
  const sense = cross(subtract(b, a), subtract(over, a)) < 0 ? 1 : -1
  return { a, b, sweep: sense * 2 * (Math.PI - inscribed) }
}

/** The arc from a that leaves in the direction u and ends in b; straight when b lies ahead. */
export function arcFrom(a: Point, u: Point, b: Point): Edge {
  const to = subtract(b, a)
  const half = Math.atan2(cross(u, to), dot(u, to))
  return { a, b, sweep: Math.abs(half) < PARALLEL ? 0 : 2 * half }
}

export function edgeLength(edge: Edge): number {
  return isStraight(edge) ? distance(edge.a, edge.b) : arcOf(edge).radius * Math.abs(edge.sweep)
}

/** The point at the part t of the edge: 0 at a, 1 at b. Beyond them on its line or circle. */
export function pointOn(edge: Edge, t: number): Point {
  if (t === 0) return edge.a
  if (t === 1) return edge.b
  if (!isStraight(edge)) return onArc(arcOf(edge), t)
  return { x: edge.a.x + (edge.b.x - edge.a.x) * t, y: edge.a.y + (edge.b.y - edge.a.y) * t }
}

/** The direction (unit vector) in which the edge runs at the part t. */
export function directionOn(edge: Edge, t: number): Point {
  if (isStraight(edge)) {
    const d = subtract(edge.b, edge.a)
    return times(d, 1 / (size(d) || 1))
  }
  const { from, sweep } = arcOf(edge)
  return unitAt(from + sweep * t + (Math.sign(sweep) * Math.PI) / 2)
}

/** The part of an arc at which an angle lies, within [0, 1] if it can be; otherwise just beyond the nearer end. */
function partOfAngle({ from, sweep }: Arc, angle: number): number {
  const sense = Math.sign(sweep)
  const whole = Math.abs(sweep)
  const along = ((((angle - from) * sense) % TURN) + TURN) % TURN
  // Beyond the end: after it or before the start, whichever is nearer.
  return along <= whole || along - whole <= TURN - along ? along / whole : (along - TURN) / whole
}

/** The part t at which a point of the edge's line or circle lies; for other points, at which its foot lies. */
export function partAt(edge: Edge, p: Point): number {
  if (isStraight(edge)) {
    const ab = subtract(edge.b, edge.a)
    const square = dot(ab, ab)
    return square === 0 ? 0 : dot(subtract(p, edge.a), ab) / square
  }
  const arc = arcOf(edge)
  return partOfAngle(arc, angleOf(subtract(p, arc.centre)))
}

/** The nearest point of the edge to p, at the part t. */
export function nearestOnEdge(edge: Edge, p: Point): { t: number; point: Point; distance: number } {
  let t = Math.min(1, Math.max(0, partAt(edge, p)))
  // On an arc the foot may be the far side of the circle: an end is nearer then.
  if (!isStraight(edge) && (t === 0 || t === 1)) t = distance(p, edge.a) <= distance(p, edge.b) ? 0 : 1
  const point = pointOn(edge, t)
  return { t, point, distance: distance(p, point) }
}

/** The stretch of an edge from part t to part u (t < u). */
export function partOfEdge(edge: Edge, t: number, u: number): Edge {
  return { a: pointOn(edge, t), b: pointOn(edge, u), sweep: edge.sweep * (u - t) }
}

export const reversedEdge = (edge: Edge): Edge => ({
  a: edge.b,
  b: edge.a,
  sweep: edge.sweep === 0 ? 0 : -edge.sweep,
})

/** The edge under a map that keeps shapes: moved, turned, mirrored or scaled evenly. */
export const mapEdge = (map: Affine, edge: Edge): Edge => ({
  a: applyTo(map, edge.a),
  b: applyTo(map, edge.b),
  sweep: mirrors(map) && edge.sweep !== 0 ? -edge.sweep : edge.sweep,
})

/** The edge moved to its left by a distance (negative: to its right); null where an arc would shrink to nothing. */
export function offsetEdge(edge: Edge, by: number): Edge | null {
  if (isStraight(edge)) {
    const side = times(leftOf(directionOn(edge, 0)), by)
    return straight(add(edge.a, side), add(edge.b, side))
  }
  const arc = arcOf(edge)
  const radius = arc.radius - Math.sign(edge.sweep) * by
  if (radius <= SAME_POINT) return null
  return edgeOfArc({ ...arc, radius })
}

export function edgeBox(edge: Edge): Box {
  if (isStraight(edge)) return boxOf([edge.a, edge.b])
  const arc = arcOf(edge)
  const points = [edge.a, edge.b]
  for (let k = 0; k < 4; k++) {
    const t = partOfAngle(arc, (k * Math.PI) / 2)
    if (t > 0 && t < 1) points.push(onArc(arc, t))
  }
  return boxOf(points)
}

/** Where two edges meet: the point, and its part on each. */
export interface Crossing {
  readonly point: Point
  readonly t: number
  readonly u: number
}

/**
 * Points shared by the endless lines or whole circles that two edges lie on, with their parts on both. None
 * when they are parallel, concentric or apart; one when they touch.
 */
export function carrierCrossings(e: Edge, f: Edge): Crossing[] {
  const found = isStraight(e)
    ? isStraight(f)
      ? lines(e, f)
      : lineCircle(e, arcOf(f))
    : isStraight(f)
      ? lineCircle(f, arcOf(e))
      : circles(arcOf(e), arcOf(f))
  return found.map((point) => ({ point, t: partAt(e, point), u: partAt(f, point) }))
}

function lines(e: Edge, f: Edge): Point[] {
  const r = subtract(e.b, e.a)
  const s = subtract(f.b, f.a)
  const turn = cross(r, s)
  if (Math.abs(turn) <= PARALLEL * size(r) * size(s)) return []
  const t = cross(subtract(f.a, e.a), s) / turn
  return [{ x: e.a.x + r.x * t, y: e.a.y + r.y * t }]
}

function lineCircle(line: Edge, { centre, radius }: Arc): Point[] {
  const u = directionOn(line, 0)
  const foot = add(line.a, times(u, dot(subtract(centre, line.a), u)))
  const away = distance(foot, centre)
  if (away > radius + ON_LINE) return []
  const half = Math.sqrt(Math.max(0, radius * radius - away * away))
  if (half < SAME_POINT || away >= radius) return [foot]
  return [add(foot, times(u, -half)), add(foot, times(u, half))]
}

function circles(p: Arc, q: Arc): Point[] {
  const between = subtract(q.centre, p.centre)
  const d = size(between)
  if (d < SAME_POINT) return []
  if (d > p.radius + q.radius + ON_LINE || d < Math.abs(p.radius - q.radius) - ON_LINE) return []
  const u = times(between, 1 / d)
  const along = (d * d + p.radius * p.radius - q.radius * q.radius) / (2 * d)
  const half = Math.sqrt(Math.max(0, p.radius * p.radius - along * along))
  const foot = add(p.centre, times(u, along))
  if (half < SAME_POINT) return [foot]
  return [add(foot, times(leftOf(u), half)), add(foot, times(leftOf(u), -half))]
}

/**
 * Where two edges cross or touch, ends included to within the tolerance SAME_POINT. Edges that lie along each
 * other share no single point; their ends that lie on the other are given.
 */
export function crossings(e: Edge, f: Edge): Crossing[] {
  const slackE = SAME_POINT / Math.max(edgeLength(e), SAME_POINT)
  const slackF = SAME_POINT / Math.max(edgeLength(f), SAME_POINT)
  const found: Crossing[] = []
  const offer = (crossing: Crossing): void => {
    if (crossing.t < -slackE || crossing.t > 1 + slackE) return
    if (crossing.u < -slackF || crossing.u > 1 + slackF) return
    const t = Math.min(1, Math.max(0, crossing.t))
    const u = Math.min(1, Math.max(0, crossing.u))
    if (!found.some((each) => distance(each.point, crossing.point) <= SAME_POINT))
      found.push({ point: crossing.point, t, u })
  }
  for (const crossing of carrierCrossings(e, f)) offer(crossing)
  for (const [u, p] of [
    [0, f.a],
    [1, f.b],
  ] as const) {
    const near = nearestOnEdge(e, p)
    if (near.distance <= ON_LINE) offer({ point: p, t: near.t, u })
  }
  for (const [t, p] of [
    [0, e.a],
    [1, e.b],
  ] as const) {
    const near = nearestOnEdge(f, p)
    if (near.distance <= ON_LINE) offer({ point: p, t, u: near.t })
  }
  return found
}

/** Points where a line from p touches the circle. None when p lies within it. */
export function tangentPoints(centre: Point, radius: number, p: Point): Point[] {
  const away = subtract(p, centre)
  const d = size(away)
  if (d <= radius + SAME_POINT) return []
  const half = Math.acos(radius / d)
  const angle = angleOf(away)
  return [half, -half].map((turn) => add(centre, times(unitAt(angle + turn), radius)))
}

/** Points along an edge so close together that chords stay within `tolerance` of it; a left out, b included. */
export function flattenEdge(edge: Edge, tolerance: number): Point[] {
  if (isStraight(edge)) return [edge.b]
  const arc = arcOf(edge)
  const ratio = Math.min(1, tolerance / arc.radius)
  const most = Math.max(2 * Math.acos(1 - ratio), FINEST_TURN)
  const count = Math.max(1, Math.ceil(Math.abs(edge.sweep) / most))
  const points: Point[] = []
  for (let i = 1; i < count; i++) points.push(onArc(arc, i / count))
  points.push(edge.b)
  return points
}
