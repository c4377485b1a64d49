import { Worker } from 'node:worker_threads'

export class WorkStopped extends Error {}
/** The message is a sentence for the person who asked. */
export class WorkRefused extends Error {}

/** How long one order may take, and what is said of those that take longer, or more memory than its worker has. */
export interface Limits {
  readonly seconds: number
  readonly tooLong: string
  readonly tooLarge: string
}

/** What a thread answers to an order. */
export type Reply<Made> = { ok: true; made: Made } | { ok: false; refused: boolean; message: string }

/** Works in a thread of its own, so that requests are answered meanwhile. One order at a time; it can be stopped. */
export class Thread<Order, Made> {
  private worker: Worker | null = null
  private turn: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly makeWorker: () => Worker,
    private readonly limits: Limits | null = null,
  ) {}

  make(order: Order, signal?: AbortSignal): Promise<Made> {
    const mine = this.turn.then(() => this.run(order, signal))
    this.turn = mine.catch(() => undefined)
    return mine
  }

  async close(): Promise<void> {
    await this.worker?.terminate()
    this.worker = null
  }

  private run(order: Order, signal: AbortSignal | undefined): Promise<Made> {
    if (signal?.aborted) return Promise.reject(new WorkStopped())
    const worker = (this.worker ??= this.makeWorker())
    return new Promise((resolve, reject) => {
      const { limits } = this
      const late =
        limits &&
        setTimeout(() => {
          drop()
          reject(new WorkRefused(limits.tooLong))
        }, limits.seconds * 1000)
      const finish = (): void => {
        if (late) clearTimeout(late)
        worker.off('message', onMessage)
        worker.off('error', onError)
        signal?.removeEventListener('abort', onAbort)
      }
      const drop = (): void => {
        finish()
        this.worker = null
        void worker.terminate()
      }
      const onMessage = (reply: Reply<Made>): void => {
        finish()
        if (reply.ok) resolve(reply.made)
        else reject(reply.refused ? new WorkRefused(reply.message) : new Error(reply.message))
      }
      const onError = (error: NodeJS.ErrnoException): void => {
        drop()
        reject(limits && error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new WorkRefused(limits.tooLarge) : error)
      }
      const onAbort = (): void => {
        drop()
        reject(new WorkStopped())
      }
      worker.on('message', onMessage)
      worker.on('error', onError)
      signal?.addEventListener('abort', onAbort)
      worker.postMessage(order)
    })
  }
}
