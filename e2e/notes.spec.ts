import {
  ask,
  board,
  choose,
  expect,
  newProject,
  putAway,
  room,
  saved,
  stage,
  stored,
  test,
  tool,
  traits,
} from './fixture'

test('notes are set, marked, broken and pulled; leaders stand in line', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Notes' })
  const surface = board(page)
  const note = async () => (await stored(server, project, 'note'))[0]!
  const leaders = async () => stored(server, project, 'leader')
  await stage(page, 'annotate')

  await test.step('a note of two lines is typed where it stands', async () => {
    await tool(page, 'Note')
    await surface.press(2000, 2000)
    await page.keyboard.type('General notes')
    await page.keyboard.press('Shift+Enter')
    await page.keyboard.type('- all sizes in mm')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'note')).length).toBe(1)
    expect((await note()).text).toBe('General notes\n- all sizes in mm')
    await putAway(page)
  })

  await test.step('words are made bold, and signs put in, in Traits', async () => {
    await surface.press(2000, 2040)
    const text = traits(page).getByLabel('Text', { exact: true })
    await text.evaluate((area: HTMLTextAreaElement) => {
      area.focus()
      area.setSelectionRange(0, 13)
    })
    await traits(page).getByRole('button', { name: 'Bold' }).click()
    await text.evaluate((area: HTMLTextAreaElement) =>
      area.setSelectionRange(area.value.length, area.value.length),
    )
    await text.pressSequentially(', bars ')
    await traits(page).getByRole('button', { name: 'Put in ⌀' }).click()
    await text.pressSequentially('12')
    await text.blur()
    await expect.poll(async () => (await note()).text).toBe('**General notes**\n- all sizes in mm, bars ⌀12')
  })

  await test.step('a sign that cannot be lettered is refused, and nothing is lost', async () => {
    const text = traits(page).getByLabel('Text', { exact: true })
    await text.fill('漢')
    await text.blur()
    await expect(page.getByText('The lettering has no “漢”. Write it in other signs.')).toBeVisible()
    expect((await note()).text).toContain('General notes')
    await text.fill('**General notes**\n- all sizes in mm, bars ⌀12')
    await text.blur()
  })

  await test.step('it is broken at a width, aligned, and framed', async () => {
    await choose(page, 'Lines are aligned', 'Left')
    await choose(page, 'Lines are broken', 'At a width')
    await choose(page, 'Frame', 'Box')
    await expect.poll(async () => note()).toMatchObject({ align: 'start', widthPaperMm: 60, framed: true })
    // Its side, half as high as its letters, is pulled to 30 mm at 1:50.
    await surface.press(2000 + 60 * 50, 2000 + (3.5 / 2) * 50)
    await surface.press(2000 + 30 * 50, 2300)
    await expect.poll(async () => (await note()).widthPaperMm).toBe(30)
    await traits(page).getByLabel('Width, mm on paper').fill('1')
    await page.keyboard.press('Enter')
    await expect(page.getByText('Width, mm on paper: between 2 and 2,000.')).toBeVisible()
    expect((await note()).widthPaperMm).toBe(30)
    await putAway(page)
  })

  await test.step('leaders stand at the height of their neighbours, and say the same again', async () => {
    await tool(page, 'Leader')
    await surface.press(0, 0)
    await surface.press(600, 900)
    await page.keyboard.type('Coping')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await leaders()).length).toBe(1)
    await surface.press(2000, 0)
    await surface.press(2600, 910)
    await expect(page.getByText('Enter alone writes “Coping” again.')).toBeVisible()
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await leaders()).length).toBe(2)
    await saved(page)
    const [first, second] = await leaders()
    expect(second!.text).toBe('Coping')
    expect(second!.tip.last.y + second!.elbowPaperMm.y * 50).toBeCloseTo(
      first!.tip.last.y + first!.elbowPaperMm.y * 50,
      6,
    )
    await putAway(page)
  })
})

test('a leader with several tips, from its text; what is tied to nothing is tied by pointing', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Tips' })
  const surface = await room(page)
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown')
  const leaders = async () => stored(server, project, 'leader')
  await stage(page, 'annotate')

  await test.step('from the text outwards', async () => {
    await tool(page, 'Leader')
    await page.keyboard.press('s')
    await expect(page.getByText('Point to where the note stands')).toBeVisible()
    await surface.press(3000, 2500)
    await surface.press(1000, 0)
    await surface.type('Blockwork')
    await expect.poll(async () => (await leaders()).length).toBe(1)
    const [made] = await leaders()
    expect(made!.elbowPaperMm.x).toBeCloseTo(2000 / 50, 0)
    expect(made!.elbowPaperMm.y).toBeCloseTo(2500 / 50, 0)
    await page.keyboard.press('s')
  })

  await test.step('pressed with the tool it is given other tips, and they are taken away', async () => {
    await surface.press(2000, 1250)
    await expect(page.getByText('Point to what else the note is about')).toBeVisible()
    await surface.press(6000, 1500)
    await expect.poll(async () => (await leaders())[0]!.more?.length).toBe(1)
    await surface.press(4500, 0)
    await expect.poll(async () => (await leaders())[0]!.more?.length).toBe(2)
    await surface.press(6000, 1500)
    await expect.poll(async () => (await leaders())[0]!.more?.length).toBe(1)
    await putAway(page)
  })

  await test.step('its tip and its text are pulled; the text stays when the tip is', async () => {
    const before = (await leaders())[0]!.elbowPaperMm
    await surface.press(2000, 1250)
    await surface.press(1000, 0)
    await surface.press(2000, 0)
    await expect.poll(async () => (await leaders())[0]!.elbowPaperMm.x).toBeCloseTo(before.x - 20, 1)
    await surface.press(3000, 2500)
    await surface.press(3400, 3000)
    await expect.poll(async () => Math.round((await leaders())[0]!.elbowPaperMm.y)).toBe(60)
    await putAway(page)
  })

  await test.step('one that points to nothing is told, and tied by pointing', async () => {
    await tool(page, 'Leader')
    await surface.press(-2500, 2000)
    await surface.press(-2200, 3000)
    await surface.type('Loose')
    await expect.poll(async () => (await leaders()).length).toBe(2)
    await putAway(page)
    const matter = page.locator('.matter', { hasText: 'A leader points to nothing' })
    await expect(matter).toHaveCount(1)
    await surface.press(-2350, 2500)
    await expect(page.getByTestId('loose')).toContainText('It is tied to nothing.')
    await page.getByRole('button', { name: 'Point to what it belongs to' }).click()
    await expect(page.getByText('Point to what it is to hold on to.').first()).toBeVisible()
    await surface.press(0, 2000)
    await expect.poll(async () => (await leaders())[1]!.tip.to).toBe('wallFace')
    await expect(matter).toHaveCount(0)
    await expect(page.getByTestId('loose')).toHaveCount(0)
  })
})

test('notes tell facts of the project; words are found and replaced everywhere', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Fields' })
  const surface = await room(page)
  const notes = async () => stored(server, project, 'note')
  await stage(page, 'annotate')

  await test.step('a field there is not is refused; those there are are picked', async () => {
    await tool(page, 'Note')
    await surface.press(2000, 2000)
    await surface.type('Brick {sheat}')
    await expect(page.getByTestId('sentence')).toContainText('There is no field “sheat”')
    expect(await notes()).toEqual([])
    await putAway(page)
    await tool(page, 'Note')
    await surface.press(2000, 2000)
    await surface.type('Brick at {scale}')
    await expect.poll(async () => (await notes()).length).toBe(1)
    await surface.press(4000, 1000)
    await surface.type('Face brick')
    await expect.poll(async () => (await notes()).length).toBe(2)
    await putAway(page)
    await surface.press(2000, 2080)
    await traits(page).locator('textarea').first().focus()
    await page.keyboard.press('End')
    await choose(page, 'Put in what is told of', 'drawing')
    await traits(page).locator('textarea').first().blur()
    await expect.poll(async () => (await notes())[0]!.text).toBe('Brick at {scale}{drawing}')
    await putAway(page)
  })

  await test.step('found in both, replaced in one step, given back by one', async () => {
    await ask(page, 'Find and replace words')
    const panel = page.getByTestId('find')
    await panel.getByLabel('Words to find').fill('brick')
    await expect(panel.getByRole('status')).toContainText('Found 2 times in 2 texts.')
    await panel.getByLabel('Capitals count').check()
    await expect(panel.getByRole('status')).toContainText('Found once in 1 text.')
    await panel.getByLabel('Capitals count').uncheck()
    await panel.getByLabel('In their place').fill('Stone')
    await panel.getByRole('button', { name: 'Replace all' }).click()
    await expect
      .poll(async () => (await notes()).map(({ text }) => text))
      .toEqual(['Stone at {scale}{drawing}', 'Face Stone'])
    await expect(panel.getByRole('status')).toContainText('Found nowhere.')
    await panel.getByLabel('Words to find').fill('face')
    await panel.getByRole('button', { name: 'Show' }).click()
    await page.getByRole('button', { name: 'Close' }).click()
    await expect(traits(page).locator('textarea').first()).toHaveValue('Face Stone')
    await page.getByTestId('board').focus()
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await notes())[1]!.text).toBe('Face brick')
  })
})
