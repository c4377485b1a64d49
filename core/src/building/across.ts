import {
  SAME_POINT,
  boxOf,
  crossings,
  distance,
  growBox,
  offsetFrom,
  type Edge,
  type Point,
} from '../geometry'
import type { Id } from '../records'
import { cutAt } from './cut'
import type { SolvedWall } from './solved'
import type { LevelSolver } from './solver'
import { wallLine } from './wallShape'

/** Further off than this no wall is looked for, mm. */
const FURTHEST = 1e6

/** A wall met on a straight way from a point. */
export interface WallMet {
  readonly wall: SolvedWall
  /** Where its nearer face is met, doors and windows passed over. */
  readonly at: Point
  readonly distance: number
}

/** The face of a wall at an offset from its line, from cut to cut, doors and windows passed over. */
export function wholeFace({ shape, start, end }: SolvedWall, side: 'left' | 'right'): Edge {
  const left = side === 'left'
  const aside = left ? shape.high : shape.low
  const strip = left ? 0 : shape.strips.length - 1
  return wallLine(shape, aside, cutAt(start.strips[strip]!, aside), cutAt(end.strips[strip]!, aside))
}

/** The first wall met from `p` in the direction of the unit vector `u`; null when none is. */
export function wallAcross(
  solver: LevelSolver,
  p: Point,
  u: Point,
  except: ReadonlySet<Id> = new Set(),
): WallMet | null {
  const way: Edge = { a: p, b: offsetFrom(p, u, FURTHEST), sweep: 0 }
  let best: WallMet | null = null
  for (const wall of solver.wallsNear(growBox(boxOf([way.a, way.b]), 1))) {
    if (except.has(wall.shape.id)) continue
    for (const side of ['left', 'right'] as const)
      for (const { point } of crossings(way, wholeFace(wall, side))) {
        const away = distance(p, point)
        if (away > SAME_POINT && (!best || away < best.distance)) best = { wall, at: point, distance: away }
      }
  }
  return best
}

/** The clear distance from the middle of a wall's face to the next wall on that side, mm; null where none stands. */
export function clearBeside(
  solver: LevelSolver,
  wall: SolvedWall,
  side: 'left' | 'right',
): { readonly clear: number; readonly from: Point; readonly to: Point } | null {
  const { shape } = wall
  if (shape.arc) return null
  const face = wholeFace(wall, side)
  const from = { x: (face.a.x + face.b.x) / 2, y: (face.a.y + face.b.y) / 2 }
  const sense = side === 'left' ? 1 : -1
  const met = wallAcross(solver, from, { x: -shape.u.y * sense, y: shape.u.x * sense }, new Set([shape.id]))
  return met && { clear: met.distance, from, to: met.at }
}
