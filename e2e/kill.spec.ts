import { board, expect, newProject, putAway, saved, stored, test } from './fixture'
import { killedAtArchive, killedAtFirstStart, killedAtMigration, killedDrawing } from './kills'

test.use({ samples: false })

test.describe('a server that is killed', () => {
  test('in the middle of edits has lost nothing it acknowledged', async () => {
    const { acknowledged, lost } = await killedDrawing(5, 45)
    expect(acknowledged).toBeGreaterThan(200)
    expect(lost).toEqual([])
  })

  test('while it starts for the first time starts the next time, and keeps what is drawn', async () => {
    expect(await killedAtFirstStart(2)).toEqual({ rounds: 2, acknowledged: 10, lost: [] })
  })

  test('while it brings the data of an earlier version to its own form does so the next time', async () => {
    expect(await killedAtMigration(2)).toEqual({ rounds: 2, acknowledged: 10, lost: [] })
  })

  test('while an archive is brought in has it as a whole or not at all', async () => {
    expect(await killedAtArchive(2, 60)).toMatchObject({ rounds: 2, lost: [] })
  })
})

test.describe('with the server away', () => {
  test.use({
    expectedErrors: [/Failed to load resource: net::ERR_|ERR_CONNECTION_REFUSED|ERR_INCOMPLETE|ERR_EMPTY/],
  })

  test('what is drawn is kept on this computer and sent when the server is back', async ({
    page,
    server,
  }) => {
    const project = await newProject(page, { name: 'Away' })
    const surface = board(page)
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await surface.type('5000')
    await saved(page)
    await server.kill()
    await surface.move(5000, 2000)
    await surface.type('3000')
    await surface.move(2000, 3000)
    await surface.type('5000')
    await expect(page.getByTestId('saved')).toHaveText('Not connected, kept on this computer')
    await server.start()
    await saved(page)
    expect(await stored(server, project, 'wall')).toHaveLength(3)

    // The same with the window closed before the server is back.
    await server.kill()
    await surface.move(0, 1500)
    await surface.type('3000')
    await expect(page.getByTestId('saved')).toHaveText('Not connected, kept on this computer')
    const address = page.url()
    await page.goto('about:blank')
    await server.start()
    expect(await stored(server, project, 'wall')).toHaveLength(3)
    await page.goto(address)
    await expect(page.getByTestId('board')).toBeVisible()
    await saved(page)
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(4)
  })
})

test.describe('with a server that refuses', () => {
  test.use({ expectedErrors: [/Failed to load resource: the server responded with a status of (422|507)/] })

  test('one change that is refused is told, and those after it are stored without another edit', async ({
    page,
    server,
  }) => {
    const project = await newProject(page, { name: 'Refused' })
    const surface = board(page)
    await surface.press(0, 0)
    await surface.move(3000, 0)
    let refuse = (): void => undefined
    const refused = new Promise<void>((done) => (refuse = done))
    await page.route(
      `**/api/projects/${project}/changes`,
      async (route) => {
        await refused
        await route.fulfill({ status: 422, json: { code: 'test', message: 'Not this one.' } })
      },
      { times: 1 },
    )
    await surface.type('5000')
    await surface.move(5000, 2000)
    await surface.type('3000')
    await expect(page.getByTestId('saved')).toHaveText('Saving')
    refuse()
    await expect(page.getByText('“Wall” was not kept. Not this one.')).toBeVisible()
    await saved(page)
    // The second alone is there, on the server and here.
    expect(await stored(server, project, 'wall')).toHaveLength(1)
    await expect(page.getByRole('button', { name: 'Undo Wall' })).toBeEnabled()
    await putAway(page)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(0)
  })

  test('a server whose disk is full is told with its reason, and gets all when it has space', async ({
    page,
    server,
  }) => {
    const project = await newProject(page, { name: 'Full' })
    const surface = board(page)
    const message = 'The disk of the server is full. Nothing is stored until there is space again.'
    await page.route(`**/api/projects/${project}/changes`, (route) =>
      route.fulfill({ status: 507, json: { code: 'disk-full', message } }),
    )
    await surface.press(0, 0)
    await surface.move(3000, 0)
    await surface.type('5000')
    await expect(page.getByTestId('saved')).toHaveText('Not stored yet, kept on this computer')
    await expect(page.getByText(message)).toBeVisible()
    await surface.move(5000, 2000)
    await surface.type('3000')
    await page.unroute(`**/api/projects/${project}/changes`)
    await saved(page)
    expect(await stored(server, project, 'wall')).toHaveLength(2)
  })
})

test('a second server on the same data folder is refused in a sentence', async ({ server }) => {
  const { code, said } = await server.second()
  expect(code).toBe(3)
  expect(said).toContain('Lamina is already running on the data folder')
  expect(said.trim().split('\n')).toHaveLength(1)
})

test('many windows of one browser share one stream of news, and all of them save', async ({
  page,
  context,
  server,
}) => {
  const project = await newProject(page, { name: 'Many windows' })
  const windows = [page]
  for (let i = 0; i < 7; i++) {
    const other = await context.newPage()
    await other.goto(page.url())
    await expect(board(other).element).toHaveAttribute('aria-busy', 'false')
    windows.push(other)
  }
  const streams = async (): Promise<number> => (await server.json<{ streams: number }>('/api/health')).streams
  expect(await streams()).toBe(1)
  for (const [i, each] of windows.entries()) {
    const surface = board(each)
    await each.keyboard.press('w')
    await surface.press(0, i * 1000)
    await surface.move(3000, i * 1000)
    await surface.type('4000')
    await putAway(each)
    await saved(each)
    // What is drawn in one is heard of in all the others before the next draws.
    for (const other of windows) await expect(other.getByRole('button', { name: 'Undo Wall' })).toBeEnabled()
  }
  expect(await stored(server, project, 'wall')).toHaveLength(8)
  // The window that holds the stream is closed: another takes it up, and goes on hearing.
  await windows.shift()!.close()
  await expect.poll(streams).toBe(1)
  const [first, second] = windows
  await putAway(second!)
  await second!.keyboard.press('Control+z')
  await saved(second!)
  await expect.poll(async () => (await stored(server, project, 'wall')).length).toBe(7)
  await expect.poll(() => first!.getByRole('button', { name: 'Redo Wall' }).isEnabled()).toBe(true)
  for (const each of windows) await each.close()
  await expect.poll(streams).toBe(0)
})

test('two windows on one project follow each other', async ({ page, context, server }) => {
  const project = await newProject(page, { name: 'Two windows' })
  const first = board(page)
  await first.press(0, 0)
  await first.move(3000, 0)
  await first.type('4000')
  await page.keyboard.press('Escape')
  await saved(page)
  const other = await context.newPage()
  await other.setViewportSize({ width: 1280, height: 800 })
  await other.goto(page.url())
  await expect(other.getByTestId('board')).toBeVisible()
  await first.press(0, 2000)
  await first.move(3000, 2000)
  await first.type('2500')
  await page.keyboard.press('Escape')
  await saved(page)
  await expect(other.getByRole('button', { name: 'Undo Wall' })).toBeEnabled()
  // The other window takes back what was drawn here.
  await other.locator('.board').focus()
  await expect
    .poll(async () => {
      await other.keyboard.press('Control+z')
      return (await stored(server, project, 'wall')).length
    })
    .toBeLessThan(2)
  await other.close()
})
