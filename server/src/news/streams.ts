import type { Response } from 'express'

/** So many browsers are told of changes as they come. */
export const MOST_STREAMS = 500
/** So much may wait for one of them, bytes. */
const MOST_UNREAD = 2 ** 20
/** So often it is said that the server is there, ms. */
const BEAT = 20_000

/** The streams of news that browsers listen to, one each. */
export class Streams {
  private readonly all = new Map<Response, string | null>()

  get size(): number {
    return this.all.size
  }

  /** Begins one. @param by the browser that listens, or the person; null: it does not say so. @returns false: there are too many */
  add(response: Response, by: string | null): boolean {
    if (this.all.size >= MOST_STREAMS) return false
    response.writeHead(200, { 'Content-Type': 'text/event-stream', Connection: 'keep-alive' })
    response.write(': listening\n\n')
    this.all.set(response, by)
    const beat = setInterval(() => response.write(': here\n\n'), BEAT)
    response.on('close', () => {
      this.all.delete(response)
      clearInterval(beat)
    })
    return true
  }

  /** Ends those of a browser, or a person. */
  end(by: string): void {
    for (const [stream, of] of this.all) if (of === by) stream.end()
  }

  /** Tells all of them, or those of some browsers or persons. */
  tell(event: 'message' | 'here', data: unknown, to?: ReadonlySet<string>): void {
    const told = `${event === 'message' ? '' : `event: ${event}\n`}data: ${JSON.stringify(data)}\n\n`
    for (const [stream, by] of this.all) {
      if (to && (by === null || !to.has(by))) continue
      // Who does not read what is sent is not waited for, and catches up when it comes again.
      if (stream.writableLength > MOST_UNREAD) stream.destroy()
      else stream.write(told)
    }
  }
}
