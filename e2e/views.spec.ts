import { readFileSync } from 'node:fs'
import {
  board,
  card,
  expect,
  newProject,
  openCard,
  putAway,
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
import { readPdf } from './pdf'

test.use({ samples: false })

test('a room with a window is seen from all sides, cut, and drafted over', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Views', level: 'Ground', height: '2700' })
  const plan = await room(page)
  await stage(page, 'openings')
  await tool(page, 'Window')
  await plan.move(2000, 0)
  await plan.type('1000')
  await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(1)
  const [window] = await stored(server, project, 'opening')
  const drawings = () => stored(server, project, 'drawing')
  await putAway(page)

  await test.step('all four elevations are on the shelf at once', async () => {
    await stage(page, 'annotate')
    await page.getByRole('button', { name: 'All four elevations' }).click()
    for (const side of ['South', 'East', 'North', 'West'])
      await expect(card(page, `${side} elevation`)).toBeVisible()
    await expect
      .poll(async () => (await drawings()).filter(({ view }) => view === 'elevation').length)
      .toBe(4)
    // Asked for again: they are there, and nothing is made.
    await page.getByRole('button', { name: 'All four elevations' }).click()
    await expect(page.getByText('All four sides have their elevations already.')).toBeVisible()
  })

  await test.step('a section looks to the side that is pointed to, as far as it is told', async () => {
    await page.keyboard.press('Home')
    await tool(page, 'Section')
    await plan.press(1600, -600)
    await plan.press(1600, 4600)
    await plan.move(4000, 2000)
    await page.keyboard.type('3000')
    await plan.press(4000, 2000)
    await expect.poll(async () => (await drawings()).filter(({ view }) => view === 'section').length).toBe(1)
    const section = (await drawings()).find(({ view }) => view === 'section')!
    // To the left of the way from a to b lies the east.
    expect(section).toMatchObject({ mark: 'A', depth: 3000 })
    if (section.view !== 'section') throw new Error('no section')
    expect(section.a.y).toBeGreaterThan(section.b.y)
    await putAway(page)
  })

  await test.step('its mark is followed to it by pressing twice, and by Enter', async () => {
    const at = await plan.toScreen(1600, 2000)
    await page.mouse.dblclick(at.x, at.y)
    await expect(page).toHaveURL(/drawing/)
    await expect(page.getByTestId('view')).toContainText('section')
    await page.goBack()
    await stands(plan)
    await plan.press(1600, 2000)
    await expect(traits(page)).toContainText('Section A')
    await expect(traits(page)).toContainText('On no sheet yet')
    await page.getByTestId('board').focus()
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('view')).toContainText('section')
  })

  await test.step('in the elevation a window is moved up by its sill, and sideways by its middle', async () => {
    const south = await openCard(page, 'South elevation')
    const { along, width } = window!
    const wall = (await stored(server, project, 'wall')).find(({ id }) => id === window!.wall)!
    const middle = wall.a.x + ((wall.b.x - wall.a.x) / Math.abs(wall.b.x - wall.a.x)) * along
    await south.press(middle, 900)
    await expect(traits(page)).toContainText('Window')
    const sill = traits(page).getByRole('textbox', { name: 'Sill', exact: true })
    await sill.fill('700')
    await sill.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'opening'))[0]!.sill).toBe(700)
    await page.getByTestId('board').focus()
    await south.pull([middle, 1400], [middle + 1000, 1400])
    await expect
      .poll(async () => Math.abs((await stored(server, project, 'opening'))[0]!.along - along))
      .toBeCloseTo(1000, 0)
    expect((await stored(server, project, 'opening'))[0]!.width).toBe(width)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await stored(server, project, 'opening'))[0]!.along).toBeCloseTo(along, 6)
    await putAway(page)
  })

  await test.step('a dimension holds on to the edges of the building, and follows them', async () => {
    const south = await openCard(page, 'South elevation')
    const { along, width } = window!
    const wall = (await stored(server, project, 'wall')).find(({ id }) => id === window!.wall)!
    const left = wall.a.x + ((wall.b.x - wall.a.x) / Math.abs(wall.b.x - wall.a.x)) * along - width / 2
    await page.getByTestId('board').focus()
    await page.keyboard.press('c')
    await south.press(left, 700)
    await south.press(left, 2100)
    await south.press(left - 800, 1500)
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBeGreaterThan(0)
    const [dimension] = await stored(server, project, 'dimension')
    expect(
      dimension!.anchors.map(({ to }) => to),
      JSON.stringify(dimension),
    ).toEqual(['edge', 'edge'])
    await putAway(page)
  })

  await test.step('a level is picked by its line there, and typed; it is not removed by Delete', async () => {
    const elevation = board(page)
    const [level] = await stored(server, project, 'level')
    await elevation.press(-500, 0)
    const card = traits(page)
    await expect(card).toContainText('Ground')
    const height = card.getByRole('textbox', { name: 'Storey height' })
    await height.fill('2800')
    await height.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'level'))[0]).toMatchObject({ height: 2800 })
    await elevation.element.focus()
    await page.keyboard.press('Delete')
    await expect(page.getByTestId('sentence')).toContainText('is removed in Levels')
    expect(await stored(server, project, 'level')).toHaveLength(1)
    await page.keyboard.press('Control+z')
    await expect
      .poll(async () => (await stored(server, project, 'level'))[0])
      .toMatchObject({ height: level!.height })
    await putAway(page)
  })

  await test.step('a level mark tells the sill and follows it', async () => {
    const south = await openCard(page, 'South elevation')
    const { along, width } = window!
    const wall = (await stored(server, project, 'wall')).find(({ id }) => id === window!.wall)!
    const left = wall.a.x + ((wall.b.x - wall.a.x) / Math.abs(wall.b.x - wall.a.x)) * along - width / 2
    await tool(page, 'Level mark')
    await south.press(left, 700)
    await south.move(left - 1000, 900)
    await south.type('Sill')
    await expect.poll(async () => (await stored(server, project, 'levelMark')).length).toBe(1)
    const [mark] = await stored(server, project, 'levelMark')
    expect(mark).toMatchObject({ name: 'Sill', at: { to: 'edge', of: window!.id } })
    await putAway(page)
    await south.press(mark!.at.last.x + mark!.shiftPaperMm * 50, 700 + 70)
    await expect(traits(page)).toContainText('+0.700')
    await putAway(page)
  })

  await test.step('a window is put in from the elevation, by typed distances from the corner and the floor', async () => {
    const north = await openCard(page, 'North elevation')
    const before = await stored(server, project, 'opening')
    await stage(page, 'openings')
    await tool(page, 'Window')
    await north.move(-2200, 1200)
    await page.keyboard.type('750')
    await page.keyboard.press('Tab')
    await page.keyboard.type('900')
    await page.keyboard.press('Tab')
    await page.keyboard.type('1100')
    await page.keyboard.press('Tab')
    await page.keyboard.type('1000')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(before.length + 1)
    const made = (await stored(server, project, 'opening')).find(
      ({ id }) => !before.some((each) => each.id === id),
    )!
    expect(made).toMatchObject({ width: 900, sill: 1000, head: 2100 })
    expect(made.wall).not.toBe(window!.wall)
    await putAway(page)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(before.length)
    await stage(page, 'annotate')
  })

  await test.step('another plan of the level is cut at its own height, in a place of it at another', async () => {
    await openCard(page, 'Ground plan')
    await stage(page, 'annotate')
    await page.getByRole('button', { name: 'Another plan' }).click()
    await page.getByRole('combobox', { name: 'For' }).press('ArrowDown')
    await page.getByRole('option', { name: 'Ceiling plan' }).click()
    await page.getByRole('button', { name: 'Make the plan' }).click()
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ground ceiling')
    const mine = async () => (await drawings()).find(({ name }) => name === 'Ground ceiling')!
    await expect.poll(mine).toMatchObject({ view: 'plan', cutHeight: 2300, lens: 'lens-bare' })
    await stands(board(page))
    await page.getByTestId('view').click()
    const cut = page.getByTestId('view-bar').getByRole('textbox', { name: 'Cut at' })
    await cut.fill('0')
    await cut.press('Enter')
    await expect.poll(mine).toMatchObject({ cutHeight: 0 })
    // What it sees up to cannot lie below its cut.
    await cut.fill('2000')
    await cut.press('Enter')
    const up = page.getByTestId('view-bar').getByRole('textbox', { name: 'Sees up to' })
    await up.fill('1500')
    await up.press('Enter')
    await expect(page.getByText('A plan sees up from its cut: that is below it.')).toBeVisible()
    expect(await mine()).not.toHaveProperty('up')
    await tool(page, 'Place cut otherwise')
    await board(page).press(-1000, -1000)
    await board(page).move(2500, 1000)
    await page.keyboard.type('1300')
    await board(page).press(2500, 1000)
    await expect.poll(mine).toMatchObject({ areas: [{ cutHeight: 1300 }] })
    await putAway(page)
    await page.getByTestId('view').click()
  })

  await test.step('on a sheet a wall 2 700 high measures 54.00 mm at 1:50', async () => {
    await stage(page, 'compose')
    const surface = sheet(page)
    await expect(surface.element).toBeVisible()
    await page.getByRole('button', { name: 'Place a drawing' }).click()
    await page.locator('.v-list-item').filter({ hasText: 'North elevation' }).click()
    await expect.poll(async () => (await stored(server, project, 'viewport')).length).toBe(1)
    const [viewport] = await stored(server, project, 'viewport')
    await saved(page)
    await stage(page, 'issue')
    const coming = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Whole sheet set' }).click()
    const pdf = await readPdf(readFileSync(await (await coming).path()))
    const upright = pdf.pages[0]!.lines.filter(
      ({ x1, x2, penMm }) => Math.abs(x1 - x2) < 0.001 && Math.abs(penMm - 0.5) < 0.001,
    )
    const high = Math.max(...upright.map(({ y1, y2 }) => Math.abs(y1 - y2)))
    expect(Math.abs(high * (viewport!.scale / 50) - 54)).toBeLessThanOrEqual(0.01)
    const xs = upright.map(({ x1 }) => x1)
    const wide = (Math.max(...xs) - Math.min(...xs)) * (viewport!.scale / 50)
    // 6 000 clear, with both walls.
    const walls = await stored(server, project, 'wall')
    const type = (await stored(server, project, 'wallType')).find(({ id }) => id === walls[0]!.type)!
    const thick = type.strips.reduce((sum, { thickness }) => sum + thickness, 0)
    expect(Math.abs(wide - (6000 + 2 * thick) / 50)).toBeLessThanOrEqual(0.01)
  })

  await test.step('its mark tells the sheet now', async () => {
    await stage(page, 'annotate')
    await openCard(page, 'Ground plan')
    const north = (await drawings()).find(({ name }) => name === 'North elevation')!
    if (north.view !== 'elevation') throw new Error('no elevation')
    await page.keyboard.press('Home')
    await stands(board(page))
    await board(page).press((north.a.x + north.b.x) / 2, north.a.y)
    await expect(traits(page)).toContainText('North elevation')
    await expect(traits(page)).toContainText('Sheet A-101, viewport 1')
    await putAway(page)
  })

  await test.step('a cutaway and a detail are made, and what they look at can be changed', async () => {
    await stage(page, 'annotate')
    await page.getByRole('button', { name: 'Cutaway' }).click()
    await expect(page.getByTestId('view-bar')).toBeVisible()
    await expect
      .poll(async () => (await drawings()).find(({ view }) => view === 'cutaway'))
      .toMatchObject({ cut: { by: 'height', height: 1200 } })
    await page.getByTestId('view-bar').getByRole('textbox', { name: 'At height' }).fill('1500')
    await page.keyboard.press('Enter')
    await expect
      .poll(async () => (await drawings()).find(({ view }) => view === 'cutaway'))
      .toMatchObject({ cut: { by: 'height', height: 1500 } })
    const section = await openCard(page, 'Section A')
    await tool(page, 'Detail')
    await section.press(-700, -300)
    await section.press(500, 1000)
    await expect
      .poll(async () => (await drawings()).find(({ view }) => view === 'detail'))
      .toMatchObject({
        readingScale: 5,
        of: { beneath: 'shown' },
      })
    await putAway(page)
    const detail = await openCard(page, 'Detail D1')
    // Drafted over what the building knows: it is snapped to there.
    await page.keyboard.press('g')
    await putAway(page)
    await expect(detail.element).toHaveAttribute('aria-busy', 'false')
  })
})
