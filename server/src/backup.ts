import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { Archives } from './archives/archives'
import type { ArchiveMade, ArchiveOrder } from './archives/order'
import { command } from './commands'
import { FolderInUse, commandsOf } from './folder'
import { backupsKept, dataFolder, here, log, migrations, onFolder, run, say } from './standing'
import { Store } from './store'
import { Thread } from './thread/thread'

/** Makes a backup of every project that changed since its last, whether or not the server runs. */
run(async () => {
  const told = (made: number): number => {
    say(made === 0 ? 'No project changed since its last backup.' : `Backups made: ${made}`)
    return 0
  }
  try {
    return await onFolder(async (database, { backups }) => {
      const store = await Store.over(database, migrations)
      const thread = new Thread<ArchiveOrder, ArchiveMade>(() => new Worker(join(here, 'archive.worker.js')))
      const most = backupsKept()
      const made = await new Archives(store, thread, backups, { log, makeId: () => randomUUID(), most }).all()
      await thread.close()
      return told(made)
    })
  } catch (error) {
    const at = error instanceof FolderInUse ? commandsOf(dataFolder) : null
    if (at === null) throw error
    return told((await command<{ made: number }>(at, '/backups')).made)
  }
})
