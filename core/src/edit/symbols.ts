import { findBlock } from '../blocks'
import {
  SYMBOL_FORMS,
  needBoard,
  type Change,
  type Id,
  type PaperSymbol,
  type Project,
  type SymbolForm,
  type Weld,
} from '../records'
import { SAME_LENGTH, distance, type Point } from '../geometry'
import { drawnOver } from '../views'
import { MOST_AT_ONCE } from './blocks'
import { refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { wordsOf } from './words'

/** What somebody says of a symbol; null: nothing. */
export interface SymbolFacts {
  readonly text?: string | null
  readonly beneath?: string | null
  readonly weld?: Weld
  readonly turn?: number
  readonly values?: Readonly<Record<string, string | null>>
}

/** Words that may be none. */
const saidOrNot = (text: string | null): string | undefined =>
  text === null || text.trim() === '' ? undefined : wordsOf(text)

/** A symbol with other facts; what is said to be nothing is left out. */
function withFacts(symbol: PaperSymbol, facts: SymbolFacts): PaperSymbol {
  const { text, beneath, weld, turn, values } = facts
  const said = {
    ...(text === undefined ? {} : { text: saidOrNot(text) }),
    ...(beneath === undefined ? {} : { beneath: saidOrNot(beneath) }),
    ...(weld === undefined ? {} : { weld: weldOf(weld) }),
    ...(turn === undefined ? {} : { turn: turn === 0 ? undefined : turn }),
    ...(values === undefined ? {} : { values: valuesWith(symbol.values, values) }),
  }
  return Object.fromEntries(
    Object.entries({ ...symbol, ...said }).filter(([, value]) => value !== undefined),
  ) as unknown as PaperSymbol
}

function valuesWith(
  before: PaperSymbol['values'],
  values: Readonly<Record<string, string | null>>,
): PaperSymbol['values'] {
  const all = Object.entries({ ...before, ...values }).flatMap(([name, text]): [string, string][] => {
    const words = saidOrNot(text)
    return words === undefined ? [] : [[name, words]]
  })
  return all.length > 0 ? Object.fromEntries(all) : undefined
}

/** What is said of a weld in signs that can be lettered. */
function weldOf(weld: Weld): Weld {
  for (const seam of [weld.arrow, weld.other])
    for (const text of [seam?.size, seam?.length]) if (text !== undefined) wordsOf(text)
  if (weld.tail !== undefined) wordsOf(weld.tail)
  return weld
}

/**
 * A symbol in a drawing. Refused in drawings that have no such sign, without length where it runs along a line, and with signs
 * that cannot be lettered.
 * @refuses bad-value, no-size, nonsense, unnamed, wrong-kind
 */
export function addSymbol(
  project: Project,
  input: Pick<PaperSymbol, 'drawing' | 'anchors' | 'shiftPaperMm' | 'style'> &
    SymbolFacts & { readonly form: Exclude<SymbolForm, 'own'> },
  makeId: MakeId,
): Change {
  const { drawing, form, anchors, shiftPaperMm, style, ...facts } = input
  const seen = drawnOver(project, needBoard(project, drawing))
  const { name, inPlan } = SYMBOL_FORMS[form]
  if (inPlan && !(seen.kind === 'drawing' && seen.view === 'plan'))
    throw new EditRefused('wrong-kind', `A ${name.toLowerCase()} stands in plans and in details of them.`)
  refuseShort(anchors.map(({ last }) => last))
  const symbol: PaperSymbol = {
    id: makeId(),
    kind: 'symbol',
    drawing,
    form,
    anchors: [...anchors],
    ...(shiftPaperMm ? { shiftPaperMm } : {}),
    ...(style === undefined ? {} : { style }),
  }
  return storing(project, withFacts(symbol, facts))
}

/**
 * Blocks that are drawn in mm on paper, as symbols of a drawing; one that the project does not hold yet is brought in.
 * @refuses gone, nonsense, nothing, too-many, wrong-kind
 */
export function addOwnSymbols(
  project: Project,
  {
    drawing,
    block: id,
    places,
  }: {
    readonly drawing: Id
    readonly block: Id
    readonly places: readonly { readonly at: Point; readonly turn: number }[]
  },
  makeId: MakeId,
): Change {
  needBoard(project, drawing)
  const block = findBlock(project, id)
  if (!block) throw new EditRefused('gone', 'This block is no longer there.')
  if (block.sizing !== 'paper')
    throw new EditRefused('wrong-kind', `“${block.name}” is no symbol: it is drawn at its real size.`)
  if (places.length === 0) throw new EditRefused('nothing', 'Point to where the symbol stands.')
  if (places.length > MOST_AT_ONCE)
    throw new EditRefused(
      'too-many',
      `That would place more than ${MOST_AT_ONCE.toLocaleString('en')} at a time.`,
    )
  const symbols = places.map(({ at: { x, y }, turn }): PaperSymbol => ({
    id: makeId(),
    kind: 'symbol',
    drawing,
    form: 'own',
    anchors: [{ to: 'point', last: { x, y } }],
    block: id,
    ...(turn === 0 ? {} : { turn }),
  }))
  return storing(project, ...(project.find('block', id) ? [] : [block]), ...symbols)
}

function refuseShort([a, b]: readonly Point[]): void {
  if (a && b && distance(a, b) < SAME_LENGTH)
    throw new EditRefused('no-size', 'A symbol along a line needs two different ends.')
}

/**
 * What symbols say.
 * @refuses bad-value, gone, locked, nonsense, unnamed
 */
export function setSymbols(project: Project, ids: readonly Id[], facts: SymbolFacts): Change {
  refuseLocked(project, ids)
  return storing(project, ...ids.map((id) => withFacts(project.need('symbol', id), facts)))
}

/**
 * How far what a symbol says stands from where it would by itself.
 * @refuses gone, locked, nonsense
 */
export function setSaid(project: Project, id: Id, shiftPaperMm: Point): Change {
  refuseLocked(project, [id])
  return storing(project, { ...project.need('symbol', id), shiftPaperMm })
}

/**
 * Which way north lies in plans: every north point shows it.
 * @param north radians anticlockwise from up
 * @refuses nonsense
 */
export function setNorth(project: Project, north: number): Change {
  const { north: _, ...facts } = project.facts
  return storing(project, north === 0 ? facts : { ...facts, north })
}

/**
 * The number that comes after those of the setting-out points of a project: one more than the greatest.
 * @param like a number before it, whose letters it takes
 */
export function nextPointNumber(project: Project, like = ''): string {
  const [, letters = ''] = /^(.*?)\d*$/.exec(like) ?? []
  const numbers = project
    .all('symbol')
    .filter(({ form }) => form === 'settingOut')
    .flatMap(({ text = '' }) => {
      const found = /^(.*?)(\d+)$/.exec(text)
      return found && found[1] === letters ? [Number(found[2])] : []
    })
  return `${letters}${Math.max(0, ...numbers) + 1}`
}
