import { placedOn } from '../edit'
import { isDrawn, type Scene } from '../derive'
import type { DisplayItem } from '../display'
import { asRead, ownPlace, placedAt } from '../records'
import { layPlaced } from './layPlaced'

/**
 * Where annotation of a board stands at other scales than the one it is looked at, at the size it has there, as far as it has a
 * place of its own at one of them.
 * @param scale real mm to one paper mm of what is looked at
 */
export function otherPlaces(scene: Scene, scale: number, others: readonly number[]): DisplayItem[] {
  const { project, board, viewport } = scene
  return placedOn(project, board.id).flatMap((record) => {
    if (!record.places || !isDrawn(project, record, { printing: false })) return []
    const here = JSON.stringify(ownPlace(placedAt(record, { scale, viewport })))
    return others.flatMap((other): readonly DisplayItem[] => {
      const there = other === scale ? null : asRead(record, { scale: other })
      return there && JSON.stringify(ownPlace(there)) !== here ? layPlaced(there, scene, other) : []
    })
  })
}
