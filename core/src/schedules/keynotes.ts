import { setKeynote } from '../edit'
import { findBoard, type Id, type Project } from '../records'
import type { Column, SolverOf } from './table'

/** A keynote with where its number is shown. */
export interface KeynoteRow {
  readonly id: Id
  readonly number: string
  readonly text: string
  /** So many leaders show it. */
  readonly used: number
  /** On these drawings and sheets, by name. */
  readonly on: string
}

/** The keynotes of a project; of one level those that its plans show. */
export function keynoteRows(project: Project, _: SolverOf, only: Id | null): KeynoteRow[] {
  return project.all('keynote').flatMap(({ id, number, text }): KeynoteRow[] => {
    const boards = project.namers(id).flatMap((namer) => {
      const leader = project.find('leader', namer)
      const board = leader && findBoard(project, leader.drawing)
      const isHere =
        only === null || (board?.kind === 'drawing' && board.view === 'plan' && board.level === only)
      return board && isHere ? [board.kind === 'sheet' ? board.number : board.name] : []
    })
    if (only !== null && boards.length === 0) return []
    return [{ id, number, text, used: boards.length, on: [...new Set(boards)].join(', ') }]
  })
}

export const KEYNOTE_COLUMNS: readonly Column<KeynoteRow>[] = [
  {
    key: 'number',
    title: 'Number',
    kind: 'text',
    value: ({ number }) => number,
    set: (project, _, { id }, value) => setKeynote(project, id, { number: String(value ?? '') }),
  },
  {
    key: 'text',
    title: 'Note',
    kind: 'text',
    value: ({ text }) => text,
    set: (project, _, { id }, value) => setKeynote(project, id, { text: String(value ?? '') }),
  },
  { key: 'used', title: 'Shown', kind: 'count', value: ({ used }) => used },
  { key: 'on', title: 'On', kind: 'text', value: ({ on }) => on },
]
