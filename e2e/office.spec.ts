import { Postgres } from '../server/test/postgres'
import { board, expect, newProject, putAway, saved, test, wallAt } from './fixture'
import { isPainted } from './painted'
import { come, firstLink, signIn } from './people'
import { TestServer } from './server'

test.use({
  samples: false,
  expectedErrors: [
    /ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE|ERR_CONNECTION_RESET|status of 40/,
  ],
})

test('two people in two browsers draw in one project through two servers on one database', async ({
  page,
  other,
}) => {
  test.slow()
  const postgres = await Postgres.begin()
  const settings = { DATABASE_URL: await postgres.database() }
  const [one, two] = await Promise.all([0, 1].map(() => TestServer.begin({ samples: false, settings })))
  try {
    let project = ''
    await test.step('both come by links', async () => {
      await come(page, await firstLink(one!), 'Ada Test', 'ada@office.example')
      project = await newProject(page, { name: 'Office house' }, one!.address)
      await page.goto(`${one!.address}/persons`)
      await page.getByRole('button', { name: 'Make a link' }).click()
      const link = new URL((await page.getByTestId('link').textContent())!)
      await come(other, `${two!.address}${link.pathname}${link.hash}`, 'Ben Test', 'ben@office.example')
      const shared = await page.request.put(`${one!.address}/api/projects/${project}/shares`, {
        data: { person: '*', role: 'drafter' },
      })
      expect(shared.ok()).toBe(true)
    })

    await test.step('each sees where the other points, and what they draw', async () => {
      await page.goto(`${one!.address}/project/${project}`)
      await other.goto(`${two!.address}/project/${project}`)
      await expect(page.getByTestId('others')).toHaveAccessibleName('1 other here')
      await expect(other.getByTestId('others')).toHaveAccessibleName('1 other here')
      await wallAt(page, 0)
      await expect.poll(() => isPainted(board(other), 2000, 0)).toBe(true)
      await wallAt(other, 1000)
      await expect.poll(() => isPainted(board(page), 2000, 1000)).toBe(true)
      await board(other).move(1000, 500)
      await expect(page.getByTestId('other')).toContainText('Ben Test')
    })

    await test.step('one server goes, the other goes on; back again it has all', async () => {
      await one!.kill()
      await wallAt(page, 2000)
      await expect(page.getByTestId('saved')).toHaveText('Not connected, kept on this computer')
      await wallAt(other, 3000)
      await saved(other)
      await one!.start()
      await saved(page)
      await putAway(page)
      await expect.poll(() => isPainted(board(page), 2000, 3000)).toBe(true)
      await expect.poll(() => isPainted(board(other), 2000, 2000)).toBe(true)
    })
  } finally {
    await one!.end()
    await two!.end()
    await postgres.end()
  }
})

test('projects and persons are moved to a PostgreSQL server and back, and nobody goes on where they were', async ({
  page,
}, testInfo) => {
  test.slow()
  const postgres = await Postgres.begin()
  const DATABASE_URL = await postgres.database()
  const alone = await TestServer.begin({ samples: false, settings: { LAMINA_SIGN_IN: '1' } })
  const { folder } = alone
  let onServer: TestServer | null = null
  try {
    let project = ''
    await test.step('what is to be moved', async () => {
      await come(page, await firstLink(alone), 'Ada Test', 'ada@office.example')
      project = await newProject(page, { name: 'Moved house' }, alone.address)
      await wallAt(page, 0)
      await saved(page)
      // Not while it is drawn in.
      expect(() => alone.program('move', ['to-server'], { DATABASE_URL })).toThrow(/already running/)
      expect(() => alone.program('move', [], { DATABASE_URL })).toThrow(/say whether projects go to it/)
      await alone.stop()
    })

    await test.step('there, by two servers, with a plot', async () => {
      const said = alone.program('move', ['to-server'], { DATABASE_URL })
      expect(said).toContain('projects: 1\n')
      expect(said).toContain('persons: 1\n')
      expect((await alone.second()).said).toMatch(/were moved to a PostgreSQL server/)
      onServer = await TestServer.begin({ samples: false, folder, settings: { DATABASE_URL } })
      expect(onServer.program('check')).toMatch(/^Moved house: whole/)
      expect(() => onServer!.program('move', ['to-folder'])).toThrow(/already running/)
      const empty = { LAMINA_DATA: testInfo.outputPath('empty') }
      expect(() => onServer!.program('move', ['to-folder'], empty)).toThrow(/Stop it everywhere first/)
      await page.goto(`${onServer.address}/project/${project}`)
      await signIn(page, 'ada@office.example')
      await expect.poll(() => isPainted(board(page), 2000, 0)).toBe(true)
      await wallAt(page, 1000)
      await saved(page)
      expect(onServer.program('backup')).toContain('Backups made: 1')
      const plot = await page.request.get(`${onServer.address}/api/projects/${project}/sheets.pdf`)
      expect(plot.status()).toBe(200)
      expect((await plot.body()).subarray(0, 5).toString()).toBe('%PDF-')
      expect(await onServer.stop()).toBe(0)
    })

    await test.step('and back, with what was drawn there', async () => {
      expect(alone.program('move', ['to-folder'], { DATABASE_URL })).toContain(
        'Start Lamina without DATABASE_URL',
      )
      await alone.start()
      await page.goto(`${alone.address}/project/${project}`)
      await signIn(page, 'ada@office.example')
      await expect.poll(() => isPainted(board(page), 2000, 1000)).toBe(true)
    })
  } finally {
    await (onServer as TestServer | null)?.end()
    await alone.end()
    await postgres.end()
  }
})
