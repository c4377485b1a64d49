import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { OpenedProject } from '@lamina/core/exchange'
import { Project, SCHEMA, type AnyRecord, type Change } from '@lamina/core/records'
import { madeOn } from '@lamina/core/together'
import { NewerData } from '../src/database/bringUp'
import type { Embedded } from '../src/database/embedded'
import { Store } from '../src/store'
import { wholenessOf } from '../src/wholeness'
import { inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'

const migrations = join(import.meta.dirname, '../drizzle')

/** What holds the projects, whoever opens them. */
let database: Embedded
let mended: string[]
const open = (): Promise<Store> => Store.over(database, migrations, (_, what) => void mended.push(what))

const wall = (id: string, level: string, y: number): AnyRecord => wallOn(level, id, y)

/** A project of twenty changes: walls made, changed, removed and made again. */
async function drawn(store: Store): Promise<OpenedProject> {
  let n = 0
  const made = newHouse(() => `r${++n}`)
  const project = new Project(made.change.put)
  const facts = { client: 'one', label: 'Wall', undoes: null }
  await store.create('p', { ...facts, id: 'c0', base: 0, change: made.change, was: [] })
  const change = async (seq: number, next: Change): Promise<void> => {
    const was = madeOn(project, next)
    project.apply(next)
    await store.append('p', { ...facts, id: `c${seq}`, base: seq, change: next, was })
  }
  for (let i = 1; i <= 10; i++) await change(i, { put: [wall(`w${i}`, made.level, i * 500)], drop: [] })
  for (let i = 1; i <= 5; i++)
    await change(10 + i, { put: [wall(`w${i}`, made.level, i * 500 + 100)], drop: [] })
  await change(16, { put: [], drop: ['w1'] })
  await change(17, { put: [], drop: ['w2'] })
  await change(18, { put: [wall('w1', made.level, 9000)], drop: [] })
  await change(19, { put: [wall('w11', made.level, 9500)], drop: ['w3'] })
  return store.read('p')
}

beforeAll(() => (database = inMemory()))
afterAll(() => database.close())
beforeEach(() => (mended = []))
afterEach(() => database.db.execute(sql`delete from projects`))

const damage = (query: ReturnType<typeof sql>): Promise<unknown> => database.db.execute(query)

describe('damage', () => {
  it('is none in what was kept: counts and sums are those of what is there', async () => {
    const whole = await drawn(await open())
    expect(await wholenessOf(database.db, 'p')).toEqual({
      name: 'House',
      isRemoved: false,
      seq: 20,
      last: 'c19',
      records: whole.records.length,
      count: whole.records.length,
      recordsAreWhole: true,
      changes: 20,
      journalIsWhole: true,
    })
    expect(await (await open()).read('p')).toEqual(whole)
    expect(mended).toEqual([])
  })

  it('of the records is made good from the journal, in the same order', async () => {
    const whole = await drawn(await open())
    for (const query of [
      sql`delete from records where place % 2 = 0`,
      sql`delete from records`,
      sql`update records set body = jsonb_set(body, '{a,y}', '123') where id = 'w5'`,
      sql`update records set body = '{}'::jsonb where id = 'w4'`,
      sql`update projects set seq = 12`,
      sql`update projects set count = 7, sum = 1`,
    ]) {
      await damage(query)
      mended = []
      expect(await (await open()).read('p')).toEqual(whole)
      expect(mended).toEqual(['its records were made anew from its journal'])
      expect(await (await open()).read('p')).toEqual(whole)
      expect(mended).toHaveLength(1)
    }
  })

  it('of the journal is made good from the records: what is there stays, and what is known of before', async () => {
    const whole = await drawn(await open())
    await damage(sql`delete from changes where seq in (1, 4, 5, 13)`)
    const store = await open()
    expect(await store.read('p')).toEqual(whole)
    expect(mended).toEqual(['gaps of its journal were filled from its records'])
    const journal = await store.since('p', { seq: 0, id: null })
    expect(journal.map(({ seq }) => seq)).toEqual(Array.from({ length: 20 }, (_, i) => i + 1))
    // Whoever reads it from the last gap comes to what is there.
    const again = new Project()
    for (const { change } of journal.slice(12)) again.apply(change)
    const byId = (all: Iterable<AnyRecord>) => new Map([...all].map((each) => [each.id, each]))
    expect(byId(again.everything())).toEqual(byId(whole.records))
    expect((await wholenessOf(database.db, 'p'))!.journalIsWhole).toBe(true)
    // Nobody is offered to take back what put it right.
    const label = (await store.steps('p', 'me')).filter(({ id }) => id.startsWith('upgrade-'))
    expect(label).toHaveLength(4)
    // And it goes on.
    const change = {
      put: [wall('w12', (whole.records.find(({ kind }) => kind === 'level') as AnyRecord).id, 0)],
      drop: [],
    }
    await store.append('p', {
      id: 'on',
      client: 'one',
      base: 20,
      on: 'c19',
      label: 'Wall',
      change,
      was: [],
      undoes: null,
    })
    expect((await (await open()).read('p')).records).toHaveLength(whole.records.length + 1)
    expect(mended).toHaveLength(1)
  })

  it('of both, so that neither tells the rest, is told, and nothing is changed', async () => {
    await drawn(await open())
    await damage(sql`delete from changes where seq = 3`)
    await damage(sql`delete from records where id = 'w7'`)
    const before = await wholenessOf(database.db, 'p')
    await expect((await open()).read('p')).rejects.toThrow(/\d+ of \d+ things and 19 of 20 changes are left/)
    expect(await wholenessOf(database.db, 'p')).toEqual(before)
  })

  /** As a fault in an earlier version could have left it: row and sums agree, and it cannot be read. */
  const spoil = async (): Promise<void> => {
    await damage(sql`update records set body = '{"id": "w5", "kind": "wall"}'::jsonb where id = 'w5'`)
    await damage(
      sql`update projects set sum = (select sum(('x' || substr(md5(body::text), 1, 15))::bit(60)::bigint::numeric) from records)`,
    )
  }

  it('of one record is made good from its last state that can be read', async () => {
    const whole = await drawn(await open())
    await spoil()
    expect(await (await open()).read('p')).toEqual(whole)
    expect(mended).toEqual(['1 records that could not be read are as they were before'])
    expect(await (await open()).read('p')).toEqual(whole)
    expect(mended).toHaveLength(1)
  })

  it('of one record that is nowhere whole leaves it out, with what cannot do without it, and opens the rest', async () => {
    const whole = await drawn(await open())
    await spoil()
    await damage(
      sql`update changes set change = jsonb_set(change, '{put,0,base}', '"x"') where change @> '{"put": [{"id": "w5"}]}'`,
    )
    const { records, unread } = await (await open()).read('p')
    expect(unread).toEqual(['wall'])
    expect(records).toEqual(whole.records.filter(({ id }) => id !== 'w5'))
  })

  it('is not what a later version wrote: that is told, and left as it is', async () => {
    await drawn(await open())
    const later = String(SCHEMA + 1)
    await damage(
      sql`update records set body = jsonb_set(body, '{schema}', ${later}::jsonb) where kind = 'project'`,
    )
    await damage(
      sql`update projects set sum = (select sum(('x' || substr(md5(body::text), 1, 15))::bit(60)::bigint::numeric) from records)`,
    )
    await expect((await open()).read('p')).rejects.toThrow('written by a later version of Lamina')
    expect(mended).toEqual([])
    await damage(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('x', 9999999999999)`)
    await expect(open()).rejects.toThrow(NewerData)
  })
})
