import {
  SAME_POINT,
  boxHasPoint,
  boxOf,
  dot,
  insidePath,
  pathOfPoints,
  segmentCrossing,
  type Point,
} from '../geometry'
import type { Project, Roof } from '../records'
import { solveRoof, type SolvedRoof } from '../roofs'
import { floorOf } from './ground'

/** A roof with the height of its eaves above datum. */
interface Over {
  readonly solved: SolvedRoof
  readonly eaves: number
}

/** Part of a way in plan, with how high the roof over it begins at both its ends, mm above datum. */
export interface UnderRoof {
  readonly from: number
  readonly to: number
  readonly low: number
  readonly high: number
}

/** So little from the end of a part it is looked how high that is, mm: at the end itself two roofs may meet. */
const INWARDS = 1

/**
 * Up to where something may stand along a way from a to b before it meets a roof: the lowest underside above a height; where
 * no roof is, `otherwise`. Distances are told from a, parts follow each other.
 */
export function roofsOver(
  project: Project,
  a: Point,
  b: Point,
  above: number,
  otherwise: number,
): UnderRoof[] {
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  if (length <= SAME_POINT) return []
  const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
  const roofs = project.all('roof').flatMap((roof): Over[] => {
    const solved = solveRoof(roof)
    return solved ? [{ solved, eaves: floorOf(project, roof.level) + roof.eaves }] : []
  })
  const at = (s: number): Point => ({ x: a.x + u.x * s, y: a.y + u.y * s })
  const stops = [0, length]
  for (const { solved } of roofs)
    for (const { outline } of solved.faces)
      outline.forEach((p, i) => {
        const q = outline[(i + 1) % outline.length]!
        const crossing = segmentCrossing(a, b, p, q)
        if (crossing) stops.push(dot(u, { x: crossing.x - a.x, y: crossing.y - a.y }))
      })
  stops.sort((p, q) => p - q)
  const parts: UnderRoof[] = []
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [Math.max(0, stops[i]!), Math.min(length, stops[i + 1]!)]
    if (to - from <= SAME_POINT) continue
    const inwards = Math.min(INWARDS, (to - from) / 4)
    const [s, t] = [from + inwards, to - inwards]
    const [low, high] = [lowest(roofs, at(s), above, otherwise), lowest(roofs, at(t), above, otherwise)]
    const slope = (high - low) / (t - s)
    parts.push({ from, to, low: low - slope * inwards, high: high + slope * inwards })
  }
  return parts
}

/** The lowest underside of a roof at a place, above a height. */
function lowest(roofs: readonly Over[], p: Point, above: number, otherwise: number): number {
  let best = Infinity
  for (const { solved, eaves } of roofs) {
    if (!boxHasPoint(boxOf(solved.eaves), p)) continue
    const face = solved.faces.find(({ outline }) => insidePath(pathOfPoints(outline, true), p))
    if (!face) continue
    const z = eaves + face.heightAt(p)
    if (z > above && z < best) best = z
  }
  return Number.isFinite(best) ? best : otherwise
}

/** What walls that go up to the roof are made from. */
export const roofsOf = (project: Project): readonly Roof[] => project.all('roof')
