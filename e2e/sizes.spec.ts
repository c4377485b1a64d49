import type { Page } from '@playwright/test'
import { begin, choose, expect, saved, stored, test } from './fixture'

test.use({ samples: false })

const field = (page: Page, name: string) => page.getByTestId('measure-tag').getByLabel(name, { exact: true })
const corners = (record: { shape: { form: string } }): number[][] =>
  (
    record as unknown as { shape: { path: { vertices: { x: number; y: number }[] } } }
  ).shape.path.vertices.map(({ x, y }) => [Math.round(x), Math.round(y)])

test('two sizes are typed at once, and a point is given off a corner before anything is begun', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Sizes')
  await page.keyboard.press('Escape')
  await page.keyboard.press('r')
  await surface.press(0, 0)
  await surface.move(1000, 800)
  await page.keyboard.type('2200 x 600', { delay: 5 })
  await expect(field(page, 'width')).toHaveValue('2200')
  await expect(field(page, 'depth')).toHaveValue(/^ ?600$/)
  await page.keyboard.press('Enter')
  await saved(page)
  expect(corners((await stored(server, project, 'linework'))[0]!)).toEqual([
    [0, 0],
    [2200, 0],
    [2200, 600],
    [0, 600],
  ])

  await test.step('off a corner: 300 to the right, 450 up', async () => {
    await surface.move(2200, 600)
    await page.keyboard.type('300x450', { delay: 5 })
    await expect(field(page, 'x')).toHaveValue('300')
    await expect(field(page, 'y')).toHaveValue('450')
    await page.keyboard.press('Enter')
    await surface.move(3500, 2000)
    await page.keyboard.type('100x100')
    await page.keyboard.press('Enter')
    await saved(page)
    expect(corners((await stored(server, project, 'linework'))[1]!)).toEqual([
      [2500, 1050],
      [2600, 1050],
      [2600, 1150],
      [2500, 1150],
    ])
  })

  await test.step('along the edge pointed to, from its nearer end', async () => {
    await page.keyboard.press('i')
    await surface.move(700, 0)
    await page.keyboard.type('250')
    await expect(field(page, 'from its end')).toHaveValue('250')
    await page.keyboard.press('Enter')
    await surface.move(270, -700)
    await surface.type('900')
    await page.keyboard.press('Escape')
    await saved(page)
    expect(corners((await stored(server, project, 'linework'))[2]!)).toEqual([
      [250, 0],
      [250, -900],
    ])
  })

  await test.step('where nothing is pointed to it is said, and nothing is drawn', async () => {
    await surface.move(6000, 3000)
    await page.keyboard.type('5')
    await expect(page.getByTestId('sentence')).toContainText('Point to a corner or an edge first')
  })

  await test.step('its width is changed in Traits, its first corner stays', async () => {
    await page.keyboard.press('Escape')
    await surface.press(1600, 600)
    await page.getByLabel('Width', { exact: true }).fill('1800')
    await page.getByLabel('Width', { exact: true }).press('Enter')
    await saved(page)
    expect(corners((await stored(server, project, 'linework'))[0]!)[2]).toEqual([1800, 600])
  })
})

test('thickness is typed where walls are drawn; bays and a row of windows are typed in one go', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Bays')
  await page.keyboard.press('w')
  await page.keyboard.type('t240')
  await expect(page.getByTestId('echo')).toContainText('240 · a new type')
  await page.keyboard.press('Enter')
  await surface.press(0, 0)
  for (const [x, y, length] of [
    [5000, 0, '9000'],
    [9000, 3000, '5000'],
    [2000, 5000, '9000'],
  ] as const) {
    await surface.move(x, y)
    await surface.type(length)
  }
  await surface.press(0, 0)
  await saved(page)
  const walls = await stored(server, project, 'wall')
  expect(walls).toHaveLength(4)
  const types = await stored(server, project, 'wallType')
  const type = types.find(({ id }) => id === walls[0]!.type)!
  expect(type.strips.reduce((sum, { thickness }) => sum + thickness, 0)).toBe(240)

  await test.step('three equal bays: two walls beside the one on the left', async () => {
    await page.keyboard.press('/')
    await page.keyboard.type('Wall beside a wall')
    await page.keyboard.press('Enter')
    await page.keyboard.type('t120')
    await page.keyboard.press('Enter')
    await surface.press(0, 2000)
    await surface.move(1500, 2000)
    // Tab goes on to the next of them; a second Tab adds nothing.
    await page.keyboard.type('2800')
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    await page.keyboard.type('2800', { delay: 5 })
    await expect(page.getByTestId('measure-tag').getByRole('textbox')).toHaveValue('2800; 2800')
    await page.keyboard.press('Enter')
    await saved(page)
    const made = (await stored(server, project, 'wall')).slice(4)
    expect(made).toHaveLength(2)
  })

  await test.step('windows: gaps and widths in turn, measured from the corner', async () => {
    await page.keyboard.press('n')
    await surface.move(700, 5000)
    await page.keyboard.type('500; 900; 400; 600', { delay: 5 })
    await expect(page.getByTestId('echo')).toContainText('2 windows')
    await page.keyboard.press('Enter')
    await saved(page)
    const [one, two] = await stored(server, project, 'opening')
    expect(Math.abs(two!.along - one!.along)).toBeCloseTo(450 + 400 + 300, 6)
    expect([one!.width, two!.width]).toEqual([900, 600])
  })

  await test.step('its distance is told in Traits as it was typed, and changed there', async () => {
    const [one] = await stored(server, project, 'opening')
    await page.keyboard.press('Escape')
    await surface.press(240 + 500 + 450, 5000)
    const distance = page.getByLabel('Distance', { exact: true })
    await expect(distance).toHaveValue('500')
    await distance.fill('700')
    await distance.press('Enter')
    await saved(page)
    const [now] = await stored(server, project, 'opening')
    expect(Math.abs(now!.along - one!.along)).toBeCloseTo(200, 6)
    await choose(page, 'To', 'Its middle')
    await expect(distance).toHaveValue(/^1.150$/)
  })
})
