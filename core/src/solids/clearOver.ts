import { boxHasPoint, type Point } from '../geometry'
import type { AnyRecord, Id, Project, RecordKind } from '../records'
import { isRemoved } from '../records'
import { solidOf } from './table'
import { undersidesOf, within } from './undersides'

/** Kinds that one may run one's head against. */
const OVER = ['slab', 'roof', 'stair', 'overhead', 'ramp'] as const satisfies readonly RecordKind[]

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
