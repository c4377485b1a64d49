import { sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { sumOf } from './append'
import { changes, projects, records } from './tables'

/** What is there of a project, and what its row says there should be. */
export interface Wholeness {
  readonly name: string
  readonly isRemoved: boolean
  /** The number of its last change, by its row or its journal, whichever tells of more. */
  readonly seq: number
  /** The change of that number; null: it is not there. */
  readonly last: string | null
  /** So many records there are, and should be. */
  readonly records: number
  readonly count: number
  /** The records are those the journal came to. */
  readonly recordsAreWhole: boolean
  /** So many changes there are; a whole journal has as many as its last number. */
  readonly changes: number
  readonly journalIsWhole: boolean
}

/** Compares what is there of a project with what should be; null: there is no such project. */
export async function wholenessOf(db: NodePgDatabase, id: string): Promise<Wholeness | null> {
  const { rows } = await db.execute<{
    name: string
    removed: boolean
    seq: number
    count: number
    sum: string
    records: number
    found: string
    changes: number
    newest: number
    last: string | null
  }>(sql`
    select p.name, p.removed_at is not null as removed, p.seq, p.count, p.sum::text as sum, r.n as records, r.s::text as found, c.n as changes, c.newest, l.id as last
    from ${projects} p,
      (select count(*)::int as n, ${sumOf(sql`body`)} as s from ${records} where project = ${id}) r,
      (select count(*)::int as n, coalesce(max(seq), 0) as newest from ${changes} where project = ${id}) c
      left join ${changes} l on l.project = ${id} and l.seq = c.newest
    where p.id = ${id}`)
  const [row] = rows
  if (!row) return null
  const seq = Math.max(row.seq, row.newest)
  return {
    name: row.name,
    isRemoved: row.removed,
    seq,
    last: row.newest === seq ? row.last : null,
    records: row.records,
    count: row.count,
    recordsAreWhole: row.records === row.count && row.found === row.sum && row.seq === seq,
    changes: row.changes,
    journalIsWhole: row.changes === seq && row.newest === seq,
  }
}
