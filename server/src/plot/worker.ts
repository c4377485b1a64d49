import { parentPort } from 'node:worker_threads'
import { NothingToPlot, plotSheets, type PlotOrder } from './document'

const port = parentPort!

port.on('message', (order: PlotOrder) => {
  plotSheets(order).then(
    (pdf) => port.postMessage({ ok: true, pdf }),
    (error: unknown) =>
      port.postMessage({
        ok: false,
        refused: error instanceof NothingToPlot,
        message: error instanceof Error ? error.message : String(error),
      }),
  )
})
