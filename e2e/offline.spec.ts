import type { Page } from '@playwright/test'
import { board, expect, newProject, saved, stage, test, wallAt, walls } from './fixture'

// What keeps the application on a computer is part of these.
test.use({
  samples: false,
  serviceWorkers: 'allow',
  expectedErrors: [/Failed to load resource: net::ERR_|ERR_CONNECTION_REFUSED/],
})

/** Until the browser keeps the application. */
const isKept = (page: Page) =>
  page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state === 'activated')

test('what was seen before opens and is drawn on while the server is away, on pages never visited too', async ({
  page,
  server,
}) => {
  const project = await newProject(page, { name: 'Seen before' })
  await expect.poll(() => isKept(page)).toBe(true)
  await wallAt(page, 0)
  await saved(page)
  // It is read from the server once: drawing on is kept as it is heard.
  await page.reload()
  await wallAt(page, 300)
  await saved(page)
  await server.kill()
  await page.reload()
  await expect(page.getByTestId('saved')).toHaveText('Not connected, kept on this computer')
  await wallAt(page, 600)
  // Pages that were never opened.
  await stage(page, 'compose')
  await expect(page.getByTestId('sheet')).toBeVisible()
  await page.getByLabel('Drawn', { exact: true }).fill('A.B.')
  await page.getByLabel('Drawn', { exact: true }).press('Tab')
  await page.getByRole('link', { name: 'All projects' }).click()
  const here = page.getByRole('region', { name: 'On this computer' })
  await expect(here).toContainText('2 changes wait here')
  // The browser is closed in between, as far as the program can tell.
  await page.goto('about:blank')
  await page.goto('/')
  await here.getByRole('link', { name: 'Seen before' }).click()
  await expect(board(page).element).toBeVisible()
  await wallAt(page, 900)
  await server.start()
  await saved(page)
  expect(await walls(server, project)).toEqual([0, 300, 600, 900])
})
