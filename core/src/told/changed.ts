import { kindWord, type AnyRecord, type Id, type Project, type RecordKind } from '../records'
import { asOne, saysTheSame } from '../together'
import { factWords, thingWords, valueWords } from './things'

/** What became of a thing. */
export type Became = 'new' | 'changed' | 'gone'

/** A thing that is otherwise than it was, in words. */
export interface ToldThing {
  readonly id: Id
  readonly kind: RecordKind
  readonly became: Became
  readonly words: string
  /** The facts that changed. */
  readonly facts: readonly string[]
}

/** A fact that changed, in words and in the units of its project. */
export interface ToldFact {
  readonly fact: string
  readonly was: string
  readonly now: string
}

const byId = (all: Iterable<AnyRecord>): Map<Id, AnyRecord> =>
  new Map([...all].map((record) => [record.id, record]))

/** Which things of some are otherwise than they were: first those changed, then those new, then those gone. */
export function thingsChanged(was: Iterable<AnyRecord>, now: Iterable<AnyRecord>): ToldThing[] {
  const [before, after] = [byId(was), byId(now)]
  const told: Record<Became, ToldThing[]> = { changed: [], new: [], gone: [] }
  const tell = (record: AnyRecord, became: Became, facts: readonly string[]): void => {
    const { id, kind } = record
    told[became].push({ id, kind, became, words: thingWords(record), facts })
  }
  for (const record of after.values()) {
    const earlier = before.get(record.id)
    if (!earlier) tell(record, 'new', [])
    else if (!saysTheSame(earlier, record))
      tell(record, 'changed', fieldsChanged(earlier, record).map(factWords))
  }
  for (const record of before.values()) if (!after.has(record.id)) tell(record, 'gone', [])
  return [...told.changed, ...told.new, ...told.gone]
}

/** What changed of a thing, fact by fact. */
export function factsChanged(project: Project, was: AnyRecord, now: AnyRecord): ToldFact[] {
  const [before, after] = [was, now].map((each) => factsOf(each))
  return fieldsChanged(was, now).map((field) => {
    const [from, to] = [before, after].map((facts) => valueWords(project, field, facts![field]))
    return { fact: factWords(field), was: from!, now: to! }
  })
}

const factsOf = (record: AnyRecord): Readonly<Record<string, unknown>> => asOne(record.kind, { ...record })

function fieldsChanged(was: AnyRecord, now: AnyRecord): string[] {
  const [before, after] = [factsOf(was), factsOf(now)]
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].filter(
    (field) => !saysTheSame(before[field], after[field]),
  )
}

const many = (word: string): string => {
  const [, of, rest = ''] = /^(\w+)( (?:or|of) .*)$/.exec(word) ?? []
  if (of) return rest.startsWith(' or ') ? `${many(of)} or ${many(rest.slice(4))}` : `${many(of)}${rest}`
  return /(s|x|ch|sh)$/.test(word) ? `${word}es` : `${word}s`
}

/** So many things of a kind in words: "one wall", "3 walls". */
export const countedKind = (kind: RecordKind, count: number): string =>
  count === 1 ? `one ${kindWord(kind)}` : `${count} ${many(kindWord(kind))}`

/** So many are named one by one. */
const MOST_NAMED = 2

/** What changed, in one line: "Wall: type, height · 3 openings new". */
export function summaryOf(things: readonly ToldThing[]): string {
  const groups = new Map<string, ToldThing[]>()
  for (const thing of things) {
    const key = `${thing.became} ${thing.kind}`
    groups.set(key, [...(groups.get(key) ?? []), thing])
  }
  return [...groups.values()]
    .flatMap((group) => {
      const [{ became, kind }] = group as [ToldThing]
      if (group.length > MOST_NAMED) return [`${countedKind(kind, group.length)} ${became}`]
      return group.map(({ words, facts }) =>
        facts.length > 0 ? `${words}: ${facts.join(', ').toLowerCase()}` : `${words} ${became}`,
      )
    })
    .join(' · ')
}
