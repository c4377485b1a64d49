import { createHash } from 'node:crypto'
import type { Page } from '@playwright/test'
import type { JournalEntry } from '../core/src/edit'
import { writeArchive } from '../core/src/exchange'
import { Project, type Change } from '../core/src/records'
import { TestServer } from '../e2e/server'
import { launch } from './browser'
import { emptyProject } from './filled'
import { grid } from './grid'
import type { Row } from './main'
import { ms } from './time'

/** So many changes the journal has. */
const CHANGES = 100_000
/** Of so many walls, about: side by side so many. */
const SIDE = 14
const LIMIT_MS = 1500

/** A project of a thousand records that were changed a hundred thousand times, as an archive. */
async function longHistory(): Promise<Uint8Array> {
  const { change, level, drawing } = emptyProject('Long history')
  const project = new Project()
  const journal: JournalEntry[] = []
  const make = (made: Change): void => {
    const seq = journal.length + 1
    const inverse = project.apply(made)
    // A change a minute, as of weeks.
    const at = new Date(Date.UTC(2026, 0, 1) + seq * 60_000).toISOString()
    const facts = { client: 'bench', by: 'bench', undoes: null, contested: [] }
    journal.push({ ...facts, seq, id: `c${seq}`, base: seq - 1, label: 'Moved', change: made, inverse, at })
  }
  make(change)
  make({ put: grid(SIDE, level, drawing, 'wall-type-block-140'), drop: [] })
  const walls = project.all('wall').map(({ id }) => id)
  for (let i = 0; journal.length < CHANGES; i++) {
    const wall = project.need('wall', walls[i % walls.length]!)
    make({ put: [{ ...wall, base: (wall.base + 1) % 100 }], drop: [] })
  }
  return writeArchive(
    { id: 'long', name: 'Long history', records: [...project.everything()], journal },
    new Date().toISOString(),
    async (bytes) => createHash('sha256').update(bytes).digest('hex'),
  )
}

/** From the press on “Look at this moment” to its board at hand, ms. */
async function lookAt(page: Page, address: string, seq: number): Promise<number> {
  await page.goto(`${address}/project/long/history#${seq}`)
  await page.getByRole('link', { name: 'Look at this moment' }).waitFor()
  await page.waitForLoadState('networkidle')
  return page.evaluate(async () => {
    const link = [...document.querySelectorAll('a')].find((each) =>
      each.textContent.includes('Look at this'),
    )!
    const started = performance.now()
    link.click()
    let board: HTMLCanvasElement | undefined
    while (!board) {
      await new Promise(requestAnimationFrame)
      board = document.querySelectorAll<HTMLCanvasElement>('[data-test=board][aria-busy=false] canvas')[1]
    }
    board.getContext('2d')!.getImageData(0, 0, 1, 1)
    return performance.now() - started
  })
}

/** The history of a hundred thousand changes: its first page, one drawing of it, and moments of it on the board. */
export async function benchHistory(): Promise<Row[]> {
  const server = await TestServer.begin({ samples: false })
  const browser = await launch()
  const rows: Row[] = []
  const tell = (what: string, times: readonly number[]): void => {
    const most = Math.max(...times)
    rows.push({ what, measured: ms(most), against: ms(LIMIT_MS), ratio: most / LIMIT_MS, limit: 1 })
  }
  const timed = async (path: string): Promise<number> => {
    const begun = performance.now()
    const answer = await fetch(server.address + path)
    if (!answer.ok) throw new Error(await answer.text())
    await answer.text()
    return performance.now() - begun
  }
  try {
    const body = await longHistory()
    const brought = await fetch(`${server.address}/api/archives`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/zip' },
      body: new Blob([body as Uint8Array<ArrayBuffer>]),
    })
    if (!brought.ok) throw new Error(await brought.text())
    // Its journal is read behind the work, once.
    for (;;) {
      const { told, of } = await server.json<{ told: number; of: number }>('/api/projects/long/deeds')
      if (told === of) break
      await new Promise((done) => setTimeout(done, 500))
    }
    const { records } = await server.json<{ records: { id: string; kind: string }[] }>('/api/projects/long')
    const sheet = records.find(({ kind }) => kind === 'sheet')!.id
    const level = records.find(({ kind }) => kind === 'level')!.id
    const base = '/api/projects/long/deeds'
    tell(`history of ${CHANGES} changes, its last page and one from its middle`, [
      await timed(base),
      await timed(`${base}?before=50000`),
    ])
    const day = 'from=2026-01-20T00:00:00Z&to=2026-01-21T00:00:00Z'
    tell('the same, of a sheet that changed once, and of a level', [
      await timed(`${base}?places=${sheet}`),
      await timed(`${base}?places=${level}`),
    ])
    tell('the same, of a day, of a level on a day, by somebody else', [
      await timed(`${base}?${day}`),
      await timed(`${base}?${day}&places=${level}`),
      await timed(`${base}?notBy=bench`),
    ])
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const looked: number[] = []
    for (const seq of [2, 499, 33_333, 70_499, 99_999]) looked.push(await lookAt(page, server.address, seq))
    tell('any of its moments, from the press to the board at hand (longest of five)', looked)
    return rows
  } finally {
    await browser.close()
    await server.end()
  }
}
