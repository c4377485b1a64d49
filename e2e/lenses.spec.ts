import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import {
  board,
  choose,
  expect,
  newProject,
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

async function lens(page: Page, name: string): Promise<void> {
  await page.getByTitle('What is shown, and how').click()
  await page
    .locator('.v-list-item')
    .filter({ hasText: new RegExp(`^${name}$`) })
    .click()
  await stands(board(page))
}

test('what goes is dashed, joins nothing, and is left out after the works; colours reach the paper', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Works', level: 'Ground', height: '2700' })
  const surface = await room(page)
  await page.keyboard.press('w')
  await surface.press(3000, 0)
  await surface.press(3000, 4000)
  await putAway(page)
  await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(5)

  await test.step('a wall across is to be removed, and both rooms are one', async () => {
    await surface.press(3000, 1500)
    await choose(page, 'Status', 'To be removed')
    await expect
      .poll(async () => (await stored(server, project, 'wall')).filter(({ status }) => status === 'removed'))
      .toHaveLength(1)
    await putAway(page)
    await stage(page, 'openings')
    await tool(page, 'Room')
    await surface.press(1500, 2000)
    await expect.poll(async () => (await stored(server, project, 'room')).length).toBe(1)
    // The other side of it is the same room: it has its tag already.
    await surface.press(4500, 2000)
    await expect(page.getByTestId('sentence')).toContainText('room')
    expect(await stored(server, project, 'room')).toHaveLength(1)
    await putAway(page)
  })

  await test.step('after the works it cannot be pressed: it is not there', async () => {
    await lens(page, 'After the works')
    await putAway(page)
    await surface.press(3000, 1500)
    await expect(traits(page)).toHaveCount(0)
    await lens(page, 'Full')
    await surface.press(3000, 1500)
    await expect(traits(page)).toBeVisible()
    await putAway(page)
  })

  await test.step('a colour of the layer is in the SVG, and goes with tones of ink', async () => {
    await page.keyboard.press('/')
    await page.getByLabel('Ask for anything by name').fill('Layers')
    await page.keyboard.press('Enter')
    const layers = page.getByTestId('layers')
    await layers.getByLabel('Colour of Walls').selectOption('Water')
    await saved(page)
    expect((await stored(server, project, 'layer')).find(({ id }) => id === 'layer-walls')).toMatchObject({
      colour: '#2f6f9f',
    })
    // One typed badly is refused in words, and nothing changes.
    await layers.getByLabel('Colour of Walls').selectOption('Type one…')
    await layers.getByLabel('Colour of Walls, typed').fill('blue')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('six digits')
    await page.keyboard.press('Escape')
    await layers.getByRole('button', { name: 'Close' }).click()
    await stage(page, 'compose')
    await page.getByRole('button', { name: 'Place a drawing' }).click()
    await page.locator('.v-list-item').filter({ hasText: 'Ground' }).click()
    await expect.poll(async () => (await stored(server, project, 'viewport')).length).toBe(1)
    const svg = async (): Promise<string> => {
      await stage(page, 'issue')
      const download = page.waitForEvent('download')
      await page.getByRole('button', { name: 'This sheet as SVG' }).click()
      return readFileSync(await (await download).path(), 'utf8')
    }
    await expect.poll(svg).toContain('#2f6f9f')
  })
})

test('joists within an outline are one rule, counted in their schedule', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Joists', level: 'Ground', height: '2700' })
  const surface = await room(page)
  await stage(page, 'walls')
  await tool(page, 'Joists and rafters')
  await page.getByRole('radio', { name: /corners/i }).click()
  await surface.press(0, 0)
  await surface.press(6000, 4000)
  await expect.poll(async () => (await stored(server, project, 'framing')).length).toBe(1)
  const [row] = await stored(server, project, 'framing')
  expect(row).toMatchObject({ what: 'joists', pitch: 400, width: 47, depth: 195, name: '47 × 195' })
  await putAway(page)
  await lens(page, 'Framing plan')
  // The sixth from the right of their way stands with its edge at 4 000.
  await surface.press(4000, 2000)
  const card = traits(page)
  await expect(card).toContainText('Joists')
  await expect(card).toContainText('16')

  await test.step('its pitch and what is doubled are typed in Traits', async () => {
    const field = card.getByRole('textbox', { name: 'From middle to middle' })
    await field.fill('600')
    await field.press('Enter')
    const doubled = card.getByRole('textbox', { name: 'Doubled, by number' })
    await doubled.fill('1, 11')
    await doubled.press('Enter')
    await expect
      .poll(async () => (await stored(server, project, 'framing'))[0])
      .toMatchObject({ pitch: 600, doubled: [1, 11] })
    await doubled.fill('first')
    await doubled.press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('counted from the first side')
    await putAway(page)
  })

  await test.step('the schedule counts them with their length', async () => {
    await page.keyboard.press('/')
    await page.getByLabel('Ask for anything by name').fill('Joists, beams and lintels')
    await page.keyboard.press('Enter')
    // Eleven at 600 over 6 000, two of them doubled.
    await expect(page.getByRole('row').filter({ hasText: 'Joist' }).first()).toContainText('13')
    await expect(page.getByRole('row').filter({ hasText: 'Joist' }).first()).toContainText('47 × 195')
  })
})
