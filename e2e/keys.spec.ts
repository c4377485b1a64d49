import { ask, board, expect, newProject, saved, stands, stored, test, traits, typeTwo } from './fixture'

test('annotation is set, chosen, changed and removed without a mouse', async ({ page, server }) => {
  const project = await newProject(page, { name: 'By keys' })
  const plan = board(page)
  await stands(plan)
  /** A point by typed distances from the origin. */
  const at = async (x: number, y: number): Promise<void> => {
    await page.keyboard.press('f')
    await page.keyboard.press('o')
    await typeTwo(page, String(x), String(y))
  }
  const end = async (): Promise<void> => {
    for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
  }
  await plan.element.focus()

  await test.step('walls', async () => {
    await page.keyboard.press('w')
    for (const [x, y] of [
      [0, 0],
      [6000, 0],
      [6000, 4000],
      [0, 4000],
      [0, 0],
    ] as const)
      await at(x, y)
    await end()
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(4)
  })
  await test.step('a row, a note, a leader and a north point', async () => {
    await page.keyboard.press('c')
    await at(0, 0)
    await at(6000, 0)
    await page.keyboard.press('Enter')
    await at(3000, -1500)
    await end()
    await saved(page)
    const [row] = await stored(server, project, 'dimension')
    expect(row!.anchors.map(({ to }) => to)).not.toContain('point')
    await page.keyboard.press('t')
    await at(1000, 1000)
    await page.keyboard.type('Oak floor')
    await page.keyboard.press('Enter')
    await end()
    await page.keyboard.press('l')
    await at(6000, 2000)
    await at(7500, 2500)
    await page.keyboard.type('Render')
    await page.keyboard.press('Enter')
    await end()
    await ask(page, 'North point')
    await at(8000, -1500)
    await end()
    await saved(page)
    expect((await stored(server, project, 'note'))[0]).toMatchObject({
      text: 'Oak floor',
      at: { x: 1000, y: 1000 },
    })
    expect((await stored(server, project, 'leader'))[0]).toMatchObject({ text: 'Render' })
    expect(await stored(server, project, 'symbol')).toHaveLength(1)
  })
  /** Where the arrow keys have brought the pointer, pixels; they begin in the middle of the board. */
  let there: { x: number; y: number } | null = null
  /** They bring it to a place, in steps of 12 pixels and single ones. */
  const point = async (x: number, y: number): Promise<void> => {
    const box = (await plan.element.boundingBox())!
    const from = there ?? { x: box.x + box.width / 2, y: box.y + box.height / 2 }
    const to = await plan.toScreen(x, y)
    const way = [
      [Math.round(to.x - from.x), 'ArrowRight', 'ArrowLeft'],
      [Math.round(to.y - from.y), 'ArrowDown', 'ArrowUp'],
    ] as const
    for (const [pixels, on, back] of way) {
      const key = pixels > 0 ? on : back
      const count = Math.abs(pixels)
      for (let i = 0; i < Math.floor(count / 12); i++) await page.keyboard.press(key)
      for (let i = 0; i < count % 12; i++) await page.keyboard.press(`Shift+${key}`)
    }
    there = { x: from.x + way[0][0], y: from.y + way[1][0] }
  }
  await test.step('one is chosen by the arrow keys with a tool that changes, and moved by typed distances', async () => {
    await ask(page, 'Move')
    await point(1150, 1050)
    await page.keyboard.press('Enter')
    await expect(traits(page)).toContainText('Note')
    await at(0, 0)
    await at(500, 250)
    await end()
    await expect
      .poll(async () => (await stored(server, project, 'note'))[0]!.at)
      .toEqual({ x: 1500, y: 1250 })
  })
  await test.step('its words are changed in Traits, and it is removed', async () => {
    await ask(page, 'Select by pointing')
    await point(1650, 1300)
    await page.keyboard.press('Enter')
    await expect(traits(page)).toContainText('Note')
    const words = page.getByLabel('Text', { exact: true })
    const isThere = (): Promise<boolean> => words.evaluate((field) => field === document.activeElement)
    for (let i = 0; i < 60 && !(await isThere()); i++) await page.keyboard.press('Tab')
    expect(await isThere()).toBe(true)
    await page.keyboard.press('Control+a')
    await page.keyboard.type('Ash floor')
    await page.keyboard.press('Tab')
    await expect.poll(async () => (await stored(server, project, 'note'))[0]!.text).toBe('Ash floor')
    await plan.element.focus()
    await page.keyboard.press('Delete')
    await expect.poll(async () => (await stored(server, project, 'note')).length).toBe(0)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await stored(server, project, 'note')).length).toBe(1)
  })
  await saved(page)
})
