import type { Page } from '@playwright/test'
import {
  board,
  choose,
  expect,
  newProject,
  putAway,
  saved,
  sheet,
  stage,
  stands,
  stored,
  test,
  tool,
} from './fixture'
import { plottedPages } from './plotted'

const FOOT = 304.8

async function anotherPlan(page: Page, kind: string): Promise<void> {
  await stage(page, 'annotate')
  await page.getByRole('button', { name: 'Another plan' }).click()
  await page.getByRole('combobox', { name: 'For' }).press('ArrowDown')
  await page.getByRole('option', { name: new RegExp(`^${kind}`) }).click()
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await stands(board(page))
}

test('foundation and floor in feet and inches: vents in a column, span symbols, nominal sizes', async ({
  page,
  server,
}) => {
  test.setTimeout(120_000)
  const project = await newProject(page, { name: 'Crawl space', feet: true, level: 'Main', height: `9'` })
  const plan = board(page)
  const leaders = async () => stored(server, project, 'leader')
  const symbols = async () => stored(server, project, 'symbol')

  await test.step('walls of 24 by 16 feet, footings and a row of joists', async () => {
    await page.keyboard.press('w')
    await plan.press(0, 0)
    await plan.move(3000, 0)
    await plan.type(`24'`)
    await plan.move(24 * FOOT, 2000)
    await plan.type(`16'`)
    await plan.move(3000, 16 * FOOT)
    await plan.type(`24'`)
    await plan.press(0, 0)
    await putAway(page)
    await page.keyboard.press('Home')
    await page.keyboard.press('PageDown')
    await stands(plan)
    await stage(page, 'walls')
    await tool(page, 'Joists and rafters')
    await page.getByRole('radio', { name: /corners/i }).click()
    await plan.press(0, 0)
    await plan.press(24 * FOOT, 16 * FOOT)
    await expect.poll(async () => (await stored(server, project, 'framing')).length).toBe(1)
    await putAway(page)
  })

  await test.step('on the foundation plan, vents along the south wall: the text once, then Enter alone, in one column', async () => {
    await anotherPlan(page, 'Foundation plan')
    await page.keyboard.press('PageDown')
    await stands(plan)
    await tool(page, 'Leader')
    for (const [i, x] of [2, 8, 14, 20].entries()) {
      await plan.press(x * FOOT, -60)
      await plan.press(26 * FOOT + 40 * i, -(2 + 1.2 * (3 - i)) * FOOT)
      if (i === 0) await page.keyboard.type(`16" × 8" vent`)
      await page.keyboard.press('Enter')
      await expect.poll(async () => (await leaders()).length).toBe(i + 1)
    }
    await putAway(page)
    const all = await leaders()
    expect(new Set(all.map(({ text }) => text))).toEqual(new Set([`16" × 8" vent`]))
    // One under the other: their texts begin at one place, whatever they point to.
    const ends = all.map(({ tip, elbowPaperMm }) => tip.last.x / 48 + elbowPaperMm.x)
    for (const end of ends) expect(end).toBeCloseTo(ends[0]!, 6)
  })

  await test.step('the span says what is typed above it and beneath it', async () => {
    await tool(page, 'Span arrow')
    await plan.press(12 * FOOT, 2 * FOOT)
    await page.keyboard.type('2×10 joists')
    await page.keyboard.press('Tab')
    await page.keyboard.type('@ 16" o.c.')
    await plan.press(12 * FOOT, 14 * FOOT)
    await expect
      .poll(async () => (await symbols()).at(-1))
      .toMatchObject({ text: '2×10 joists', beneath: '@ 16" o.c.' })
    await putAway(page)
  })

  await test.step('on the framing plan it tells size and spacing of the row beneath by itself', async () => {
    await anotherPlan(page, 'Framing plan')
    await tool(page, 'Span arrow')
    await plan.press(12 * FOOT, 3 * FOOT)
    await plan.press(12 * FOOT, 13 * FOOT)
    await expect.poll(async () => (await symbols()).length).toBe(2)
    await putAway(page)
    await saved(page)
  })

  await test.step('plotted at 1/4" to the foot, letters are 3/32" high and the column is straight', async () => {
    await stage(page, 'compose')
    for (const name of ['Main foundations', 'Main framing']) {
      await page.getByRole('button', { name: 'Place a drawing' }).click()
      await page.locator('.v-list-item').filter({ hasText: name }).click()
      await choose(page, 'Scale', `1/4" = 1'-0"`)
    }
    await expect(sheet(page).element).toBeVisible()
    await saved(page)
    const [first] = await plottedPages(page)
    const { texts, lines } = first!
    const vents = texts.filter(({ text }) => text.includes('vent'))
    expect(vents).toHaveLength(4)
    for (const { x, sizeMm } of vents) {
      expect(x).toBeCloseTo(vents[0]!.x, 2)
      expect(sizeMm).toBeCloseTo(vents[0]!.sizeMm, 6)
    }
    const [row] = await stored(server, project, 'framing')
    const words = texts.map(({ text }) => text)
    expect(words).toContain('2×10 joists')
    expect(words).toContain('@ 16" o.c.')
    expect(words.some((each) => each.includes(row!.name!))).toBe(true)
    expect(words).toContain('16"')
    // 24 feet at 1/4" to the foot are 6 inches.
    expect(
      lines.some(
        ({ x1, x2, y1, y2 }) => Math.abs(y1 - y2) < 0.001 && Math.abs(Math.abs(x2 - x1) - 152.4) < 0.02,
      ),
    ).toBe(true)
  })
})
