import type { RecordOf } from '@lamina/core/records'
import { board, expect, newProject, saved, sheet, stage, stored, test, tool } from './fixture'

const ends = ({ shape }: RecordOf<'linework'>) => (shape.form === 'path' ? shape.path.vertices : [])

test('a sheet is drawn on like any board: lines, notes, boxes, copies, and what lies in its viewports stays whole', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'On the sheet' })
  const plan = board(page)
  await plan.press(0, 0)
  await plan.move(2000, 0)
  await plan.type('8000')
  for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
  await stage(page, 'compose')
  await page.getByRole('button', { name: 'Place a drawing' }).click()
  await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
  await saved(page)
  const paper = sheet(page)
  const [viewport] = await stored(server, project, 'viewport')

  await test.step('a line by typed paper lengths, from the corner of the frame', async () => {
    await page.keyboard.press('Escape')
    await tool(page, 'Line')
    await paper.press(20, 10)
    await paper.move(100, 10)
    await paper.type('120')
    await paper.move(140, 60)
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await saved(page)
    const lines = await stored(server, project, 'linework')
    expect(lines).toHaveLength(1)
    expect(lines[0]!.drawing).toBe(viewport!.sheet)
    const [a, b] = ends(lines[0]!)
    expect(a).toMatchObject({ x: 20, y: 10 })
    expect(b!.x).toBeCloseTo(140, 6)
  })

  await test.step('small figures are meant on paper, and large ones in a drawing', async () => {
    await page.keyboard.press('o')
    await paper.press(60, 200)
    await paper.move(80, 200)
    await page.keyboard.type('5')
    await expect(page.getByTestId('echo')).toContainText('5')
    await expect(page.getByTestId('other-reading')).toHaveCount(0)
    await page.keyboard.press('Enter')
    for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
    await saved(page)
    expect((await stored(server, project, 'linework'))[1]!.shape).toMatchObject({ form: 'circle', radius: 5 })
    await page.keyboard.press('Control+z')
    await saved(page)
  })

  await test.step('a note, picked and worded anew in Traits', async () => {
    await page.keyboard.press('t')
    await paper.press(200, 60)
    await paper.type('All sizes in mm')
    for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
    await saved(page)
    expect((await stored(server, project, 'note'))[0]).toMatchObject({ text: 'All sizes in mm' })
    await paper.press(200, 61)
    await expect(page.getByTestId('traits')).toContainText('Note')
    await page.getByLabel('Text', { exact: true }).fill('All sizes in millimetres')
    await page.getByLabel('Text', { exact: true }).blur()
    await saved(page)
    expect((await stored(server, project, 'note'))[0]!.text).toBe('All sizes in millimetres')
  })

  await test.step('a box takes what is drafted; copied and pasted, it lies there twice', async () => {
    await page.keyboard.press('Escape')
    await paper.pull([10, 5], [150, 70])
    await expect(page.getByTestId('traits')).toContainText('Line')
    await page.keyboard.press('y')
    await paper.press(20, 10)
    await paper.press(20, 30)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
    await saved(page)
    const lines = await stored(server, project, 'linework')
    expect(lines).toHaveLength(2)
    const [a, b] = ends(lines[1]!)
    expect([a!.x, a!.y, b!.x].map((mm) => Math.round(mm * 100) / 100)).toEqual([20, 30, 140])
  })

  await test.step('a viewport is taken with other things, and Undo goes step by step', async () => {
    await paper.press(viewport!.at.x, viewport!.at.y)
    await expect(page.getByTestId('traits')).toContainText('Viewport 1')
    await page.keyboard.press('Control+z')
    await saved(page)
    expect(await stored(server, project, 'linework')).toHaveLength(1)
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+a')
    await expect(page.getByTestId('traits')).toContainText('3 things')
  })

  await test.step('what is drafted on the sheet is in its SVG', async () => {
    await stage(page, 'issue')
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'This sheet as SVG' }).click()
    const stream = await (await download).createReadStream()
    let svg = ''
    for await (const chunk of stream) svg += String(chunk)
    expect(svg).toContain('All sizes in millimetres')
  })
})

test('tools for walls open a drawing; tools for any board stay on the sheet', async ({ page }) => {
  await newProject(page, { name: 'Which board' })
  await stage(page, 'compose')
  await expect(page.getByTestId('sheet')).toBeVisible()
  await page.keyboard.press('i')
  await expect(page.getByTestId('sheet')).toBeVisible()
  await expect(page.getByTestId('prompt')).toContainText('Point')
  await page.keyboard.press('Escape')
  await page.keyboard.press('w')
  await expect(page.getByTestId('board')).toBeVisible()
})
