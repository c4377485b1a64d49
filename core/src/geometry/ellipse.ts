import { arcFrom, type Edge } from './edge'
import { applyTo, mirrors, type Affine } from './affine'
import { ROUNDING, NOTHING, SAME_POINT } from './tolerance'
import { add, cross, distance, dot, leftOf, size, subtract, times, type Point } from './vector'

/** A curve known by its points and directions. */
export interface Course {
  /** Values of the parameter between which it is smooth and turns by less than a half. */
  readonly stops: readonly number[]
  at(t: number): Point
  /** Direction of growing t, of any size but 0. */
  along(t: number): Point
}

/** An ellipse, or a part of one: `major` from the centre to the end of its longer half axis. */
export interface Ellipse {
  readonly centre: Point
  readonly major: Point
  /** Shorter half axis to longer. */
  readonly ratio: number
  /** Parameter of the start, radians from the major axis, and how far it runs; a full turn closes it. */
  readonly from: number
  readonly sweep: number
}

export const isWholeEllipse = (ellipse: Ellipse): boolean => Math.abs(ellipse.sweep) >= 2 * Math.PI - ROUNDING

export function ellipseCourse({ centre, major, ratio, from, sweep }: Ellipse): Course {
  const minor = times(leftOf(major), ratio)
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 4)))
  return {
    stops: Array.from({ length: count + 1 }, (_, i) => from + (sweep * i) / count),
    at: (t) => add(centre, add(times(major, Math.cos(t)), times(minor, Math.sin(t)))),
    along: (t) => times(add(times(major, -Math.sin(t)), times(minor, Math.cos(t))), sweep < 0 ? -1 : 1),
  }
}

/** The ellipse under a map that keeps shapes. */
export function mapEllipse(map: Affine, ellipse: Ellipse): Ellipse {
  const centre = applyTo(map, ellipse.centre)
  const major = subtract(applyTo(map, add(ellipse.centre, ellipse.major)), centre)
  const flips = mirrors(map)
  return {
    centre,
    major,
    ratio: ellipse.ratio,
    from: flips ? -ellipse.from : ellipse.from,
    sweep: flips ? -ellipse.sweep : ellipse.sweep,
  }
}

/**
 * A course as arcs that touch each other and stay within `tolerance` of it: each stretch is two arcs with a
 * common tangent (biarcs with equal tangent lengths, after K. M. Bolton, 1975), halved until near enough.
 */
export function courseEdges(course: Course, tolerance: number): Edge[] {
  const edges: Edge[] = []
  for (let i = 1; i < course.stops.length; i++)
    stretch(course, course.stops[i - 1]!, course.stops[i]!, tolerance, 12, edges)
  return edges
}

function stretch(course: Course, t: number, u: number, tolerance: number, deeper: number, out: Edge[]): void {
  const p = course.at(t)
  const q = course.at(u)
  if (distance(p, q) <= SAME_POINT) return
  const pair = biarc(p, unit(course.along(t)), q, unit(course.along(u)))
  if (deeper > 0 && !near(course, t, u, pair, tolerance)) {
    const middle = (t + u) / 2
    stretch(course, t, middle, tolerance, deeper - 1, out)
    stretch(course, middle, u, tolerance, deeper - 1, out)
    return
  }
  out.push(...pair)
}

const unit = (v: Point): Point => times(v, 1 / (size(v) || 1))

/** Two arcs from p, leaving along u, to q, arriving along v. */
function biarc(p: Point, u: Point, q: Point, v: Point): Edge[] {
  const chord = subtract(q, p)
  const sum = add(u, v)
  const linear = dot(chord, sum)
  const twice = 2 * (1 - dot(u, v))
  // d from |chord - d·(u + v)|² = (2d)², the tangent length of both arcs.
  const square = dot(chord, chord)
  let d: number
  if (Math.abs(twice) < NOTHING) {
    if (Math.abs(linear) < NOTHING) return [{ a: p, b: q, sweep: 0 }]
    d = square / (2 * linear)
  } else d = (-linear + Math.sqrt(Math.max(0, linear * linear + twice * square))) / twice
  if (!(d > 0) || !Number.isFinite(d)) return [{ a: p, b: q, sweep: 0 }]
  const joint = times(add(add(p, times(u, d)), subtract(q, times(v, d))), 0.5)
  if (distance(p, joint) <= SAME_POINT || distance(joint, q) <= SAME_POINT) return [arcFrom(p, u, q)]
  const first = arcFrom(p, u, joint)
  const back = arcFrom(q, times(v, -1), joint)
  return [first, { a: joint, b: q, sweep: -back.sweep + 0 }]
}

function near(course: Course, t: number, u: number, pair: readonly Edge[], tolerance: number): boolean {
  // Four looks at each half are enough to see a bend that the halves do not share.
  for (let k = 1; k < 8; k++) {
    const p = course.at(t + ((u - t) * k) / 8)
    if (Math.min(...pair.map((edge) => distanceTo(edge, p))) > tolerance) return false
  }
  return pair.every((edge) => Math.abs(edge.sweep) < Math.PI)
}

function distanceTo(edge: Edge, p: Point): number {
  if (Math.abs(edge.sweep) < ROUNDING) {
    const d = unit(subtract(edge.b, edge.a))
    return Math.abs(cross(d, subtract(p, edge.a)))
  }
  const chord = subtract(edge.b, edge.a)
  const half = size(chord) / 2
  const radius = half / Math.abs(Math.sin(edge.sweep / 2))
  const u = unit(chord)
  const centre = add(times(add(edge.a, edge.b), 0.5), times(leftOf(u), half / Math.tan(edge.sweep / 2)))
  return Math.abs(distance(centre, p) - radius)
}
