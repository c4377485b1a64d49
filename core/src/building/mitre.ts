import { convexHull, dot, times, type Point } from '../geometry'
import type { Cut } from './cut'
import { MITRE_LIMIT, alongRay, cutAcross, facePoint, meetAt, square, type Ray } from './ray'

/** Where the left face of one ray meets the right face of the next one anticlockwise: a point for each. */
function meetFaces(ray: Ray, next: Ray): { mine: Point; theirs: Point; beveled: boolean } {
  const apart = { mine: facePoint(ray, ray.left), theirs: facePoint(next, next.right), beveled: false }
  const crossing = meetAt(ray, ray.left, next, next.right)
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

interface Met {
  readonly cuts: Cut[]
  /** What lies between each ray and the next. */
  readonly gaps: { mine: Point; theirs: Point }[]
  /** What the cuts leave open in the middle; null when they close. */
  readonly plug: Point[] | null
}

/**
 * The walls of one group meeting at a point, each cut back to its share. Rays sorted anticlockwise. Where
 * three or more have a middle that not all of them reach, they end square on it and it is filled by itself.
 */
export function meetAll(rays: readonly Ray[]): Met {
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
  const sides = rays.map((_, i) => [gaps[(i + count - 1) % count]!.theirs, gaps[i]!.mine] as const)
  const bent = rays.map((ray, i) => centre && cutAcross(ray, [sides[i]![0], centre, sides[i]![1]]))
  const open = count > 2 && bent.includes(null)
  const cuts = rays.map((ray, i) => (open ? null : bent[i]) ?? cutAcross(ray, sides[i]!) ?? square(ray))
  return { cuts, gaps, plug: open ? convexHull(sides.flat()) : null }
}
