import {
  accessSync,
  closeSync,
  constants,
  ftruncateSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  renameSync,
  statSync,
  writeSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { tryLock } from 'fs-native-extensions'
import { makingOf } from './database/openFolder'

/** The server cannot work on its data folder; the message is a sentence that says what to do. */
export class FolderRefused extends Error {}
/** The data folder is in use by another server. */
export class FolderInUse extends FolderRefused {}

/** A data folder that is held by this process. */
export interface HeldFolder {
  /** Where the database is, or will be made. */
  readonly database: string
  /** Where pictures are kept that can be made again. */
  readonly imprints: string
  /** Where backups of projects are kept. */
  readonly backups: string
  /** Tells others where this server answers, and where it takes commands. */
  answersAt(port: number, commands: CommandsAt): void
  letGo(): void
}

const LOCK = 'server.lock'
const DATABASE = 'database'
const IMPRINTS = 'imprints'
const BACKUPS = 'backups'

/** What a database folder must have in it, whatever else it has. */
const PARTS = [
  'PG_VERSION',
  'global/pg_control',
  'base',
  'pg_wal',
  'pg_xact',
  'pg_multixact',
  'pg_subtrans',
] as const
/** The version of the database's files that this server reads. */
const VERSION = '18'

/** A database whose projects were moved to a PostgreSQL server is called so, with when that was. */
const MOVED = /^database\.moved-\d{8}T\d{6}$/

/** Where the database of a server is: in its data folder, or on a PostgreSQL server. */
export type DatabasePlace = 'folder' | 'server'

/**
 * Takes the data folder for this process, and makes it if there is none. It is held by a lock of the operating system, which that
 * gives back when the process ends in whatever way.
 * @param place where the database is: in the folder it must be whole, or be the first there
 * @throws FolderRefused
 */
export function takeFolder(folder: string, place: DatabasePlace = 'folder'): HeldFolder {
  makeFolder(folder)
  const lock = openLock(folder)
  if (!tryLock(lock)) {
    closeSync(lock)
    throw new FolderInUse(
      `Lamina is already running on the data folder ${folder}${holderOf(folder)}. ` +
        'Use that one, stop it first, or name another folder with LAMINA_DATA.',
    )
  }
  try {
    writeHolder(lock, { pid: process.pid })
    refuseForeign(folder)
    if (place === 'folder') refuseBroken(folder)
  } catch (error) {
    closeSync(lock)
    throw toldPlainly(error, folder)
  }
  let held = true
  return {
    database: join(folder, DATABASE),
    imprints: join(folder, IMPRINTS),
    backups: join(folder, BACKUPS),
    answersAt: (port, { port: at, secret }) =>
      writeHolder(lock, { pid: process.pid, port, commands: { port: at, secret } }),
    letGo() {
      if (held) closeSync(lock)
      held = false
    },
  }
}

/** Who holds a data folder, and where it answers. */
interface Holder {
  readonly pid: number
  readonly port?: number
  readonly commands?: CommandsAt
}

/** Where a server takes commands, and the secret that whoever gives them knows. */
export interface CommandsAt {
  readonly port: number
  readonly secret: string
}

function writeHolder(lock: number, holder: Holder): void {
  ftruncateSync(lock)
  writeSync(lock, JSON.stringify(holder), 0)
}

/** Where the server takes commands that holds a data folder; null: that is not told. */
export function commandsOf(folder: string): CommandsAt | null {
  try {
    return (JSON.parse(readFileSync(join(folder, LOCK), 'utf8')) as Holder).commands ?? null
  } catch {
    return null
  }
}

function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
  } catch (error) {
    throw toldPlainly(error, folder)
  }
  const { uid } = statSync(folder)
  const me = process.getuid?.()
  if (me !== undefined && uid !== me)
    throw new FolderRefused(
      `The data folder ${folder} belongs to another user (number ${uid}; the server runs as ${me}). ` +
        'Run the server as that user, give the folder to this one, or name another with LAMINA_DATA.',
    )
}

function openLock(folder: string): number {
  try {
    accessSync(folder, constants.W_OK | constants.X_OK)
    return openSync(join(folder, LOCK), constants.O_RDWR | constants.O_CREAT, 0o600)
  } catch (error) {
    throw toldPlainly(error, folder)
  }
}

/** Faults of the system as sentences; others as they are. */
function toldPlainly(error: unknown, folder: string): unknown {
  const { code } = error as NodeJS.ErrnoException
  const other = 'Mend that, or name another folder with LAMINA_DATA.'
  switch (code) {
    case 'EEXIST':
    case 'ENOTDIR':
      return new FolderRefused(
        `${folder} is to be the data folder, but it is a file or lies in one. ${other}`,
      )
    case 'EACCES':
    case 'EPERM':
      return new FolderRefused(`The server may not write in the data folder ${folder}. ${other}`)
    case 'EROFS':
      return new FolderRefused(`The data folder ${folder} lies on a disk that can only be read. ${other}`)
    case 'ENOSPC':
    case 'EDQUOT':
      return new FolderRefused(`There is no space left for the data folder ${folder}. ${other}`)
    case undefined:
      return error
    default:
      return new FolderRefused(`The data folder ${folder} cannot be used (${code}). ${other}`)
  }
}

/** Whether there is a database in a data folder. */
export const hasDatabase = ({ database }: Pick<HeldFolder, 'database'>): boolean => isThere(database)

/** Puts a database aside whose projects were moved, so that nobody goes on in it unaware. @returns how it is called now */
export function putAside({ database }: Pick<HeldFolder, 'database'>, now: Date): string {
  const stamp = now.toISOString().replace(/[-:]/g, '').slice(0, 15)
  const name = `${DATABASE}.moved-${stamp}`
  renameSync(database, join(dirname(database), name))
  return name
}

/** Refuses what is no data folder. */
function refuseForeign(folder: string): void {
  const entries = readdirSync(folder)
  if (entries.includes(DATABASE)) return
  const known = [LOCK, IMPRINTS, BACKUPS, makingOf(DATABASE)]
  const foreign = entries.filter((name) => !known.includes(name) && !MOVED.test(name))
  if (foreign.length > 0)
    throw new FolderRefused(
      `The folder ${folder} holds other things (${someOf(foreign)}) and no database. ` +
        'Name an empty folder, or the one the database is in, with LAMINA_DATA.',
    )
}

/** Refuses a folder that has no database any more, or no whole one: nothing is made over what is there. */
function refuseBroken(folder: string): void {
  const entries = readdirSync(folder)
  if (!entries.includes(DATABASE)) {
    const moved = entries.filter((name) => MOVED.test(name)).sort()
    if (moved.length > 0)
      throw new FolderRefused(
        `The projects of the data folder ${folder} were moved to a PostgreSQL server. Name that with DATABASE_URL. ` +
          `As they were before they are in “${moved.at(-1)}”: called “${DATABASE}” again, it is used as it was.`,
      )
    if (entries.includes(IMPRINTS) || entries.includes(BACKUPS))
      throw new FolderRefused(
        `The data folder ${folder} was in use before, but its database is gone. Nothing was made in its place. ` +
          'Put the folder “database” back, name the PostgreSQL server it was used with with DATABASE_URL, ' +
          'or name another folder with LAMINA_DATA' +
          (entries.includes(BACKUPS) ? ' and bring the backups in this one’s “backups” in there.' : '.'),
      )
    return
  }
  const missing = PARTS.filter((part) => !isThere(join(folder, DATABASE, part)))
  if (missing.length > 0)
    throw new FolderRefused(
      `The database in ${join(folder, DATABASE)} is not whole: it lacks ${someOf(missing)}. Nothing was changed there. ` +
        'Put a whole copy of the folder in its place, or name another with LAMINA_DATA.',
    )
  const version = readFileSync(join(folder, DATABASE, 'PG_VERSION'), 'utf8').trim()
  if (version !== VERSION)
    throw new FolderRefused(
      `The database in ${join(folder, DATABASE)} was made by version ${version.slice(0, 20)} of the database, and this server reads ` +
        `version ${VERSION}. Nothing was changed there. Use the server it was made with, or name another folder with LAMINA_DATA.`,
    )
}

const someOf = (names: readonly string[]): string =>
  names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')

function isThere(path: string): boolean {
  return statSync(path, { throwIfNoEntry: false }) !== undefined
}

/** Who holds the folder, as far as it is told. */
function holderOf(folder: string): string {
  try {
    const { pid } = JSON.parse(readFileSync(join(folder, LOCK), 'utf8')) as Partial<Holder>
    return typeof pid === 'number' ? ` (process ${pid})` : ''
  } catch {
    return ''
  }
}
