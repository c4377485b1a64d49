import type { Page } from '@playwright/test'
import { board, choose, expect, newProject, putAway, room, saved, stage, stored, test, tool } from './fixture'

test.use({ samples: false })

/** Fills a field of the open drawer and leaves it. */
async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = page.locator('.drawer').getByRole('textbox', { name: label, exact: true })
  await field.fill(value)
  await field.press('Tab')
}
const focus = (page: Page): Promise<void> => page.getByTestId('board').focus()
const bounds = (vertices: readonly { x: number; y: number }[]) => ({
  wide: Math.max(...vertices.map(({ x }) => x)) - Math.min(...vertices.map(({ x }) => x)),
  deep: Math.max(...vertices.map(({ y }) => y)) - Math.min(...vertices.map(({ y }) => y)),
})

test('ramps, balustrades, floors, roofs and what is overhead', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Fabric', height: '2800' })
  const surface = await room(page)
  await stage(page, 'walls')

  await test.step('a ramp of a typed length and height, and what is too steep', async () => {
    await tool(page, 'Ramp')
    await fill(page, 'Climbs', '250')
    await focus(page)
    await surface.press(800, 700)
    await surface.move(4000, 700)
    await surface.type('4000')
    await expect.poll(async () => (await stored(server, project, 'ramp')).length).toBe(1)
    expect((await stored(server, project, 'ramp'))[0]).toMatchObject({
      at: { x: 800, y: 700 },
      length: 4000,
      rise: 250,
      turn: 0,
    })
    await putAway(page)
    await surface.press(1500, 700)
    // 4 000 : 250.
    await expect(page.getByTestId('traits')).toContainText('1:16')
    const climbs = page.getByTestId('traits').getByRole('textbox', { name: 'Climbs' })
    await climbs.fill('500')
    await climbs.press('Tab')
    await expect(page.getByTestId('traits')).toContainText('1:8')
    await expect(page.getByTestId('traits')).toContainText('steeper than the limit for ramps')
    await putAway(page)
  })
  await test.step('a balustrade of glass along two typed parts', async () => {
    await tool(page, 'Balustrade')
    await choose(page, 'Made', 'With glass')
    await focus(page)
    await surface.press(1000, 3000)
    await surface.move(3000, 3000)
    await surface.type('2000')
    await surface.move(3000, 2000)
    await surface.type('800')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'rail')).length).toBe(1)
    const [rail] = await stored(server, project, 'rail')
    expect(rail).toMatchObject({ made: 'glass' })
    expect(rail!.path.vertices.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [1000, 3000],
      [3000, 3000],
      [3000, 2200],
    ])
    await putAway(page)
  })

  const [wall] = await stored(server, project, 'wall')
  const type = (await stored(server, project, 'wallType')).find(({ id }) => id === wall!.type)!
  const thick = type.strips.reduce((sum, { thickness }) => sum + thickness, 0)
  const outside = { wide: 6000 + 2 * thick, deep: 4000 + 2 * thick }

  await test.step('a slab to the outside of the walls, a void as large as the room', async () => {
    await tool(page, 'Slab')
    await page.getByRole('radio', { name: 'The outside of the walls' }).click()
    await fill(page, 'Thickness', '180')
    await focus(page)
    await surface.press(5000, 2000)
    await expect.poll(async () => (await stored(server, project, 'slab')).length).toBe(1)
    const [slab] = await stored(server, project, 'slab')
    expect(slab!.thickness).toBe(180)
    expect(bounds(slab!.outline.vertices)).toEqual(outside)
    await tool(page, 'Floor void')
    await page.getByRole('radio', { name: 'The room pointed to' }).click()
    await focus(page)
    await surface.press(5000, 2000)
    await expect.poll(async () => (await stored(server, project, 'void')).length).toBe(1)
    const [hole] = await stored(server, project, 'void')
    expect(bounds(hole!.outline.vertices)).toEqual({ wide: 6000, deep: 4000 })
  })
  await test.step('a hipped roof over the walls; nowhere to point to is said', async () => {
    await tool(page, 'Roof')
    await choose(page, 'Form', 'Hipped')
    await page.getByRole('radio', { name: 'The outside of the walls' }).click()
    await fill(page, 'Overhang', '400')
    await focus(page)
    await surface.press(7000, 2000)
    await expect(page.getByText('No walls close around this place.')).toBeVisible()
    await surface.press(5000, 2000)
    await expect.poll(async () => (await stored(server, project, 'roof')).length).toBe(1)
    const [roof] = await stored(server, project, 'roof')
    expect(roof).toMatchObject({ form: 'hipped', overhang: 400, eaves: 2800 })
    expect(bounds(roof!.outline.vertices)).toEqual(outside)
  })
  await test.step('a beam overhead, along a typed length', async () => {
    await tool(page, 'Overhead')
    await page.getByRole('radio', { name: 'Along a line' }).click()
    await fill(page, 'Underside above the floor', '2400')
    await focus(page)
    await surface.press(1000, 1800)
    await surface.move(4000, 1800)
    await surface.type('3500')
    await expect.poll(async () => (await stored(server, project, 'overhead')).length).toBe(1)
    const [beam] = await stored(server, project, 'overhead')
    expect(beam).toMatchObject({ what: 'beam', bottom: 2400 })
    expect(beam!.shape).toMatchObject({ by: 'line', a: { x: 1000, y: 1800 }, b: { x: 4500, y: 1800 } })
  })
  await test.step('limits for stairs are those of the project', async () => {
    await tool(page, 'Stair')
    await page.getByRole('button', { name: 'Limits for stairs' }).click()
    const highest = page.getByRole('textbox', { name: 'Highest riser' })
    await highest.fill('170')
    await highest.press('Tab')
    await saved(page)
    const [facts] = await stored(server, project, 'project')
    expect(facts!.stairLimits!.highestRise).toBe(170)
    await page.getByRole('button', { name: 'Close', exact: true }).click()
    await page.getByRole('radio', { name: 'Straight' }).click()
    await focus(page)
    await surface.press(1000, 3600)
    await surface.move(5000, 3600)
    // 2 800 / 170: seventeen risers of 164.7, in place of fifteen.
    await expect(page.getByTestId('board').locator('..')).toContainText('17 risers of 165')
    await surface.type('0')
    await expect.poll(async () => (await stored(server, project, 'stair')).length).toBe(1)
  })
})

test('openings round corners, in curved walls and copied into others; leaks and lenses', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'More openings' })
  const surface = await room(page)
  await focus(page)
  for (let i = 0; i < 4; i++) await page.keyboard.press('PageDown')
  const numbers = async (): Promise<string[]> =>
    (await stored(server, project, 'opening')).map(({ mark }) => mark!).sort()

  await test.step('a window round a corner, in both walls', async () => {
    await stage(page, 'openings')
    await tool(page, 'Window')
    await page.getByRole('radio', { name: 'Round a corner' }).click()
    await focus(page)
    await surface.press(5800, -100)
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(2)
    const [a, b] = await stored(server, project, 'opening')
    expect(a!.round).toBeDefined()
    expect(b!.round).toBeDefined()
    expect(a!.wall).not.toBe(b!.wall)
    expect(await numbers()).toEqual(['W01', 'W02'])
    await putAway(page)
  })
  await test.step('a door in a curved wall, by its distance along it', async () => {
    await stage(page, 'walls')
    await page.keyboard.press('w')
    await surface.press(0, 6000)
    await page.keyboard.press('u')
    // A quarter circle of radius 2 000.
    await surface.press(2000, 8000)
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(5)
    await putAway(page)
    const curved = (await stored(server, project, 'wall')).find(({ sweep }) => sweep)!
    await stage(page, 'openings')
    await tool(page, 'Door')
    await page.getByRole('radio', { name: 'One at a time' }).click()
    await focus(page)
    await surface.move(959, 6245)
    await surface.type('1000')
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(3)
    const door = (await stored(server, project, 'opening')).find(({ fit }) => fit === 'door')!
    expect(door.wall).toBe(curved.id)
    // Its nearer edge 1 000 along the curve from the wall's free end.
    const chord = Math.hypot(curved.b.x - curved.a.x, curved.b.y - curved.a.y)
    const radius = chord / 2 / Math.sin(Math.abs(curved.sweep!) / 2)
    const length = radius * Math.abs(curved.sweep!)
    const fromEnd = Math.min(door.along, length - door.along)
    expect(fromEnd).toBeCloseTo(1000 + door.width / 2, 0)
    await putAway(page)
  })
  await test.step('copied into another wall it has a number of its own', async () => {
    await stage(page, 'openings')
    await tool(page, 'Door')
    await focus(page)
    await surface.move(1500, -100)
    await surface.type('500')
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(4)
    await putAway(page)
    await surface.press(950, -60)
    await expect(page.getByTestId('traits')).toContainText('Door')
    await tool(page, 'Copy')
    await focus(page)
    await surface.press(950, 0)
    await surface.press(3000, 4000)
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(5)
    const walls = new Map((await stored(server, project, 'wall')).map((wall) => [wall.id, wall]))
    const copy = (await stored(server, project, 'opening')).find(({ wall }) => {
      const { a, b } = walls.get(wall)!
      return a.y === 4000 && b.y === 4000
    })!
    const { a, b } = walls.get(copy.wall)!
    const x = a.x + ((b.x - a.x) * copy.along) / Math.hypot(b.x - a.x, b.y - a.y)
    expect(x).toBeCloseTo(3000, 0)
    const all = await numbers()
    expect(new Set(all).size).toBe(all.length)
    await putAway(page)
  })
  await test.step('centred in its wall, and at a distance from the next opening', async () => {
    await stage(page, 'openings')
    await tool(page, 'Window')
    await page.getByRole('radio', { name: 'One at a time' }).click()
    await focus(page)
    const made = async () => (await stored(server, project, 'opening')).length
    const before = await made()
    await surface.move(-150, 1200)
    await page.keyboard.press('c')
    await surface.press(-150, 1200)
    await expect.poll(made).toBe(before + 1)
    // Being centred holds for one; the next is measured from the opening beside it.
    await surface.move(2600, -150)
    const from = page.getByTestId('measure-tag').locator('label').first()
    for (const label of ['from corner', 'from axis', 'from outside']) {
      await expect(from).toHaveText(label)
      await page.keyboard.press('f')
    }
    await expect(from).toHaveText('from next')
    await surface.type('300')
    await expect.poll(made).toBe(before + 2)
    const walls = new Map((await stored(server, project, 'wall')).map((each) => [each.id, each]))
    const openings = await stored(server, project, 'opening')
    const placeOf = (opening: (typeof openings)[0]): { x: number; y: number } => {
      const { a, b } = walls.get(opening.wall)!
      const part = opening.along / Math.hypot(b.x - a.x, b.y - a.y)
      return { x: a.x + (b.x - a.x) * part, y: a.y + (b.y - a.y) * part }
    }
    const [centred, beside] = openings.slice(-2).map(placeOf)
    expect(centred!.y).toBeCloseTo(2000, 0)
    const door = openings.find((each) => each.fit === 'door' && Math.abs(placeOf(each).y) < 1)!
    const window = openings.at(-1)!
    expect(beside!.x).toBeCloseTo(500 + door.width + 300 + window.width / 2, 0)
    await page.keyboard.press('o')
    await putAway(page)
  })
  await test.step('where no room closes, the leak is told', async () => {
    await stage(page, 'openings')
    await tool(page, 'Room')
    await focus(page)
    await surface.move(2500, 6300)
    await expect(page.getByTestId('board').locator('..')).toContainText('no room closes here')
    await surface.press(2500, 6300)
    await expect(page.getByTestId('sentence')).toBeVisible()
    expect(await stored(server, project, 'room')).toEqual([])
    await surface.press(2000, 2000)
    await expect.poll(async () => (await stored(server, project, 'room')).length).toBe(1)
    await putAway(page)
  })
  await test.step('a lens copied and changed', async () => {
    await page.keyboard.press('/')
    await page.getByLabel('Ask for anything by name').fill('Lenses')
    await page.keyboard.press('Enter')
    const panel = page.getByTestId('lenses')
    await panel.getByRole('button', { name: 'Full', exact: true }).click()
    await panel.getByRole('button', { name: 'Copy Full', exact: true }).click()
    await panel.getByLabel('Swings').uncheck()
    await panel.getByLabel('Doors, windows').selectOption('simple')
    await panel.getByLabel('Draw something otherwise').selectOption('kind column')
    await saved(page)
    const lenses = await stored(server, project, 'lens')
    expect(lenses.find(({ name }) => name === 'Full copy')).toMatchObject({
      swings: false,
      openings: 'simple',
      furniture: true,
      rules: [{ by: 'kind', kind: 'column', shown: false }],
    })
    await panel.getByRole('button', { name: 'Remove Full copy' }).click()
    await saved(page)
    expect((await stored(server, project, 'lens')).length).toBe(lenses.length - 1)
  })
})

test('blocks turned to a second point, and a run along a line', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Runs' })
  const surface = board(page)
  await stage(page, 'fit-out')
  await page.getByRole('textbox', { name: 'Find a block' }).fill('Armchair')
  await page.locator('.drawer .grid').getByRole('button').first().click()
  await page.getByRole('radio', { name: 'Turned to a second point' }).click()
  await focus(page)
  await surface.press(3000, 4000)
  await surface.press(3000, 6000)
  await expect.poll(async () => (await stored(server, project, 'placement')).length).toBe(1)
  expect((await stored(server, project, 'placement'))[0]!.turn).toBeCloseTo(Math.PI / 2, 2)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stored(server, project, 'placement')).length).toBe(0)
  await putAway(page)
  await tool(page, 'Line')
  await focus(page)
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await putAway(page)
  await page.getByRole('textbox', { name: 'Find a block' }).fill('Bollard')
  await page.locator('.drawer .grid').getByRole('button').first().click()
  await page.getByRole('radio', { name: 'A run along a line' }).click()
  await focus(page)
  await surface.move(3000, 0)
  await page.keyboard.type('1500')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await stored(server, project, 'placement')).length).toBe(5)
  const at = (await stored(server, project, 'placement')).map(({ at: { x } }) => Math.round(x))
  expect(at.sort((p, q) => p - q)).toEqual([0, 1500, 3000, 4500, 6000])
})

test('the same in feet and inches', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Feet', feet: true })
  const surface = board(page)
  const FOOT = 304.8
  await test.step('walls, a door, a room and a stair', async () => {
    await page.keyboard.press('w')
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await surface.type(`20'`)
    await surface.move(20 * FOOT, 2000)
    await surface.type(`14'`)
    await surface.move(3000, 14 * FOOT)
    await surface.type(`20'`)
    await surface.press(0, 0)
    await putAway(page)
    await page.keyboard.press('Home')
    await stage(page, 'openings')
    await tool(page, 'Door')
    await focus(page)
    await surface.move(1800, -60)
    await surface.type(`1'6"`)
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(1)
    const [door] = await stored(server, project, 'opening')
    expect(door!.along).toBeCloseTo(1.5 * FOOT + door!.width / 2, 1)
    await putAway(page)
    await tool(page, 'Room')
    await focus(page)
    await surface.press(3000, 2000)
    await expect.poll(async () => (await stored(server, project, 'room')).length).toBe(1)
    await putAway(page)
    await stage(page, 'walls')
    await tool(page, 'Stair')
    await page.getByRole('radio', { name: 'Straight' }).click()
    await focus(page)
    await surface.press(1000, 3000)
    await surface.move(4000, 3000)
    await surface.type('0')
    await expect.poll(async () => (await stored(server, project, 'stair')).length).toBe(1)
    await putAway(page)
  })
  await test.step('furniture in the sizes of the trade, counted', async () => {
    await stage(page, 'fit-out')
    await page.getByRole('textbox', { name: 'Find a block' }).fill('Workbench')
    await page.locator('.drawer .grid').getByRole('button', { name: `Workbench 8'-0" × 3'-0"` }).click()
    await focus(page)
    await surface.press(3000, 1500)
    await expect.poll(async () => (await stored(server, project, 'placement')).length).toBe(1)
    expect((await stored(server, project, 'block'))[0]!.width).toBeCloseTo(8 * FOOT, 1)
    await putAway(page)
    await page.getByLabel('Schedules').getByRole('button', { name: 'Furniture and fittings' }).click()
    await expect(page.getByRole('row', { name: /Workbench/ })).toContainText('1')
  })
  await test.step('the schedules in feet, inches and square feet, typed back', async () => {
    await page.getByLabel('Schedules').getByRole('button', { name: 'Room schedule' }).click()
    // 20' × 14' between the inner faces.
    await expect(page.getByRole('row', { name: /280/ }).first()).toBeVisible()
    await page.getByLabel('Schedules').getByRole('button', { name: 'Door schedule' }).click()
    const width = page.getByRole('textbox', { name: /Width/ }).first()
    await width.fill(`3'-2"`)
    await width.press('Tab')
    await saved(page)
    expect((await stored(server, project, 'opening'))[0]!.width).toBeCloseTo(38 * 25.4, 3)
  })
})
