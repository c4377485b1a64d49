import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Writable } from 'node:stream'
import { makeApp, type AppParts } from '../src/app'
import { Archives } from '../src/archives/archives'
import { makeArchive } from '../src/archives/order'
import type { Database } from '../src/database/database'
import { makeLog } from '../src/facts/log'
import { picturesOf, type SeenOrder } from '../src/history/picturesOf'
import { drawProject } from '../src/pictures/draw'
import { Imprints } from '../src/pictures/imprints'
import { Pictures, type PictureThread } from '../src/pictures/pictures'
import { NothingToPlot, plotSheets, type PlotOrder } from '../src/plot/document'
import { PlotsHere } from '../src/plot/plots'
import { Store } from '../src/store'
import { WorkRefused } from '../src/thread/thread'

export const migrations = join(import.meta.dirname, '../drizzle')
/** Who bears it may ask for metrics. */
export const METRICS_KEY = 'a key of the tests'
/** What draws the pictures. */
export const FORM = 'now'

/** The application over a database, all in this thread, listening at a port. */
export interface AppInProcess {
  readonly store: Store
  readonly pictures: Pictures
  readonly port: number
  /** Where imprints are kept. */
  readonly printed: string
  /** What it complained of. */
  readonly complaints: string[]
  /** How many pictures were made. */
  drawn(): number
  close(): Promise<void>
}

/**
 * @param door who is let in, made when the database has its form
 * @param level what it complains of, and what is told besides
 */
export async function appInProcess(
  database: Database,
  makeId: () => string,
  door: () => Promise<AppParts['door']> = () => Promise.resolve(null),
  level = 'warn',
): Promise<AppInProcess> {
  const complaints: string[] = []
  const printed = mkdtempSync(join(tmpdir(), 'lamina-imprints-'))
  let drawn = 0
  const store = await Store.over(database, migrations)
  const log = makeLog(
    level,
    new Writable({ write: (chunk, _encoding, done) => (complaints.push(String(chunk)), done()) }),
  )
  const threads = {
    load: { working: 0, waiting: 0 },
    async make(order: PlotOrder): Promise<Uint8Array> {
      try {
        return await plotSheets(order)
      } catch (error) {
        if (error instanceof NothingToPlot) throw new WorkRefused(error.message)
        throw error
      }
    },
  }
  const plots = new PlotsHere(store, { ...threads, close: () => Promise.resolve() })
  const painter: PictureThread = { make: async (order) => (drawn++, drawProject(order)) }
  const pictures = new Pictures(store, painter, log, new Imprints(printed, FORM))
  const archives = new Archives(store, { make: makeArchive }, join(printed, 'backups'), {
    log,
    makeId,
    most: 14,
  })
  const drawer = { make: async (order: SeenOrder) => picturesOf(order) }
  const hosts = ['localhost', '127.0.0.1']
  const facts = { key: METRICS_KEY, ofProcess: false }
  const parts = { facts, database, store, pictures, plots, archives, drawer, log, hosts, site: null }
  const server = createServer(makeApp({ ...parts, door: await door() }))
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return {
    store,
    pictures,
    port: (server.address() as AddressInfo).port,
    printed,
    complaints,
    drawn: () => drawn,
    async close() {
      server.close()
      server.closeAllConnections()
      pictures.close()
      await store.close()
      rmSync(printed, { recursive: true, force: true })
    },
  }
}
