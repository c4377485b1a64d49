import { layText, upright } from '../lettering'
import { TEXT_FIELDS, unknownField, type Change, type Id, type Note, type Project } from '../records'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

const NO_WORDS = 'Type the note, then press Enter.'

/**
 * Refuses signs that no shipped lettering has: they could not be plotted.
 * @refuses bad-value
 */
export function refuseUnlettered(text: string): void {
  const [missing] = layText(text.replace(/\n/g, ''), 1).missing
  if (missing !== undefined)
    throw new EditRefused('bad-value', `The lettering has no “${missing}”. Write it in other signs.`)
}

/**
 * The words of a note, without blanks around them. Refused when there are none, with signs that cannot be lettered, and with
 * fields that there are not.
 * @refuses bad-value, unnamed
 */
export function wordsOf(text: string): string {
  const words = text.trim()
  if (!words) throw new EditRefused('unnamed', NO_WORDS)
  refuseUnlettered(words)
  const unknown = unknownField(words)
  if (unknown !== null)
    throw new EditRefused(
      'bad-value',
      `There is no field “${unknown.trim()}”. Fields are ${TEXT_FIELDS.map((field) => `{${field}}`).join(', ')}; a brace alone is written {{.`,
    )
  return words
}

/**
 * Other words for a note or a leader.
 * @refuses bad-value, gone, locked, nonsense, unnamed
 */
export function setWords(project: Project, id: Id, text: string): Change {
  refuseLocked(project, [id])
  const record = project.find('leader', id) ?? project.need('note', id)
  return storing(project, { ...record, text: wordsOf(text) })
}

/** How a note is set; null: as usual. */
export type NoteLook = Partial<Pick<Note, 'heightPaperMm' | 'align'>> & {
  readonly [K in 'widthPaperMm' | 'leading' | 'framed' | 'clear' | 'style' | 'turn']?: Note[K] | null
}

/**
 * How notes are set.
 * @refuses gone, locked, nonsense
 */
export function setNotes(project: Project, ids: readonly Id[], look: NoteLook): Change {
  refuseLocked(project, ids)
  const { turn } = look
  // None stands on its head.
  const set = typeof turn === 'number' ? { ...look, turn: upright(turn) || null } : look
  return storing(
    project,
    ...ids.map((id) => {
      const made = Object.entries({ ...project.need('note', id), ...set })
      return Object.fromEntries(made.filter(([, value]) => value !== null)) as unknown as Note
    }),
  )
}
