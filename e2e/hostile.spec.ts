import { expect, test } from './fixture'
import { attack, memoryOf, targets } from './hostile'
import { come, firstLink } from './people'
import { TestServer } from './server'

test.use({ samples: false })

const COUNT = 1500

/** It stands as before: it answers, has what it had, and complained of nothing. */
async function stands(server: TestServer, headers: Record<string, string> = {}): Promise<void> {
  const health = await server.json('/api/health')
  expect(health).toMatchObject({ ok: true, plots: { working: 0, waiting: 0 } })
  const house = await fetch(`${server.address}/api/projects/target`, { headers })
  expect(house.status).toBe(200)
  expect(server.complaints).toEqual([])
}

test('requests that nobody who draws would send are refused, and nothing breaks', async () => {
  const server = await TestServer.begin({ samples: false })
  try {
    await targets(server)
    const { answers, faults } = await attack(server, COUNT, 3)
    expect(faults).toEqual([])
    // Much of it is refused, and some is not: it comes as far as it can.
    expect(answers.get(422)).toBeGreaterThan(COUNT / 10)
    expect(answers.get(200)).toBeGreaterThan(COUNT / 50)
    expect(answers.get('none') ?? 0).toBeLessThan(COUNT / 100)
    expect(await memoryOf(server)).toBeGreaterThan(50)
    await stands(server)
  } finally {
    await server.end()
  }
})

test('so are those of somebody who is signed in', async ({ page }) => {
  const server = await TestServer.begin({ samples: false, settings: { LAMINA_SIGN_IN: '1' } })
  try {
    await come(page, await firstLink(server), 'Ada Test', 'ada@office.example')
    const [cookie] = await page.context().cookies(server.address)
    const headers = { Cookie: `${cookie!.name}=${cookie!.value}` }
    await targets(server, headers)
    const { answers, faults } = await attack(server, COUNT, 4, headers)
    expect(faults).toEqual([])
    expect(answers.get(422)).toBeGreaterThan(COUNT / 10)
    await page.goto(`${server.address}/`)
    await stands(server, headers)
  } finally {
    await server.end()
  }
})
