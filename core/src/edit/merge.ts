import {
  KINDS,
  kindWord,
  kindsIn,
  needs,
  relinked,
  type AnyRecord,
  type Id,
  type KindIn,
  type Lens,
  type Project,
  type RecordOf,
} from '../records'
import { STANDARD_LAYERS } from '../library'
import { EditRefused, type MakeId } from './refusal'

/** Kinds that make up a library: what projects share with each other. What is needed comes before what needs it. */
export const LIBRARY_KINDS = kindsIn('library')
export type LibraryKind = KindIn<'library'>
export type LibraryRecord = RecordOf<LibraryKind>

export const isLibraryRecord = (record: AnyRecord): record is LibraryRecord =>
  KINDS[record.kind].host === 'library'

/** What is done where a name is taken: the one here serves, it is replaced, or both are kept. */
export type Choice = 'here' | 'replace' | 'both'

/** One record on its way into a project. */
export interface Arrival {
  /** As it is where it comes from. */
  readonly record: LibraryRecord
  /** What has its name here. */
  readonly here: LibraryRecord | null
  /** It is not here; it is here just like that; or something else has its name. */
  readonly standing: 'new' | 'same' | 'taken'
  /** What was chosen where its name is taken. */
  readonly choice: Choice | null
  /** What can be chosen. */
  readonly choices: readonly Choice[]
  /** What is stored for it, if anything. */
  readonly put: LibraryRecord | null
}

/**
 * Records with everything they need, what is needed first. Refused when something is missing.
 * @refuses gone
 */
export function gather(records: Iterable<AnyRecord>, ids: Iterable<Id>): LibraryRecord[] {
  const all = new Map<Id, AnyRecord>()
  for (const record of records) all.set(record.id, record)
  const found = new Map<Id, LibraryRecord>()
  const under = new Set<Id>()
  const visit = (id: Id, by: AnyRecord | null): void => {
    if (found.has(id) || under.has(id)) return
    const record = all.get(id)
    if (!record || !isLibraryRecord(record))
      throw new EditRefused(
        'gone',
        by ? `A part that a ${kindWord(by.kind)} needs is missing.` : 'This is not there any more.',
      )
    under.add(id)
    for (const [needed] of needs(record)) visit(needed, record)
    found.set(id, record.kind === 'lens' ? sharedLens(record) : record)
  }
  for (const id of ids) visit(id, null)
  return [...found.values()]
}

const SHIPPED_LAYERS: ReadonlySet<Id> = new Set(STANDARD_LAYERS.map(({ id }) => id))

/** A lens as another project understands it: without rules for levels and for layers of one project alone. */
function sharedLens(lens: Lens): Lens {
  const { rules, ...rest } = lens
  const kept = rules?.filter((rule) => {
    switch (rule.by) {
      case 'kind':
        return true
      case 'layer':
        return SHIPPED_LAYERS.has(rule.layer)
      case 'level':
        return false
    }
  })
  if (kept?.length === rules?.length) return lens
  return kept && kept.length > 0 ? { ...rest, rules: kept } : rest
}

/** Chooses for a record whose name is taken. */
export type Choose = (record: LibraryRecord) => Choice

/**
 * What becomes of records brought into a project, in the order given (what is needed first), and the ids they
 * go by here. A record keeps its id where that is free.
 */
export function merge(
  project: Project,
  incoming: readonly LibraryRecord[],
  choose: Choose,
  makeId: MakeId,
): { readonly arrivals: Arrival[]; readonly renamed: ReadonlyMap<Id, Id> } {
  const renamed = new Map<Id, Id>()
  /** Records here that one of the incoming stands for already. */
  const claimed = new Set<Id>()
  const newIds = new Set<Id>()
  const names = new Map<string, Set<string>>()
  const namesOf = (kind: LibraryKind): Set<string> => {
    let found = names.get(kind)
    if (!found) names.set(kind, (found = new Set(project.all(kind).map(nameOf))))
    return found
  }
  const orders = new Map<string, number>()
  const arrivals = incoming.map((record): Arrival => {
    const made = relinked(record, renamed)
    const here =
      project
        .all(record.kind)
        .find(
          (each) => !claimed.has(each.id) && nameOf(each) === nameOf(record) && canStandFor(each, record),
        ) ?? null
    if (here) {
      if (alike(made, here)) {
        claimed.add(here.id)
        if (here.id !== record.id) renamed.set(record.id, here.id)
        return { record, here, standing: 'same', choice: null, choices: [], put: null }
      }
      const choices: readonly Choice[] =
        record.kind === 'pen' ? ['here', 'replace'] : ['here', 'replace', 'both']
      const wanted = choose(record)
      const choice = choices.includes(wanted) ? wanted : 'here'
      if (choice !== 'both') {
        claimed.add(here.id)
        if (here.id !== record.id) renamed.set(record.id, here.id)
        const put = choice === 'here' ? null : inPlaceOf(made, here)
        if (put) namesOf(record.kind).add(nameOf(put))
        return { record, here, standing: 'taken', choice, choices, put }
      }
      return { record, here, standing: 'taken', choice, choices, put: added(made) }
    }
    return { record, here: null, standing: 'new', choice: null, choices: [], put: added(made) }
  })

  /** As a record of its own, under a free id and name, last in its order. */
  function added(made: LibraryRecord): LibraryRecord {
    const taken = project.get(made.id) !== undefined || newIds.has(made.id)
    const id = taken ? makeId() : made.id
    newIds.add(id)
    if (id !== made.id) renamed.set(made.id, id)
    const put = { ...made, id } as LibraryRecord & { name?: string; order?: number }
    if (put.kind !== 'pen') {
      const known = namesOf(put.kind)
      const plain = put.name
      for (let n = 2; known.has(nameOf(put)); n++) put.name = `${plain.slice(0, 190)} ${n}`
      known.add(nameOf(put))
    }
    if (put.kind === 'layer' || put.kind === 'lens') {
      const last = orders.get(put.kind) ?? Math.max(-1, ...project.all(put.kind).map(({ order }) => order))
      put.order = last + 1
      orders.set(put.kind, last + 1)
    }
    return put
  }

  return { arrivals, renamed }
}

/** The name a record is known by, as names are compared: that of a pen is its role. */
const nameOf = (record: LibraryRecord): string =>
  record.kind === 'pen' ? record.role : record.name.trim().toLowerCase()

/** Whether one could take the place of the other: a window never takes that of a door. */
const canStandFor = (a: LibraryRecord, b: LibraryRecord): boolean =>
  a.kind !== 'openingType' || (b.kind === 'openingType' && a.fit === b.fit)

/** In the place of another: under its id, where it stood, as shown and as locked as that was. */
function inPlaceOf(made: LibraryRecord, here: LibraryRecord): LibraryRecord {
  const kept = here.kind === 'layer' ? { order: here.order, shown: here.shown, locked: here.locked } : {}
  const order = here.kind === 'lens' ? { order: here.order } : {}
  return { ...made, ...kept, ...order, id: here.id } as LibraryRecord
}

/** Whether two say the same, wherever they stand and whether they are shown. */
function alike(made: LibraryRecord, here: LibraryRecord): boolean {
  return canonical(inPlaceOf(made, here)) === canonical(here)
}

/** A record as text, its facts in the order of their names. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, inner: unknown) =>
    inner && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  )
