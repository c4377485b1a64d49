import { and, asc, desc, eq, gt, lt, ne, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import {
  UPGRADE,
  isLibraryRecord,
  upgrade,
  type JournalEntry,
  type SentChange,
  type Step,
} from '@lamina/core/edit'
import type { SmallPicture } from '@lamina/core/display'
import type { Library, OpenedProject, ProjectCard } from '@lamina/core/exchange'
import { ChangeRefused, Project, recordSchema, type Change } from '@lamina/core/records'
import type { Database } from './database/database'
import { OpenProjects, type OpenProject } from './openProjects'
import { changes, pictures, projects, records } from './tables'

/** How many past changes are told of: as far as undo reaches after a reload. */
const UNDO_DEPTH = 300

/** A change touches what another window changed in the meantime. */
export class Conflict extends Error {}
export class NotThere extends Error {}

/** Projects in the database: the journal, and the records it comes to. */
export class Store {
  /** One change at a time for each project. */
  private readonly queues = new Map<string, Promise<unknown>>()
  private readonly open = new OpenProjects((id) => this.load(id))
  private readonly listeners = new Set<(project: string, seq: number, client: string) => void>()

  private readonly db: NodePgDatabase

  private constructor(private readonly database: Database) {
    this.db = database.db
  }

  /** The projects of a database, which is brought to the form that this server knows. */
  static async over(database: Database, migrations: string): Promise<Store> {
    await migrate(database.db, { migrationsFolder: migrations })
    return new Store(database)
  }

  /** How much space is left for them, bytes; null: that is not known. */
  space(): Promise<number | null> {
    return this.database.space()
  }

  async close(): Promise<void> {
    await Promise.allSettled(this.queues.values())
    await this.database.close()
  }

  /** Calls back after every change that was stored. Gives the way to stop. */
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
      .where(gt(projects.seq, 0))
      .orderBy(desc(projects.changedAt))
    return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }))
  }

  async has(id: string): Promise<boolean> {
    return (await this.seqOf(id)) > 0
  }

  /** Number of the last change of a project; 0 when there is no such project. */
  async seqOf(id: string): Promise<number> {
    const rows = await this.db.select({ seq: projects.seq }).from(projects).where(eq(projects.id, id))
    return rows[0]?.seq ?? 0
  }

  /** The projects changed last. */
  async newest(most: number): Promise<{ id: string; seq: number }[]> {
    return this.db
      .select({ id: projects.id, seq: projects.seq })
      .from(projects)
      .where(gt(projects.seq, 0))
      .orderBy(desc(projects.changedAt))
      .limit(most)
  }

  async read(id: string): Promise<OpenedProject> {
    return this.inTurn(id, async () => {
      await this.bringUpToDate(id)
      const { project, seq } = await this.open.get(id)
      if (seq === 0) throw new NotThere('There is no such project.')
      return { id, seq, records: [...project.everything()] }
    })
  }

  /** What can be undone and redone: the last changes, oldest first, without what they change. */
  async history(id: string): Promise<Step[]> {
    const rows = await this.db
      .select({ id: changes.id, label: changes.label, undoes: changes.undoes })
      .from(changes)
      .where(eq(changes.project, id))
      .orderBy(desc(changes.seq))
      .limit(UNDO_DEPTH)
    return rows.reverse()
  }

  /** What takes a change back. */
  async inverse(id: string, change: string): Promise<Change> {
    const [row] = await this.db
      .select({ inverse: changes.inverse })
      .from(changes)
      .where(and(eq(changes.project, id), eq(changes.id, change)))
    if (!row) throw new NotThere('There is no such change.')
    return row.inverse
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
      const { project, seq } = await this.open.get(id)
      if (seq === 0) throw new NotThere('There is no such project.')
      const { name, units } = project.facts
      return { name, system: units.system, records: [...project.everything()].filter(isLibraryRecord) }
    })
  }

  /** The journal after a number, for windows that fell behind. */
  async since(id: string, seq: number): Promise<JournalEntry[]> {
    const rows = await this.db
      .select()
      .from(changes)
      .where(and(eq(changes.project, id), gt(changes.seq, seq)))
      .orderBy(asc(changes.seq))
    return rows.map(entryOf)
  }

  /** A new project from its first change. The same id again is harmless if the change is the same one. */
  async create(id: string, first: SentChange): Promise<{ seq: number }> {
    return this.inTurn(id, async () => {
      const facts = first.change.put.find((record) => record.kind === 'project')
      if (!facts) throw new ChangeRefused('bad-change', 'A new project begins with its own facts.')
      await this.database.refuseFull()
      await this.db.insert(projects).values({ id, name: facts.name }).onConflictDoNothing()
      return this.store(id, first)
    })
  }

  /** Appends a change to the journal and brings the records up to date, both or neither. */
  async append(id: string, sent: SentChange): Promise<{ seq: number }> {
    return this.inTurn(id, async () => {
      const { seq } = await this.open.get(id)
      if (seq === 0) throw new NotThere('There is no such project.')
      return this.store(id, sent)
    })
  }

  async remove(id: string): Promise<void> {
    await this.inTurn(id, async () => {
      const gone = await this.db.delete(projects).where(eq(projects.id, id)).returning({ id: projects.id })
      if (gone.length === 0) throw new NotThere('There is no such project.')
      this.open.letGo(id)
    })
  }

  private async store(id: string, sent: SentChange): Promise<{ seq: number }> {
    await this.database.refuseFull()
    const state = await this.open.get(id)
    const again = await this.db
      .select({ seq: changes.seq })
      .from(changes)
      .where(and(eq(changes.project, id), eq(changes.id, sent.id)))
    if (again[0]) return { seq: again[0].seq }
    await this.refuseConflict(id, sent)
    state.project.check(sent.change)
    const inverse = state.project.inverseOf(sent.change)
    const seq = state.seq + 1
    try {
      await this.write(id, seq, sent, inverse)
    } catch (error) {
      // Whether it was stored is not known: what is held of it is read again.
      this.open.letGo(id)
      throw error
    }
    state.project.apply(sent.change)
    state.seq = seq
    for (const listener of this.listeners) listener(id, seq, sent.client)
    return { seq }
  }

  private async write(id: string, seq: number, sent: SentChange, inverse: Change): Promise<void> {
    await this.db.transaction(async (tx) => {
      await tx.insert(changes).values({
        project: id,
        seq,
        id: sent.id,
        client: sent.client,
        base: sent.base,
        label: sent.label,
        change: sent.change,
        inverse,
        undoes: sent.undoes,
      })
      for (const record of sent.change.drop)
        await tx.delete(records).where(and(eq(records.project, id), eq(records.id, record)))
      for (let i = 0; i < sent.change.put.length; i += 500) {
        await tx
          .insert(records)
          .values(
            sent.change.put
              .slice(i, i + 500)
              .map((body) => ({ project: id, id: body.id, kind: body.kind, body, seq })),
          )
          .onConflictDoUpdate({
            target: [records.project, records.id],
            set: { kind: sql`excluded.kind`, body: sql`excluded.body`, seq: sql`excluded.seq` },
          })
      }
      const facts = sent.change.put.find((record) => record.kind === 'project')
      await tx
        .update(projects)
        .set({ seq, changedAt: sql`now()`, ...(facts ? { name: facts.name } : {}) })
        .where(eq(projects.id, id))
    })
  }

  /** A project of an older version gets what it lacks, as a change of its own. */
  private async bringUpToDate(id: string): Promise<void> {
    const { project, seq } = await this.open.get(id)
    if (seq === 0) return
    const change = upgrade(project)
    if (!change) return
    await this.store(id, {
      id: `${UPGRADE}${seq}`,
      client: 'server',
      base: seq,
      label: 'Brought up to date',
      change,
      undoes: null,
    })
  }

  private async refuseConflict(id: string, sent: SentChange): Promise<void> {
    const others = await this.db
      .select({ change: changes.change })
      .from(changes)
      .where(and(eq(changes.project, id), gt(changes.seq, sent.base), ne(changes.client, sent.client)))
    if (others.length === 0) return
    const mine = touched(sent.change)
    for (const { change } of others) {
      for (const record of touched(change))
        if (mine.has(record))
          throw new Conflict('The same thing was changed in another window in the meantime.')
    }
  }

  private async load(id: string): Promise<OpenProject> {
    const [row] = await this.db.select({ seq: projects.seq }).from(projects).where(eq(projects.id, id))
    if (!row) throw new NotThere('There is no such project.')
    const rows = await this.db
      .select({ body: records.body })
      .from(records)
      .where(eq(records.project, id))
      .orderBy(asc(records.place))
    return { project: new Project(rows.map(({ body }) => recordSchema.parse(body))), seq: row.seq }
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

const touched = (change: Change): Set<string> =>
  new Set([...change.put.map((record) => record.id), ...change.drop])

const entryOf = ({ project: _, ...row }: typeof changes.$inferSelect): JournalEntry => row
