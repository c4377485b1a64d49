import { connect, createServer, type Socket } from 'node:net'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'drizzle-orm'
import type { SentChange } from '@lamina/core/edit'
import { MOST_SELECTED } from '@lamina/core/exchange'
import { Project, type RecordOf } from '@lamina/core/records'
import { madeOn } from '@lamina/core/together'
import { awayOf } from '../src/database/away'
import { PgServer } from '../src/database/pgServer'
import { NotThere } from '../src/faults'
import { hereSchema } from '../src/news/presence'
import { Store } from '../src/store'
import { wholenessOf } from '../src/wholeness'
import { newHouse, wallOn } from './newHouse'
import { Postgres } from './postgres'

const migrations = join(import.meta.dirname, '../drizzle')
let postgres: Postgres
beforeAll(async () => {
  postgres = await Postgres.begin()
})
afterAll(() => postgres.end())

const warned: unknown[] = []
const log = { warn: (...what: unknown[]) => void warned.push(what) } as never

/** Servers on one database, as processes have them. */
async function servers(
  count: number,
): Promise<{ stores: Store[]; databases: PgServer[]; close(): Promise<void> }> {
  const address = await postgres.database()
  const stores: Store[] = []
  const databases: PgServer[] = []
  for (let i = 0; i < count; i++) {
    const database = new PgServer(address, log)
    await database.open()
    databases.push(database)
    stores.push(await Store.over(database, migrations))
  }
  return {
    stores,
    databases,
    close: async () => void (await Promise.all(stores.map((store) => store.close()))),
  }
}

let n = 0
const made = newHouse(() => `r${++n}`)
const facts = { client: 'one', label: 'Wall', undoes: null }
const first: SentChange = { ...facts, id: 'first', base: 0, change: made.change, was: [] }

/** A change of a project as it is now. */
async function onNow(
  store: Store,
  id: string,
  change: (now: Project) => SentChange['change'],
): Promise<SentChange> {
  const { seq, on, records } = await store.read('house')
  const now = new Project(records)
  const meant = change(now)
  return { ...facts, id, base: seq, on, change: meant, was: madeOn(now, meant) }
}
const addWall = (id: string) => (): SentChange['change'] => ({ put: [wallOn(made.level, id)], drop: [] })
const walls = async (store: Store): Promise<string[]> =>
  (await store.read('house')).records.flatMap(({ id, kind }) => (kind === 'wall' ? [id] : [])).sort()

describe('two servers on one database', () => {
  it('see at once what either stored, removed and brought back', async () => {
    const { stores, close } = await servers(2)
    const [a, b] = stores as [Store, Store]
    await a.create('house', first)
    expect((await b.read('house')).seq).toBe(1)
    await b.append('house', await onNow(b, 'c1', addWall('w1')))
    await a.append('house', await onNow(a, 'c2', addWall('w2')))
    expect(await walls(b)).toEqual(['w1', 'w2'])
    // Sent again to the other server, it is there once.
    const again = await onNow(b, 'c3', addWall('w3'))
    expect(await a.append('house', again)).toEqual({ seq: 4 })
    expect(await b.append('house', again)).toEqual({ seq: 4 })
    await a.remove('house')
    await expect(b.read('house')).rejects.toThrow(NotThere)
    await expect(b.append('house', again)).rejects.toThrow(NotThere)
    await b.bringBack('house')
    expect(await walls(a)).toEqual(['w1', 'w2', 'w3'])
    await close()
  })

  it('tell each other’s windows, also after the connection broke', async () => {
    const { stores, close } = await servers(2)
    const [a, b] = stores as [Store, Store]
    const heard: [string, number, string][] = []
    b.onChange((project, seq, client) => heard.push([project, seq, client]))
    await a.create('house', first)
    await expect.poll(() => heard).toEqual([['house', 1, 'one']])
    await b.read('house')
    await postgres.cut()
    await expect
      .poll(async () => {
        try {
          return (await a.append('house', await onNow(a, 'c1', addWall('w1')))).seq
        } catch {
          return 0
        }
      })
      .toBe(2)
    await expect.poll(() => heard.at(-1)?.[1]).toBe(2)
    await a.remove('house')
    await expect.poll(() => heard.at(-1)).toEqual(['house', 0, 'server'])
    await close()
  })

  it('try again once a second, not more, while the database is away, and hear again when it is back', async () => {
    const { port } = new URL(await postgres.database())
    let isAway = false
    const tries: number[] = []
    const joined = new Set<Socket>()
    const between = createServer((from) => {
      if (isAway) tries.push(performance.now())
      if (isAway) return void from.destroy()
      const to = connect(Number(port), '127.0.0.1')
      for (const each of [from, to]) joined.add(each.on('error', () => undefined))
      from.pipe(to).pipe(from)
    })
    await new Promise<void>((done) => between.listen(0, '127.0.0.1', done))
    const through = (between.address() as { port: number }).port
    const address = await postgres.database()
    const near = new PgServer(address, log)
    const far = new PgServer(address.replace(`:${port}/`, `:${through}/`), log)
    await Promise.all([near.open(), far.open()])
    const heard: unknown[] = []
    let missed = 0
    far.hear(
      (spread) => heard.push(spread),
      () => missed++,
    )
    isAway = true
    const begun = performance.now()
    for (const each of joined) each.destroy()
    await expect.poll(() => tries.length).toBeGreaterThanOrEqual(5)
    expect(tries[4]! - begun).toBeGreaterThan(4500)
    isAway = false
    await expect.poll(() => missed).toBe(1)
    await near.tell({ what: 'plots' })
    await expect.poll(() => heard).toEqual([{ what: 'plots' }])
    await Promise.all([near.close(), far.close()])
    between.close()
  })

  it('tell all of somebody with the longest names, and are not disturbed by what others say there', async () => {
    const { databases, close } = await servers(2)
    const [a, b] = databases as [PgServer, PgServer]
    const heard: unknown[] = []
    b.hear(
      (spread) => heard.push(spread),
      () => undefined,
    )
    const long = (i: number): string => String(i).padStart(64, 'x')
    const far = -123_456_789.123_456_78
    const selection = Array.from({ length: MOST_SELECTED }, (_, i) => long(i))
    const here = { client: long(1), by: long(2), board: long(3), pointer: { x: far, y: far }, selection }
    expect(hereSchema.parse(here)).toEqual(here)
    for (const text of ['', 'no JSON', '{}', '{"from":"x"}', 'null', '[]'])
      await a.db.execute(sql`select pg_notify('lamina', ${text})`)
    const news = { project: long(4), client: here.client, here }
    await a.tell({ what: 'here', news })
    await expect.poll(() => heard).toEqual([{ what: 'here', news }])
    await close()
  })

  it('take 2 000 edits of 20 clients: none is lost, none doubled, and both have the same', async () => {
    const { stores, databases, close } = await servers(2)
    await stores[0]!.create('house', first)
    const CLIENTS = 20
    const EACH = 100
    await Promise.all(
      Array.from({ length: CLIENTS }, async (_, client) => {
        const store = stores[client % 2]!
        const mark = { base: 1, on: 'first' }
        for (let i = 0; i < EACH; i++) {
          const id = `c${client}-${i}`
          // Every other is sent a second time, as where no answer came, to the other server.
          const sent = { ...facts, id, client: `${client}`, ...mark, was: [] }
          const put = { ...sent, change: { put: [wallOn(made.level, `w${client}-${i}`)], drop: [] } }
          const answer = await store.append('house', put)
          if (i % 2 === 0) expect((await stores[(client + 1) % 2]!.append('house', put)).seq).toBe(answer.seq)
          mark.base = answer.seq
          mark.on = id
        }
      }),
    )
    const [a, b] = await Promise.all(stores.map((store) => store.read('house')))
    expect(a!.seq).toBe(1 + CLIENTS * EACH)
    expect(b).toEqual(a)
    expect(a!.records.filter(({ kind }) => kind === 'wall')).toHaveLength(CLIENTS * EACH)
    // And what is stored is what they have: the sums of records and journal agree.
    const whole = await wholenessOf(databases[0]!.db, 'house')
    expect(whole).toMatchObject({ recordsAreWhole: true, journalIsWhole: true, seq: a!.seq })
    const journal = await stores[1]!.since('house', { seq: 0, id: null })
    expect(journal.map(({ seq }) => seq)).toEqual(journal.map((_, i) => i + 1))
    expect(new Set(journal.map(({ id }) => id)).size).toBe(journal.length)
    await close()
  }, 120_000)

  it('begin at one moment on an empty database, and serve it both', async () => {
    const address = await postgres.database()
    const databases = [0, 1, 2].map(() => new PgServer(address, log))
    const stores = await Promise.all(
      databases.map(async (database) => {
        await database.open()
        return Store.over(database, migrations)
      }),
    )
    const answers = await Promise.all(stores.map((store) => store.create('house', first)))
    expect(answers).toEqual([{ seq: 1 }, { seq: 1 }, { seq: 1 }])
    await Promise.all(stores.map((store) => store.close()))
  })

  it('say in a sentence that the database does not answer', async () => {
    const database = new PgServer('postgres://lamina@127.0.0.1:1/none', log)
    await expect(database.open()).rejects.toSatisfy((error) => awayOf(error)?.why === 'closed')
    await database.close()
  })

  it('merge by facts what two change of one thing at once', async () => {
    const { stores, close } = await servers(2)
    const [a, b] = stores as [Store, Store]
    await a.create('house', first)
    const sheet = (facts: Partial<RecordOf<'sheet'>>) => (now: Project) => ({
      put: [{ ...now.need('sheet', made.sheet), ...facts }],
      drop: [],
    })
    const [title, drawn] = await Promise.all([
      onNow(a, 'title', sheet({ title: 'Plans and more' })),
      onNow(b, 'drawn', sheet({ drawn: 'AT' })),
    ])
    await Promise.all([a.append('house', title), b.append('house', drawn)])
    const both = (await a.read('house')).records.find(({ id }) => id === made.sheet)
    expect(both).toMatchObject({ title: 'Plans and more', drawn: 'AT' })
    await close()
  })
})
