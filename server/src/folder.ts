import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { join } from 'node:path'

/** The data folder is in use by another server. */
export class FolderInUse extends Error {}

/** When a process was started, as the system tells it; null where it does not. Guards against reused numbers. */
function startOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null
  } catch {
    return null
  }
}

function alive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}

/**
 * Takes the data folder for this process; a lock left behind by a process that was killed is taken over.
 * Gives the way to let go of it. Throws FolderInUse with a sentence.
 */
export function takeFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true })
  const lock = join(folder, 'server.lock')
  for (let tries = 0; tries < 3; tries++) {
    try {
      const file = openSync(lock, 'wx')
      writeSync(file, JSON.stringify({ pid: process.pid, start: startOf(process.pid) }))
      closeSync(file)
      return () => rmSync(lock, { force: true })
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    }
    const holder = readHolder(lock)
    if (holder && alive(holder.pid) && (holder.start === null || holder.start === startOf(holder.pid)))
      throw new FolderInUse(
        `Lamina is already running on the data folder ${folder} (process ${holder.pid}). ` +
          'Use that one, stop it first, or name another folder with LAMINA_DATA.',
      )
    rmSync(lock, { force: true })
  }
  throw new FolderInUse(`The lock in the data folder ${folder} could not be taken.`)
}

function readHolder(lock: string): { pid: number; start: string | null } | null {
  try {
    const { pid, start } = JSON.parse(readFileSync(lock, 'utf8')) as { pid: unknown; start: unknown }
    return typeof pid === 'number' ? { pid, start: typeof start === 'string' ? start : null } : null
  } catch {
    return null
  }
}
