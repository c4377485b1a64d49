import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { ask, board, choose, expect, newProject, saved, stage, stored, test, tool } from './fixture'

test.use({ samples: false })

/** Takes an entry of Ask. */

const card = (page: Page, name: string) =>
  page.locator('.card').filter({ has: page.getByText(name, { exact: true }) })
const coming = (page: Page) => page.getByRole('complementary', { name: 'What comes in' })
const arrival = (page: Page, name: string) =>
  coming(page)
    .locator('[data-arrival]')
    .filter({ has: page.getByText(name, { exact: true }) })

test('things of another project, looked through and brought in with all they need', async ({
  page,
  server,
}) => {
  const source = await newProject(page, { name: 'The other office' })
  await test.step('the other project changes a material and draws with a block', async () => {
    await ask(page, 'Materials')
    await page.getByLabel('Priority of Brick').fill('75')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Close', exact: true }).click()
    await stage(page, 'fit-out')
    await page.getByRole('textbox', { name: 'Find a block' }).fill('Bicycle')
    await page.locator('.drawer .grid').getByRole('button', { name: 'Bicycle', exact: true }).click()
    await page.getByTestId('board').focus()
    await board(page).press(3000, 3000)
    await saved(page)
    await expect.poll(async () => (await stored(server, source, 'block')).length).toBe(1)
  })

  const here = await newProject(page, { name: 'Here' })
  await test.step('here, a wall of bricks stands', async () => {
    await choose(page, 'Wall type', 'Cavity 350')
    await page.keyboard.press('w')
    const surface = board(page)
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await surface.type('4000')
    await saved(page)
  })
  await ask(page, 'Bring in')
  await page.getByRole('button', { name: 'The other office' }).click()
  await expect(page.getByRole('tab', { name: 'Blocks 1' })).toHaveAttribute('aria-selected', 'true')

  await test.step('what is taken is shown with what would change, and nothing is stored before', async () => {
    await card(page, 'Bicycle').getByRole('checkbox').check()
    await expect(arrival(page, 'Bicycle')).toContainText('new')
    await page.getByRole('tab', { name: /Wall types/ }).click()
    await card(page, 'Cavity 350').getByRole('checkbox').check()
    const bricks = arrival(page, 'Brick')
    await expect(bricks).toContainText('material, needed')
    await expect(bricks.getByRole('row', { name: /Priority/ })).toContainText('75')
    await expect(bricks.getByText(/^Changes/)).toHaveText(/1 wall\b/)
    await expect(arrival(page, 'Cavity 350')).toContainText('here already')
    expect(await stored(server, here, 'block')).toEqual([])
  })
  await test.step('keeping both gives the wall type the new bricks', async () => {
    await arrival(page, 'Brick').getByRole('radio', { name: 'Keep both' }).check()
    await expect(arrival(page, 'Brick')).toContainText('comes as “Brick 2”')
    // Of other bricks, the wall type is no longer the same.
    await expect(arrival(page, 'Cavity 350').getByRole('row', { name: /Strip 1/ })).toBeVisible()
  })
  await test.step('replacing it', async () => {
    await arrival(page, 'Brick')
      .getByRole('radio', { name: /Replace/ })
      .check()
    await page.getByRole('button', { name: 'Bring in 2 things' }).click()
    await expect(page.getByText('2 things are brought in.')).toBeVisible()
    await saved(page)
    const bricks = (await stored(server, here, 'material')).filter(({ name }) => name.startsWith('Brick'))
    expect(bricks).toMatchObject([{ name: 'Brick', priority: 75 }])
    expect(await stored(server, here, 'block')).toMatchObject([{ name: 'Bicycle' }])
  })
  await test.step('undo takes it all back at once', async () => {
    await page.getByRole('button', { name: 'Undo Bring in' }).click()
    await saved(page)
    expect(await stored(server, here, 'block')).toEqual([])
    const bricks = (await stored(server, here, 'material')).find(({ name }) => name === 'Brick')
    expect(bricks!.priority).not.toBe(75)
  })
})

test('a library file out and in, and files that are not whole', async ({ page, server }) => {
  await newProject(page, { name: 'Gives' })
  await ask(page, 'Save a library file')
  await page.getByRole('tab', { name: /Wall types/ }).click()
  await card(page, 'Cavity 350').getByRole('checkbox').check()
  await page.getByRole('tab', { name: /Blocks/ }).click()
  await page.getByRole('textbox', { name: 'Find by name' }).fill('armchair')
  await card(page, 'Armchair').getByRole('checkbox').check()
  await expect(page.getByText('material, needed').first()).toBeVisible()
  await page.getByRole('textbox', { name: 'Name of the library' }).fill('House style')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Save \d+ things/ }).click(),
  ])
  expect(download.suggestedFilename()).toBe('House style.library.json')
  const text = readFileSync((await download.path())!, 'utf8')

  const here = await newProject(page, { name: 'Takes' })
  await ask(page, 'Bring in')
  const give = (content: string) =>
    page
      .getByLabel('Library file', { exact: true })
      .setInputFiles({ name: 'some.json', mimeType: 'application/json', buffer: Buffer.from(content) })
  const before = JSON.stringify(await stored(server, here, 'wallType'))
  const spoilt = (change: (file: { records: Record<string, unknown>[] }) => void): string => {
    const file = JSON.parse(text) as { records: Record<string, unknown>[] }
    change(file)
    return JSON.stringify(file)
  }
  const armchair = (file: { records: Record<string, unknown>[] }) =>
    file.records.find(({ kind }) => kind === 'block')!
  for (const [content, sentence] of [
    ['{', 'This is not a library file: it is not written in JSON.'],
    [
      spoilt((f) => (f.records = f.records.filter(({ kind }) => kind !== 'material'))),
      'needs a material that is not there',
    ],
    [spoilt((f) => (armchair(f)['width'] = 4000)), 'is said to measure 4000 ×'],
    [spoilt((f) => (armchair(f)['name'] = '<img src=x onerror=alert(1)>')), 'A name holds no markup.'],
    [spoilt((f) => (armchair(f)['name'] = 'x'.repeat(10_000))), 'A name has at most 200 characters.'],
  ] as const) {
    await give(content)
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toContainText(
      'Nothing was brought in.',
    )
  }
  expect(JSON.stringify(await stored(server, here, 'wallType'))).toBe(before)

  await give(text)
  await expect(page.getByRole('heading', { name: 'House style' })).toBeVisible()
  await card(page, 'Armchair').getByRole('checkbox').check()
  await page.getByRole('button', { name: 'Bring in 1 thing' }).click()
  await saved(page)
  expect(await stored(server, here, 'block')).toMatchObject([{ name: 'Armchair', width: 850 }])
})

test('blocks dragged from the library onto a board, renamed, copied and removed', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Dragging' })
  const surface = board(page)
  await test.step('from the library page: the board opens beneath', async () => {
    const { x, y } = await surface.toScreen(4000, 3000)
    await ask(page, 'Library of blocks')
    await page.getByRole('textbox', { name: 'Find a block' }).fill('Round table')
    await page.locator('[data-block="block-round-table"] .card').hover()
    await page.mouse.down()
    await page.mouse.move(600, 400, { steps: 4 })
    await expect(page.getByTestId('board')).toBeVisible()
    await page.mouse.move(x, y, { steps: 4 })
    await page.mouse.up()
    await saved(page)
    const [table] = await stored(server, project, 'placement')
    expect(Math.abs(table!.at.x - 4000)).toBeLessThan(60)
    expect(Math.abs(table!.at.y - 3000)).toBeLessThan(60)
  })
  await test.step('from the drawer; Escape on the way places nothing', async () => {
    await page.getByRole('textbox', { name: 'Find a block' }).fill('Armchair')
    const armchair = page.locator('.drawer .grid').getByRole('button', { name: 'Armchair', exact: true })
    const to = await surface.toScreen(7000, 3000)
    await armchair.hover()
    await page.mouse.down()
    await page.mouse.move(to.x, to.y, { steps: 4 })
    await page.keyboard.press('Escape')
    await page.mouse.up()
    await saved(page)
    expect(await stored(server, project, 'placement')).toHaveLength(1)
    await armchair.hover()
    await page.mouse.down()
    await page.mouse.move(to.x, to.y, { steps: 4 })
    await page.mouse.up()
    await saved(page)
    await expect.poll(async () => (await stored(server, project, 'placement')).length).toBe(2)
  })
  await test.step('its facts: another name and category, sizing; in use it stays', async () => {
    await ask(page, 'Library of blocks')
    await page.getByRole('button', { name: 'Change Armchair' }).first().click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('textbox', { name: 'Name' }).fill('Reading chair')
    await choose(page, 'How it may be sized', 'Any width and depth')
    await dialog.getByRole('button', { name: 'Keep' }).click()
    await expect(dialog).toBeHidden()
    await saved(page)
    const chair = (await stored(server, project, 'block')).find(({ name }) => name === 'Reading chair')
    expect(chair).toMatchObject({ id: 'block-armchair', sizing: 'stretch' })
    await page.getByRole('button', { name: 'Change Reading chair' }).first().click()
    await dialog.getByRole('button', { name: 'Remove' }).click()
    await expect(page.getByText('“Reading chair” is placed once. Remove that first.')).toBeVisible()
    await dialog.getByRole('button', { name: 'Copy' }).click()
    await expect(dialog.getByRole('textbox', { name: 'Name' })).toHaveValue('Reading chair copy')
    await dialog.getByRole('button', { name: 'Remove' }).click()
    await saved(page)
    expect(await stored(server, project, 'block')).toHaveLength(2)
  })
})

test('annotation styles and pens', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Styles' })
  const surface = board(page)
  await stage(page, 'annotate')
  await choose(page, 'Annotation style', 'Arrowheads')
  await tool(page, 'Dimension')
  await surface.press(0, 0)
  await surface.press(3000, 0)
  await page.keyboard.press('Enter')
  await surface.press(1500, -600)
  await saved(page)
  const [dimension] = await stored(server, project, 'dimension')
  expect(dimension).toMatchObject({ style: 'style-arrows' })
  await page.getByRole('button', { name: 'Edit styles and pens' }).click()
  const panel = page.getByTestId('styles')
  await test.step('a style in use stays; sizes out of reach are refused', async () => {
    await expect(panel.getByLabel('Name of Standard')).toBeVisible()
    await panel.getByRole('option', { name: 'Arrowheads' }).click()
    await panel.getByRole('button', { name: 'Remove' }).click()
    await expect(page.getByText('1 dimension or leader is drawn in “Arrowheads”.')).toBeVisible()
    await panel.getByLabel('Letter height, mm').fill('0.2')
    await page.keyboard.press('Enter')
    await expect(page.getByText('That is less than 1 mm on paper.')).toBeVisible()
    await expect(panel.getByLabel('Letter height, mm')).toHaveValue('2.5')
    await panel.getByLabel('Letter height, mm').fill('3.5')
    await page.keyboard.press('Enter')
    await saved(page)
    const styles = await stored(server, project, 'annotationStyle')
    expect(styles.find(({ id }) => id === 'style-arrows')).toMatchObject({ textPaperMm: 3.5 })
  })
  await test.step('figures in metres, with feet beneath, in the line; ends and extension lines', async () => {
    await choose(page, 'Told in', 'Metres')
    await choose(page, 'Told in, to', '10 mm')
    await choose(page, 'Once more beneath', 'Feet and inches')
    await choose(page, 'They stand', 'In the line')
    await choose(page, 'Ends', 'Open heads')
    await choose(page, 'Extension lines', 'Of one length')
    await panel.getByLabel('Their length, mm').fill('6')
    await panel.getByLabel('After them').fill(' m')
    await page.keyboard.press('Tab')
    await panel.getByLabel('Rounded so that they add up').check()
    await saved(page)
    const styles = await stored(server, project, 'annotationStyle')
    expect(styles.find(({ id }) => id === 'style-arrows')).toMatchObject({
      format: { in: 'm', stepMm: 10 },
      second: { in: 'feet-inches', fraction: 16 },
      inLine: true,
      ends: 'open',
      extensionPaperMm: 6,
      after: ' m',
      addsUp: true,
    })
    await choose(page, 'Once more beneath', 'Not')
    await choose(page, 'Extension lines', 'All the way')
    await saved(page)
    const after = (await stored(server, project, 'annotationStyle')).find(({ id }) => id === 'style-arrows')
    expect(after).not.toHaveProperty('second')
    expect(after).not.toHaveProperty('extensionPaperMm')
  })
  await test.step('a pen', async () => {
    await panel.getByLabel('Width: Dimension and leader lines').selectOption('0.35')
    await saved(page)
    const pens = await stored(server, project, 'pen')
    expect(pens.find(({ role }) => role === 'dimension')).toMatchObject({ widthMm: 0.35 })
  })
})

test('blocks that nobody means', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Nobody' })
  const surface = board(page)
  const said = page.getByTestId('sentence')
  const names = async (): Promise<string[]> =>
    (await stored(server, project, 'block')).map(({ name }) => name)
  const back = async (): Promise<void> => {
    await page.getByTestId('board').focus()
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
  }
  await stage(page, 'fit-out')
  await page.keyboard.press('r')
  await surface.press(1000, 1000)
  await surface.press(2000, 1800)
  await back()
  await surface.press(1500, 1000)

  await test.step('names with markup, of 10 000 characters, and none', async () => {
    await page.getByRole('button', { name: 'Make a block' }).click()
    const panel = page.getByTestId('make-block')
    const name = panel.getByRole('textbox', { name: 'Name' })
    for (const [typed, sentence] of [
      ['<script>alert(1)</script>', 'A name holds no markup.'],
      ['x'.repeat(10_000), 'A name has at most 200 characters.'],
      ['   ', 'A block needs a name.'],
    ] as const) {
      await name.fill(typed)
      await panel.getByRole('button', { name: 'Make the block' }).click()
      await expect(said.filter({ hasText: sentence })).toBeVisible()
      expect(await names()).toEqual([])
    }
    await name.fill('Crate')
    await choose(page, 'Placed', 'At any width and depth')
    await panel.getByRole('button', { name: 'Make the block' }).click()
    await expect.poll(names).toEqual(['Crate'])
  })
  await test.step('stretched to nothing', async () => {
    await back()
    await page.getByRole('textbox', { name: 'Find a block' }).fill('Crate')
    await page.locator('.drawer .grid').getByRole('button', { name: 'Crate' }).click()
    await page.getByTestId('board').focus()
    await surface.move(4000, 1500)
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    await page.keyboard.type('0')
    await page.keyboard.press('Enter')
    await expect(said.filter({ hasText: 'Nothing would be left of it' })).toBeVisible()
    await saved(page)
    expect(await stored(server, project, 'placement')).toHaveLength(1)
    await back()
  })
  await test.step('a block within itself, and one without content', async () => {
    await surface.press(1500, 1000)
    await page.getByRole('button', { name: 'Change this block', exact: true }).click()
    await expect(page.getByTestId('block-bar')).toContainText('Crate')
    await page.getByRole('textbox', { name: 'Find a block' }).fill('Crate')
    await page.locator('.drawer .grid').getByRole('button', { name: 'Crate' }).click()
    await page.getByTestId('board').focus()
    await page.mouse.move(700, 300)
    await page.mouse.down()
    await page.mouse.up()
    await back()
    if ((await stored(server, project, 'placement')).length > 1) {
      await page.getByRole('button', { name: 'Keep the changes' }).click()
      await expect(said.filter({ hasText: 'would hold itself' })).toBeVisible()
    } else await expect(said.filter({ hasText: 'would hold itself' })).toBeVisible()
    await expect(page.getByTestId('block-bar')).toBeVisible()
    await back()
    await page.keyboard.press('Control+a')
    await page.keyboard.press('Delete')
    await page.getByRole('button', { name: 'Keep the changes' }).click()
    await expect(
      said.filter({ hasText: 'A block holds at least one line, hatch, note or block.' }),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Leave it as it was' }).click()
    await expect(page.getByTestId('block-bar')).toHaveCount(0)
    await saved(page)
    const [crate] = await stored(server, project, 'block')
    expect(crate!.items).toHaveLength(1)
    expect(await stored(server, project, 'placement')).toHaveLength(1)
  })
})
