import type { Page } from '@playwright/test'
import { board, expect, newProject, saved, stored, test } from './fixture'
import type { TestServer } from './server'

/** Settles when the server has drawn what a project shows, as of its last change. */
const drawn = (server: TestServer, id: string): Promise<void> =>
  expect
    .poll(async () => (await fetch(`${server.address}/api/projects/${id}/imprint`)).status, {
      timeout: 20_000,
    })
    .toBe(200)

/** Holds the records of a project back; gives the way to let them go. */
async function held(page: Page, id: string): Promise<() => void> {
  let letGo = (): void => undefined
  const gone = new Promise<void>((resolve) => (letGo = resolve))
  await page.route(`**/api/projects/${id}`, async (route) => {
    await gone
    await route.continue()
  })
  return letGo
}

test.use({ samples: true, expectedErrors: [/net::ERR_FAILED/] })

for (const theme of ['light', 'dark'] as const)
  test(`what a board shows before its records are there is what it shows when it is made: ${theme}`, async ({
    page,
    server,
  }) => {
    const id = 'sample-alder-yard-pottery'
    await page.emulateMedia({ colorScheme: theme })
    await drawn(server, id)
    await page.goto('/')
    await page.waitForLoadState('networkidle')
    const letGo = await held(page, id)
    await page.locator(`a[href*="${id}"]`).click()
    const sight = page.getByTestId('first-sight')
    await expect(sight).toHaveAttribute('data-painted', 'true')
    const place = await sight.boundingBox()
    await page.evaluate(() => document.fonts.ready)
    await page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-test=first-sight]')!
      Object.assign(window, {
        before: canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height),
      })
    })
    letGo()
    await expect(board(page).element).toHaveAttribute('aria-busy', 'false')
    await expect(sight).toHaveCount(0)
    expect(await board(page).element.boundingBox()).toEqual(place)
    const { ink, unlike } = await page.evaluate(() => {
      const { before } = window as unknown as { before: ImageData }
      const all = document.createElement('canvas')
      all.width = before.width
      all.height = before.height
      const context = all.getContext('2d')!
      for (const layer of document.querySelectorAll<HTMLCanvasElement>('[data-test=board] canvas'))
        context.drawImage(layer, 0, 0)
      const now = context.getImageData(0, 0, all.width, all.height)
      let inked = 0
      let different = 0
      for (let i = 0; i < now.data.length; i += 4) {
        if (Math.abs(now.data[i]! - now.data[0]!) > 60) inked++
        if (Math.abs(now.data[i]! - before.data[i]!) > 60) different++
      }
      return { ink: inked, unlike: different }
    })
    expect(ink).toBeGreaterThan(8000)
    // Fine patterns come to lie a fraction of a pixel elsewhere.
    expect(unlike / ink).toBeLessThan(0.05)
  })

test('nothing of before is shown of a project of which something waits on this computer', async ({
  page,
  server,
}) => {
  const id = await newProject(page, { name: 'Waits' })
  const surface = board(page)
  await page.keyboard.press('w')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('4000')
  await page.keyboard.press('Escape')
  await saved(page)
  await drawn(server, id)
  await page.route('**/changes', (route) => route.abort())
  await surface.press(0, 2000)
  await surface.move(3000, 2000)
  await surface.type('5000')
  await expect(page.getByTestId('saved')).toContainText('kept on this computer')
  // Its records are held back both times, so that what was drawn before is there first.
  const letGo = await held(page, id)
  const answered = page.waitForResponse(/\/imprint/)
  await page.reload()
  await (await answered).finished()
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  await expect(page.getByTestId('first-sight')).toHaveCount(0)
  letGo()
  await expect(board(page).element).toHaveAttribute('aria-busy', 'false')
  await page.unroute('**/changes')
  await saved(page)
  expect(await stored(server, id, 'wall')).toHaveLength(2)
  // As of the change that was sent, it is shown.
  await drawn(server, id)
  const letGoAgain = await held(page, id)
  await page.reload()
  await expect(page.getByTestId('first-sight')).toHaveAttribute('data-painted', 'true')
  letGoAgain()
  await expect(board(page).element).toHaveAttribute('aria-busy', 'false')
})
