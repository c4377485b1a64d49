import type { SentChange } from '@lamina/core/edit'
import { NotConnected, Refused, type Answer } from '../api'

const RETRY_MS = [500, 1000, 2000, 4000, 8000]
/** So often a change is tried on which the server breaks down, before it is set aside. */
const MOST_BREAKDOWNS = 5

/** What a server answers when a change itself is the matter, and not who asks or when. */
const AGAINST_IT: ReadonlySet<number> = new Set([400, 409, 413, 422])

/** Where changes come from that are to be sent, and who is told what became of them. */
export interface Outbox {
  /** The next one; undefined: there is none. */
  next(): SentChange | undefined
  send(sent: SentChange): Promise<Answer>
  stored(sent: SentChange, answer: Answer): Promise<void>
  /** It will never be taken. */
  refused(sent: SentChange, refusal: Refused): Promise<void>
  /** The project it is of is not the server's any more. */
  parted(refusal: Refused): void
  /** Nothing is taken for now, for a reason in the server's words; empty: it does not answer. */
  held(reason: string): void
  /** All is sent. */
  done(): void
}

/** Sends what waits, one after the other, and again while the server is away. */
export class Sending {
  private isSending = false
  private isOver = false
  private isHeld = false
  private failures = 0
  private breakdowns = 0
  private retry: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly box: Outbox) {}

  stop(): void {
    this.isOver = true
    clearTimeout(this.retry)
  }

  /** Something is to be sent, or the server is there again. */
  async go(): Promise<void> {
    if (this.isSending || this.isOver) return
    this.isSending = true
    this.isHeld = false
    clearTimeout(this.retry)
    try {
      for (let sent = this.box.next(); sent && !this.isHeld; sent = this.box.next()) {
        await this.sendOne(sent)
        if (this.isOver) return
      }
      if (!this.isHeld) this.box.done()
    } finally {
      this.isSending = false
    }
  }

  private async sendOne(sent: SentChange): Promise<void> {
    try {
      const answer = await this.box.send(sent)
      if (this.isOver) return
      await this.box.stored(sent, answer)
      this.failures = this.breakdowns = 0
    } catch (error) {
      if (this.isOver) return
      if (error instanceof Refused) {
        if (error.code === 'ahead' || error.status === 404) {
          this.stop()
          this.box.parted(error)
          return
        }
        const isAgainstIt = AGAINST_IT.has(error.status)
        if (isAgainstIt || (error.status === 500 && ++this.breakdowns >= MOST_BREAKDOWNS)) {
          this.breakdowns = 0
          await this.box.refused(sent, error)
          return
        }
      }
      this.isHeld = true
      this.retry = setTimeout(() => void this.go(), RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)])
      this.box.held(error instanceof Refused ? error.message : '')
      if (!(error instanceof NotConnected || error instanceof Refused)) throw error
    }
  }
}
