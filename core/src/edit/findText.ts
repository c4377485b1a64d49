import {
  WRITTEN_KINDS,
  boardsOf,
  findBoard,
  rewritten,
  writtenIn,
  type AnyRecord,
  type Board,
  type Change,
  type Id,
  type Project,
} from '../records'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'
import { wordsOf } from './words'

/** What is looked for in texts. */
export interface Sought {
  readonly text: string
  /** Capitals count. */
  readonly exact: boolean
  /** Only whole words: no letter or figure stands right before or after it. */
  readonly whole: boolean
}

/** Something written in which words were found. */
export interface FoundText {
  readonly record: AnyRecord
  /** Those of its texts, one after the other. */
  readonly text: string
  readonly board: Board
  /** So many times. */
  readonly count: number
}

/** Signs that mean something in a pattern stand for themselves. */
const literal = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

function patternOf({ text, exact, whole }: Sought): RegExp {
  const [from, to] = whole ? ['(?<![\\p{L}\\p{N}])', '(?![\\p{L}\\p{N}])'] : ['', '']
  return new RegExp(from + literal(text) + to, exact ? 'gu' : 'giu')
}

/**
 * All that is written in drawings, on sheets and on title blocks in which a text is found: notes, leaders, what is said of figures, names of level
 * marks, symbols, fields of blocks. In the order of their boards; none for no text.
 */
export function findText(project: Project, sought: Sought): FoundText[] {
  if (sought.text === '') return []
  const pattern = patternOf(sought)
  const order = new Map(boardsOf(project).map(({ id }, i) => [id, i]))
  return WRITTEN_KINDS.flatMap((kind): AnyRecord[] => project.all(kind))
    .flatMap((record): FoundText[] => {
      const found = writtenIn(record).filter(({ text }) => text.match(pattern))
      const count = found.reduce((sum, { text }) => sum + text.match(pattern)!.length, 0)
      const board = count > 0 ? boardOf(project, record) : undefined
      return board ? [{ record, text: found.map(({ text }) => text).join(' · '), board, count }] : []
    })
    .sort((p, q) => order.get(p.board.id)! - order.get(q.board.id)!)
}

/** The board something written stands on; of what stands on a level, the first plan of it. */
function boardOf(project: Project, record: AnyRecord): Board | undefined {
  if ('drawing' in record && record.drawing !== undefined) return findBoard(project, record.drawing)
  const level = 'level' in record ? record.level : undefined
  return project.all('drawing').find((board) => board.view === 'plan' && board.level === level)
}

/**
 * Texts with something else in the place of what is looked for, as it is typed.
 * @refuses bad-value, gone, locked, nonsense, nothing, unnamed
 */
export function replaceText(project: Project, ids: readonly Id[], sought: Sought, by: string): Change {
  if (sought.text === '') throw new EditRefused('nothing', 'Type what is to be looked for.')
  refuseLocked(project, ids)
  const pattern = patternOf(sought)
  const made = ids.flatMap((id): AnyRecord[] => {
    const record = project.get(id)
    if (!record) throw new EditRefused('gone', 'What it stood in is gone.')
    let made = record
    for (const { key, text } of writtenIn(record)) {
      // What stands in its place is taken as it is.
      const now = text.replace(pattern, () => by)
      if (now !== text) made = rewritten(made, key, wordsOf(now))
    }
    return made === record ? [] : [made]
  })
  if (made.length === 0) throw new EditRefused('nothing', `“${sought.text}” stands in none of them.`)
  return storing(project, ...made)
}
