import type { Page } from '@playwright/test'
import type { Linework, RecordOf } from '@lamina/core/records'
import { begin as beginWithWall, choose, expect, saved, stage, stored, test, tool, typeTwo } from './fixture'

test.use({ samples: false })

const round = (value: number): number => Math.round(value * 100) / 100 + 0

/** The corners of a drafted path. */
function corners(item: Linework): number[][] {
  if (item.shape.form !== 'path') throw new Error(`a ${item.shape.form}`)
  return item.shape.path.vertices.map(({ x, y }) => [round(x), round(y)])
}

/** A new project with nothing in hand. */
async function begin(...facts: Parameters<typeof beginWithWall>): ReturnType<typeof beginWithWall> {
  const begun = await beginWithWall(...facts)
  await facts[0].keyboard.press('Escape')
  return begun
}

/** Takes a tool of the list under Change, or one under a heading of its own. */
const change = (page: Page, name: string): Promise<void> =>
  page.locator('.changes').getByRole('button', { name, exact: true }).click()

test('lines, shapes and typed sizes; trim, offset, corner, round, join and undo', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Lines')
  const lines = (): Promise<RecordOf<'linework'>[]> => stored(server, project, 'linework')
  await stage(page, 'fit-out')

  await test.step('a rectangle, a circle and a polyline with an arc', async () => {
    await tool(page, 'Rectangle')
    await surface.press(1000, 1000)
    await surface.move(3000, 2500)
    await typeTwo(page, '2400', '1.2m')
    await tool(page, 'Circle')
    await surface.press(6000, 2000)
    await surface.move(6500, 2000)
    await surface.type('750')
    await tool(page, 'Line')
    await surface.press(1000, 4000)
    await surface.move(3000, 4000)
    await surface.type('2500')
    await page.keyboard.press('u')
    await surface.press(4500, 5000)
    await expect(page.getByTestId('prompt')).toContainText('Point to where the arc ends')
    await page.keyboard.press('Enter')
    await saved(page)
    const [rectangle, circle, chain] = await lines()
    expect(corners(rectangle!)).toEqual([
      [1000, 1000],
      [3400, 1000],
      [3400, 2200],
      [1000, 2200],
    ])
    expect(circle!.shape).toMatchObject({ form: 'circle', radius: 750 })
    expect(corners(chain!)).toEqual([
      [1000, 4000],
      [3500, 4000],
      [4500, 5000],
    ])
    expect(chain!.shape.form === 'path' && chain!.shape.path.vertices[1]!.sweep).toBeCloseTo(Math.PI / 2, 6)
  })

  await test.step('offset to the side pointed to, then trimmed, and the trim undone', async () => {
    await page.keyboard.press('Escape')
    await change(page, 'Offset')
    await surface.press(2000, 1000)
    await surface.move(2200, 600)
    await surface.type('300')
    await saved(page)
    const offset = (await lines())[3]!
    expect(corners(offset)[0]).toEqual([700, 700])
    await stage(page, 'fit-out')
    await tool(page, 'Line')
    await surface.press(2000, 200)
    await surface.press(2000, 1600)
    await page.keyboard.press('Enter')
    await saved(page)
    await change(page, 'Trim')
    await surface.press(2000, 850)
    await saved(page)
    const parts = (await lines()).slice(4).map(corners)
    expect(parts).toEqual([
      [
        [2000, 200],
        [2000, 700],
      ],
      [
        [2000, 1000],
        [2000, 1600],
      ],
    ])
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+z')
    await saved(page)
    expect(await lines()).toHaveLength(5)
  })

  await test.step('what cannot be trimmed says so', async () => {
    await change(page, 'Trim')
    await surface.press(6000, 2750)
    await expect(page.getByTestId('sentence')).toContainText('Nothing crosses it')
    await page.keyboard.press('Escape')
  })

  await test.step('every corner of an outline rounded by a typed radius', async () => {
    await change(page, 'Round')
    await surface.move(1500, 2200)
    await surface.type('100')
    await surface.press(1500, 2200)
    await page.keyboard.press('e')
    await saved(page)
    const rounded = (await lines())[0]!
    expect(rounded.shape.form === 'path' && rounded.shape.path.vertices).toHaveLength(8)
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
  })
})

test('x and y from any point, along an edge, and from the origin', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Points')
  await stage(page, 'fit-out')
  await tool(page, 'Line')
  await surface.move(3000, 3000)
  // From the project's origin: F, then O.
  await page.keyboard.press('f')
  await page.keyboard.press('o')
  await typeTwo(page, '1500', '500')
  // From the last point by x and y.
  await page.keyboard.press('x')
  await typeTwo(page, '2000', '-250')
  await page.keyboard.press('Enter')
  await saved(page)
  const [first] = await stored(server, project, 'linework')
  expect(corners(first!)).toEqual([
    [1500, 500],
    [3500, 250],
  ])
  await surface.press(1000, 3000)
  await surface.move(3000, 3000)
  await surface.type('4000')
  await page.keyboard.press('Enter')
  // A third along that edge, from its left end.
  await surface.move(1500, 3000)
  await page.keyboard.press('e')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Tab')
  await page.keyboard.type('1/4')
  await page.keyboard.press('Enter')
  await surface.move(2000, 5000)
  await surface.type('800')
  await page.keyboard.press('Enter')
  await saved(page)
  const last = (await stored(server, project, 'linework'))[2]!
  expect(corners(last)).toEqual([
    [2000, 3000],
    [2000, 3800],
  ])
})

test('a terrace of workshops by Mirror and Repeat, and its hatch', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Workshops')
  await stage(page, 'walls')
  await choose(page, 'Wall type', 'Block 140')

  await test.step('one workshop: 5 000 by 4 000 outside, a door in its south wall', async () => {
    await tool(page, 'Walls in a rectangle')
    await surface.press(0, 0)
    await surface.move(3000, 2500)
    await typeTwo(page, '5000', '4000')
    await stage(page, 'openings')
    await tool(page, 'Door')
    await surface.move(1200, 70)
    // 600 from the inner corner, 900 wide: from 740 to 1 640.
    await typeTwo(page, '600', '900')
    await saved(page)
    expect(await stored(server, project, 'wall')).toHaveLength(4)
  })

  await test.step('mirrored about its east wall, the door changes hand and stays in the south wall', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+a')
    await change(page, 'Mirror')
    // Two workshops with 300 between them: the mirror line lies 150 to the east.
    await page.keyboard.press('f')
    await page.keyboard.press('o')
    await typeTwo(page, '5150', '0')
    await page.keyboard.press('x')
    await typeTwo(page, '0', '1000')
    await saved(page)
    const doors = await stored(server, project, 'opening')
    const walls = await stored(server, project, 'wall')
    expect(walls).toHaveLength(8)
    expect(doors).toHaveLength(2)
    const xs = doors.map((door) => {
      const wall = walls.find((each) => each.id === door.wall)!
      const u = Math.sign(wall.b.x - wall.a.x)
      expect([wall.a.y, wall.b.y].map(round)).toEqual([0, 0])
      return round(wall.a.x + u * door.along)
    })
    expect(xs).toEqual([1190, 10_300 - 1190])
    expect(new Set(doors.map((door) => door.hand)).size).toBe(2)
  })

  await test.step('the pair repeated twice more in a row at 10 600', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+a')
    await change(page, 'Repeat')
    await surface.press(2500, 2000)
    await surface.move(4000, 2000)
    await page.keyboard.type('10600')
    await page.keyboard.press('Tab')
    await page.keyboard.type('0')
    await page.keyboard.press('Tab')
    await page.keyboard.type('3')
    await page.keyboard.press('Enter')
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls).toHaveLength(24)
    expect(await stored(server, project, 'opening')).toHaveLength(6)
    expect(round(Math.max(...walls.flatMap((wall) => [wall.a.x, wall.b.x])))).toBe(10_300 + 2 * 10_600)
    const [repeat] = await stored(server, project, 'repeat')
    expect(repeat!.pattern).toMatchObject({ how: 'row', count: 3 })
  })

  await test.step('an area filled between the walls tells its size; a leak is told and nothing flooded', async () => {
    await page.keyboard.press('Home')
    await stage(page, 'fit-out')
    await tool(page, 'Hatch')
    await surface.press(3500, 2500)
    await saved(page)
    const [hatch] = await stored(server, project, 'hatch')
    const xs = hatch!.outlines[0]!.vertices.map(({ x }) => round(x))
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([140, 4860])
    await surface.press(5150, 2000)
    await expect(page.getByTestId('sentence')).toContainText('Nothing was filled')
    expect(await stored(server, project, 'hatch')).toHaveLength(1)
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await surface.press(3000, 2200)
    await expect(page.getByTestId('traits')).toContainText('17.6 m²')
  })
})

test('layers hold back what is locked and hide what is not shown; copies go to another project', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Layers')
  await stage(page, 'fit-out')
  await tool(page, 'Rectangle')
  await surface.press(1000, 1000)
  await surface.press(3000, 2000)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await tool(page, 'Layers')
  await page.getByRole('button', { name: 'Outlines locked' }).click()
  await saved(page)
  await surface.press(1000, 1500)
  await expect(page.getByTestId('traits')).toHaveCount(0)
  await page.getByRole('button', { name: 'Outlines locked' }).click()
  await page.getByLabel('New layer').fill('Joinery')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await surface.press(1000, 1500)
  await page.getByRole('button', { name: 'Put what is selected on Joinery' }).click()
  await saved(page)
  const layers = await stored(server, project, 'layer')
  const joinery = layers.find((layer) => layer.name === 'Joinery')!
  expect((await stored(server, project, 'linework'))[0]!.layer).toBe(joinery.id)
  await page.getByRole('button', { name: 'Close' }).click()

  await surface.element.focus()
  await page.keyboard.press('Control+c')
  await expect(page.getByTestId('sentence')).toContainText('1 copied')
  const { project: other, surface: there } = await begin(page, 'Elsewhere')
  await there.element.focus()
  await page.keyboard.press('Control+Shift+v')
  await saved(page)
  const pasted = await stored(server, other, 'linework')
  expect(pasted.map(corners)).toEqual([
    [
      [1000, 1000],
      [3000, 1000],
      [3000, 2000],
      [1000, 2000],
    ],
  ])
  expect((await stored(server, other, 'layer')).some((layer) => layer.name === 'Joinery')).toBe(true)
})

test('a metric house with a skewed wing and a curved wall', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Skewed house')
  await stage(page, 'walls')
  await choose(page, 'Wall type', 'Concrete 200')
  await choose(page, 'Drawn line', 'Left face')
  await tool(page, 'Wall')

  await test.step('clockwise from the origin: up, along, a quarter circle, down, and back', async () => {
    await surface.press(0, 0)
    await surface.move(0, 3000)
    await surface.type('4000')
    await surface.move(3000, 4000)
    await surface.type('6000')
    await page.keyboard.press('u')
    // A quarter circle of radius 2 000, by x and y from its start.
    await page.keyboard.press('x')
    await typeTwo(page, '2000', '-2000')
    await page.keyboard.press('s')
    await surface.move(8000, 500)
    await surface.type('2000')
    await surface.press(0, 0)
    await saved(page)
    const walls = await stored(server, project, 'wall')
    expect(walls.map(({ a, b }) => [a.x, a.y, b.x, b.y].map(round))).toEqual([
      [0, 0, 0, 4000],
      [0, 4000, 6000, 4000],
      [6000, 4000, 8000, 2000],
      [8000, 2000, 8000, 0],
      [8000, 0, 0, 0],
    ])
    expect(walls[2]!.sweep).toBeCloseTo(-Math.PI / 2, 6)
  })

  await test.step('the axes turned by 30° for the wing: 3 000 along them', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await stage(page, 'set-out')
    await tool(page, 'Working axes')
    await surface.move(4000, 7000)
    await surface.type('30')
    await stage(page, 'walls')
    await page.keyboard.press('w')
    await surface.press(0, 4000)
    const along = (mm: number, turn: number): [number, number] => [
      mm * Math.cos((turn * Math.PI) / 180),
      4000 + mm * Math.sin((turn * Math.PI) / 180),
    ]
    await surface.move(...along(2000, 120))
    await surface.type('3000')
    await page.keyboard.press('Escape')
    await saved(page)
    const wing = (await stored(server, project, 'wall'))[5]!
    const [x, y] = along(3000, 120)
    expect([round(wing.b.x), round(wing.b.y)]).toEqual([round(x), round(y)])
  })

  await test.step('the room inside: its area by hand', async () => {
    await page.keyboard.press('Escape')
    await stage(page, 'fit-out')
    await tool(page, 'Hatch')
    await surface.press(3000, 2000)
    await saved(page)
    await page.keyboard.press('Escape')
    await surface.press(3000, 2100)
    // 7 600 × 3 600 less the corner outside a quarter circle of radius 1 800: (1 − π/4) · 1.8².
    const area = 7.6 * 3.6 - (1 - Math.PI / 4) * 1.8 * 1.8
    await expect(page.getByTestId('traits')).toContainText(`${area.toFixed(1)} m²`)
  })
})

test('a feet-and-inches boat shed with fractions', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Boat shed', true)
  const inch = 25.4
  await stage(page, 'walls')
  await tool(page, 'Walls in a rectangle')
  await surface.press(0, 0)
  await surface.move(4000, 3000)
  // Ten inches can hardly be meant: the tag offers ten feet, one key takes it.
  await page.keyboard.type('48')
  await page.keyboard.press('Tab')
  await page.keyboard.type(`16' 8 1/2"`)
  await expect(page.getByTestId('other-reading')).toHaveCount(0)
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('10')
  await expect(page.getByTestId('other-reading')).toContainText(`10'-0"`)
  await page.keyboard.press('ArrowUp')
  await expect(page.getByTestId('echo')).toContainText(`10'-0"`)
  await page.keyboard.press('Enter')
  await saved(page)
  const walls = await stored(server, project, 'wall')
  const xs = walls.flatMap((wall) => [wall.a.x, wall.b.x])
  const ys = walls.flatMap((wall) => [wall.a.y, wall.b.y])
  expect(round(Math.max(...xs) - Math.min(...xs))).toBe(round(120 * inch))
  expect(round(Math.max(...ys) - Math.min(...ys))).toBe(round(200.5 * inch))
  // A partition with its face 6'-3 3/8" clear of the south wall.
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await choose(page, 'Wall type', 'Stud 4 1/2"')
  await tool(page, 'Wall beside a wall')
  await surface.press(60 * inch, 3 * inch)
  await surface.move(60 * inch, 60 * inch)
  await surface.type(`6'-3 3/8"`)
  await saved(page)
  const beside = (await stored(server, project, 'wall'))[4]!
  // The south wall is 7 1/4" thick.
  expect(beside.a.y).toBeCloseTo((7.25 + 75.375) * inch, 1)
})

test('measuring from inside a tool, the figure ready as input', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Measured')
  await stage(page, 'fit-out')
  await tool(page, 'Line')
  await surface.press(1000, 1000)
  await surface.move(4000, 1000)
  await surface.type('2350')
  await page.keyboard.press('Enter')
  await surface.press(1000, 3000)
  await surface.move(1000, 4500)
  // In the middle of the next line the first one is measured, and its length taken.
  await page.keyboard.press('q')
  await surface.press(1000, 1000)
  await surface.press(3350, 1000)
  await expect(page.getByTestId('prompt')).toContainText('take 2\u202f350 into the tool')
  await surface.element.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('prompt')).toContainText('Type a length')
  await surface.move(1000, 4500)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await saved(page)
  const last = (await stored(server, project, 'linework'))[1]!
  expect(corners(last)).toEqual([
    [1000, 3000],
    [1000, 5350],
  ])
  // The turn of what is measured is taken as well: a line upright as the second one.
  await surface.press(3000, 3000)
  await surface.move(4000, 3500)
  await page.keyboard.press('q')
  await surface.press(1000, 3000)
  await surface.press(1000, 5350)
  await surface.element.focus()
  await page.keyboard.press('t')
  await surface.type('800')
  await page.keyboard.press('Escape')
  await saved(page)
  expect(corners((await stored(server, project, 'linework'))[2]!)).toEqual([
    [3000, 3000],
    [3000, 3800],
  ])
})

test('wall types in their table; a wall that ends short is mended', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Types')
  await stage(page, 'walls')
  await page.getByRole('button', { name: 'Edit wall types' }).click()
  await page.getByRole('button', { name: 'Copy Cavity 350', exact: true }).click()
  await expect(page.getByTestId('total')).toHaveText('350')
  await page.getByLabel('Thickness of strip 2').fill('185')
  await page.getByLabel('Thickness of strip 2').press('Enter')
  await expect(page.getByTestId('total')).toHaveText('400')
  await page.getByLabel('Thickness of strip 2').fill('thick')
  await page.getByLabel('Thickness of strip 2').press('Enter')
  await expect(page.getByTestId('sentence')).toContainText('not understood')
  await expect(page.getByTestId('total')).toHaveText('400')
  await saved(page)
  const types = await stored(server, project, 'wallType')
  expect(types.find((type) => type.name === 'Cavity 350 copy')!.strips[1]!.thickness).toBe(185)
  await page.getByRole('button', { name: 'Close' }).click()

  await choose(page, 'Wall type', 'Block 140')
  await choose(page, 'Drawn line', 'Centre')
  await tool(page, 'Wall')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await page.keyboard.press('Escape')
  await surface.press(3000, 3000)
  await surface.move(3000, 1000)
  await surface.type('2900')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await expect(page.locator('.matter')).toContainText('A wall ends 30 mm short of another')
  await page.locator('.matter').getByRole('button', { name: 'Mend' }).click()
  await expect(page.locator('.matter')).toHaveCount(0)
  await saved(page)
  expect((await stored(server, project, 'wall'))[1]!.b.y).toBeCloseTo(0, 6)
})

test('an end taken up by its handle goes where it is typed or pulled; Enter takes the last tool again', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Handles')
  await stage(page, 'fit-out')
  await tool(page, 'Line')
  await surface.press(1000, 1000)
  await surface.press(3000, 1000)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await surface.press(2000, 1000)
  await surface.press(3000, 1000)
  await expect(page.getByTestId('prompt')).toContainText('Type its distance from the next point')
  await surface.move(4000, 1000)
  await surface.type('3250')
  await saved(page)
  expect(corners((await stored(server, project, 'linework'))[0]!)[1]).toEqual([4250, 1000])
  await surface.pull([4250, 1000], [4250, 2500])
  await saved(page)
  expect(corners((await stored(server, project, 'linework'))[0]!)[1]).toEqual([4250, 2500])
  await page.keyboard.press('Escape')
  await surface.element.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('prompt')).toContainText('Point to where the line starts')
})
