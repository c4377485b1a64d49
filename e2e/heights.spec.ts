import {
  expect,
  newProject,
  putAway,
  room,
  stage,
  stored,
  type Surface,
  test,
  tool,
  traits,
  thicknessOfWalls,
} from './fixture'
import type { Page } from '@playwright/test'

test.use({ samples: false })

/** Types into a field of Traits. */
async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = traits(page).getByRole('textbox', { name: label, exact: true })
  await field.fill(value)
  await field.press('Tab')
}
/** The figures of the dimension at a place, as Traits tell them. */
async function figures(page: Page, surface: Surface, x: number, y: number): Promise<string> {
  await putAway(page)
  await surface.press(x, y)
  await expect(traits(page)).toContainText('Dimension')
  const told = await traits(page).locator('.part .figure').allInnerTexts()
  await putAway(page)
  return told.join(' ').replace(/\s/g, ' ')
}

test('what is measured stays measured, and doors are not cut away', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Ties' })
  const surface = await room(page)
  // Room for the row below.
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown')
  await test.step('a dimension along the south wall', async () => {
    await stage(page, 'annotate')
    await tool(page, 'Dimension')
    await surface.press(0, 0)
    await surface.press(6000, 0)
    await surface.press(3000, -1500)
    await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBe(1)
    const [dimension] = await stored(server, project, 'dimension')
    expect(dimension!.anchors.map(({ to }) => to)).toEqual(['wallCorner', 'wallCorner'])
  })
  const lineY = async (): Promise<number> => {
    const [dimension] = await stored(server, project, 'dimension')
    const { offset } = dimension!
    if (offset.in !== 'row') throw new Error('The row stands beside the building.')
    expect(offset.side).toBe('right')
    // From the outer face of the wall, drawn along its inner one, at 1:50.
    return -(await thicknessOfWalls(server, project)) - (10 + 8 * offset.row) * 50
  }
  const at = await lineY()
  expect(await figures(page, surface, 2000, at)).toBe('6 000')

  await test.step('its wall is drawn the other way: it reads the same', async () => {
    await surface.press(3000, -70)
    await page.getByRole('button', { name: 'Drawn the other way' }).click()
    await expect
      .poll(async () => (await stored(server, project, 'dimension'))[0]!.anchors[0])
      .toMatchObject({
        end: 'b',
        side: 'right',
      })
    expect(await figures(page, surface, 2000, at)).toBe('6 000')
  })
  await test.step('its wall is split: it reads the same', async () => {
    await stage(page, 'walls')
    await tool(page, 'Split')
    await surface.press(3500, -70)
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(5)
    expect(await figures(page, surface, 2000, at)).toBe('6 000')
  })
  await test.step('a wall is not split through its door', async () => {
    await stage(page, 'openings')
    await tool(page, 'Door')
    await surface.move(1500, 0)
    await surface.type('1000')
    await expect.poll(async () => (await stored(server, project, 'opening')).length).toBe(1)
    await putAway(page)
    const [door] = await stored(server, project, 'opening')
    await stage(page, 'walls')
    await tool(page, 'Split')
    const wall = (await stored(server, project, 'wall')).find(({ id }) => id === door!.wall)!
    const part = door!.along / Math.hypot(wall.b.x - wall.a.x, wall.b.y - wall.a.y)
    await surface.press(wall.a.x + (wall.b.x - wall.a.x) * part, -70)
    await expect(page.getByTestId('sentence')).toContainText(
      'The door D01 stands where the wall would be cut. Move or remove it first.',
    )
    expect(await stored(server, project, 'wall')).toHaveLength(5)
    await putAway(page)
  })
  await test.step('a length typed for the west wall keeps the ring closed', async () => {
    await surface.press(-70, 2000)
    await fill(page, 'Length', '5000')
    const corners = async (): Promise<string[]> =>
      (await stored(server, project, 'wall')).flatMap(({ a, b }) =>
        [a, b].map(({ x, y }) => `${Math.round(x)} ${Math.round(y)}`),
      )
    await expect.poll(async () => (await corners()).includes('0 -1000')).toBe(true)
    const all = await corners()
    expect(all.every((end) => all.filter((other) => other === end).length === 2)).toBe(true)
    await putAway(page)
    await expect(page.locator('[data-stage="walls"] .count')).toHaveCount(0)
  })
  await test.step('without its walls it says that it lost them, and undo brings all back', async () => {
    await surface.press(500, -1070)
    await page.keyboard.press('Delete')
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(4)
    await stage(page, 'annotate')
    await expect(page.locator('.drawer')).toContainText('A dimension lost what it measured')
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(5)
    await expect(page.locator('.drawer')).not.toContainText('lost what it measured')
  })
})

test('walls, columns and windows by their heights', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Heights', height: '2700' })
  const surface = await room(page)
  await page.keyboard.press('w')
  await surface.press(3000, 0)
  await surface.move(3000, 2000)
  await surface.type('2500')
  await putAway(page)
  const low = async () => (await stored(server, project, 'wall')).at(-1)!
  await test.step('a low wall is seen from above', async () => {
    await surface.press(3000, 1500)
    await expect(page.getByTestId('zone')).toContainText('Cut in plan. Goes up to the next level.')
    await fill(page, 'Height', '900')
    await expect(page.getByTestId('zone')).toContainText('Below the cut: seen from above in plan.')
    await expect.poll(async () => (await low()).height).toBe(900)
  })
  await test.step('with its foot at 2 200 it is overhead', async () => {
    await fill(page, 'Foot', '2200')
    await fill(page, 'Height', '400')
    await expect(page.getByTestId('zone')).toContainText('Above the cut: overhead in plan.')
    await putAway(page)
    // It is taken by its body as before.
    await surface.press(3000, 1500)
    await expect(traits(page)).toContainText('Wall')
    await page.getByRole('button', { name: 'Up to the next level' }).click()
    await expect(page.getByTestId('zone')).toContainText('Goes up to the next level.')
    await fill(page, 'Foot', '0')
    await expect(page.getByTestId('zone')).toContainText('Cut in plan.')
    await putAway(page)
  })
  await test.step('a column has a foot and a height', async () => {
    await stage(page, 'walls')
    await tool(page, 'Column')
    await surface.press(1500, 2000)
    await expect.poll(async () => (await stored(server, project, 'column')).length).toBe(1)
    await putAway(page)
    await surface.press(1500, 2000)
    await fill(page, 'Height', '600')
    await expect(page.getByTestId('zone')).toContainText('Below the cut')
    await expect.poll(async () => (await stored(server, project, 'column'))[0]!.height).toBe(600)
    await page.keyboard.press('Control+z')
    await expect(page.getByTestId('zone')).toContainText('Cut in plan.')
    await putAway(page)
  })
})
