import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'

/** The data has a form that only a later version knows; the message is a sentence. */
export class NewerData extends Error {}

interface Migrations {
  readonly entries: readonly { readonly when: number }[]
}

/**
 * Brings a database to the form that this version knows.
 * @param folder that of the migrations
 * @throws NewerData, and leaves it as it is
 */
export async function bringUp(db: NodePgDatabase, folder: string): Promise<void> {
  const known = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as Migrations
  const newest = Math.max(...known.entries.map(({ when }) => when))
  const { rows: tables } = await db.execute(
    sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`,
  )
  if (tables[0]?.['there']) {
    const { rows } = await db.execute<{ made: string | null }>(
      sql`select max(created_at)::text as made from drizzle.__drizzle_migrations`,
    )
    if (Number(rows[0]?.made ?? 0) > newest)
      throw new NewerData(
        'The projects here were written by a later version of Lamina. Start that version; this one changed nothing.',
      )
  }
  await migrate(db, { migrationsFolder: folder })
}
