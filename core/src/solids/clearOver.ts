import { EDGE_ON, boxHasPoint, type Box, type Point } from '../geometry'
import type { AnyRecord, Id, Project, RecordKind } from '../records'
import { isRemoved } from '../records'
import { normalOf, type Point3, type Solid } from '../space'
import { solidOf } from './table'

/** Kinds that one may run one's head against. */
const OVER = ['slab', 'roof', 'stair', 'overhead', 'ramp'] as const satisfies readonly RecordKind[]

/** A face that looks down: where it lies in plan, and its height there. */
interface Underside extends Box {
  readonly loops: readonly (readonly Point[])[]
  heightAt(p: Point): number
}
const undersides = new WeakMap<Solid, readonly Underside[]>()

function undersidesOf(solid: Solid): readonly Underside[] {
  let found = undersides.get(solid)
  if (!found) {
    found = solid.faces.flatMap(({ loops, sheet }): Underside[] => {
      const normal = normalOf(solid.points, loops[0]!)
      const size = Math.hypot(normal.x, normal.y, normal.z)
      if (sheet || normal.z > -EDGE_ON * size) return []
      const base = solid.points[loops[0]![0]!]!
      const outlines = loops.map((loop) => loop.map((n): Point3 => solid.points[n]!))
      const xs = outlines[0]!.map(({ x }) => x)
      const ys = outlines[0]!.map(({ y }) => y)
      return [
        {
          minX: Math.min(...xs),
          maxX: Math.max(...xs),
          minY: Math.min(...ys),
          maxY: Math.max(...ys),
          loops: outlines,
          heightAt: ({ x, y }) => base.z - (normal.x * (x - base.x) + normal.y * (y - base.y)) / normal.z,
        },
      ]
    })
    undersides.set(solid, found)
  }
  return found
}

/** Whether a point lies within outlines (even-odd). */
function within(loops: readonly (readonly Point[])[], { x, y }: Point): boolean {
  let odd = false
  for (const loop of loops)
    loop.forEach((p, i) => {
      const q = loop[(i + 1) % loop.length]!
      if (p.y > y !== q.y > y && x < p.x + ((q.x - p.x) * (y - p.y)) / (q.y - p.y)) odd = !odd
    })
  return odd
}

/** Something over a place: what it is, and its height above datum there, mm. */
export interface Over {
  readonly record: AnyRecord
  readonly z: number
}

/**
 * The lowest underside of floors, roofs, stairs, ramps and beams over a place of the plan, higher than `z` above datum; null
 * when nothing is over it. What is to be removed does not count, nor does `except`.
 */
export function lowestOver(project: Project, p: Point, z: number, except: Id): Over | null {
  let best: Over | null = null
  for (const kind of OVER)
    for (const record of project.all(kind)) {
      if (record.id === except || isRemoved(record)) continue
      const solid = solidOf(project, record)
      if (!solid) continue
      for (const face of undersidesOf(solid)) {
        if (!boxHasPoint(face, p)) continue
        const height = face.heightAt(p)
        if (height > z && (!best || height < best.z) && within(face.loops, p)) best = { record, z: height }
      }
    }
  return best
}
