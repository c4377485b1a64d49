import { layText } from '../lettering'
import type { Change, Id, Project } from '../records'
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
 * The words of a note, without blanks around them. Refused when there are none, or signs that cannot be lettered.
 * @refuses bad-value, unnamed
 */
export function wordsOf(text: string): string {
  const words = text.trim()
  if (!words) throw new EditRefused('unnamed', NO_WORDS)
  refuseUnlettered(words)
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
