import type { Page } from '@playwright/test'
import {
  board,
  choose,
  expect,
  newProject,
  putAway,
  saved,
  stage,
  stored,
  test,
  wallAt,
  walls,
} from './fixture'

test.use({ samples: false })

const changes = (page: Page) => page.getByRole('region', { name: 'Changes' })
const deed = (page: Page, words: string | RegExp) => changes(page).getByRole('button', { name: words })
const toHistory = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: 'History of the project' }).click()
  await expect(changes(page)).toBeVisible()
}

test('a moment is looked at, named and brought back, as a change of its own', async ({ page, server }) => {
  const project = await newProject(page, { name: 'House looked back on' })
  for (const y of [0, 1000, 2000]) await wallAt(page, y)
  await saved(page)
  await toHistory(page)
  const told = page.getByRole('region', { name: 'The change that is chosen' })

  await test.step('it is told in words and small pictures, the last first', async () => {
    await expect(deed(page, /^Wall /)).toHaveCount(3)
    await expect(deed(page, /^New project/)).toContainText('You')
    await expect(told).toContainText('change 4')
    await expect(told.getByRole('img', { name: 'What “Wall” changed' })).toBeVisible()
    await expect(told.getByRole('listitem')).toContainText('Wall new')
  })

  await test.step('from change to change by keys, and a name for one', async () => {
    await deed(page, /^Wall /)
      .first()
      .focus()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('ArrowDown')
    await expect(told).toContainText('change 2')
    await page.getByLabel('Name of this moment').fill('One wall alone')
    await page.getByLabel('Name of this moment').press('Enter')
    await expect(deed(page, /One wall alone/)).toBeVisible()
    await page.getByLabel('Named moments').check()
    await expect(changes(page).getByRole('button')).toHaveCount(1)
    await page.getByLabel('Named moments').uncheck()
  })

  await test.step('the whole project is looked at as it was, and not changed', async () => {
    await deed(page, /One wall alone/).click()
    await page.getByRole('link', { name: 'Look at this moment' }).click()
    await expect(page.getByTestId('moment')).toContainText('One wall alone')
    await expect(board(page).element).toBeVisible()
    const surface = board(page)
    await page.keyboard.press('w')
    await surface.press(0, 600)
    await surface.move(3000, 600)
    await surface.type('4000')
    await expect(page.getByText('This is how the project was.')).toBeVisible()
    await putAway(page)
    expect(await walls(server, project)).toEqual([0, 1000, 2000])
    // On every page of it, and after a reload.
    await stage(page, 'compose')
    await expect(page.getByTestId('moment')).toBeVisible()
    await page.reload()
    await expect(page.getByTestId('moment')).toContainText('One wall alone')
    await page.getByRole('button', { name: 'Back to now' }).click()
    await expect(page.getByTestId('moment')).toBeHidden()
    await expect(page.getByTestId('saved')).toHaveText('Saved')
  })

  await test.step('what changed since is listed, one thing is taken out, all is brought back, and undone', async () => {
    await toHistory(page)
    await deed(page, /One wall alone/).click()
    await page.getByRole('button', { name: 'What changed since' }).click()
    await expect(told.getByRole('button', { name: 'Bring Wall back' })).toHaveCount(2)
    await told.getByRole('button', { name: 'Bring Wall back' }).last().click()
    await saved(page)
    await expect(told.getByRole('button', { name: 'Bring Wall back' })).toHaveCount(1)
    await expect(deed(page, /^Brought back/)).toBeVisible()
    expect(await walls(server, project)).toEqual([0, 1000])
    await page.getByRole('button', { name: 'Bring all of it back' }).click()
    await expect.poll(() => walls(server, project)).toEqual([0])
    await expect(told).toContainText('Nothing: the project is as it was then.')
    await page.keyboard.press('Control+z')
    await expect.poll(() => walls(server, project)).toEqual([0, 1000])
    await expect(deed(page, /^Brought back, taken back/)).toBeVisible()
  })

  await test.step('one change is taken back by itself', async () => {
    await deed(page, /One wall alone/).click()
    await page.getByRole('button', { name: 'Take this change back' }).click()
    await expect.poll(() => walls(server, project)).toEqual([1000])
    await expect(deed(page, /^Wall, taken back/)).toBeVisible()
    await page.getByRole('button', { name: 'Take this change back' }).click()
    await expect(page.getByText('nothing is left to take back')).toBeVisible()
  })
})

test('a history is narrowed by drawing, by person and by day; one drawing is brought back', async ({
  page,
  server,
  other,
}) => {
  const project = await newProject(page, { name: 'House looked back on' })
  await wallAt(page, 0)
  await saved(page)
  await other.goto(`/project/${project}`)
  await wallAt(other, 1000)
  await saved(other)
  const { number, title } = (await stored(server, project, 'sheet'))[0]!
  await stage(page, 'compose')
  await page.getByLabel('Drawn', { exact: true }).fill('A.B.')
  await page.getByLabel('Drawn', { exact: true }).press('Tab')
  await saved(page)
  await toHistory(page)
  await expect(changes(page).getByRole('button')).toHaveCount(4)

  await choose(page, 'Made by', 'Others')
  await expect(changes(page).getByRole('button')).toHaveCount(1)
  await expect(deed(page, /^Wall/)).toContainText('Another browser')
  await choose(page, 'Made by', 'Anybody')
  await choose(page, 'Drawing or sheet', `${number} ${title}`)
  await expect(changes(page).getByRole('button')).toHaveCount(2)
  await choose(page, 'Drawing or sheet', 'Everywhere')
  await page.getByLabel('Day', { exact: true }).fill('2020-02-02')
  await expect(page.getByText('No change is like that.')).toBeVisible()
  await page.getByLabel('Day', { exact: true }).fill('')
  await expect(changes(page).getByRole('button')).toHaveCount(4)

  await deed(page, /^New project/).click()
  await page.getByRole('button', { name: 'What changed since' }).click()
  const [plan] = await stored(server, project, 'drawing')
  await page.getByRole('button', { name: `Bring ${plan!.name} back`, exact: true }).click()
  await expect.poll(() => walls(server, project)).toEqual([])
  expect((await stored(server, project, 'sheet'))[0]).toMatchObject({ drawn: 'A.B.' })
})

test.describe('without the server', () => {
  test.use({ expectedErrors: [/Failed to load resource: net::ERR_|ERR_CONNECTION_REFUSED/] })

  test('a history says that it does not answer, and is there when it does again', async ({
    page,
    server,
  }) => {
    await newProject(page, { name: 'House looked back on' })
    await wallAt(page, 0)
    await saved(page)
    await toHistory(page)
    await expect(deed(page, /^Wall/)).toBeVisible()
    await server.kill()
    await page.getByLabel('Named moments').check()
    await expect(changes(page).getByText('The Lamina server does not answer.')).toBeVisible()
    await server.start()
    await page.getByRole('button', { name: 'Try again' }).click()
    await expect(page.getByText('No change is like that.')).toBeVisible()
    await page.getByLabel('Named moments').uncheck()
    await expect(deed(page, /^Wall/)).toBeVisible()
  })
})
