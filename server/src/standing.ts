import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { BACKUPS_KEPT } from './archives/archives'
import { awayOf } from './database/away'
import { NewerData } from './database/bringUp'
import { Embedded, inThread } from './database/embedded'
import { FolderInUse, FolderRefused, takeFolder, type HeldFolder } from './folder'

/** Where the programs of the server are. */
export const here = dirname(fileURLToPath(import.meta.url))
export const dataFolder = resolve(process.env['LAMINA_DATA'] ?? '.lamina')
export const migrations = join(here, '../drizzle')

/** A setting that is a whole number; any other ends the program with a sentence. */
export function wholeSetting(name: string, otherwise: number, most: number): number {
  const text = process.env[name]
  if (text === undefined) return otherwise
  const value = Number(text)
  if (text.trim() !== '' && Number.isInteger(value) && value >= 0 && value <= most) return value
  process.stderr.write(`${name} must be a whole number up to ${most}, not “${text}”.\n`)
  process.exit(2)
}

/** So many backups of a project are kept; 0: none are made by themselves. */
export const backupsKept = (): number => wholeSetting('LAMINA_BACKUPS', BACKUPS_KEPT, 1000)

export const say = (line: string): void => void process.stdout.write(`${line}\n`)

/** Works on the data folder while no server does, and gives what comes of it. */
export async function onFolder<T>(work: (database: Embedded, held: HeldFolder) => Promise<T>): Promise<T> {
  const held = takeFolder(dataFolder)
  process.on('exit', held.letGo)
  const database = new Embedded(inThread(join(here, 'database.worker.js'), held.database), held.database)
  await database.open()
  try {
    return await work(database, held)
  } finally {
    await database.close()
  }
}

/** Ends the program with what it gives; faults in a sentence, each kind with a number of its own. */
export function run(program: () => Promise<number>): void {
  program().then(
    (code) => process.exit(code),
    (error: unknown) => {
      const away = awayOf(error)
      const isPlain = error instanceof FolderRefused || error instanceof NewerData
      const sentence = away?.message ?? (error instanceof Error ? error.message : String(error))
      process.stderr.write(`${isPlain || away ? sentence : `That could not be done: ${sentence}`}\n`)
      process.exit(error instanceof FolderInUse ? 3 : away ? 6 : 5)
    },
  )
}
