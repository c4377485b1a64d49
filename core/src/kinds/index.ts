import {
  EMPTY_BOX,
  boxCentre,
  isEmptyBox,
  joinBoxes,
  type Box,
  type Edge,
  type Path,
  type Point,
} from '../geometry'
import type { Reach } from '../building'
import {
  forUnplaced,
  KINDS,
  type AnyRecord,
  type Board,
  type Id,
  type Project,
  type RecordKind,
  type RecordOf,
  asPlan,
  findBoard,
} from '../records'
import { WALL_HOMES } from './walls'
import { FABRIC_HOMES } from './fabric'
import { DRAFTED_HOMES } from './drafted'
import { ANNOTATION_HOMES } from './annotation'
import { PLACED_HOMES } from './placed'
import { drawingHome, isMarkedOn } from './views'
import type { Handle, Home, Mapping, Move } from './home'

export { isLike, type Likeness } from './alike'
export { placesOf, type Find } from './placesOf'
export { framed, type Frame } from './placed'
export { turnedOver } from './annotation'
export { roundMeasure, roundOf, roundThrough } from './round'

/** How every kind stands in its drawing; null: it stands nowhere of its own. */
export const HOMES: { readonly [K in RecordKind]: Home<RecordOf<K>> | null } = {
  ...forUnplaced(null),
  ...WALL_HOMES,
  ...FABRIC_HOMES,
  ...DRAFTED_HOMES,
  ...ANNOTATION_HOMES,
  ...PLACED_HOMES,
  drawing: drawingHome,
}

/** How the kind of a record stands in its drawing; null: nowhere of its own. */
export const homeOf = <R extends AnyRecord>(record: R): Home<R> | null =>
  HOMES[record.kind] as unknown as Home<R> | null

/** Kinds that stand somewhere: what is selected, moved and copied. */
export const standsSomewhere = (kind: RecordKind): boolean => HOMES[kind] !== null

/**
 * Whether a record is part of a board: drafted on it alone, placed on it as a sheet, or on the level it is a plan of.
 * What stands in walls is part of a board with them.
 */
export function standsIn(board: Board, record: AnyRecord): boolean {
  if (HOMES[record.kind] === null) return false
  if (record.kind === 'drawing') return isMarkedOn(board, record)
  if ('sheet' in record) return record.sheet === board.id
  if ('drawing' in record && record.drawing !== undefined) return record.drawing === board.id
  const plan = asPlan(board)
  if (!plan) return false
  return 'level' in record ? record.level === plan.level : KINDS[record.kind].host === 'plans'
}

/** The board a placed block is looked at on: its own, or the first plan of its level. */
export function boardShowing(
  project: Project,
  { drawing, level }: Pick<RecordOf<'placement'>, 'drawing' | 'level'>,
): Board | undefined {
  if (drawing !== undefined) return findBoard(project, drawing)
  return project.all('drawing').find((each) => each.view === 'plan' && each.level === level)
}

/** A record as part of another board; null for what has no place there. */
export function hostedIn<R extends AnyRecord>(record: R, board: Board): R | null {
  const plan = asPlan(board)
  switch (KINDS[record.kind].host) {
    case 'board':
      return { ...record, drawing: board.id }
    case 'level': {
      const { level: _, ...rest } = record as R & { level: Id }
      if (plan)
        return {
          ...rest,
          level: plan.level,
          ...('drawing' in record && record.drawing !== undefined ? { drawing: plan.id } : {}),
        } as unknown as R
      return record.kind === 'placement' ? ({ ...rest, drawing: board.id } as unknown as R) : null
    }
    case 'plans':
      return plan ? record : null
    case 'sheet':
      return board.kind === 'sheet' ? { ...record, sheet: board.id } : null
    case 'wall':
    case 'library':
    case 'project':
      return record
  }
}

/** A record under a map that keeps shapes; null for what stands nowhere of its own. */
export const mapped = <R extends AnyRecord>(record: R, mapping: Mapping): R | null =>
  homeOf(record)?.mapped(record, mapping) ?? null

/** A record with those of its points moved that `move` moves; the same object when none does. */
export const stretched = <R extends AnyRecord>(record: R, move: Move): R =>
  homeOf(record)?.stretched(record, move) ?? record

/** The points by which a record can be reshaped, with the point that typed distances are taken from. */
export const handlesOf = (record: AnyRecord): readonly Handle[] => homeOf(record)?.handles(record) ?? []

/** A record with one of those points brought elsewhere. */
export const withHandle = <R extends AnyRecord>(record: R, index: number, to: Point): R =>
  homeOf(record)?.withHandle(record, index, to) ?? record

/** Around the points that place a record; empty for what stands nowhere. */
export const placedBox = (record: AnyRecord): Box => homeOf(record)?.placed(record) ?? EMPTY_BOX

/** The middle of what places some records. */
export function middleOf(records: Iterable<AnyRecord>): Point {
  let box: Box = EMPTY_BOX
  for (const record of records) box = joinBoxes(box, placedBox(record))
  return isEmptyBox(box) ? { x: 0, y: 0 } : boxCentre(box)
}

/** The edges of a record that things can be tied to. */
export const edgesOfRecord = (record: AnyRecord, project: Project): readonly Edge[] =>
  homeOf(record)?.edges(record, project) ?? []

/** When the edges of a record are tied to, against the faces of walls; null: never. */
export const tiedWhen = (record: AnyRecord): Home<AnyRecord>['tied'] => homeOf(record)?.tied ?? null

/** The centre of a record, where it has one that is no end of an edge. */
export const centreOf = (record: AnyRecord): Point | null => homeOf(record)?.centre(record) ?? null

/** The areas a record covers. */
export const areasOf = (record: AnyRecord, project: Project): readonly Path[] =>
  homeOf(record)?.areas(record, project) ?? []

/** The areas inside of which a record is taken, where nothing else is meant. */
export const insidesOf = (record: AnyRecord, project: Project): readonly Path[] =>
  homeOf(record)?.inside ? areasOf(record, project) : []

/** From where to where a record goes, mm above the floor of its level; null for what has no height of its own. */
export const reachOf = (record: AnyRecord, project: Project): Reach | null =>
  homeOf(record)?.reach(record, project) ?? null

/** Why nobody can mean a record as it is; null when it is sound. */
export const faultOf = (record: AnyRecord, project: Project): string | null =>
  homeOf(record)?.fault(record, project) ?? null

export type { Handle, Home, Mapping, Move } from './home'
export { columnOutline } from './walls'
export { isMarkedOn, isStanding, sightCorners } from './views'
export { storedPath } from './maps'
export { guideEdge, shapeFault } from './drafted'
export { outlineFault, overheadOutline, rampOutline } from './fabric'
