import {
  choose,
  expect,
  test,
  newProject,
  putAway,
  room,
  stage,
  stored,
  tool,
  traits,
  thicknessOfWalls,
} from './fixture'

test('rows stand clear of the building, and their points and figures are changed', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Rows' })
  const surface = await room(page)
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown')
  const row = async () => (await stored(server, project, 'dimension'))[0]!
  const figures = async (): Promise<string[]> =>
    (await traits(page).locator('.part .figure').allInnerTexts()).map((text) => text.replace(/\s/g, ' '))

  await test.step('a row between inner corners stands beside the outer face', async () => {
    await stage(page, 'annotate')
    await tool(page, 'Dimension')
    await surface.press(0, 0)
    await surface.press(6000, 0)
    await surface.press(3000, -1000)
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBe(1)
    expect((await row()).offset).toMatchObject({ in: 'row', side: 'right' })
  })

  const thick = await thicknessOfWalls(server, project)
  /** Where the line of the row runs at 1:50. */
  const lineY = async (): Promise<number> => {
    const { offset } = await row()
    if (offset.in !== 'row') throw new Error('The row stands beside the building.')
    return -thick - (10 + 8 * offset.row + (offset.morePaperMm ?? 0)) * 50
  }

  await test.step('pressed with the tool it is gone on with: a point comes, and goes again', async () => {
    await surface.press(1500, await lineY())
    await surface.press(0, 4000)
    await expect(page.getByText('This dimension has a point there already.')).toHaveCount(0)
    await surface.press(6000 + thick, 4000)
    await expect.poll(async () => (await row()).anchors.length).toBe(3)
    await surface.press(6000 + thick, 4000)
    await expect.poll(async () => (await row()).anchors.length).toBe(2)
    await surface.press(6000 + thick, 0)
    await expect.poll(async () => (await row()).anchors.length).toBe(3)
    await putAway(page)
  })

  await test.step('Traits tell its figures, and what is said of them', async () => {
    await surface.press(1500, await lineY())
    expect(await figures()).toEqual(['6 000', String(thick)])
    await traits(page)
      .getByRole('button', { name: /Part 1/ })
      .click()
    await traits(page).getByLabel('In its place').fill('6 010')
    await traits(page).getByLabel('In its place').press('Enter')
    await expect.poll(async () => (await row()).figures?.[0]?.instead).toBe('6 010')
    await expect(traits(page).getByText(/It is underlined: 6\s000 is measured/)).toBeVisible()
    await traits(page).getByRole('button', { name: 'It is meant so' }).click()
    await expect.poll(async () => (await row()).figures?.[0]?.accepted).toBe(true)
    await traits(page).getByLabel('After it').fill(' clear')
    await traits(page).getByLabel('After it').press('Enter')
    await expect.poll(async () => (await row()).figures?.[0]?.after).toBe(' clear')
  })

  await test.step('its row is told in Traits, and pulled on the board', async () => {
    await traits(page).getByLabel('Row', { exact: true }).fill('2')
    await traits(page).getByLabel('Row', { exact: true }).press('Enter')
    await expect.poll(async () => (await row()).offset).toEqual({ in: 'row', side: 'right', row: 1 })
    // The handle of the row is a quarter along its longest part.
    await surface.press(1500, await lineY())
    await surface.press(1500, -thick - 11 * 50)
    await expect.poll(async () => (await row()).offset).toEqual({ in: 'row', side: 'right', row: 0 })
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await row()).offset).toEqual({ in: 'row', side: 'right', row: 1 })
  })

  await test.step('it is parted, and made one again', async () => {
    await putAway(page)
    await surface.press(2000, await lineY())
    await traits(page).getByRole('button', { name: 'Part the row at point 2' }).click()
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBe(2)
    const y = await lineY()
    // Further out, then pulled in line with the other.
    await traits(page).getByLabel('Row', { exact: true }).fill('4')
    await traits(page).getByLabel('Row', { exact: true }).press('Enter')
    await expect.poll(async () => (await row()).offset).toMatchObject({ row: 3 })
    await surface.press(1500, await lineY())
    await surface.press(6000 + thick / 2, y)
    await expect.poll(async () => (await row()).offset.in).toBe('line')
    expect((await row()).offset).toMatchObject({ of: (await stored(server, project, 'dimension'))[1]!.id })
    await expect(traits(page).getByLabel('Its row runs')).toHaveValue('In line with another row')
    await putAway(page)
    await surface.press(2000, y)
    await page.keyboard.down('Shift')
    // On its own extension line.
    await surface.press(6000 + thick, (y - thick) / 2)
    await page.keyboard.up('Shift')
    await traits(page).getByRole('button', { name: 'One beyond the other' }).click()
    const rowsOf = async () =>
      (await stored(server, project, 'dimension')).map(({ offset }) => offset.in === 'row' && offset.row)
    // The one that had a row keeps it, the longer one stands beyond.
    await expect.poll(rowsOf).toEqual([2, 1])
    await traits(page).getByRole('button', { name: 'Make one row of them' }).click()
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBe(1)
    expect((await row()).anchors).toHaveLength(3)
  })
})

test('running figures, what of walls is measured to, and a row at a typed distance', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Running' })
  const surface = await room(page)
  const thick = await thicknessOfWalls(server, project)
  await page.keyboard.press('PageDown')
  const row = async () => (await stored(server, project, 'dimension'))[0]!
  const figures = async (): Promise<string[]> =>
    (await traits(page).locator('.part .figure').allInnerTexts()).map((text) => text.replace(/\s/g, ' '))
  await stage(page, 'annotate')
  await tool(page, 'Dimension')

  await test.step('R and W in the tool; what is new is drawn so', async () => {
    await page.keyboard.press('r')
    await page.keyboard.press('w')
    await surface.press(-thick, -thick)
    await surface.press(0, 0)
    await surface.press(6000, 0)
    await surface.press(3000, -1000)
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBe(1)
    expect(await row()).toMatchObject({ from: 0, offset: { in: 'row', side: 'right' } })
    await putAway(page)
    await surface.press(3000, -thick - 500)
    expect(await figures()).toEqual([String(thick), `${6} ${String(thick).padStart(3, '0')}`])
  })

  await test.step('one after the other, and from another point', async () => {
    await choose(page, 'Figures', 'One by one')
    await expect.poll(async () => (await row()).from).toBeUndefined()
    expect(await figures()).toEqual([String(thick), '6 000'])
    await choose(page, 'Figures', 'Running')
    await choose(page, 'Measured from', 'Point 3')
    await expect.poll(async () => (await row()).from).toBe(2)
    expect(await figures()).toEqual([`6 ${String(thick).padStart(3, '0')}`, '6 000'])
  })

  await test.step('to the structure, to axes, and back', async () => {
    await expect(traits(page).getByLabel('It measures walls to')).toHaveValue('Finished faces')
    await choose(page, 'Figures', 'One by one')
    const finished = await figures()
    const { anchors } = await row()
    await choose(page, 'It measures walls to', 'Structure')
    await expect.poll(figures).not.toEqual(finished)
    await choose(page, 'It measures walls to', 'Axes')
    // Both faces of one wall are on its axis: one figure is left.
    await expect.poll(async () => (await figures()).length).toBe(1)
    await choose(page, 'It measures walls to', 'Finished faces')
    await expect.poll(figures).toEqual(finished)
    expect((await row()).anchors).toEqual(anchors)
  })

  await test.step('its row at a typed distance on paper, and a real one', async () => {
    const handle = async (y: number): Promise<void> => surface.press(1500, y)
    await handle(-thick - 500)
    await page.keyboard.type('15')
    await page.keyboard.press('Enter')
    await expect
      .poll(async () => (await row()).offset)
      .toEqual({ in: 'row', side: 'right', row: 0, morePaperMm: 5 })
    await handle(-thick - 750)
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    await page.keyboard.type('1.2 m')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await row()).offset).toEqual({ in: 'real', mm: -1200 })
  })
})

test('angles, radii, diameters and lengths of arcs', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Round' })
  const surface = await room(page)
  const round = async () => stored(server, project, 'roundDimension')
  await page.keyboard.press('PageDown')

  await test.step('an angle between what is pointed to, and the greater one', async () => {
    await stage(page, 'annotate')
    await tool(page, 'Angle')
    await surface.press(0, 0)
    await surface.press(6000, 0)
    await surface.press(0, 4000)
    await surface.press(1000, 1000)
    await expect.poll(async () => (await round()).length).toBe(1)
    // 1 414 mm at 1:50 is 28.28 mm: in half millimetres.
    expect((await round())[0]).toMatchObject({ measures: 'angle', reach: { in: 'paper', paperMm: 28.5 } })
    expect((await round())[0]!.anchors.map(({ to }) => to)).toEqual([
      'wallCorner',
      'wallCorner',
      'wallCorner',
    ])
    await putAway(page)
    await surface.press(1425 * Math.cos(Math.PI / 8), 1425 * Math.sin(Math.PI / 8))
    await expect(traits(page).getByText('90°')).toBeVisible()
    await traits(page).getByLabel('The greater angle').check()
    await expect(traits(page).getByText('270°')).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect(traits(page).getByText('90°')).toBeVisible()
    await traits(page).getByLabel('In its place').fill('a right angle')
    await traits(page).getByLabel('In its place').press('Enter')
    await expect.poll(async () => (await round())[0]!.figure?.instead).toBe('a right angle')
    await putAway(page)
  })

  await test.step('the diameter of a circle, then its radius, beyond it', async () => {
    await stage(page, 'fit-out')
    await tool(page, 'Circle')
    await surface.press(3000, 2000)
    await surface.type('900')
    await putAway(page)
    await stage(page, 'annotate')
    await tool(page, 'Radius or arc')
    // A straight line has none.
    await surface.press(3000, 0)
    await expect(page.getByText('Point to an arc or a circle.').first()).toBeVisible()
    await page.keyboard.press('r')
    await surface.press(3000 + 900 * Math.cos(0.6), 2000 + 900 * Math.sin(0.6))
    await surface.press(4600, 3000)
    await expect.poll(async () => (await round()).length).toBe(2)
    await putAway(page)
    const made = (await round()).find(({ measures }) => measures === 'diameter')!
    expect(made.anchors.every(({ to }) => to === 'item')).toBe(true)
    const away = Math.hypot(1600, 1000) - 900
    expect(made.reach).toEqual({ in: 'paper', paperMm: Math.round((away / 50) * 2) / 2 })
  })
})

test('all of a side, across and of rooms is dimensioned by one press, and kept up to date', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Sides' })
  const surface = await room(page)
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown')
  const thick = await thicknessOfWalls(server, project)
  const rows = async () => stored(server, project, 'dimension')
  const door = async (x: number, y: number): Promise<void> => {
    const { length } = await stored(server, project, 'opening')
    await stage(page, 'openings')
    await tool(page, 'Door')
    await surface.press(x, y)
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(length + 1)
    await putAway(page)
  }
  /** What the row says that is pressed. */
  const figuresAt = async (x: number, y: number): Promise<string[]> => {
    await putAway(page)
    await surface.press(x, y)
    const said = await traits(page).locator('.part .figure').allInnerTexts()
    return said.map((text) => text.replace(/\s/g, ''))
  }
  const settled = page.locator('.matter', { hasText: 'can be brought up to date' })

  await test.step('the south: openings, then the whole, one row beyond the other', async () => {
    await door(1500, -thick / 2)
    await stage(page, 'annotate')
    await tool(page, 'Dimension all')
    await page.keyboard.press('j')
    await expect(page.getByText('J: to jambs')).toBeVisible()
    await page.keyboard.press('j')
    await surface.press(4000, -900)
    await expect.poll(async () => (await rows()).length).toBe(2)
    expect((await rows()).map(({ offset }) => offset)).toEqual([
      { in: 'row', side: 'right', row: 0 },
      { in: 'row', side: 'right', row: 1 },
    ])
    expect((await rows()).flatMap(({ anchors }) => anchors.map(({ to }) => to))).not.toContain('point')
    const [opening] = await stored(server, project, 'opening')
    const jamb = thick + 1500 - opening!.width / 2
    expect(await figuresAt(5000, -thick - 500)).toEqual(
      [jamb, opening!.width, 6000 + 2 * thick - jamb - opening!.width].map(String),
    )
    expect(await figuresAt(5000, -thick - 900)).toEqual([String(6000 + 2 * thick)])
  })

  await test.step('another door is offered, taken in by one press, and given back by one', async () => {
    await door(4500, -thick / 2)
    await stage(page, 'annotate')
    await expect(settled).toContainText('1 row can be brought up to date')
    await settled.getByRole('button', { name: 'Mend' }).click()
    await expect(settled).toHaveCount(0)
    expect(await figuresAt(5500, -thick - 500)).toHaveLength(5)
    await page.keyboard.press('Control+z')
    await expect(settled).toHaveCount(1)
    await expect(traits(page).getByText('Made of the corners and openings of a side')).toBeVisible()
    await traits(page).getByRole('button', { name: 'Leave it as it is' }).click()
    await expect(settled).toHaveCount(0)
  })

  await test.step('across: walls by their faces, by their axes, as the line is pulled', async () => {
    await putAway(page)
    await tool(page, 'Dimension all')
    await page.keyboard.press('a')
    await page.keyboard.press('w')
    await page.keyboard.press('w')
    await surface.pull([-1500, 3000], [7500, 3100])
    await expect.poll(async () => (await rows()).length).toBe(3)
    expect((await rows())[2]!.offset).toEqual({ in: 'real', mm: 0 })
    const [first] = (await rows())[2]!.anchors
    expect(first).toMatchObject({ to: 'wallFace', side: 'axis' })
    // Nothing is crossed out there: a sentence, and nothing is stored.
    await surface.pull([-3000, 6000], [9000, 6000])
    await expect(page.getByTestId('sentence')).toContainText('crosses less than two things')
    expect(await rows()).toHaveLength(3)
  })

  await test.step('every room by its width and depth', async () => {
    await page.keyboard.press('a')
    await surface.press(2000, 2500)
    await expect.poll(async () => (await rows()).length).toBe(5)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await rows()).length).toBe(3)
    await page.keyboard.press('a')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('make rooms first')
  })
})
