import { SAME_POINT, type Point } from '../geometry'
import { normalOf, type Solid } from './solid'
import { dot3, type Point3 } from './vector3'

/** A plane at a distance from the origin along `near`, with its own axes across and up. */
export interface Plane3 {
  readonly right: Point3
  readonly up: Point3
  readonly near: Point3
  readonly at: number
}

/** A part of a cut: from and to across its plane, with where it begins and ends up it at either side. */
export interface Trapezoid {
  readonly x0: number
  readonly x1: number
  readonly low0: number
  readonly low1: number
  readonly high0: number
  readonly high1: number
}

interface Side {
  readonly x0: number
  readonly z0: number
  readonly x1: number
  readonly z1: number
  /** 1: what is cut lies above it, -1: below. */
  readonly sense: 1 | -1
}

/**
 * Where a plane cuts a solid, in convex parts between lines up it. Bodies within the solid may run into each
 * other; sheets are left out.
 */
export function sliceSolid(solid: Solid, plane: Plane3): Trapezoid[] {
  // How far each corner lies before the plane: what lies on it counts as beyond.
  const depths = solid.points.map((p) => dot3(p, plane.near) - plane.at)
  if (depths.every((depth) => depth > 0) || depths.every((depth) => !(depth > 0))) return []
  const sides: Side[] = []
  for (const face of solid.faces) {
    if (face.sheet) continue
    const found: number[] = []
    for (const loop of face.loops)
      for (let i = 0; i < loop.length; i++) {
        const j = i + 1 === loop.length ? 0 : i + 1
        const dp = depths[loop[i]!]!
        const dq = depths[loop[j]!]!
        if (dp > 0 === dq > 0) continue
        const p = solid.points[loop[i]!]!
        const q = solid.points[loop[j]!]!
        const t = dp / (dp - dq)
        found.push(dot3(p, plane.right) + (dot3(q, plane.right) - dot3(p, plane.right)) * t)
        found.push(dot3(p, plane.up) + (dot3(q, plane.up) - dot3(p, plane.up)) * t)
      }
    if (found.length === 0) continue
    const crossings: Point[] = []
    for (let i = 0; i < found.length; i += 2) crossings.push({ x: found[i]!, y: found[i + 1]! })
    crossings.sort((p, q) => p.x - q.x || p.y - q.y)
    const sense = dot3(normalOf(solid.points, face.loops[0]!), plane.up) < 0 ? 1 : -1
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      const [a, b] = [crossings[i]!, crossings[i + 1]!]
      // Upright sides begin and end parts by themselves.
      if (b.x - a.x > SAME_POINT / 10) sides.push({ x0: a.x, z0: a.y, x1: b.x, z1: b.y, sense })
    }
  }
  return trapezoids(sides)
}

const heightOn = ({ x0, z0, x1, z1 }: Side, x: number): number => z0 + ((z1 - z0) * (x - x0)) / (x1 - x0)

function trapezoids(sides: readonly Side[]): Trapezoid[] {
  const stops = sides.flatMap(({ x0, x1 }) => [x0, x1])
  // Where sides cross, others are above and below.
  for (let i = 0; i < sides.length; i++)
    for (let k = i + 1; k < sides.length; k++) {
      const [p, q] = [sides[i]!, sides[k]!]
      const [low, high] = [Math.max(p.x0, q.x0), Math.min(p.x1, q.x1)]
      if (high - low <= SAME_POINT) continue
      const [first, last] = [heightOn(p, low) - heightOn(q, low), heightOn(p, high) - heightOn(q, high)]
      if (first * last < 0) stops.push(low + ((high - low) * first) / (first - last))
    }
  const xs = stops.sort((p, q) => p - q).filter((x, i) => i === 0 || x - stops[i - 1]! > SAME_POINT)
  const found: Trapezoid[] = []
  for (let i = 0; i + 1 < xs.length; i++) {
    const [x0, x1] = [xs[i]!, xs[i + 1]!]
    const middle = (x0 + x1) / 2
    const there = sides
      .filter((side) => side.x0 < middle && side.x1 > middle)
      .sort((p, q) => heightOn(p, middle) - heightOn(q, middle) || q.sense - p.sense)
    let depth = 0
    let from: Side | null = null
    for (const side of there) {
      if (depth === 0) from = side
      depth += side.sense
      if (depth > 0 || !from) continue
      depth = 0
      const part: Trapezoid = {
        x0,
        x1,
        low0: heightOn(from, x0),
        low1: heightOn(from, x1),
        high0: heightOn(side, x0),
        high1: heightOn(side, x1),
      }
      from = null
      if (part.high0 - part.low0 > SAME_POINT || part.high1 - part.low1 > SAME_POINT) found.push(part)
    }
  }
  return found
}
