import type { Page } from '@playwright/test'
import { TestServer } from '../e2e/server'
import { launch, script } from './browser'
import { fill } from './filled'
import { grid } from './grid'
import type { Row } from './main'
import { ms } from './time'

const TYPE = 'wall-type-block-140'
/** A grid of so many rooms a side: some thousand records. */
const SIDE = 12
const EDITS = 20
const LIMIT_MS = 300
/** After the last of what is painted of a change nothing more is for so long, ms. */
const QUIET_MS = 400

type Note = 'noteKeys' | 'notePaints'
/** Begins to note in a page. */
async function note(page: Page, what: Note): Promise<void> {
  await page.evaluate(await script('togetherPage.ts'))
  await page.evaluate((which) => {
    const all = window as unknown as Record<Note, () => number[]>
    Object.assign(window, { noted: all[which]() })
  }, what)
}

const noted = (page: Page): Promise<number[]> =>
  page.evaluate(() => (window as unknown as { noted: number[] }).noted)

/** Waits until a page noted something after a moment, and nothing more for a while. @returns when it noted the last, ms */
async function settled(page: Page, after: number): Promise<number> {
  const begun = Date.now()
  for (;;) {
    const last = (await noted(page)).at(-1) ?? 0
    const now = await page.evaluate(() => performance.timeOrigin + performance.now())
    if (last > after && now - last > QUIET_MS) return last
    if (Date.now() - begun > 20_000) throw new Error('what one changed is not seen by the other')
    await page.waitForTimeout(QUIET_MS / 4)
  }
}

/** Two people in one project, each in a browser of their own: from the key of one to the painted board of the other. */
export async function benchTogether(): Promise<Row[]> {
  const server = await TestServer.begin({ samples: false })
  const browsers = await Promise.all([launch(), launch()])
  try {
    const { drawing, send, level } = await fill(server, 'together', (on, board) =>
      grid(SIDE, on, board, TYPE),
    )
    const walls = grid(SIDE, level, drawing, TYPE).filter((record) => record.kind === 'wall')
    for (const wall of walls.slice(0, EDITS))
      await send({ put: [{ ...wall, b: { x: wall.b.x + 200, y: wall.b.y + 200 } }], drop: [] })
    const [drawer, reader] = await Promise.all(
      browsers.map(async (browser) => {
        const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
        await page.goto(`${server.address}/project/together/drawing/${drawing}`)
        await page.waitForSelector('[data-test=board][aria-busy=false]', { timeout: 120_000 })
        return page
      }),
    )
    await note(drawer!, 'noteKeys')
    await note(reader!, 'notePaints')
    await drawer!.locator('[data-test=board]').focus()
    const took: number[] = []
    for (let i = 0; i < EDITS; i++) {
      await drawer!.keyboard.press('Control+z')
      const pressed = (await noted(drawer!))[i]!
      took.push((await settled(reader!, pressed)) - pressed)
    }
    took.sort((p, q) => p - q)
    const row = (what: string, time: number): Row => ({
      what: `a change of one, from the key to the painted board of another: ${what} of ${EDITS}`,
      measured: ms(time),
      against: ms(LIMIT_MS),
      ratio: time / LIMIT_MS,
      limit: 1,
    })
    return [row('the middle', took[Math.floor(EDITS / 2)]!), row('the longest but one', took.at(-2)!)]
  } finally {
    for (const browser of browsers) await browser.close()
    await server.end()
  }
}
