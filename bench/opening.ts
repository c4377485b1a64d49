import type { Page } from '@playwright/test'
import { TestServer } from '../e2e/server'
import { launch } from './browser'
import { fill } from './filled'
import { grid } from './grid'
import type { Row } from './main'
import { ms } from './time'

const TYPE = 'wall-type-block-140'
const RUNS = 3

/** Fetches a project, reads it, and strokes a line for each wall and dimension on a bare canvas: ms to the read-back pixel. */
const bare = (page: Page, id: string): Promise<number> =>
  page.evaluate(async (project) => {
    const started = performance.now()
    const text = await (await fetch(`/api/projects/${project}`)).text()
    const { records } = JSON.parse(text) as {
      records: { a?: { x: number; y: number }; b?: { x: number; y: number } }[]
    }
    const canvas = document.createElement('canvas')
    canvas.width = 1280
    canvas.height = 800
    const context = canvas.getContext('2d')!
    context.beginPath()
    for (const { a, b } of records) {
      if (!a || !b) continue
      context.moveTo(a.x / 400, a.y / 400)
      context.lineTo(b.x / 400, b.y / 400)
    }
    context.stroke()
    context.getImageData(0, 0, 1, 1)
    return performance.now() - started
  }, id)

interface Opened {
  /** To all of the board painted, as it was left. */
  readonly painted: number
  /** To the board at hand: what is drawn can be pointed to. */
  readonly atHand: number
}

/** From the press on a project's card, ms. */
async function open(page: Page, address: string, name: string): Promise<Opened> {
  await page.goto(address)
  await page.getByText(name, { exact: true }).waitFor()
  // What every project opens with is there, as after the first look around, and the browser keeps it.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.waitForLoadState('networkidle')
  return page.evaluate(async (called) => {
    const card = [...document.querySelectorAll('a')].find((each) => each.textContent.includes(called))!
    const started = performance.now()
    card.click()
    let painted = 0
    let board: HTMLCanvasElement | undefined
    while (!board) {
      await new Promise(requestAnimationFrame)
      const sight = document.querySelector<HTMLCanvasElement>('[data-test=first-sight][data-painted=true]')
      if (sight && !painted) {
        sight.getContext('2d')!.getImageData(0, 0, 1, 1)
        painted = performance.now() - started
      }
      board = document.querySelectorAll<HTMLCanvasElement>('[data-test=board][aria-busy=false] canvas')[1]
    }
    board.getContext('2d')!.getImageData(0, 0, 1, 1)
    const atHand = performance.now() - started
    return { painted: painted || atHand, atHand }
  }, name)
}

/** Opening projects of many records, and the page of many projects, in the built application. */
export async function benchOpening(): Promise<Row[]> {
  const server = await TestServer.begin({ samples: false })
  const browser = await launch()
  const rows: Row[] = []
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    for (const side of [14, 44, 99]) {
      const id = `open-${side}`
      let count = 0
      await fill(server, id, (level, drawing) => {
        const records = grid(side, level, drawing, TYPE)
        count = records.length
        return records
      })
      // Left alone for a moment, as before anybody opens it again.
      while ((await fetch(`${server.address}/api/projects/${id}/imprint`)).status !== 200)
        await page.waitForTimeout(200)
      let painted = Infinity
      let atHand = Infinity
      let least = Infinity
      for (let i = 0; i < RUNS; i++) {
        const opened = await open(page, server.address, `Bench ${id}`)
        painted = Math.min(painted, opened.painted)
        atHand = Math.min(atHand, opened.atHand)
        least = Math.min(least, await bare(page, id))
      }
      const against = `${ms(least)} bare fetch, parse and stroke`
      rows.push(
        {
          what: `opening ${count} records, from the press to the whole board painted`,
          measured: ms(painted),
          against,
          ratio: painted / least,
          limit: 3,
        },
        {
          what: 'the same, to the board at hand',
          measured: ms(atHand),
          against,
          ratio: atHand / least,
          limit: null,
        },
      )
    }
    rows.push(await listOfMany(server, page))
    return rows
  } finally {
    await browser.close()
    await server.end()
  }
}

const MANY = 200

/** The page of two hundred projects: one request, and all pictures in view shown. */
async function listOfMany(server: TestServer, page: Page): Promise<Row> {
  for (let i = 0; i < MANY; i++)
    await fill(server, `many-${i}`, (level, drawing) => grid(1 + (i % 4), level, drawing, TYPE))
  // Their pictures are made in time, whoever looks.
  const late = async (): Promise<boolean> =>
    ((await (await fetch(`${server.address}/api/projects`)).json()) as { late: boolean }[]).some(
      (each) => each.late,
    )
  while (await late()) await page.waitForTimeout(200)
  let best = Infinity
  for (let i = 0; i < RUNS; i++) {
    // The page it begins on asks for the list too.
    const asked = page.waitForResponse((response) => response.url().endsWith('/api/projects'))
    await page.goto(`${server.address}/new`)
    await asked
    await page.waitForLoadState('networkidle')
    let requests = 0
    const count = (request: { url(): string }): void => {
      if (request.url().includes('/api/projects')) requests++
    }
    page.on('request', count)
    const took = await page.evaluate(async (expected) => {
      const started = performance.now()
      history.pushState({}, '', '/')
      dispatchEvent(new PopStateEvent('popstate', { state: {} }))
      while (document.querySelectorAll('svg[aria-label^="Plan of"]').length < expected)
        await new Promise(requestAnimationFrame)
      await new Promise(requestAnimationFrame)
      return performance.now() - started
    }, MANY)
    page.off('request', count)
    if (requests !== 1) throw new Error(`the page asked ${requests} times`)
    best = Math.min(best, took)
  }
  return {
    what: `page of ${MANY} projects, one request, to all pictures`,
    measured: ms(best),
    against: '1 s',
    ratio: best / 1000,
    limit: 1,
  }
}
