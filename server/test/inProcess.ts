import { MessageChannel } from 'node:worker_threads'
import { PGlite } from '@electric-sql/pglite'
import { Embedded, type Started } from '../src/database/embedded'
import { openFolder } from '../src/database/openFolder'
import { answerOver, type FromDatabase, type Port, type ToDatabase } from '../src/database/pump'
import type { FailedWrite } from '../src/database/synced'

/** An embedded database that runs in the thread of the tests. */
function inProcess(open: (failed: (failure: FailedWrite) => void) => Promise<PGlite>): () => Started {
  return () => {
    const { port1, port2 } = new MessageChannel()
    const there = port2 as Port<FromDatabase, ToDatabase>
    void open((failed) => there.postMessage({ failed })).then(
      (database) => {
        answerOver(there, database)
        there.postMessage('ready')
      },
      (error: unknown) => there.postMessage({ refused: String(error) }),
    )
    return Object.assign(port1, {
      terminate() {
        port1.close()
        return Promise.resolve()
      },
    }) as unknown as Started
  }
}

/** Starts databases in memory, each as new. */
export const inMemoryStart = (): (() => Started) =>
  inProcess(async () => {
    const database = new PGlite()
    await database.waitReady
    return database
  })

/** A database in memory, as new. */
export const inMemory = (): Embedded => new Embedded(inMemoryStart(), null)

/** The database in a folder. */
export const inFolder = (folder: string): Embedded =>
  new Embedded(
    inProcess((failed) => openFolder(folder, failed)),
    folder,
  )
