import type { Page } from '@playwright/test'
import {
  ask,
  choose,
  expect,
  newProject,
  room,
  saved,
  sheet,
  stage,
  stands,
  stored,
  test,
  tool,
  traits,
} from './fixture'
import type { ReadPage } from './pdf'
import { plottedPages } from './plotted'

const plotted = async (page: Page): Promise<ReadPage> => (await plottedPages(page))[0]!

test('a drawing is turned in its viewport: lettering stays upright or turns with it, lengths stay true', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Turned' })
  const plan = await room(page)
  await stage(page, 'annotate')
  await tool(page, 'Note')
  await plan.press(2500, 2000)
  await plan.type('Store')
  await tool(page, 'Dimension')
  await plan.press(0, 0)
  await plan.press(6000, 0)
  await page.keyboard.press('Enter')
  await plan.press(3000, -1500)
  for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
  await saved(page)
  await stage(page, 'compose')
  await page.getByRole('button', { name: 'Place a drawing' }).click()
  await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
  await saved(page)
  const paper = sheet(page)
  const viewport = async () => (await stored(server, project, 'viewport'))[0]!
  const { at } = await viewport()

  await test.step('by typing; what cannot be read is said', async () => {
    await stands(paper)
    await paper.press(at.x, at.y)
    await expect(traits(page)).toContainText('Viewport 1')
    await choose(page, 'Scale', '1:50')
    const field = page.getByLabel('Drawing turned by')
    await field.fill('steep')
    await field.press('Enter')
    await expect(page.getByRole('alert')).toBeVisible()
    await field.fill('30')
    await field.press('Enter')
    await expect.poll(async () => ((await viewport()).turn ?? 0) * (180 / Math.PI)).toBeCloseTo(30, 9)
  })

  const textOf = ({ texts }: ReadPage, words: string) =>
    texts.find(({ text }) => text.replace(/\s/g, '') === words)!
  const inner = ({ lines }: ReadPage) =>
    lines.filter(({ x1, y1, x2, y2 }) => Math.abs(Math.hypot(x2 - x1, y2 - y1) - 120) < 0.02)

  await test.step('plotted, the wall lies at 30° and is as long as ever; the note is level', async () => {
    await saved(page)
    const sheetPage = await plotted(page)
    // The inner face, 6 m at 1:50.
    const angles = inner(sheetPage).map(
      ({ x1, y1, x2, y2 }) => (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI,
    )
    expect(angles.some((angle) => Math.abs(((angle + 360) % 180) - 30) < 0.01)).toBe(true)
    expect(textOf(sheetPage, 'Store').turn).toBeCloseTo(0, 3)
    // Rows run along what they measure.
    expect(textOf(sheetPage, '6000').turn).toBeCloseTo(30, 3)
  })

  await test.step('or the lettering turns with it; on its head nothing ever stands', async () => {
    await stage(page, 'compose')
    await stands(paper)
    await paper.press(at.x, at.y)
    await choose(page, 'Lettering', 'Turns with the drawing')
    await expect.poll(async () => (await viewport()).letters).toBe('turned')
    const field = page.getByLabel('Drawing turned by')
    await field.fill('150')
    await field.press('Enter')
    await expect.poll(async () => ((await viewport()).turn ?? 0) * (180 / Math.PI)).toBeCloseTo(150, 9)
    await saved(page)
    const sheetPage = await plotted(page)
    for (const words of ['Store', '6000']) expect(textOf(sheetPage, words).turn).toBeCloseTo(-30, 3)
  })

  await test.step('it is cropped as it lies, and Undo goes back step by step', async () => {
    await stage(page, 'compose')
    await stands(paper)
    await paper.press(at.x, at.y)
    await page.getByRole('button', { name: 'Crop', exact: true }).click()
    await paper.pull([at.x - 30, at.y - 20], [at.x + 40, at.y + 30])
    await expect.poll(async () => (await viewport()).cropped).toBe(true)
    const { crop, at: middle } = await viewport()
    expect((crop.maxX - crop.minX) / 50).toBeCloseTo(70, 0)
    expect((crop.maxY - crop.minY) / 50).toBeCloseTo(50, 0)
    expect(middle.x).toBeCloseTo(at.x + 5, 0)
    for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
    await expect.poll(async () => (await viewport()).turn).toBeUndefined()
  })

  await test.step('Rotate on the sheet turns the drawing in it', async () => {
    await stands(paper)
    await paper.press(at.x, at.y)
    await ask(page, 'Rotate')
    await paper.press(at.x, at.y)
    await paper.move(at.x + 50, at.y + 20)
    await paper.type('30')
    await expect.poll(async () => ((await viewport()).turn ?? 0) * (180 / Math.PI)).toBeCloseTo(30, 6)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await viewport()).turn).toBeUndefined()
  })

  await test.step('what reaches beyond the sheet is counted, and brought back by a press', async () => {
    await stands(paper)
    await paper.press(at.x, at.y)
    const field = page.getByLabel('Middle x')
    await field.fill('20')
    await field.press('Enter')
    await saved(page)
    await expect(page.locator('[data-stage="compose"] .count')).toHaveText('1')
    const matter = page.locator('.matter')
    await expect(matter).toContainText('Viewport 1 reaches beyond the frame of the sheet.')
    await matter.getByRole('button', { name: 'Mend' }).click()
    await expect(page.locator('[data-stage="compose"] .count')).toHaveCount(0)
    expect((await viewport()).at.x).toBeGreaterThan(60)
  })
})

test('pictures on the shelf and open matters come, however fast one goes from stage to stage', async ({
  page,
}) => {
  await page.goto('/project/sample-alder-yard-pottery')
  await stage(page, 'compose')
  await expect(page.getByTestId('sheet')).toBeVisible()
  await stands(sheet(page))
  await stage(page, 'issue')
  // A canvas is 300 wide until it is painted.
  const blank = () =>
    page
      .locator('.shelf canvas')
      .evaluateAll((all) => all.filter((each) => (each as HTMLCanvasElement).width === 300).length)
  await expect.poll(blank).toBe(0)
})
