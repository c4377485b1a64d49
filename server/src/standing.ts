import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { BACKUPS_KEPT } from './archives/archives'
import { awayOf } from './database/away'
import { NewerData } from './database/bringUp'
import type { Database } from './database/database'
import { NotCarried } from './database/carry'
import { Embedded, inThread } from './database/embedded'
import { PgServer } from './database/pgServer'
import { makeLog } from './facts/log'
import { FolderInUse, FolderRefused, takeFolder, type HeldFolder } from './folder'

/** Where the programs of the server are. */
export const here = dirname(fileURLToPath(import.meta.url))
export const dataFolder = resolve(process.env['LAMINA_DATA'] ?? '.lamina')
export const migrations = join(here, '../drizzle')
/** An empty database of the form this version knows: it comes with the build. */
const blank = join(here, 'blank')

/** A setting that is a whole number; any other ends the program with a sentence. */
export function wholeSetting(name: string, otherwise: number, most: number): number {
  const text = process.env[name]
  if (text === undefined) return otherwise
  const value = Number(text)
  if (text.trim() !== '' && Number.isInteger(value) && value >= 0 && value <= most) return value
  process.stderr.write(`${name} must be a whole number up to ${most}, not “${text}”.\n`)
  process.exit(2)
}

/** A setting that is a secret, of 16 letters and more; a shorter one ends the program with a sentence. */
export function secretSetting(name: string): string | null {
  const text = process.env[name] || null
  if (text === null || text.length >= 16) return text
  process.stderr.write(`${name} must have 16 letters or more, so that nobody guesses it.\n`)
  process.exit(2)
}

/** So many backups of a project are kept; 0: none are made by themselves. */
export const backupsKept = (): number => wholeSetting('LAMINA_BACKUPS', BACKUPS_KEPT, 1000)

export const say = (line: string): void => void process.stdout.write(`${line}\n`)

/** What is said beside what is answered. */
export const log = makeLog(process.env['LOG_LEVEL'] ?? 'warn')

/** The address of the PostgreSQL server that is set; null: the database is in the data folder. */
export const databaseAddress = process.env['DATABASE_URL'] || null

/** The data folder, taken for this program. @throws FolderRefused */
export function takeStanding(
  place = databaseAddress === null ? ('folder' as const) : ('server' as const),
): HeldFolder {
  const held = takeFolder(dataFolder, place)
  process.on('exit', held.letGo)
  return held
}

/** The database in a data folder, not yet opened. */
export const inFolder = ({ database }: Pick<HeldFolder, 'database'>): Embedded =>
  new Embedded(inThread(join(here, 'database.worker.js'), { folder: database, blank }), database)

async function working<D extends Database & { open(): Promise<void> }, T>(
  database: D,
  work: (database: D) => Promise<T>,
): Promise<T> {
  try {
    await database.open()
    return await work(database)
  } finally {
    await database.close()
  }
}

/** Works on the data folder while no server does, and on the database that is set; gives what comes of it. */
export async function onFolder<T>(work: (database: Database, held: HeldFolder) => Promise<T>): Promise<T> {
  const held = takeStanding()
  return working(databaseAddress === null ? inFolder(held) : new PgServer(databaseAddress, log), (database) =>
    work(database, held),
  )
}

/** Works on the database that is set: one in the data folder while no server does, another whoever else does. */
export function onDatabase<T>(work: (database: Database) => Promise<T>): Promise<T> {
  return databaseAddress === null ? onFolder(work) : working(new PgServer(databaseAddress, log), work)
}

/** Ends the program with what it gives; faults in a sentence, each kind with a number of its own. */
export function run(program: () => Promise<number>): void {
  program().then(
    (code) => process.exit(code),
    (error: unknown) => {
      const away = awayOf(error)
      const isPlain =
        error instanceof FolderRefused || error instanceof NewerData || error instanceof NotCarried
      const sentence = away?.message ?? (error instanceof Error ? error.message : String(error))
      process.stderr.write(`${isPlain || away ? sentence : `That could not be done: ${sentence}`}\n`)
      process.exit(error instanceof FolderInUse ? 3 : away ? 6 : 5)
    },
  )
}
