import { board, choose, expect, newProject, saved, sheet, stage, stored, test, tool } from './fixture'

test.use({ samples: false })

const viewOf = async (element: ReturnType<typeof board>['element']): Promise<number[]> =>
  (await element.getAttribute('data-view'))!.split(' ').map(Number)

test('pan and zoom by wheel, trackpad, keys and the middle button', async ({ page }) => {
  await newProject(page, { name: 'Views' })
  const surface = board(page)
  await page.keyboard.press('Escape')
  const at = await surface.toScreen(3000, 2000)
  await page.mouse.move(at.x, at.y)
  const [scale] = await viewOf(surface.element)
  await page.mouse.wheel(0, -120)
  await expect.poll(async () => (await viewOf(surface.element))[0]).toBeCloseTo(scale! * 1.2, 6)
  // What lay under the pointer still does. The mouse stands on whole pixels: half a pixel off either way, of
  // which the zoom makes a fifth more.
  const after = await surface.toScreen(3000, 2000)
  expect(Math.hypot(after.x - at.x, after.y - at.y)).toBeLessThan(0.15)
  // Two fingers on a trackpad: small steps, sideways too.
  const [, x0, y0] = await viewOf(surface.element)
  await page.mouse.wheel(30, 12)
  await expect.poll(async () => (await viewOf(surface.element))[1]).toBeCloseTo(x0! + 30 / (scale! * 1.2), 3)
  expect((await viewOf(surface.element))[2]).toBeCloseTo(y0! - 12 / (scale! * 1.2), 3)
  await surface.element.focus()
  const [, x1] = await viewOf(surface.element)
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await viewOf(surface.element))[1]).toBeGreaterThan(x1!)
  await page.keyboard.press('PageUp')
  await expect.poll(async () => (await viewOf(surface.element))[0]).toBeCloseTo(scale! * 1.2 * 1.25, 6)
  await page.keyboard.press('Home')
  await expect.poll(async () => (await viewOf(surface.element))[0]).toBeCloseTo(scale!, 6)
  const [, x2] = await viewOf(surface.element)
  await page.mouse.move(700, 300)
  await page.mouse.down({ button: 'middle' })
  await page.mouse.move(760, 300)
  await page.mouse.up({ button: 'middle' })
  expect((await viewOf(surface.element))[1]).toBeCloseTo(x2! - 60 / scale!, 3)
})

test('a finger draws, two fingers zoom without drawing', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Touch' })
  const surface = board(page)
  const [scale] = await viewOf(surface.element)
  const box = (await surface.element.boundingBox())!
  const cdp = await page.context().newCDPSession(page)
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const touch = (spread: number): { x: number; y: number; id: number }[] => [
    { x: middle.x - spread, y: middle.y, id: 1 },
    { x: middle.x + spread, y: middle.y, id: 2 },
  ]
  await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: touch(50) })
  for (const spread of [70, 90, 100])
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: touch(spread) })
  await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  await expect.poll(async () => (await viewOf(surface.element))[0]! / scale!).toBeCloseTo(2, 1)
  const tap = async (x: number, y: number): Promise<void> => {
    const at = await surface.toScreen(x, y)
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ ...at, id: 1 }] })
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  }
  // The pinch was no point of a wall: two taps make one wall.
  await expect(page.getByTestId('prompt')).toContainText('Point to where the wall starts')
  await tap(6000, 4000)
  await tap(8000, 4000)
  await saved(page)
  await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(1)

  await test.step('figures are typed on the screen', async () => {
    await page.setViewportSize({ width: 1024, height: 768 })
    const row = page.getByTestId('numbers')
    await tap(8000, 2000)
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(2)
    for (const key of ['1', '8', '0', '0', 'Correct', '5', 'Next field', '1', '8', '0', 'Take it'])
      await row.getByRole('button', { name: key, exact: true }).click()
    await saved(page)
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(3)
    const { a, b } = (await stored(server, project, 'wall'))[2]!
    expect(Math.round(Math.hypot(b.x - a.x, b.y - a.y))).toBe(1805)
    expect(Math.round(b.x - a.x)).toBe(-1805)
    await row.getByRole('button', { name: 'One step back' }).click()
    await row.getByRole('button', { name: 'One step back' }).click()
    await expect(row).toBeHidden()
  })
})

test('picking, boxes, moving what is selected and removing it', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Picks' })
  const surface = board(page)
  await choose(page, 'Wall type', 'Block 140')
  await choose(page, 'Drawn line', 'Centre')
  for (const y of [0, 2000, 4000]) {
    await surface.press(0, y)
    await surface.move(2000, y)
    await surface.type('4000')
    await page.keyboard.press('Escape')
  }
  await saved(page)
  await page.keyboard.press('Escape')
  const traits = page.getByTestId('traits')
  await surface.press(3000, 2000)
  await expect(traits).toContainText('Wall')
  await expect(traits).toContainText('140 thick')
  // A box takes what it touches; with Alt only what lies wholly inside.
  await page.keyboard.press('Escape')
  await surface.pull([3000, -500], [4600, 2500])
  await expect(traits).toContainText('2 walls')
  await page.keyboard.press('Escape')
  await expect(traits).toBeHidden()
  await page.keyboard.down('Alt')
  await surface.pull([-500, 1500], [4600, 2500])
  await page.keyboard.up('Alt')
  await expect(traits).toContainText('Wall')
  // Moved by a typed length and turn.
  await page.keyboard.press('g')
  await surface.press(1000, 1000)
  await surface.move(1500, 1200)
  await page.keyboard.type('750')
  await page.keyboard.press('Tab')
  await page.keyboard.type('90')
  await page.keyboard.press('Enter')
  await saved(page)
  const walls = await stored(server, project, 'wall')
  expect(walls.map((wall) => Math.round(wall.a.y))).toEqual([0, 2750, 4000])
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await surface.press(3000, 2750)
  await page.keyboard.press('Delete')
  await saved(page)
  expect(await stored(server, project, 'wall')).toHaveLength(2)
})

test('a length typed in Traits, in another unit', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Traits' })
  const surface = board(page)
  await surface.press(0, 0)
  await surface.move(2000, 0)
  await surface.type('4000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await surface.press(2000, -100)
  const field = page.getByTestId('traits').getByLabel('Length')
  await field.fill('nonsense')
  await expect(page.getByTestId('traits')).toContainText('not understood')
  await field.fill(`10'`)
  await expect(page.getByTestId('traits')).toContainText('3.048 m')
  await field.press('Enter')
  await saved(page)
  expect((await stored(server, project, 'wall'))[0]!.b.x).toBeCloseTo(3048, 6)
  // The cut pattern of a material, real size included, and its pen.
  await page.getByTestId('traits').getByRole('button', { name: 'Materials' }).click()
  await page.getByLabel('Cut pattern of Brick').selectOption('Brick, real size')
  await page.getByLabel('Pen of Brick').selectOption('0.35 mm')
  await saved(page)
  const brick = (await stored(server, project, 'material')).find((material) => material.name === 'Brick')
  expect(brick!.pattern).toBe('brick')
  expect(brick!.penMm).toBe(0.35)
})

test('everything by keyboard: Ask, stages, drawer, placing on a sheet, moving and locking', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Keys' })
  const surface = board(page)
  await surface.press(0, 0)
  await surface.move(2000, 0)
  await surface.type('5000')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.getByLabel('Ask for anything by name').fill('A-101')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('sheet')).toBeVisible()
  await page.getByRole('button', { name: 'Place a drawing' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('listitem').filter({ hasText: 'Ground floor plan' }).first().waitFor()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await saved(page)
  await expect.poll(async () => (await stored(server, project, 'viewport')).length).toBe(1)
  const before = (await stored(server, project, 'viewport'))[0]!
  await sheet(page).element.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Tab')
  await page.keyboard.press('ArrowLeft')
  await saved(page)
  expect((await stored(server, project, 'viewport'))[0]!.at.x).toBeCloseTo(before.at.x - 10, 9)
  await page.getByLabel('Locked in place and scale').check()
  await sheet(page).element.focus()
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByTestId('sentence')).toContainText('locked in its place')
})

test('a crop is drawn, kept, and taken off again', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Crop' })
  const surface = board(page)
  await surface.press(0, 0)
  await surface.move(2000, 0)
  await surface.type('8000')
  await page.keyboard.press('Escape')
  await stage(page, 'compose')
  await page.getByRole('button', { name: 'Place a drawing' }).click()
  await page.locator('.v-list-item').filter({ hasText: 'Ground floor plan' }).click()
  await saved(page)
  const { at, scale } = (await stored(server, project, 'viewport'))[0]!
  await tool(page, 'Crop')
  await sheet(page).pull([at.x - 60, at.y + 20], [at.x + 40, at.y - 20])
  await saved(page)
  const cropped = (await stored(server, project, 'viewport'))[0]!
  expect(cropped.cropped).toBe(true)
  expect(cropped.crop.maxX - cropped.crop.minX).toBeCloseTo(100 * scale, -1)
  // What was seen stays where it was on the sheet.
  const middle = (cropped.crop.minX + cropped.crop.maxX) / 2
  expect(cropped.at.x - (middle - 4000) / scale).toBeCloseTo(at.x, 0)
  await page.getByRole('button', { name: 'Show the whole drawing' }).click()
  await saved(page)
  expect((await stored(server, project, 'viewport'))[0]!.cropped).toBe(false)
})

test('the direction is held, and a point between two points is taken', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Held' })
  const surface = board(page)
  await choose(page, 'Drawn line', 'Centre')
  await choose(page, 'Hold the direction', 'Every 45°')
  await surface.press(0, 0)
  await surface.move(2000, 1700)
  await surface.type('1000')
  await page.keyboard.press('Escape')
  await saved(page)
  const [skew] = await stored(server, project, 'wall')
  expect(skew!.b.x).toBeCloseTo(Math.SQRT1_2 * 1000, 6)
  expect(skew!.b.y).toBeCloseTo(Math.SQRT1_2 * 1000, 6)
  await choose(page, 'Hold the direction', 'Near the axes')
  await surface.press(4000, 0)
  await surface.move(5000, 0)
  await surface.type('2000')
  await page.keyboard.press('Escape')
  await saved(page)
  // Half way between the two ends of the second wall.
  await page.keyboard.press('b')
  await surface.press(4000, 0)
  await surface.press(6000, 0)
  await surface.move(5000, 2000)
  await surface.type('1500')
  await saved(page)
  const third = (await stored(server, project, 'wall'))[2]!
  expect(third.a.x).toBeCloseTo(5000, 6)
  expect(third.b.y).toBeCloseTo(1500, 6)
})

test('a wall is drawn without a mouse', async ({ page, server }) => {
  const project = await newProject(page, { name: 'No mouse' })
  const surface = board(page)
  await page.keyboard.press('Escape')
  await surface.element.focus()
  await page.keyboard.press('w')
  for (const key of ['ArrowLeft', 'ArrowLeft', 'ArrowDown', 'Enter', 'ArrowRight', 'ArrowRight'])
    await page.keyboard.press(key)
  await surface.type('2500')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await saved(page)
  const [wall] = await stored(server, project, 'wall')
  expect(wall!.b.x - wall!.a.x).toBeCloseTo(2500, 6)
  expect(wall!.b.y).toBeCloseTo(wall!.a.y, 6)
  await page.keyboard.press('Enter')
  await saved(page)
  await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(2)
})

test('a wall that is to move is shown where it will be, joined, and no more where it is', async ({
  page,
}) => {
  await newProject(page, { name: 'Ahead' })
  const surface = board(page)
  await page.keyboard.press('w')
  await surface.press(0, 0)
  for (const [x, y, length] of [
    [3000, 0, '6000'],
    [6000, 3000, '4000'],
    [3000, 4000, '6000'],
    [0, 2000, '4000'],
  ] as const) {
    await surface.move(x, y)
    await surface.type(length)
  }
  await saved(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('s')
  await surface.press(6000, 2000)
  await surface.move(7000, 2000)
  await page.keyboard.type('1500')
  /** What is painted over the board at a place: how much of it is covered, and whether by bare paper. */
  const over = async (x: number, y: number): Promise<'nothing' | 'paper' | 'ink'> => {
    const at = await surface.toScreen(x, y)
    return page.evaluate(({ x: px, y: py }) => {
      const layers = document.querySelectorAll<HTMLCanvasElement>('[data-test=board] canvas')
      const box = layers[2]!.getBoundingClientRect()
      const [left, top] = [Math.round(px - box.left), Math.round(py - box.top)]
      let told: 'nothing' | 'paper' | 'ink' = 'nothing'
      for (let dx = -1; dx <= 1; dx++)
        for (let dy = -1; dy <= 1; dy++) {
          const [r, , , alpha] = layers[2]!.getContext('2d')!.getImageData(left + dx, top + dy, 1, 1).data
          if (alpha! < 90) continue
          if (r! < 120) told = 'ink'
          else if (told === 'nothing') told = 'paper'
        }
      return told
    }, at)
  }
  // Of 350, outside of the line drawn along it: bare where it stands, drawn where it comes to stand; those joined go on.
  // Each figure typed is shown: only the last takes it as far as that.
  await expect
    .poll(async () => [await over(6260, 2000), await over(7500, 2000), await over(7850, 2000)])
    .toEqual(['paper', 'ink', 'ink'])
  expect([await over(6800, 0), await over(6800, -350)]).toEqual(['ink', 'ink'])
  expect(await over(3000, 0)).toBe('nothing')
})
