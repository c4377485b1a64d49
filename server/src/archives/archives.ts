import { mkdir, open, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Logger } from 'pino'
import type { ArchivedProject, BackupCard } from '@lamina/core/exchange'
import { NotThere } from '../faults'
import type { Store } from '../store'
import type { Thread } from '../thread/thread'
import type { ArchiveMade, ArchiveOrder } from './order'

/** So many backups of a project are kept, the newest, where nothing else is said. */
export const BACKUPS_KEPT = 14
const DAY_MS = 24 * 60 * 60 * 1000
/** It is looked so often whether backups are due. */
const LOOK_MS = 10 * 60 * 1000
/** And first so long after it began. */
const FIRST_LOOK_MS = 60 * 1000
/** What was removed can be brought back for so long. */
export const DAYS_REMOVED = 30

/** The file of a backup: the change it goes up to, and when it was made. */
const FILE = /^(\d{8}T\d{6})-(\d+)\.zip$/
const NAME = 'name.txt'

/** Projects as archives: packed and unpacked in a thread of their own, and kept day by day in a folder. */
export class Archives {
  private looking: ReturnType<typeof setInterval> | undefined
  private work: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly store: Store,
    private readonly thread: Pick<Thread<ArchiveOrder, ArchiveMade>, 'make'>,
    private readonly folder: string,
    private readonly means: {
      readonly log: Logger
      readonly makeId: () => string
      readonly now?: () => Date
      /** So many of a project are kept; 0: none are made by themselves. */
      readonly most: number
    },
  ) {}

  private now(): Date {
    return this.means.now?.() ?? new Date()
  }

  /** Makes the backups that are due, now and from time to time, and lets go of what was removed long ago. */
  begin(): void {
    const look = (): void => {
      this.due().catch((error: unknown) => this.means.log.error({ err: error }, 'backups could not be made'))
    }
    this.looking = setInterval(look, LOOK_MS)
    this.looking.unref()
    // Whoever begins to work is served first.
    setTimeout(look, FIRST_LOOK_MS).unref()
  }

  /** Ends it, once what is under way is done. */
  async close(): Promise<void> {
    clearInterval(this.looking)
    await this.work.catch(() => undefined)
  }

  async pack(project: string): Promise<Uint8Array> {
    return this.packed(await this.store.archived(project))
  }

  private async packed(project: ArchivedProject): Promise<Uint8Array> {
    const at = this.now().toISOString()
    return (await this.thread.make({ what: 'pack', project, at })) as Uint8Array
  }

  /** Brings an archive in as a project. @param owner whose it is; null: nobody is asked who they are @returns its id */
  async bringIn(bytes: Uint8Array, owner: string | null = null): Promise<{ id: string; name: string }> {
    return this.putIn(await this.unpack(bytes), 'brought in', owner)
  }

  /** Makes a project that is as another is now. */
  async copy(project: string, owner: string | null = null): Promise<{ id: string; name: string }> {
    const from = await this.store.archived(project)
    return this.putIn({ ...from, journal: [] }, 'copy', owner)
  }

  /** Puts a backup back: in its place where its project is gone, else as a project beside it. */
  async restore(
    project: string,
    file: string,
    owner: string | null = null,
  ): Promise<{ id: string; name: string }> {
    const [, at] = FILE.exec(file) ?? []
    if (!at || !isId(project)) throw new NotThere('There is no such backup.')
    const bytes = await readFile(join(this.folder, project, file)).catch(() => {
      throw new NotThere('There is no such backup.')
    })
    return this.putIn(await this.unpack(bytes), `of ${dateOf(at).slice(0, 10)}`, owner)
  }

  private async unpack(bytes: Uint8Array): Promise<ArchivedProject> {
    return (await this.thread.make({ what: 'unpack', bytes })) as ArchivedProject
  }

  private async putIn(
    from: ArchivedProject,
    how: string,
    owner: string | null,
  ): Promise<{ id: string; name: string }> {
    const own = ` (${how})`
    const name = from.name.slice(0, 200 - own.length) + own
    const id = await this.store.putIn(from, {
      id: this.means.makeId(),
      name,
      owner,
      first: 'Brought in',
    })
    return { id, name: id === from.id ? from.name : name }
  }

  /** Those there are, the newest first. */
  async list(): Promise<BackupCard[]> {
    const found: BackupCard[] = []
    for (const project of await namesIn(this.folder)) {
      const name = await readFile(join(this.folder, project, NAME), 'utf8').catch(() => project)
      for (const file of await namesIn(join(this.folder, project))) {
        const [, at, seq] = FILE.exec(file) ?? []
        if (!at) continue
        const { size: bytes } = await stat(join(this.folder, project, file))
        found.push({ project, name, seq: Number(seq), at: dateOf(at), bytes, file })
      }
    }
    return found.sort((p, q) => (p.at < q.at ? 1 : p.at > q.at ? -1 : 0))
  }

  /** When the last backup was made; null: there is none. */
  async lastBackup(): Promise<Date | null> {
    const [last] = await this.list()
    return last ? new Date(last.at) : null
  }

  /** Makes a backup of every project that changed since its last. @returns so many were made */
  async all(): Promise<number> {
    return this.make(() => true)
  }

  /** What there is to do from day to day. */
  async due(): Promise<void> {
    const day = this.now().getTime() - DAY_MS
    if (this.means.most > 0) await this.make((last) => last === undefined || Date.parse(last.at) <= day)
    const gone = await this.store.clear({ before: new Date(this.now().getTime() - DAYS_REMOVED * DAY_MS) })
    if (gone.length > 0) this.means.log.info({ count: gone.length }, 'removed projects are gone for good')
  }

  private make(isDue: (last: BackupCard | undefined) => boolean): Promise<number> {
    const mine = this.work
      .catch(() => undefined)
      .then(async () => {
        const there = await this.list()
        let made = 0
        for (const { id, seq } of await this.store.newest(100_000)) {
          const own = there.filter(({ project }) => project === id)
          const [last] = own
          if (last?.seq === seq || !isDue(last)) continue
          await this.keep(id, own)
          made++
        }
        return made
      })
    this.work = mine
    return mine
  }

  private async keep(id: string, before: readonly BackupCard[]): Promise<void> {
    let project: ArchivedProject
    try {
      project = await this.store.archived(id)
    } catch (error) {
      // Removed meanwhile.
      if (error instanceof NotThere) return
      throw error
    }
    const bytes = await this.packed(project)
    const own = join(this.folder, id)
    await mkdir(own, { recursive: true, mode: 0o700 })
    const stamp = this.now().toISOString().replace(/[-:]/g, '').slice(0, 15)
    await writeWhole(join(own, `${stamp}-${project.journal.length}.zip`), bytes)
    await writeFile(join(own, NAME), project.name, { mode: 0o600 })
    for (const { file } of before.slice((this.means.most || BACKUPS_KEPT) - 1))
      await rm(join(own, file), { force: true })
  }
}

const isId = (text: string): boolean => /^[\w-]{1,64}$/.test(text)

const namesIn = (folder: string): Promise<string[]> => readdir(folder).catch(() => [])

/** `20261201T093000` as an ISO date. */
const dateOf = (stamp: string): string =>
  stamp.replace(/^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)$/, '$1-$2-$3T$4:$5:$6.000Z')

/** Writes a file so that it is there as a whole or not at all. */
async function writeWhole(path: string, bytes: Uint8Array): Promise<void> {
  const making = `${path}.making`
  const file = await open(making, 'w', 0o600)
  try {
    await file.writeFile(bytes)
    await file.sync()
  } finally {
    await file.close()
  }
  await rename(making, path)
  const folder = await open(dirname(path))
  await folder.sync().finally(() => folder.close())
}
