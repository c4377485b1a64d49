import { Worker } from 'node:worker_threads'
import type { PlotOrder } from './document'

export class PlotCancelled extends Error {}
/** The message is a sentence for the person who asked. */
export class PlotFailed extends Error {}

type Reply = { ok: true; pdf: Uint8Array } | { ok: false; refused: boolean; message: string }

/** Plots in a thread of its own, so that requests are answered meanwhile. One plot at a time; it can be cancelled. */
export class Plotter {
  private worker: Worker | null = null
  private turn: Promise<unknown> = Promise.resolve()

  constructor(private readonly makeWorker: () => Worker) {}

  plot(order: PlotOrder, signal?: AbortSignal): Promise<Uint8Array> {
    const mine = this.turn.then(() => this.run(order, signal))
    this.turn = mine.catch(() => undefined)
    return mine
  }

  async close(): Promise<void> {
    await this.worker?.terminate()
    this.worker = null
  }

  private run(order: PlotOrder, signal: AbortSignal | undefined): Promise<Uint8Array> {
    if (signal?.aborted) return Promise.reject(new PlotCancelled())
    const worker = (this.worker ??= this.makeWorker())
    return new Promise((resolve, reject) => {
      const finish = (): void => {
        worker.off('message', onMessage)
        worker.off('error', onError)
        signal?.removeEventListener('abort', onAbort)
      }
      const drop = (): void => {
        finish()
        this.worker = null
        void worker.terminate()
      }
      const onMessage = (reply: Reply): void => {
        finish()
        if (reply.ok) resolve(reply.pdf)
        else reject(reply.refused ? new PlotFailed(reply.message) : new Error(reply.message))
      }
      const onError = (error: Error): void => {
        drop()
        reject(error)
      }
      const onAbort = (): void => {
        drop()
        reject(new PlotCancelled())
      }
      worker.on('message', onMessage)
      worker.on('error', onError)
      signal?.addEventListener('abort', onAbort)
      worker.postMessage(order)
    })
  }
}
