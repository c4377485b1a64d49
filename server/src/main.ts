import { createHash, randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { createServer as createTlsServer } from 'node:https'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { makeApp } from './app'
import { Archives } from './archives/archives'
import type { ArchiveMade, ArchiveOrder } from './archives/order'
import { answerCommands } from './commands'
import { awayOf } from './database/away'
import { NewerData } from './database/bringUp'
import type { Database } from './database/database'
import { PgServer } from './database/pgServer'
import { FolderInUse, FolderRefused, hasDatabase, type HeldFolder } from './folder'
import type { SeenChanges, SeenOrder } from './history/picturesOf'
import { SettingRefused, addressOf, firstLink, makeDoor, reachedBy, type Reached } from './persons/door'
import type { PictureOrder, Drawn } from './pictures/draw'
import { Imprints } from './pictures/imprints'
import { Pictures } from './pictures/pictures'
import type { PlotOrder } from './plot/document'
import { PlotsHere } from './plot/plots'
import { PlotQueue } from './plot/queue'
import { seedSamples } from './seed'
import {
  backupsKept,
  dataFolder as folder,
  databaseAddress,
  here,
  inFolder,
  log,
  migrations,
  say,
  secretSetting,
  takeStanding,
  wholeSetting,
} from './standing'
import { Store } from './store'
import { Thread } from './thread/thread'
import { Threads } from './thread/threads'

const port = wholeSetting('PORT', 4180, 65_535)
const backups = backupsKept()
const metricsKey = secretSetting('LAMINA_METRICS')
const samples = !process.argv.includes('--no-samples')

/** What one plot may take. */
const PLOT_SECONDS = 120
const PLOT_MEGABYTES = 1024
/** How long the pictures of a page of a history may take. */
const PICTURE_SECONDS = 20

/** What draws pictures; another version of it may draw otherwise. */
const PAINTER = 'picture.worker.js'

function exitWith(code: number, sentence: string): never {
  process.stderr.write(`${sentence}\n`)
  process.exit(code)
}

function folderOrExit(): HeldFolder {
  try {
    return takeStanding()
  } catch (error) {
    if (error instanceof FolderRefused) exitWith(error instanceof FolderInUse ? 3 : 5, error.message)
    throw error
  }
}

function reachedOrExit(): Reached {
  try {
    return reachedBy(process.env)
  } catch (error) {
    if (error instanceof SettingRefused) exitWith(2, error.message)
    throw error
  }
}

async function storeOrExit(held: HeldFolder): Promise<{ store: Store; database: Database }> {
  const where = databaseAddress === null ? `The data folder is ${folder}` : 'It is the one of DATABASE_URL'
  try {
    const database = databaseAddress === null ? inFolder(held) : new PgServer(databaseAddress, log)
    await database.refuseFull()
    await database.open()
    const store = await Store.over(database, migrations, (project, what) =>
      log.warn({ project }, `a project was damaged: ${what}`),
    )
    return { store, database }
  } catch (error) {
    if (error instanceof NewerData) exitWith(5, `${error.message} ${where}.`)
    const away = awayOf(error)
    if (away) exitWith(6, `${away.message} ${where}; nothing was changed there.`)
    if (databaseAddress !== null)
      exitWith(
        6,
        `The database cannot be opened: ${error instanceof Error ? error.message : String(error)}. ${where}.`,
      )
    throw error
  }
}

async function main(): Promise<void> {
  // What is kept is for its owner alone.
  process.umask(0o077)
  const reached = reachedOrExit()
  const held = folderOrExit()
  say('opening the database')
  const { store, database } = await storeOrExit(held)
  if (databaseAddress !== null && hasDatabase(held))
    say(
      `The projects in the database of ${folder} are not those of DATABASE_URL, and are not shown. npm run move carries them there.`,
    )
  const door = await makeDoor(database.db, reached)
  if (samples) await database.alone(() => seedSamples(store, say))
  const thread = <Order, Made>(file: string): Thread<Order, Made> =>
    new Thread(() => new Worker(join(here, file)))
  const hands = Math.max(2, Math.min(4, availableParallelism() - 1))
  const plotter = new Threads<PlotOrder, Uint8Array>(
    hands,
    () =>
      new Worker(join(here, 'plot.worker.js'), {
        resourceLimits: { maxOldGenerationSizeMb: PLOT_MEGABYTES },
      }),
    {
      seconds: PLOT_SECONDS,
      tooLong: `These sheets take longer than ${PLOT_SECONDS} seconds to plot. Plot fewer of them at once, or show less on them.`,
      tooLarge: `These sheets take more than ${PLOT_MEGABYTES} MB of memory to plot. Plot fewer of them at once, or show less on them.`,
    },
  )
  const plotsHere = new PlotsHere(store, plotter)
  const plots = database.others
    ? new PlotQueue({ db: database.db, others: database.others, here: plotsHere, most: hands, log })
    : plotsHere
  const drawer = new Threads<SeenOrder, SeenChanges>(1, () => new Worker(join(here, 'history.worker.js')), {
    seconds: PICTURE_SECONDS,
    tooLong: 'These changes take too long to draw.',
    tooLarge: 'These changes take too much memory to draw.',
  })
  const painter = thread<PictureOrder, Drawn>(PAINTER)
  const form = createHash('sha256')
    .update(readFileSync(join(here, PAINTER)))
    .digest('hex')
    .slice(0, 16)
  const pictures = new Pictures(store, painter, log, new Imprints(held.imprints, form))
  const packer = new Thread<ArchiveOrder, ArchiveMade>(() => new Worker(join(here, 'archive.worker.js')))
  const archives = new Archives(store, packer, held.backups, {
    log,
    makeId: () => randomUUID(),
    most: backups,
  })
  const hosts = ['localhost', '127.0.0.1', '[::1]', ...reached.hosts]
  const app = makeApp({
    store,
    pictures,
    plots,
    archives,
    drawer,
    log,
    hosts,
    door,
    proxy: reached.proxy,
    database,
    facts: { key: metricsKey, ofProcess: true },
    site: join(here, '../../web/dist'),
  })
  const server = reached.tls ? createTlsServer(reached.tls, app) : createServer(app)
  server.on('error', (error: NodeJS.ErrnoException) => {
    const sentence =
      error.code === 'EADDRINUSE'
        ? `Port ${port} is in use. Stop what uses it or name another with PORT.`
        : `The server could not start: ${error.message}`
    process.stderr.write(`${sentence}\n`)
    process.exit(4)
  })
  const commands = await answerCommands(archives)
  server.listen(port, reached.host, () => {
    const address = server.address()
    const at = typeof address === 'object' && address ? address.port : port
    held.answersAt(at, commands)
    say(`Lamina is ready: ${addressOf(reached, at)}`)
    archives.begin()
    if (door)
      opened(door, addressOf(reached, at)).catch((error: unknown) =>
        log.error({ err: error }, 'the first link could not be made'),
      )
  })
  /** Tells where the first person comes in, and lets go of sessions that are over. */
  async function opened({ persons, sessions }: NonNullable<typeof door>, address: string): Promise<void> {
    const secret = await firstLink(persons)
    if (secret)
      say(
        `Nobody keeps the persons here yet. The first comes by this link, once, within an hour:\n${address}/join#${secret}`,
      )
    setInterval(() => {
      sessions
        .letGoOld()
        .catch((error: unknown) => log.warn({ err: error }, 'old sessions could not be let go'))
    }, 60 * 60_000).unref()
  }
  const stop = (): void => {
    server.close()
    server.closeAllConnections()
    commands.close()
    pictures.close()
    void archives
      .close()
      .then(() => plots.close())
      .then(() => Promise.all([drawer.close(), painter.close(), packer.close(), store.close()]))
      .then(() => process.exit(0))
  }
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
}

main().catch((error: unknown) => {
  log.fatal({ err: error }, 'the server stopped')
  process.exit(1)
})
