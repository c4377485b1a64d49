import {
  findBoard,
  type AnyRecord,
  type Board,
  type Change,
  type Id,
  type Leader,
  type Note,
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

/** A note or leader in which something was found. */
export interface FoundText {
  readonly record: Note | Leader
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

/** All notes and leaders of all drawings and sheets in which a text is found, in the order of their boards; none for no text. */
export function findText(project: Project, sought: Sought): FoundText[] {
  if (sought.text === '') return []
  const pattern = patternOf(sought)
  const boards: readonly Board[] = [...project.all('drawing'), ...project.all('sheet')]
  const order = new Map(boards.map(({ id }, i) => [id, i]))
  return [...project.all('note'), ...project.all('leader')]
    .flatMap((record): FoundText[] => {
      const count = record.text.match(pattern)?.length ?? 0
      const board = count > 0 ? findBoard(project, record.drawing) : undefined
      return board ? [{ record, board, count }] : []
    })
    .sort((p, q) => order.get(p.board.id)! - order.get(q.board.id)!)
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
    const record = project.find('leader', id) ?? project.need('note', id)
    // What stands in its place is taken as it is.
    const text = record.text.replace(pattern, () => by)
    return text === record.text ? [] : [{ ...record, text: wordsOf(text) }]
  })
  if (made.length === 0) throw new EditRefused('nothing', `“${sought.text}” stands in none of them.`)
  return storing(project, ...made)
}
