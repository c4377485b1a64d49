import { board, choose, expect, newProject, saved, stage, stored, test, tool } from './fixture'

test.use({ samples: false })

test('what no longer fits is kept, counted and shown', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Misfit' })
  const surface = board(page)
  await choose(page, 'Wall type', 'Block 140')
  await choose(page, 'Drawn line', 'Centre')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('3000')
  await page.keyboard.press('Escape')
  await stage(page, 'openings')
  await tool(page, 'Window')
  await surface.move(2400, 0)
  await page.keyboard.type('100')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await saved(page)
  await surface.press(400, 0)
  const length = page.getByTestId('traits').getByLabel('Length')
  await length.fill('2000')
  await length.press('Enter')
  await page.keyboard.press('Tab')
  await expect(page.locator('[data-stage="openings"] .count')).toHaveText('1')
  await expect(page.locator('.matter')).toContainText('A window no longer fits its wall.')
  await page.locator('.matter').getByRole('button', { name: 'Show' }).click()
  await expect(page.getByTestId('traits')).toContainText('No longer fits its wall.')
  expect(await stored(server, project, 'opening')).toHaveLength(1)
  // It comes back by itself when the wall is long enough again.
  await page.getByRole('button', { name: 'Undo Wall length' }).click()
  await expect(page.locator('[data-stage="openings"] .count')).toHaveCount(0)
})

test('a sheet opened by its address is at Compose; sheets come, are copied and go', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Sheets' })
  await page.keyboard.press('Escape')
  await stage(page, 'compose')
  await expect(page.getByTestId('sheet')).toBeVisible()
  await page.reload()
  await expect(page.locator('.stage.on')).toContainText('Compose')
  await page.getByRole('button', { name: 'New sheet' }).click()
  await page.getByRole('button', { name: 'Copy this sheet' }).click()
  await saved(page)
  expect((await stored(server, project, 'sheet')).map((sheet) => sheet.number).sort()).toEqual([
    'A-101',
    'A-102',
    'A-103',
  ])
  await page.getByRole('button', { name: 'Remove this sheet' }).click()
  await saved(page)
  expect(await stored(server, project, 'sheet')).toHaveLength(2)
  await page.keyboard.press('Control+z')
  await saved(page)
  expect(await stored(server, project, 'sheet')).toHaveLength(3)
})

test.describe('a clash between two windows', () => {
  test.use({ expectedErrors: [/Failed to load resource/] })
  test('is said; the change that was first stands, and mine is there to be taken', async ({
    page,
    context,
    server,
  }) => {
    const project = await newProject(page, { name: 'Clash' })
    const surface = board(page)
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await surface.type('3000')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await saved(page)
    const other = await context.newPage()
    await other.setViewportSize({ width: 1280, height: 800 })
    await other.goto(page.url())
    await expect(other.getByTestId('board')).toBeVisible()
    // This window cannot send for a while and hears nothing.
    await page.route('**/changes', (route) =>
      route.request().method() === 'POST' ? route.abort() : route.continue(),
    )
    await surface.press(1500, -100)
    const mine = page.getByTestId('traits').getByLabel('Length')
    await mine.fill('4000')
    await mine.press('Enter')
    await expect(page.getByTestId('saved')).toHaveText('Not connected, kept on this computer')
    const there = board(other)
    await there.press(1500, -100)
    const theirs = other.getByTestId('traits').getByLabel('Length')
    await theirs.fill('5000')
    await theirs.press('Enter')
    await saved(other)
    await page.unroute('**/changes')
    await expect(page.getByTestId('sentence')).toContainText(
      'Others changed what “Wall length” changes. Theirs stands; yours is kept',
    )
    await saved(page)
    const end = async (): Promise<number> => Math.round((await stored(server, project, 'wall'))[0]!.b.x)
    expect(await end()).toBe(5000)
    await expect(mine).toHaveValue(/^5.000$/)
    await page.getByRole('button', { name: '1 not kept' }).click()
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Take mine .*4.000 mm/ })
      .click()
    await saved(page)
    expect(await end()).toBe(4000)
    await expect(theirs).toHaveValue(/^4.000$/)
    await other.close()
  })
})
