import { fill } from '../bench/filled'
import { grid } from '../bench/grid'
import { board, expect, saved, stored, test } from './fixture'
import { longestTask, pace } from './tasks'

test.use({ samples: false })

/** No task may keep the pointer waiting longer than this on the reference machine, ms. */
const LONGEST_MS = 100

test('among ten thousand records a wall is drawn and undone, and the board panned, without a long task', async ({
  page,
  server,
  browser,
}) => {
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
})
