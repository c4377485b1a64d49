import type { Page } from '@playwright/test'
import { ask, begin, expect, saved, stored, test, tool } from './fixture'

test.use({ samples: false })

const field = (page: Page, name: string) => page.getByTestId('measure-tag').getByLabel(name, { exact: true })

test('the first three things, the last tool again with its last figures', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Again')
  const hints = page.getByTestId('empty')
  await expect(hints.getByRole('listitem')).toHaveCount(3)
  await expect(hints).toContainText('Doors and windows')
  await surface.press(0, 0)
  await expect(hints).toBeHidden()
  await surface.move(4000, 0)
  await surface.type('6000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  await surface.move(1000, -150)
  await page.keyboard.type('700')
  await page.keyboard.press('Tab')
  await page.keyboard.type('810')
  await page.keyboard.press('Enter')
  await saved(page)
  await page.keyboard.press('Escape')

  await test.step('Enter twice types them again; what is pointed to may be another place', async () => {
    await surface.move(5000, -150)
    await page.keyboard.press('Enter')
    await page.keyboard.press('Enter')
    await expect(field(page, 'from corner')).toHaveValue('700')
    await expect(field(page, 'width')).toHaveValue('810')
    await page.keyboard.press('Enter')
    await saved(page)
    const doors = await stored(server, project, 'opening')
    expect(doors.map(({ along, width }) => [Math.round(along), width])).toEqual([
      [700 + 405, 810],
      [6000 - 700 - 405, 810],
    ])
  })
  await test.step('Enter once takes up the tool alone', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('prompt')).toContainText('Point to a wall')
    await expect(field(page, 'from corner')).toHaveValue('')
  })
  await test.step('of walls: the first point, then the length typed last', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('w')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Enter')
    await surface.press(0, 3000)
    await surface.move(2000, 3000)
    await expect(field(page, 'along')).toHaveValue('6000')
    await page.keyboard.press('Enter')
    await saved(page)
    const { a, b } = (await stored(server, project, 'wall'))[1]!
    expect(Math.round(Math.hypot(b.x - a.x, b.y - a.y))).toBe(6000)
  })
})

test('things are set aside and come back, nothing moves, and nothing of it is stored', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Aside')
  await tool(page, 'Walls in a rectangle')
  await surface.press(0, 0)
  await surface.move(3000, 2000)
  await page.keyboard.type('6000x4000')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.keyboard.press('r')
  for (const [x, y] of [
    [1000, 1000],
    [3000, 1000],
  ] as const) {
    await surface.press(x, y)
    await surface.move(x + 900, y + 900)
    await page.keyboard.type('800x500')
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Escape')
  await saved(page)
  const before = await server.json(`/api/projects/${project}`)
  const view = await surface.element.getAttribute('data-view')
  const traits = page.getByTestId('traits')

  await surface.press(1400, 1000)
  await expect(traits).toContainText('Line')
  await page.keyboard.press('.')
  await expect(traits).toContainText('2 things')
  await page.keyboard.press('-')
  await expect(page.getByTestId('aside')).toContainText('2 things are set aside.')
  await expect(traits).toBeHidden()

  await test.step('they are not taken, and not snapped to', async () => {
    await surface.press(1400, 1000)
    await expect(traits).toBeHidden()
    await page.keyboard.press('Control+a')
    await expect(traits).toContainText('4 things')
    await page.keyboard.press('Escape')
  })
  await test.step('the same key brings them back', async () => {
    await page.keyboard.press('-')
    await expect(page.getByTestId('aside')).toBeHidden()
    await surface.press(1400, 1000)
    await expect(traits).toContainText('Line')
  })
  await test.step('all else is set aside; the button brings it back', async () => {
    await page.keyboard.press('=')
    await expect(page.getByTestId('aside')).toContainText('5 things are set aside.')
    await page.keyboard.press('Control+a')
    await expect(traits).not.toContainText('things')
    await page.getByRole('button', { name: 'Bring back' }).click()
    await page.keyboard.press('Control+a')
    await expect(traits).toContainText('6 things')
  })
  expect(await surface.element.getAttribute('data-view')).toBe(view)
  expect(await server.json(`/api/projects/${project}`)).toEqual(before)
  await page.keyboard.press('Escape')
  await page.keyboard.press('-')
  await expect(page.getByTestId('prompt')).toBeHidden()
  await expect(page.getByTestId('sentence')).toContainText('Select first what is to be set aside.')
})

test('a measured house: a point by two distances, a room by its sides and a diagonal', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Measured')
  await page.keyboard.press('Escape')
  await page.keyboard.press('i')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('5000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('i')
  await surface.press(5000, 3000)
  await page.keyboard.press('b')
  await page.keyboard.press('b')
  await surface.press(0, 0)
  await surface.press(5000, 0)
  await surface.move(2000, 2000)
  await page.keyboard.type('1000x900')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('sentence')).toContainText('do not meet: the two points are 5')
  await page.keyboard.type('3000')
  await page.keyboard.press('Tab')
  await page.keyboard.type('4000')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await saved(page)
  const line = (await stored(server, project, 'linework'))[1]!
  const { vertices } = (line.shape as { path: { vertices: { x: number; y: number }[] } }).path
  // Of the two places, 2 400 above and below the line, the one pointed to.
  expect(vertices.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
    [5000, 3000],
    [1800, 2400],
  ])

  await test.step('a room out of square', async () => {
    await ask(page, 'Measured room')
    await surface.press(-3000, -1500)
    await surface.move(0, -1500)
    await page.keyboard.type('4000x3000x4000x3000x9000', { delay: 5 })
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('do not meet in a corner')
    await page.keyboard.type('4000x3000x4000x3000x5020x4990', { delay: 5 })
    await expect(page.getByTestId('echo')).toContainText('the other diagonal comes to 4')
    await page.keyboard.press('Enter')
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls.map(({ a, b }) => Math.round(Math.hypot(b.x - a.x, b.y - a.y)))).toEqual([
      4000, 3000, 4000, 3000,
    ])
    const [first, , third] = walls
    expect(Math.round(Math.hypot(third!.a.x - first!.a.x, third!.a.y - first!.a.y))).toBe(5020)
  })
})

test('a unit is made, placed again in the mirror, and changed once', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Unit')
  await page.keyboard.type('t150')
  await page.keyboard.press('Enter')
  await tool(page, 'Walls in a rectangle')
  await surface.press(0, 0)
  await surface.move(2000, 2000)
  await page.keyboard.type('4000x3000')
  await page.keyboard.press('Enter')
  await page.keyboard.press('d')
  await surface.move(700, 120)
  await surface.type('300')
  await ask(page, 'Bed 900')
  await surface.press(2600, 2700)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+a')
  const traits = page.getByTestId('traits')
  await traits.getByRole('button', { name: 'Make a unit' }).click()
  await expect(traits.getByRole('region', { name: 'Unit' })).toContainText('Place 1 of 1.')

  await test.step('mirrored beside it', async () => {
    await ask(page, 'Mirror')
    await surface.press(4500, 0)
    await surface.press(4500, 2000)
    await saved(page)
    expect(await stored(server, project, 'wall')).toHaveLength(8)
    await page.keyboard.press('Escape')
  })
  await test.step('a door put into the second is in the first when that is said, each with its own number', async () => {
    await page.keyboard.press('n')
    await surface.move(7300, 2925)
    await surface.type('400')
    await page.keyboard.press('Escape')
    await surface.press(6400, 2200)
    await expect(traits.getByRole('region', { name: 'Unit' })).toContainText(
      'Place 2 of 2. One place differs from it.',
    )
    await traits.getByRole('button', { name: 'Make all like this one' }).click()
    await expect(page.getByTestId('sentence')).toContainText('The other place is like this one.')
    await saved(page)
    const windows = (await stored(server, project, 'opening')).filter(({ fit }) => fit === 'window')
    expect(windows.map(({ mark }) => mark).sort()).toEqual(['W01', 'W02'])
    const walls = await stored(server, project, 'wall')
    const xs = windows.map(({ wall, along }) => {
      const { a, b } = walls.find(({ id }) => id === wall)!
      return a.x + ((b.x - a.x) / Math.hypot(b.x - a.x, b.y - a.y)) * along
    })
    // The one is the other seen in the mirror at 4 500.
    expect(xs[0]! + xs[1]!).toBeCloseTo(9000, 3)
    const doors = (await stored(server, project, 'opening')).filter(({ fit }) => fit === 'door')
    expect(doors.map(({ mark }) => mark).sort()).toEqual(['D01', 'D02'])
  })
  await test.step('named, and one step back takes all of it back', async () => {
    const name = traits.getByRole('textbox', { name: 'Unit' })
    await name.fill('Bedroom')
    await name.press('Enter')
    await saved(page)
    const names = (await stored(server, project, 'group')).map(({ unit }) => unit?.name)
    expect(names).toEqual(['Bedroom', 'Bedroom'])
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await saved(page)
    expect((await stored(server, project, 'opening')).filter(({ fit }) => fit === 'window')).toHaveLength(1)
  })
})

test('tools most used come first in Ask; what is called just so comes before them', async ({ page }) => {
  await begin(page, 'Used')
  const first = page.getByRole('option').first()
  await page.keyboard.press('/')
  await page.keyboard.type('wa')
  await expect(first).toContainText('Wall')
  await expect(first).not.toContainText('rectangle')
  await page.keyboard.press('Escape')
  for (let i = 0; i < 3; i++) {
    await ask(page, 'Walls in a rectangle')
    await page.keyboard.press('Escape')
  }
  await page.keyboard.press('/')
  await page.keyboard.type('wa')
  await expect(first).toContainText('Walls in a rectangle')
  await page.keyboard.type('ll')
  await expect(first.locator('.name')).toHaveText('Wall')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('prompt')).toContainText('Point to where the wall starts')

  await test.step('kept on this computer, whatever the project', async () => {
    await page.goto('/')
    await begin(page, 'Another')
    await page.keyboard.press('/')
    await expect(first).toContainText('Walls in a rectangle')
  })
})

test('the same again over there: what was done in one room, in another', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Over there')
  await ask(page, 'Walls in a rectangle')
  await surface.press(0, 0)
  await surface.move(5000, 3000)
  await page.keyboard.type('8000x3000')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.keyboard.press('w')
  await surface.press(4000, 0)
  await surface.press(4000, 3000)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await test.step('with nothing done in a room it says so', async () => {
    await page.keyboard.press('Shift+Enter')
    await expect(page.getByTestId('prompt')).toContainText('Nothing was done last')
    await page.keyboard.press('Escape')
  })
  await page.keyboard.press('d')
  await surface.move(900, 0)
  await page.keyboard.type('500')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await ask(page, 'Room')
  await page.keyboard.type('Bath')
  await surface.press(1500, 1500)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await saved(page)
  await page.keyboard.press('Shift+Enter')
  await expect(page.getByTestId('prompt')).toContainText('Door, Room: point to another room')
  await surface.press(6000, 1500)
  await saved(page)
  const rooms = await stored(server, project, 'room')
  expect(rooms.map(({ name }) => name)).toEqual(['Bath', 'Bath'])
  expect(new Set(rooms.map(({ number }) => number)).size).toBe(2)
  const doors = await stored(server, project, 'opening')
  expect(doors).toHaveLength(2)
  // One step back takes all of it back.
  await page.keyboard.press('Control+z')
  await saved(page)
  expect(await stored(server, project, 'room')).toHaveLength(1)
  expect(await stored(server, project, 'opening')).toHaveLength(1)
  // With the first of it left out, the room alone.
  await page.keyboard.press('l')
  await expect(page.getByTestId('prompt')).toContainText('Room: point to another room')
  await surface.press(6000, 1500)
  await saved(page)
  expect(await stored(server, project, 'room')).toHaveLength(2)
  expect(await stored(server, project, 'opening')).toHaveLength(1)
})
