import { insidePath, pathOfPoints } from '../geometry'
import type { Level, Project } from '../records'
import { normalOf } from '../space'
import { solidOf } from './table'

/** What is walked on. */
const WALKED = ['slab', 'ramp', 'stair'] as const

/**
 * The height above datum of what is walked on at a place of a level, mm: the highest face up beneath the height at
 * which the plan is cut; the floor of the level where nothing lies.
 */
export function floorAt(
  project: Project,
  level: Level,
  p: { readonly x: number; readonly y: number },
  /** Above the floor, mm. */
  cutHeight = level.cutHeight,
): number {
  const cut = level.elevation + cutHeight
  let found = -Infinity
  for (const kind of WALKED)
    for (const record of project.all(kind)) {
      if (record.level !== level.id) continue
      const solid = solidOf(project, record)
      if (!solid) continue
      for (const { loops } of solid.faces) {
        const n = normalOf(solid.points, loops[0]!)
        if (!(n.z > 0)) continue
        const corners = loops.map((loop) => loop.map((i) => solid.points[i]!))
        const [isIn, ...inHoles] = corners.map((loop) => insidePath(pathOfPoints(loop, true), p))
        if (!isIn || inHoles.some(Boolean)) continue
        const o = corners[0]![0]!
        const z = o.z - (n.x * (p.x - o.x) + n.y * (p.y - o.y)) / n.z
        if (z <= cut && z > found) found = z
      }
    }
  return found === -Infinity ? level.elevation : found
}
