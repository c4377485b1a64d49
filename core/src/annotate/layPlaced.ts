import type { LevelSolver } from '../building'
import { foreseenItems, type Scene } from '../derive'
import type { DisplayItem } from '../display'
import { styleOf } from '../library'
import { isPlaced, placedAt, type AnyRecord, type Opening, type Placed, type Room } from '../records'
import { roomIn } from '../rooms'
import { layAnnotation } from './drawing'
import { markItems } from './openingMark'
import { tagItems, tagWords } from './roomTag'

/**
 * Annotation as it would be drawn in the place it has, with the tags of rooms that were put somewhere and the numbers of openings;
 * whether it is shown there or not.
 * @param scale real mm to one paper mm
 */
export function layPlaced(record: Placed, scene: Scene, scale: number): readonly DisplayItem[] {
  switch (record.kind) {
    case 'room':
      return tagPut(record, scene, scale)
    case 'opening':
      return markPut(record, scene, scene.building, scale)
    case 'dimension':
    case 'roundDimension':
    case 'leader':
    case 'levelMark':
    case 'note':
    case 'symbol':
      return layAnnotation(record, scene, scale, false)
  }
}

/** A record as it would be drawn if it were stored: its linework, or its annotation. */
export function foreseenRecord(record: AnyRecord, scene: Scene, scale: number): readonly DisplayItem[] {
  // Whether numbers of openings show is not told from these alone.
  if (record.kind === 'opening') return foreseenItems(record, scene, scale)
  const placed = placedAt(record, { scale, viewport: scene.viewport })
  const written = isPlaced(placed)
    ? layPlaced(placed, scene, scale)
    : layAnnotation(placed, scene, scale, false)
  return [...foreseenItems(record, scene, scale), ...written]
}

function tagPut(room: Room, { project, building, turned }: Scene, scale: number): readonly DisplayItem[] {
  const found = building && room.tagAt && roomIn(project, building, room.id)
  if (!found || !room.tagAt) return []
  const words = tagWords(found, project.facts.units)
  return tagItems(room, words, room.tagAt, scale, styleOf(project, null).clearPaperMm, turned)
}

/** The number of an opening in its wall, as a building has it. */
export function markPut(
  opening: Opening,
  { turned }: Scene,
  building: LevelSolver | null,
  scale: number,
): readonly DisplayItem[] {
  const wall = building?.get(opening.wall)
  const isAmiss = wall?.openings.some((each) => each.opening.id === opening.id && each.fault)
  return wall && !isAmiss ? markItems(wall.shape, opening, scale, turned) : []
}
