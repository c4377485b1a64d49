import {
  PARALLEL,
  SAME_POINT,
  angleOf,
  cross,
  dot,
  leftOf,
  lineCrossing,
  offsetFrom,
  subtract,
  times,
  type Point,
} from '../geometry'
import { forAllStrips, squareCut, type Cut, type EndCut } from './cut'
import { inWall, type WallShape } from './wallShape'

/** One end of a wall, seen from the joint: its direction points into the wall. */
export interface WallEnd {
  readonly shape: WallShape
  readonly end: 'a' | 'b'
}

/** A mitre longer than this many wall thicknesses is cut off square. */
const MITRE_LIMIT = 3
/** Sine of the smallest angle at which a wall may end on another's face. */
const TEE_SINE = 0.08

interface Ray {
  readonly of: WallEnd
  readonly origin: Point
  readonly u: Point
  /** Offset of the face to the left of the ray. */
  readonly left: number
  /** Offset of the face to the right of the ray. */
  readonly right: number
  readonly angle: number
}

function rayOf(of: WallEnd): Ray {
  const { shape, end } = of
  return end === 'a'
    ? { of, origin: shape.a, u: shape.u, left: shape.high, right: shape.low, angle: angleOf(shape.u) }
    : {
        of,
        origin: shape.b,
        u: times(shape.u, -1),
        left: -shape.low,
        right: -shape.high,
        angle: angleOf(times(shape.u, -1)),
      }
}

const alongRay = (ray: Ray, p: Point): number => dot(subtract(p, ray.origin), ray.u)
const asideRay = (ray: Ray, p: Point): number => cross(ray.u, subtract(p, ray.origin))
const facePoint = (ray: Ray, aside: number, along = 0): Point => offsetFrom(ray.origin, ray.u, along, aside)

/** Stronger walls run through weaker ones; the id settles what is otherwise equal. */
function stronger(a: WallShape, b: WallShape): number {
  return b.strength - a.strength || b.thickness - a.thickness || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
}

/** A cut from points given across a ray, right face first. Null when they do not go steadily across it. */
function cutAcross(ray: Ray, points: readonly Point[]): Cut | null {
  const { shape, end } = ray.of
  const cut = points.map((p) => {
    const { along, aside } = inWall(shape, p)
    return { along, aside }
  })
  if (end === 'b') cut.reverse()
  // The outer points lie on the faces; say so exactly.
  cut[0] = { along: cut[0]!.along, aside: shape.low }
  cut[cut.length - 1] = { along: cut[cut.length - 1]!.along, aside: shape.high }
  for (let i = 1; i < cut.length; i++) if (cut[i]!.aside <= cut[i - 1]!.aside + SAME_POINT) return null
  return cut
}

const square = (ray: Ray): Cut => squareCut(ray.of.shape, ray.of.end === 'a' ? 0 : ray.of.shape.length)

/** Where the left face of one ray meets the right face of the next one anticlockwise: a point for each. */
function meetFaces(ray: Ray, next: Ray): { mine: Point; theirs: Point; beveled: boolean } {
  const apart = { mine: facePoint(ray, ray.left), theirs: facePoint(next, next.right), beveled: false }
  const crossing = lineCrossing(facePoint(ray, ray.left), ray.u, facePoint(next, next.right), next.u)
  if (!crossing) return apart
  const mine = alongRay(ray, crossing)
  const theirs = alongRay(next, crossing)
  const thick = Math.max(ray.of.shape.thickness, next.of.shape.thickness)
  const inner = mine > 0 && theirs > 0
  if (inner) {
    const fits = mine < ray.of.shape.length && theirs < next.of.shape.length
    return fits ? { mine: crossing, theirs: crossing, beveled: false } : apart
  }
  if (Math.max(Math.abs(mine), Math.abs(theirs)) <= MITRE_LIMIT * thick)
    return { mine: crossing, theirs: crossing, beveled: false }
  if (dot(ray.u, next.u) < 0) return apart
  const back = -thick / 2
  return { mine: facePoint(ray, ray.left, back), theirs: facePoint(next, next.right, back), beveled: true }
}

/** The walls of one group meeting at a point, each cut back to its share. Rays sorted anticlockwise. */
function meetAll(rays: readonly Ray[]): { cuts: Cut[]; gaps: { mine: Point; theirs: Point }[] } {
  const gaps = rays.map((ray, i) => meetFaces(ray, rays[(i + 1) % rays.length]!))
  const count = rays.length
  const middlePoint = (): Point => {
    const points = gaps.flatMap((gap) => [gap.mine, gap.theirs])
    return times(
      points.reduce((sum, p) => ({ x: sum.x + p.x, y: sum.y + p.y })),
      1 / points.length,
    )
  }
  const bevel = gaps.find((gap) => gap.beveled)
  const centre =
    count > 2
      ? middlePoint()
      : bevel
        ? { x: (bevel.mine.x + bevel.theirs.x) / 2, y: (bevel.mine.y + bevel.theirs.y) / 2 }
        : null
  const cuts = rays.map((ray, i) => {
    const right = gaps[(i + count - 1) % count]!.theirs
    const left = gaps[i]!.mine
    const bent = centre && cutAcross(ray, [right, centre, left])
    return bent ?? cutAcross(ray, [right, left]) ?? square(ray)
  })
  return { cuts, gaps }
}

/**
 * Cuts of all wall ends that meet at one point: corners are mitred; where two run on in one line they pass
 * through and the others end on them; otherwise the strongest walls form the corner and the rest end on it.
 * Order and drawing direction of the walls do not matter. Gives one cut for each end, in the order given.
 */
export function cutJoint(ends: readonly WallEnd[]): EndCut[] {
  if (ends.length === 1) return [forAllStrips(ends[0]!.shape, 'free', square(rayOf(ends[0]!)))]
  const rays = ends.map(rayOf)
  const through = throughPair(rays)
  if (through) {
    const pair = sorted(through)
    const { cuts } = meetAll(pair)
    return rays.map((ray) => {
      const place = pair.indexOf(ray)
      if (place >= 0) return forAllStrips(ray.of.shape, 'through', cuts[place]!)
      const side = Math.sign(cross(through[0].u, ray.u)) || 1
      // End on the pair's face that lies further in, so that no gap is left beside a step.
      const reach = (r: Ray, flip: number): number => (side * flip > 0 ? r.left : -r.right)
      const host = reach(through[0], 1) <= reach(through[1], -1) ? through[0] : through[1]
      return cutTee(ray.of, host.of.shape)
    })
  }
  const strongest = [...rays].sort((p, q) => stronger(p.of.shape, q.of.shape))[0]!.of.shape
  const main = sorted(
    rays.filter(
      (ray) => ray.of.shape.strength === strongest.strength && ray.of.shape.thickness === strongest.thickness,
    ),
  )
  if (rays.length === 2 || main.length < 2) {
    const all = sorted(rays)
    const { cuts } = meetAll(all)
    return rays.map((ray) =>
      forAllStrips(ray.of.shape, rays.length === 2 ? 'corner' : 'star', cuts[all.indexOf(ray)]!),
    )
  }
  const { cuts, gaps } = meetAll(main)
  return rays.map((ray) => {
    const place = main.indexOf(ray)
    if (place >= 0) return forAllStrips(ray.of.shape, main.length === 2 ? 'corner' : 'star', cuts[place]!)
    return endBetween(ray, main, gaps)
  })
}

/** A weaker wall that ends where two stronger ones make their corner. */
function endBetween(ray: Ray, main: readonly Ray[], gaps: readonly { mine: Point; theirs: Point }[]): EndCut {
  let before = main.length - 1
  for (let i = 0; i < main.length; i++) if (main[i]!.angle <= ray.angle) before = i
  const from = main[before]!
  const to = main[(before + 1) % main.length]!
  const corner = gaps[before]!.mine
  const right = lineCrossing(facePoint(from, from.left), from.u, facePoint(ray, ray.right), ray.u)
  const left = lineCrossing(facePoint(ray, ray.left), ray.u, facePoint(to, to.right), to.u)
  const at = asideRay(ray, corner)
  if (at <= ray.right) return cutTee(ray.of, to.of.shape)
  if (at >= ray.left) return cutTee(ray.of, from.of.shape)
  const cut = right && left && cutAcross(ray, [right, corner, left])
  const reach = MITRE_LIMIT * (from.of.shape.thickness + to.of.shape.thickness)
  const near =
    cut &&
    [right, left].every(
      (p) => alongRay(ray, p) < Math.min(reach, ray.of.shape.length) && alongRay(ray, p) > -reach,
    )
  return forAllStrips(ray.of.shape, 'star', near ? cut : square(ray))
}

/** Rays anticlockwise. Those of one direction (doubled walls) from the rightmost to the leftmost. */
function sorted(rays: readonly Ray[]): Ray[] {
  // Just short of a half turn clockwise is as good as a half turn anticlockwise.
  const angle = (ray: Ray): number => (ray.angle < -Math.PI + PARALLEL ? ray.angle + 2 * Math.PI : ray.angle)
  return [...rays].sort((p, q) => {
    const apart = angle(p) - angle(q)
    if (Math.abs(apart) > PARALLEL) return apart
    const aside = p.left + p.right - q.left - q.right
    return Math.abs(aside) > PARALLEL ? aside : p.of.shape.id < q.of.shape.id ? -1 : 1
  })
}

/** Of three or more ends, the strongest two that run on in one line. */
function throughPair(rays: readonly Ray[]): [Ray, Ray] | null {
  if (rays.length < 3) return null
  const ranked = [...rays].sort((p, q) => stronger(p.of.shape, q.of.shape))
  for (let i = 0; i < ranked.length; i++) {
    for (let j = i + 1; j < ranked.length; j++) {
      const p = ranked[i]!
      const q = ranked[j]!
      if (Math.abs(cross(p.u, q.u)) < 1e-3 && dot(p.u, q.u) < 0) return [p, q]
    }
  }
  return null
}

/**
 * The cut of a wall end that meets another wall between its ends. Each strip runs on through the host's
 * weaker strips and stops at the first that is at least as strong as itself.
 */
export function cutTee(of: WallEnd, host: WallShape): EndCut {
  const ray = rayOf(of)
  const { shape } = of
  const sine = Math.abs(cross(ray.u, host.u))
  if (sine < TEE_SINE) return forAllStrips(shape, 'free', square(ray))
  const onLeft = dot(ray.u, leftOf(host.u)) > 0
  const inwards = onLeft ? host.strips : [...host.strips].reverse()
  const limit = MITRE_LIMIT * (shape.thickness + host.thickness) + shape.thickness / sine
  const cutOn = (aside: number): Cut | null => {
    const origin = offsetFrom(host.a, host.u, 0, aside)
    const right = lineCrossing(origin, host.u, facePoint(ray, ray.right), ray.u)
    const left = lineCrossing(origin, host.u, facePoint(ray, ray.left), ray.u)
    if (!right || !left) return null
    if (
      [right, left].some(
        (p) => Math.abs(alongRay(ray, p)) > limit || alongRay(ray, p) >= shape.length - PARALLEL,
      )
    )
      return null
    return cutAcross(ray, [right, left])
  }
  return {
    how: 'tee',
    strips: shape.strips.map((strip) => {
      const stop = Math.min(strip.material.priority, host.strength)
      const met = inwards.find((other) => other.material.priority >= stop) ?? inwards[0]!
      return cutOn(onLeft ? met.high : met.low) ?? square(ray)
    }),
  }
}

/** Among walls that hold a point between their ends, the one an end there belongs to. */
export function pickHost(of: WallEnd, hosts: readonly WallShape[]): WallShape | null {
  const u = of.shape.u
  const crossing = hosts.filter((host) => Math.abs(cross(u, host.u)) >= TEE_SINE)
  return crossing.sort(stronger)[0] ?? null
}
