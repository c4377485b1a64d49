import { chmodSync, cpSync, existsSync, renameSync, rmSync } from 'node:fs'
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
 * @param blank the folder of an empty database that a new one begins as, which is quicker than making one; null: it is made
 */
export async function openFolder(
  folder: string,
  failed: (failure: FailedWrite) => void,
  blank: string | null = null,
): Promise<PGlite> {
  if (!existsSync(folder)) {
    const making = makingOf(folder)
    rmSync(making, { recursive: true, force: true })
    if (blank === null) await (await opened(making, failed)).close()
    else copyTelling(blank, making, failed)
    syncTree(making)
    renameSync(making, folder)
    syncPath(dirname(folder))
  }
  return opened(folder, failed)
}

function copyTelling(from: string, to: string, failed: (failure: FailedWrite) => void): void {
  try {
    cpSync(from, to, { recursive: true })
    chmodSync(to, 0o700)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code !== undefined) failed({ doing: 'write', path: to, code })
    throw error
  }
}
