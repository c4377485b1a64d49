import type { RecordOf } from '@lamina/core/records'
import type { Page } from '@playwright/test'
import {
  ask,
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
  thicknessOfWalls,
  tool,
  traits,
} from './fixture'

test.use({ samples: false })

async function readAt(page: Page, scale: number): Promise<void> {
  await page.getByTestId('reads-at').click()
  await page
    .getByRole('listitem')
    .filter({ hasText: new RegExp(`^1:${scale}$`) })
    .click()
  await expect(page.getByTestId('reads-at')).toContainText(`1:${scale}`)
  await stands(board(page))
}

test('numbers of doors that lie on each other are tidied, pulled, pinned, and have places for a scale', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Numbers' })
  const plan = await room(page)
  const doors = async (): Promise<RecordOf<'opening'>[]> =>
    (await stored(server, project, 'opening')).sort((p, q) => (p.mark! < q.mark! ? -1 : 1))

  await test.step('two doors about a corner, as the lens of numbers shows them', async () => {
    await stage(page, 'openings')
    await tool(page, 'Door')
    // Both open outwards: their numbers stand within the room.
    await plan.move(700, -50)
    await page.keyboard.press('s')
    await plan.press(700, -50)
    await plan.press(-50, 700)
    await expect.poll(async () => (await doors()).length).toBe(2)
    await putAway(page)
    await page.getByTitle('What is shown, and how').click()
    await page.locator('.v-list-item').filter({ hasText: 'Door and window numbers' }).click()
    await stands(board(page))
    await stage(page, 'annotate')
    await readAt(page, 100)
  })
  const [first, second] = await doors()

  await test.step('Tidy moves one of them, and shows it before', async () => {
    await ask(page, 'Tidy')
    await expect(page.getByText('Enter puts 1 thing where shown.')).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(page.getByText('1 thing stands elsewhere now.')).toBeVisible()
    await saved(page)
    expect((await doors()).filter(({ markPaperMm }) => markPaperMm)).toHaveLength(1)
    await putAway(page)
    await page.keyboard.press('Control+z')
    await expect.poll(doors).toEqual([first, second])
  })

  const thick = await thicknessOfWalls(server, project)
  await test.step('a number is pulled by its handle, and a line leads back to its door', async () => {
    await plan.press(first!.along, -thick / 2)
    await expect(traits(page)).toContainText('Door')
    // By itself its middle stands 4.1 mm off the face, here 410.
    await plan.press(first!.along, 410)
    await expect(page.getByText('Point to where the number is to stand')).toBeVisible()
    await plan.press(first!.along + 1500, 1800)
    await expect.poll(async () => (await doors())[0]!.markPaperMm).toBeDefined()
    const { x, y } = (await doors())[0]!.markPaperMm!
    expect(Math.abs(x)).toBeCloseTo(15, 1)
    expect(y).toBeCloseTo(18, 1)
  })

  await test.step('Traits tell where it stands: pinned it stays, at another scale it has its own place', async () => {
    await traits(page).getByText('Where its number stands').click()
    await traits(page).getByLabel('Pinned: stays here when others are tidied').check()
    await expect.poll(async () => (await doors())[0]!.pinned).toBe(true)
    await traits(page).getByRole('button', { name: 'Give it a place of its own at 1:100' }).click()
    await expect(traits(page).getByText('Its own place at 1:100')).toBeVisible()
    await traits(page).getByRole('button', { name: 'Place its number by itself' }).click()
    await expect.poll(async () => (await doors())[0]!.places).toEqual([{ scale: 100, own: {} }])
    // Elsewhere it stands as it was put.
    expect((await doors())[0]!.markPaperMm).toBeDefined()
  })
})
