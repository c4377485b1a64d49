import { mkdir, readFile, readdir, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Id } from '@lamina/core/records'
import type { DrawnBoard } from './draw'

/** What imprints there are of a project: as of a change, of the board it opens with, and of others. */
interface Named {
  readonly file: string
  readonly seq: number
  readonly form: string
  readonly first: boolean
  readonly board: Id
}

/** As they are named: change, form, whether it is the first board, board. */
const NAME = /^(\d+)\.([0-9a-z]+)\.(first|other)\.(.+)$/

/**
 * The imprints of boards, files in a folder of their own: each can be made again at any time, and what is not whole is
 * none.
 */
export class Imprints {
  private writing: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly folder: string,
    /** Told from that of other versions, which may draw otherwise. */
    private readonly form: string,
  ) {}

  /** Keeps what was drawn of a project as of a change, in place of what was kept of it. */
  keep(project: Id, seq: number, boards: readonly DrawnBoard[]): Promise<void> {
    return this.inTurn(async () => {
      const folder = this.of(project)
      await mkdir(folder, { recursive: true })
      const before = await this.named(project)
      const now = new Set<string>()
      for (const { board, first, body } of boards) {
        const file = [seq, this.form, first ? 'first' : 'other', board].join('.')
        now.add(file)
        // Whole before it is there.
        await writeFile(join(folder, '.new'), body)
        await rename(join(folder, '.new'), join(folder, file))
      }
      for (const { file } of before) if (!now.has(file)) await rm(join(folder, file), { force: true })
    })
  }

  /** The imprint of a board, or of the one a project opens with, as of a change; null when there is none. */
  async read(project: Id, board: Id | null, seq: number): Promise<Uint8Array | null> {
    const found = (await this.named(project)).find(
      (each) =>
        each.seq === seq && each.form === this.form && (board === null ? each.first : each.board === board),
    )
    if (!found) return null
    // Another may have come in its place.
    return readFile(join(this.of(project), found.file)).catch(() => null)
  }

  /** Whether something was drawn of a project as of a change. */
  async has(project: Id, seq: number): Promise<boolean> {
    return (await this.named(project)).some((each) => each.seq === seq && each.form === this.form)
  }

  remove(project: Id): Promise<void> {
    return this.inTurn(() => rm(this.of(project), { recursive: true, force: true }))
  }

  private of(project: Id): string {
    return join(this.folder, project)
  }

  private async named(project: Id): Promise<Named[]> {
    const files = await readdir(this.of(project)).catch((): string[] => [])
    return files.flatMap((file) => {
      const [, seq, form, place, board] = NAME.exec(file) ?? []
      if (seq === undefined || form === undefined || board === undefined) return []
      return [{ file, seq: Number(seq), form, first: place === 'first', board }]
    })
  }

  private inTurn(work: () => Promise<void>): Promise<void> {
    const mine = this.writing.then(work)
    this.writing = mine.catch(() => undefined)
    return mine
  }
}
