import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ArchiveRefused } from '@lamina/core/exchange'
import type { AnyRecord } from '@lamina/core/records'
import { Archives } from '../src/archives/archives'
import { makeArchive } from '../src/archives/order'
import { Conflict, NotThere } from '../src/faults'
import { Store } from '../src/store'
import { wholenessOf } from '../src/wholeness'
import type { Embedded } from '../src/database/embedded'
import { inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'

const migrations = join(import.meta.dirname, '../drizzle')
const folder = mkdtempSync(join(tmpdir(), 'lamina-backups-'))
let database: Embedded
let store: Store
let archives: Archives
let now = new Date('2026-12-01T09:30:00Z')
let ids = 0

beforeAll(async () => {
  database = inMemory()
  store = await Store.over(database, migrations)
  const log = pino({ level: 'silent' })
  archives = new Archives(store, { make: makeArchive }, folder, {
    log,
    makeId: () => `new-${++ids}`,
    now: () => now,
    most: 14,
  })
})
afterAll(async () => {
  await store.close()
  rmSync(folder, { recursive: true, force: true })
})

const facts = { client: 'one', by: 'me', was: [], undoes: null }
let level = ''
let project = ''
const wall = (id: string): AnyRecord => wallOn(level, id)
beforeEach(async () => {
  for (const { id } of await store.list()) await store.remove(id)
  for (const { id } of await store.removed()) await store.clear({ id })
  rmSync(folder, { recursive: true, force: true })
  let n = 0
  const made = newHouse(() => `r${++n}`)
  level = made.level
  project = `house-${++ids}`
  await store.create(project, { ...facts, id: 'c0', base: 0, label: 'New', change: made.change })
  await draw('w1')
})
async function draw(id: string): Promise<void> {
  const { seq, on } = await store.read(project)
  const change = { put: [wall(id)], drop: [] }
  await store.append(project, { ...facts, id: `change-${id}`, base: seq, on, label: 'Wall', change })
}
const names = async (): Promise<string[]> => (await store.list()).map(({ name }) => name).sort()

describe('archives of projects', () => {
  it('out and in give the same project, with its history, under its own id where there is none of it', async () => {
    await store.history.name(project, 2, 'First wall')
    const [before, journal] = [await store.read(project), await store.since(project, { seq: 0, id: null })]
    expect(journal.map(({ named }) => named)).toEqual([null, 'First wall'])
    const bytes = await archives.pack(project)
    // Beside the one it is of.
    const beside = await archives.bringIn(bytes)
    expect(beside).toMatchObject({ name: 'House (brought in)' })
    expect(beside.id).not.toBe(project)
    expect(await names()).toEqual(['House', 'House (brought in)'])
    const other = await store.read(beside.id)
    expect(other.records.filter(({ kind }) => kind !== 'project')).toEqual(
      before.records.filter(({ kind }) => kind !== 'project'),
    )
    expect(other.seq).toBe(before.seq + 1)
    await store.remove(project)
    await store.clear({ id: project })
    expect(await archives.bringIn(bytes)).toEqual({ id: project, name: 'House' })
    expect(await store.read(project)).toEqual(before)
    expect(await store.since(project, { seq: 0, id: null })).toEqual(journal)
    expect(await wholenessOf(database.db, project)).toMatchObject({
      recordsAreWhole: true,
      journalIsWhole: true,
    })
    expect(await store.steps(project, 'me')).toHaveLength(2)
    await draw('w2')
    expect((await store.read(project)).seq).toBe(3)
  })

  it('that are not whole bring nothing in', async () => {
    await expect(archives.bringIn(new Uint8Array([1, 2, 3]))).rejects.toThrow(ArchiveRefused)
    expect(await names()).toEqual(['House'])
  })

  it('a copy is as the project is now, and begins a history of its own', async () => {
    const copy = await archives.copy(project, 'me')
    expect(copy.name).toBe('House (copy)')
    const [from, to] = [await store.read(project), await store.read(copy.id)]
    expect(to.seq).toBe(1)
    expect(to.records.map(({ id }) => id)).toEqual(from.records.map(({ id }) => id))
    // What it began as is nothing to take back.
    expect((await store.steps(copy.id, 'me')).every(({ id }) => id.startsWith('upgrade-'))).toBe(true)
    await draw('w2')
    expect((await store.read(copy.id)).records).toHaveLength(from.records.length)
  })
})

describe('backups', () => {
  const day = (days: number): void => void (now = new Date(Date.parse('2026-12-01T09:30:00Z') + days * 864e5))

  it('are made day by day of what changed, and the last fourteen are kept, for their owner alone', async () => {
    day(0)
    const means = { log: pino({ level: 'silent' }), makeId: () => 'none', most: 0 }
    await new Archives(store, { make: makeArchive }, folder, means).due()
    expect(await archives.list()).toEqual([])
    await archives.due()
    const [first] = await archives.list()
    expect(first).toMatchObject({ project, name: 'House', seq: 2, at: '2026-12-01T09:30:00.000Z' })
    await archives.due()
    await draw('w2')
    day(0.5)
    await archives.due()
    expect(await archives.list()).toHaveLength(1)
    day(1)
    await archives.due()
    expect((await archives.list()).map(({ seq }) => seq)).toEqual([3, 2])
    // What did not change is not backed up again.
    day(5)
    await archives.due()
    expect(await archives.list()).toHaveLength(2)
    for (let i = 6; i < 24; i++) {
      day(i)
      await draw(`d${i}`)
      await archives.due()
    }
    const all = await archives.list()
    expect(all).toHaveLength(14)
    expect(all.at(-1)!.at).toBe('2026-12-11T09:30:00.000Z')
    const [file] = readdirSync(join(folder, project)).filter((name) => name.endsWith('.zip'))
    expect(statSync(join(folder, project, file!)).mode & 0o077).toBe(0)
    expect(readdirSync(join(folder, project)).filter((name) => name.endsWith('.making'))).toEqual([])
  })

  it('are put back beside the project, or in its place where it is gone', async () => {
    day(0)
    expect(await archives.all()).toBe(1)
    expect(await archives.all()).toBe(0)
    const before = await store.read(project)
    await draw('w2')
    const [card] = await archives.list()
    const back = await archives.restore(card!.project, card!.file)
    expect(back.name).toBe('House (of 2026-12-01)')
    expect((await store.read(back.id)).records).toHaveLength(before.records.length)
    await store.remove(project)
    await store.clear({ id: project })
    expect(await archives.restore(card!.project, card!.file)).toEqual({ id: project, name: 'House' })
    expect(await store.read(project)).toEqual(before)
  })

  it('that are not there, or would lie elsewhere, are refused', async () => {
    for (const [of, file] of [
      [project, '20261201T093000-9.zip'],
      [project, '../../other.zip'],
      ['../..', '20261201T093000-2.zip'],
      ['nothing', '20261201T093000-2.zip'],
    ] as const)
      await expect(archives.restore(of, file)).rejects.toThrow(NotThere)
  })
})

describe('a removed project', () => {
  it('is nowhere until it is brought back, as it was', async () => {
    const before = await store.read(project)
    const told: number[] = []
    const stop = store.onChange((_, seq) => told.push(seq))
    await store.remove(project)
    expect(told).toEqual([0])
    await expect(store.read(project)).rejects.toThrow(NotThere)
    await expect(store.remove(project)).rejects.toThrow(NotThere)
    await expect(store.since(project, { seq: 1, id: null })).rejects.toThrow(NotThere)
    expect([await store.has(project), await names(), await store.newest(9)]).toEqual([false, [], []])
    const first = { put: before.records, drop: [] }
    await expect(
      store.create(project, { ...facts, id: 'other', base: 0, label: 'New', change: first }),
    ).rejects.toThrow(Conflict)
    expect((await store.removed()).map(({ id, name }) => [id, name])).toEqual([[project, 'House']])
    await store.bringBack(project)
    stop()
    expect(await store.read(project)).toEqual(before)
    expect(await store.removed()).toEqual([])
    await expect(store.bringBack(project)).rejects.toThrow(NotThere)
  })

  it('goes for good after thirty days, its backups stay', async () => {
    now = new Date()
    await archives.all()
    await store.remove(project)
    now = new Date(Date.now() + 29 * 864e5)
    await archives.due()
    expect(await store.removed()).toHaveLength(1)
    now = new Date(Date.now() + 31 * 864e5)
    await archives.due()
    expect(await store.removed()).toEqual([])
    const [card] = await archives.list()
    expect(card).toMatchObject({ project, name: 'House' })
    expect(await archives.restore(card!.project, card!.file)).toEqual({ id: project, name: 'House' })
  })
})
