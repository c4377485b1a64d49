import { getTableName, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type { PgTable } from 'drizzle-orm/pg-core'
import {
  acts,
  changes,
  common,
  links,
  persons,
  pictures,
  plots,
  projects,
  records,
  roles,
  seen,
  sessions,
  states,
} from '../tables'

/** All that is carried, in an order in which each comes after what it refers to. */
const CARRIED: readonly PgTable[] = [projects, changes, records, pictures, states, seen, persons, roles, acts]
/** What is of one place alone: people sign in anew, and what is under way is asked for anew. */
const LEFT: readonly PgTable[] = [sessions, links, common, plots]
/** All tables there are. */
export const TABLES: readonly PgTable[] = [...CARRIED, ...LEFT]
/** Numbers that the database gives go on after those that were given. */
const COUNTED = [
  { table: records, column: records.place },
  { table: acts, column: acts.id },
] as const

/** So many rows are read and written at once. */
const AT_ONCE = 20

/** It cannot be carried, and nothing was; the message is a sentence. */
export class NotCarried extends Error {}

type Working = Pick<NodePgDatabase, 'execute'>

/**
 * Carries all projects with their histories, the persons and who may do what from one database to another: all of it as it is at one
 * moment, or none. Both have the form that this version knows. What was carried is compared, row by row.
 * @param told hears of each table that was carried, and how many rows it has
 * @throws NotCarried
 */
export async function carry(
  from: NodePgDatabase,
  to: NodePgDatabase,
  told: (table: string, rows: number) => void = () => undefined,
): Promise<void> {
  await from.transaction(
    (reading) =>
      to.transaction(async (writing) => {
        for (const each of [reading, writing]) await each.execute(sql`set local timezone to 'UTC'`)
        for (const table of CARRIED)
          if ((await countOf(writing, table)) > 0)
            throw new NotCarried(
              'There are projects or persons already where they are to be moved to. Nothing was moved. Move them into an empty database.',
            )
        for (const table of CARRIED) {
          told(getTableName(table), await carryTable(reading, writing, table))
          if ((await saidBy(reading, table)) !== (await saidBy(writing, table)))
            throw new NotCarried(
              `What was moved of ${getTableName(table)} is not what is there. Nothing was moved.`,
            )
        }
        for (const { table, column } of COUNTED)
          await writing.execute(
            sql`select setval(pg_get_serial_sequence(${getTableName(table)}, ${column.name}), coalesce((select max(${column}) from ${table}), 0) + 1, false)`,
          )
      }),
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  )
}

async function countOf(db: Working, table: PgTable): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`select count(*)::int as n from ${table}`)
  return rows[0]!.n
}

/** What the rows of a table say, told by a checksum. */
async function saidBy(db: Working, table: PgTable): Promise<string | null> {
  const name = sql.identifier(getTableName(table))
  const { rows } = await db.execute<{ said: string | null }>(
    sql`select md5(string_agg(said, '' order by said)) as said from (select md5(${name}::text) as said from ${table}) rows`,
  )
  return rows[0]!.said
}

/** The rows of a table, a few at a time, each as JSON: so every value comes to be what it was. @returns so many */
async function carryTable(reading: Working, writing: Working, table: PgTable): Promise<number> {
  const name = sql.identifier(getTableName(table))
  await reading.execute(
    sql`declare carried no scroll cursor for select to_jsonb(${name})::text as row from ${table}`,
  )
  let carried = 0
  for (;;) {
    const { rows } = await reading.execute<{ row: string }>(sql.raw(`fetch ${AT_ONCE} from carried`))
    if (rows.length === 0) break
    await writing.execute(
      sql`insert into ${table} select * from jsonb_populate_recordset(null::${name}, ${`[${rows.map(({ row }) => row).join(',')}]`}::jsonb)`,
    )
    carried += rows.length
  }
  await reading.execute(sql`close carried`)
  return carried
}
