import { sql } from 'drizzle-orm'
import { bringUp } from './database/bringUp'
import { NotCarried, carry } from './database/carry'
import { PgServer } from './database/pgServer'
import { hasDatabase, putAside } from './folder'
import { dataFolder, databaseAddress, inFolder, log, migrations, run, say, takeStanding } from './standing'

const WAYS = ['to-server', 'to-folder'] as const
type Way = (typeof WAYS)[number]

/**
 * Carries all projects and persons from the data folder to the PostgreSQL server of DATABASE_URL, or back. Where they were they are
 * left as they were; in the folder under another name, so that nobody goes on there unaware.
 */
run(async () => {
  const way = WAYS.find((each) => each === process.argv[2])
  if (!way || databaseAddress === null) {
    process.stderr.write(
      'Name the PostgreSQL server with DATABASE_URL, and say whether projects go to it or come back: ' +
        'npm run move -- to-server, or npm run move -- to-folder.\n',
    )
    return 2
  }
  const held = takeStanding(way === 'to-server' ? 'folder' : 'server')
  if (way === 'to-server' && !hasDatabase(held))
    throw new NotCarried(`There is no database in the data folder ${dataFolder}. Nothing was moved.`)
  const server = new PgServer(databaseAddress, log, 'lamina move')
  const folder = inFolder(held)
  try {
    await server.open()
    await refuseServed(server)
    await folder.open()
    for (const each of [folder, server]) await each.alone(() => bringUp(each.db, migrations))
    const [from, to] = way === 'to-server' ? [folder, server] : [server, folder]
    await carry(from.db, to.db, (table, rows) => say(`${table}: ${rows}`))
  } finally {
    await Promise.all([server.close(), folder.close()])
  }
  say(done(way, way === 'to-server' ? putAside(held, new Date()) : null))
  return 0
})

function done(way: Way, aside: string | null): string {
  switch (way) {
    case 'to-server':
      return `All is on the server now. Start Lamina with the same DATABASE_URL. As it was before it is kept in “${aside}” in ${dataFolder}.`
    case 'to-folder':
      return `All is in ${dataFolder} now. Start Lamina without DATABASE_URL. As it was before it is still on the server.`
  }
}

/** Refuses to move while somebody may be drawing. */
async function refuseServed({ db }: PgServer): Promise<void> {
  const { rows } = await db.execute(
    sql`select 1 from pg_stat_activity where datname = current_database() and application_name = 'lamina news'`,
  )
  if (rows.length > 0)
    throw new NotCarried(
      'Lamina runs on the database of DATABASE_URL. Stop it everywhere first; nothing was moved.',
    )
}
