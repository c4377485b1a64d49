import type { Page } from '@playwright/test'
import { board, expect, newProject, saved, stage, stored, test, tool, type Surface } from './fixture'

test.use({ samples: false })

async function begin(page: Page, name: string, feet = false): Promise<{ project: string; surface: Surface }> {
  const project = await newProject(page, { name, feet })
  return { project, surface: board(page) }
}

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
