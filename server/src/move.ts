import { getTableColumns, getTableName, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type { PgTable } from 'drizzle-orm/pg-core'
import { acts, changes, common, links, persons, pictures, projects, records, roles, seen, sessions, states } from './tables'

/** All that is moved, in an order in which each comes after what it refers to. Sessions and links are not: people sign in anew. */
const MOVED = { projects, changes, records, pictures, states, seen, persons, roles, acts } as const
/** What stays where it is. */
const LEFT = { sessions, links, common } as const
export const TABLES: readonly PgTable[] = [...Object.values(MOVED), ...Object.values(LEFT)]

/** So many rows are read and written at once. */
const PAGE = 200

/** A database that already has projects is not moved into; the message is a sentence. */
export class NotEmpty extends Error {}

/**
 * Carries all projects with their histories, the persons and who may do what from one database to another, all of it or none.
 * Both have the form that this version knows.
 * @param told hears of each table, with so many rows
 * @throws NotEmpty
 */
export async function move(
  from: NodePgDatabase,
  to: NodePgDatabase,
  told: (table: string, rows: number) => void,
): Promise<void> {
  await to.transaction(async (work) => {
    for (const table of Object.values(MOVED)) {
      const [row] = await work.select({ n: sql<number>`count(*)::int` }).from(table as PgTable)
      if (row!.n > 0)
        throw new NotEmpty('There are projects or persons already where they are to be moved to. Nothing was moved.')
    }
    for (const table of Object.values(MOVED)) told(getTableName(table), await carry(from, work, table))
    // Numbers that the database gives go on after those that were given.
    for (const [table, column] of [
      ['records', 'place'],
      ['acts', 'id'],
    ])
      await work.execute(
        sql.raw(
          `select setval(pg_get_serial_sequence('${table}', '${column}'), coalesce((select max(${column}) from ${table}), 0) + 1, false)`,
        ),
      )
  })
}

/** Rows page by page, in the order of their key. @returns so many */
async function carry(
  from: NodePgDatabase,
  to: Pick<NodePgDatabase, 'insert'>,
  table: PgTable,
): Promise<number> {
  let carried = 0
  for (let after = 0; ; after += PAGE) {
    // The place of a row in its table stays while nobody writes there.
    const rows = await from
      .select()
      .from(table)
      .orderBy(sql`ctid`)
      .limit(PAGE)
      .offset(after)
    if (rows.length > 0) await to.insert(table).values(rows as never)
    carried += rows.length
    if (rows.length < PAGE) return carried
  }
}

export const columnsOf = (table: PgTable): string[] => Object.keys(getTableColumns(table))
