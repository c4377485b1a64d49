import { DerivedWork, type FromWorker, type ToWorker } from './work'

/** Works out derived drawings beside the window. */
const work = new DerivedWork(
  (message: FromWorker) => self.postMessage(message),
  () => performance.now(),
)
/** Messages come between two pieces of work. */
const turn = new MessageChannel()
let asked = false
function ask(): void {
  if (asked) return
  asked = true
  turn.port2.postMessage(null)
}
turn.port1.onmessage = (): void => {
  asked = false
  if (work.work()) ask()
}
self.onmessage = ({ data }: MessageEvent<ToWorker>): void => {
  work.hear(data)
  ask()
}
