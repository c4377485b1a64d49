import { parentPort, workerData } from 'node:worker_threads'
import { openFolder } from './openFolder'
import type { DatabaseOrder } from './embedded'
import { answerOver, type FromDatabase, type Port, type ToDatabase } from './pump'

/** The embedded database in a thread of its own: whatever becomes of it, requests are answered. */
const port = parentPort as unknown as Port<FromDatabase, ToDatabase>
const { folder, blank } = workerData as DatabaseOrder
try {
  const database = await openFolder(folder, (failed) => port.postMessage({ failed }), blank)
  answerOver(port, database)
  port.postMessage('ready')
} catch (error) {
  port.postMessage({ refused: error instanceof Error ? error.message : String(error) })
}
