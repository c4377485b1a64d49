import type { Boundary, LevelSolver } from '../building'
import { DraftField } from '../derive'
import {
  applyTo,
  boxOf,
  growBox,
  nearestOnEdge,
  placing,
  pointOn,
  segmentCrossing,
  type Point,
} from '../geometry'
import type { Id } from '../records'

/** A place at the face of a wall, with the turn that sets a block's back against it. */
export interface Seat {
  /** The wall or column. */
  readonly of: Id
  readonly at: Point
  readonly turn: number
}

/** The nearest face of a wall or column within reach of a point; null when there is none. */
export function seatAt(solver: LevelSolver, p: Point, reach: number): Seat | null {
  const seen = solver.seen()
  const box = growBox(boxOf([p]), reach)
  let best: { away: number; b: Boundary; at: Point } | null = null
  const see = (boundaries: readonly Boundary[]): void => {
    for (const b of boundaries) {
      if (b.left >= 0 && b.right >= 0) continue
      const edge = { a: { x: b.x1, y: b.y1 }, b: { x: b.x2, y: b.y2 }, sweep: 0 }
      const { point, distance } = nearestOnEdge(edge, p)
      // A short end of a wall counts only when nothing else does.
      const away = distance + (Math.hypot(b.x2 - b.x1, b.y2 - b.y1) < 300 ? reach / 2 : 0)
      if (distance <= reach && (!best || away < best.away)) best = { away, b, at: point }
    }
  }
  for (const wall of seen.wallsNear(box)) see(wall.boundaries)
  for (const column of seen.columnsNear(box)) see(column.boundaries)
  const found = best as { away: number; b: Boundary; at: Point } | null
  if (!found) return null
  const { b, at } = found
  // The wall lies on the side that is not empty; the back looks into it.
  const along = Math.atan2(b.y2 - b.y1, b.x2 - b.x1)
  const into = b.left >= 0 ? along + Math.PI / 2 : along - Math.PI / 2
  return { of: b.owner, at, turn: into - Math.PI / 2 }
}

/** A clear distance from a block to what lies next to it. */
export interface Clearance {
  readonly from: Point
  readonly to: Point
  readonly length: number
}

/** Further off than this nothing is told, mm. */
const FURTHEST = 6000
/** Nearer than this it stands against it. */
const AGAINST = 1

/** The clear distances from the middles of a block's four sides to the nearest line there. */
export function clearances(
  field: DraftField,
  placed: { readonly at: Point; readonly turn: number; readonly mirrored: boolean },
  box: { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number },
  except: ReadonlySet<Id> = new Set(),
): Clearance[] {
  const map = placing(placed.at, placed.turn, placed.mirrored)
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
  const sides: [Point, Point][] = [
    [
      { x: box.maxX, y: middle.y },
      { x: 1, y: 0 },
    ],
    [
      { x: box.minX, y: middle.y },
      { x: -1, y: 0 },
    ],
    [
      { x: middle.x, y: box.maxY },
      { x: 0, y: 1 },
    ],
    [
      { x: middle.x, y: box.minY },
      { x: 0, y: -1 },
    ],
  ]
  return sides.flatMap(([side, way]): Clearance[] => {
    const from = applyTo(map, side)
    const far = applyTo(map, { x: side.x + way.x * FURTHEST, y: side.y + way.y * FURTHEST })
    let nearest: { at: Point; away: number } | null = null
    for (const entry of field.edgesIn(boxOf([from, far]))) {
      if (entry.role === 'axis' || entry.role === 'grid' || except.has(entry.source)) continue
      const { edge } = entry
      const parts = edge.sweep === 0 ? 1 : 8
      for (let i = 0; i < parts; i++) {
        const at = segmentCrossing(from, far, pointOn(edge, i / parts), pointOn(edge, (i + 1) / parts))
        if (!at) continue
        const away = Math.hypot(at.x - from.x, at.y - from.y)
        if (!nearest || away < nearest.away) nearest = { at, away }
      }
    }
    return nearest && nearest.away > AGAINST ? [{ from, to: nearest.at, length: nearest.away }] : []
  })
}
