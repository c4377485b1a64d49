import type { RecordOf } from '@lamina/core/records'
import {
  ask,
  choose,
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
import { plottedPages } from './plotted'

type Viewport = RecordOf<'viewport'>

test('notes read at chosen scales, stand elsewhere at a scale, and are left out of one viewport', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Scales' })
  const plan = await room(page)
  const notes = async () => stored(server, project, 'note')
  const noteOf = async (text: string) => (await notes()).find((each) => each.text === text)!
  const viewports = async (): Promise<Viewport[]> =>
    (await stored(server, project, 'viewport')).sort((p, q) => p.number - q.number)
  const plotted = async () => {
    const [first] = await plottedPages(page)
    return first!.texts
  }

  await test.step('two notes are written, and the plan is placed twice on a sheet, at 1:50 and 1:100', async () => {
    await stage(page, 'annotate')
    for (const [text, y] of [
      ['Take down', 3000],
      ['Lime plaster', 2000],
    ] as const) {
      await tool(page, 'Note')
      await plan.press(1500, y)
      await page.keyboard.type(text)
      await page.keyboard.press('Enter')
      await putAway(page)
    }
    await stage(page, 'compose')
    for (let i = 0; i < 2; i++) {
      await page.getByRole('button', { name: 'Place a drawing' }).click()
      await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
      await expect.poll(async () => (await viewports()).length).toBe(i + 1)
    }
    for (const [i, scale] of [50, 100].entries()) {
      const [{ at }] = (await viewports()).slice(i) as [Viewport]
      await page.keyboard.press('Escape')
      await sheet(page).press(at.x, at.y)
      await choose(page, 'Scale', `1:${scale}`)
      await expect.poll(async () => (await viewports())[i]!.scale).toBe(scale)
    }
  })

  await test.step('the board tells the scales in use, and steps through them by keys', async () => {
    await openCard(page, 'Ground floor plan')
    await page.getByTestId('reads-at').click()
    await expect(page.getByText('On sheets')).toBeVisible()
    await expect(page.getByText(/^as in .*, 2$/)).toBeVisible()
    await page.keyboard.press('Escape')
    await putAway(page)
    await page.keyboard.press('Shift+PageDown')
    await expect(page.getByTestId('reads-at')).toContainText('1:100')
    await stands(plan)
  })

  await test.step('pulled at 1:100 alone, a note has a place of its own there', async () => {
    await page.getByTestId('reads-at').click()
    await page.getByText('Move annotation at 1:100 alone').click()
    await expect(page.getByTestId('own-places')).toContainText('at 1:100 alone')
    await plan.press(1500, 2040)
    await expect(traits(page)).toContainText('It stands in one place at all scales.')
    await ask(page, 'Move')
    await plan.press(1500, 2000)
    await plan.move(2500, 2000)
    await plan.type('1200')
    await putAway(page)
    await expect
      .poll(async () => (await noteOf('Lime plaster')).places)
      .toEqual([{ scale: 100, own: expect.objectContaining({ at: { x: 2700, y: 2000 } }) }])
    expect((await noteOf('Lime plaster')).at.x).toBeCloseTo(1500, 0)
    await page.getByTestId('own-places').click()
  })

  await test.step('another is left out of the second viewport', async () => {
    await plan.press(1500, 3040)
    await traits(page).getByText('In viewports').click()
    await traits(page)
      .getByLabel(/, 2 at 1:100$/)
      .uncheck()
    const [, second] = await viewports()
    await expect
      .poll(async () => (await noteOf('Take down')).places)
      .toEqual([{ viewport: second!.id, reads: false }])
    await putAway(page)
    // The board looks as the viewport does.
    await page.getByTestId('reads-at').click()
    await page.getByText(/^as in .*, 2$/).click()
    await expect(page.getByTestId('reads-at')).toContainText('as in')
    await stands(plan)
    await plan.press(1520, 3040)
    await expect(traits(page)).toBeHidden()
    await plan.press(2720, 2040)
    await expect(traits(page)).toContainText('Its own place at 1:100')
    await putAway(page)
  })

  await test.step('the PDF shows each at its place in each viewport', async () => {
    const texts = await plotted()
    const [first, second] = await viewports()
    expect(texts.filter(({ text }) => text === 'Take down')).toHaveLength(1)
    const plaster = texts.filter(({ text }) => text === 'Lime plaster').sort((p, q) => q.y - p.y)
    expect(plaster).toHaveLength(2)
    // The same size on paper at both scales.
    expect(Math.abs(plaster[0]!.sizeMm - plaster[1]!.sizeMm)).toBeLessThan(0.02)
    const note = await noteOf('Lime plaster')
    const onPaper = ({ at, scale, crop }: Viewport, p: { x: number; y: number }) => ({
      x: at.x + (p.x - (crop.minX + crop.maxX) / 2) / scale,
      y: at.y + (p.y - (crop.minY + crop.maxY) / 2) / scale,
    })
    const own = note.places![0]!.own as { at: { x: number; y: number } }
    // It is written about its middle: half of its width before that.
    const aside = [onPaper(first!, note.at), onPaper(second!, own.at)].map((p, i) => ({
      x: p.x - plaster[i]!.x,
      y: p.y - plaster[i]!.y,
    }))
    expect(aside[0]!.x).toBeGreaterThan(10)
    expect(aside[0]!.x - aside[1]!.x).toBeCloseTo(0, 2)
    for (const { y } of aside) expect(y).toBeCloseTo(0, 2)
  })

  await test.step('a scale at which something would vanish is asked about first', async () => {
    await openCard(page, 'Ground floor plan')
    await plan.press(1520, 2040)
    await choose(page, 'Reads at', '1:50')
    await page.keyboard.press('Escape')
    await expect.poll(async () => (await noteOf('Lime plaster')).scales).toEqual([50])
    await stage(page, 'compose')
    const [first] = await viewports()
    await expect(page.getByTestId('sheet')).toBeVisible()
    await sheet(page).press(first!.at.x, first!.at.y)
    await choose(page, 'Scale', '1:20')
    const question = page.getByTestId('vanishing')
    await expect(question).toContainText('1 note: “Lime plaster”')
    await question.getByRole('button', { name: 'Let them read there too' }).click()
    await expect.poll(async () => (await viewports())[0]!.scale).toBe(20)
    expect((await noteOf('Lime plaster')).scales).toEqual([20, 50])
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await noteOf('Lime plaster')).scales).toEqual([50])
    await saved(page)
  })
})
