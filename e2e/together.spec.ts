import { cpSync, rmSync } from 'node:fs'
import type { Page } from '@playwright/test'
import type { SentChange } from '@lamina/core/edit'
import { Drafter } from './drawing'
import {
  board,
  expect,
  newProject,
  projectId,
  putAway,
  saved,
  stage,
  stored,
  test,
  wallAt,
  walls,
} from './fixture'

test.use({ samples: false })

const AWAY = /Failed to load resource: net::ERR_|ERR_CONNECTION_REFUSED|ERR_INTERNET_DISCONNECTED/

/** Opens what somebody else has open. */
async function joins(other: Page, page: Page): Promise<void> {
  await other.goto(page.url())
  const surface = other.getByTestId('board').or(other.getByTestId('sheet'))
  await expect(surface).toHaveAttribute('aria-busy', 'false')
}

test('each takes back what is their own, and is told where others built on it', async ({
  page,
  other,
  server,
}) => {
  const project = await newProject(page, { name: 'Own steps' })
  await wallAt(page, 0)
  await saved(page)
  await joins(other, page)
  await putAway(other)
  // What somebody else did is nothing to take back here.
  await expect(other.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled()
  await wallAt(other, 600)
  await saved(other)
  await page.keyboard.press('Control+z')
  await expect.poll(() => walls(server, project)).toEqual([600])
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => walls(server, project)).toEqual([0, 600])

  // A door by the other in one's wall: the wall stays, and the step before is taken back next.
  const surface = board(other)
  await other.keyboard.press('d')
  await surface.press(2000, 0)
  await putAway(other)
  await saved(other)
  expect(await stored(server, project, 'opening')).toHaveLength(1)
  await expect.poll(async () => (await board(page).element.getAttribute('aria-busy')) === 'false').toBe(true)
  await page.keyboard.press('Control+z')
  await expect(page.getByText('stays, since others built on it')).toBeVisible()
  expect(await walls(server, project)).toEqual([0, 600])
  expect(await stored(server, project, 'opening')).toHaveLength(1)
})

test.describe('without a connection for a while', () => {
  test.use({ expectedErrors: [AWAY] })

  test('what two change of one sheet stands by its facts; what both changed is chosen', async ({
    page,
    other,
    server,
  }) => {
    const project = await newProject(page, { name: 'One sheet' })
    await stage(page, 'compose')
    await expect(page.getByTestId('sheet')).toBeVisible()
    await saved(page)
    await joins(other, page)
    const field = (who: Page, name: string) => who.getByLabel(name, { exact: true })
    const fill = async (who: Page, name: string, text: string): Promise<void> => {
      await field(who, name).fill(text)
      await field(who, name).press('Tab')
    }
    await other.context().setOffline(true)
    await fill(other, 'Drawing title', 'Theirs')
    await fill(other, 'Drawn', 'B.B.')
    await expect(other.getByTestId('saved')).toHaveText('Not connected, kept on this computer')
    await fill(page, 'Checked', 'A.A.')
    await fill(page, 'Drawing title', 'Mine')
    await saved(page)
    await other.context().setOffline(false)
    await saved(other)
    const sheet = async () => (await stored(server, project, 'sheet'))[0]!
    expect(await sheet()).toMatchObject({ title: 'Mine', drawn: 'B.B.', checked: 'A.A.' })
    await expect(field(other, 'Drawing title')).toHaveValue('Mine')
    await expect(field(page, 'Drawn')).toHaveValue('B.B.')

    // It is kept, also when the window is closed, until somebody chooses.
    await other.reload()
    await other.getByRole('button', { name: '1 not kept' }).click()
    const dialog = other.getByRole('dialog', { name: 'Not kept as you made it' })
    await expect(dialog).toContainText('Title')
    await expect(dialog.getByRole('button', { name: 'Leave theirs “Mine”' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Take mine “Theirs”' }).click()
    await expect(dialog).toBeHidden()
    await saved(other)
    expect(await sheet()).toMatchObject({ title: 'Theirs', drawn: 'B.B.', checked: 'A.A.' })
    await expect(field(page, 'Drawing title')).toHaveValue('Theirs')
    await expect(other.getByRole('button', { name: /not kept$/ })).toHaveCount(0)

    // The history tells that nothing came of the one that was not kept.
    await page.goto(`/project/${project}/history`)
    await expect(page.getByText('Nothing: it was so already', { exact: false }).first()).toBeVisible()
  })
})

test.describe('on a slow line', () => {
  for (const arrives of ['before', 'after'] as const)
    test(`a window closed with work waiting and opened again has no quarrel with itself: it arrives ${arrives} that`, async ({
      page,
      server,
    }) => {
      const project = await newProject(page, { name: `Slow line, ${arrives}` })
      await wallAt(page, 0)
      await saved(page)
      const address = `**/api/projects/${project}/changes`
      // The change arrives while the window is closed; its answer does not.
      let arrive = (): void => undefined
      const closed = new Promise<void>((done) => (arrive = done))
      let sent: SentChange | null = null
      await page.route(address, async (route) => {
        sent = route.request().postDataJSON() as SentChange
        await closed
        await route.abort().catch(() => undefined)
      })
      await wallAt(page, 300)
      await wallAt(page, 600)
      await expect.poll(() => sent).not.toBeNull()
      const url = page.url()
      await page.goto('about:blank')
      arrive()
      await page.unrouteAll({ behavior: 'wait' })
      const arriveNow = () =>
        fetch(`${server.address}/api/projects/${project}/changes`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(sent),
        })
      await page.route(`**/api/projects/${project}`, async (route) => {
        if (arrives === 'before') await arriveNow()
        const answer = await route.fetch()
        if (arrives === 'after') await arriveNow()
        await route.fulfill({ response: answer })
      })
      await page.goto(url)
      await saved(page)
      expect(await walls(server, project)).toEqual([0, 300, 600])
      await expect(page.getByRole('button', { name: /not kept$/ })).toHaveCount(0)
      await expect(page.getByText('was not kept')).toHaveCount(0)
      // All three are one's own steps, once each.
      for (const left of [[0, 300], [0], []]) {
        await putAway(page)
        await page.keyboard.press('Control+z')
        await expect.poll(() => walls(server, project)).toEqual(left)
      }
    })
})

test.describe('with a server that breaks down on one change', () => {
  test.use({
    expectedErrors: [/Failed to load resource: the server responded with a status of 500/],
  })

  test('that one is set aside, told and kept, the rest goes on, and it can be made again', async ({
    page,
    server,
  }) => {
    const project = await newProject(page, { name: 'Breakdown' })
    const address = `**/api/projects/${project}/changes`
    const broken = new Set<string>()
    await page.route(address, async (route) => {
      const { id } = route.request().postDataJSON() as SentChange
      if (broken.size === 0) broken.add(id)
      if (broken.has(id)) await route.fulfill({ status: 500, json: { code: 'fault', message: 'It broke.' } })
      else await route.continue()
    })
    await wallAt(page, 0)
    await wallAt(page, 300)
    await expect(page.getByText('“Wall” was not kept. It broke.')).toBeVisible({ timeout: 20_000 })
    await saved(page)
    expect(await walls(server, project)).toEqual([300])
    await page.unroute(address)
    await page.getByRole('button', { name: '1 not kept' }).click()
    const dialog = page.getByRole('dialog', { name: 'Not kept as you made it' })
    await expect(dialog).toContainText('It broke.')
    const coming = page.waitForEvent('download')
    await dialog.getByRole('button', { name: 'Save as a file' }).click()
    expect((await coming).suggestedFilename()).toBe('Breakdown changes.json')
    await dialog.getByRole('button', { name: 'Make it again' }).click()
    await expect(dialog).toBeHidden()
    await saved(page)
    expect(await walls(server, project)).toEqual([0, 300])
  })
})

test.describe('a project that is not the server’s any more', () => {
  test.use({
    expectedErrors: [
      /Failed to load resource: (net::ERR_|the server responded with a status of (404|409))|ERR_CONN/,
    ],
  })

  test('is told when it is removed; what waits is kept, and becomes a project of its own', async ({
    page,
    other,
    server,
  }) => {
    await newProject(page, { name: 'Removed' })
    await wallAt(page, 0)
    await saved(page)
    await other.goto('/')
    await other.getByRole('button', { name: 'More for Removed' }).click()
    await other.locator('.v-list-item').filter({ hasText: 'Remove' }).click()
    await other.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
    await expect(page.getByText('This project was removed from the server.')).toBeVisible()
    await expect(page.getByTestId('saved')).toHaveText('Not on the server, kept on this computer')
    await wallAt(page, 300)
    await expect(page.getByText('One change of yours is on this computer alone.')).toBeVisible()
    // It opens as it was left, as often as it is asked for.
    await page.reload()
    await expect(page.getByText('One change of yours is on this computer alone.')).toBeVisible()
    await page.getByRole('button', { name: 'Make a new project of it' }).click()
    await expect(page.getByText('Removed (kept)')).toBeVisible()
    await saved(page)
    expect(await walls(server, projectId(page))).toEqual([0, 300])
  })

  test('is told when an older folder is put back, and what was drawn since is brought in', async ({
    page,
    other,
    server,
  }) => {
    const project = await newProject(page, { name: 'Put back' })
    await wallAt(page, 0)
    await saved(page)
    await page.reload()
    await expect(board(page).element).toHaveAttribute('aria-busy', 'false')
    await server.stop()
    const copy = `${server.folder}-copy`
    cpSync(server.folder, copy, { recursive: true })
    await server.start()
    try {
      await wallAt(page, 300)
      await saved(page)
      await wallAt(page, 600)
      await saved(page)
      await server.stop()
      rmSync(server.folder, { recursive: true })
      cpSync(copy, server.folder, { recursive: true })
      // Two windows make more changes on the older state than were lost: the numbers alone tell nothing.
      await wallAt(page, 900)
      await server.start()
      const drafter = await Drafter.in(server, project)
      for (let i = 0; i < 3; i++) expect(await drafter.draw()).toBe('acknowledged')
      await expect(page.getByText('An older state of this project was put back on the server.')).toBeVisible()
      await joins(other, page)
      const before = await walls(server, project)
      await page.getByRole('button', { name: 'Bring the later work in' }).click()
      await saved(page)
      expect(await walls(server, project)).toEqual([...before, 300, 600, 900].sort((p, q) => p - q))
      expect(await drafter.lost()).toEqual([])
      await expect(page.getByText('An older state')).toHaveCount(0)
      await page.reload()
      await saved(page)
    } finally {
      rmSync(copy, { recursive: true, force: true })
    }
  })
})
