import { handlesOf, isStanding, standsIn, type Handle } from '../kinds'
import type { AnyRecord } from '../records'
import { viewHandles } from '../views'
import type { Scene } from './scene'

/** The points by which something is reshaped on a board; what the building is made of has its own in each view of it. */
export function handlesIn(scene: Scene, record: AnyRecord): readonly Handle[] {
  if (scene.view !== 'derived' || standsIn(scene.board, record)) return handlesOf(record)
  const [frame] = isStanding(scene.board) ? scene.frames : []
  return frame ? viewHandles(scene.project, frame, record).map(({ at }) => ({ at, from: at })) : []
}
