import { fill } from '../bench/filled'
import type { Id, Wall } from '@lamina/core/records'
import { grid } from '../bench/grid'
import { board, expect, saved, stored, test } from './fixture'
import { longestTask, pace } from './tasks'

test.use({ samples: false })

/** No task may keep the pointer waiting longer than this on the reference machine, ms. */
const LONGEST_MS = 100

// What these tell is how long things take: they run alone (`npm test`), with nothing beside them.
const ALONE = { tag: '@alone' }

test(
  'among ten thousand records a wall is drawn and undone, and the board panned, without a long task',
  ALONE,
  async ({ page, server, browser }) => {
    const id = 'large'
    let count = 0
    const { drawing } = await fill(server, id, (level, on) => {
      const records = grid(44, level, on, 'wall-type-block-140')
      count = records.length
      return records
    })
    expect(count).toBeGreaterThan(9_500)
    await page.goto(`/project/${id}/drawing/${drawing}`)
    const surface = board(page)
    await expect(surface.element).toHaveAttribute('aria-busy', 'false')
    const walls = (await stored(server, id, 'wall')).length
    const slower = await pace(browser, page)

    const longest = await longestTask(browser, page, async () => {
      await page.keyboard.press('w')
      await surface.press(-6000, 2000)
      await surface.move(-6000, 5000)
      await surface.type('4200')
      await page.keyboard.press('Escape')
      await saved(page)
      const drawn = await stored(server, id, 'wall')
      expect(drawn).toHaveLength(walls + 1)
      const { a, b } = drawn.at(-1)!
      expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeCloseTo(4200, 6)
      await page.keyboard.press('Escape')
      await page.keyboard.press('Control+z')
      await saved(page)
      expect(await stored(server, id, 'wall')).toHaveLength(walls)
      await page.keyboard.press('Control+Shift+z')
      await saved(page)
      expect(await stored(server, id, 'wall')).toHaveLength(walls + 1)
      for (const key of ['PageUp', 'PageUp', 'ArrowLeft', 'ArrowUp', 'ArrowRight', 'PageDown', 'Home']) {
        await page.keyboard.press(key)
        await expect(surface.element).toHaveAttribute('aria-busy', 'false')
      }
      const { x, y } = await surface.toScreen(20_000, 20_000)
      await page.mouse.move(x, y)
      await page.mouse.down({ button: 'middle' })
      await page.mouse.move(x + 180, y + 90, { steps: 12 })
      await page.mouse.up({ button: 'middle' })
      await expect(surface.element).toHaveAttribute('aria-busy', 'false')
    })
    expect(longest / slower).toBeLessThan(LONGEST_MS)
  },
)

test(
  'a heap of walls across one place: the pointer goes on, drawing says how far it is, stops and goes on',
  ALONE,
  async ({ page, server, browser }) => {
    const id = 'heap'
    const { drawing } = await fill(server, id, (level) => heap(level, 2200))
    await page.goto('/new')
    const slower = await pace(browser, page)
    await page.goto(`/project/${id}/drawing/${drawing}`)
    const chip = page.getByTestId('making')
    const surface = board(page)
    await expect(chip).toContainText('Drawing this board')
    const longest = await longestTask(browser, page, async () => {
      for (let i = 0; i < 3; i++) await surface.move(-1000 + 600 * i, 300)
      await page.keyboard.press('Escape')
      await expect(chip).toContainText('Only sketched so far.')
      await page.keyboard.press('PageUp')
      await expect(surface.element).toHaveAttribute('aria-busy', 'true')
    })
    expect(longest / slower).toBeLessThan(LONGEST_MS)

    // What is pressed before all is drawn is taken up when it is.
    await page.getByTestId('making').getByRole('button', { name: 'Draw it' }).click()
    await page.keyboard.press('w')
    await surface.press(-2800, -1500)
    await expect(surface.element).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 })
    await expect(page.getByTestId('making')).toHaveCount(0)
    await surface.move(-2800, 500)
    await surface.type('2500')
    await page.keyboard.press('Escape')
    await saved(page)
    const { a, b } = (await stored(server, id, 'wall')).at(-1)!
    expect([a.x, a.y].map(Math.round)).toEqual([-2800, -1500])
    expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeCloseTo(2500, 6)
  },
)

/** So many walls of 4 m through one point, each in another direction. */
const heap = (level: Id, many: number): Wall[] =>
  Array.from({ length: many }, (_, i) => {
    const angle = (Math.PI * i) / many
    const [x, y] = [2000 * Math.cos(angle), 2000 * Math.sin(angle)]
    return {
      id: `heap-${i}`,
      kind: 'wall',
      level,
      type: 'wall-type-block-140',
      a: { x: -x, y: -y },
      b: { x, y },
      reference: 'centre',
      base: 0,
      height: null,
    }
  })
