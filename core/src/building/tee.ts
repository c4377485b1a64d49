import {
  SAME_PART,
  PARALLEL,
  SAME_POINT,
  carrierCrossings,
  cross,
  distance,
  dot,
  leftOf,
  lineCrossing,
  type Edge,
  type Point,
} from '../geometry'
import { forAllStrips, type Cut, type EndCut } from './cut'
import {
  MITRE_LIMIT,
  alongRay,
  cutAcross,
  faceLine,
  facePoint,
  meet,
  rayOf,
  square,
  stronger,
  type Ray,
  type WallEnd,
} from './ray'
import { atWall, chordStep, inWall, wallDirection, wallLine, type WallShape } from './wallShape'

/** Sine of the smallest angle at which a wall may end on another's face. */
const TEE_SINE = 0.08

/**
 * The cut of a wall end that meets another wall between its ends. Each strip runs on through the host's
 * weaker strips and stops at the first that is at least as strong as itself; it stops at the face of a host that
 * stands whole before it.
 */
export function cutTee(of: WallEnd, host: WallShape, whole = false): EndCut {
  const ray = rayOf(of)
  const { shape } = of
  const hostDirection = wallDirection(host, inWall(host, ray.origin).along)
  const sine = Math.abs(cross(ray.u, hostDirection))
  if (sine < TEE_SINE) return forAllStrips(shape, 'free', square(ray))
  const onLeft = dot(ray.u, leftOf(hostDirection)) > 0
  const inwards = onLeft ? host.strips : [...host.strips].reverse()
  const limit = MITRE_LIMIT * (shape.thickness + host.thickness) + shape.thickness / sine
  return {
    how: 'tee',
    strips: shape.strips.map((strip) => {
      const stop = Math.min(strip.material.priority, host.strength)
      const met = (whole ? null : inwards.find((other) => other.material.priority >= stop)) ?? inwards[0]!
      return cutOn(ray, host, onLeft ? met.high : met.low, limit) ?? square(ray)
    }),
  }
}

/**
 * The cut of a ray along a line of another wall, at an offset from its own. Beside a curved wall it follows the
 * chords that the curve is drawn by, so that nothing stays between. Null when they do not meet within the limit.
 */
export function cutOn(ray: Ray, host: WallShape, aside: number, limit: number): Cut | null {
  const { shape } = ray.of
  const plain = !shape.arc && !host.arc
  const origin = plain ? atWall(host, 0, aside) : null
  const line = plain ? null : wallLine(host, aside)
  const at = (across: number): Point | null =>
    origin
      ? lineCrossing(origin, host.u, facePoint(ray, across), ray.u)
      : meet(faceLine(ray, across), line!, ray.origin)
  const right = at(ray.right)
  const left = at(ray.left)
  if (!right || !left) return null
  const points = host.arc ? onChords(ray, host, aside, right, left) : [right, left]
  if (!points) return null
  for (const p of points) {
    const along = alongRay(ray, p)
    if (Math.abs(along) > limit || along >= shape.length - PARALLEL) return null
  }
  return cutAcross(ray, points)
}

/** The way between two points of a curved wall's line, on its chords: the outer two on the faces of the ray. */
function onChords(ray: Ray, host: WallShape, aside: number, right: Point, left: Point): Point[] | null {
  const step = chordStep(host)
  const from = inWall(host, right).along
  const to = inWall(host, left).along
  const first = chordPoint(ray, ray.right, host, aside, from, step)
  const last = chordPoint(ray, ray.left, host, aside, to, step)
  if (!first || !last) return null
  const between: Point[] = []
  const low = Math.min(from, to)
  const high = Math.max(from, to)
  for (let n = Math.floor(low / step) + 1; n * step < high; n++) {
    const p = atWall(host, n * step, aside)
    if (distance(p, first) > SAME_POINT && distance(p, last) > SAME_POINT) between.push(p)
  }
  if (from > to) between.reverse()
  return [first, ...between, last]
}

/** Where a face of the ray meets the chords beside a curved wall's line, near a distance along it. */
function chordPoint(
  ray: Ray,
  across: number,
  host: WallShape,
  aside: number,
  along: number,
  step: number,
): Point | null {
  const face = faceLine(ray, across)
  const near = atWall(host, along, aside)
  const k = Math.floor(along / step)
  let best: Point | null = null
  for (const n of [k, k - 1, k + 1]) {
    const chord: Edge = { a: atWall(host, n * step, aside), b: atWall(host, (n + 1) * step, aside), sweep: 0 }
    for (const { point, u } of carrierCrossings(face, chord))
      if (u > -SAME_PART && u < 1 + SAME_PART && (!best || distance(point, near) < distance(best, near)))
        best = point
  }
  return best
}

/** Among walls that hold a point between their ends, the one an end there belongs to. */
export function pickHost(of: WallEnd, hosts: readonly WallShape[]): WallShape | null {
  const { u, origin } = rayOf(of)
  const crossing = hosts.filter(
    (host) => Math.abs(cross(u, wallDirection(host, inWall(host, origin).along))) >= TEE_SINE,
  )
  return crossing.sort(stronger)[0] ?? null
}
