import { shallowRef, type ShallowRef } from 'vue'
import { History, type Deed, type Step } from '@lamina/core/edit'
import type { Meant } from '@lamina/core/together'

/** So many records are kept of what takes changes back, of all steps together. */
const MOST_RECORDS = 20_000

/** So many steps are told of as those done last. */
const MOST_RECENT = 40

/** Where what is past is asked for when it is not at hand. */
export interface PastSource {
  history(): Promise<readonly Step[]>
  inverse(step: string): Promise<Meant>
}

/** What a step is taken back with. */
export interface TakeBack {
  readonly step: Step
  readonly inverse: Meant
}

/**
 * What can be undone and redone. Steps from before the project was opened are asked for when they are wanted first; what
 * takes a step back is kept while it is young, and asked for otherwise.
 */
export class Past {
  private history = new History()
  /** Steps made here before those from earlier were known. */
  private early: Step[] | null = []
  private readonly inverses = new Map<string, Meant>()
  /** Steps the server does not have yet: what takes them back is nowhere else. */
  private readonly unsent = new Set<string>()
  private records = 0
  private earlier: Promise<void> | null = null
  readonly undoLabel: ShallowRef<string | null> = shallowRef(null)
  readonly redoLabel: ShallowRef<string | null> = shallowRef(null)

  constructor(private readonly source: PastSource) {}

  /** Adds a step made here, or in another window of this browser; one that is known already is no other. */
  add(step: Step, inverse: Meant, sent: boolean): void {
    const { id, label, undoes } = step
    if (this.has(id)) return
    this.take({ id, label, undoes })
    this.keep(id, inverse)
    if (!sent) this.unsent.add(id)
  }

  /** A step is not to be taken back or done again for now: others built on it. */
  pass(step: string): void {
    this.history.pass(step)
    this.tell()
  }

  /** A step was not made after all. */
  forget(step: string): void {
    this.unsent.delete(step)
    if (this.early) this.early = this.early.filter(({ id }) => id !== step)
    this.pass(step)
  }

  /** The server has a step now. */
  acknowledged(step: string): void {
    this.unsent.delete(step)
    this.bound()
  }

  /** Asks for the steps from before; settles when they are known. */
  known(): Promise<void> {
    this.earlier ??= this.source.history().then(
      (steps) => {
        const seen = new Set(steps.map(({ id }) => id))
        this.history = new History([...steps, ...this.early!.filter(({ id }) => !seen.has(id))])
        this.early = null
        this.tell()
      },
      (error: unknown) => {
        // Asked again next time.
        this.earlier = null
        throw error
      },
    )
    return this.earlier
  }

  /** What takes the last step back, or does it again; at once when it is at hand, null when there is none. */
  next(way: 'undo' | 'redo'): TakeBack | null | Promise<TakeBack | null> {
    if (this.early) return this.known().then(() => this.next(way))
    const step = this.history.next[way]
    if (!step) return null
    const inverse = this.inverses.get(step.id)
    return inverse
      ? { step, inverse }
      : this.source.inverse(step.id).then((found) => (this.keep(step.id, found), { step, inverse: found }))
  }

  /** What was done last and is at hand, the last first. */
  recent(): Deed[] {
    const found: Deed[] = []
    for (const { id, label } of this.history.done.slice(-MOST_RECENT).reverse()) {
      const inverse = this.inverses.get(id)
      if (!inverse) break
      found.push({ label, inverse })
    }
    return found
  }

  /** Whether what takes a step back is at hand. */
  inverseIsHere(step: string): boolean {
    return this.inverses.has(step)
  }

  /** Whether a step is among those that can be undone or redone. */
  has(step: string): boolean {
    const { done, undone } = this.history
    return [...done, ...undone].some(({ id }) => id === step)
  }

  private take(step: Step): void {
    this.early?.push(step)
    this.history.add(step)
    this.tell()
  }

  private tell(): void {
    const { undo, redo } = this.history.next
    this.undoLabel.value = undo?.label ?? null
    this.redoLabel.value = redo?.label ?? null
  }

  private keep(step: string, inverse: Meant): void {
    if (!this.inverses.has(step)) this.records += sizeOf(inverse)
    this.inverses.set(step, inverse)
    this.bound()
  }

  /** Lets go of what is oldest, but not of the last step's. */
  private bound(): void {
    const last = [...this.inverses.keys()].at(-1)
    for (const [step, inverse] of this.inverses) {
      if (this.records <= MOST_RECORDS || step === last) return
      if (this.unsent.has(step)) continue
      this.inverses.delete(step)
      this.records -= sizeOf(inverse)
    }
  }
}

const sizeOf = ({ put, drop }: Meant): number => put.length + drop.length
