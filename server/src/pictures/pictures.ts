import type { Logger } from 'pino'
import type { ProjectCard } from '@lamina/core/exchange'
import { NotThere } from '../faults'
import { inTime } from '../inTime'
import type { Store } from '../store'
import type { Thread } from '../thread/thread'
import type { PictureOrder, Drawn } from './draw'
import type { Imprints } from './imprints'

export type PictureThread = Pick<Thread<PictureOrder, Drawn>, 'make'>

/** After a change so long is waited for the next, ms: what is being worked on is not drawn at every step. */
const PAUSE = 1500
/** And so many times as long as drawing took last. */
const PAUSES = 4
/** So many boards of a project besides the first are drawn: those asked for last. */
const MOST_BOARDS = 3
/** So many projects that were last drawn by an earlier version are drawn again when the list is looked at. */
const AGAIN_AT_ONCE = 20
/** A list waits no longer than this for pictures that are being made, ms. */
const PATIENCE = 400

/** Keeps what every project shows before it is opened, as of its last change, made when nothing waits for it. */
export class Pictures {
  private readonly due = new Map<string, NodeJS.Timeout>()
  private readonly underWay = new Map<string, Promise<void>>()
  /** How long drawing a project took last, ms. */
  private readonly took = new Map<string, number>()
  /** The change each was drawn as of last, whatever came of it. */
  private readonly tried = new Map<string, number>()
  /** The boards asked for, the last one last. */
  private readonly asked = new Map<string, string[]>()
  /** Those of an earlier version are being drawn again. */
  private again: Promise<void> | null = null
  private closed = false
  private readonly stop: () => void

  constructor(
    private readonly store: Store,
    private readonly thread: PictureThread,
    private readonly log: Logger,
    private readonly imprints: Imprints,
  ) {
    this.stop = store.onChange((project, seq) => {
      if (seq > 0) this.soon(project)
    })
  }

  private soon(project: string): void {
    clearTimeout(this.due.get(project))
    const pause = Math.max(PAUSE, PAUSES * (this.took.get(project) ?? 0))
    const timer = setTimeout(() => void this.made(project), pause)
    timer.unref()
    this.due.set(project, timer)
  }

  close(): void {
    this.closed = true
    this.stop()
    for (const timer of this.due.values()) clearTimeout(timer)
  }

  /** All projects with their pictures; those whose picture is still of an earlier change say so. */
  async list(): Promise<ProjectCard[]> {
    const cards = await this.store.list()
    const late = cards.filter(({ late }) => late)
    if (late.length === 0) {
      this.again ??= this.drawAgain().finally(() => (this.again = null))
      return cards
    }
    const made = Promise.all(late.map(({ id }) => this.made(id)))
    await inTime(made, PATIENCE)
    return this.store.list()
  }

  private async drawAgain(): Promise<void> {
    for (const { id, seq } of await this.store.newest(AGAIN_AT_ONCE)) {
      if (this.tried.get(id) === seq || (await this.imprints.has(id, seq))) continue
      if (this.closed) return
      await this.made(id)
    }
  }

  /**
   * The imprint of a board as of the last change, or of the board that a project opens with; null while there is none.
   * One that is asked for is made from then on.
   */
  async imprint(project: string, board: string | null): Promise<Uint8Array | null> {
    const seq = await this.store.seqOf(project)
    const found = seq > 0 ? await this.imprints.read(project, board, seq) : null
    const isNew = board !== null && this.wants(project, board)
    // What was drawn as of this change and gave none, for it is too much, is not drawn again.
    const undrawn = isNew || this.tried.get(project) !== seq
    if (!found && seq > 0 && undrawn && !this.due.has(project)) this.soon(project)
    return found
  }

  /** Remembers that a board is asked for; true when it was not known. */
  private wants(project: string, board: string): boolean {
    const asked = this.asked.get(project) ?? []
    this.asked.set(project, [...asked.filter((each) => each !== board), board].slice(-MOST_BOARDS))
    return !asked.includes(board)
  }

  /** Lets go of what was drawn of a project that is removed. */
  async forget(project: string): Promise<void> {
    for (const known of [this.took, this.asked, this.tried]) known.delete(project)
    await this.imprints.remove(project)
  }

  /** Settles when the picture of a project is as of its last change, or could not be made. */
  private made(project: string): Promise<void> {
    clearTimeout(this.due.get(project))
    this.due.delete(project)
    let work = this.underWay.get(project)
    if (!work) {
      work = this.make(project).finally(() => this.underWay.delete(project))
      this.underWay.set(project, work)
    }
    return work
  }

  private async make(project: string): Promise<void> {
    try {
      const { seq, records } = await this.store.read(project)
      const started = performance.now()
      const boards = this.asked.get(project) ?? []
      const drawn = await this.thread.make({ records, seq, boards }).catch((error: unknown): Drawn => {
        this.log.warn({ err: error, project }, 'a picture could not be made')
        return { picture: null, imprints: [] }
      })
      this.took.set(project, performance.now() - started)
      this.tried.set(project, seq)
      await this.store.keepPicture(project, seq, drawn.picture)
      await this.imprints.keep(project, seq, drawn.imprints)
    } catch (error) {
      // One that was removed meanwhile needs none.
      if (!(error instanceof NotThere)) this.log.error({ err: error, project }, 'a picture could not be kept')
    }
  }
}
