import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SentChange } from '@lamina/core/edit'
import type { MadeLink } from '@lamina/core/exchange'
import { healthOf, type Health } from '../src/facts/health'
import { firstLink, makeDoor, reachedBy } from '../src/persons/door'
import { Persons } from '../src/persons/persons'
import { METRICS_KEY, appInProcess, type AppInProcess } from './appInProcess'
import { inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'
import { Somebody } from './somebody'

/** What is written in drawings, typed in forms, and kept secret: none of it is told. */
const SECRET = 'Zyxomma-Villa'
const PASSWORD = 'a password of Zyxomma'

let n = 0
const made = newHouse(() => `r${++n}`, SECRET)
const database = inMemory()
let app: AppInProcess
const keeper = new Somebody(() => app.port)
let link = ''

const first: SentChange = {
  id: 'first',
  client: 'one',
  base: 0,
  label: `Began ${SECRET}`,
  change: made.change,
  was: [],
  undoes: null,
}
const wall = (id: string, base: number): SentChange => ({
  ...first,
  id,
  base,
  change: { put: [wallOn(made.level, id)], drop: [] },
})

beforeAll(async () => {
  app = await appInProcess(
    database,
    () => `i${++n}`,
    () => makeDoor(database.db, reachedBy({ LAMINA_SIGN_IN: '1' })),
    'trace',
  )
  link = (await firstLink(new Persons(database.db)))!
  await keeper.come(link, 'zyxomma', PASSWORD)
  expect(await keeper.status('POST', '/projects/house', first)).toBe(201)
})
afterAll(() => app.close())

interface Line {
  readonly level: number
  readonly msg: string
  readonly request?: string
  readonly route?: string
  readonly status?: number
  readonly project?: string
}
const told = (): Line[] => app.complaints.map((line) => JSON.parse(line) as Line)

describe('how it stands', () => {
  it('is told with space, database and queue', async () => {
    const nobody = new Somebody(() => app.port)
    const health = await nobody.json<Health>('/health')
    expect(health).toEqual({
      ok: true,
      database: { on: 'folder', answers: true, ms: expect.any(Number) as number },
      streams: 0,
      plots: { working: 0, waiting: 0 },
    })
  })

  it('is that it does not serve while the database does not answer, and is told soon', async () => {
    const parts = {
      plots: { load: () => Promise.resolve({ working: 0, waiting: 0 }) },
      streams: { size: 3 },
    }
    const away = (execute: () => Promise<never>) =>
      healthOf(
        { db: { execute } as never, others: null, space: () => Promise.resolve(2 ** 20) },
        parts.plots,
        parts.streams,
      )
    const expected = {
      ok: false,
      database: { on: 'folder', answers: false },
      streams: 3,
      free: 2 ** 20,
      low: true,
    }
    expect(await away(() => Promise.reject(new Error('gone')))).toEqual(expected)
    expect(await away(() => new Promise(() => undefined))).toEqual(expected)
  })
})

describe('metrics', () => {
  const metrics = async (who: Somebody, headers = {}): Promise<string> => {
    const answer = await who.ask('GET', '/metrics', undefined, headers)
    expect(answer.status).toBe(200)
    expect(answer.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/)
    return answer.text()
  }
  /** The value of a sample by its name and labels. */
  const value = (text: string, sample: string): number => {
    const line = text.split('\n').find((each) => each.startsWith(`${sample} `))
    if (line === undefined) throw new Error(`no ${sample} in\n${text}`)
    return Number(line.slice(sample.length + 1))
  }

  it('are for who bears the key and who keeps the persons, not for others', async () => {
    const nobody = new Somebody(() => app.port)
    expect((await nobody.ask('GET', '/metrics')).status).toBe(401)
    const wrong = { Authorization: `Bearer ${METRICS_KEY}x` }
    expect((await nobody.ask('GET', '/metrics', undefined, wrong)).status).toBe(401)
    await metrics(nobody, { Authorization: `Bearer ${METRICS_KEY}` })
    await metrics(keeper)
    const answer = await keeper.ask('POST', '/links', { person: null, manages: false })
    const { secret } = (await answer.json()) as MadeLink
    const drafter = new Somebody(() => app.port)
    await drafter.come(secret, 'drafter')
    expect((await drafter.ask('GET', '/metrics')).status).toBe(403)
  })

  it('count what is done and measure how long it takes, by the form of the address alone', async () => {
    const before = await metrics(keeper)
    const changes = 'lamina_changes_total'
    const route = 'method="POST",route="/api/projects/:id/changes"'
    const stored = `lamina_request_seconds_count{${route},status="200"}`
    const began = value(before, changes)
    for (let i = 1; i <= 5; i++)
      expect(await keeper.status('POST', '/projects/house/changes', wall(`w${i}`, i))).toBe(200)
    expect(await keeper.status('POST', '/projects/house/changes', { no: 'change' })).toBe(422)
    expect(await keeper.status('GET', `/projects/house/sheets.pdf?sheets=none`)).toBe(422)
    expect(await keeper.status('GET', `/projects/house/sheets.pdf`)).toBe(200)
    const text = await metrics(keeper)
    expect(value(text, changes) - began).toBe(5)
    expect(value(text, stored)).toBe(5)
    expect(value(text, `lamina_request_seconds_count{${route},status="422"}`)).toBe(1)
    expect(value(text, 'lamina_plot_seconds_count{outcome="made"}')).toBe(1)
    expect(value(text, 'lamina_plot_seconds_count{outcome="not made"}')).toBe(1)
    expect(value(text, 'lamina_database_up')).toBe(1)
    expect(value(text, 'lamina_open_projects')).toBe(1)
    expect(value(text, 'lamina_plots{state="waiting"}')).toBe(0)
    expect(value(text, 'lamina_last_backup_timestamp_seconds')).toBe(0)
    // Every line is one of the form (Prometheus text format 0.0.4), and none tells what or whose.
    for (const line of text.trim().split('\n'))
      if (line !== '')
        expect(line).toMatch(
          /^(# (HELP|TYPE) \S+ .+|[a-z_]+(\{[a-z]+="[^"]*"(,[a-z]+="[^"]*")*\})? [-+.\de]+|[a-z_]+\{.*\} \+Inf)$/,
        )
    for (const word of ['house', SECRET, 'zyxomma']) expect(text).not.toContain(word)
  })

  it('have as many rows whatever is asked', async () => {
    const rows = async (): Promise<number> => (await metrics(keeper)).split('\n').length
    const ask = async (i: number): Promise<void> => {
      await keeper.status('GET', `/projects/none-${i}`)
      await keeper.status('GET', `/nothing/${i}`)
      await keeper.status('GET', `/links/${'x'.repeat(20)}${i}`)
    }
    await ask(0)
    const before = await rows()
    for (let i = 1; i < 20; i++) await ask(i)
    expect(await rows()).toBe(before)
  })
})

describe('the log', () => {
  it('has each request under the id that its answer has, by the form of its address', async () => {
    const answer = await keeper.ask('GET', '/projects/house')
    await answer.text()
    const id = answer.headers.get('x-request-id')
    expect(id).toMatch(/^[\da-f-]{36}$/)
    await expect.poll(() => told().filter(({ request }) => request === id)).toHaveLength(1)
    expect(told().find(({ request }) => request === id)).toMatchObject({
      level: 30,
      msg: 'answered',
      method: 'GET',
      route: '/api/projects/:id',
      project: 'house',
      status: 200,
      ms: expect.any(Number) as number,
    })
    // What somebody else gives for one is not taken.
    const given = await keeper.ask('GET', '/projects', undefined, { 'X-Request-Id': 'mine' })
    expect(given.headers.get('x-request-id')).not.toBe('mine')
  })

  it('tells a fault by its cause, under the id that whoever asked was told', async () => {
    const { db } = database
    await db.execute('alter table pictures rename to pictures_away')
    await db.execute('alter table seen rename to seen_away')
    const answer = await keeper.ask('GET', '/projects')
    await db.execute('alter table pictures_away rename to pictures')
    await db.execute('alter table seen_away rename to seen')
    expect(answer.status).toBe(500)
    const { message } = (await answer.json()) as { message: string }
    const id = answer.headers.get('x-request-id')!
    expect(message).toBe(
      `Something went wrong here. Nothing was stored; please try again. The log has it as ${id}.`,
    )
    const fault = told().find(({ request, level }) => request === id && level === 50)
    expect(fault).toMatchObject({
      route: '/api/projects',
      err: { code: '42P01', message: 'relation "pictures" does not exist' },
    })
  })

  it('has nothing of what was drawn, typed or kept secret, not even where that could not be stored', async () => {
    const { db } = database
    // A row that the database refuses, with what it refuses in what it says.
    await db.execute(`alter table changes add constraint refused check (label not like '%refused%')`)
    const sent = { ...wall('w9', 6), label: `${SECRET} refused` }
    expect(await keeper.status('POST', '/projects/house/changes', sent)).toBe(500)
    await db.execute('alter table changes drop constraint refused')
    expect(await keeper.status('POST', '/me', { signIn: 'zyxomma@office.example', password: PASSWORD })).toBe(
      200,
    )
    expect(await keeper.status('POST', '/me', { signIn: SECRET, password: SECRET })).toBe(401)
    expect(await keeper.status('GET', `/links/${link}`)).toBe(404)
    expect(await keeper.status('POST', '/archives', SECRET)).toBe(400)
    expect(await keeper.status('POST', '/projects/house/changes', { ...sent, base: SECRET })).toBe(422)
    expect(await keeper.status('GET', `/projects/${encodeURIComponent(`${SECRET} ${SECRET}`)}`)).toBe(422)
    await expect.poll(() => told().filter(({ status }) => status === 400)).toHaveLength(1)
    const text = app.complaints.join('')
    for (const word of [SECRET, PASSWORD, link, 'zyxomma@']) expect(text).not.toContain(word)
    expect(told().some(({ level }) => level === 50)).toBe(true)
  })
})
