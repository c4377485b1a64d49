import {
  board,
  choose,
  expect,
  newProject,
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
import { plottedPages } from './plotted'

test('symbols are set, changed and plotted at their size', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Signs' })
  const plan = await room(page)
  const symbols = async () => stored(server, project, 'symbol')
  await stage(page, 'annotate')

  await test.step('a scale bar and a north point by one press each', async () => {
    await tool(page, 'Scale bar')
    await plan.press(1000, 600)
    await tool(page, 'North point')
    await plan.press(700, 3000)
    await expect.poll(async () => (await symbols()).map(({ form }) => form)).toEqual(['scaleBar', 'north'])
  })

  await test.step('setting-out points are numbered on, after what is typed', async () => {
    await tool(page, 'Setting-out point')
    await page.keyboard.type('P1')
    await plan.press(0, 0)
    await plan.press(6000, 4000)
    await expect
      .poll(async () => (await symbols()).slice(2).map(({ text, anchors }) => [text, anchors[0]!.to]))
      .toEqual([
        ['P1', 'wallCorner'],
        ['P2', 'wallCorner'],
      ])
  })

  await test.step('a span arrow says what was typed above it and beneath', async () => {
    await tool(page, 'Span arrow')
    await plan.press(2000, 1500)
    await page.keyboard.type('47 × 195')
    await page.keyboard.press('Tab')
    await page.keyboard.type('@ 400')
    await plan.press(2000, 3500)
    await expect
      .poll(async () => (await symbols()).at(-1))
      .toMatchObject({ form: 'span', text: '47 × 195', beneath: '@ 400' })
  })

  await test.step('a weld is made by its joint and where its line begins, and changed in Traits', async () => {
    await tool(page, 'Weld')
    await choose(page, 'Seam, other side', 'Fillet')
    await plan.press(4500, 2000)
    await page.keyboard.type('a5')
    // 10 mm to the right and 8 up, at 1:50.
    await plan.press(5000, 2400)
    await expect
      .poll(async () => (await symbols()).at(-1))
      .toMatchObject({
        form: 'weld',
        shiftPaperMm: { x: 10, y: 8 },
        weld: { arrow: { type: 'fillet', size: 'a5' }, other: { type: 'fillet' } },
      })
    await putAway(page)
    await plan.press(5300, 2400)
    await choose(page, 'Seam, other side', 'None')
    await traits(page).getByLabel('All round').check()
    await traits(page).getByRole('group', { name: 'Seam, arrow side' }).getByLabel('Length').fill('200')
    await page.keyboard.press('Enter')
    await expect
      .poll(async () => (await symbols()).at(-1)!.weld)
      .toEqual({ arrow: { type: 'fillet', size: 'a5', length: '200' }, around: true })
    await choose(page, 'Seam, arrow side', 'None')
    await expect(page.getByText('A weld is made on one side at least.')).toBeVisible()
  })

  await test.step('a leader with a frame is a tag, that says what it points to', async () => {
    await tool(page, 'Leader')
    await choose(page, 'Frame', 'Hexagon')
    await plan.press(3000, 0)
    await plan.press(3500, -1200)
    await page.keyboard.press('Enter')
    await expect
      .poll(async () => stored(server, project, 'leader'))
      .toMatchObject([{ framed: 'hexagon', text: '{type}' }])
    await choose(page, 'Frame', 'None')
    await putAway(page)
  })

  await test.step('a symbol of the library, as large in each viewport, says what is typed', async () => {
    await page.getByRole('textbox', { name: 'Find a symbol' }).fill('fire')
    await page.getByRole('button', { name: 'Fire rating tag' }).click()
    await plan.press(1500, 3400)
    await expect.poll(async () => (await symbols()).at(-1)).toMatchObject({ form: 'own' })
    // It is placed from where annotation is.
    await expect(page.locator('[data-stage="annotate"]')).toHaveAttribute('aria-current', 'step')
    await putAway(page)
    await plan.press(1500, 3400)
    await traits(page).getByLabel('Minutes').fill('120')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await symbols()).at(-1)!.values).toEqual({ Minutes: '120' })
    await putAway(page)
  })

  await test.step('the points are a live table', async () => {
    await saved(page)
    await page.getByLabel('Schedules').getByRole('button', { name: 'Door schedule' }).click()
    await page.getByRole('button', { name: 'Schedule', exact: true }).click()
    await page.getByRole('listitem').filter({ hasText: 'Setting-out points' }).click()
    const rows = page.locator('tbody tr')
    await expect(rows).toHaveCount(2)
    await expect(rows.nth(1).locator('td').nth(1)).toHaveText(/^6\s?000$/)
    await expect(rows.nth(1).locator('td').nth(2)).toHaveText(/^4\s?000$/)
  })

  await test.step('plotted the bar is as long as it says, at each scale', async () => {
    await page.goto(`/project/${project}`)
    await stands(plan)
    await stage(page, 'compose')
    const viewports = async () =>
      (await stored(server, project, 'viewport')).sort((p, q) => p.number - q.number)
    for (const [i, scale] of [50, 100].entries()) {
      await page.getByRole('button', { name: 'Place a drawing' }).click()
      await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
      await expect.poll(async () => (await viewports()).length).toBe(i + 1)
      const viewport = (await viewports())[i]!
      await sheet(page).press(viewport.at.x, viewport.at.y)
      await choose(page, 'Scale', `1:${scale}`)
      await expect.poll(async () => (await viewports())[i]!.scale).toBe(scale)
    }
    await saved(page)
    const [first] = await plottedPages(page)
    const { texts, lines } = first!
    const words = texts.map(({ text }) => text)
    // Its letters are 2.5 mm high in both, and the lozenge around them 10 mm from tip to tip.
    expect(texts.filter(({ text }) => text === '120')).toHaveLength(2)
    const [one, other] = texts.filter(({ text }) => text === '120')
    expect(one!.sizeMm).toBe(other!.sizeMm)
    for (const { x, y } of [one!, other!]) {
      const near = lines.filter(({ x1, y1 }) => Math.abs(x1 - x) < 9 && Math.abs(y1 - y) < 9)
      const sides = near.filter(
        ({ x1, y1, x2, y2 }) =>
          Math.abs(Math.abs(x2 - x1) - 5) < 0.02 && Math.abs(Math.abs(y2 - y1) - 5) < 0.02,
      )
      expect(sides.length).toBeGreaterThanOrEqual(4)
    }
    // 2.5 m at 1:50 and 5 m at 1:100 are 50 mm each.
    for (const each of ['N', 'P1', 'P2', '47 × 195', '@ 400', '2.5 m', '5 m']) expect(words).toContain(each)
    const bars = lines.filter(
      ({ x1, x2, y1, y2 }) => Math.abs(Math.abs(x2 - x1) - 50) < 0.02 && Math.abs(y1 - y2) < 0.001,
    )
    // Over and under it, in both viewports.
    expect(bars.length).toBe(4)
  })
})

test('keynotes are kept once, shown by their numbers and listed', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Keyed' })
  const plan = await room(page)
  const leaders = async () => stored(server, project, 'leader')
  const keynotes = async () => stored(server, project, 'keynote')
  await stage(page, 'annotate')
  await tool(page, 'Leader')
  await plan.press(3000, 0)
  await plan.press(2000, 1500)
  await page.keyboard.type('Lime plaster')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await leaders()).length).toBe(1)
  await putAway(page)

  await test.step('the text of a leader is kept as a keynote', async () => {
    await plan.press(2000, 1500)
    await traits(page).getByRole('button', { name: 'Keep its text as a keynote' }).click()
    await expect.poll(keynotes).toMatchObject([{ number: '1', text: 'Lime plaster' }])
    await expect.poll(leaders).toMatchObject([{ framed: 'hexagon', keynote: (await keynotes())[0]!.id }])
  })

  await test.step('the next leaders show it without a word', async () => {
    await page.keyboard.press('Escape')
    await tool(page, 'Leader')
    await choose(page, 'It shows', '1 Lime plaster')
    await plan.press(6000, 2000)
    await plan.press(5000, 3000)
    await expect.poll(async () => (await leaders()).length).toBe(2)
    const { id } = (await keynotes())[0]!
    expect((await leaders()).map(({ keynote }) => keynote)).toEqual([id, id])
    await putAway(page)
  })

  await test.step('changed in the list, both follow', async () => {
    await saved(page)
    await page.getByLabel('Schedules').getByRole('button', { name: 'Door schedule' }).click()
    await page.getByRole('button', { name: 'Schedule', exact: true }).click()
    await page.getByRole('listitem').filter({ hasText: 'Keynotes' }).click()
    const row = page.locator('tbody tr')
    await expect(row).toHaveCount(1)
    await expect(row.getByRole('textbox').nth(1)).toHaveValue('Lime plaster')
    await row.getByRole('textbox').first().fill('P7')
    await page.keyboard.press('Enter')
    await expect.poll(keynotes).toMatchObject([{ number: 'P7', text: 'Lime plaster' }])
    await page.getByRole('button', { name: 'Keynote', exact: true }).click()
    await expect
      .poll(async () => (await keynotes()).map(({ text }) => text).sort())
      .toEqual(['Lime plaster', 'New keynote'])
    await page.keyboard.press('Control+z')
    await expect(row).toHaveCount(1)
    await row.getByRole('button', { name: 'Show' }).click()
    await stands(plan)
    await expect(traits(page).getByText('2 things')).toBeVisible()
    await page.keyboard.press('Escape')
    await plan.press(5000, 3000)
    await expect(traits(page).getByLabel('Text of keynote P7')).toHaveValue('Lime plaster')
    await traits(page).getByRole('button', { name: 'Remove keynote P7' }).click()
    await expect.poll(keynotes).toEqual([])
    expect((await leaders()).map(({ text, keynote }) => [text, keynote])).toEqual([
      ['Lime plaster', undefined],
      ['Lime plaster', undefined],
    ])
  })
})

test('legends are made of what is drawn, with samples', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Legends' })
  await room(page)
  await stage(page, 'annotate')
  await tool(page, 'North point')
  await board(page).press(1000, 3000)
  await expect.poll(async () => (await stored(server, project, 'symbol')).length).toBe(1)
  await saved(page)
  const rows = page.locator('tbody tr')
  const begin = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: 'Schedule', exact: true }).click()
    await page.getByRole('listitem').filter({ hasText: name }).click()
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue(name)
  }
  await page.getByLabel('Schedules').getByRole('button', { name: 'Door schedule' }).click()

  await test.step('of wall types, with a U-value that is typed', async () => {
    await begin('Legend of wall types')
    await expect(rows).toHaveCount(1)
    await expect(page.getByRole('img', { name: /^Sample of / })).toHaveCount(1)
    const [wall] = await stored(server, project, 'wall')
    const uValue = async () =>
      (await stored(server, project, 'wallType')).find(({ id }) => id === wall!.type)!.uValue
    await rows.getByRole('textbox').fill('warm')
    await page.keyboard.press('Enter')
    await expect(page.getByText('A U-value is a number above 0 and up to 20')).toBeVisible()
    await rows.getByRole('textbox').fill('0,18')
    await page.keyboard.press('Enter')
    await expect.poll(uValue).toBe(0.18)
  })

  await test.step('of materials and of symbols', async () => {
    await begin('Legend of materials')
    const materials = await rows.count()
    expect(materials).toBeGreaterThan(1)
    await expect(page.getByRole('img', { name: /^Sample of / })).toHaveCount(materials)
    await begin('Legend of symbols')
    await expect(rows).toHaveCount(1)
    await expect(rows).toContainText('North point')
  })
})
