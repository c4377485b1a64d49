import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import {
  board,
  choose,
  expect,
  newProject,
  saved,
  sheet,
  stage,
  stored,
  test,
  tool,
  type Surface,
} from './fixture'
import { readPdf } from './pdf'

test.use({ samples: false })

/**
 * A room of 6 000 × 4 000 outside, drawn anticlockwise on its outer face, with a partition across it at
 * x = 4 000.
 */
async function drawRoom(page: Page, surface: Surface): Promise<void> {
  await choose(page, 'Drawn line', 'Right face')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await surface.move(6000, 2500)
  await surface.type('2*2000')
  await surface.move(3000, 4000)
  await surface.type('6m')
  // Close on the first point.
  await surface.press(0, 0)
}

test('from an empty board to one true-to-scale sheet', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Test Cottage', level: 'Ground', height: '2700' })
  await expect(page.locator('.stage.on')).toContainText('Walls')
  const surface = board(page)
  await expect(page.getByTestId('prompt')).toContainText('Point to where the wall starts')

  await test.step('walls by pointing and typing, closed on the first point', async () => {
    await drawRoom(page, surface)
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls.map(({ a, b }) => [a.x, a.y, b.x, b.y].map(Math.round))).toEqual([
      [0, 0, 6000, 0],
      [6000, 0, 6000, 4000],
      [6000, 4000, 0, 4000],
      [0, 4000, 0, 0],
    ])
  })

  await test.step('a partition that ends on another wall', async () => {
    await choose(page, 'Wall type', 'Partition 100')
    await choose(page, 'Drawn line', 'Centre')
    // From the inner face of the south wall at x = 4 000 straight up to the north wall.
    await surface.press(4000, 350)
    await surface.press(4000, 3650)
    await page.keyboard.press('Escape')
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls).toHaveLength(5)
    const { a, b } = walls[4]!
    expect(a.x).toBeCloseTo(b.x, 6)
    expect(b.y).toBeGreaterThan(3600)
  })

  await test.step('a door and a window at typed distances', async () => {
    await stage(page, 'openings')
    await tool(page, 'Door')
    await surface.move(900, 175)
    // 500 from the inner corner: the clear wall starts at 350.
    await page.keyboard.type('500')
    await page.keyboard.press('Tab')
    await page.keyboard.type('800')
    await page.keyboard.press('Enter')
    await tool(page, 'Window')
    await surface.move(2600, 3825)
    await page.keyboard.press('c')
    await surface.press(2600, 3825)
    await page.keyboard.press('Escape')
    await saved(page)
    const openings = await stored(server, project, 'opening')
    expect(openings).toHaveLength(2)
    expect(openings[0]).toMatchObject({ fit: 'door', width: 800 })
    expect(openings[0]!.along).toBeCloseTo(350 + 500 + 400, 6)
    expect(openings[1]).toMatchObject({ fit: 'window', width: 1200 })
    expect(openings[1]!.along).toBeCloseTo(3000, 6)
  })

  await test.step("the door's hand and side flipped", async () => {
    const before = (await stored(server, project, 'opening'))[0]!
    await page.keyboard.press('Escape')
    // By the inner edge of its lining, 32 from the jamb at 850.
    await surface.press(882, 175)
    await expect(page.getByTestId('traits')).toContainText('Door')
    await page.getByRole('button', { name: 'Other hand' }).click()
    await page.getByRole('button', { name: 'Other side' }).click()
    await saved(page)
    const after = (await stored(server, project, 'opening'))[0]!
    expect(after.hand).not.toBe(before.hand)
    expect(after.side).not.toBe(before.side)
    await page.keyboard.press('Escape')
  })

  await test.step('a block with a typed turn', async () => {
    await stage(page, 'fit-out')
    await page.getByRole('textbox', { name: 'Find a block' }).fill('table 1600')
    await page.getByRole('button', { name: 'Table 1600 × 800' }).click()
    await surface.move(2200, 2500)
    await page.keyboard.type('90')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await saved(page)
    const [placement] = await stored(server, project, 'placement')
    expect(placement!.turn).toBeCloseTo(Math.PI / 2, 9)
    expect(placement!.block).toBe('block-table')
  })

  await test.step('a chain of dimensions with an overall row, and a leader', async () => {
    await stage(page, 'annotate')
    await tool(page, 'Dimension')
    await surface.press(0, 0)
    await surface.press(1250, 0)
    await surface.press(6000, 0)
    await surface.press(3000, -520)
    await page.keyboard.press('Escape')
    await saved(page)
    const dimensions = await stored(server, project, 'dimension')
    expect(dimensions).toHaveLength(2)
    expect(dimensions[0]!.anchors.map((anchor) => anchor.to)).toEqual(['wallCorner', 'opening', 'wallCorner'])
    expect(dimensions[0]!.offset).toEqual({ in: 'row', side: 'right', row: 0 })
    expect(dimensions[1]!.offset).toEqual({ in: 'row', side: 'right', row: 1 })
    await stage(page, 'annotate')
    await tool(page, 'Leader')
    await surface.press(6000, 4000)
    await surface.press(6900, 4500)
    await surface.type('Cavity wall')
    await page.keyboard.press('Escape')
    await saved(page)
    expect((await stored(server, project, 'leader'))[0]).toMatchObject({ text: 'Cavity wall' })
  })

  await test.step('a wall moved by a typed distance: joins, openings and dimensions follow', async () => {
    await stage(page, 'walls')
    await tool(page, 'Move side')
    await surface.press(5825, 2900)
    await surface.move(6400, 2900)
    await surface.type('500')
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls[1]!.a.x).toBeCloseTo(6500, 6)
    expect(walls[0]!.b.x).toBeCloseTo(6500, 6)
    expect(walls[2]!.a.x).toBeCloseTo(6500, 6)
    // The window stays where it was in the building: measured from the wall's moved start it is 500 further.
    expect((await stored(server, project, 'opening'))[1]!.along).toBeCloseTo(3500, 6)
  })

  await test.step('the dimensions followed', async () => {
    await page.keyboard.press('Escape')
    // The overall row runs 18 mm on paper, 900 real, below the face.
    await surface.press(3000, -900)
    await expect(page.getByTestId('traits')).toContainText('6\u202f500')
    await page.keyboard.press('Escape')
    await surface.press(2500, -500)
    await expect(page.getByTestId('traits')).toContainText('1\u202f250')
    await expect(page.getByTestId('traits')).toContainText('5\u202f250')
    await page.keyboard.press('Escape')
  })

  await test.step('undo, redo, and undo again after a reload', async () => {
    await page.keyboard.press('Control+z')
    await saved(page)
    expect((await stored(server, project, 'wall'))[1]!.a.x).toBeCloseTo(6000, 6)
    await page.keyboard.press('Control+Shift+z')
    await saved(page)
    expect((await stored(server, project, 'wall'))[1]!.a.x).toBeCloseTo(6500, 6)
    await page.reload()
    await expect(page.getByTestId('board')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Undo Move wall' })).toBeEnabled()
    await page.keyboard.press('Control+z')
    await saved(page)
    expect((await stored(server, project, 'wall'))[1]!.a.x).toBeCloseTo(6000, 6)
  })

  await test.step('the plan dragged from the shelf onto a sheet', async () => {
    await stage(page, 'compose')
    await expect(page.getByTestId('sheet')).toBeVisible()
    const card = (await page.locator('[data-kind="drawing"]').first().boundingBox())!
    await page.mouse.move(card.x + 50, card.y + 40)
    await page.mouse.down()
    const at = await sheet(page).toScreen(300, 320)
    await page.mouse.move(at.x, at.y, { steps: 6 })
    await expect(page.getByTestId('drop-at')).toContainText('largest scale that fits here')
    await page.mouse.up()
    await saved(page)
    const [viewport] = await stored(server, project, 'viewport')
    // At 1:10 the house is 600 mm wide, with its leader about 640: the A1 field of 661 mm holds it. At 1:5 it
    // would be 1 200 mm.
    expect(viewport!.scale).toBe(10)
  })

  await test.step('another scale and the title block', async () => {
    await choose(page, 'Scale', '1:50')
    await page.getByLabel('Drawing title').fill('Ground floor')
    await page.getByLabel('Drawn', { exact: true }).fill('A.B.')
    await page.getByLabel('Revision').fill('C')
    await page.getByLabel('Client').fill('Žofie & Ødegård')
    await page.getByLabel('Client').press('Tab')
    await saved(page)
    expect((await stored(server, project, 'viewport'))[0]!.scale).toBe(50)
    expect((await stored(server, project, 'sheet'))[0]).toMatchObject({
      title: 'Ground floor',
      drawn: 'A.B.',
      revision: 'C',
    })
  })

  await test.step('the PDF measures true', async () => {
    await stage(page, 'issue')
    const coming = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Whole sheet set' }).click()
    const pdf = readPdf(readFileSync(await (await coming).path()))
    const read = await pdf
    expect(read.pages).toHaveLength(1)
    const [first] = read.pages
    expect(first!.widthMm).toBeCloseTo(841, 2)
    expect(first!.heightMm).toBeCloseTo(594, 2)
    // Outer face to outer face, 6 000 mm real, is 120 mm at 1:50; the south face right of the door, 4 350 mm, 87.
    // Ticks have the same pen; they run obliquely.
    const bold = first!.lines.filter((line) => Math.abs(line.penMm - 0.5) < 0.001)
    const cut = bold.filter(
      (line) => Math.min(Math.abs(line.x1 - line.x2), Math.abs(line.y1 - line.y2)) < 0.001,
    )
    const ends = cut.flatMap((line) => [line.x1, line.x2])
    expect(Math.abs(Math.max(...ends) - Math.min(...ends) - 120)).toBeLessThanOrEqual(0.01)
    const level = cut.filter((line) => Math.abs(line.y1 - line.y2) < 0.001)
    const longest = Math.max(...level.map((line) => Math.abs(line.x2 - line.x1)))
    expect(Math.abs(longest - 87)).toBeLessThanOrEqual(0.01)
    const words = first!.texts.map((text) => text.text)
    expect(words).toContain('Ground floor')
    expect(words).toContain('Cavity wall')
    expect(words.join('')).toContain('Žofie & Ødegård')
    // Figures keep their paper size: capitals 2.5 mm high, an em of 2.5 / 0.7.
    const figure = first!.texts.find(
      (text) => text.text === '6' || text.text.startsWith('6 ') || text.text === '6000',
    )
    expect(figure!.sizeMm).toBeCloseTo(2.5 / 0.7, 3)
    expect(read.bookmarks).toEqual(['A-101 Ground floor'])
    expect(read.fonts.every((font) => font.embedded)).toBe(true)
  })
})

test('what cannot be understood is said, and nothing is stored', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Refusals' })
  const surface = board(page)
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('12 furlongs')
  await expect(page.getByTestId('echo')).toContainText('not a unit')
  expect(await stored(server, project, 'wall')).toHaveLength(0)
  await page.keyboard.press('Escape')
  await surface.move(3000, 0)
  await surface.type('0')
  await expect(page.getByTestId('sentence')).toContainText('A wall needs some length')
  expect(await stored(server, project, 'wall')).toHaveLength(0)
  await page.keyboard.press('Escape')
  await surface.move(3000, 0)
  await surface.type('3000')
  await saved(page)
  await page.keyboard.press('Escape')
  await stage(page, 'openings')
  await tool(page, 'Door')
  await surface.move(1500, -150)
  await page.keyboard.type('2800')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('sentence')).toContainText('outside its wall')
  expect(await stored(server, project, 'opening')).toHaveLength(0)
})

test('feet and inches: a bare number says how it was read', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Shed', feet: true, level: 'Main', height: `9'` })
  const surface = board(page)
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await page.keyboard.type('30')
  await expect(page.getByTestId('echo')).toContainText(`2'-6" (read as inches)`)
  for (let i = 0; i < 2; i++) await page.keyboard.press('Backspace')
  await page.keyboard.type(`16' 8 1/2"`)
  await expect(page.getByTestId('echo')).toContainText(`16'-8 1/2"`)
  await page.keyboard.press('Enter')
  await saved(page)
  const [wall] = await stored(server, project, 'wall')
  expect(wall!.b.x - wall!.a.x).toBeCloseTo(200.5 * 25.4, 6)
  const [level] = await stored(server, project, 'level')
  expect(level!.height).toBeCloseTo(9 * 304.8, 6)
})
