import type { Id } from '@lamina/core/records'
import type { Store } from '../store'
import type { Threads } from '../thread/threads'
import type { PlotOrder } from './document'

/** Sheets of a project as of a change in its journal. */
export interface Plot {
  readonly project: Id
  readonly seq: number
  /** Ids in any order; null: the whole set. */
  readonly sheets: readonly Id[] | null
}

export interface Plots {
  /** Makes one PDF of them. @throws WorkRefused, WorkStopped, NotThere */
  plot(plot: Plot, signal?: AbortSignal): Promise<Uint8Array>
  /** How many are worked on, and how many wait. */
  load(): Promise<{ readonly working: number; readonly waiting: number }>
  close(): Promise<void>
}

/** Plots that this server makes itself. */
export class PlotsHere implements Plots {
  constructor(
    private readonly store: Pick<Store, 'read' | 'history'>,
    private readonly threads: Pick<Threads<PlotOrder, Uint8Array>, 'make' | 'load' | 'close'>,
  ) {}

  async plot({ project, seq, sheets }: Plot, signal?: AbortSignal): Promise<Uint8Array> {
    const now = await this.store.read(project)
    const { records } = now.seq === seq ? now : await this.store.history.moment(project, seq)
    return this.threads.make({ records, sheets }, project, signal)
  }

  load(): Promise<{ working: number; waiting: number }> {
    return Promise.resolve(this.threads.load)
  }

  close(): Promise<void> {
    return this.threads.close()
  }
}
