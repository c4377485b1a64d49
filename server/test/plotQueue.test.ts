import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bringUp } from '../src/database/bringUp'
import { PgServer } from '../src/database/pgServer'
import { NotThere } from '../src/faults'
import type { Plot, Plots } from '../src/plot/plots'
import { PlotQueue } from '../src/plot/queue'
import { plots, projects } from '../src/tables'
import { WorkRefused, WorkStopped } from '../src/thread/thread'
import { Postgres } from './postgres'

const migrations = join(import.meta.dirname, '../drizzle')
let postgres: Postgres
beforeAll(async () => {
  postgres = await Postgres.begin()
})
afterAll(() => postgres.end())

const complaints: unknown[] = []
const note = (...what: unknown[]): void => void complaints.push(what)
const log = { warn: note, error: note } as never

/** Plots that are made when they are let go, each as its number. */
class Bench implements Plots {
  readonly taken: number[] = []
  readonly stopped: number[] = []
  private readonly ends = new Map<number, { done(made: Uint8Array): void; failed(error: unknown): void }>()
  /** Made at once. */
  isFast = false

  plot({ seq }: Plot, signal?: AbortSignal): Promise<Uint8Array> {
    this.taken.push(seq)
    if (this.isFast) return Promise.resolve(new Uint8Array([seq]))
    return new Promise((done, failed) => {
      this.ends.set(seq, { done, failed })
      signal?.addEventListener('abort', () => {
        this.stopped.push(seq)
        failed(new WorkStopped())
      })
    })
  }

  finish(seq: number): void {
    this.ends.get(seq)!.done(new Uint8Array([seq]))
  }

  fail(seq: number, error: unknown): void {
    this.ends.get(seq)!.failed(error)
  }

  load = (): Promise<never> => Promise.reject(new Error('not asked'))
  close = (): Promise<void> => Promise.resolve()
}

interface Office {
  readonly queues: PlotQueue[]
  readonly benches: Bench[]
  readonly databases: PgServer[]
  waiting(): Promise<number>
  close(): Promise<void>
}

/** Servers on one database with the projects a and b, each with so many hands. */
async function office(count: number, most: number, deadMs = 20_000): Promise<Office> {
  const address = await postgres.database()
  const databases: PgServer[] = []
  for (let i = 0; i < count; i++) {
    const database = new PgServer(address, log)
    await database.open()
    databases.push(database)
  }
  const { db } = databases[0]!
  await bringUp(db, migrations)
  await db.insert(projects).values([
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ])
  const benches = databases.map(() => new Bench())
  const queues = databases.map(
    (database, i) =>
      new PlotQueue({
        db: database.db,
        others: database,
        here: benches[i]!,
        most,
        log,
        deadMs,
        beatMs: deadMs / 4,
      }),
  )
  return {
    queues,
    benches,
    databases,
    waiting: async () => (await db.select({ id: plots.id }).from(plots)).length,
    async close() {
      await Promise.all(queues.map((queue) => queue.close()))
      await Promise.all(databases.map((database) => database.close()))
    },
  }
}
const of = (seq: number, project = 'a'): Plot => ({ project, seq, sheets: ['s1', 's2'] })

describe('plots of servers on one database', () => {
  it('are made once each, by any of them, and come to who asked', async () => {
    const { queues, benches, waiting, close } = await office(3, 2)
    for (const bench of benches) bench.isFast = true
    const made = await Promise.all(
      Array.from({ length: 60 }, (_, i) => queues[i % 2]!.plot(of(i, i % 4 === 0 ? 'a' : 'b'))),
    )
    expect(made.map(([n]) => n)).toEqual(made.map((_, i) => i))
    const taken = benches.flatMap((bench) => bench.taken)
    expect(taken.sort((p, q) => p - q)).toEqual(made.map((_, i) => i))
    // One that nobody asks takes its share.
    expect(benches[2]!.taken.length).toBeGreaterThan(0)
    expect(await waiting()).toBe(0)
    await close()
  })

  it('of whoever has one at work wait while others have none', async () => {
    const { queues, benches, close } = await office(1, 2)
    const [queue, bench] = [queues[0]!, benches[0]!]
    const first = queue.plot(of(1, 'a'))
    await expect.poll(() => bench.taken).toEqual([1])
    const many = [2, 3, 4].map((seq) => queue.plot(of(seq, 'a')))
    await expect.poll(() => bench.taken.length).toBe(2)
    const other = queue.plot(of(9, 'b'))
    await expect.poll(async () => (await queue.load()).waiting).toBe(3)
    bench.finish(1)
    await expect.poll(() => bench.taken.at(-1)).toBe(9)
    expect(await first).toEqual(Buffer.from([1]))
    for (let done = new Set([1]); done.size < 5;) {
      await expect.poll(() => bench.taken.some((seq) => !done.has(seq))).toBe(true)
      const seq = bench.taken.find((each) => !done.has(each))!
      bench.finish(seq)
      done = done.add(seq)
    }
    await Promise.all([...many, other])
    await close()
  })

  it('are taken by another when the one at work ends without a word, and given back by one that closes', async () => {
    const { queues, benches, databases } = await office(3, 1, 400)
    const asked = [1, 2, 3].map((seq) => queues[2]!.plot(of(seq)))
    await expect.poll(() => benches.map(({ taken }) => taken.length)).toEqual([1, 1, 1])
    const [killed, closed, mine] = benches.map(({ taken }) => taken[0]!) as [number, number, number]
    // The first is killed: its connections end. The second is stopped as it should be.
    await databases[0]!.close()
    await queues[1]!.close()
    benches[2]!.finish(mine)
    for (const [i, seq] of [closed, killed].entries()) {
      await expect.poll(() => benches[2]!.taken[i + 1]).toBe(seq)
      benches[2]!.finish(seq)
    }
    expect((await Promise.all(asked)).map(([seq]) => seq)).toEqual([1, 2, 3])
    // What the second gives up is not made there.
    expect(benches[1]!.stopped).toEqual([closed])
    await queues[2]!.close()
    await Promise.all(databases.slice(1).map((database) => database.close()))
  })

  it('are stopped where they are worked on when nobody wants them any more', async () => {
    const { queues, benches, waiting, close } = await office(2, 1)
    const stop = new AbortController()
    const stopped = [0, 0, 1].map(async (at, i) => {
      await expect.poll(() => benches.flatMap(({ taken }) => taken).length).toBe(Math.min(i, 2))
      await expect(queues[at]!.plot(of(i), stop.signal)).rejects.toThrow(WorkStopped)
    })
    // Two are worked on, the third waits behind them.
    await expect.poll(() => benches.flatMap(({ taken }) => taken).sort()).toEqual([0, 1])
    await expect.poll(() => queues[1]!.load()).toEqual({ working: 2, waiting: 1 })
    stop.abort()
    await Promise.all(stopped)
    await expect.poll(() => benches.flatMap(({ stopped }) => stopped).sort()).toEqual([0, 1])
    expect(await waiting()).toBe(0)
    await close()
  })

  it('say why nothing comes of them, and are asked for again by nobody', async () => {
    const { queues, benches, databases, waiting, close } = await office(1, 2)
    const [queue, bench] = [queues[0]!, benches[0]!]
    const refused = expect(queue.plot(of(1))).rejects.toThrow(new WorkRefused('These sheets take too long.'))
    await expect.poll(() => bench.taken).toEqual([1])
    bench.fail(1, new WorkRefused('These sheets take too long.'))
    await refused
    const broken = expect(queue.plot(of(2))).rejects.toThrow(
      'Something went wrong here. These sheets were not plotted',
    )
    await expect.poll(() => bench.taken).toEqual([1, 2])
    bench.fail(2, new Error('a secret of the inside'))
    await broken
    expect(
      JSON.stringify(complaints.splice(0), (_, v: unknown) => (v instanceof Error ? v.message : v)),
    ).toContain('a secret of the inside')
    await expect(queue.plot(of(3, 'none'))).rejects.toThrow(NotThere)
    // Its project goes while it is worked on.
    const gone = expect(queue.plot(of(4))).rejects.toThrow(NotThere)
    await expect.poll(() => bench.taken.at(-1)).toBe(4)
    await databases[0]!.db.delete(projects)
    bench.finish(4)
    await gone
    expect(await waiting()).toBe(0)
    await close()
  })

  it('that end every server that takes them are not taken for ever', async () => {
    const { queues, benches, databases, close } = await office(1, 1)
    // As three servers left it that were killed at it.
    const asked = expect(queues[0]!.plot(of(1))).rejects.toThrow(
      /the server that worked on them ended, 3 times/,
    )
    await expect.poll(() => benches[0]!.taken).toEqual([1])
    await databases[0]!.db.update(plots).set({ taker: 'killed', takenUntil: new Date(0), tries: 3 })
    benches[0]!.finish(1)
    await asked
    await close()
  })
})
