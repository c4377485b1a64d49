import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import type { OpenedProject } from '@lamina/core/exchange'
import type { RecordOf } from '@lamina/core/records'
import { choose, expect, newProject, projectId, records, saved, test, wallAt, walls } from './fixture'
import type { TestServer } from './server'

// The list of projects is that of the server, which other files of tests have used: no other has projects of these names.
test.use({ samples: false })

/** Something done with a project in the list. */
async function more(page: Page, name: string, what: string): Promise<void> {
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click()
  await page.locator('.v-list-item').filter({ hasText: what }).click()
}
const card = (page: Page, name: string) =>
  page.getByRole('link', { name, exact: false }).filter({ hasText: name })
const idOf = async (server: TestServer, name: string): Promise<string> =>
  (await server.json<{ id: string; name: string }[]>('/api/projects')).find((each) => each.name === name)!.id

test('a project is copied, saved as a file, brought in, removed and brought back', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'First house' })
  await wallAt(page, 0)
  await wallAt(page, 300)
  await saved(page)
  await page.goto('/')
  await more(page, 'First house', 'Copy')
  await expect(page.getByRole('status')).toHaveText('“First house (copy)” is there.')
  await expect(card(page, 'First house (copy)')).toBeVisible()
  expect(await walls(server, await idOf(server, 'First house (copy)'))).toEqual([0, 300])

  const coming = page.waitForEvent('download')
  await more(page, 'First house', 'Save as a file')
  const file = await coming
  expect(file.suggestedFilename()).toBe('First house.zip')
  const path = await file.path()
  await page.getByLabel('Bring in a project from a file').setInputFiles(path)
  await expect(page.getByRole('status')).toHaveText('“First house (brought in)” is there.')
  const [was, now] = await Promise.all([
    records(server, project),
    records(server, await idOf(server, 'First house (brought in)')),
  ])
  const but = (all: typeof was) => all.filter(({ kind }) => kind !== 'project')
  expect(but(now)).toEqual(but(was))

  await more(page, 'First house', 'Remove')
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  const removed = page.getByRole('region', { name: 'Removed' })
  await expect(removed).toContainText('First house')
  await removed.getByRole('button', { name: 'Bring First house back' }).click()
  await expect(removed).toHaveCount(0)
  expect(await walls(server, project)).toEqual([0, 300])

  // For good: what is brought in after that is the project itself again, with its history.
  await more(page, 'First house', 'Remove')
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  await removed.getByRole('button', { name: 'Remove First house for good' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Remove for good' }).click()
  await expect(removed).toHaveCount(0)
  await page.getByLabel('Bring in a project from a file').setInputFiles(path)
  await expect(page.getByRole('status')).toHaveText('“First house” is there.')
  expect(await records(server, project)).toEqual(was)
  await page.goto(`/project/${project}`)
  await expect(page.getByRole('button', { name: 'Undo Wall' })).toBeEnabled()
})

test('a project begins with the layers, types and styles of another', async ({ page, server }) => {
  const first = await newProject(page, { name: 'House style', feet: true })
  const { seq, on, records: all } = await server.json<OpenedProject>(`/api/projects/${first}`)
  const was = all.find(({ kind }) => kind === 'material') as RecordOf<'material'>
  const answer = await fetch(`${server.address}/api/projects/${first}/changes`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      id: 'renamed',
      client: 'one',
      base: seq,
      on,
      label: 'Material',
      change: { put: [{ ...was, name: 'Our own brick' }], drop: [] },
      was: [was],
      undoes: null,
    }),
  })
  expect(answer.ok).toBe(true)
  await page.goto('/new')
  await page.getByLabel('Name', { exact: true }).fill('In house style')
  await choose(page, 'Layers, types, styles and blocks', 'As in House style')
  await expect(page.getByLabel('Feet and inches')).toBeChecked()
  await page.getByRole('button', { name: 'Start drawing' }).click()
  await expect(page.getByTestId('board')).toBeVisible()
  const made = await records(server, projectId(page))
  expect(made.find(({ id }) => id === was.id)).toMatchObject({ name: 'Our own brick' })
  expect(made.find((each) => each.kind === 'project')).toMatchObject({
    name: 'In house style',
    units: { system: 'feet-inches' },
  })
})

test.describe('what is no archive', () => {
  test.use({ expectedErrors: [/Failed to load resource: the server responded with a status of 422/] })

  test('is refused in a sentence, and changes nothing', async ({ page, server }) => {
    await page.goto('/')
    const before = await server.json('/api/projects')
    await page.getByLabel('Bring in a project from a file').setInputFiles({
      name: 'plan.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from('no zip at all'),
    })
    await expect(
      page.getByText('This is not an archive of a project: it is no whole zip file.'),
    ).toBeVisible()
    expect(await server.json('/api/projects')).toEqual(before)
  })
})

test('a backup is made while the server runs, by a command too, and put back by one press', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Second house' })
  await wallAt(page, 0)
  await saved(page)
  await page.goto('/')
  await more(page, 'Second house', 'Backups')
  const dialog = page.getByRole('dialog', { name: 'Backups of Second house' })
  await expect(dialog).toContainText('There is none yet.')
  await dialog.getByRole('button', { name: 'Make one now' }).click()
  await expect(dialog.getByRole('listitem')).toHaveCount(1)
  await dialog.getByRole('button', { name: 'Close' }).click()
  await page.goto(`/project/${project}`)
  await wallAt(page, 300)
  await saved(page)
  expect(server.program('backup')).toContain('Backups made: 1')
  await page.goto('/')
  await more(page, 'Second house', 'Backups')
  await expect(dialog.getByRole('listitem')).toHaveCount(2)
  await dialog
    .getByRole('listitem')
    .last()
    .getByRole('button', { name: /^Put back Second house/ })
    .click()
  await expect(page.getByRole('status')).toContainText('is put back.')
  const list = await server.json<{ id: string; name: string }[]>('/api/projects')
  const back = list.find(({ name }) => name.startsWith('Second house (of '))!
  expect(await walls(server, back.id)).toEqual([0])
  expect(await walls(server, project)).toEqual([0, 300])

  // And by the commands while it does not.
  await server.stop()
  expect(server.program('backup')).toContain('Backups made: ')
  expect(server.program('backup')).toContain('No project changed since its last backup.')
  expect(server.program('check')).toMatch(/^Second house: whole \(\d+ things, 3 changes\)$/m)
  await server.start()
  expect(readFileSync(`${server.folder}/backups/${project}/name.txt`, 'utf8')).toBe('Second house')
})

test.describe('while somebody draws in it', () => {
  test.use({ expectedErrors: [/Failed to load resource: the server responded with a status of 404/] })

  test('a project removed while somebody draws in it is brought back from there', async ({
    page,
    other,
    server,
  }) => {
    const project = await newProject(page, { name: 'Third house' })
    await wallAt(page, 0)
    await saved(page)
    await other.goto('/')
    await more(other, 'Third house', 'Remove')
    await other.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
    await expect(page.getByText('This project was removed from the server.')).toBeVisible()
    await wallAt(page, 300)
    await page.getByRole('button', { name: 'Bring it back' }).click()
    await saved(page)
    await expect(page.getByText('This project was removed')).toHaveCount(0)
    expect(await walls(server, project)).toEqual([0, 300])
  })
})
