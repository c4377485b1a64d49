import { COVERED, SAME_POINT, distance, type Point } from '../geometry'
import { straightSkeleton, type Fold, type FoldPoint, type SlopingEdge } from './skeleton'

/** The plane over one edge of a roof's outline, by its corners: in plan, and how high above the eaves, mm. */
export interface SkeletonFace {
  readonly edge: number
  /** Anticlockwise; the first two are the ends of its edge. */
  readonly corners: readonly FoldPoint[]
}

export interface Skeleton {
  readonly faces: readonly SkeletonFace[]
  readonly folds: readonly Fold[]
}

/** Two places this near are one corner, mm. */
const ONE_CORNER = 0.1

/**
 * The planes that rise from the edges of an outline, with the folds between them. The outline runs anticlockwise. Null where
 * they do not close over it: with pitches so unlike that one plane runs out over another.
 */
export function skeletonFaces(outline: readonly Point[], edges: readonly SlopingEdge[]): Skeleton | null {
  const folds = straightSkeleton(outline, edges)
  if (!folds) return null
  const faces: SkeletonFace[] = []
  let covered = 0
  for (let edge = 0; edge < outline.length; edge++) {
    const corners = cornersOf(edge, outline, folds)
    if (!corners) return null
    const area = areaOf(corners)
    if (area < -ONE_CORNER) return null
    covered += area
    if (edges[edge]!.speed > 0) faces.push({ edge, corners })
  }
  const whole = areaOf(outline)
  if (Math.abs(covered - whole) > COVERED * whole) return null
  return { faces, folds: joined(folds) }
}

/** The corners of the plane over an edge: along its eaves, then along the folds beside it. */
function cornersOf(edge: number, outline: readonly Point[], folds: readonly Fold[]): FoldPoint[] | null {
  // With the plane on the left of each way.
  const ways = folds.flatMap(({ a, b, left, right }) =>
    left === edge ? [{ from: a, to: b }] : right === edge ? [{ from: b, to: a }] : [],
  )
  const [p, q] = [outline[edge]!, outline[(edge + 1) % outline.length]!]
  const start: FoldPoint = { ...p, z: 0 }
  const corners: FoldPoint[] = [start]
  let at: FoldPoint = { ...q, z: 0 }
  const left = new Set(ways)
  while (!isOne(at, start)) {
    corners.push(at)
    const here = at
    const next = [...left].find(({ from }) => isOne(from, here))
    if (!next) return null
    left.delete(next)
    at = next.to
    if (corners.length > 4 * folds.length + 4) return null
  }
  return withoutStraight(corners)
}

const isOne = (p: FoldPoint, q: FoldPoint): boolean =>
  distance(p, q) <= ONE_CORNER && Math.abs(p.z - q.z) <= ONE_CORNER

/** Corners at which nothing turns are left out; the first two stay. */
function withoutStraight(corners: readonly FoldPoint[]): FoldPoint[] {
  return corners.filter((p, i) => {
    if (i < 2) return true
    const before = corners[i - 1]!
    const after = corners[(i + 1) % corners.length]!
    const [ux, uy, uz] = [p.x - before.x, p.y - before.y, p.z - before.z]
    const [vx, vy, vz] = [after.x - p.x, after.y - p.y, after.z - p.z]
    const turn = Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx)
    return turn > SAME_POINT * Math.hypot(vx, vy, vz)
  })
}

const areaOf = (corners: readonly Point[]): number =>
  corners.reduce((sum, p, i) => {
    const q = corners[(i + 1) % corners.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0) / 2

/** Folds that run on from each other between the same planes as one. */
function joined(folds: readonly Fold[]): Fold[] {
  const made: Fold[] = []
  for (const fold of folds) {
    const i = made.findIndex(
      (each) => each.left === fold.left && each.right === fold.right && isOne(each.b, fold.a),
    )
    if (i >= 0) made[i] = { ...made[i]!, b: fold.b }
    else made.push(fold)
  }
  return made
}
