import { fileURLToPath } from 'node:url'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'drizzle-orm'
import type { AnyRecord } from '@lamina/core/records'
import type { Database } from '../src/database/database'
import { NotThere } from '../src/faults'
import { STEP, forgetRead } from '../src/history/chronicle'
import { picturesOf } from '../src/history/picturesOf'
import { Store } from '../src/store'
import { inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'

const migrations = fileURLToPath(new URL('../drizzle', import.meta.url))

let database: Database
let store: Store

beforeAll(async () => {
  database = inMemory()
  store = await Store.over(database, migrations)
})
afterAll(() => store.close())

const facts = { client: 'one', was: [], undoes: null }
let level = ''
let made = 0

/** A project with walls drawn one by one. */
async function withWalls(id: string, count: number): Promise<void> {
  const house = newHouse(() => `r${++made}`)
  level = house.level
  await store.create(id, { ...facts, id: `new-${id}`, base: 0, by: 'me', label: 'New', change: house.change })
  for (let i = 0; i < count; i++) await draw(id, wallOn(level, `w${i}`, i * 1000))
}
async function draw(
  id: string,
  record: AnyRecord,
  by = 'me',
  was: AnyRecord[] = [],
  label = 'Wall',
): Promise<void> {
  const base = await store.seqOf(id)
  const change = { put: [record], drop: [] }
  await store.append(id, { ...facts, id: `c${++made}`, base, by, label, change, was })
}
const walls = (records: readonly AnyRecord[]): string[] =>
  records.filter(({ kind }) => kind === 'wall').map(({ id }) => id)

describe('a history', () => {
  it('tells who changed what and when, the last first, page by page', async () => {
    await withWalls('pages', 50)
    const page = await store.history.page('pages', {})
    expect(page.deeds.map(({ seq }) => seq)).toEqual(Array.from({ length: 40 }, (_, i) => 51 - i))
    expect(page.deeds[0]).toMatchObject({ label: 'Wall', by: 'me', words: 'Wall new', named: null })
    expect(page).toMatchObject({ more: true, told: 51, of: 51 })
    const rest = await store.history.page('pages', { before: 12 })
    expect(rest.deeds.map(({ seq }) => seq)).toEqual([11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1])
    expect(rest.more).toBe(false)
    await expect(store.history.page('nowhere', {})).rejects.toThrow(NotThere)
  })

  it('is asked for by person, by time and by drawing', async () => {
    await withWalls('asked', 3)
    await draw('asked', wallOn(level, 'hers'), 'her')
    const seqs = async (asked: Parameters<typeof store.history.page>[1]): Promise<number[]> =>
      (await store.history.page('asked', asked)).deeds.map(({ seq }) => seq)
    expect(await seqs({ by: 'her' })).toEqual([5])
    expect(await seqs({ notBy: 'me' })).toEqual([5])
    expect(await store.history.people('asked')).toEqual(expect.arrayContaining(['her', 'me']))
    expect(await seqs({ from: '2100-01-01T00:00:00Z' })).toEqual([])
    expect(await seqs({ to: '2100-01-01T00:00:00Z', from: '2000-01-01T00:00:00Z' })).toHaveLength(5)
    const { records } = await store.read('asked')
    const plan = records.find((each) => each.kind === 'drawing' && each.view === 'plan') as Extract<
      AnyRecord,
      { kind: 'drawing'; view: 'plan' }
    >
    const sheet = records.find(({ kind }) => kind === 'sheet')
    expect(await seqs({ places: [plan.id, plan.level] })).toEqual([5, 4, 3, 2, 1])
    if (sheet) expect(await seqs({ places: [sheet.id] })).toEqual([1])
    expect(await seqs({ places: ['elsewhere'] })).toEqual([])
  })

  it('tells one change thing by thing, with what facts were and are', async () => {
    await withWalls('one', 1)
    const { records } = await store.read('one')
    const wall = records.find(({ id }) => id === 'w0') as Extract<AnyRecord, { kind: 'wall' }>
    await draw('one', { ...wall, base: 100 }, 'me', [wall], 'Base')
    const whole = await store.history.whole('one', 3)
    expect(whole.words).toBe('Wall: base')
    expect(whole.things).toHaveLength(1)
    expect(whole.things[0]).toMatchObject({ became: 'changed', id: 'w0' })
    expect(whole.things[0]!.values).toEqual([{ fact: 'Base', was: '0 mm', now: '100 mm' }])
    await expect(store.history.whole('one', 99)).rejects.toThrow(NotThere)
  })

  it('tells what was taken back, and what was made again', async () => {
    await withWalls('back', 1)
    const step = async (undoes: string, put: AnyRecord[], drop: string[], id: string): Promise<void> => {
      const base = await store.seqOf('back')
      await store.append('back', {
        ...facts,
        id,
        base,
        by: 'me',
        label: 'Wall',
        change: { put, drop },
        undoes,
      })
    }
    const [{ id: drew }] = (await store.history.page('back', {})).deeds as readonly [
      { id: string },
      ...unknown[],
    ]
    const wall = (await store.read('back')).records.find(({ id }) => id === 'w0')!
    await store.append('back', {
      ...facts,
      id: 'undo',
      base: 2,
      by: 'me',
      label: 'Wall',
      change: { put: [], drop: ['w0'] },
      was: [wall],
      undoes: drew,
    })
    await step('undo', [wall], [], 'redo')
    expect((await store.history.page('back', {})).deeds.map(({ back }) => back)).toEqual([
      'made again',
      'taken back',
      null,
      null,
    ])
  })

  it('keeps names of moments, and lets go of them', async () => {
    await withWalls('named', 2)
    await store.history.name('named', 2, 'To the client')
    expect((await store.history.page('named', { named: true })).deeds).toMatchObject([
      { seq: 2, named: 'To the client' },
    ])
    await store.history.name('named', 2, '')
    expect((await store.history.page('named', { named: true })).deeds).toEqual([])
    await expect(store.history.name('named', 99, 'x')).rejects.toThrow(NotThere)
  })
})

describe('a moment', () => {
  it('is the project as it was after a change, in the order in which things came to be', async () => {
    await withWalls('then', 5)
    expect(walls((await store.history.moment('then', 3)).records)).toEqual(['w0', 'w1'])
    const now = await store.read('then')
    expect(await store.history.moment('then', 6)).toMatchObject({ ...now, label: 'Wall', named: null })
    await expect(store.history.moment('then', 7)).rejects.toThrow(NotThere)
  })

  it('is the same from a kept state, without one, and from one that is spoilt', async () => {
    await withWalls('kept', 1)
    // As many changes as come to two kept states, as a journal that was brought in has them.
    const count = 2 * STEP + 20
    await database.db.execute(sql`
      insert into changes (project, seq, id, client, by, base, label, change, inverse)
      select 'kept', n, 'more-' || n, 'c', 'me', n - 1, 'Wall',
        jsonb_build_object('put', jsonb_build_array(jsonb_set(jsonb_set(w.body, '{id}', to_jsonb('m' || n)), '{a,y}', to_jsonb(n))), 'drop',
          case when n % 2 = 0 and n > 4 then jsonb_build_array('m' || (n - 1)) else '[]'::jsonb end),
        jsonb_build_object('put', '[]'::jsonb, 'drop', jsonb_build_array('m' || n))
      from generate_series(3, ${count}::int) n, (select body from records where project = 'kept' and id = 'w0') w`)
    await database.db.execute(sql`update projects set seq = ${count} where id = 'kept'`)
    const [n, m] = [STEP + 7, 2 * STEP + 3]
    const before = [await store.chronicle.at('kept', n), await store.chronicle.at('kept', m)]
    await store.chronicle.read('kept')
    const { rows } = await database.db.execute<{ seq: number }>(
      sql`select seq from states where project = 'kept' order by seq`,
    )
    expect(rows.map(({ seq }) => seq)).toEqual([STEP, 2 * STEP])
    expect([await store.chronicle.at('kept', n), await store.chronicle.at('kept', m)]).toEqual(before)
    await database.db.execute(
      sql`update states set body = '\\x00' where project = 'kept' and seq = ${2 * STEP}`,
    )
    expect(await store.chronicle.at('kept', m)).toEqual(before[1])
    await forgetRead(database.db, 'kept')
    expect(await store.chronicle.reach('kept')).toEqual({ told: 0, of: count })
    expect(await store.chronicle.at('kept', m)).toEqual(before[1])
  }, 60_000)

  it('of any change is what all changes up to it come to (property)', async () => {
    await withWalls('any', 12)
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 13 }), async (seq) => {
        expect(walls(await store.chronicle.at('any', seq))).toEqual(
          Array.from({ length: seq - 1 }, (_, i) => `w${i}`),
        )
      }),
      { numRuns: 20 },
    )
  })
})

describe('the pictures of changes', () => {
  it('are drawn of those that are wanted, each as it was then', async () => {
    await withWalls('seen', 4)
    const changes = (await store.history.between('seen', 5, 2)).map(({ seq, change, inverse }) => ({
      seq,
      change,
      inverse,
      wanted: seq !== 4,
    }))
    const seen = picturesOf({ records: await store.chronicle.at('seen', 5), made: changes })
    expect(Object.keys(seen)).toEqual(['2', '3', '5'])
    for (const picture of Object.values(seen)) {
      expect(picture!.now!.parts.length).toBeGreaterThan(0)
      expect(picture!.gone).toBeNull()
    }
  })
})
