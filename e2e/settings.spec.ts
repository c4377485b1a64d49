import { board, expect, newProject, saved, stage, stored, test, tool } from './fixture'

test.use({ samples: false })

test('levels, materials and line types are edited in their panels', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Settings', height: '2700' })
  await stage(page, 'set-out')
  await page.getByLabel('New level').fill('Upper floor')
  await page.getByRole('button', { name: 'Add on top' }).click()
  await page.getByRole('button', { name: 'Edit levels' }).click()

  await test.step('a storey height moves the level above', async () => {
    const height = page.getByLabel('Storey height of Ground floor')
    await height.fill('3 m')
    await height.press('Enter')
    await expect(page.getByLabel('Floor above datum of Upper floor')).toHaveValue(/^3\s000$/)
    await page.getByLabel('Storey height of Ground floor').fill('10')
    await page.getByLabel('Storey height of Ground floor').press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('less than 300 mm')
    await expect(height).toHaveValue(/^3\s000$/)
    await saved(page)
    const levels = await stored(server, project, 'level')
    expect(levels.map(({ elevation, height }) => [elevation, height]).sort()).toEqual([
      [0, 3000],
      [3000, 2700],
    ])
  })
  await test.step('Escape in a field puts it back', async () => {
    const name = page.getByLabel('Name of Ground floor')
    await name.fill('Cellar')
    await name.press('Escape')
    await saved(page)
    expect((await stored(server, project, 'level')).map((level) => level.name)).toContain('Ground floor')
    await expect(page.getByTestId('levels')).toBeVisible()
    await page.getByTestId('levels').getByRole('button', { name: 'Close' }).click()
  })
  await test.step('a material of one’s own, with its pen', async () => {
    await stage(page, 'walls')
    await page.getByRole('button', { name: 'Edit materials' }).click()
    await page.getByLabel('Copy Brick', { exact: true }).click()
    await page.getByLabel('Name of Brick copy').fill('Rubble stone')
    await page.getByLabel('Name of Brick copy').press('Enter')
    await page.getByLabel('Pen of Rubble stone').selectOption('0.7 mm')
    await page.getByLabel('Fill of Rubble stone').selectOption('Grey')
    await page.getByLabel('Priority of Rubble stone').fill('95')
    await page.getByLabel('Priority of Rubble stone').press('Enter')
    await page.getByLabel('Remove Brick', { exact: true }).click()
    await expect(page.getByTestId('sentence')).toContainText('are of “Brick”')
    await saved(page)
    const stone = (await stored(server, project, 'material')).find(({ name }) => name === 'Rubble stone')
    expect(stone).toMatchObject({ penMm: 0.7, tone: 0.35, priority: 95, pattern: 'diagonal' })
    await page.getByTestId('materials').getByRole('button', { name: 'Close' }).click()
  })
  await test.step('line types as dashes on paper', async () => {
    await tool(page, 'Layers')
    await page.getByText('Line types', { exact: true }).click()
    const dashes = page.getByLabel('Dashes of Dashed')
    await dashes.fill('4 1.5')
    await dashes.press('Enter')
    await page.getByLabel('Dashes of Dotted').fill('3')
    await page.getByLabel('Dashes of Dotted').press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('Dashes and gaps come in pairs')
    await saved(page)
    const types = await stored(server, project, 'lineType')
    expect(types.find(({ id }) => id === 'line-type-dashed')!.dashesPaperMm).toEqual([4, 1.5])
    expect(types.find(({ id }) => id === 'line-type-dotted')!.dashesPaperMm).toEqual([0.3, 1])
  })
})

test('setting out: a grid named on, a boundary by bearings, walls on a layer of their own', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Setting out' })
  const surface = board(page)
  await stage(page, 'set-out')
  await test.step('grid lines, set off three times', async () => {
    await tool(page, 'Grid line')
    await surface.press(0, -1500)
    await surface.move(0, 3000)
    await surface.type('9000')
    await page.keyboard.press('Escape')
    await page.keyboard.press('a')
    await surface.press(0, 3000)
    await surface.move(500, 3000)
    await page.keyboard.type('4000')
    await page.keyboard.press('Tab')
    await surface.type('2')
    await page.keyboard.press('Escape')
    await saved(page)
    const lines = await stored(server, project, 'gridLine')
    expect(lines.map(({ name, a, b }) => [name, a.x, b.y - a.y])).toEqual([
      ['1', 0, 9000],
      ['2', 4000, 9000],
      ['3', 8000, 9000],
    ])
  })
  await test.step('a boundary by bearings closes on its start', async () => {
    await tool(page, 'Site boundary')
    await surface.press(-1000, -1000)
    for (const [bearing, along] of [
      ['N90E', '10000'],
      ['N0E', '6000'],
      ['S90W', '10000'],
    ] as const) {
      await surface.move(3000, 3000)
      await page.keyboard.type(bearing)
      await page.keyboard.press('Tab')
      await surface.type(along)
    }
    await expect(page.getByTestId('echo')).toContainText('closed')
    await page.keyboard.press('c')
    await page.keyboard.press('Escape')
    await saved(page)
    const [boundary] = await stored(server, project, 'linework')
    expect(boundary).toMatchObject({ layer: 'layer-boundary', means: 'site boundary' })
    const { shape } = boundary!
    if (shape.form !== 'path') throw new Error('the boundary is no path')
    expect(shape.path.closed).toBe(true)
    expect(shape.path.vertices.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [-1000, -1000],
      [9000, -1000],
      [9000, 5000],
      [-1000, 5000],
    ])
  })
  await test.step('Backspace takes a wall back; the run goes on', async () => {
    await page.keyboard.press('w')
    await surface.press(500, 500)
    await surface.move(3000, 500)
    await surface.type('5000')
    await surface.move(5500, 2000)
    await surface.type('2000')
    await page.keyboard.press('Backspace')
    await surface.move(5500, 2000)
    await surface.type('3500')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls.map(({ a, b }) => Math.hypot(b.x - a.x, b.y - a.y)).sort()).toEqual([3500, 5000])
  })
  await test.step('a hidden layer takes its walls out of reach and out of the picture', async () => {
    await surface.press(5500, 2000)
    await expect(page.getByTestId('traits')).toContainText('Wall')
    await tool(page, 'Layers')
    await page.getByLabel('Put what is selected on Demolition').click()
    await page.getByLabel('Demolition shown').click()
    await page.getByTestId('layers').getByRole('button', { name: 'Close' }).click()
    await page.keyboard.press('Escape')
    await surface.press(5500, 2000)
    await expect(page.getByTestId('traits')).toBeHidden()
    await page.keyboard.press('Control+z')
    await surface.press(5500, 2000)
    await expect(page.getByTestId('traits')).toBeVisible()
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls.map((wall) => wall.layer)).toContain('layer-demolition')
  })
})
