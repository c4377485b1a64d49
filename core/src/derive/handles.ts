import { handlesOf, isStanding, standsIn, type Handle } from '../kinds'
import type { AnyRecord } from '../records'
import { viewHandles, type SeenAround, type PulledPart } from '../views'
import { derivedOf, type Scene } from './scene'

/**
 * The board of a view from the side and what is seen on it; null on other boards, and where nothing is worked out yet.
 * @param scale real mm to one mm on paper
 */
export function seenAround(scene: Scene, scale: number): SeenAround | null {
  const { board } = scene
  if (board.kind !== 'drawing' || !isStanding(board)) return null
  const derived = derivedOf(scene, false)
  return derived && { board, extent: derived.extent, scale }
}

/**
 * The points by which something is reshaped on a board; what the building is made of has its own in each view of it.
 * @param scale real mm to one mm on paper
 */
export function handlesIn(
  scene: Scene,
  record: AnyRecord,
  scale: number,
): readonly (Handle & { readonly part?: PulledPart })[] {
  if (scene.view !== 'derived' || standsIn(scene.board, record)) return handlesOf(record)
  const [frame] = isStanding(scene.board) ? scene.frames : []
  if (!frame) return []
  return viewHandles(scene.project, frame, record, seenAround(scene, scale)).map(({ at, part }) => ({
    at,
    from: at,
    part,
  }))
}
