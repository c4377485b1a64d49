import { clearLength, type SolvedWall } from '../building'
import { SAME_POINT } from '../geometry'
import type { Change, Id, Opening, Project } from '../records'
import { EditRefused, type MakeId } from './refusal'
import { openingsOf } from './walls'

export interface NewOpening {
  readonly wall: Id
  readonly fit: Opening['fit']
  /** The centre's distance from the wall's start, mm. */
  readonly along: number
  readonly width: number
  readonly sill: number
  readonly head: number
  readonly hand: Opening['hand']
  readonly side: Opening['side']
}

const CALLED: Record<Opening['fit'], string> = { door: 'door', window: 'window', gap: 'opening' }

/** Puts an opening into a wall. Refused where it would stand outside the clear wall or over another opening. */
export function addOpening(project: Project, solved: SolvedWall, input: NewOpening, makeId: MakeId): Change {
  const opening: Opening = { id: makeId(), kind: 'opening', ...input }
  refuseMisfit(project, solved, opening)
  return { put: [opening], drop: [] }
}

/** Changes facts of an opening, with the same refusals. */
export function changeOpening(
  project: Project,
  solved: SolvedWall,
  id: Id,
  facts: Partial<Omit<NewOpening, 'wall'>>,
): Change {
  const opening = { ...project.need('opening', id), ...facts }
  refuseMisfit(project, solved, opening)
  return { put: [opening], drop: [] }
}

function refuseMisfit(project: Project, solved: SolvedWall, opening: Opening): void {
  const called = CALLED[opening.fit]
  if (!(opening.width > 0)) throw new EditRefused(`A ${called} needs some width.`)
  if (opening.head <= opening.sill) throw new EditRefused(`The head of a ${called} lies above its sill.`)
  const clear = clearLength(solved.shape, solved.start, solved.end)
  const from = opening.along - opening.width / 2
  const to = opening.along + opening.width / 2
  if (to - from > clear.to - clear.from + SAME_POINT)
    throw new EditRefused(`The ${called} is wider than the clear wall.`)
  if (from < clear.from - SAME_POINT || to > clear.to + SAME_POINT)
    throw new EditRefused(`The ${called} would stand outside its wall.`)
  for (const other of openingsOf(project, opening.wall)) {
    if (other.id === opening.id) continue
    const apart =
      from >= other.along + other.width / 2 - SAME_POINT || to <= other.along - other.width / 2 + SAME_POINT
    if (!apart) throw new EditRefused(`There is a ${CALLED[other.fit]} in this place already.`)
  }
}

/** The other jamb carries the leaf. */
export function flipHand(project: Project, id: Id): Change {
  const opening = project.need('opening', id)
  return { put: [{ ...opening, hand: opening.hand === 'start' ? 'end' : 'start' }], drop: [] }
}

/** The leaf opens to the other side of the wall. */
export function flipSide(project: Project, id: Id): Change {
  const opening = project.need('opening', id)
  return { put: [{ ...opening, side: opening.side === 'left' ? 'right' : 'left' }], drop: [] }
}
