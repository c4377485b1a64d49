import { existsSync, renameSync, rmSync } from 'node:fs'
import { dirname } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { SyncedFolder, syncPath, syncTree, type FailedWrite } from './synced'

/** How the database is started: as it comes, but for what turns syncing off. Its own `fdatasync` does nothing, so it is to use `fsync`. */
const START = [
  ...PGlite.defaultStartParams.filter((each) => each !== '-F'),
  ...['-c', 'wal_sync_method=fsync'],
]

/** The files of a database that is being made; it gets its name once it is whole and on the disk. */
export const makingOf = (folder: string): string => `${folder}.making`

const opened = async (folder: string, failed: (failure: FailedWrite) => void): Promise<PGlite> => {
  const database = new PGlite({ fs: new SyncedFolder(folder, failed), startParams: START })
  await database.waitReady
  return database
}

/**
 * Opens the database in a folder, or makes one there. What it acknowledges from then on is on the disk.
 * @param failed is told of writes that fail
 */
export async function openFolder(folder: string, failed: (failure: FailedWrite) => void): Promise<PGlite> {
  if (!existsSync(folder)) {
    const making = makingOf(folder)
    rmSync(making, { recursive: true, force: true })
    const made = await opened(making, failed)
    await made.close()
    syncTree(making)
    renameSync(making, folder)
    syncPath(dirname(folder))
  }
  return opened(folder, failed)
}
