import type { Page } from '@playwright/test'
import type { Wall } from '../core/src/records'
import { TestServer } from '../e2e/server'
import { longestTask } from '../e2e/tasks'
import { launch } from './browser'
import { fill } from './filled'
import { grid } from './grid'
import type { Row } from './main'
import { ms } from './time'

const TYPE = 'wall-type-block-140'
/** So many edits are made before those that are measured, and so many are measured. */
const EDITS = 40

/** After so many edits the page holds hardly more than after the first. */
const MANY = 500

/**
 * Presses a key so often and takes the work on the main thread from the key until the board is whole again, its pixels
 * read back, ms, sorted; what waits for the next frame is not counted, nor is work left for idle time.
 */
const timeKeys = (page: Page, keys: readonly string[]): Promise<number[]> =>
  page.evaluate(async (pressed) => {
    const board = document.querySelector('[data-test=board]')!
    const canvas = board.querySelectorAll('canvas')[1]!
    const spent: number[] = []
    for (const key of pressed) {
      await new Promise(requestAnimationFrame)
      let begun = 0
      requestAnimationFrame(() => (begun = performance.now()))
      const started = performance.now()
      board.dispatchEvent(new KeyboardEvent('keydown', { key, ctrlKey: true, bubbles: true }))
      // What Vue changes follows at once.
      for (let i = 0; i < 6; i++) await Promise.resolve()
      let work = performance.now() - started
      for (let first = true; first || board.getAttribute('aria-busy') === 'true'; first = false) {
        if (!first) requestAnimationFrame(() => (begun = performance.now()))
        await new Promise(requestAnimationFrame)
        canvas.getContext('2d')!.getImageData(0, 0, 1, 1)
        const painted = performance.now() - begun
        work += painted
      }
      spent.push(work)
    }
    return spent.sort((p, q) => p - q)
  }, keys)

const whole = (page: Page): Promise<unknown> =>
  page.waitForSelector('[data-test=board][aria-busy=false]', { timeout: 120_000 })

/** A grid of rooms with walls moved in it one after the other; opened, and undone once so that all is at hand. */
async function openGrid(server: TestServer, page: Page, side: number, edits: number): Promise<void> {
  const id = `grid-${side}`
  const filled = await fill(server, id, (on, board) => grid(side, on, board, TYPE))
  const { drawing, level, send } = filled
  const walls = grid(side, level, drawing, TYPE).filter((record): record is Wall => record.kind === 'wall')
  for (let i = 0; i < edits; i++) {
    const one = walls[((i + 1) * 7919) % walls.length]!
    const shift = i % 2 ? 90 : -110
    const moved = (p: Wall['a']): Wall['a'] => ({ x: p.x + shift, y: p.y + shift })
    await send({ put: [{ ...one, a: moved(one.a), b: moved(one.b) }], drop: [] })
  }
  await page.goto(`${server.address}/project/${id}/drawing/${drawing}`)
  await whole(page)
  // Presses that come before what takes a step back is at hand are taken in turn.
  for (let i = 0; i < edits; i++) await page.keyboard.press('Control+z')
  const { seq } = filled
  const kept = async (): Promise<number> =>
    ((await (await fetch(`${server.address}/api/projects/${id}/changes?since=${seq()}`)).json()) as unknown[])
      .length
  while ((await kept()) < edits) await page.waitForTimeout(50)
  await whole(page)
}

/** What the page holds after all that nobody needs is let go, bytes. */
async function heapOf(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page)
  await session.send('HeapProfiler.collectGarbage')
  const { usedSize } = await session.send('Runtime.getHeapUsage')
  await session.detach()
  return usedSize
}

const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`

const at = (times: readonly number[], part: number): number => times[Math.floor(times.length * part)]!

/** From the key to the painted board, in the built application. */
export async function benchEdits(): Promise<Row[]> {
  const server = await TestServer.begin({ samples: false })
  const browser = await launch()
  const rows: Row[] = []
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const again = Array<string>(EDITS).fill('y')
    const back = Array<string>(EDITS).fill('z')
    let small = 0
    for (const [side, limit] of [
      [15, 16],
      [31, 33],
      [100, 100],
    ] as const) {
      await openGrid(server, page, side, EDITS)
      await timeKeys(page, ['y', 'z'])
      const before = side === 100 ? await heapOf(page) : 0
      // Once there and back, so that the code is warm.
      await timeKeys(page, [...again, ...back])
      const spent = await timeKeys(page, [...again, ...back])
      const slow = at(spent, 0.95)
      const walls = 2 * side * (side + 1)
      const what = `wall moved to painted board, ${walls} walls with rooms, doors, tags and dimensions, p95`
      rows.push({
        what,
        measured: `${ms(slow)} (p50 ${ms(at(spent, 0.5))})`,
        against: `${limit} ms`,
        ratio: slow / limit,
        limit: 1,
      })
      if (side === 15) small = slow
      if (side === 31)
        rows.push({
          what: 'the same, growth from 480 walls',
          measured: ms(slow),
          against: ms(small),
          ratio: slow / small,
          limit: 2.5,
        })
      if (side === 100) {
        const longest = await longestTask(browser, page, async () => {
          await timeKeys(page, [...again, ...back])
        })
        rows.push({
          what: 'the same, longest task of all, time of the processor',
          measured: ms(longest),
          against: '50 ms',
          ratio: longest / 50,
          limit: 1,
        })
        // Three times there and back were made so far.
        for (let edits = 6 * EDITS; edits < MANY; edits += 2 * EDITS)
          await timeKeys(page, [...again, ...back])
        const after = await heapOf(page)
        rows.push({
          what: `memory of the page after ${MANY} edits`,
          measured: mb(after),
          against: `${mb(before)} after the first`,
          ratio: after / before,
          limit: 1.3,
        })
      }
    }
    return rows
  } finally {
    await browser.close()
    await server.end()
  }
}
