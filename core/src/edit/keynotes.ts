import { type Change, type Id, type Keynote, type Leader, type Project } from '../records'
import { dropping, refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { refuseUnlettered, wordsOf } from './words'

/** What leaders with keynotes are framed by where nothing else was chosen. */
export const KEYNOTE_FRAME = 'hexagon'

/** The number after the greatest one that keynotes have. */
export function nextKeynoteNumber(project: Project): string {
  const numbers = project
    .all('keynote')
    .flatMap(({ number }) => (/^\d+$/.test(number) ? [Number(number)] : []))
  return String(Math.max(0, ...numbers) + 1)
}

/** A number that no other keynote has. */
function freeNumber(project: Project, number: string, own: Id | null): string {
  const plain = number.trim()
  if (!plain) throw new EditRefused('unnamed', 'A keynote needs a number.')
  refuseUnlettered(plain)
  const taken = project
    .all('keynote')
    .find((each) => each.id !== own && each.number.toLowerCase() === plain.toLowerCase())
  if (taken) throw new EditRefused('taken', `There is a keynote ${plain} already: “${taken.text}”.`)
  return plain
}

/**
 * A new keynote; without a number it gets the next.
 * @refuses bad-value, in-the-way, nonsense, taken, unnamed
 */
export function addKeynote(
  project: Project,
  { number, text }: { readonly number?: string; readonly text: string },
  makeId: MakeId,
): { readonly change: Change; readonly keynote: Id } {
  const keynote: Keynote = {
    id: makeId(),
    kind: 'keynote',
    number: freeNumber(project, number ?? nextKeynoteNumber(project), null),
    text: wordsOf(text),
  }
  return { change: storing(project, keynote), keynote: keynote.id }
}

/**
 * Number or text of a keynote: every tag and every list of it follows.
 * @refuses bad-value, nonsense, taken, unnamed
 */
export function setKeynote(
  project: Project,
  id: Id,
  facts: { readonly number?: string; readonly text?: string },
): Change {
  const keynote = project.need('keynote', id)
  return storing(project, {
    ...keynote,
    ...(facts.number === undefined ? {} : { number: freeNumber(project, facts.number, id) }),
    ...(facts.text === undefined ? {} : { text: wordsOf(facts.text) }),
  })
}

/**
 * Removes a keynote. Leaders that showed its number say their own text again.
 * @refuses nonsense
 */
export function removeKeynote(project: Project, id: Id): Change {
  project.need('keynote', id)
  return dropping(project, id)
}

/** A leader that shows the number of a keynote. */
const withKeynote = (leader: Leader, { id, text }: Keynote): Leader => ({
  ...leader,
  keynote: id,
  // What it says by itself, should the keynote go.
  text,
  framed: leader.framed ?? KEYNOTE_FRAME,
})

/**
 * Leaders that show the number of a keynote; null: they say their own text again.
 * @refuses gone, locked, nonsense
 */
export function showKeynote(project: Project, ids: readonly Id[], keynote: Id | null): Change {
  refuseLocked(project, ids)
  const shown = keynote === null ? null : project.need('keynote', keynote)
  return storing(
    project,
    ...ids.map((id): Leader => {
      const leader = project.need('leader', id)
      if (shown) return withKeynote(leader, shown)
      const { keynote: _, ...rest } = leader
      return rest
    }),
  )
}

/**
 * The text of a leader kept as a keynote, whose number the leader shows from now on. A keynote that says the same is taken.
 * @refuses bad-value, gone, locked, nonsense, unnamed
 */
export function makeKeynote(project: Project, id: Id, makeId: MakeId): Change {
  refuseLocked(project, [id])
  const leader = project.need('leader', id)
  const text = wordsOf(leader.text)
  const there = project.all('keynote').find((each) => each.text === text)
  const keynote: Keynote = there ?? {
    id: makeId(),
    kind: 'keynote',
    number: nextKeynoteNumber(project),
    text,
  }
  return storing(project, ...(there ? [] : [keynote]), withKeynote(leader, keynote))
}
