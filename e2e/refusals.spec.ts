import { board, expect, newProject, saved, stage, stored, test, tool } from './fixture'
import type { Page } from '@playwright/test'
import type { Surface } from './fixture'
import type { TestServer } from './server'

test.use({ samples: false })

/** What is drawn, counted; a refusal leaves it as it was. */
async function drawn(server: TestServer, project: string): Promise<number> {
  const [walls, lines, hatches] = await Promise.all([
    stored(server, project, 'wall'),
    stored(server, project, 'linework'),
    stored(server, project, 'hatch'),
  ])
  return walls.length + lines.length + hatches.length
}

async function escape(page: Page): Promise<void> {
  for (let i = 0; i < 4; i++) await page.keyboard.press('Escape')
}

/** A rectangle of 1 000 × 600 mm with its lower left corner at a point. */
async function rectangle(surface: Surface, x: number, y: number): Promise<void> {
  const { page } = surface
  await page.keyboard.press('r')
  await surface.press(x, y)
  await surface.move(x + 1500, y + 1200)
  await page.keyboard.type('1000')
  await page.keyboard.press('Tab')
  await surface.type('600')
  await escape(page)
}

test('what nobody means is refused in a sentence, and nothing is stored', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Refusals' })
  const surface = board(page)
  const said = page.getByTestId('sentence')
  const echo = page.getByTestId('echo')

  await test.step('lengths of nothing, without end, and no lengths at all', async () => {
    await page.keyboard.press('w')
    await surface.press(0, 0)
    await surface.move(1000, 0)
    await surface.type('0')
    await expect(said).toContainText('A wall needs some length.')
    await page.keyboard.press('Escape')
    await surface.type('1000 km')
    await expect(said).toContainText('That is more than 100 km away.')
    await page.keyboard.press('Escape')
    await surface.type('1/0')
    await expect(echo).toContainText('That divides by nothing.')
    await page.keyboard.press('Escape')
    await surface.type('2*3m*1m')
    await expect(echo).toBeVisible()
    await escape(page)
    expect(await drawn(server, project)).toBe(0)
  })
  await test.step('circles and arcs without a radius', async () => {
    await stage(page, 'fit-out')
    await page.keyboard.press('o')
    await surface.press(0, 3000)
    await surface.move(500, 3000)
    await surface.type('-5')
    await expect(said).toContainText('A circle needs some radius.')
    await escape(page)
    await page.keyboard.press('u')
    for (const x of [3000, 4000, 5000]) await surface.press(x, 0)
    await expect(said).toContainText('These three points lie in one line')
    await escape(page)
    expect(await drawn(server, project)).toBe(0)
  })
  await test.step('an outline that crosses itself', async () => {
    await page.keyboard.press('i')
    for (const [x, y] of [
      [6000, 0],
      [7000, 1000],
      [7000, 0],
      [6000, 1000],
    ] as const)
      await surface.press(x, y)
    await page.keyboard.press('c')
    await expect(said).toContainText('This outline would cross itself.')
    for (let i = 0; i < 6; i++) await page.keyboard.press('Backspace')
    await escape(page)
    expect(await drawn(server, project)).toBe(0)
  })
  await test.step('corners of lines that are nearly parallel, trims with nothing to cut', async () => {
    for (const [y, turn] of [
      [4000, '0'],
      [4500, '0.0001'],
    ] as const) {
      await page.keyboard.press('i')
      await surface.press(0, y)
      await surface.move(3000, y)
      await page.keyboard.type('3000')
      await page.keyboard.press('Tab')
      await surface.type(turn)
      await escape(page)
    }
    await saved(page)
    const before = JSON.stringify(await stored(server, project, 'linework'))
    await tool(page, 'Corner')
    await surface.press(1000, 4000)
    await surface.press(1000, 4500)
    await expect(said).toContainText('They are parallel, or nearly')
    await escape(page)
    await page.keyboard.press('k')
    await surface.press(1500, 4000)
    await expect(said).toContainText('Nothing crosses it')
    await escape(page)
    await saved(page)
    expect(JSON.stringify(await stored(server, project, 'linework'))).toBe(before)
  })
  await test.step('an offset that swallows its outline, a stretch of nothing, a hatch that leaks', async () => {
    await rectangle(surface, 8000, 3000)
    await saved(page)
    const before = await drawn(server, project)
    await page.keyboard.press('a')
    await surface.press(8500, 3000)
    await surface.move(8500, 3200)
    await surface.type('400')
    await expect(said).toContainText('nothing of the outline is left')
    await escape(page)
    await page.keyboard.press('z')
    await surface.pull([5000, 2000], [5200, 2200])
    await surface.press(0, 0)
    await surface.move(100, 0)
    await surface.type('100')
    await expect(said).toContainText('No point of anything lies in the box.')
    await escape(page)
    await page.keyboard.press('h')
    await surface.press(1500, 4250)
    await expect(said).toContainText('Nothing was filled.')
    await escape(page)
    expect(await drawn(server, project)).toBe(before)
  })
})
