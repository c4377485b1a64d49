import type { Contested } from '../edit'
import type { AnyRecord, Change, Id, Project, RecordKind, RecordOf } from '../records'
import { saysTheSame } from './alike'

/** A change with the records it was made on, as they were: of those it puts or drops that were there. */
export interface Meant extends Change {
  readonly was: readonly AnyRecord[]
}

/** A change as it can be made on what is there now, and what of it cannot. */
export interface Merged {
  readonly change: Change
  readonly contested: readonly Contested[]
}

type Facts = Readonly<Record<string, unknown>>

/** Facts that are made of named values, each of its own. */
const NAMED_VALUES: ReadonlySet<string> = new Set(['values', 'parameters'])

const isFacts = (value: unknown): value is Facts =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What is told of the merging of one record. */
interface Telling {
  contest(path: string, mine: unknown, theirs: unknown): void
}

/** What becomes of a fact that was one thing, is meant to be another, and is a third by now: what only one changed is so. */
function mergedFact(
  name: string,
  path: string,
  was: unknown,
  mine: unknown,
  theirs: unknown,
  telling: Telling,
): unknown {
  if (saysTheSame(mine, was) || saysTheSame(mine, theirs)) return theirs
  if (saysTheSame(theirs, was)) return mine
  if (NAMED_VALUES.has(name) && isFacts(mine) && isFacts(theirs))
    return mergedFacts(`${path}.`, isFacts(was) ? was : {}, mine, theirs, telling)
  if (Array.isArray(was) && Array.isArray(mine) && Array.isArray(theirs)) {
    const made = mergedList(was, mine, theirs)
    if (made) return made
  }
  telling.contest(path, mine, theirs)
  return theirs
}

/** Facts one by one. In the order of those that are there, then those that come. */
function mergedFacts(path: string, was: Facts, mine: Facts, theirs: Facts, telling: Telling): Facts {
  const made: Record<string, unknown> = {}
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const value = mergedFact(key, `${path}${key}`, was[key], mine[key], theirs[key], telling)
    if (value !== undefined) made[key] = value
  }
  return made
}

/** What of a list was changed: its part from here to there, of the one before, and what stands in its place. */
interface Stretch {
  readonly from: number
  readonly to: number
  readonly now: readonly unknown[]
}

/** The one stretch within which two lists differ. */
function stretchOf(was: readonly unknown[], now: readonly unknown[]): Stretch {
  const most = Math.min(was.length, now.length)
  let from = 0
  while (from < most && saysTheSame(was[from], now[from])) from++
  let rest = 0
  while (rest < most - from && saysTheSame(was[was.length - 1 - rest], now[now.length - 1 - rest])) rest++
  return { from, to: was.length - rest, now: now.slice(from, now.length - rest) }
}

/**
 * A list that both sides changed, in stretches apart from each other; or one that names things, each once, with those that either
 * side took in and without those that either took out. Null: it cannot be told what both meant.
 */
function mergedList(
  was: readonly unknown[],
  mine: readonly unknown[],
  theirs: readonly unknown[],
): readonly unknown[] | null {
  const [a, b] = [stretchOf(was, mine), stretchOf(was, theirs)]
  const [first, second] = a.from <= b.from ? [a, b] : [b, a]
  // Side by side nobody can tell in which order they are meant.
  if (first.to < second.from)
    return [
      ...was.slice(0, first.from),
      ...first.now,
      ...was.slice(first.to, second.from),
      ...second.now,
      ...was.slice(second.to),
    ]
  if (![was, mine, theirs].every(isNaming)) return null
  const [before, meant, there] = [new Set(was), new Set(mine), new Set(theirs)]
  return [
    ...theirs.filter((each) => meant.has(each) || !before.has(each)),
    ...mine.filter((each) => !before.has(each) && !there.has(each)),
  ]
}

const isNaming = (list: readonly unknown[]): boolean =>
  list.every((each) => typeof each === 'string') && new Set(list).size === list.length

/** Facts of a kind that tell of each other by number: what one side changed of them goes with none that the other did. */
const TOGETHER: { readonly [K in RecordKind]?: readonly (readonly (keyof RecordOf<K> & string)[])[] } = {
  dimension: [['anchors', 'figures', 'places', 'from', 'gathers']],
  opening: [['wall', 'along']],
  hatch: [['region', 'outlines']],
  symbol: [['anchors', 'places']],
}

/** The same, with those facts that go together as one. */
export function asOne(kind: RecordKind, facts: Facts): Facts {
  const made: Record<string, unknown> = { ...facts }
  for (const names of TOGETHER[kind] ?? []) {
    const held = Object.fromEntries(
      names.flatMap((name) => (made[name] === undefined ? [] : [[name, made[name]]])),
    )
    for (const name of names) delete made[name]
    made[names.join(' ')] = held
  }
  return made
}

export function apart(kind: RecordKind, facts: Facts): Facts {
  const made: Record<string, unknown> = { ...facts }
  for (const names of TOGETHER[kind] ?? []) {
    const key = names.join(' ')
    Object.assign(made, made[key])
    delete made[key]
  }
  return made
}

const byId = <T extends { readonly id: string }>(all: readonly T[]): Map<string, T> =>
  new Map(all.map((each) => [each.id, each]))

/**
 * A change made on records that others may have changed meanwhile: of each record those facts that only one side changed are as
 * that side has them; what both changed to different things stays as it is there, and is told. What one side took away and the
 * other changed is left as it is there, and told too. The same is given for the same, wherever it is worked out.
 */
export function merge(project: Project, { put, drop, was }: Meant): Merged {
  const before = byId(was)
  const contested: Contested[] = []
  const puts: AnyRecord[] = []
  for (const mine of put) {
    const [old, theirs] = [before.get(mine.id), project.get(mine.id)]
    if (!theirs) {
      if (!old) puts.push(mine)
      else if (!saysTheSame(old, mine)) contested.push({ id: mine.id, field: null, mine })
      continue
    }
    if (theirs.kind !== mine.kind) {
      contested.push({ id: mine.id, field: null, mine, theirs })
      continue
    }
    const { kind } = mine
    const [then, meant, there] = [old ?? {}, mine, theirs].map((each) => asOne(kind, each as Facts))
    const facts = mergedFacts('', then!, meant!, there!, {
      contest: (field, one, other) => contested.push({ id: mine.id, field, mine: one, theirs: other }),
    })
    const made = apart(kind, facts) as AnyRecord
    if (!saysTheSame(made, theirs)) puts.push(saysTheSame(made, mine) ? mine : made)
  }
  const drops: Id[] = []
  for (const id of drop) {
    const [old, theirs] = [before.get(id), project.get(id)]
    if (!theirs) continue
    if (!old || saysTheSame(old, theirs)) drops.push(id)
    else contested.push({ id, field: null, theirs })
  }
  return { change: { put: puts, drop: drops }, contested }
}

/** The records that a change is made on, as they are. */
export const madeOn = (project: Project, { put, drop }: Change): AnyRecord[] =>
  [...put.map(({ id }) => id), ...drop].flatMap((id) => project.get(id) ?? [])
