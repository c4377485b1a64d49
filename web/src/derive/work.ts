import { Project, type AnyRecord, type Change, type Id } from '@lamina/core/records'
import type { Steps } from '@lamina/core/steps'
import { Derivation, type DerivedChange } from '@lamina/core/views'

/** What the window says to the worker that works out derived drawings. */
export type ToWorker =
  | { readonly say: 'open'; readonly records: readonly AnyRecord[] }
  | { readonly say: 'change'; readonly change: Change }
  | { readonly say: 'want'; readonly drawing: Id; readonly printing: boolean }
  /** This one first, whatever else waits. */
  | { readonly say: 'front'; readonly drawing: Id }
  | { readonly say: 'stop' | 'go on' }

/** What the worker answers. `asOf` counts the changes it had heard of. */
export type FromWorker =
  | {
      readonly say: 'derived'
      readonly drawing: Id
      readonly printing: boolean
      readonly change: DerivedChange | null
      readonly asOf: number
    }
  | { readonly say: 'part'; readonly drawing: Id; readonly printing: boolean; readonly part: number }

interface Job {
  readonly drawing: Id
  readonly printing: boolean
  readonly derivation: Derivation
  steps: Steps<DerivedChange | null> | null
  /** The changes it has taken in. */
  asOf: number
  begunAt: number
}

/** It listens to the window again after so many ms of work, and tells how far it is no oftener than that. */
const SLICE_MS = 25
const TELL_MS = 150

/**
 * Works out derived drawings as they are wanted, the one in front first, and keeps up with the project. It is told of
 * every change, and works between two messages.
 */
export class DerivedWork {
  private project = new Project()
  private readonly jobs = new Map<string, Job>()
  private front: Id | null = null
  private heard = 0
  private stopped = false
  private toldAt = 0

  constructor(
    private readonly answer: (message: FromWorker) => void,
    private readonly now: () => number,
  ) {}

  hear(message: ToWorker): void {
    switch (message.say) {
      case 'open':
        this.project = new Project(message.records)
        this.jobs.clear()
        this.heard = 0
        break
      case 'change':
        this.project.apply(message.change)
        this.heard++
        break
      case 'want': {
        const { drawing, printing } = message
        const key = `${drawing} ${printing}`
        if (!this.jobs.has(key))
          this.jobs.set(key, {
            drawing,
            printing,
            derivation: new Derivation(this.project, drawing, printing),
            steps: null,
            asOf: -1,
            begunAt: 0,
          })
        break
      }
      case 'front':
        this.front = message.drawing
        break
      case 'stop':
        this.stopped = true
        break
      case 'go on':
        this.stopped = false
        break
    }
  }

  private next(): Job | null {
    if (this.stopped) return null
    let found: Job | null = null
    for (const job of this.jobs.values()) {
      if (job.asOf === this.heard && !job.steps) continue
      if (job.drawing === this.front) return job
      found ??= job
    }
    return found
  }

  /** Works for a moment; true when there is more to do. */
  work(): boolean {
    const until = this.now() + SLICE_MS
    for (;;) {
      const job = this.next()
      if (!job) return false
      if (!this.project.get(job.drawing)) {
        this.jobs.delete(`${job.drawing} ${job.printing}`)
        continue
      }
      if (!job.steps) {
        job.steps = job.derivation.following()
        job.asOf = this.heard
        job.begunAt = this.now()
      }
      for (;;) {
        const step = job.steps.next()
        if (step.done) {
          job.steps = null
          this.answer({
            say: 'derived',
            drawing: job.drawing,
            printing: job.printing,
            change: step.value,
            asOf: job.asOf,
          })
          break
        }
        if (this.now() >= until) {
          this.tell(job)
          return true
        }
      }
      if (this.now() >= until) return true
    }
  }

  private tell({ drawing, printing, derivation, begunAt }: Job): void {
    const now = this.now()
    if (now - begunAt < TELL_MS || now - this.toldAt < TELL_MS) return
    this.toldAt = now
    this.answer({ say: 'part', drawing, printing, part: derivation.part })
  }
}
