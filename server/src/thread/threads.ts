import type { Worker } from 'node:worker_threads'
import { Thread, WorkRefused, WorkStopped, type Limits } from './thread'

interface Asked<Order, Made> {
  readonly order: Order
  /** Whom it is for: while there are others they have the next turn. */
  readonly whose: string
  readonly signal: AbortSignal | undefined
  done(made: Made): void
  failed(error: unknown): void
}

/**
 * Several threads of a kind: so many orders are worked on at once, none of them longer or larger than may be. Who has one at work
 * waits while others have none.
 */
export class Threads<Order, Made> {
  private readonly free: Thread<Order, Made>[]
  private readonly all: readonly Thread<Order, Made>[]
  private readonly working = new Map<string, number>()
  private readonly queue: Asked<Order, Made>[] = []

  constructor(
    count: number,
    makeWorker: () => Worker,
    limits: Limits,
    private readonly mostWaiting = 100,
  ) {
    this.all = Array.from({ length: count }, () => new Thread<Order, Made>(makeWorker, limits))
    this.free = [...this.all]
  }

  /** How many orders are worked on, and how many wait. */
  get load(): { readonly working: number; readonly waiting: number } {
    return { working: this.all.length - this.free.length, waiting: this.queue.length }
  }

  make(order: Order, whose: string, signal?: AbortSignal): Promise<Made> {
    if (this.queue.length >= this.mostWaiting)
      return Promise.reject(
        new WorkRefused(`${this.mostWaiting} others wait for the same. Please try again in a while.`),
      )
    return new Promise((done, failed) => {
      const asked = { order, whose, signal, done, failed }
      this.queue.push(asked)
      signal?.addEventListener('abort', () => {
        const at = this.queue.indexOf(asked)
        if (at < 0) return
        this.queue.splice(at, 1)
        failed(new WorkStopped())
      })
      this.next()
    })
  }

  async close(): Promise<void> {
    await Promise.all(this.all.map((each) => each.close()))
  }

  private next(): void {
    const thread = this.free.pop()
    if (!thread) return
    const of = ({ whose }: Asked<Order, Made>): number => this.working.get(whose) ?? 0
    const least = Math.min(...this.queue.map(of))
    const at = this.queue.findIndex((asked) => of(asked) === least)
    const [asked] = at < 0 ? [] : this.queue.splice(at, 1)
    if (!asked) {
      this.free.push(thread)
      return
    }
    const { whose } = asked
    this.working.set(whose, of(asked) + 1)
    void thread
      .make(asked.order, asked.signal)
      .then(asked.done, asked.failed)
      .finally(() => {
        const left = this.working.get(whose)! - 1
        if (left > 0) this.working.set(whose, left)
        else this.working.delete(whose)
        this.free.push(thread)
        this.next()
      })
  }
}
