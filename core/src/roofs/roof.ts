import {
  ROUNDING,
  PARALLEL,
  cross,
  distance,
  dot,
  flattenPath,
  offsetFrom,
  pathArea,
  pathOfPoints,
  subtract,
  unitAt,
  type Path,
  type Point,
} from '../geometry'
import type { Roof } from '../records'

/** One plane of a roof: its outline in plan, and the height of its surface. Lengths in mm. */
export interface RoofFace {
  readonly outline: readonly Point[]
  /** Height above the eaves at a point. */
  heightAt(p: Point): number
}

export interface SolvedRoof {
  /** With the overhang. */
  readonly eaves: readonly Point[]
  readonly faces: readonly RoofFace[]
  /** Ridges, hips and the like: where two faces meet. */
  readonly folds: readonly { readonly a: Point; readonly b: Point }[]
  /** The highest point above the eaves. */
  readonly high: number
}

/** A plane that rises by `slope` for each mm to the left of a line. */
interface Plane {
  readonly at: Point
  readonly u: Point
  readonly slope: number
}

const above = ({ at, u, slope }: Plane, p: Point): number => cross(u, subtract(p, at)) * slope

/**
 * The faces of a roof. Its outline must have no inward corners; null when it has, or when it has no size. A
 * hipped roof rises from every eaves at one pitch: at each point the lowest plane is the roof, which is exact for
 * outlines without inward corners.
 */
export function solveRoof(
  roof: Pick<Roof, 'outline' | 'form' | 'pitch' | 'overhang' | 'turn'>,
): SolvedRoof | null {
  const walls = convexOutline(roof.outline)
  if (!walls) return null
  const eaves = grown(walls, roof.overhang)
  const slope = Math.tan(roof.pitch)
  const planes = planesOf(roof, eaves, slope)
  const faces = planes.flatMap((plane): RoofFace[] => {
    let outline: Point[] = [...eaves]
    for (const other of planes) {
      if (other === plane) continue
      outline = clip(outline, (p) => above(other, p) - above(plane, p))
    }
    return outline.length > 2 && Math.abs(pathArea(pathOfPoints(outline, true))) > 1
      ? [{ outline, heightAt: (p) => above(plane, p) }]
      : []
  })
  const high = Math.max(...faces.flatMap(({ outline, heightAt }) => outline.map(heightAt)))
  return { eaves, faces, folds: foldsOf(faces), high }
}

function planesOf(
  { form, turn }: Pick<Roof, 'form' | 'turn'>,
  eaves: readonly Point[],
  slope: number,
): Plane[] {
  const level: Plane = { at: eaves[0]!, u: { x: 1, y: 0 }, slope: 0 }
  if (form === 'flat' || slope === 0) return [level]
  if (form === 'hipped')
    return eaves.map((at, i) => {
      const to = eaves[(i + 1) % eaves.length]!
      const length = distance(at, to)
      return { at, u: { x: (to.x - at.x) / length, y: (to.y - at.y) / length }, slope }
    })
  // Along the eaves that lie lowest in a direction.
  const lowest = (down: Point): Plane => {
    const at = eaves.reduce((best, p) => (dot(p, down) > dot(best, down) ? p : best))
    // The way along them, with the roof to the left.
    return { at, u: { x: -down.y, y: down.x }, slope }
  }
  if (form === 'mono') return [lowest(unitAt(turn))]
  return [lowest(unitAt(turn + Math.PI / 2)), lowest(unitAt(turn - Math.PI / 2))]
}

/** The corners of an outline, anticlockwise; null when one of them turns inwards. */
function convexOutline(outline: Path): Point[] | null {
  const points = flattenPath(outline, 1)
  if (pathArea(pathOfPoints(points, true)) < 0) points.reverse()
  const corners = points.filter((p, i) => {
    const before = points[(i + points.length - 1) % points.length]!
    const after = points[(i + 1) % points.length]!
    const [u, v] = [subtract(p, before), subtract(after, p)]
    return Math.abs(cross(u, v)) > PARALLEL * Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y)
  })
  if (corners.length < 3) return null
  const turnsIn = corners.some((p, i) => {
    const before = corners[(i + corners.length - 1) % corners.length]!
    const after = corners[(i + 1) % corners.length]!
    return cross(subtract(p, before), subtract(after, p)) < 0
  })
  return turnsIn ? null : corners
}

/** The outline moved outwards all round. */
function grown(corners: readonly Point[], by: number): Point[] {
  if (by === 0) return [...corners]
  return corners.map((p, i) => {
    const before = corners[(i + corners.length - 1) % corners.length]!
    const after = corners[(i + 1) % corners.length]!
    const u = unit(subtract(p, before))
    const v = unit(subtract(after, p))
    const k = by / (1 + dot(u, v))
    // Along the sum of both outward normals.
    return { x: p.x + (u.y + v.y) * k, y: p.y - (u.x + v.x) * k }
  })
}

const unit = (v: Point): Point => offsetFrom({ x: 0, y: 0 }, v, 1 / Math.hypot(v.x, v.y))

/** The part of a convex outline where a linear function is not negative. */
function clip(outline: readonly Point[], value: (p: Point) => number): Point[] {
  const kept: Point[] = []
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!
    const [a, b] = [value(p), value(q)]
    if (a >= -ROUNDING) kept.push(p)
    if ((a > ROUNDING && b < -ROUNDING) || (a < -ROUNDING && b > ROUNDING)) {
      const t = a / (a - b)
      kept.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })
    }
  })
  return kept
}

/** The edges that two faces share, each once. */
function foldsOf(faces: readonly RoofFace[]): { a: Point; b: Point }[] {
  const found: { a: Point; b: Point }[] = []
  faces.forEach((face, i) => {
    face.outline.forEach((a, k) => {
      const b = face.outline[(k + 1) % face.outline.length]!
      if (distance(a, b) < 1) return
      const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
      const shared = faces.slice(i + 1).some((other) =>
        other.outline.some((p, m) => {
          const q = other.outline[(m + 1) % other.outline.length]!
          const length = distance(p, q)
          if (length < 1) return false
          const away = Math.abs(cross(subtract(q, p), subtract(middle, p))) / length
          const along = dot(subtract(q, p), subtract(middle, p)) / length
          return away < 0.01 && along > 0 && along < length
        }),
      )
      if (shared) found.push({ a, b })
    })
  })
  return found
}
