import {
  SAME_POINT,
  angleOf,
  carrierCrossings,
  cross,
  distance,
  dot,
  lineCrossing,
  offsetFrom,
  pointOn,
  subtract,
  times,
  type Edge,
  type Point,
} from '../geometry'
import { squareCut, type Cut } from './cut'
import { atWall, inWall, wallDirection, wallLine, type WallShape } from './wallShape'

/** One end of a wall, seen from the joint: its direction points into the wall. */
export interface WallEnd {
  readonly shape: WallShape
  readonly end: 'a' | 'b'
}

/** A mitre longer than this many wall thicknesses is cut off square. */
export const MITRE_LIMIT = 3
export interface Ray {
  readonly of: WallEnd
  readonly origin: Point
  /** Direction into the wall at its end. */
  readonly u: Point
  /** Offset of the face to the left of the ray. */
  readonly left: number
  /** Offset of the face to the right of the ray. */
  readonly right: number
  readonly angle: number
}

export function rayOf(of: WallEnd): Ray {
  const { shape, end } = of
  if (end === 'a')
    return { of, origin: shape.a, u: shape.u, left: shape.high, right: shape.low, angle: angleOf(shape.u) }
  const u = times(wallDirection(shape, shape.length), -1)
  return { of, origin: shape.b, u, left: -shape.low, right: -shape.high, angle: angleOf(u) }
}

/** Distance from the joint into the wall, along its line; below 0 behind the joint. */
export function alongRay({ of: { shape, end }, origin, u }: Ray, p: Point): number {
  if (!shape.arc) return dot(subtract(p, origin), u)
  const { along } = inWall(shape, p)
  return end === 'a' ? along : shape.length - along
}
export const asideRay = (ray: Ray, p: Point): number => {
  const { shape, end } = ray.of
  if (!shape.arc) return cross(ray.u, subtract(p, ray.origin))
  const { aside } = inWall(shape, p)
  return end === 'a' ? aside : -aside
}
/** The point at an offset to the left of the ray and a distance into the wall. */
export function facePoint(ray: Ray, aside: number, along = 0): Point {
  const { shape, end } = ray.of
  if (!shape.arc) return offsetFrom(ray.origin, ray.u, along, aside)
  return end === 'a' ? atWall(shape, along, aside) : atWall(shape, shape.length - along, -aside)
}

/** The endless line or circle at an offset to the left of the ray. */
export function faceLine(ray: Ray, aside: number): Edge {
  const { shape, end } = ray.of
  if (!shape.arc) {
    const a = offsetFrom(ray.origin, ray.u, 0, aside)
    return { a, b: { x: a.x + ray.u.x * 1000, y: a.y + ray.u.y * 1000 }, sweep: 0 }
  }
  return wallLine(shape, end === 'a' ? aside : -aside)
}

/** Where two rays' faces at offsets to their left meet, the point nearest to the joint; null when they do not. */
export function meetAt(ray: Ray, aside: number, other: Ray, otherAside: number): Point | null {
  if (!ray.of.shape.arc && !other.of.shape.arc)
    return lineCrossing(facePoint(ray, aside), ray.u, facePoint(other, otherAside), other.u)
  return meet(faceLine(ray, aside), faceLine(other, otherAside), ray.origin)
}

/** Where two faces or strip edges meet, the point nearest to the joint; null when they do not. */
export function meet(e: Edge, f: Edge, joint: Point): Point | null {
  if (e.sweep === 0 && f.sweep === 0) return lineCrossing(e.a, unitOf(e), f.a, unitOf(f))
  let best: Point | null = null
  for (const { point } of carrierCrossings(e, f))
    if (!best || distance(point, joint) < distance(best, joint)) best = point
  return best
}
const unitOf = (edge: Edge): Point => {
  const d = subtract(edge.b, edge.a)
  return times(d, 1 / Math.hypot(d.x, d.y))
}

/** Stronger walls run through weaker ones; the id settles what is otherwise equal. */
export function stronger(a: WallShape, b: WallShape): number {
  return b.strength - a.strength || b.thickness - a.thickness || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
}

/** Into how many parts the way across a curved wall is taken, so that it stays straight. */
const ACROSS = 4

/**
 * The places of a cut in a curved wall's own round axes: the points themselves, some on the straight ways
 * between, and where those cross the edges of its strips, so that neighbouring strips are cut at one point.
 */
function roundCut(ray: Ray, points: readonly Point[]): { along: number; aside: number }[] {
  const { shape, end } = ray.of
  const inner = shape.strips.slice(0, -1).map((strip) => strip.low)
  const cut: { along: number; aside: number }[] = []
  points.forEach((p, i) => {
    cut.push(inWall(shape, p))
    const q = points[i + 1]
    if (!q) return
    const way: Edge = { a: p, b: q, sweep: 0 }
    const between = Array.from({ length: ACROSS - 1 }, (_, k) => ({
      ...inWall(shape, pointOn(way, (k + 1) / ACROSS)),
    }))
    for (const aside of inner)
      for (const { point, t } of carrierCrossings(way, wallLine(shape, aside)))
        if (t > 0 && t < 1) between.push({ along: inWall(shape, point).along, aside })
    const sense = end === 'a' ? 1 : -1
    between.sort((x, y) => (x.aside - y.aside) * sense)
    cut.push(...between)
  })
  // A point close beside a strip's edge gives way to it.
  return cut.filter(
    (at, i) =>
      i === 0 ||
      i === cut.length - 1 ||
      inner.includes(at.aside) ||
      [...inner, shape.low, shape.high].every((aside) => Math.abs(aside - at.aside) > 2 * SAME_POINT),
  )
}

/** A cut from points given across a ray, right face first. Null when they do not go steadily across it. */
export function cutAcross(ray: Ray, points: readonly Point[]): Cut | null {
  const { shape, end } = ray.of
  const cut = shape.arc ? roundCut(ray, points) : points.map((p) => inWall(shape, p))
  if (end === 'b') cut.reverse()
  // The outer points lie on the faces; say so exactly.
  cut[0] = { along: cut[0]!.along, aside: end === 'a' ? ray.right : -ray.left }
  cut[cut.length - 1] = { along: cut[cut.length - 1]!.along, aside: end === 'a' ? ray.left : -ray.right }
  for (let i = 1; i < cut.length; i++) if (cut[i]!.aside <= cut[i - 1]!.aside + SAME_POINT) return null
  return cut
}

export const square = (ray: Ray): Cut => squareCut(ray.of.shape, ray.of.end === 'a' ? 0 : ray.of.shape.length)
