import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import { and, asc, desc, eq, gt, isNull, lt, lte } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { placesOf } from '@lamina/core/kinds'
import type { AnyRecord, Change, Id } from '@lamina/core/records'
import { changes, projects, seen, states } from '../tables'

const pack = promisify(gzip)
const unpack = promisify(gunzip)

/** After so many changes a state is kept: any moment is so far from one at most. */
export const STEP = 500
/** So many changes are read at once. */
const PAGE = 250

type State = Map<Id, AnyRecord>

/**
 * Reads the journals of projects on behind the work: keeps how they were at steps, and where each change is seen. All of that can be made
 * again from the journal.
 */
export class Chronicle {
  private readonly reading = new Map<string, Promise<void>>()
  private isClosed = false

  constructor(private readonly db: NodePgDatabase) {}

  async close(): Promise<void> {
    this.isClosed = true
    await Promise.allSettled(this.reading.values())
  }

  /** Hears that a project changed: reads on when there is enough to read. What fails is read when it is asked for. */
  changed(project: string, seq: number): void {
    if (seq > 0 && seq % STEP === 0) void this.read(project).catch(() => undefined)
  }

  /** Reads the journal of a project to its end; settles when that is reached. */
  read(project: string): Promise<void> {
    const under = this.reading.get(project)
    if (under) return under
    const mine = this.readOn(project).finally(() => this.reading.delete(project))
    this.reading.set(project, mine)
    return mine
  }

  /** How far the journal of a project is read, and how long it is. */
  async reach(project: string): Promise<{ told: number; of: number }> {
    const [row] = await this.db
      .select({ told: projects.told, of: projects.seq })
      .from(projects)
      .where(and(eq(projects.id, project), isNull(projects.removedAt)))
    return row ?? { told: 0, of: 0 }
  }

  /** The records of a project after a change, in the order in which they came to be. */
  async at(project: string, seq: number): Promise<AnyRecord[]> {
    const from = await this.before(project, seq)
    await this.replay(project, from, seq, () => undefined)
    return [...from.state.values()]
  }

  private async readOn(project: string): Promise<void> {
    const { told, of } = await this.reach(project)
    if (told >= of) return
    const from = await this.before(project, told)
    let rows: { project: string; place: string; seq: number }[] = []
    await this.replay(project, from, of, async ({ seq, change, inverse }, state, isLast) => {
      if (seq > told) for (const place of placesIn(state, change, inverse)) rows.push({ project, place, seq })
      apply(state, change)
      if (seq % STEP === 0 && seq > told) await this.keep(project, seq, state)
      if (!isLast || seq <= told) return
      if (rows.length > 0) await this.db.insert(seen).values(rows).onConflictDoNothing()
      rows = []
      // Another server may have read further meanwhile.
      const isFurther = and(eq(projects.id, project), lt(projects.told, seq))
      await this.db.update(projects).set({ told: seq }).where(isFurther)
    })
  }

  /** The last kept state up to a change. */
  private async before(project: string, seq: number): Promise<{ at: number; state: State }> {
    const kept = await this.db
      .select()
      .from(states)
      .where(and(eq(states.project, project), lte(states.seq, seq)))
      .orderBy(desc(states.seq))
      .limit(1)
    const [row] = kept
    if (!row) return { at: 0, state: new Map() }
    try {
      const records = JSON.parse((await unpack(row.body)).toString('utf8')) as AnyRecord[]
      return { at: row.seq, state: new Map(records.map((record) => [record.id, record])) }
    } catch {
      // A state that cannot be read is no loss: the journal tells it.
      await this.db.delete(states).where(and(eq(states.project, project), eq(states.seq, row.seq)))
      return this.before(project, row.seq - 1)
    }
  }

  /** Goes through the changes after a state up to one, page by page. Without a way of its own each is made. */
  private async replay(
    project: string,
    from: { at: number; state: State },
    to: number,
    each: (
      entry: { seq: number; change: Change; inverse: Change },
      state: State,
      isLast: boolean,
    ) => Promise<void> | undefined,
  ): Promise<void> {
    for (let { at } = from; at < to;) {
      if (this.isClosed) throw new Error('The server ends.')
      const page = await this.db
        .select({ seq: changes.seq, change: changes.change, inverse: changes.inverse })
        .from(changes)
        .where(and(eq(changes.project, project), gt(changes.seq, at), lte(changes.seq, to)))
        .orderBy(asc(changes.seq))
        .limit(PAGE)
      if (page.length === 0) return
      for (const entry of page) {
        const work = each(entry, from.state, entry === page.at(-1))
        if (work) await work
        else apply(from.state, entry.change)
      }
      at = page.at(-1)!.seq
    }
  }

  private async keep(project: string, seq: number, state: State): Promise<void> {
    const body = await pack(JSON.stringify([...state.values()]))
    await this.db.insert(states).values({ project, seq, body }).onConflictDoNothing()
  }
}

/** Lets go of what was read of a project, whose journal is another now. */
export async function forgetRead(
  db: Pick<NodePgDatabase, 'delete' | 'update'>,
  project: string,
): Promise<void> {
  await db.delete(states).where(eq(states.project, project))
  await db.delete(seen).where(eq(seen.project, project))
  await db.update(projects).set({ told: 0 }).where(eq(projects.id, project))
}

function apply(state: State, change: Change): void {
  for (const id of change.drop) state.delete(id)
  for (const record of change.put) state.set(record.id, record)
}

/** Where a change is seen: on what its things are part of after it, and were before. */
function placesIn(before: State, change: Change, inverse: Change): Set<Id> {
  const put = new Map(change.put.map((record) => [record.id, record]))
  const found = new Set<Id>()
  const add = (records: readonly AnyRecord[], find: (id: Id) => AnyRecord | undefined): void => {
    for (const record of records) for (const place of placesOf(record, find)) found.add(place)
  }
  add(inverse.put, (id) => before.get(id))
  add(change.put, (id) => put.get(id) ?? before.get(id))
  return found
}
