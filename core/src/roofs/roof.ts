import { skeletonFaces } from './faces'
import type { SlopingEdge } from './skeleton'
import {
  ROUNDING,
  PARALLEL,
  cross,
  crossesItself,
  distance,
  dot,
  edgesOf,
  flattenPath,
  offsetFrom,
  pathArea,
  pathOf,
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

type RoofFacts = Pick<Roof, 'outline' | 'form' | 'pitch' | 'overhang' | 'turn' | 'edges'>

const solved = new WeakMap<RoofFacts, SolvedRoof | null>()

/**
 * The faces of a roof; null when its planes do not close over it, or when it has no size. A hipped roof rises from every
 * eaves at its pitch, but where an edge is a gable; one of two slopes needs an outline without inward corners.
 */
export function solveRoof(roof: RoofFacts): SolvedRoof | null {
  const known = solved.get(roof)
  if (known !== undefined) return known
  const made = solveAnew(roof)
  solved.set(roof, made)
  return made
}

/** A corner of an outline, with the number of the edge of the record that leaves it. */
interface Corner extends Point {
  readonly edge: number
}

function solveAnew(roof: RoofFacts): SolvedRoof | null {
  const corners = cornersOf(roof.outline)
  if (corners.length < 3) return null
  const { form, pitch } = roof
  const slope = Math.tan(pitch)
  const ownAt = (edge: number) => (form === 'hipped' ? (roof.edges?.[edge] ?? {}) : {})
  const eaves = grown(
    corners,
    corners.map(({ edge }) => ownAt(edge).overhang ?? roof.overhang),
  )
  if (!eaves || !isSimple(eaves)) return null
  if (form === 'hipped' && !(slope === 0 && !roof.edges)) {
    const edges = corners.map(({ edge }): SlopingEdge => {
      const { gable, pitch: own, raised } = ownAt(edge)
      const rise = Math.tan(own ?? pitch)
      return { speed: gable ? 0 : 1 / rise, start: raised ?? 0 }
    })
    return edges.every(({ speed }) => Number.isFinite(speed)) ? hippedRoof(eaves, edges) : null
  }
  if (form === 'double' && !isConvex(eaves)) return null
  const planes = planesOf(roof, eaves, slope)
  const faces = planes.flatMap((plane): RoofFace[] => {
    let outline: Point[] = [...eaves]
    // One plane alone covers any outline.
    if (planes.length > 1)
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

function hippedRoof(eaves: readonly Point[], edges: readonly SlopingEdge[]): SolvedRoof | null {
  const made = skeletonFaces(eaves, edges)
  if (!made || made.faces.length === 0) return null
  const faces = made.faces.map(({ edge, corners }): RoofFace => {
    const [a, b] = [eaves[edge]!, eaves[(edge + 1) % eaves.length]!]
    const length = distance(a, b)
    const { speed, start } = edges[edge]!
    const plane: Plane = {
      at: a,
      u: { x: (b.x - a.x) / length, y: (b.y - a.y) / length },
      slope: 1 / speed,
    }
    return {
      outline: corners.map(({ x, y }) => ({ x, y })),
      heightAt: (p) => start + above(plane, p),
    }
  })
  const high = Math.max(...made.folds.flatMap(({ a, b }) => [a.z, b.z]))
  // Along a gable nothing folds.
  const folds = made.folds
    .filter(({ left, right }) => edges[left]!.speed > 0 && edges[right]!.speed > 0)
    .map(({ a, b }) => ({ a: { x: a.x, y: a.y }, b: { x: b.x, y: b.y } }))
  return { eaves, faces, folds, high }
}

function planesOf(
  { form, turn }: Pick<Roof, 'form' | 'turn'>,
  eaves: readonly Point[],
  slope: number,
): Plane[] {
  const level: Plane = { at: eaves[0]!, u: { x: 1, y: 0 }, slope: 0 }
  if (form === 'flat' || slope === 0) return [level]
  // Along the eaves that lie lowest in a direction.
  const lowest = (down: Point): Plane => {
    const at = eaves.reduce((best, p) => (dot(p, down) > dot(best, down) ? p : best))
    // The way along them, with the roof to the left.
    return { at, u: { x: -down.y, y: down.x }, slope }
  }
  if (form === 'mono') return [lowest(unitAt(turn))]
  return [lowest(unitAt(turn + Math.PI / 2)), lowest(unitAt(turn - Math.PI / 2))]
}

/** The corners of an outline, anticlockwise, those where nothing turns left out. */
function cornersOf(outline: Path): Corner[] {
  const corners: Corner[] = edgesOf(outline).flatMap((edge, i) => {
    const chords = flattenPath(pathOf([edge], false), 1)
    return chords.slice(0, -1).map(({ x, y }) => ({ x, y, edge: i }))
  })
  if (pathArea(pathOfPoints(corners, true)) < 0) {
    // Run the other way the edge that leaves a corner is the one that came to it.
    const edges = corners.map(({ edge }) => edge)
    const turned = corners.map((p, i) => ({ ...p, edge: edges[(i + edges.length - 1) % edges.length]! }))
    corners.splice(0, corners.length, ...turned.reverse())
  }
  return corners.filter((p, i) => {
    const before = corners[(i + corners.length - 1) % corners.length]!
    const after = corners[(i + 1) % corners.length]!
    const [u, v] = [subtract(p, before), subtract(after, p)]
    return Math.abs(cross(u, v)) > PARALLEL * Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y)
  })
}

const isConvex = (corners: readonly Point[]): boolean =>
  corners.every((p, i) => {
    const before = corners[(i + corners.length - 1) % corners.length]!
    const after = corners[(i + 1) % corners.length]!
    return cross(subtract(p, before), subtract(after, p)) >= 0
  })

const isSimple = (corners: readonly Point[]): boolean =>
  pathArea(pathOfPoints(corners, true)) > 0 && !crossesItself(pathOfPoints(corners, true))

/** The outline moved outwards, each edge by its own distance; null where that leaves no corners. */
function grown(corners: readonly Point[], by: readonly number[]): Point[] | null {
  const made = corners.map((p, i) => {
    const before = corners[(i + corners.length - 1) % corners.length]!
    const after = corners[(i + 1) % corners.length]!
    const u = unit(subtract(p, before))
    const v = unit(subtract(after, p))
    // Where the two edges meet that lie so far to the right of where they were.
    const [d, e] = [by[(i + corners.length - 1) % corners.length]!, by[i]!]
    const turn = cross(u, v)
    const along = (e - d * dot(u, v)) / turn
    return { x: p.x + u.y * d + u.x * along, y: p.y - u.x * d + u.y * along }
  })
  return made.every(({ x, y }) => Number.isFinite(x + y)) ? made : null
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
