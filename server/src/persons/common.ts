import { eq } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { common } from '../tables'
import { newSecret } from './secrets'

/** What sessions are signed with: made by the first server that asks, the same for all on one database. */
export async function sessionSecret(db: NodePgDatabase): Promise<string> {
  const name = 'sessions'
  await db.insert(common).values({ name, value: newSecret() }).onConflictDoNothing()
  const [row] = await db.select().from(common).where(eq(common.name, name))
  return row!.value
}
