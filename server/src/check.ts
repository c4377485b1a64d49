import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { isLater, recordSchema } from '@lamina/core/records'
import { saysTheSame } from '@lamina/core/together'
import { eq } from 'drizzle-orm'
import { awayOf } from './database/away'
import { NewerData, bringUp } from './database/bringUp'
import { Embedded, inThread } from './database/embedded'
import { FolderInUse, FolderRefused, takeFolder } from './folder'
import { replayed } from './mend'
import { projects, records } from './tables'
import { wholenessOf } from './wholeness'

/** Says of every project whether it is whole, and changes none. Ends with 0 when all are. */

const here = dirname(fileURLToPath(import.meta.url))
const folder = resolve(process.env['LAMINA_DATA'] ?? '.lamina')
const say = (line: string): void => void process.stdout.write(`${line}\n`)

async function check(): Promise<boolean> {
  const held = takeFolder(folder)
  process.on('exit', held.letGo)
  const database = new Embedded(inThread(join(here, 'database.worker.js'), held.database), held.database)
  await database.open()
  try {
    const { db } = database
    await bringUp(db, join(here, '../drizzle'))
    let all = true
    for (const { id } of await db.select({ id: projects.id }).from(projects)) {
      const found = (await wholenessOf(db, id))!
      if (found.seq === 0) continue
      const said: string[] = []
      if (!found.recordsAreWhole)
        said.push(`of ${found.count} things ${found.records} are there or they say something else`)
      if (!found.journalIsWhole) said.push(`of ${found.seq} changes ${found.changes} are there`)
      const rows = await db
        .select({ id: records.id, body: records.body })
        .from(records)
        .where(eq(records.project, id))
      const unread = rows.filter(({ body }) => !recordSchema.safeParse(body).success).length
      if (rows.some(({ body }) => isLater(body))) said.push('a later version wrote it')
      else if (unread > 0) said.push(`${unread} things cannot be read`)
      if (said.length === 0) {
        const made = await replayed(db, id)
        const other = rows.filter(({ id: record, body }) => !saysTheSame(made.get(record)?.body, body)).length
        if (other > 0 || made.size !== rows.length)
          said.push(`${other} things are not what the changes come to`)
      }
      const counts = `${found.records} things, ${found.changes} changes`
      if (said.length === 0) say(`${found.name}: whole (${counts})`)
      else {
        all = false
        const cure =
          found.recordsAreWhole || found.journalIsWhole
            ? 'It is put right when it is opened.'
            : 'Put a backup of it back.'
        say(`${found.name}: damaged: ${said.join('; ')}. ${cure}`)
      }
    }
    return all
  } finally {
    await database.close()
  }
}

check().then(
  (all) => process.exit(all ? 0 : 1),
  (error: unknown) => {
    const away = awayOf(error)
    const sentence =
      error instanceof FolderRefused || error instanceof NewerData || away
        ? (away ?? (error as Error)).message
        : `The data could not be read: ${error instanceof Error ? error.message : String(error)}`
    process.stderr.write(`${sentence}\n`)
    process.exit(error instanceof FolderInUse ? 3 : 5)
  },
)
