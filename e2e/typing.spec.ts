import type { Page } from '@playwright/test'
import { make, outcome, strokesFor, type Outcome } from './fastKeys'
import {
  begin,
  board,
  choose,
  expect,
  newProject,
  records,
  saved,
  stage,
  stored,
  test,
  tool,
  typeTwo,
} from './fixture'

test.use({ samples: false })

/** What the runs of keys draw. */
const DRAWN = new Set(['wall', 'linework', 'opening'])

const field = (page: Page, name: string) => page.getByTestId('measure-tag').getByLabel(name, { exact: true })
const length = ({ a, b }: { a: { x: number; y: number }; b: { x: number; y: number } }): number =>
  Math.round(Math.hypot(b.x - a.x, b.y - a.y) * 10) / 10

test('what is typed: backspace corrects it, what is refused waits to be typed anew', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Refused')
  const walls = () => stored(server, project, 'wall')
  await page.keyboard.press('w')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await saved(page)
  expect(await walls()).toHaveLength(1)

  await test.step('a figure that is not understood', async () => {
    await surface.move(6000, 2000)
    await surface.type('38o0')
    await expect(page.getByTestId('echo')).toContainText('“o” is not a unit')
    await page.keyboard.press('Backspace')
    await expect(field(page, 'along')).toHaveValue('')
    await page.keyboard.type('38 0x')
    await page.keyboard.press('Enter')
    await page.keyboard.type('4000')
    await expect(field(page, 'along')).toHaveValue('4000')
    await page.keyboard.press('Backspace')
    await page.keyboard.press('Backspace')
    await expect(field(page, 'along')).toHaveValue('40')
    await page.keyboard.type('50')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await walls()).map(length)).toEqual([6000, 4050])
  })

  await test.step('a door that does not fit', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('d')
    await surface.move(200, 60)
    await surface.type('9000')
    await expect(page.getByTestId('sentence')).toBeVisible()
    await expect(field(page, 'from corner')).toHaveValue('9000')
    await page.keyboard.type('900')
    await expect(field(page, 'from corner')).toHaveValue('900')
    await page.keyboard.press('Enter')
    await saved(page)
    const [door, ...more] = await stored(server, project, 'opening')
    expect(more).toEqual([])
    expect(door!.along - door!.width / 2).toBeCloseTo(900, 6)
    expect(await walls()).toHaveLength(2)
  })
})

test('the board has the keys after a tool is taken, a field entered, a list chosen from', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Keys')
  const walls = () => stored(server, project, 'wall')

  await test.step('a tool of the drawer: Tab goes on in the tag, Enter enters', async () => {
    await tool(page, 'Wall')
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await tool(page, 'Wall')
    await surface.press(0, 0)
    await surface.move(3000, 100)
    await page.keyboard.press('Tab')
    await expect(field(page, 'along')).toBeFocused()
    await page.keyboard.type('5000')
    await page.keyboard.press('Tab')
    await page.keyboard.type('90')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await walls()).map(({ a, b }) => [a.x, a.y, Math.round(b.x), Math.round(b.y)])).toEqual([
      [0, 0, 0, 5000],
    ])
    await page.keyboard.press('Escape')
  })

  await test.step('a choice in a list of the drawer', async () => {
    await page.locator('.v-select', { has: page.getByRole('combobox', { name: 'Drawn line' }) }).click()
    await page.getByRole('option', { name: 'Centre', exact: true }).click()
    await expect(surface.element).toBeFocused()
    // Escape is for the tool in hand: one is enough.
    await page.keyboard.press('Escape')
    await expect(page.getByTestId('prompt')).toContainText('Select')
  })

  await test.step('Ask takes letters from the first, and the board its keys as soon as it closes', async () => {
    await page.keyboard.type('/wall')
    await expect(page.getByLabel('Ask for anything by name')).toHaveValue('wall')
    await page.keyboard.press('Escape')
    await expect(page.getByLabel('Ask for anything by name')).toBeHidden()
    await surface.move(2000, 2500)
    await page.keyboard.type('/rectangle of l')
    await page.keyboard.press('Backspace')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
  })

  await test.step('a field of Traits', async () => {
    await surface.press(0, 2500)
    const traits = page.getByTestId('traits')
    const layerHeight = traits.getByLabel('Length', { exact: true })
    await layerHeight.click()
    await page.keyboard.type('4500')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await walls()).map(length)).toEqual([4500])
    await expect(surface.element).toBeFocused()
    await page.keyboard.press('d')
    await expect(page.getByTestId('prompt')).toContainText('Point to a wall')
    await page.keyboard.press('Escape')
  })
})

test('letters typed after a figure: units, the tool’s own, or nothing that was not meant', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Letters')
  await page.keyboard.press('w')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await page.keyboard.type('2.5m')
  await expect(field(page, 'along')).toHaveValue('2.5m')
  // R is the other side of the wall; any other letter is a slip that is seen.
  await page.keyboard.press('r')
  await page.keyboard.press('d')
  await expect(field(page, 'along')).toHaveValue('2.5md')
  await expect(page.getByTestId('echo')).toContainText('“md” is not a unit')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Enter')
  await saved(page)
  const [wall] = await stored(server, project, 'wall')
  expect([length(wall!), wall!.reference]).toEqual([2500, 'centre'])
  // A stroke divides what is typed; with nothing typed it asks.
  await surface.move(2500, 3000)
  await page.keyboard.type('9000/2')
  await expect(field(page, 'along')).toHaveValue('9000/2')
  await page.keyboard.press('Enter')
  await saved(page)
  expect((await stored(server, project, 'wall')).map(length)).toEqual([2500, 4500])
  await page.keyboard.press('/')
  await expect(page.getByLabel('Ask for anything by name')).toBeFocused()
})

test('Ctrl Z with a line in hand takes back its last point', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Back')
  await page.keyboard.press('w')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('i')
  await surface.press(1000, 1000)
  await surface.press(3000, 1000)
  await surface.press(3000, 2500)
  await surface.press(5000, 2500)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Enter')
  await saved(page)
  const [line] = await stored(server, project, 'linework')
  expect(line!.shape.form === 'path' && line!.shape.path.vertices.map(({ x, y }) => [x, y])).toEqual([
    [1000, 1000],
    [3000, 1000],
    [3000, 2500],
  ])
  expect(await stored(server, project, 'wall')).toHaveLength(1)
})

test('a typed length keeps to the axis beside a snap, and the tag shows the direction', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Askew')
  await page.keyboard.press('i')
  await surface.press(-3000, 75)
  await surface.press(-3000, 1500)
  await page.keyboard.press('Enter')
  await page.keyboard.press('w')
  await surface.press(0, 0)
  // The end of the line lies 1.4° above the axis, within reach of the pointer.
  await surface.move(-3000, 60)
  await page.keyboard.type('3000')
  await expect(field(page, 'turn')).toHaveAttribute('placeholder', '180°')
  await page.keyboard.press('Enter')
  await saved(page)
  const [wall] = await stored(server, project, 'wall')
  expect([wall!.b.x, wall!.b.y]).toEqual([-3000, 0])
})

test('another project begins with its own choices', async ({ page }) => {
  await begin(page, 'First')
  await stage(page, 'fit-out')
  await tool(page, 'Line')
  await choose(page, 'On layer', 'Fine lines')
  await stage(page, 'walls')
  await choose(page, 'Drawn line', 'Right face')
  await choose(page, 'Hold the direction', 'Every 30°')

  await test.step('a layer chosen for one tool stays with it', async () => {
    await stage(page, 'fit-out')
    await tool(page, 'Rectangle')
    await expect(page.getByTestId('tool-options')).not.toContainText('Fine lines')
    await tool(page, 'Line')
    await expect(page.getByTestId('tool-options')).toContainText('Fine lines')
  })

  await page.getByTitle('All projects').click()
  await page.getByRole('link', { name: 'New project' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Second')
  await page.getByLabel('Feet and inches').check()
  await page.getByRole('button', { name: 'Start drawing' }).click()
  await expect(page.getByTestId('board')).toBeFocused()
  await expect(page.locator('.drawer')).toContainText('Left face')
  await expect(page.locator('.drawer')).toContainText('Near the axes')
  await stage(page, 'fit-out')
  await tool(page, 'Line')
  await expect(page.getByTestId('tool-options')).not.toContainText('Fine lines')
  await expect(page.getByTestId('tool-options')).not.toContainText('layer-')
  await stage(page, 'walls')
  await tool(page, 'Column')
  await board(page).move(3000, 3000)
  await expect(field(page, 'width')).toHaveAttribute('placeholder', `1'-0"`)
})

test('nothing is doubled by a second press, and things are taken by their inside', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Doubles')
  await page.keyboard.type('/walls in a rectangle\n')
  await surface.press(0, 0)
  await surface.move(3000, 3000)
  await typeTwo(page, '6000', '4000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Home')

  await test.step('a hatch', async () => {
    await page.keyboard.press('h')
    await surface.press(3000, 2000)
    await surface.press(2500, 1500)
    await expect(page.getByTestId('sentence')).toContainText('filled like that already')
    await saved(page)
    expect(await stored(server, project, 'hatch')).toHaveLength(1)
    await page.keyboard.press('Escape')
  })
  await test.step('a block', async () => {
    await page.keyboard.press('p')
    await surface.press(2000, 2000)
    await surface.press(2000, 2000)
    await expect(page.getByTestId('sentence')).toContainText('same block in this place already')
    await saved(page)
    expect(await stored(server, project, 'placement')).toHaveLength(1)
    await page.keyboard.press('Escape')
  })
  await test.step('both by their inside', async () => {
    await surface.press(4400, 2930)
    await expect(page.getByTestId('traits')).toContainText('Hatch')
    await page.keyboard.press('Escape')
    await surface.press(-3000, 6000)
    await expect(page.getByTestId('traits')).toBeHidden()
  })
})

test('a door is hinged at the corner its distance was measured from, whichever way the wall was drawn', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'Hinges')
  await page.keyboard.press('w')
  // The south wall to the right, the north wall to the left.
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await page.keyboard.press('Escape')
  await surface.press(6000, 4000)
  await surface.move(3000, 4000)
  await surface.type('6000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  for (const [x, y] of [
    [900, 10],
    [5100, 10],
    [900, 4010],
    [5100, 4010],
  ] as const) {
    await surface.move(x, y)
    await surface.type('500')
  }
  await saved(page)
  const walls = await stored(server, project, 'wall')
  const doors = await stored(server, project, 'opening')
  /** Where the hinge stands, from the west. */
  const hinges = doors.map(({ wall, along, width, hand }) => {
    const { a, b } = walls.find(({ id }) => id === wall)!
    const from = along + (hand === 'start' ? -width / 2 : width / 2)
    return Math.round(a.x + Math.sign(b.x - a.x) * from)
  })
  expect(hinges).toEqual([500, 5500, 500, 5500])
  await page.keyboard.press('h')
  await surface.move(3000, 10)
  await surface.type('2000')
  await saved(page)
  const other = (await stored(server, project, 'opening')).find(
    ({ id }) => !doors.some((door) => door.id === id),
  )!
  expect(other.hand).toBe('end')
})

test('figures that can hardly be meant are doubted, with their other reading', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Doubts', true)
  const doubt = page.getByTestId('other-reading')
  await page.keyboard.type('/walls in a rectangle\n')
  await surface.press(0, 0)
  await surface.move(5000, 5000)
  await page.keyboard.type('34')
  await expect(doubt).toContainText(`Or 34'-0"?`)
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Tab')
  await page.keyboard.type('14-6')
  await expect(doubt).toContainText(`Or 14'-6"?`)
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  await saved(page)
  const walls = await stored(server, project, 'wall')
  expect(new Set(walls.map((wall) => Math.round(length(wall) / 25.4)))).toEqual(new Set([34 * 12, 14.5 * 12]))
  await page.keyboard.press('Escape')
  await page.keyboard.press('Home')

  await test.step('in the tag of a window, and in Traits', async () => {
    await page.keyboard.press('n')
    await surface.move(5000, 20)
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    await page.keyboard.type('3')
    await expect(doubt).toContainText(`Or 3'-0"?`)
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await saved(page)
    const [window] = await stored(server, project, 'opening')
    expect(window!.width).toBeCloseTo(914.4, 6)
    await surface.press(window!.along, 0)
    const width = page.getByTestId('traits').getByLabel('Width', { exact: true })
    await width.click()
    await page.keyboard.type('4')
    await expect(page.getByTestId('traits')).toContainText(`Or 4'-0"? ↑`)
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await stored(server, project, 'opening'))[0]!.width).toBeCloseTo(1219.2, 6)
  })
})

test('walls along lines, a run turned, and several walls in Traits', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Sides')
  const walls = () => stored(server, project, 'wall')
  await page.keyboard.press('i')
  await surface.press(0, 5000)
  await surface.press(4000, 5000)
  await surface.press(4000, 8000)
  await page.keyboard.press('Enter')

  await test.step('along a line that goes, on the other side', async () => {
    await page.keyboard.type('/walls along lines\n')
    await surface.move(2000, 5000)
    await expect(page.getByTestId('echo')).toContainText('the line stays · drawn on its left side')
    await page.keyboard.press('r')
    await page.keyboard.press('r')
    await page.keyboard.press('k')
    await expect(page.getByTestId('echo')).toContainText('in place of the line · drawn on its right side')
    await surface.press(2000, 5000)
    await saved(page)
    expect((await walls()).map(({ reference }) => reference)).toEqual(['right', 'right'])
    expect(await stored(server, project, 'linework')).toEqual([])
    await page.keyboard.press('Escape')
  })

  await test.step('R from here on, H the whole run', async () => {
    await page.keyboard.press('w')
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await surface.type('3000')
    await page.keyboard.press('r')
    await surface.move(3000, 2000)
    await surface.type('2000')
    await saved(page)
    expect((await walls()).slice(2).map(({ reference }) => reference)).toEqual(['right', 'left'])
    await expect(page.getByTestId('prompt')).toContainText('R: other side from here on · H: of the whole run')
    await page.keyboard.press('h')
    await saved(page)
    expect((await walls()).slice(2).map(({ reference }) => reference)).toEqual(['centre', 'centre'])
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
  })

  await test.step('the height and drawn line of all of them at once, and one step back', async () => {
    await page.keyboard.press('Control+a')
    const traits = page.getByTestId('traits')
    await expect(traits).toContainText('4 things')
    const height = traits.getByLabel('Height', { exact: true })
    await height.click()
    await page.keyboard.type('2400')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await walls()).map((wall) => wall.height)).toEqual([2400, 2400, 2400, 2400])
    await page.keyboard.press('Control+z')
    await saved(page)
    expect((await walls()).map((wall) => wall.height)).toEqual([null, null, null, null])
  })
})

test('Mirror and Copy are put down by one Escape; Shift+Enter begins a line of a note', async ({
  page,
  server,
}) => {
  const { project, surface } = await begin(page, 'One Escape')
  await page.keyboard.press('i')
  await surface.press(0, 0)
  await surface.press(2000, 0)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await surface.press(1000, 0)
  await page.keyboard.press('y')
  await surface.press(0, 0)
  await surface.press(0, 1000)
  await surface.press(0, 2000)
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('prompt')).toContainText('Select')
  await saved(page)
  expect(await stored(server, project, 'linework')).toHaveLength(3)
  await page.keyboard.press('t')
  await surface.press(3000, 3000)
  await page.keyboard.type('First line')
  await page.keyboard.press('Shift+Enter')
  await page.keyboard.type('second')
  await page.keyboard.press('Enter')
  await saved(page)
  const [note] = await stored(server, project, 'note')
  expect(note!.text).toBe('First line\nsecond')
})

test('drawer and shelf fold away and nothing jumps; letters of tools are chosen and kept', async ({
  page,
}) => {
  const { surface } = await begin(page, 'Room')
  const before = await surface.toScreen(3000, 2000)
  const whole = (await surface.element.boundingBox())!
  await page.keyboard.press('Escape')
  await page.keyboard.press('[')
  await page.keyboard.press(']')
  await expect(page.locator('.drawer')).toBeHidden()
  await expect(page.getByLabel('Shelf: drawings and sheets')).toBeHidden()
  await expect
    .poll(async () => (await surface.element.boundingBox())!.width)
    .toBeGreaterThan(whole.width + 150)
  await expect
    .poll(async () => {
      const after = await surface.toScreen(3000, 2000)
      return Math.hypot(after.x - before.x, after.y - before.y)
    })
    .toBeLessThan(1.5)
  // More than three quarters of the window is board.
  const { width, height } = (await surface.element.boundingBox())!
  expect((width * height) / (1280 * 800)).toBeGreaterThan(0.75)

  await test.step('Column gets a letter, and Dimension loses it', async () => {
    await page.keyboard.press('?')
    const letter = page.getByLabel('Letter for Column')
    await letter.focus()
    await page.keyboard.press('c')
    await expect(page.getByTestId('keys')).toContainText('C takes up Column, no longer Dimension.')
    await page.keyboard.press('Escape')
    await page.keyboard.press('c')
    await expect(page.getByTestId('prompt')).toContainText('Type its size, then point to its middle.')
  })
  await test.step('both are kept with the user', async () => {
    await page.reload()
    await expect(page.getByRole('button', { name: 'Drawings and sheets' })).toBeVisible()
    await expect(page.locator('.drawer')).toBeHidden()
    await surface.element.focus()
    await page.keyboard.press('c')
    await expect(page.getByTestId('prompt')).toContainText('Type its size, then point to its middle.')
    await page.keyboard.press('Escape')
    await page.keyboard.press('[')
    await expect(page.locator('.drawer')).toBeVisible()
    await page.keyboard.press('?')
    await page.getByRole('button', { name: 'As at first' }).click()
    await expect(page.getByLabel('Letter for Dimension', { exact: true })).toHaveValue('C')
  })
})

test('the last length is offered again, and a base point is pointed to', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Again')
  await page.keyboard.press('w')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('2400')
  await expect(page.getByTestId('prompt')).toContainText('↑: 2400 again')
  await surface.move(2400, 2000)
  await surface.type('1350')
  await surface.move(0, 1350)
  await page.keyboard.press('ArrowUp')
  await expect(field(page, 'along')).toHaveValue('1350')
  await page.keyboard.press('ArrowUp')
  await expect(field(page, 'along')).toHaveValue('2400')
  await page.keyboard.press('Enter')
  await saved(page)
  expect((await stored(server, project, 'wall')).map(length)).toEqual([2400, 1350, 2400])

  await test.step('the base point of a block, at a corner', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.type('/rectangle\n')
    await surface.press(4000, 1000)
    await typeTwo(page, '800', '400')
    await page.keyboard.press('Escape')
    await saved(page)
    const [line] = await stored(server, project, 'linework')
    const corner = line!.shape.form === 'path' ? line!.shape.path.vertices[0]! : null
    await surface.press(corner!.x, corner!.y)
    await page.getByRole('button', { name: 'Make a block' }).click()
    await page.getByTestId('make-block').getByLabel('Name').fill('Bench')
    await page.getByRole('button', { name: 'Point to it' }).click()
    await expect(page.getByTestId('prompt')).toContainText('Point to the base point of the block.')
    await surface.press(corner!.x, corner!.y)
    await page.getByRole('button', { name: 'Make the block' }).click()
    await saved(page)
    const [placed] = await stored(server, project, 'placement')
    expect(placed!.at).toEqual({ x: corner!.x, y: corner!.y })
  })
})

test('no key is lost: typed at 30 ms a key comes to the same as typed slowly', async ({ page, server }) => {
  test.setTimeout(400_000)
  for (let seed = 1; seed <= 6; seed++) {
    const strokes = strokesFor(seed)
    const came: Outcome[] = []
    for (const fast of [true, false]) {
      const project = await newProject(page, { name: `Keys ${seed}` })
      const surface = board(page)
      await make(page, surface, strokes, fast)
      came.push(
        await outcome(page, async () =>
          (await records(server, project)).filter(({ kind }) => DRAWN.has(kind)),
        ),
      )
    }
    expect(came[0], JSON.stringify(strokes)).toEqual(came[1])
  }
})

test('a pointer that runs into the measure tag points to what lies beneath', async ({ page, server }) => {
  const { project, surface } = await begin(page, 'Beneath')
  await surface.press(0, 0)
  await surface.move(4000, 0)
  await surface.type('9000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  await surface.move(1000, -150)
  const tag = (await page.getByTestId('measure-tag').getByLabel('from corner').boundingBox())!
  // At once to where its first field stands, lower right, and typed there: nothing is beneath, so nothing is put in.
  await page.mouse.move(tag.x + tag.width / 2, tag.y + tag.height / 2)
  await page.keyboard.type('500')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('sentence')).toContainText('Point to the wall')
  await surface.move(8000, -150)
  await surface.type('500')
  await saved(page)
  const [door] = await stored(server, project, 'opening')
  expect(Math.round(door!.along)).toBe(9000 - 500 - door!.width / 2)
  expect(await stored(server, project, 'opening')).toHaveLength(1)
})
