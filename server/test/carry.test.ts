import { join } from 'node:path'
import { getTableName, is, sql } from 'drizzle-orm'
import { PgTable } from 'drizzle-orm/pg-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SentChange } from '@lamina/core/edit'
import { NotCarried, TABLES, carry } from '../src/database/carry'
import type { Database } from '../src/database/database'
import { PgServer } from '../src/database/pgServer'
import { Acts } from '../src/persons/acts'
import { Persons } from '../src/persons/persons'
import { Roles } from '../src/persons/roles'
import { Store } from '../src/store'
import * as tables from '../src/tables'
import { wholenessOf } from '../src/wholeness'
import { inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'
import { Postgres } from './postgres'

const migrations = join(import.meta.dirname, '../drizzle')
let postgres: Postgres
beforeAll(async () => {
  postgres = await Postgres.begin()
})
afterAll(() => postgres.end())

const log = { warn: () => undefined } as never
async function onServer(): Promise<PgServer> {
  const database = new PgServer(await postgres.database(), log)
  await database.open()
  return database
}

let n = 0
const made = newHouse(() => `r${++n}`, 'Ω “House” \\ 🏠 \u2028')
const facts = { client: 'one', label: 'Wall “5 \\ 6” 🏠', undoes: null }

/** A database with two projects, one of them removed, a person who may draw in one, and what was done. */
async function filled(database: Database): Promise<Store> {
  const store = await Store.over(database, migrations)
  const first: SentChange = { ...facts, id: 'first', base: 0, change: made.change, was: [] }
  await store.create('house', first)
  for (let i = 0; i < 45; i++) {
    const change = { put: [wallOn(made.level, `w${i}`, i * 0.1, 3000 + i / 3)], drop: [] }
    await store.append('house', { ...facts, id: `c${i}`, base: i + 1, change, was: [] })
  }
  await store.create('gone', { ...first, id: 'other' })
  await store.remove('gone')
  const persons = new Persons(database.db)
  const { secret } = await persons.makeLink(null, true, 60_000)
  const ada = await persons.follow(
    secret,
    { signIn: 'ada@office.example', name: 'Ada', initials: 'A' },
    'a long password of hers',
  )
  await new Roles(database.db).give('house', ada.id, 'drafter')
  await new Acts(database.db).note('joined', { person: ada.id, address: '::1' }, 'Ada')
  return store
}

/** All that is carried, row by row, as text. */
async function contentOf({ db }: Database): Promise<Record<string, unknown[]>> {
  const all: Record<string, unknown[]> = {}
  for (const table of TABLES) {
    const name = sql.identifier(getTableName(table))
    const { rows } = await db.execute<{ row: string }>(
      sql`select to_jsonb(${name})::text as row from ${table} order by 1`,
    )
    all[getTableName(table)] = rows.map(({ row }) => row)
  }
  return all
}
const LEFT = { sessions: [], links: [], common: [], plots: [] }

describe('what is carried from one database to another', () => {
  it('is every table there is, or said not to be', () => {
    const all = Object.values(tables).filter((each) => is(each, PgTable))
    expect(TABLES.map(getTableName).sort()).toEqual(all.map(getTableName).sort())
  })

  it('is the same there and back again, whole, and goes on where it was', async () => {
    const folder = inMemory()
    const store = await filled(folder)
    const before: Record<string, unknown[]> = { ...(await contentOf(folder)), ...LEFT }
    expect(before['changes']).toHaveLength(47)
    expect(before['persons']).toHaveLength(1)
    expect(before['acts']).toHaveLength(1)
    const server = await onServer()
    await Store.over(server, migrations)
    const told = new Map<string, number>()
    await carry(folder.db, server.db, (table, rows) => told.set(table, rows))
    expect(told.get('changes')).toBe(47)
    expect(await contentOf(server)).toEqual(before)

    const back = inMemory()
    const last = await Store.over(back, migrations)
    await carry(server.db, back.db)
    expect(await contentOf(back)).toEqual(before)
    for (const id of ['house', 'gone'])
      expect(await wholenessOf(back.db, id)).toMatchObject({ recordsAreWhole: true, journalIsWhole: true })

    // Numbers that the database gives go on: what is drawn there comes after what is there.
    const on = await last.read('house')
    expect(on.records).toEqual((await store.read('house')).records)
    const wall = { put: [wallOn(made.level, 'next')], drop: [] }
    await last.append('house', { ...facts, id: 'next', base: on.seq, on: on.on, change: wall, was: [] })
    expect((await last.read('house')).records.at(-1)?.id).toBe('next')
    await new Acts(back.db).note('refused', { person: null, address: '' })
    for (const each of [store, last]) await each.close()
    await server.close()
  })

  it('goes nowhere where something is already; nothing is changed there', async () => {
    const folder = inMemory()
    const store = await filled(folder)
    const server = await onServer()
    const there = await Store.over(server, migrations)
    await there.create('mine', { ...facts, id: 'first', base: 0, change: made.change, was: [] })
    const before = await contentOf(server)
    await expect(carry(folder.db, server.db)).rejects.toThrow(NotCarried)
    expect(await contentOf(server)).toEqual(before)
    await store.close()
    await there.close()
  })

  it('is all or nothing when the way breaks', async () => {
    const folder = inMemory()
    const store = await filled(folder)
    const server = await onServer()
    const there = await Store.over(server, migrations)
    const cut = carry(folder.db, server.db, (table) => {
      if (table === 'records') throw new Error('cut')
    })
    await expect(cut).rejects.toThrow('cut')
    expect((await contentOf(server))['projects']).toEqual([])
    await carry(folder.db, server.db)
    expect((await contentOf(server))['changes']).toHaveLength(47)
    await store.close()
    await there.close()
  })
})
