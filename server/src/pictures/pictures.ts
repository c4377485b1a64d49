import type { Logger } from 'pino'
import type { SmallPicture } from '@lamina/core/display'
import type { ProjectCard } from '@lamina/core/exchange'
import type { AnyRecord } from '@lamina/core/records'
import { NotThere, type Store } from '../store'
import type { Thread } from '../thread/thread'

export type PictureThread = Pick<Thread<readonly AnyRecord[], SmallPicture | null>, 'make'>

/** After a change so long is waited for the next, ms: what is being worked on is not drawn at every step. */
const PAUSE = 1500
/** A list waits no longer than this for pictures that are being made, ms. */
const PATIENCE = 400

/** Keeps a small picture of every project as of its last change, made when nothing waits for it. */
export class Pictures {
  private readonly due = new Map<string, NodeJS.Timeout>()
  private readonly underWay = new Map<string, Promise<void>>()
  private readonly stop: () => void

  constructor(
    private readonly store: Store,
    private readonly thread: PictureThread,
    private readonly log: Logger,
  ) {
    this.stop = store.onChange((project) => {
      clearTimeout(this.due.get(project))
      const timer = setTimeout(() => void this.made(project), PAUSE)
      timer.unref()
      this.due.set(project, timer)
    })
  }

  close(): void {
    this.stop()
    for (const timer of this.due.values()) clearTimeout(timer)
  }

  /** All projects with their pictures; those whose picture is still of an earlier change say so. */
  async list(): Promise<ProjectCard[]> {
    const cards = await this.store.list()
    const late = cards.filter(({ late }) => late)
    if (late.length === 0) return cards
    const made = Promise.all(late.map(({ id }) => this.made(id)))
    let timer: NodeJS.Timeout | undefined
    await Promise.race([made, new Promise((resolve) => (timer = setTimeout(resolve, PATIENCE)))])
    clearTimeout(timer)
    return this.store.list()
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
      const picture = await this.thread.make(records).catch((error: unknown) => {
        this.log.warn({ err: error, project }, 'a picture could not be made')
        return null
      })
      await this.store.keepPicture(project, seq, picture)
    } catch (error) {
      // One that was removed meanwhile needs none.
      if (!(error instanceof NotThere)) this.log.error({ err: error, project }, 'a picture could not be kept')
    }
  }
}
