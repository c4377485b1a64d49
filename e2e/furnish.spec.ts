import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { choose, expect, newProject, room, saved, stage, stored, test, tool } from './fixture'

test.use({ samples: false })

async function takeBlock(page: Page, name: string): Promise<void> {
  await page.getByRole('textbox', { name: 'Find a block' }).fill(name)
  await page.locator('.drawer .grid').getByRole('button', { name, exact: true }).click()
  await page.getByTestId('board').focus()
}

async function openSchedule(page: Page, name: string): Promise<void> {
  await page.getByLabel('Schedules').getByRole('button', { name }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
}

test('doors, windows and rooms, and their schedules typed back into the plan', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Openings' })
  const surface = await room(page)
  await stage(page, 'openings')

  await test.step('a door of a chosen type at a typed distance from the inner corner', async () => {
    await tool(page, 'Door')
    await choose(page, 'Type', 'Double door')
    await page.getByTestId('board').focus()
    await surface.move(1500, -100)
    await surface.type('500')
    await saved(page)
    const [door] = await stored(server, project, 'opening')
    expect(door).toMatchObject({ type: 'opening-type-door-double', width: 1600, along: 1300, mark: 'D01' })
  })
  await test.step('three windows in one go, an equal row', async () => {
    await tool(page, 'Window')
    await page.getByRole('radio', { name: 'An equal row' }).click()
    await page.getByTestId('board').focus()
    await surface.move(5000, 4100)
    await page.keyboard.type('400')
    await page.keyboard.press('Tab')
    await page.keyboard.type('900')
    await page.keyboard.press('Tab')
    await page.keyboard.type('3')
    await page.keyboard.press('Tab')
    await page.keyboard.type('700')
    await page.keyboard.press('Enter')
    await saved(page)
    const windows = (await stored(server, project, 'opening')).filter(({ fit }) => fit === 'window')
    expect(windows.map(({ mark }) => mark)).toEqual(['W01', 'W02', 'W03'])
    // The wall runs from right to left: 400 + 450 from its inner corner, then 1 600 from centre to centre.
    expect(windows.map(({ along }) => Math.round(along))).toEqual([850, 2450, 4050])
  })
  await test.step('a window between two points, and an opening that overlaps is refused', async () => {
    await page.getByRole('radio', { name: 'Between two points' }).click()
    await page.getByTestId('board').focus()
    await surface.press(-100, 1000)
    await surface.move(-100, 2000)
    await surface.type('1200')
    await saved(page)
    expect(await stored(server, project, 'opening')).toHaveLength(5)
    await tool(page, 'Door')
    await page.getByTestId('board').focus()
    await surface.move(1500, -100)
    await surface.type('600')
    await expect(page.getByTestId('sentence')).toContainText('There is a door in this place already.')
    expect(await stored(server, project, 'opening')).toHaveLength(5)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
  })
  await test.step('a separating line, and every closed space a room', async () => {
    await tool(page, 'Separating line')
    await page.getByTestId('board').focus()
    // The second point is typed from the first.
    for (const [x, y] of [
      ['4000', '0'],
      ['0', '4000'],
    ]) {
      await page.keyboard.press('x')
      await page.keyboard.type(x!)
      await page.keyboard.press('Tab')
      await page.keyboard.type(y!)
      await page.keyboard.press('Enter')
    }
    await tool(page, 'Room')
    await page.getByRole('radio', { name: 'Every closed space' }).click()
    await page.getByTestId('board').focus()
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await stored(server, project, 'room')).map(({ number }) => number).sort()).toEqual(['01', '02'])
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
  })
  await test.step('the door schedule changes the plan', async () => {
    await openSchedule(page, 'Door schedule')
    await page.getByLabel('Width of D01').fill('1.8 m')
    await page.getByLabel('Width of D01').press('Enter')
    await saved(page)
    const [door] = await stored(server, project, 'opening')
    expect(door).toMatchObject({ width: 1800, along: 1300 })
    // What does not fit the wall is refused, and the cell goes back.
    await page.getByLabel('Width of D01').fill('9000')
    await page.getByLabel('Width of D01').press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('wider than the clear wall')
    await expect(page.getByLabel('Width of D01')).toHaveValue(/^1\s800$/)
    await page.getByLabel('Number of D01').fill('D7')
    await page.getByLabel('Number of D01').press('Enter')
    await saved(page)
    expect((await stored(server, project, 'opening'))[0]!.mark).toBe('D7')
  })
  await test.step('windows alike are counted as one row', async () => {
    await openSchedule(page, 'Window schedule')
    await page.getByRole('button', { name: 'Columns' }).click()
    await page.getByRole('checkbox', { name: 'Number' }).uncheck()
    await page.keyboard.press('Escape')
    await page.getByLabel('Alike rows as one').check()
    await expect(page.getByTestId('schedule').locator('tbody tr')).toHaveCount(2)
    await expect(page.getByTestId('schedule').locator('tfoot')).toContainText('4')
  })
  await test.step('the room schedule names rooms, adds up areas, draws them and gives CSV', async () => {
    await openSchedule(page, 'Room schedule')
    await page.getByLabel('Name of 01').fill('Workshop')
    await page.getByLabel('Name of 01').press('Enter')
    await page.getByLabel('Use of 01').fill('Working')
    await page.getByLabel('Use of 01').press('Enter')
    await saved(page)
    const table = page.getByTestId('schedule')
    // 4 000 × 4 000 and 2 000 × 4 000.
    await expect(table.locator('tbody')).toContainText('16.0 m²')
    await expect(table.locator('tbody')).toContainText('8.0 m²')
    await expect(table.locator('tfoot')).toContainText('24.0 m²')
    await expect(page.getByTestId('area-chart').locator('[data-room="01"]')).toContainText('Workshop')
    const coming = page.waitForEvent('download')
    await page.getByRole('button', { name: 'CSV' }).click()
    const text = readFileSync(await (await coming).path(), 'utf8')
    const [head, first] = text.replace('\uFEFF', '').split('\n')
    expect(head).toBe('Number,Name,Level,Use,Net area,Perimeter,Wall surface,Floor,Walls,Ceiling')
    expect(first!.split(',').slice(0, 6)).toEqual([
      '01',
      'Workshop',
      'Ground floor',
      'Working',
      '16.00',
      '16000',
    ])
  })
  await test.step('a lens for the framing plan; the room follows its wall', async () => {
    await page
      .getByTitle(/drag it onto a sheet/)
      .first()
      .click()
    await expect(page.getByTestId('board')).toBeVisible()
    await page.getByTitle('What is shown, and how').click()
    await page.getByText('Framing plan').click()
    await expect(page.getByTitle('What is shown, and how')).toContainText('Framing plan')
    await stage(page, 'walls')
    await page.keyboard.press('s')
    await surface.press(-100, 3500)
    await surface.move(-600, 3500)
    await surface.type('500')
    await saved(page)
    await openSchedule(page, 'Room schedule')
    await expect(page.getByTestId('schedule').locator('tbody')).toContainText('18.0 m²')
  })
})

test('stairs by their going, and what cannot be climbed', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Stairs', height: '2800' })
  const surface = await room(page)
  await tool(page, 'Stair')
  await page.getByRole('radio', { name: 'Half turn' }).click()
  await page.getByTestId('board').focus()
  await surface.press(1000, 1000)
  await surface.move(3000, 1000)
  await surface.type('90')
  await saved(page)
  const [stair] = await stored(server, project, 'stair')
  expect(stair).toMatchObject({ form: 'half turn', width: 900, going: 250 })
  expect(stair!.turn).toBeCloseTo(Math.PI / 2, 9)
  for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
  await surface.press(1000, 1400)
  // 2 800 / 190: fifteen risers of 186.7.
  await expect(page.getByTestId('stair-figures')).toContainText('2R + G623')
  await expect(page.getByTestId('traits')).toContainText('15 of 187')
  const risers = page.getByLabel('Risers (empty: worked out)')
  await risers.fill('6')
  await risers.press('Tab')
  await expect(page.getByTestId('sentence')).toContainText('6 risers cannot reach 2')
  await risers.fill('13')
  await risers.press('Tab')
  await expect(page.getByTestId('traits')).toContainText('Each riser is 215 high; at most 190 is allowed.')
  await saved(page)
  expect((await stored(server, project, 'stair'))[0]!.risers).toBe(13)
})

test('blocks against walls, in rows, by parameters; made, changed in place and counted', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Furnished' })
  const surface = await room(page)
  await stage(page, 'fit-out')

  await test.step('with its back against the wall, turning with it', async () => {
    await takeBlock(page, 'Sofa for three')
    await surface.press(3000, 3900)
    await surface.press(100, 2000)
    await saved(page)
    const placed = await stored(server, project, 'placement')
    expect(placed.map(({ at }) => [Math.round(at.x), Math.round(at.y)])).toEqual([
      [3000, 4000],
      [0, 2000],
    ])
    expect(placed.map(({ turn }) => Math.round((turn * 180) / Math.PI))).toEqual([0, 90])
  })
  await test.step('made by parameters', async () => {
    await takeBlock(page, 'Table with chairs')
    await page.getByLabel('Chairs').fill('8')
    await page.getByLabel('Chairs').press('Enter')
    await page.getByTestId('board').focus()
    await surface.press(3800, 1800)
    await saved(page)
    const placed = (await stored(server, project, 'placement')).find(({ parameters }) => parameters)
    expect(placed!.parameters).toEqual({ chairs: 8 })
  })
  await test.step('of a typed size', async () => {
    await takeBlock(page, 'Cupboard of any size')
    // Along the wall at its back, its turn, and its size.
    await surface.move(5900, 3000)
    await page.keyboard.type('400')
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    await page.keyboard.type('1200x450')
    await page.keyboard.press('Enter')
    await saved(page)
    const placed = (await stored(server, project, 'placement')).find(({ size }) => size)
    expect(placed!.size).toEqual({ x: 1.2, y: 0.45 })
    expect(Math.round(placed!.at.y)).toBe(4000 - 400 - 600)
    await page.keyboard.press('Escape')
  })
  await test.step('a block is made of lines, with a field', async () => {
    await page.keyboard.press('r')
    await surface.press(1400, 200)
    await surface.press(2200, 600)
    await page.keyboard.press('Escape')
    await page.keyboard.press('t')
    await surface.press(1800, 350)
    await page.keyboard.type('[Number]')
    await page.keyboard.press('Enter')
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
    await stage(page, 'fit-out')
    await surface.pull([1250, 100], [2350, 800])
    await page.getByRole('button', { name: 'Make a block' }).click()
    const panel = page.getByTestId('make-block')
    await panel.getByLabel('Name').fill('Trolley')
    await panel.getByRole('button', { name: 'Make the block' }).click()
    await saved(page)
    const blocks = await stored(server, project, 'block')
    const made = blocks.find(({ name }) => name === 'Trolley')!
    expect([made.items.length, Math.round(made.width), Math.round(made.depth)]).toEqual([2, 800, 400])
    await page.getByLabel('Number', { exact: true }).fill('T 7')
    await page.getByLabel('Number', { exact: true }).press('Tab')
    await saved(page)
    const placed = (await stored(server, project, 'placement')).find(({ block }) => block === made.id)
    expect(placed!.values).toEqual({ Number: 'T 7' })
    await page.keyboard.press('Escape')
  })
  await test.step('three of it in a row', async () => {
    await takeBlock(page, 'Trolley')
    await page.getByRole('radio', { name: 'In a row' }).click()
    await page.getByTestId('board').focus()
    await surface.press(2500, 600)
    await surface.move(4300, 600)
    await surface.type('3')
    await saved(page)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
    const blocks = await stored(server, project, 'block')
    const made = blocks.find(({ name }) => name === 'Trolley')!
    const row = (await stored(server, project, 'placement')).filter(({ block }) => block === made.id)
    expect(row.map(({ at }) => Math.round(at.x)).sort((p, q) => p - q)).toEqual([1800, 2500, 3400, 4300])
  })
  await test.step('changed in place, all four follow', async () => {
    await surface.press(1500, 200)
    await page.getByRole('button', { name: 'Change this block and 3 more' }).click()
    await expect(page.getByTestId('block-bar')).toContainText('Trolley')
    await page.keyboard.press('i')
    await surface.press(-400, 0)
    await surface.press(400, 0)
    await page.keyboard.press('Enter')
    for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Keep the changes' }).click()
    await expect(page.getByTestId('block-bar')).toHaveCount(0)
    await saved(page)
    const made = (await stored(server, project, 'block')).find(({ name }) => name === 'Trolley')!
    expect(made.items).toHaveLength(3)
    expect((await stored(server, project, 'drawing')).map(({ view }) => view)).toEqual(['plan'])
  })
  await test.step('counted by block, level and room', async () => {
    await openSchedule(page, 'Furniture and fittings')
    const rows = page.getByTestId('schedule').locator('tbody tr')
    await expect(rows.filter({ hasText: 'Trolley' })).toContainText('4')
    await expect(rows.filter({ hasText: 'Sofa for three' })).toContainText('2')
    await expect(page.getByTestId('schedule').locator('tfoot')).toContainText('8')
  })
  await test.step('found in the library, kept as a favourite, placed from there', async () => {
    await page.goto(`/project/${project}/library`)
    await page.getByRole('textbox', { name: 'Find a block' }).fill('bath')
    const card = page.locator('[data-block="block-bath"]')
    await expect(card).toContainText(/1\s700 × 750/)
    await card.getByRole('button', { name: 'Favourite: Bath 1700 × 750' }).click()
    await page.getByRole('textbox', { name: 'Find a block' }).fill('')
    await expect(page.getByRole('heading', { name: 'Favourites' })).toBeVisible()
    await card.first().locator('.card').click()
    await expect(page.getByTestId('board')).toBeVisible()
    await surface.press(5000, 100)
    await saved(page)
    expect((await stored(server, project, 'placement')).some(({ block }) => block === 'block-bath')).toBe(
      true,
    )
  })
})
