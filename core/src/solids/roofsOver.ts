import { SAME_POINT, boxHasPoint, boxOf, dot, segmentCrossing, type Box, type Point } from '../geometry'
import type { Project, Stair, Wall } from '../records'
import { solveRoof } from '../roofs'
import { stairSolid } from './fabric'
import { floorOf } from './ground'
import { undersidesOf, within } from './undersides'

/** A face something may stand beneath: where it lies in plan, and its height there, mm above datum. */
interface Over {
  readonly box: Box
  readonly loops: readonly (readonly Point[])[]
  heightAt(p: Point): number
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
 * Up to where something may stand along a way from a to b before it meets what it goes up to: the lowest underside above a
 * height; where nothing is, `otherwise`. Distances are told from a, parts follow each other.
 */
export function clearUnder(
  project: Project,
  what: NonNullable<Wall['upTo']>,
  a: Point,
  b: Point,
  above: number,
  otherwise: number,
): UnderRoof[] {
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  if (length <= SAME_POINT) return []
  const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
  const faces = what === 'roof' ? roofsAbove(project) : stairsAbove(project)
  const at = (s: number): Point => ({ x: a.x + u.x * s, y: a.y + u.y * s })
  const stops = [0, length]
  for (const { loops } of faces)
    for (const outline of loops)
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
    const [low, high] = [lowest(faces, at(s), above, otherwise), lowest(faces, at(t), above, otherwise)]
    const slope = (high - low) / (t - s)
    parts.push({ from, to, low: low - slope * inwards, high: high + slope * inwards })
  }
  return parts
}

/** Up to where something may stand before it meets a roof. */
export const roofsOver = (
  project: Project,
  a: Point,
  b: Point,
  above: number,
  otherwise: number,
): UnderRoof[] => clearUnder(project, 'roof', a, b, above, otherwise)

/** The lowest underside at a place, above a height. */
function lowest(faces: readonly Over[], p: Point, above: number, otherwise: number): number {
  let best = Infinity
  for (const { box, loops, heightAt } of faces) {
    if (!boxHasPoint(box, p) || !within(loops, p)) continue
    const z = heightAt(p)
    if (z > above && z < best) best = z
  }
  return Number.isFinite(best) ? best : otherwise
}

function roofsAbove(project: Project): Over[] {
  return project.all('roof').flatMap((roof): Over[] => {
    const eaves = floorOf(project, roof.level) + roof.eaves
    return (solveRoof(roof)?.faces ?? []).map(({ outline, heightAt }) => ({
      box: boxOf(outline),
      loops: [outline],
      heightAt: (p) => eaves + heightAt(p),
    }))
  })
}

const stairFaces = new WeakMap<
  Stair,
  { readonly from: readonly unknown[]; readonly faces: readonly Over[] }
>()

function stairsAbove(project: Project): Over[] {
  return project.all('stair').flatMap((stair): readonly Over[] => {
    const from = [project.facts, project.find('level', stair.level)]
    const before = stairFaces.get(stair)
    if (before?.from.every((each, i) => each === from[i])) return before.faces
    const solid = stairSolid(project, stair)
    const faces = (solid ? undersidesOf(solid) : []).map((face) => ({
      box: face,
      loops: face.loops,
      heightAt: (p: Point) => face.heightAt(p),
    }))
    stairFaces.set(stair, { from, faces })
    return faces
  })
}
