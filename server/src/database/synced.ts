import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { NodeFS } from '@electric-sql/pglite/nodefs'

/** What of the database's file system is used here (Emscripten's NODEFS). */
interface HostFiles {
  readonly stream_ops: {
    fsync?: (stream: HostStream) => number
    write: (stream: HostStream, ...rest: readonly unknown[]) => number
  }
  realPath(node: unknown): string
}
interface HostStream {
  readonly node: unknown
  /** The file descriptor; directories have none. */
  readonly nfd?: number
}

/** A write or a sync that failed; the database can go on after some of them. */
export interface FailedWrite {
  readonly doing: 'write' | 'sync'
  readonly path: string
  /** As the system names it: `ENOSPC`. */
  readonly code: string
}

/** Puts a directory, or a file, on the disk: what was written to it is there after a power cut. */
export function syncPath(path: string): void {
  const file = openSync(path, 'r')
  try {
    fsyncSync(file)
  } finally {
    closeSync(file)
  }
}

/** Puts a folder with all in it on the disk. */
export function syncTree(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) syncTree(path)
    else if (entry.isFile()) syncPath(path)
  }
  syncPath(folder)
}

/**
 * The folder of an embedded database, in which what the database syncs is synced. As it comes, syncing does nothing there: a power
 * cut would take back what was acknowledged.
 */
export class SyncedFolder extends NodeFS {
  constructor(
    folder: string,
    private readonly failed: (failure: FailedWrite) => void,
  ) {
    super(folder)
  }

  override async init(...given: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(...given)
    const hook = (module: { readonly NODEFS: HostFiles }): void => this.hook(module.NODEFS)
    const preRun = [emscriptenOpts.preRun ?? []].flat()
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...preRun, hook as (typeof preRun)[number]] } }
  }

  private hook(files: HostFiles): void {
    const { stream_ops: ops } = files
    const telling = <T>(doing: FailedWrite['doing'], stream: HostStream, work: () => T): T => {
      try {
        return work()
      } catch (error) {
        this.failed({ doing, path: files.realPath(stream.node), code: codeOf(error) })
        throw error
      }
    }
    const { write } = ops
    ops.write = (stream, ...rest) => telling('write', stream, () => write(stream, ...rest))
    ops.fsync = (stream) =>
      telling('sync', stream, () => {
        if (stream.nfd === undefined) syncPath(files.realPath(stream.node))
        else fsyncSync(stream.nfd)
        return 0
      })
  }
}

/** Numbers of errors as this build of the database has them (WASI). */
const WASI: Readonly<Record<number, string>> = { 51: 'ENOSPC', 29: 'EIO', 19: 'EDQUOT', 69: 'EROFS' }

function codeOf(error: unknown): string {
  const { code, errno } = error as { code?: unknown; errno?: unknown }
  if (typeof code === 'string') return code
  return typeof errno === 'number' ? (WASI[errno] ?? `error ${errno}`) : String(error)
}
