import type { Page } from '@playwright/test'
import type { Linework } from '../core/src/records'
import { TestServer } from '../e2e/server'
import { launch } from './browser'
import { fill } from './filled'
import { grid } from './grid'
import type { Row } from './main'
import { ms } from './time'

const LINES = 1000
const PARTS = 100

/** A thousand polylines of a hundred parts over a field of 64 × 40 m. */
function lines(drawing: string): Linework[] {
  let seed = 23
  const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647
  return Array.from({ length: LINES }, (_, n) => {
    let x = random() * 64_000
    let y = random() * 40_000
    const vertices = [{ x, y, sweep: 0 }]
    for (let k = 0; k < PARTS; k++) {
      if (k % 2) x += random() < 0.5 ? 700 : -700
      else y += random() < 0.5 ? 700 : -700
      vertices.push({ x, y, sweep: 0 })
    }
    return {
      id: `line-${n}`,
      kind: 'linework',
      drawing,
      layer: 'layer-lines',
      shape: { form: 'path', path: { vertices, closed: false } },
    }
  })
}

/**
 * Moves the pointer over the board with a tool in hand and takes the time from each move until its snap
 * marker, rubber line and figures are painted; ms, sorted.
 */
const feedback = (page: Page): Promise<number[]> =>
  page.evaluate(async () => {
    const board = document.querySelector('[data-test=board]')!
    const box = board.getBoundingClientRect()
    const overlay = board.querySelectorAll('canvas')[2]!
    const times: number[] = []
    for (let i = 0; i < 160; i++) {
      const x = box.left + 200 + ((i * 37) % 700)
      const y = box.top + 100 + ((i * 53) % 450)
      await new Promise(requestAnimationFrame)
      let painting = 0
      // Frame callbacks run in the order they were asked for: this one before the surface's own.
      requestAnimationFrame(() => (painting = performance.now()))
      const started = performance.now()
      const move = { clientX: x, clientY: y, bubbles: true, pointerId: 1, pointerType: 'mouse' }
      board.dispatchEvent(new PointerEvent('pointermove', move))
      // What Vue changes of the figures follows at once.
      await Promise.resolve()
      let spent = performance.now() - started
      await new Promise(requestAnimationFrame)
      // Reading a pixel back waits until everything is really painted.
      overlay.getContext('2d')!.getImageData(0, 0, 1, 1)
      spent += performance.now() - painting
      if (i >= 40) times.push(spent)
    }
    return times.sort((a, b) => a - b)
  })

/** The side of the grid of rooms that Trim is held over. */
const SIDE = 31

function row(what: string, times: readonly number[]): Row {
  const slow = times[Math.floor(times.length * 0.95)]!
  return { what, measured: ms(slow), against: '8 ms', ratio: slow / 8, limit: 1 }
}

/** The pointer's own feedback on a board with 100 000 segments in view, in the built application. */
export async function benchPointer(): Promise<Row[]> {
  const server = await TestServer.begin({ samples: false })
  const browser = await launch()
  try {
    const { drawing } = await fill(server, 'bench', (_, board) => lines(board), 50)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.address}/project/bench/drawing/${drawing}`)
    await page.locator('[data-test=board]').waitFor()
    await page.keyboard.press('i')
    const rows = [row('pointer feedback over 100 000 segments, p95', await feedback(page))]
    const walls = await fill(server, 'walls', (level, board) =>
      grid(SIDE, level, board, 'wall-type-block-140'),
    )
    await page.goto(`${server.address}/project/walls/drawing/${walls.drawing}`)
    await page.waitForSelector('[data-test=board][aria-busy=false]')
    await page.keyboard.press('k')
    await page.locator('.board.trim').waitFor()
    rows.push(row(`pointer with Trim over ${2 * SIDE * (SIDE + 1)} walls, p95`, await feedback(page)))
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('s')
    await page.locator('.board.move-side').waitFor()
    const board = (await page.locator('[data-test=board]').boundingBox())!
    await page.mouse.click(board.x + board.width / 2, board.y + board.height / 2)
    await page.getByText('Point to the side').waitFor()
    rows.push(row(`pointer that moves one of them sideways, p95`, await feedback(page)))
    return rows
  } finally {
    await browser.close()
    await server.end()
  }
}
