import type { Browser, Page } from '@playwright/test'

interface TraceEvent {
  readonly name: string
  readonly ph: string
  readonly pid: number
  readonly tid: number
  /** Time of the processor spent on it, µs: what else runs on the machine does not count. */
  readonly tdur?: number
  readonly args?: { readonly name?: string }
}

/** The longest task of the page's main thread while some work is done, ms of the processor's time. */
export async function longestTask(browser: Browser, page: Page, work: () => Promise<void>): Promise<number> {
  await browser.startTracing(page, {
    categories: ['__metadata', 'toplevel', 'disabled-by-default-devtools.timeline'],
  })
  await work()
  const { traceEvents } = JSON.parse(String(await browser.stopTracing())) as {
    traceEvents: readonly TraceEvent[]
  }
  const main = new Set(
    traceEvents
      .filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain')
      .map(({ pid, tid }) => `${pid} ${tid}`),
  )
  const tasks = traceEvents.filter(
    ({ name, ph, pid, tid }) => /RunTask$/.test(name) && ph === 'X' && main.has(`${pid} ${tid}`),
  )
  if (tasks.length === 0) throw new Error('no task was traced')
  return Math.max(...tasks.map(({ tdur = 0 }) => tdur)) / 1000
}

/** What the reference takes for the work of `pace`, ms of the processor's time. */
const REFERENCE_MS = 20

/**
 * How much slower than the reference this machine is now, at least 1: the same work of objects, numbers and sorting each
 * time, as one task.
 */
export async function pace(browser: Browser, page: Page): Promise<number> {
  let least = Infinity
  for (let i = 0; i < 4; i++)
    least = Math.min(
      least,
      await longestTask(browser, page, async () => {
        await page.evaluate(() => {
          const points = Array.from({ length: 40_000 }, (_, n) => ({ x: Math.sin(n) * 1000, y: n % 977 }))
          points.sort((p, q) => p.x - q.x || p.y - q.y)
          return points.reduce((sum, { x, y }) => sum + Math.hypot(x, y), 0)
        })
      }),
    )
  return Math.max(1, least / REFERENCE_MS)
}
