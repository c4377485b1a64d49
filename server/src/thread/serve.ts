import { parentPort } from 'node:worker_threads'
import type { Reply } from './thread'

/** Answers the orders a thread gets. A refusal is an error whose message is a sentence for the person who asked. */
export function serveOrders<Order, Made>(
  work: (order: Order) => Made | Promise<Made>,
  isRefusal: (error: unknown) => boolean,
): void {
  const port = parentPort!
  const answer = (reply: Reply<Made>): void => port.postMessage(reply)
  port.on('message', (order: Order) => {
    Promise.resolve(order)
      .then(work)
      .then(
        (made) => answer({ ok: true, made }),
        (error: unknown) =>
          answer({
            ok: false,
            refused: isRefusal(error),
            message: error instanceof Error ? error.message : String(error),
          }),
      )
  })
}
