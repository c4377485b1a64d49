import type { Page } from '@playwright/test'
import {
  board,
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

async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label, exact: true }).first()
  await field.fill(value)
  await field.press('Enter')
}

test('a dormer stands in the slope that is pointed to, and is seen from there', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Dormer', level: 'Ground', height: '2700' })
  const plan = await room(page)
  await stage(page, 'walls')
  await tool(page, 'Roof')
  await page.getByRole('radio', { name: 'The outside of the walls' }).click()
  await page.getByTestId('board').focus()
  await plan.press(3000, 2000)
  await expect.poll(async () => (await stored(server, project, 'roof')).length).toBe(1)
  await putAway(page)

  await test.step('beside the roof it is refused in a sentence, and nothing is stored', async () => {
    await tool(page, 'Dormer')
    await page.getByTestId('board').focus()
    await plan.press(3000, -1000)
    await expect(page.getByTestId('sentence')).toContainText('A dormer stands in a slope of a roof')
    expect(await stored(server, project, 'dormer')).toHaveLength(0)
  })

  await test.step('on the slope it is made as wide as is typed, its eaves over the roof there', async () => {
    await plan.move(3000, 400)
    await page.keyboard.type('900')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await stored(server, project, 'dormer')).length).toBe(1)
    const [dormer] = await stored(server, project, 'dormer')
    expect(dormer).toMatchObject({ width: 900, form: 'double' })
    expect(dormer!.at.x).toBeCloseTo(3000, -1)
    // The roof rises at 35° from its eaves, 450 before the walls; its top lies higher by the fascia. The eaves of the
    // dormer lie over it by 0.4 of what rises behind.
    const [roof] = await stored(server, project, 'roof')
    const ys = roof!.outline.vertices.map(({ y }) => y)
    const [edge, ridge] = [Math.min(...ys) - roof!.overhang, (Math.min(...ys) + Math.max(...ys)) / 2]
    const topAt = (y: number): number => roof!.eaves + (y - edge) * Math.tan(roof!.pitch) + roof!.fascia
    const { y } = dormer!.at
    expect(Math.abs(dormer!.eaves - (topAt(y) + 0.4 * (topAt(ridge) - topAt(y))))).toBeLessThan(1)
    await putAway(page)
  })

  await test.step('in Traits what would not fit is refused; the elevation shows it, and takes it', async () => {
    const [before] = await stored(server, project, 'dormer')
    await stage(page, 'annotate')
    await page.getByRole('button', { name: 'All four elevations' }).click()
    await page.locator('.shelf button.card', { hasText: 'South elevation' }).click()
    const south = board(page)
    await stands(south)
    // Over its eaves, beneath its ridge.
    await south.press(before!.at.x - before!.width / 2 - 150, before!.eaves + 20)
    await south.press(before!.at.x, before!.eaves + 100)
    await expect(traits(page)).toContainText('Dormer')
    await fill(page, 'Width', '9000')
    await expect(page.getByTestId('sentence')).toContainText('It reaches beyond its slope')
    expect((await stored(server, project, 'dormer'))[0]!.width).toBe(900)
    await fill(page, 'Width', '1100')
    await expect.poll(async () => (await stored(server, project, 'dormer'))[0]!.width).toBe(1100)
    await page.getByTestId('board').focus()
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await stored(server, project, 'dormer'))[0]!.width).toBe(900)
  })
})

test('strips of walls begin and end at typed heights; what cannot be is said', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Strips', level: 'Ground', height: '2700' })
  await room(page)
  await stage(page, 'walls')
  await page.getByRole('button', { name: 'Edit wall types' }).click()
  const panel = page.getByTestId('wall-types')
  const type = async () => {
    const [wall] = await stored(server, project, 'wall')
    return (await stored(server, project, 'wallType')).find(({ id }) => id === wall!.type)!
  }
  const [end, start] = ['End', 'Start'].map((name) =>
    panel.getByRole('textbox', { name: `${name} of strip 1 above the floor` }),
  )
  await end!.fill('450')
  await end!.press('Tab')
  await expect.poll(async () => (await type()).strips[0]!.head).toBe(450)
  await start!.fill('600')
  await start!.press('Tab')
  await expect(page.getByTestId('sentence')).toContainText('A strip ends higher than it begins.')
  await start!.fill('a lot')
  await start!.press('Tab')
  await expect(start!).toHaveValue('')
  expect((await type()).strips[0]).not.toHaveProperty('foot')
  await panel.getByRole('checkbox', { name: 'Strip 1 is turned into openings' }).check()
  await expect.poll(async () => (await type()).strips[0]!.turnsIn).toBe(true)
  await end!.fill('')
  await end!.press('Tab')
  await expect.poll(async () => 'head' in (await type()).strips[0]!).toBe(false)
  await saved(page)
})

test('a dimension of a cutaway runs along an axis of space, and tells its true length', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Axes', level: 'Ground', height: '2700' })
  await room(page)
  await stage(page, 'annotate')
  await page.getByRole('button', { name: 'Cutaway' }).click()
  const cutaway = board(page)
  await stands(cutaway)
  await putAway(page)
  const [wall] = await stored(server, project, 'wall')
  const thick = (await stored(server, project, 'wallType'))
    .find(({ id }) => id === wall!.type)!
    .strips.reduce((sum, { thickness }) => sum + thickness, 0)
  // Isometric: all axes 30° apart from level and upright, at their own length in the picture.
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
  const at = (x: number, y: number): [number, number] => [(x + y) * c, (y - x) * s]
  await page.keyboard.press('c')
  await cutaway.press(...at(-thick, -thick))
  await cutaway.press(...at(6000 + thick, -thick))
  await cutaway.press(...at(3000, -2500))
  await expect.poll(async () => (await stored(server, project, 'dimension')).length).toBe(1)
  const [dimension] = await stored(server, project, 'dimension')
  expect(dimension).toMatchObject({ axis: 'x' })
  expect(dimension!.anchors.map(({ to }) => to)).toEqual(['edge', 'edge'])
})
