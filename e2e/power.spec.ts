import { expect, test } from '@playwright/test'
import { Disk } from './disk'
import { Drafter } from './drawing'
import { TestServer } from './server'

/** A disk of its own; the test is left out, with a plain word, where none can be had. */
function diskOr(skip: (reason: string) => never, megabytes: number): Disk {
  const disk = Disk.make(megabytes)
  return typeof disk === 'string'
    ? skip(`no file system of its own can be mounted here: ${disk.trim()}`)
    : disk
}
const leaveOut = (reason: string): never => {
  test.skip(true, reason)
  throw new Error(reason)
}

test('the power is cut in the middle of edits, ten times: nothing that was acknowledged is lost', async () => {
  test.setTimeout(300_000)
  const disk = diskOr(leaveOut, 1024)
  let server: TestServer | null = null
  try {
    server = await TestServer.begin({ samples: false, folder: `${disk.folder}/data` })
    const drafters = await Promise.all(['one', 'two', 'three'].map((name) => Drafter.begin(server!, name)))
    for (let round = 0; round < 10; round++) {
      const before = drafters.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)
      let isCut = false
      let killed: Promise<void> | null = null
      const now = (): number => drafters.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)
      await Promise.all(
        drafters.map(async (drafter) => {
          while (!isCut) {
            const outcome = await drafter.draw()
            if (!isCut) expect(outcome).toBe('acknowledged')
            if (!isCut && now() - before >= 160 + round) {
              isCut = true
              disk.cut()
              // What runs then is gone with the power.
              killed = server!.kill()
            }
          }
        }),
      )
      await killed
      disk.unmount()
      expect(disk.mount()).toBeNull()
      await server.start()
      for (const drafter of drafters) expect(await drafter.lost()).toEqual([])
    }
    expect(drafters.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)).toBeGreaterThanOrEqual(
      1500,
    )
  } finally {
    await server?.kill()
    disk.end()
  }
})

test('a full disk is told in a sentence: what is there can be read, and work goes on when there is space', async () => {
  test.setTimeout(240_000)
  const disk = diskOr(leaveOut, 320)
  let server: TestServer | null = null
  const full = 'The disk of the server is full. Nothing is stored until there is space again.'
  const walls = async (): Promise<number> => {
    const { records } = await server!.json<{ records: { kind: string }[] }>('/api/projects/full')
    return records.filter(({ kind }) => kind === 'wall').length
  }
  const health = (): Promise<object> => server!.json<object>('/api/health')
  try {
    server = await TestServer.begin({ samples: false, folder: `${disk.folder}/data` })
    const drafter = await Drafter.begin(server, 'full')
    for (let i = 0; i < 20; i++) expect(await drafter.draw()).toBe('acknowledged')
    expect(await health()).toMatchObject({ ok: true, low: true })

    for (const left of [30, 0]) {
      disk.fill(left)
      for (let i = 0; i < 3; i++) expect(await drafter.draw()).toEqual({ status: 507, message: full })
      expect(await health()).toMatchObject({ ok: true, low: true })
      expect(await walls()).toBe(drafter.acknowledged.length)
      disk.empty()
      expect(await drafter.draw()).toBe('acknowledged')
    }

    await test.step('it ends when it is asked to, and does not begin without space', async () => {
      disk.fill(0)
      expect(await server!.stop()).toBe(0)
      const { code, said } = await server!.second()
      expect({ code, lines: said.trim().split('\n').length }).toEqual({ code: 6, lines: 1 })
      expect(said).toContain('The disk of the server is full.')
      disk.empty()
    })

    await test.step('nor on a disk that can only be read', async () => {
      disk.unmount()
      expect(disk.mount('ro')).toBeNull()
      const { code, said } = await server!.second()
      expect({ code, lines: said.trim().split('\n').length }).toEqual({ code: 5, lines: 1 })
      expect(said).toContain('lies on a disk that can only be read')
      disk.unmount()
      expect(disk.mount()).toBeNull()
    })

    await test.step('all is there afterwards', async () => {
      await server!.start()
      expect(await drafter.lost()).toEqual([])
      expect(await drafter.draw()).toBe('acknowledged')
    })
    expect(server.complaints.filter((each) => each.includes('"level":'))).toEqual([])
  } finally {
    await server?.kill()
    disk.end()
  }
})
