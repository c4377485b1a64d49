import type { PatternJob } from '../core/src/display'
import { launch, script } from './browser'
import type { Row } from './main'
import { ms } from './time'

/** An outline of 200 corners with five islands, as wide as 10 000 lines of the pattern need. */
function job(): PatternJob {
  const ring = (x: number, y: number, radius: number, corners: number): PatternJob['loops'][number] => ({
    points: Array.from({ length: corners }, (_, i) => {
      const angle = (2 * Math.PI * i) / corners
      const r = radius * (i % 2 ? 1 : 0.9)
      return { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) }
    }),
  })
  const islands = [0, 1, 2, 3, 4].map((i) =>
    ring(43_000 * Math.cos(i * 1.25), 43_000 * Math.sin(i * 1.25), 10_300, 24),
  )
  return { pattern: 'diagonal fine', loops: [ring(0, 0, 57_000, 200), ...islands], scale: 50 }
}

/** The application's own pattern worker in a browser: from the question to the answer. */
export async function benchPatterns(): Promise<Row[]> {
  const code = await script('../web/src/surface/patternWorker.ts')
  const browser = await launch()
  try {
    const page = await browser.newPage()
    const { lines, times } = await page.evaluate(
      async ({ script, job }) => {
        const worker = new Worker(URL.createObjectURL(new Blob([script], { type: 'text/javascript' })))
        const times: number[] = []
        let lines = 0
        for (let id = 0; id < 40; id++) {
          const started = performance.now()
          await new Promise<void>((done) => {
            worker.onmessage = ({ data }: MessageEvent<{ lines: Float64Array }>) => {
              lines = data.lines.length / 4
              done()
            }
            worker.postMessage({ id, job })
          })
          if (id >= 15) times.push(performance.now() - started)
        }
        return { lines, times: times.sort((a, b) => a - b) }
      },
      { script: code, job: job() },
    )
    if (lines < 10_000) throw new Error(`only ${lines} lines`)
    const typical = times[Math.floor(times.length / 2)]!
    return [
      {
        what: `pattern of ${lines} lines in 200 corners with 5 islands, in its worker`,
        measured: ms(typical),
        against: '20 ms',
        ratio: typical / 20,
        limit: 1,
      },
    ]
  } finally {
    await browser.close()
  }
}
