import type { Point } from '../geometry'
import type { AnyRecord, Project, Stair } from '../records'
import { stairOf } from '../stairs'
import { lowestOver } from './clearOver'
import { floorOf } from './ground'

/** Where one has least room over a stair. */
export interface Headroom {
  /** Upright, from the tread, mm. */
  readonly height: number
  readonly at: Point
  /** What is over it. */
  readonly under: AnyRecord
}

/** So far from the edge of a tread it is looked whether anything is over it, as a part of the way to its middle. */
const INSET = 0.15
/** What touches a tread is not over it, mm. */
const TOUCHES = 1

/** The least headroom over a stair, over the middle and near the corners of each tread; null where nothing is over it. */
export function headroomOf(project: Project, stair: Stair): Headroom | null {
  const solved = stairOf(project, stair)
  if (!solved) return null
  const floor = floorOf(project, stair.level)
  let least: Headroom | null = null
  for (const { outline, middle, top } of solved.treads) {
    const foot = floor + top
    const near = outline.map(({ x, y }) => ({
      x: x + (middle.x - x) * INSET,
      y: y + (middle.y - y) * INSET,
    }))
    for (const at of [middle, ...near]) {
      const over = lowestOver(project, at, foot + TOUCHES, stair.id)
      if (over && (!least || over.z - foot < least.height))
        least = { height: over.z - foot, at, under: over.record }
    }
  }
  return least
}
