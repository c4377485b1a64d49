import { eq } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { isLater, recordSchema } from '@lamina/core/records'
import { saysTheSame } from '@lamina/core/together'
import { bringUp } from './database/bringUp'
import { replayed } from './mend'
import { migrations, onDatabase, run, say } from './standing'
import { projects, records } from './tables'
import { wholenessOf, type Wholeness } from './wholeness'

/** Says of every project whether it is whole, and changes none. Ends with 0 when all are. */
run(() =>
  onDatabase(async (database) => {
    const { db } = database
    await database.alone(() => bringUp(db, migrations))
    let all = true
    for (const { id } of await db.select({ id: projects.id }).from(projects)) {
      const found = (await wholenessOf(db, id))!
      if (found.seq === 0) continue
      const faults = await faultsOf(db, id, found)
      if (faults.length === 0) say(`${found.name}: whole (${found.records} things, ${found.changes} changes)`)
      else {
        all = false
        const cure =
          found.recordsAreWhole || found.journalIsWhole
            ? 'It is put right when it is opened.'
            : 'Put a backup of it back.'
        say(`${found.name}: damaged: ${faults.join('; ')}. ${cure}`)
      }
    }
    return all ? 0 : 1
  }),
)

/** What is wrong with a project, in words. */
async function faultsOf(db: NodePgDatabase, id: string, found: Wholeness): Promise<string[]> {
  const said: string[] = []
  if (!found.recordsAreWhole)
    said.push(`of ${found.count} things ${found.records} are there, or some say something else`)
  if (!found.journalIsWhole) said.push(`of ${found.seq} changes ${found.changes} are there`)
  const rows = await db
    .select({ id: records.id, kind: records.kind, body: records.body })
    .from(records)
    .where(eq(records.project, id))
  const unread = rows.filter(({ body }) => !recordSchema.safeParse(body).success).length
  if (rows.some(({ kind, body }) => kind === 'project' && isLater(body)))
    said.push('a later version wrote it')
  else if (unread > 0) said.push(`${unread} things cannot be read`)
  if (said.length > 0) return said
  const made = await replayed(db, id)
  const other = rows.filter((row) => !saysTheSame(made.get(row.id)?.body, row.body)).length
  return other > 0 || made.size !== rows.length ? [`${other} things are not what the changes come to`] : []
}
