import type { PGlite } from '@electric-sql/pglite'
import type { FailedWrite } from './synced'

/** What is said to a database in another thread: bytes of the PostgreSQL protocol, that a new connection begins, to close, or to say that it is there. */
export type ToDatabase = Uint8Array | 'connect' | 'close' | 'ping'
/**
 * What it says: bytes of the protocol; that it is open, or why not; that a new connection begins, to which all that it says from
 * then on is answers; that a write failed; that it broke, or is closed.
 */
export type FromDatabase =
  | Uint8Array
  | 'ready'
  | 'connected'
  | 'pong'
  | 'closed'
  | { readonly refused: string }
  | { readonly failed: FailedWrite }
  | { readonly broke: string }

/** One end of the way between the two. */
export interface Port<Sent, Heard> {
  postMessage(message: Sent): void
  on(event: 'message', listener: (message: Heard) => void): unknown
}

/** The message by which a client takes its leave: the database, which has one client after the other, is not told. */
const TERMINATE = 'X'.charCodeAt(0)

/**
 * Answers over a port as a PostgreSQL server does over a connection: one client at a time, one message after the other
 * (PostgreSQL: Frontend/Backend Protocol, message formats: a type, but for the first message, then a length that counts itself).
 */
export function answerOver(
  port: Port<FromDatabase, ToDatabase>,
  database: Pick<PGlite, 'execProtocolRaw' | 'exec' | 'close'>,
): void {
  let held: Buffer = Buffer.alloc(0)
  let isFirst = true
  let turn: Promise<unknown> = Promise.resolve()
  const inTurn = (work: () => Promise<unknown>): void => {
    turn = turn.then(work).catch((error: unknown) => port.postMessage({ broke: String(error) }))
  }
  port.on('message', (message) => {
    if (message === 'connect') {
      held = Buffer.alloc(0)
      isFirst = true
      // What the client before left unfinished is not done, and what it prepared is not there.
      inTurn(async () => {
        await database.exec('rollback; deallocate all')
        port.postMessage('connected')
      })
      return
    }
    if (message === 'ping') {
      port.postMessage('pong')
      return
    }
    if (message === 'close') {
      inTurn(async () => {
        await database.close()
        port.postMessage('closed')
      })
      return
    }
    held = held.length > 0 ? Buffer.concat([held, message]) : Buffer.from(message)
    for (;;) {
      const head = isFirst ? 0 : 1
      if (held.length < head + 4) return
      const end = head + held.readInt32BE(head)
      if (held.length < end) return
      const one = new Uint8Array(held.subarray(0, end))
      held = held.subarray(end)
      if (!isFirst && one[0] === TERMINATE) continue
      isFirst = false
      inTurn(async () => {
        const answer = await database.execProtocolRaw(one)
        if (answer.length > 0) port.postMessage(answer)
      })
    }
  })
}
