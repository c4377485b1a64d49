import type { Steps } from '@lamina/core/steps'

/** So long a piece of it may take; between two the pointer and the keys have their turn, ms. */
const SLICE = 32

/**
 * What a board is shown from, made in small steps: at once when that takes but a moment, or else piece by piece while
 * the pointer and the keys go on.
 */
export class Making {
  private steps: Iterator<unknown> | null = null
  private asked = false
  private stopped = false
  /** So many steps were taken of what is being made. */
  taken = 0
  /** What is there is to be shown before more is made. */
  private rested = false
  private readonly turn = new MessageChannel()

  constructor(
    private readonly begin: () => Steps,
    /** Told when a piece was made, and when all of it is. */
    private readonly told: (done: boolean) => void,
  ) {
    this.turn.port1.onmessage = (): void => this.goOn()
  }

  /**
   * Whether all is made as things are now. What is not is begun, and finished at once when that takes no longer than so
   * many ms.
   */
  isMade(atOnce: number): boolean {
    if (this.steps) {
      this.ask()
      return false
    }
    this.steps = this.begin()
    if (this.take(atOnce)) return true
    this.ask()
    return false
  }

  /** Begins, unless it is begun. */
  start(): void {
    this.steps ??= this.begin()
    this.ask()
  }

  /** Leaves what was begun: something else is to be made. */
  anew(): void {
    this.steps = null
    this.stopped = false
    this.taken = 0
  }

  /** Said by what is being made: there is something to show, and the next frame comes before any more of it. */
  rest(): void {
    this.rested = true
  }

  /** Goes on at once for so many ms; true when all is made. What is left is made piece by piece. */
  hurry(ms: number): boolean {
    if (!this.steps) return true
    this.stopped = false
    const done = this.take(ms)
    if (done) this.told(true)
    else this.ask()
    return done
  }

  /** Leaves off until `resume` or `hurry`. */
  stop(): void {
    this.stopped = this.steps !== null
  }

  /** Takes up what was stopped. */
  resume(): void {
    this.stopped = false
    this.ask()
  }

  /** Lets go of everything. */
  end(): void {
    this.steps = null
    this.turn.port1.close()
  }

  private ask(): void {
    if (this.asked || this.stopped) return
    this.asked = true
    const post = (): void => this.turn.port2.postMessage(null)
    if (this.rested) requestAnimationFrame(post)
    else post()
    this.rested = false
  }

  private goOn(): void {
    this.asked = false
    if (!this.steps || this.stopped) return
    const done = this.take(SLICE)
    if (!done) this.ask()
    this.told(done)
  }

  /** True when none is left. */
  private take(ms: number): boolean {
    const until = performance.now() + ms
    do {
      let done: boolean | undefined
      try {
        done = this.steps!.next().done
      } catch (error) {
        this.steps = null
        throw error
      }
      this.taken++
      if (done) {
        this.steps = null
        this.taken = 0
        return true
      }
    } while (!this.rested && performance.now() < until)
    return false
  }
}
