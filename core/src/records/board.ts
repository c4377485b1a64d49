import type { Drawing, DrawingOf } from './drawing'
import type { Id } from './parts'
import type { Project } from './project'
import type { Sheet } from './sheet'
import { sheetSet } from './sheetSet'
import type { TitleBlock } from './titleBlock'

/** What is drafted on: a drawing in real mm, or a sheet or a title block in paper mm. */
export type Board = Drawing | Sheet | TitleBlock

/** Whether a record is drafted on. */
export const isBoard = (record: { readonly kind: string }): record is Board =>
  record.kind === 'drawing' || record.kind === 'sheet' || record.kind === 'titleBlock'

/** The board of an id; undefined when it is no board. */
export const findBoard = (project: Project, id: Id): Board | undefined =>
  project.find('drawing', id) ?? project.find('sheet', id) ?? project.find('titleBlock', id)

/** All boards of a project: drawings, sheets in the order of the set, title blocks. */
export const boardsOf = (project: Project): Board[] => [
  ...project.all('drawing'),
  ...sheetSet(project),
  ...project.all('titleBlock'),
]

/** The board of an id; throws when there is none. */
export const needBoard = (project: Project, id: Id): Board =>
  findBoard(project, id) ?? project.need('drawing', id)

/** The board that a record is drafted on; null for what stands on a level, and for what stands nowhere. */
export const boardOf = (project: Project, record: object): Board | null =>
  'drawing' in record && typeof record.drawing === 'string'
    ? (findBoard(project, record.drawing) ?? null)
    : null

/** What a board is called where it is found. */
export function boardName(board: Board): string {
  switch (board.kind) {
    case 'drawing':
      return board.name
    case 'sheet':
      return `${board.number} ${board.title}`
    case 'titleBlock':
      return `Title block ${board.name}`
  }
}

/** Board mm to one paper mm: sheets and title blocks are paper themselves. */
export const scaleOf = (board: Board): number => (board.kind === 'drawing' ? board.readingScale : 1)

/** Angle of the working axes of a board, radians. */
export const axesOf = (board: Board): number => (board.kind === 'drawing' ? (board.axes ?? 0) : 0)

/** A board that is a plan of a level; null for any other. */
export const asPlan = (board: Board): DrawingOf<'plan'> | null =>
  board.kind === 'drawing' && board.view === 'plan' ? board : null

/** What the records of a board hang on: the board itself, and the level it is a plan of. */
export function hostsOf(board: Board): readonly Id[] {
  const plan = asPlan(board)
  return plan ? [plan.id, plan.level] : [board.id]
}
