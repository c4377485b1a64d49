import { parentPort, workerData } from 'node:worker_threads'
import { openFolder } from './openFolder'
import { answerOver, type FromDatabase, type Port, type ToDatabase } from './pump'

/** The embedded database in a thread of its own: whatever becomes of it, requests are answered. */
const port = parentPort as unknown as Port<FromDatabase, ToDatabase>
const { folder } = workerData as { readonly folder: string }
try {
  const database = await openFolder(folder, (failed) => port.postMessage({ failed }))
  answerOver(port, database)
  port.postMessage('ready')
} catch (error) {
  port.postMessage({ refused: error instanceof Error ? error.message : String(error) })
}
