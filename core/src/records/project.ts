import { MOST_DEEP, MOST_PARTS, blockWeights } from './blockWeight'
import { ChangeLog } from './changeLog'
import type { Id } from './parts'
import { kindWord, looseNames, needs } from './kinds'
import { recordSchema, type AnyRecord, type Change, type RecordKind, type RecordOf } from './schema'
import type { ProjectFacts } from './sheet'

/** Why a change was refused; `code` is stable, the message is a sentence. */
export class ChangeRefused extends Error {
  constructor(
    readonly code: 'bad-record' | 'missing-record' | 'still-needed' | 'bad-change',
    message: string,
  ) {
    super(message)
  }
}

/** Hears what is read of a project, so that whoever reads can be told when it changes. */
export interface Reader {
  /** A record by its id. */
  record(id: Id): void
  /** Which records of a kind there are, and what they say. */
  kind(kind: RecordKind): void
  /** Which others need or name a record. */
  users(id: Id): void
  /** What is set aside. */
  aside(): void
  /** Anything at all. */
  everything(): void
}

/** All records of one project in memory. Records themselves are never altered, only replaced. */
export class Project {
  private readonly records = new Map<Id, AnyRecord>()
  private readonly kinds = new Map<RecordKind, Map<Id, AnyRecord>>()
  /** For each record, the how manieth to come it was. */
  private readonly places = new Map<Id, number>()
  private came = 0
  /** For each record, the ids of those that need it. */
  private readonly neededBy = new Map<Id, Set<Id>>()
  /** For each id, the ids of those that name it and can do without it. */
  private readonly namedBy = new Map<Id, Set<Id>>()
  private readonly log = new ChangeLog()
  private readonly kindLog = new ChangeLog<RecordKind>()
  private aside: ReadonlySet<Id> = new Set()
  /** Hears what is read; null while nobody listens. */
  private reader: Reader | null = null

  constructor(records: Iterable<AnyRecord> = []) {
    for (const record of records) this.put(record)
  }

  /** Lets somebody hear what is read from now on. */
  readBy(reader: Reader | null): void {
    this.reader = reader
  }

  /** Reads without being heard: for what keeps up with changes by `changedSince`. */
  unheard<T>(work: () => T): T {
    const { reader } = this
    this.reader = null
    try {
      return work()
    } finally {
      this.reader = reader
    }
  }

  get size(): number {
    this.reader?.everything()
    return this.records.size
  }

  /** The number of the last change. */
  get stamp(): number {
    this.reader?.everything()
    return this.log.now
  }

  /** The ids of all records put or dropped after the change of that number; null when that is too long ago to be known. */
  changedSince(stamp: number): ReadonlySet<Id> | null {
    this.reader?.everything()
    return this.log.since(stamp)
  }

  /** The kinds of all records put or dropped after the change of that number; null when that is too long ago. */
  changedKinds(stamp: number): ReadonlySet<RecordKind> | null {
    this.reader?.everything()
    return this.kindLog.since(stamp)
  }

  get(id: Id): AnyRecord | undefined {
    this.reader?.record(id)
    return this.records.get(id)
  }

  /** The record of that id if it is of that kind. */
  find<K extends RecordKind>(kind: K, id: Id): RecordOf<K> | undefined {
    this.reader?.record(id)
    return this.kinds.get(kind)?.get(id) as RecordOf<K> | undefined
  }

  /** The record of that id and kind; throws a sentence when it is not there. */
  need<K extends RecordKind>(kind: K, id: Id): RecordOf<K> {
    const record = this.find(kind, id)
    if (!record) throw new ChangeRefused('missing-record', `This ${kindWord(kind)} is no longer there.`)
    return record
  }

  all<K extends RecordKind>(kind: K): RecordOf<K>[] {
    this.reader?.kind(kind)
    return [...(this.kinds.get(kind)?.values() ?? [])] as RecordOf<K>[]
  }

  everything(): IterableIterator<AnyRecord> {
    this.reader?.everything()
    return this.records.values()
  }

  /** A number by which records come in the order they came; replacing one does not change it. */
  placeOf(id: Id): number {
    this.reader?.everything()
    return this.places.get(id) ?? 0
  }

  get facts(): ProjectFacts {
    return this.need('project', 'project')
  }

  /** Ids of the records that cannot do without this one. */
  dependents(id: Id): Id[] {
    this.reader?.users(id)
    return [...(this.neededBy.get(id) ?? [])]
  }

  /** Ids of the records that name this one and can do without it: groups, repeats, hatches, what is tied to it. */
  namers(id: Id): Id[] {
    this.reader?.users(id)
    return [...(this.namedBy.get(id) ?? [])]
  }

  /**
   * Checks a change against what is here: every record fits its schema, everything it needs is present
   * and nothing removed is still needed. Throws ChangeRefused; alters nothing.
   * @param fitting records that are known to fit their schema
   */
  check(change: Change, fitting?: ReadonlySet<AnyRecord>): void {
    const put = new Map<Id, AnyRecord>()
    for (const record of change.put) {
      if (!fitting?.has(record)) refuseUnfit(record)
      if (put.has(record.id)) throw new ChangeRefused('bad-change', 'A change names the same record twice.')
      put.set(record.id, record)
      const here = this.records.get(record.id)
      if (here && here.kind !== record.kind)
        throw new ChangeRefused('bad-change', 'A record cannot become another kind.')
    }
    const drop = new Set(change.drop)
    for (const id of drop) {
      if (put.has(id)) throw new ChangeRefused('bad-change', 'A change both keeps and removes a record.')
      if (!this.records.has(id))
        throw new ChangeRefused('missing-record', `There is no record ${id} to remove.`)
      if (id === 'project') throw new ChangeRefused('still-needed', 'The project itself cannot be removed.')
      for (const user of this.neededBy.get(id) ?? []) {
        const stays = put.get(user) ?? (drop.has(user) ? undefined : this.records.get(user))
        if (stays && needs(stays).some(([needed]) => needed === id))
          throw new ChangeRefused(
            'still-needed',
            `A ${kindWord(stays.kind)} still needs this ${kindWord(this.records.get(id)!.kind)}.`,
          )
      }
    }
    for (const record of put.values()) {
      for (const [id, kinds] of needs(record)) {
        const there = put.get(id) ?? (drop.has(id) ? undefined : this.records.get(id))
        if (!there || !kinds.includes(there.kind))
          throw new ChangeRefused(
            'missing-record',
            `This ${kindWord(record.kind)} needs a ${kindWord(kinds[0]!)} that is not there.`,
          )
      }
    }
    if (change.put.some(({ kind }) => kind === 'block')) this.refuseHeavyBlocks(put)
  }

  /** Refuses blocks that would hold themselves, or come to more than can be drawn with the blocks in them. */
  private refuseHeavyBlocks(put: ReadonlyMap<Id, AnyRecord>): void {
    const find = (id: Id): RecordOf<'block'> | undefined => {
      const record = put.get(id) ?? this.records.get(id)
      return record?.kind === 'block' ? record : undefined
    }
    const [before, now] = [blockWeights((id) => this.find('block', id)), blockWeights(find)]
    const blocks = [...(this.kinds.get('block')?.keys() ?? []), ...put.keys()].flatMap((id) => find(id) ?? [])
    for (const block of blocks) {
      const { things, round } = now(block)
      const refuse = (of: RecordOf<'block'>, say: (name: string) => string): never => {
        throw new ChangeRefused('bad-record', say(`“${of.name.slice(0, 60)}”`))
      }
      if (round) refuse(round, (name) => `The block ${name} would hold itself.`)
      const was = this.find('block', block.id)
      if (things <= MOST_PARTS || (was && things <= before(was).things)) continue
      if (things === Infinity)
        refuse(
          block,
          (name) => `In the block ${name} more than ${MOST_DEEP} blocks would lie within each other.`,
        )
      refuse(
        block,
        (name) => `The block ${name} would come to more than ${MOST_PARTS} things with the blocks in it.`,
      )
    }
  }

  /** Makes a change that was checked, and gives the change that takes it back. */
  apply(change: Change): Change {
    const inverse = this.inverseOf(change)
    for (const id of change.drop) this.drop(id)
    for (const record of change.put) this.put(record)
    this.log.add(new Set([...change.drop, ...change.put.map(({ id }) => id)]))
    this.kindLog.add(new Set([...change.put, ...inverse.put].map(({ kind }) => kind)))
    return inverse
  }

  /** Makes some records all it holds: what is the same object already stays as it is. */
  become(wanted: ReadonlyMap<Id, AnyRecord>): void {
    const put = [...wanted.values()].filter((record) => this.records.get(record.id) !== record)
    const drop = [...this.records.keys()].filter((id) => !wanted.has(id))
    this.apply({ put, drop })
  }

  /** Which others stand in at present, of all that ever did; 0: none. What is kept by the stamp holds without them. */
  standing = 0
  private stood = 0

  /**
   * Works with some records standing in for what they are, or as if they were there, and gives what comes of it. They are
   * put back at once: nothing is changed, and nobody hears of it. They name and need what the records name and need that
   * they stand in for.
   */
  standingIn<T>(others: readonly AnyRecord[], work: () => T): T {
    const own = others.flatMap(({ id }) => this.records.get(id) ?? [])
    const fresh = others.filter(({ id }) => !this.records.has(id))
    const stand = (records: readonly AnyRecord[]): void => {
      for (const record of records) {
        this.records.set(record.id, record)
        this.ofKind(record.kind).set(record.id, record)
      }
    }
    stand(others)
    const before = this.standing
    this.standing = ++this.stood
    try {
      return work()
    } finally {
      this.standing = before
      stand(own)
      for (const { id, kind } of fresh) {
        this.records.delete(id)
        this.kinds.get(kind)!.delete(id)
      }
    }
  }

  /** What is set aside. */
  get setAside(): ReadonlySet<Id> {
    this.reader?.aside()
    return this.aside
  }

  /**
   * Sets things aside, in place of what was: they are not drawn on boards, not snapped to and not taken, but they print.
   * It is no part of the records, and nobody else sees it. Gives the records that are drawn otherwise for it.
   */
  putAside(ids: ReadonlySet<Id>): AnyRecord[] {
    const was = this.aside
    this.aside = new Set(ids)
    const told = new Set([...was, ...ids].filter((id) => was.has(id) !== ids.has(id)))
    const records = [...told].flatMap((id) => this.records.get(id) ?? [])
    if (told.size > 0) {
      this.log.add(told)
      this.kindLog.add(new Set(records.map(({ kind }) => kind)))
    }
    return records
  }

  /** Whether a change would leave everything as it is. */
  isIdle(change: Change): boolean {
    return (
      change.drop.length === 0 &&
      change.put.every((record) => {
        const here = this.records.get(record.id)
        return here !== undefined && (here === record || JSON.stringify(here) === JSON.stringify(record))
      })
    )
  }

  /** The change that would take this one back. */
  inverseOf(change: Change): Change {
    const put: AnyRecord[] = []
    const drop: Id[] = []
    for (const record of change.put) {
      const before = this.records.get(record.id)
      if (before) put.push(before)
      else drop.push(record.id)
    }
    for (const id of change.drop) {
      const before = this.records.get(id)
      if (before) put.push(before)
    }
    return { put, drop }
  }

  private put(record: AnyRecord): void {
    const before = this.records.get(record.id)
    const needed = new Set(needs(record).map(([id]) => id))
    const named = new Set(looseNames(record))
    if (before) this.forget(before, needed, named)
    // A replaced record keeps its place in the order, also among those that need the same.
    this.records.set(record.id, record)
    if (!before) this.places.set(record.id, ++this.came)
    this.ofKind(record.kind).set(record.id, record)
    for (const id of needed) enter(this.neededBy, id, record.id)
    for (const id of named) enter(this.namedBy, id, record.id)
  }

  private ofKind(kind: RecordKind): Map<Id, AnyRecord> {
    let found = this.kinds.get(kind)
    if (!found) this.kinds.set(kind, (found = new Map()))
    return found
  }

  private drop(id: Id): void {
    const record = this.records.get(id)
    if (!record) return
    this.records.delete(id)
    this.places.delete(id)
    this.kinds.get(record.kind)!.delete(id)
    this.forget(record, NONE, NONE)
  }

  /** Takes a record out of the lists of those it named, but for those it names still. */
  private forget(record: AnyRecord, needed: ReadonlySet<Id>, named: ReadonlySet<Id>): void {
    for (const [id] of needs(record)) if (!needed.has(id)) this.neededBy.get(id)?.delete(record.id)
    for (const id of looseNames(record)) if (!named.has(id)) this.namedBy.get(id)?.delete(record.id)
  }
}

const NONE: ReadonlySet<Id> = new Set()

function enter(index: Map<Id, Set<Id>>, key: Id, id: Id): void {
  let ids = index.get(key)
  if (!ids) index.set(key, (ids = new Set()))
  ids.add(id)
}

/** Refuses a record that does not fit its schema, in a sentence. */
function refuseUnfit(record: AnyRecord): void {
  const parsed = recordSchema.safeParse(record)
  if (parsed.success) return
  const issue = parsed.error.issues[0]!
  // What is said in a sentence of its own needs no place.
  const said = issue.message.endsWith('.')
    ? issue.message
    : `${issue.message} (${issue.path.join('.') || 'record'})`
  throw new ChangeRefused('bad-record', said)
}
