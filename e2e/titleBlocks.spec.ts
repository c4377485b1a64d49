import {
  Surface,
  board,
  choose,
  expect,
  newProject,
  records,
  saved,
  stage,
  stands,
  stored,
  test,
  tool,
} from './fixture'
import { plottedPages } from './plotted'
import type { ReadPage } from './pdf'

/** Long facts: they are wrapped or made smaller, never run out of their cells. */
const NAME = 'Extension and conversion of the former rope works at the lower harbour, second phase'
const textsOf = (page: ReadPage): string[] => page.texts.map(({ text }) => text)

test('a title block is chosen, drawn on, copied and set up, and every sheet that has it follows', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: NAME })
  const plan = board(page)
  await plan.press(0, 0)
  await plan.move(2000, 0)
  await plan.type('8000')
  for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
  await stage(page, 'compose')
  await page.getByRole('button', { name: 'Place a drawing' }).click()
  await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
  await saved(page)
  const sheetNow = async () => (await stored(server, project, 'sheet'))[0]!
  const titles = new Surface(page, page.getByTestId('title-block'))

  await test.step('another one is chosen, which comes into the project with what is drafted on it; undone, it is gone', async () => {
    expect(await sheetNow()).toMatchObject({ titleBlock: 'title-side-large' })
    await choose(page, 'Title block', 'Corner, large')
    await saved(page)
    expect((await sheetNow()).titleBlock).toBe('title-corner-large')
    expect((await stored(server, project, 'titleBlock')).map(({ id }) => id).sort()).toEqual([
      'title-corner-large',
      'title-side-large',
    ])
    await page.keyboard.press('Control+z')
    await saved(page)
    expect((await stored(server, project, 'titleBlock')).map(({ id }) => id)).toEqual(['title-side-large'])
    expect((await records(server, project)).some(({ id }) => id.startsWith('title-corner-large'))).toBe(false)
  })

  await test.step('drawn on: a line by typed paper lengths, and a note that tells facts of each sheet', async () => {
    await page.getByRole('button', { name: 'Draw on this title block' }).click()
    await expect(page.locator('.topline, header').first()).toContainText('Title block: Side strip, large')
    await stands(titles)
    await tool(page, 'Line')
    // From the corner of the frame of an A1: 831, 10.
    await titles.press(831, 10)
    await titles.move(800, 10)
    await titles.type('25')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('t')
    await titles.press(740, 300)
    await titles.type('Sheet {sheet place} of {sheet count}, {sheet size}')
    for (let i = 0; i < 2; i++) await page.keyboard.press('Escape')
    await saved(page)
    const all = await records(server, project)
    const line = all.filter(({ kind }) => kind === 'linework').at(-1)
    expect(line).toMatchObject({ drawing: 'title-side-large' })
    if (line?.kind !== 'linework' || line.shape.form !== 'path') throw new Error('no line')
    expect(line.shape.path.vertices.map(({ x, y }) => [x, y])).toEqual([
      [831, 10],
      [806, 10],
    ])
  })

  await test.step('a copy is one of its own; what its frame has and the paper it is made for are set; what makes no sense is said', async () => {
    await page.getByRole('button', { name: 'Copy this title block' }).click()
    await expect(page.locator('.topline, header').first()).toContainText('Side strip, large copy')
    const name = page.getByRole('textbox', { name: 'Name', exact: true })
    await name.fill('Side strip, LARGE')
    await name.press('Enter')
    await expect(page.getByTestId('sentence')).toContainText(
      'There is a title block “Side strip, LARGE” already.',
    )
    await name.fill('Office')
    await name.press('Enter')
    await page.getByLabel('Left, mm').fill('400')
    await page.getByLabel('Left, mm').press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('Left, mm: between 0 and 100.')
    await page.getByLabel('Zone letters and numbers').check()
    await saved(page)
    const made = (await stored(server, project, 'titleBlock')).find(({ name }) => name === 'Office')!
    expect(made).toMatchObject({ zones: true, margins: { left: 20 }, size: 'A1' })
    await choose(page, 'Size', 'A3')
    await saved(page)
    // What was drafted keeps to the corner, which lies 421 mm to the left of where it was.
    const notes = (await records(server, project)).filter((each) => each.kind === 'note')
    const there = (id: string) =>
      notes.find(({ drawing, text }) => drawing === id && text.startsWith('Sheet {sheet place}'))!
    expect(there(made.id).at.x).toBeCloseTo(there('title-side-large').at.x - 421, 6)
    await expect(page.getByRole('button', { name: 'Remove this title block' })).toBeEnabled()
  })

  await test.step('a sheet of an own size with it: what is plotted is of that size and says its own facts', async () => {
    await page.goBack()
    await page.locator('.shelf button.card', { hasText: 'A-101' }).click()
    await choose(page, 'Title block', 'Office')
    await page
      .locator('.v-select', { has: page.getByRole('combobox', { name: 'Size', exact: true }) })
      .click()
    await expect(page.getByRole('option', { name: 'A1', exact: true })).toBeVisible()
    // The last of a long list.
    await page.keyboard.press('End')
    await page.getByRole('option', { name: 'Own size', exact: true }).click()
    const wide = page.getByLabel('Wide, mm')
    await wide.fill('10000')
    await wide.press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('between 50 and 5,000')
    await wide.fill('500')
    await wide.press('Enter')
    await page.getByLabel('High, mm').fill('420')
    await page.getByLabel('High, mm').press('Enter')
    await saved(page)
    const [first] = await plottedPages(page)
    expect(first!.widthMm).toBeCloseTo(500, 2)
    expect(first!.heightMm).toBeCloseTo(420, 2)
    const said = textsOf(first!).join(' ')
    expect(said).toContain('Sheet 1 of 1, 420 × 500 mm')
    // All of the name, in lines that end before the frame does.
    expect(said.replace(/\s+/g, ' ')).toContain('second phase')
    const letters = first!.texts.filter(({ text }) => NAME.includes(text) && text.length > 8)
    expect(letters.length).toBeGreaterThan(1)
    for (const { x } of letters) expect(x).toBeGreaterThan(500 - 10 - 100)
  })

  await test.step('with the library open, what has it is told, and one in use is not removed', async () => {
    await page.goto(new URL(`/project/${project}/library/title-blocks`, page.url()).href)
    const card = page.locator('li', { has: page.getByTitle('Draw on Office') })
    await expect(card).toContainText('on one sheet')
    await page.getByRole('textbox', { name: 'Find a title block' }).fill('foot')
    await expect(page.getByTitle(/^Draw on /)).toHaveCount(2)
    await page.getByRole('textbox', { name: 'Find a title block' }).fill('nothing like it')
    await expect(page.getByText('No title block is called like that.')).toBeVisible()
    await page.getByRole('textbox', { name: 'Find a title block' }).fill('office')
    await page.getByTitle('Draw on Office').click()
    await expect(page.getByText('One sheet has it.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Remove this title block' })).toBeDisabled()
  })

  await test.step('removed where no sheet has it', async () => {
    await page.goto(new URL(`/project/${project}/title-block/title-side-large`, page.url()).href)
    await page.getByRole('button', { name: 'Remove this title block' }).click()
    await expect(page).toHaveURL(/title-blocks/)
    await saved(page)
    expect((await stored(server, project, 'titleBlock')).map(({ name }) => name)).toEqual(['Office'])
    // The ones that ship stand there still, as they came.
    await expect(page.getByTitle('Draw on Side strip, large')).toHaveCount(1)
  })
})
