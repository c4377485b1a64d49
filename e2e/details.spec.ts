import {
  ask,
  board,
  choose,
  expect,
  newProject,
  openCard,
  putAway,
  room,
  saved,
  stage,
  stands,
  stored,
  test,
  tool,
  traits,
} from './fixture'

test.use({ samples: false })

test('floors are dragged and typed in an elevation, and the ends of their lines pulled', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Levels', level: 'Ground', height: '2700' })
  await room(page)
  await stage(page, 'annotate')
  await page.getByRole('button', { name: 'All four elevations' }).click()
  const south = await openCard(page, 'South elevation')
  await saved(page)
  const level = async () => (await stored(server, project, 'level'))[0]!
  const drawing = async () =>
    (await stored(server, project, 'drawing')).find(({ name }) => name === 'South elevation')!
  // Its line runs 14 mm on paper beyond the walls: 700 at 1:50. They reach from half a wall before the room on.
  const walls = await stored(server, project, 'wall')
  const thickness = (await stored(server, project, 'wallType'))
    .find(({ id }) => id === walls[0]!.type)!
    .strips.reduce((sum, strip) => sum + strip.thickness, 0)
  const end = 6000 + thickness + 700

  await test.step('the end of its line is pulled, and undone in one step', async () => {
    await south.press(end - 300, 0)
    await expect(traits(page)).toContainText('Ground')
    await page.getByTestId('board').focus()
    await south.pull([end, 0], [end + 500, 0])
    await expect.poll(async () => JSON.stringify(await drawing())).toContain('lineEnds')
    const now = await drawing()
    expect(now.view === 'elevation' && now.lineEnds?.right).toBeCloseTo(24, 0)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => JSON.stringify(await drawing())).not.toContain('lineEnds')
  })

  await test.step('its floor is taken up by its middle and typed', async () => {
    await putAway(page)
    await south.press(end - 300, 0)
    await expect(traits(page)).toContainText('Ground')
    await page.getByTestId('board').focus()
    await south.press((-thickness - 700 + end) / 2, 0)
    await expect(page.getByText('Type the height of the floor above datum')).toBeVisible()
    await page.keyboard.type('150')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await level()).elevation).toBe(150)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await level()).elevation).toBe(0)
  })
})

test('the walls of a room have a mark in its plan; what is seen of a room begins as it was told', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Inside', level: 'Ground', height: '2700' })
  const plan = await room(page)
  await stage(page, 'openings')
  await tool(page, 'Room')
  await plan.press(3000, 2500)
  await expect.poll(async () => (await stored(server, project, 'room')).length).toBe(1)
  await putAway(page)
  await stage(page, 'annotate')
  await tool(page, 'Walls of a room')
  await choose(page, 'Reads at', '1:20')
  await plan.press(2000, 1000)
  const inside = async () =>
    (await stored(server, project, 'drawing')).find(({ view }) => view === 'interior')!
  await expect.poll(async () => (await inside())?.readingScale).toBe(20)
  expect(await inside()).toMatchObject({ stands: { at: { x: 2000, y: 1000 } }, mark: 'I1' })
  await putAway(page)
  // Its mark is pressed and followed.
  await plan.press(2000, 1000)
  await expect(traits(page)).toContainText('On no sheet yet')
  await page.getByTestId('board').focus()
  await page.keyboard.press('Enter')
  await expect(page.locator('.topline, header').filter({ hasText: ', walls' }).first()).toBeVisible()
})

test('a detail is drawn from the library, kept, and a whole drawing goes into another project', async ({
  page,
  server,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const first = await newProject(page, { name: 'Office', level: 'Ground', height: '2700' })
  await room(page)

  await test.step('a shipped one comes as a drawing with its notes', async () => {
    await ask(page, 'Library of details')
    await page.getByRole('textbox', { name: 'Find a detail' }).fill('sill')
    await expect(page.locator('[data-detail]')).toHaveCount(1)
    await page.locator('[data-detail] .card').click()
    await expect.poll(async () => (await stored(server, first, 'leader')).length).toBeGreaterThanOrEqual(5)
    const [detail] = (await stored(server, first, 'drawing')).filter(({ view }) => view === 'detail')
    expect(detail).toMatchObject({ name: 'Sill of a window in a cavity wall', readingScale: 5 })
    const parts = await stored(server, first, 'placement')
    expect(parts.every(({ drawing }) => drawing === detail!.id)).toBe(true)
    expect(parts.length).toBeGreaterThanOrEqual(3)
  })

  await test.step('it is kept under a name and a part of the works, and found there', async () => {
    await stands(board(page))
    await stage(page, 'annotate')
    await page.getByRole('button', { name: 'Keep as a detail' }).click()
    await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('Our sill')
    await page.getByRole('dialog').getByRole('button', { name: 'Keep', exact: true }).click()
    await expect.poll(async () => (await stored(server, first, 'keptDetail')).length).toBe(1)
    expect((await stored(server, first, 'keptDetail'))[0]).toMatchObject({
      name: 'Our sill',
      section: 'Walls',
    })
    await ask(page, 'Library of details')
    await expect(page.locator('[data-detail]', { hasText: 'Our sill' })).toBeVisible()
    await page.goBack()
    await stands(board(page))
  })

  const drafted = (await stored(server, first, 'linework')).length

  await test.step('copied as a whole, it is pasted into another project', async () => {
    await putAway(page)
    await page.keyboard.press('Control+c')
    await expect(page.getByTestId('sentence')).toContainText('copied as a whole')
    const second = await newProject(page, { name: 'Elsewhere', level: 'Ground', height: '2700' })
    await stands(board(page))
    await putAway(page)
    await page.keyboard.press('Control+v')
    await expect
      .poll(
        async () => (await stored(server, second, 'drawing')).filter(({ view }) => view === 'detail').length,
      )
      .toBe(1)
    await expect(page).toHaveURL(/drawing/)
    expect((await stored(server, second, 'linework')).length).toBe(drafted)
    await page.keyboard.press('Control+z')
    await expect
      .poll(
        async () => (await stored(server, second, 'drawing')).filter(({ view }) => view === 'detail').length,
      )
      .toBe(0)
    await expect(page.getByText('This drawing is no longer there')).toBeVisible()
  })
})
