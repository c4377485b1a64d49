import type { Page } from '@playwright/test'
import type { Opening, Wall } from '@lamina/core/records'
import { begin, expect, saved, stage, stored, test, tool, type Surface } from './fixture'

test.use({ samples: false })

/**
 * Steps of work as a drafter counts them: a press, a drag, a shortcut, a typed value, each one. Pointing and looking are
 * none.
 */
class Counted {
  steps = 0

  constructor(
    readonly page: Page,
    readonly surface: Surface,
  ) {}

  async press(x: number, y: number): Promise<void> {
    this.steps++
    await this.surface.press(x, y)
  }
  /** A shortcut. */
  async key(key: string): Promise<void> {
    this.steps++
    await this.page.keyboard.press(key)
  }
  /** Values typed where the pointer is, one after the other, taken by Enter. */
  async type(...values: string[]): Promise<void> {
    this.steps += values.length
    for (const [i, value] of values.entries()) {
      if (i > 0) await this.page.keyboard.press('Tab')
      await this.page.keyboard.type(value)
    }
    await this.page.keyboard.press('Enter')
  }
  /** A length typed in the direction pointed to. */
  async towards(x: number, y: number, value: string): Promise<void> {
    await this.surface.move(x, y)
    await this.type(value)
  }
  /** A press on an entry of the open drawer. */
  async tool(name: string): Promise<void> {
    this.steps++
    await tool(this.page, name)
  }
  /** A press on a stage. */
  async stage(name: string): Promise<void> {
    this.steps++
    await stage(this.page, name)
  }
  /** The key that asks, and a name. */
  async ask(name: string): Promise<void> {
    this.steps += 2
    await this.page.keyboard.press('/')
    await this.page.keyboard.type(name)
    await this.page.keyboard.press('Enter')
  }
  /** Two sizes at once, both counted. */
  async sizes(x: number, y: number, width: string, depth: string): Promise<void> {
    this.steps += 2
    await this.surface.move(x, y)
    await this.page.keyboard.type(`${width} x ${depth}`)
    await this.page.keyboard.press('Enter')
  }
  /** Several distances at once, each counted. */
  async list(x: number, y: number, ...values: string[]): Promise<void> {
    this.steps += values.length
    await this.surface.move(x, y)
    await this.page.keyboard.type(values.join('; '))
    await this.page.keyboard.press('Enter')
  }
}

/** What an ordinary way takes, by what is done and in how many such steps. */
type Ordinary = readonly (readonly [action: string, steps: number])[]

const report: string[] = []
function compare(name: string, counted: Counted, ordinary: Ordinary): void {
  const usual = ordinary.reduce((sum, [, steps]) => sum + steps, 0)
  report.push(`${name}: ${counted.steps} steps, the ordinary way ${usual}`)
  expect(counted.steps, `${name}: steps against ${usual}`).toBeLessThanOrEqual(usual / 2)
}
test.afterAll(() => void process.stdout.write(`${report.join('\n')}\n`))

const lengthOf = ({ a, b }: Wall): number => Math.round(Math.hypot(b.x - a.x, b.y - a.y))
const sorted = (all: readonly number[]): number[] => [...all].sort((p, q) => p - q)
/** Where the edges of openings lie along an axis of the board, from a place on. */
function edges(
  openings: readonly Opening[],
  walls: readonly Wall[],
  axis: 'x' | 'y',
  from: number,
): number[] {
  return sorted(
    openings.flatMap((opening) => {
      const { a, b } = walls.find(({ id }) => id === opening.wall)!
      const u = (b[axis] - a[axis]) / Math.hypot(b.x - a.x, b.y - a.y)
      return [-0.5, 0.5].map((side) =>
        Math.round(a[axis] + u * (opening.along + side * opening.width) - from),
      )
    }),
  )
}

/** What walls around an outline take: drawn, offset by their thickness, filled. */
const WALLS_AROUND: Ordinary = [
  ['take the rectangle, its corner, width, depth', 4],
  ['offset: take it, the distance, the line, the side', 4],
  ['fill between the lines: take it, the pattern, a place', 3],
]
/** What an opening takes before anything stands in it: its two edges from a corner, cut into both faces. */
const CUT_OUT: Ordinary = [
  ['offset: take it; distance, line and side for each edge', 7],
  ['trim: take it, two cutting lines, two faces, the four ends of the edges', 9],
]
const times = (count: number, of: Ordinary): Ordinary => Array.from({ length: count }, () => of).flat()

test('a walled plot with a gate', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Plot')
  const work = new Counted(page, surface)
  await work.key('t')
  await work.type('240')
  await work.tool('Walls in a rectangle')
  await work.press(0, 0)
  await work.sizes(3000, 2000, '15m', '9m')
  await work.ask('Plain opening')
  await surface.move(3000, 120)
  await work.type('2000', '3000')
  await saved(page)

  const walls = await stored(server, project, 'wall')
  expect(sorted(walls.map(lengthOf))).toEqual([9000, 9000, 15000, 15000])
  expect(edges(await stored(server, project, 'opening'), walls, 'x', 240)).toEqual([2000, 5000])
  compare('A walled plot', work, [...WALLS_AROUND, ...CUT_OUT])
})

test('three equal bays with mirrored windows', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Bays')
  const work = new Counted(page, surface)
  await work.key('t')
  await work.type('240')
  await work.tool('Walls in a rectangle')
  await work.press(0, 0)
  await work.sizes(3000, 2000, '9240', '5000')
  await work.tool('Wall beside a wall')
  await work.key('t')
  await work.type('120')
  await work.press(120, 2500)
  await work.list(2000, 2500, '2840', '2840')
  await work.key('n')
  await work.list(1000, 4880, '400', '900', '3200', '900', '920', '900')
  await saved(page)

  const walls = await stored(server, project, 'wall')
  expect(walls).toHaveLength(6)
  // Clear of each other by 2 840: faces of 120 at 3 080 and 6 040 from the outside.
  expect(sorted(walls.slice(4).map(({ a }) => Math.round(a.x)))).toEqual([3080, 6040])
  const found = edges(await stored(server, project, 'opening'), walls, 'x', 240)
  expect(found).toEqual([400, 1300, 4500, 5400, 6320, 7220])
  // In every bay 400 from a wall, left, right, left.
  expect([found[0], 2840 + 120 + 2840 - found[3]!, found[4]! - 2 * (2840 + 120)]).toEqual([400, 400, 400])
  compare('Three bays', work, [
    ...WALLS_AROUND,
    ['offset for two partitions: take it; distance, line and side for four lines', 13],
    ['trim them into the walls: take it, four cutting lines, four parts', 9],
    ['fill the partitions', 3],
    ...CUT_OUT,
    ['the window: two lines by four points', 6],
    ['mirror it: take it, select, two points of the axis', 4],
    ['copy it: take it, select, from, to', 4],
    ['trim the faces at both copies', 9],
  ])
})

test('a cottage in feet and inches', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Cottage', true)
  const work = new Counted(page, surface)
  const ft = (feet: number, inches = 0): number => (feet * 12 + inches) * 25.4
  await work.key('t')
  await work.type('8"')
  await work.tool('Walls in a rectangle')
  await work.press(0, 0)
  await work.sizes(3000, 2000, "24'", "16'")
  await work.tool('Wall beside a wall')
  await work.key('t')
  await work.type('4 1/2"')
  await work.press(ft(0, 4), ft(8))
  await work.list(ft(6), ft(8), `9'6"`)
  await work.key('d')
  await surface.move(ft(10, 4.5), ft(2))
  await work.type('6"', `2'8"`)
  await surface.move(ft(14), ft(0, 4))
  await work.type(`2'`, `3'`)
  await work.key('n')
  for (const x of [ft(5), ft(17)]) {
    await work.key('m')
    await work.press(x, ft(15, 5))
  }
  await saved(page)

  const walls = await stored(server, project, 'wall')
  const openings = await stored(server, project, 'opening')
  const partition = walls[4]!
  expect(partition.a.x).toBeCloseTo(ft(10, 2), 3)
  const inches = (all: readonly number[]): number[] => all.map((mm) => Math.round((mm / 25.4) * 4) / 4)
  const of = (found: (opening: Opening) => boolean, axis: 'x' | 'y', from: number): number[] =>
    inches(edges(openings.filter(found), walls, axis, from))
  expect(of(({ wall }) => wall === partition.id, 'y', ft(0, 8))).toEqual([6, 38])
  expect(of(({ fit, wall }) => fit === 'door' && wall !== partition.id, 'x', ft(10, 6.5))).toEqual([24, 60])
  // Windows in the middle of each room: 8" to 10'-2", and 10'-6 1/2" to 23'-4".
  const middles = openings
    .filter(({ fit }) => fit === 'window')
    .map((opening) => edges([opening], walls, 'x', 0))
    .map(([low, high]) => (low! + high!) / 2 / 25.4)
  expect(sorted(middles).map((each) => Math.round(each * 4) / 4)).toEqual([65, 203.25])
  compare('A cottage', work, [
    ...WALLS_AROUND,
    ['offset for the partition: take it; distance, line and side for two lines', 7],
    ['trim it into the walls: take it, two cutting lines, two parts', 5],
    ['fill it', 2],
    ...times(2, CUT_OUT),
    ...times(2, [['the door: insert, its name, a point, a turn', 4]]),
    ...times(2, [['the middle of the room: a line by two points', 3], ...CUT_OUT, ['the window', 6]]),
  ])
})

test('a stepped outline with typed openings', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Steps')
  const work = new Counted(page, surface)
  await work.key('t')
  await work.type('300')
  await work.press(0, 0)
  for (const [x, y, length] of [
    [4000, 0, '8000'],
    [8000, 2000, '3000'],
    [6000, 3000, '2500'],
    [5500, 4500, '2000'],
    [3000, 5000, '3000'],
    [2500, 6000, '1500'],
    [1000, 6500, '2500'],
  ] as const)
    await work.towards(x, y, length)
  await work.press(0, 0)
  await work.key('n')
  // Drawn on their left faces, round anticlockwise: the walls stand outside of the line.
  await work.list(2000, -150, '900', '1200', '1500', '1200')
  await work.key('d')
  await surface.move(8150, 800)
  await work.type('600', '1010')
  await saved(page)

  const walls = await stored(server, project, 'wall')
  expect(walls.map(lengthOf)).toEqual([8000, 3000, 2500, 2000, 3000, 1500, 2500, 6500])
  const openings = await stored(server, project, 'opening')
  const windows = edges(
    openings.filter(({ fit }) => fit === 'window'),
    walls,
    'x',
    0,
  )
  expect(windows).toEqual([900, 2100, 3600, 4800])
  expect(
    edges(
      openings.filter(({ fit }) => fit === 'door'),
      walls,
      'y',
      0,
    ),
  ).toEqual([600, 1610])
  compare('A stepped outline', work, [
    ['the outline: take it, its start, seven lengths, close it', 10],
    ['offset it', 4],
    ['fill between', 3],
    ...times(3, CUT_OUT),
    ...times(2, [['the window: two lines by four points', 6]]),
    ['the door: insert, its name, a point, a turn', 4],
  ])
})

test('an outline with an arc and a window in it', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Arc')
  const work = new Counted(page, surface)
  await work.key('t')
  await work.type('200')
  await work.press(0, 0)
  await work.towards(4000, 0, '6000')
  await work.key('u')
  await work.towards(6000, 3000, '4000')
  await work.key('s')
  await work.towards(3000, 4000, '6000')
  await work.press(0, 0)
  await work.key('n')
  await surface.move(7400, 600)
  await work.type('1500', '1200')
  await saved(page)

  const walls = await stored(server, project, 'wall')
  expect(walls).toHaveLength(4)
  const curved = walls.find(({ sweep }) => sweep)!
  expect(Math.abs(curved.sweep!)).toBeCloseTo(Math.PI, 6)
  expect([curved.a.x, curved.a.y, curved.b.x, curved.b.y].map(Math.round)).toEqual([6000, 0, 6000, 4000])
  const [window] = await stored(server, project, 'opening')
  expect(window).toMatchObject({ wall: curved.id, width: 1200 })
  expect(Math.round(window!.along)).toBe(1500 + 600)
  compare('An outline with an arc', work, [
    ['lines: take them, start, length; later start and length again; the closing line', 8],
    ['the arc: take it, start, end, radius', 4],
    ['join the parts: take it, select', 2],
    ['offset the outline', 4],
    ['fill between', 3],
    ['a square line at a distance along the arc: measure along it, line by two points, turn a copy of it', 9],
    ['trim the arcs: take it, two cutting lines, two faces', 5],
    ['the glass: two arcs by three points', 8],
  ])
})

test('a furnished flat', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Flat')
  const work = new Counted(page, surface)
  await work.key('t')
  await work.type('200')
  await work.tool('Walls in a rectangle')
  await work.press(0, 0)
  await work.sizes(3000, 2000, '7000', '5000')
  // Each by the distance of its middle from the corner, its back against the wall.
  const alongWall = async (name: string, x: number, y: number, distance: string): Promise<void> => {
    await work.ask(name)
    await work.key('e')
    await surface.move(x, y)
    await work.type(distance)
  }
  await alongWall('Bed 1800', 1200, 4790, '1500')
  await alongWall('Wardrobe', 210, 1500, '1200')
  await alongWall('Sofa for three', 6790, 1500, '1400')
  await alongWall('Kitchen run', 4500, 4790, '1600')
  await work.ask('Table with chairs')
  await work.press(4000, 1500)
  await saved(page)

  const placed = await stored(server, project, 'placement')
  const middles = placed.map(({ at }) => [Math.round(at.x), Math.round(at.y)])
  expect(middles).toEqual([
    [200 + 1500, 4800],
    [200, 200 + 1200],
    [6800, 200 + 1400],
    [6800 - 1600, 4800],
    [4000, 1500],
  ])
  // Backs against their walls: a quarter turn for each.
  expect(
    new Set(placed.slice(0, 3).map(({ turn }) => Math.round((turn * 180) / Math.PI + 360) % 360)).size,
  ).toBe(3)
  const block: Ordinary = [
    ['a line to measure by: offset, distance, wall, side', 4],
    ['the block: insert, its name, the middle of its back, its turn', 4],
    ['the line goes again', 2],
  ]
  compare('A furnished flat', work, [
    ...WALLS_AROUND,
    ...times(4, block),
    ['the table: insert, its name, a point, a turn', 4],
  ])
})
