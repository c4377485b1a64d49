import { and, asc, desc, eq, gt, isNotNull, isNull, lt, or, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import {
  UPGRADE,
  isLibraryRecord,
  upgrade,
  type Contested,
  type JournalEntry,
  type SentChange,
  type Step,
} from '@lamina/core/edit'
import { madeOn, merge, saysTheSame, takingBack, type JournalMark, type Meant } from '@lamina/core/together'
import type { SmallPicture } from '@lamina/core/display'
import type {
  ArchivedProject,
  Library,
  OpenedProject,
  ProjectCard,
  RemovedProject,
} from '@lamina/core/exchange'
import { ChangeRefused, type Change } from '@lamina/core/records'
import { append, type Stored } from './append'
import { beginProject } from './beginProject'
import { awayOf, isTaken } from './database/away'
import { firstOf, renamed } from './broughtIn'
import { bringUp } from './database/bringUp'
import type { Database } from './database/database'
import { Ahead, Conflict, NotThere } from './faults'
import { Chronicle } from './history/chronicle'
import { History } from './history/history'
import { insertWhole } from './insertWhole'
import { load, type Mended } from './load'
import { OpenProjects, type OpenProject } from './openProjects'
import { changes, pictures, projects, records } from './tables'

/** How many past changes are told of: as far as undo reaches after a reload. */
const UNDO_DEPTH = 300

/** What became of a change that was sent. */
export interface Answer {
  readonly seq: number
  /** As it was stored, where others' changes were merged with it; left out: as it was sent. */
  readonly change?: Change
  /** What of it others had changed to something else; left out: nothing. */
  readonly contested?: readonly Contested[]
}

/** So often a change is made anew on what other servers stored meanwhile. */
const MOST_TRIES = 50
/** Another server stored a change of the same number. */
class Overtaken extends Error {}

/** It has a first change, and is not removed. */
const isHere = and(gt(projects.seq, 0), isNull(projects.removedAt))

/** Projects in the database: the journal, and the records it comes to. */
export class Store {
  /** One change at a time for each project. */
  private readonly queues = new Map<string, Promise<unknown>>()
  private readonly open = new OpenProjects((id) => this.load(id))
  private readonly listeners = new Set<(project: string, seq: number, client: string) => void>()

  private readonly db: NodePgDatabase
  /** Reads journals on behind the work. */
  readonly chronicle: Chronicle
  readonly history: History

  private constructor(
    private readonly database: Database,
    private readonly mended: Mended,
  ) {
    this.db = database.db
    this.chronicle = new Chronicle(this.db)
    this.history = new History(this.db, this.chronicle)
    database.others?.hear(
      (spread) => {
        if (spread.what === 'changed') this.heard(spread.project, spread.seq, spread.client)
      },
      () => this.catchUp(),
    )
  }

  /**
   * The projects of a database, which is brought to the form that this server knows.
   * @param mended hears of what was damaged and is put right
   * @throws NewerData
   */
  static async over(
    database: Database,
    migrations: string,
    mended: Mended = () => undefined,
  ): Promise<Store> {
    await database.alone(() => bringUp(database.db, migrations))
    return new Store(database, mended)
  }

  /** How much space is left for them, bytes; null: that is not known. */
  space(): Promise<number | null> {
    return this.database.space()
  }

  async close(): Promise<void> {
    await Promise.allSettled(this.queues.values())
    await this.chronicle.close()
    await this.database.close()
  }

  /** So many projects are held in memory. */
  get atHand(): number {
    return this.open.count
  }

  /** Calls back after every change that was stored, and with the number 0 when a project was removed. Gives the way to stop. */
  onChange(listener: (project: string, seq: number, client: string) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  async list(): Promise<ProjectCard[]> {
    const count = (kind: string) =>
      sql<number>`(select count(*)::int from ${records} r where r.project = "projects"."id" and r.kind = ${kind})`
    const rows = await this.db
      .select({
        id: projects.id,
        name: projects.name,
        changedAt: projects.changedAt,
        sheets: count('sheet'),
        drawings: count('drawing'),
        picture: pictures.body,
        late: sql<boolean>`coalesce(${pictures.seq}, 0) < ${projects.seq}`,
      })
      .from(projects)
      .leftJoin(pictures, eq(pictures.project, projects.id))
      .where(isHere)
      .orderBy(desc(projects.changedAt))
    return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }))
  }

  async has(id: string): Promise<boolean> {
    return (await this.seqOf(id)) > 0
  }

  /** Number of the last change of a project; 0 when there is no such project. */
  async seqOf(id: string): Promise<number> {
    const rows = await this.db
      .select({ seq: projects.seq })
      .from(projects)
      .where(and(eq(projects.id, id), isHere))
    return rows[0]?.seq ?? 0
  }

  /** The projects changed last. */
  async newest(most: number): Promise<{ id: string; seq: number }[]> {
    return this.db
      .select({ id: projects.id, seq: projects.seq })
      .from(projects)
      .where(isHere)
      .orderBy(desc(projects.changedAt))
      .limit(most)
  }

  async read(id: string): Promise<OpenedProject> {
    return this.inTurn(id, async () => {
      await this.bringUpToDate(id)
      const { project, seq, last, unread } = await this.held(id)
      if (last === null) throw new NotThere('There is no such project.')
      return {
        id,
        seq,
        on: last,
        records: [...project.everything()],
        ...(unread.length > 0 && { unread: [...unread] }),
      }
    })
  }

  /** What somebody can undo and redo: their last changes, oldest first, without what they change. */
  async steps(id: string, by: string): Promise<Step[]> {
    const rows = await this.db
      .select({ id: changes.id, label: changes.label, undoes: changes.undoes })
      .from(changes)
      .where(and(eq(changes.project, id), or(eq(changes.by, by), isNull(changes.by))))
      .orderBy(desc(changes.seq))
      .limit(UNDO_DEPTH)
    return rows.reverse()
  }

  /** What takes a change back. */
  async inverse(id: string, change: string): Promise<Meant> {
    const [row] = await this.db
      .select({ change: changes.change, inverse: changes.inverse })
      .from(changes)
      .where(and(eq(changes.project, id), eq(changes.id, change)))
    if (!row) throw new NotThere('There is no such change.')
    return takingBack(row.change, row.inverse)
  }

  /** Keeps the picture of a project as of a change; one of a later change stays. */
  async keepPicture(id: string, seq: number, body: SmallPicture | null): Promise<void> {
    if (!(await this.has(id))) throw new NotThere('There is no such project.')
    await this.db
      .insert(pictures)
      .values({ project: id, seq, body })
      .onConflictDoUpdate({ target: pictures.project, set: { seq, body }, setWhere: lt(pictures.seq, seq) })
  }

  /** What a project has to share: its library alone. */
  async library(id: string): Promise<Library> {
    return this.inTurn(id, async () => {
      await this.bringUpToDate(id)
      const { project, seq } = await this.held(id)
      if (seq === 0) throw new NotThere('There is no such project.')
      const { name, units } = project.facts
      return { name, system: units.system, records: [...project.everything()].filter(isLibraryRecord) }
    })
  }

  /** The journal after a place in it, for windows that fell behind. */
  async since(id: string, mark: JournalMark): Promise<JournalEntry[]> {
    return this.inTurn(id, async () => {
      await this.refuseAhead(id, await this.held(id), mark)
      return this.journal(id, mark.seq)
    })
  }

  /** The changes after one. */
  private async journal(id: string, seq: number): Promise<JournalEntry[]> {
    const rows = await this.db
      .select()
      .from(changes)
      .where(and(eq(changes.project, id), gt(changes.seq, seq)))
      .orderBy(asc(changes.seq))
    return rows.map(entryOf)
  }

  /** What a project is called, also one that is removed; its id, where there is none. */
  async nameOf(id: string): Promise<string> {
    const [row] = await this.db.select({ name: projects.name }).from(projects).where(eq(projects.id, id))
    return row?.name ?? id
  }

  /**
   * A new project from its first change. The same id again is harmless if the change is the same one.
   * @param owner whose it is; null: nobody is asked who they are
   */
  async create(id: string, first: SentChange, owner: string | null = null): Promise<Answer> {
    return this.inTurn(id, async () => {
      if (await this.isRemoved(id)) throw new Conflict('There was a project of this id, which is removed.')
      const facts = first.change.put.find((record) => record.kind === 'project')
      if (!facts) throw new ChangeRefused('bad-change', 'A new project begins with its own facts.')
      await this.database.refuseFull()
      await this.db.transaction((work) => beginProject(work, { id, name: facts.name, owner }))
      const { seq } = await this.held(id)
      if (seq > 0 && !(await this.storedAs(id, first.id)))
        throw new Conflict('There is a project of this id already.')
      return this.store(id, first)
    })
  }

  /** Appends a change to the journal and brings the records up to date, both or neither. */
  async append(id: string, sent: SentChange): Promise<Answer> {
    return this.inTurn(id, async () => {
      const { seq } = await this.open.get(id)
      if (seq === 0) throw new NotThere('There is no such project.')
      return this.store(id, sent)
    })
  }

  /** Removes a project: it can be brought back for a while. */
  async remove(id: string): Promise<void> {
    await this.inTurn(id, async () => {
      const gone = await this.db
        .update(projects)
        .set({ removedAt: sql`now()` })
        .where(and(eq(projects.id, id), isHere))
        .returning({ id: projects.id })
      if (gone.length === 0) throw new NotThere('There is no such project.')
      this.open.letGo(id)
      await this.tellAll(id, 0)
    })
  }

  /** Whether there is such a project, and it was removed. */
  async isRemoved(id: string): Promise<boolean> {
    const rows = await this.db
      .select({ id: projects.id })
      .from(projects)
      .where(and(eq(projects.id, id), isNotNull(projects.removedAt)))
    return rows.length > 0
  }

  /** The projects that were removed, the last first. */
  async removed(): Promise<RemovedProject[]> {
    const rows = await this.db
      .select({ id: projects.id, name: projects.name, removedAt: projects.removedAt })
      .from(projects)
      .where(isNotNull(projects.removedAt))
      .orderBy(desc(projects.removedAt))
    return rows.map(({ id, name, removedAt }) => ({ id, name, removedAt: removedAt!.toISOString() }))
  }

  async bringBack(id: string): Promise<void> {
    await this.inTurn(id, async () => {
      const back = await this.db
        .update(projects)
        .set({ removedAt: null })
        .where(and(eq(projects.id, id), isNotNull(projects.removedAt)))
        .returning({ seq: projects.seq })
      if (back.length === 0) throw new NotThere('There is no such removed project.')
      this.open.letGo(id)
      await this.tellAll(id, back[0]!.seq)
    })
  }

  /** Removes what was removed before a moment, or one that was, for good. @returns what they were called */
  async clear(which: { readonly before: Date } | { readonly id: string }): Promise<string[]> {
    const gone = await this.db
      .delete(projects)
      .where(
        and(
          isNotNull(projects.removedAt),
          'id' in which ? eq(projects.id, which.id) : lt(projects.removedAt, which.before),
        ),
      )
      .returning({ name: projects.name })
    return gone.map(({ name }) => name)
  }

  /** A project with its whole history. */
  async archived(id: string): Promise<ArchivedProject> {
    return this.inTurn(id, async () => {
      await this.bringUpToDate(id)
      const { project, last, unread } = await this.held(id)
      if (last === null) throw new NotThere('There is no such project.')
      // Where some of it could not be read its changes come to more than its records.
      const journal = unread.length > 0 ? [] : await this.journal(id, 0)
      return { id, name: project.facts.name, records: [...project.everything()], journal }
    })
  }

  /**
   * Puts in a whole project, under its own id where there is none of it, also no removed one; else as another, of another name.
   * @param first what its first change is called, where it comes without a history
   * @returns its id
   */
  async putIn(
    from: ArchivedProject,
    as: { id: string; name: string; owner: string | null; first: string },
  ): Promise<string> {
    await this.database.refuseFull()
    const [known] = await this.db.select({ id: projects.id }).from(projects).where(eq(projects.id, from.id))
    const id = known ? as.id : from.id
    const whole = known ? renamed(from, as) : from
    const journal = whole.journal.length > 0 ? whole.journal : [firstOf(whole, as)]
    await this.inTurn(id, () => insertWhole(this.db, { ...whole, id, owner: as.owner, journal }))
    await this.tellAll(id, journal.length)
    return id
  }

  /** Tells who listens here; and the other servers, but of changes: those are told with what stores them. */
  private tell(project: string, seq: number, client: string): void {
    for (const listener of this.listeners) listener(project, seq, client)
    this.chronicle.changed(project, seq)
  }
  private async tellAll(project: string, seq: number): Promise<void> {
    this.tell(project, seq, 'server')
    await this.database.others?.tell({ what: 'changed', project, seq, client: 'server' })
  }

  /** Another server on the same database stored a change, or removed a project. */
  private heard(project: string, seq: number, client: string): void {
    if (seq === 0) this.open.letGo(project)
    for (const listener of this.listeners) listener(project, seq, client)
  }

  /** What others did meanwhile may not have been heard of: whoever has a project open is told how it is now. */
  private catchUp(): void {
    for (const id of this.open.ids)
      this.inTurn(id, () => this.held(id)).then(
        ({ seq }) => this.heard(id, seq, 'server'),
        (error: unknown) => {
          if (error instanceof NotThere) this.heard(id, 0, 'server')
        },
      )
  }

  /**
   * A project as the database has it now. What other servers stored since it was read is taken in.
   * @throws NotThere
   */
  private async held(id: string): Promise<OpenProject> {
    const state = await this.open.get(id)
    if (!this.database.others) return state
    const [row] = await this.db
      .select({ seq: projects.seq, removedAt: projects.removedAt, on: changes.id })
      .from(projects)
      .leftJoin(changes, and(eq(changes.project, projects.id), eq(changes.seq, state.seq)))
      .where(eq(projects.id, id))
    const isSame = row && row.removedAt === null && row.on === state.last && row.seq >= state.seq
    if (!isSame) {
      this.open.letGo(id)
      return this.open.get(id)
    }
    if (row.seq === state.seq) return state
    try {
      for (const { seq, id: change, change: made } of await this.journal(id, state.seq)) {
        state.project.apply(made)
        state.seq = seq
        state.last = change
      }
      return state
    } catch (error) {
      // What could not be read here and is left out may be what it changes.
      this.open.letGo(id)
      if (!(error instanceof ChangeRefused)) throw error
      return this.open.get(id)
    }
  }

  private async store(id: string, sent: SentChange): Promise<Answer> {
    await this.database.refuseFull()
    try {
      for (let tries = 1; ; tries++) {
        try {
          return await this.storeNew(id, sent)
        } catch (error) {
          // Another server stored a change meanwhile: this one is made on that.
          if (!(error instanceof Overtaken) || tries === MOST_TRIES) throw error
          const again = await this.storedAs(id, sent.id)
          if (again) return answerTo(sent, again)
        }
      }
    } catch (error) {
      // It was sent before, and was stored then, whatever stands against it now.
      const again = awayOf(error) ? undefined : await this.storedAs(id, sent.id)
      if (again) return answerTo(sent, again)
      throw error
    }
  }

  private async storeNew(id: string, sent: SentChange): Promise<Answer> {
    const state = await this.held(id)
    await this.refuseAhead(id, state, { seq: sent.base, id: sent.on ?? null })
    const { change, contested } = merge(state.project, { ...sent.change, was: sent.was })
    // What was sent was read by its schema; what was merged was not.
    state.project.check(change, new Set(sent.change.put))
    const stored: Stored = { ...sent, seq: state.seq + 1, change, contested: [...contested] }
    const { others } = this.database
    const told =
      others?.toldBy({ what: 'changed', project: id, seq: stored.seq, client: sent.client }) ?? null
    try {
      await this.database.often('append', append(id, stored, state.project.inverseOf(change), told))
    } catch (error) {
      if (others && isTaken(error)) throw new Overtaken()
      // Whether it was stored is not known: what is held of it is read again.
      this.open.letGo(id)
      throw error
    }
    state.project.apply(change)
    state.seq = stored.seq
    state.last = stored.id
    this.tell(id, stored.seq, sent.client)
    return answerTo(sent, stored)
  }

  /** Refuses what was made on a journal that this one is not any more. */
  private async refuseAhead(id: string, { seq, last }: OpenProject, mark: JournalMark): Promise<void> {
    const isThere =
      mark.seq <= seq &&
      (mark.id === null || mark.id === (mark.seq === seq ? last : await this.changeAt(id, mark.seq)))
    if (!isThere)
      throw new Ahead(
        'An older state of this project was put back on the server. What was made since is not there any more.',
      )
  }

  private async changeAt(id: string, seq: number): Promise<string | null> {
    const [row] = await this.db
      .select({ id: changes.id })
      .from(changes)
      .where(and(eq(changes.project, id), eq(changes.seq, seq)))
    return row?.id ?? null
  }

  /** Whether a change is in the journal of a project, which may be removed. */
  async stores(id: string, change: string): Promise<boolean> {
    return (await this.storedAs(id, change)) !== undefined
  }

  /** What became of a change; undefined: it is not there. */
  private async storedAs(
    id: string,
    change: string,
  ): Promise<Pick<Stored, 'seq' | 'change' | 'contested'> | undefined> {
    const [row] = await this.db
      .select({ seq: changes.seq, change: changes.change, contested: changes.contested })
      .from(changes)
      .where(and(eq(changes.project, id), eq(changes.id, change)))
    return row
  }

  /** A project of an older version gets what it lacks, as a change of its own. */
  private async bringUpToDate(id: string): Promise<void> {
    const { project, seq } = await this.held(id)
    if (seq === 0) return
    const change = upgrade(project)
    if (!change) return
    await this.store(id, {
      id: `${UPGRADE}${seq}`,
      client: 'server',
      base: seq,
      label: 'Brought up to date',
      change,
      was: madeOn(project, change),
      undoes: null,
    })
  }

  private async load(id: string): Promise<OpenProject> {
    const found = await this.database.atOnce((db) => load(db, id, this.mended))
    if (!found) throw new NotThere('There is no such project.')
    return found
  }

  private async inTurn<T>(id: string, work: () => Promise<T>): Promise<T> {
    const before = this.queues.get(id) ?? Promise.resolve()
    const mine = before.then(work, work)
    const settled = mine.catch(() => undefined)
    this.queues.set(id, settled)
    void settled.then(() => {
      if (this.queues.get(id) === settled) this.queues.delete(id)
      this.open.bound((other) => this.queues.has(other))
    })
    return mine
  }
}

const answerTo = (sent: SentChange, stored: Pick<Stored, 'seq' | 'change' | 'contested'>): Answer => ({
  seq: stored.seq,
  ...(saysTheSame(stored.change, sent.change) ? {} : { change: stored.change }),
  ...(stored.contested.length > 0 ? { contested: stored.contested } : {}),
})

const entryOf = ({ project: _, ...row }: typeof changes.$inferSelect): JournalEntry => row
