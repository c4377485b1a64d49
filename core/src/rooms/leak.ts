import type { LevelSolver } from '../building'
import { middle, straight, type Point } from '../geometry'
import { narrowestGap, type Gap } from '../linework'
import type { Project } from '../records'
import { spacesOf } from './rooms'

/** How far around a point a leak is searched, mm. */
export const LEAK_REACH = 15_000
/** Among more edges than this no leak is searched. */
const MOST_EDGES = 1500

/**
 * The narrowest gap between walls through which the space around a point runs out; null where it does not, where the
 * point lies in a wall, and when none is found. Gaps go from a corner to another wall, across what is not built.
 */
export function leakAt(project: Project, solver: LevelSolver, p: Point): Gap | null {
  if (!Number.isFinite(p.x + p.y)) return null
  const open = spacesOf(project, solver).openAround(p, LEAK_REACH)
  if (!open || open.edges.length > MOST_EDGES) return null
  return narrowestGap(
    open.edges.map(({ a, b }) => straight(a, b)),
    open.edges.map(({ a }) => a),
    p,
    { isOpen: ({ a, b }) => open.isOpen(middle(a, b)) },
  )
}
