import { and, asc, desc, eq, gt, inArray, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { UPGRADE } from '@lamina/core/edit'
import type { AnyRecord, Change } from '@lamina/core/records'
import { sumOf } from './append'
import { forgetRead } from './history/chronicle'
import { changes, projects, records } from './tables'

/** So many changes are read at once. */
const PAGE = 500

/** A record and the number of the change that last put it. */
interface Put {
  readonly body: AnyRecord
  readonly seq: number
}

/** What a journal comes to, in the order in which things came to be. */
export async function replayed(db: NodePgDatabase, id: string): Promise<Map<string, Put>> {
  const made = new Map<string, Put>()
  for (let from = 0; ; from += PAGE) {
    const page = await db
      .select({ seq: changes.seq, change: changes.change })
      .from(changes)
      .where(eq(changes.project, id))
      .orderBy(asc(changes.seq))
      .limit(PAGE)
      .offset(from)
    for (const { seq, change } of page) {
      for (const gone of change.drop) made.delete(gone)
      for (const body of change.put) made.set(body.id, { body, seq })
    }
    if (page.length < PAGE) return made
  }
}

/** Makes the records of a project what its journal comes to. */
export async function mendRecords(db: NodePgDatabase, id: string, seq: number): Promise<void> {
  const made = [...(await replayed(db, id)).values()]
  await db.transaction(async (work) => {
    await work.delete(records).where(eq(records.project, id))
    for (let from = 0; from < made.length; from += PAGE)
      await work.insert(records).values(
        made.slice(from, from + PAGE).map(({ body, seq: by }) => ({
          project: id,
          id: body.id,
          kind: body.kind,
          body,
          seq: by,
        })),
      )
    await tellSums(work, id, seq)
  })
}

/** Tells anew what the records of a project come to. */
export async function tellSums(db: Pick<NodePgDatabase, 'execute'>, id: string, seq: number): Promise<void> {
  await db.execute(sql`
    update ${projects} set seq = ${seq}, count = found.n, sum = found.s
    from (select count(*) as n, ${sumOf(sql`body`)} as s from ${records} where project = ${id}) found
    where id = ${id}`)
}

/**
 * Fills the gaps of a journal: those before the last with nothing, the last with all that was there then, which is what is there now
 * without what the changes after it did.
 */
export async function mendJournal(db: NodePgDatabase, id: string, seq: number): Promise<void> {
  const known = await db.select({ seq: changes.seq }).from(changes).where(eq(changes.project, id))
  const there = new Set(known.map((each) => each.seq))
  const gaps = Array.from({ length: seq }, (_, i) => i + 1).filter((each) => !there.has(each))
  const last = gaps.at(-1)
  if (last === undefined) return
  const rows = await db
    .select({ body: records.body })
    .from(records)
    .where(eq(records.project, id))
    .orderBy(asc(records.place))
  const then = new Map(rows.map(({ body }) => [body.id, body]))
  const after = await db
    .select({ inverse: changes.inverse })
    .from(changes)
    .where(and(eq(changes.project, id), gt(changes.seq, last)))
    .orderBy(desc(changes.seq))
  for (const { inverse } of after) {
    for (const gone of inverse.drop) then.delete(gone)
    for (const body of inverse.put) then.set(body.id, body)
  }
  const entry = (at: number, change: Change): typeof changes.$inferInsert => ({
    project: id,
    seq: at,
    id: `${UPGRADE}mended-${at}`,
    client: 'server',
    base: at - 1,
    label: 'Put right',
    change,
    inverse: { put: [], drop: [] },
    undoes: null,
  })
  await db.transaction(async (work) => {
    // What was read of it tells of another.
    await forgetRead(work, id)
    await work
      .insert(changes)
      .values(gaps.map((at) => entry(at, { put: at === last ? [...then.values()] : [], drop: [] })))
    await tellSums(work, id, seq)
  })
}

/** The last state of a record in the journal that is fit to be read; undefined: there is none. */
export async function lastFit(
  db: NodePgDatabase,
  id: string,
  record: string,
  read: (body: unknown) => AnyRecord | undefined,
): Promise<AnyRecord | undefined> {
  const found = await db
    .select({ change: changes.change })
    .from(changes)
    .where(
      and(
        eq(changes.project, id),
        sql`${changes.change} @> ${JSON.stringify({ put: [{ id: record }] })}::jsonb`,
      ),
    )
    .orderBy(desc(changes.seq))
    .limit(20)
  for (const { change } of found) {
    const fit = read(change.put.find((each) => each.id === record))
    if (fit) return fit
  }
  return undefined
}

/** Puts records in place of those of their ids that cannot be read. */
export async function putRight(
  db: NodePgDatabase,
  id: string,
  seq: number,
  fit: readonly AnyRecord[],
): Promise<void> {
  await db.transaction(async (work) => {
    for (const body of fit)
      await work
        .update(records)
        .set({ body, kind: body.kind })
        .where(and(eq(records.project, id), inArray(records.id, [body.id])))
    await tellSums(work, id, seq)
  })
}
