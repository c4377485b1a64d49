import type { LevelSolver } from '../building'
import { SAME_POINT, distance, nearestOnEdge, straight, type Edge, type Point } from '../geometry'
import { regionAround } from '../linework'
import type { Project } from '../records'
import { spacesOf } from './rooms'

export interface Leak {
  readonly a: Point
  readonly b: Point
  readonly width: number
}

/** How far around a point a leak is searched, mm. */
const SEARCH = 15_000
/** Wider openings are no leaks: there is simply no wall. */
const WIDEST = 3000
/** So many gaps are looked at, narrowest first. */
const MOST_GAPS = 400
/** Among more edges than this no leak is searched. */
const MOST_EDGES = 1500

/**
 * The narrowest gap between walls through which the space around a point runs out; null when none is found.
 * Gaps are shut one after the other, narrowest first, until the space closes.
 */
export function leakAt(project: Project, solver: LevelSolver, p: Point): Leak | null {
  if (!Number.isFinite(p.x + p.y)) return null
  const spaces = spacesOf(project, solver)
  const edges = spaces.edgesNear(p, SEARCH)
  if (edges.length > MOST_EDGES || regionAround(edges, p, 0).found) return null
  const gaps = gapsBetween(edges, (q) => spaces.isBuilt(q)).slice(0, MOST_GAPS)
  const closes = (count: number): boolean =>
    regionAround([...edges, ...gaps.slice(0, count).map(({ a, b }) => straight(a, b))], p, 0).found
  if (gaps.length === 0 || !closes(gaps.length)) return null
  let low = 0
  let high = gaps.length
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (closes(middle)) high = middle
    else low = middle
  }
  return gaps[high - 1]!
}

/** From each corner to each edge near it, across what is not built; narrowest first. */
function gapsBetween(edges: readonly Edge[], isBuilt: (p: Point) => boolean): Leak[] {
  const gaps: Leak[] = []
  for (const { a } of edges) {
    for (const edge of edges) {
      if (distance(edge.a, a) <= SAME_POINT || distance(edge.b, a) <= SAME_POINT) continue
      const { point: b, distance: width } = nearestOnEdge(edge, a)
      if (width > WIDEST || width <= SAME_POINT) continue
      if (!isBuilt({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })) gaps.push({ a, b, width })
    }
  }
  return gaps.sort((p, q) => p.width - q.width)
}
