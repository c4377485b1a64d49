import type { RecordOf } from '@lamina/core/records'
import { pagesAsOutlines, unclearLetters } from '../server/test/outlines'
import {
  ask,
  choose,
  expect,
  newProject,
  openCard,
  putAway,
  room,
  saved,
  stage,
  stored,
  test,
  tool,
} from './fixture'
import { readPdf } from './pdf'
import { plottedSet } from './plotted'

type Viewport = RecordOf<'viewport'>
const SCALES = [20, 50, 100, 200]

test('one plan at 1:20, 1:50, 1:100 and 1:200 on one sheet: letters of one size, nothing over anything', async ({
  page,
  server,
}) => {
  test.setTimeout(180_000)
  const project = await newProject(page, { name: 'Four scales' })
  const plan = await room(page)
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown')

  await test.step('a plan with a partition, doors and windows', async () => {
    await tool(page, 'Wall')
    await choose(page, 'Wall type', 'Block 140')
    await plan.press(3800, 0)
    await plan.press(3800, 4000)
    await putAway(page)
    await stage(page, 'openings')
    for (const [name, x, y] of [
      ['Door', 1200, -100],
      ['Door', 3800, 1000],
      ['Window', 2600, -100],
      ['Window', 5000, -100],
      ['Window', 1200, 4100],
      ['Window', 3000, 4100],
      ['Window', 5000, 4100],
    ] as const) {
      await putAway(page)
      await tool(page, name)
      await plan.press(x, y)
    }
    await putAway(page)
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(7)
  })

  await test.step('rows of all sides and of rooms, names, notes, leaders, a level, north and a scale bar', async () => {
    await stage(page, 'annotate')
    await tool(page, 'Dimension all')
    for (const [x, y] of [
      [4000, -900],
      [-900, 2500],
      [4000, 4900],
    ] as const)
      await plan.press(x, y)
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBeGreaterThan(4)
    for (const [text, x, y] of [
      ['Lime plaster on block, two coats', 400, 3000],
      ['Oak boards', 4400, 3100],
    ] as const) {
      await putAway(page)
      await tool(page, 'Note')
      await plan.press(x, y)
      await page.keyboard.type(text)
      await page.keyboard.press('Enter')
    }
    await putAway(page)
    await tool(page, 'Leader')
    for (const [tip, elbow, text] of [
      [[3870, 2500], [4700, 2000], 'Block, fair faced'],
      [[3000, 200], [2200, 1500], 'Trickle vent'],
    ] as const) {
      await plan.press(tip[0], tip[1])
      await plan.press(elbow[0], elbow[1])
      await page.keyboard.type(text)
      await page.keyboard.press('Enter')
    }
    await putAway(page)
    await tool(page, 'Level')
    await plan.press(2000, 600)
    await putAway(page)
    await tool(page, 'Scale bar')
    await plan.press(0, -2800)
    await tool(page, 'North point')
    await plan.press(7500, -2500)
    await putAway(page)
    await saved(page)
  })

  const viewports = async (): Promise<Viewport[]> =>
    (await stored(server, project, 'viewport')).sort((p, q) => p.number - q.number)
  await test.step('four viewports of it on one sheet', async () => {
    await stage(page, 'compose')
    await choose(page, 'Size', 'A0')
    for (const [i, scale] of SCALES.entries()) {
      await page.getByRole('button', { name: 'Place a drawing' }).click()
      await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
      await expect.poll(async () => (await viewports()).length).toBe(i + 1)
      await choose(page, 'Scale', `1:${scale}`)
      const [x, y] = [
        [300, 560],
        [800, 560],
        [300, 150],
        [700, 150],
      ][i]!
      for (const [label, value] of [
        ['Middle x', x],
        ['Middle y', y],
      ] as const) {
        await page.getByLabel(label).fill(String(value))
        await page.getByLabel(label).press('Enter')
      }
      await expect.poll(async () => (await viewports())[i]).toMatchObject({ scale, at: { x, y } })
    }
    await saved(page)
  })

  await test.step('tidied in all of them at once', async () => {
    await openCard(page, 'Ground floor plan')
    await putAway(page)
    await ask(page, 'Tidy')
    await page.keyboard.press('a')
    await page.keyboard.press('Enter')
    await putAway(page)
    await saved(page)
    await expect(page.locator('[data-stage="annotate"] .count')).toHaveCount(0)
    await expect(page.locator('[data-stage="compose"] .count')).toHaveCount(0)
  })

  await test.step('plotted, letters are as high in each, every figure is true, and no letter is struck', async () => {
    await stage(page, 'compose')
    const pdf = await plottedSet(page)
    const { pages } = await readPdf(pdf)
    const { texts, lines } = pages[0]!
    const sizes = (words: string): number[] =>
      texts.filter(({ text }) => text === words).map(({ sizeMm }) => sizeMm)
    for (const words of ['Block, fair faced', 'Trickle vent', 'Oak boards']) {
      expect(sizes(words)).toHaveLength(SCALES.length)
      for (const size of sizes(words)) expect(size).toBeCloseTo(sizes(words)[0]!, 3)
    }
    for (const scale of SCALES) {
      // The outer face of the west wall, 4.7 m, at its scale.
      const length = 4700 / scale
      expect(
        lines.some(
          ({ x1, y1, x2, y2 }) => Math.abs(x1 - x2) < 0.001 && Math.abs(Math.abs(y2 - y1) - length) < 0.02,
        ),
      ).toBe(true)
    }
    const [clear] = pagesAsOutlines(pdf, 1).map(unclearLetters)
    expect(clear).toMatchObject({ overlaps: [], struck: [] })
    expect(clear!.letters).toBeGreaterThan(400)
  })
})
