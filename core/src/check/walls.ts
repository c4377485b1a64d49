import { atWall, inWall, type LevelSolver, type SolvedWall } from '../building'
import { removeItems, runWallOn } from '../edit'
import { IN_ONE_LINE, NEAR_MISS, boxOf, cross, distance, growBox, type Box, type Point } from '../geometry'
import type { Id, Project } from '../records'
import { openingPoint } from '../ties'
import { formatLengthWithUnit, type Units } from '../units'
import type { Found } from './matter'

/** What is open about a wall and what stands in it, among the walls that are seen. */
export function wallMatters(wall: SolvedWall, seen: LevelSolver, units: Units): Found[] {
  const found: Found[] = []
  const { shape } = wall
  for (const end of ['a', 'b'] as const) {
    const cut = end === 'a' ? wall.start : wall.end
    if (cut.how !== 'free') continue
    const near = nearMiss(seen, shape.id, shape[end])
    if (near !== null)
      found.push({
        stage: 'walls',
        key: `free-${shape.id}-${end}`,
        text: `A wall ends ${formatLengthWithUnit(near.away, units)} short of another.`,
        about: [shape.id],
        at: shape[end],
        mend: (now) => runWallOn(now, shape.id, end, near.id),
      })
  }
  for (const { other, length, doubled } of overlapsOf(seen, wall))
    found.push({
      stage: 'walls',
      key: `over-${shape.id}-${other}`,
      text: doubled
        ? 'Two walls stand in the same place.'
        : `Two walls overlap for ${formatLengthWithUnit(length, units)}.`,
      about: [shape.id, other],
      at: atWall(shape, shape.length / 2, 0),
      ...(doubled ? { mend: (now: Project) => removeItems(now, [lesser(now, shape.id, other)]) } : {}),
    })
  for (const { opening, fault } of wall.openings) {
    if (!fault) continue
    const what = opening.fit === 'gap' ? 'An opening' : `A ${opening.fit}`
    found.push({
      stage: 'openings',
      key: `misfit-${opening.id}`,
      text: fault === 'outside' ? `${what} no longer fits its wall.` : `${what} lies over another one.`,
      about: [opening.id],
      at: openingPoint(wall, opening, 'centre', 'axis'),
    })
  }
  return found
}

/** Around a place where walls changed: as far as what is said of walls depends on it. */
export const wallsReach = (place: Box): Box => growBox(place, Math.max(NEAR_MISS, IN_LINE))

/** How far short of another wall a free end stops, and of which; null when none is near. */
function nearMiss(solver: LevelSolver, id: Id, p: Point): { away: number; id: Id } | null {
  let nearest: { away: number; id: Id } | null = null
  const box = { minX: p.x - NEAR_MISS, minY: p.y - NEAR_MISS, maxX: p.x + NEAR_MISS, maxY: p.y + NEAR_MISS }
  for (const other of solver.wallsNear(box)) {
    const { shape } = other
    if (shape.id === id) continue
    const { along, aside } = inWall(shape, p)
    const beyond = Math.max(0, -along, along - shape.length)
    const beside = Math.max(0, shape.low - aside, aside - shape.high)
    const away = Math.hypot(beyond, beside)
    if (away > 0 && away <= NEAR_MISS && (nearest === null || away < nearest.away))
      nearest = { away, id: shape.id }
  }
  return nearest
}

/** Lines nearer to each other than this run in one line, mm. */
const IN_LINE = 20
/** Walls may share so much of their length at a joint, mm. */
const SHARED = 60

/** Walls that run beside a wall in the same line and over the same length; each pair once. */
function overlapsOf(
  solver: LevelSolver,
  { shape }: SolvedWall,
): { other: Id; length: number; doubled: boolean }[] {
  if (shape.arc) return []
  const box = growBox(boxOf([shape.a, shape.b]), IN_LINE)
  const found: { other: Id; length: number; doubled: boolean }[] = []
  for (const { shape: other } of solver.wallsNear(box)) {
    if (other.id <= shape.id || other.arc || Math.abs(cross(shape.u, other.u)) > IN_ONE_LINE) continue
    const a = inWall(shape, other.a)
    const b = inWall(shape, other.b)
    if (Math.abs(a.aside) > IN_LINE || Math.abs(b.aside) > IN_LINE) continue
    const from = Math.max(0, Math.min(a.along, b.along))
    const to = Math.min(shape.length, Math.max(a.along, b.along))
    if (to - from <= SHARED) continue
    found.push({
      other: other.id,
      length: to - from,
      doubled: to - from >= Math.min(shape.length, other.length) - 1,
    })
  }
  return found
}

/** Of two walls the one that can go: without openings, or else the shorter. */
function lesser(project: Project, p: Id, q: Id): Id {
  const weight = (id: Id): number => {
    const wall = project.need('wall', id)
    return project.dependents(id).length * 1e9 + distance(wall.a, wall.b)
  }
  return weight(p) < weight(q) ? p : q
}
