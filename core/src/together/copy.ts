import type { Contested, SentChange } from '../edit'
import { ChangeRefused, type Change, type Id, type Project } from '../records'
import { saysTheSame } from './alike'
import { madeOn, merge } from './merge'

/** A place in a journal: a number, and the change of that number, so that one journal is not taken for another. */
export interface JournalMark {
  readonly seq: number
  /** Null: before the first. */
  readonly id: string | null
}

/** A change as the journal has it: what became of it where it was merged, and what was contested. */
export interface Stored {
  readonly seq: number
  readonly id: string
  readonly change: Change
  readonly contested: readonly Contested[]
}

/** A change made here that is not heard of from the journal yet. */
interface Waiting {
  readonly sent: SentChange
  /** What takes it back; null: it cannot be made on what came from others. */
  inverse: Change | null
}

/**
 * A project as one window has it: what the journal came to up to some number, and on top of it what was made here and waits. What
 * comes from others goes beneath what waits, which is made again on top of it, as the server will make it.
 */
export class Copy {
  private readonly waiting: Waiting[] = []

  /** @param make makes a change on the project, and gives what takes it back */
  constructor(
    private readonly project: Project,
    private last: JournalMark,
    private readonly make: (change: Change) => Change = (change) => project.apply(change),
  ) {}

  /** Up to where the journal is known. */
  get mark(): JournalMark {
    return this.last
  }

  get seq(): number {
    return this.last.seq
  }

  /** What was made here and waits, in its order. */
  get sending(): readonly SentChange[] {
    return this.waiting.map(({ sent }) => sent)
  }

  /** Makes a change here. It waits until it is heard of. @returns what is sent, and what takes it back */
  edit(
    facts: Omit<SentChange, 'base' | 'on' | 'change' | 'was'>,
    change: Change,
  ): { sent: SentChange; inverse: Change } {
    const { seq: base, id: on } = this.last
    const sent: SentChange = { ...facts, base, ...(on && { on }), change, was: madeOn(this.project, change) }
    const inverse = this.make(change)
    this.waiting.push({ sent, inverse })
    return { sent, inverse }
  }

  /** Makes again what waited from before: merged, where others came between. */
  resume(sent: SentChange): void {
    this.waiting.push({ sent, inverse: this.remade(sent) })
  }

  /** A change is not to be made after all: it was refused, or is set aside. */
  drop(id: string): void {
    this.beneath(() => {
      const at = this.waiting.findIndex(({ sent }) => sent.id === id)
      if (at >= 0) this.waiting.splice(at, 1)
    })
  }

  /**
   * Takes in what the journal has after the number known here, one after the other; what is known already, and what lies beyond a
   * gap, is left.
   * @returns what was taken in
   */
  hear(entries: readonly Stored[]): Stored[] {
    const taken: Stored[] = []
    for (const entry of [...entries].sort((p, q) => p.seq - q.seq)) {
      if (entry.seq !== this.last.seq + 1) continue
      this.last = { seq: entry.seq, id: entry.id }
      this.take(entry)
      taken.push(entry)
    }
    return taken
  }

  private take(entry: Stored): void {
    const [first] = this.waiting
    if (first?.sent.id === entry.id && first.inverse && this.isAsSent(first.sent, entry)) {
      this.waiting.shift()
      return
    }
    const mine = this.waiting.findIndex(({ sent }) => sent.id === entry.id)
    if (mine < 0 && this.isApart(entry.change) && this.canMake(entry.change)) {
      this.make(entry.change)
      return
    }
    this.beneath(() => {
      if (mine >= 0) this.waiting.splice(mine, 1)
      this.make(entry.change)
    })
  }

  /** Whether a change can be made over what waits: nothing there needs what goes. */
  private canMake(change: Change): boolean {
    try {
      this.project.check(change)
      return true
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error
      return false
    }
  }

  /** Whether the journal has a change of this window as it was made here. */
  private isAsSent({ change }: SentChange, { change: stored, contested }: Stored): boolean {
    return contested.length === 0 && saysTheSame(stored, change)
  }

  /** Whether a change touches nothing that waits. */
  private isApart({ put, drop }: Change): boolean {
    if (this.waiting.length === 0) return true
    const mine = new Set<Id>()
    for (const { sent } of this.waiting) {
      for (const { id } of sent.change.put) mine.add(id)
      for (const id of sent.change.drop) mine.add(id)
    }
    return !put.some(({ id }) => mine.has(id)) && !drop.some((id) => mine.has(id))
  }

  /** Does something beneath what waits: that is taken back, and made again on top. */
  private beneath(work: () => void): void {
    for (const { inverse } of [...this.waiting].reverse()) if (inverse) this.make(inverse)
    work()
    for (const each of this.waiting) each.inverse = this.remade(each.sent)
  }

  /**
   * Makes a change again, merged. What does not go with what is there now is not made: it may have been stored before that, which
   * the journal will tell, or it will be refused.
   */
  private remade({ change, was }: SentChange): Change | null {
    const { change: now } = merge(this.project, { ...change, was })
    return this.canMake(now) ? this.make(now) : null
  }
}
