import { EventEmitter } from 'node:events'
import { sql } from 'drizzle-orm'
import { afterEach, describe, expect, it } from 'vitest'
import { DatabaseAway, awayOf } from '../src/database/away'
import { Embedded, type Started } from '../src/database/embedded'
import type { FromDatabase, ToDatabase } from '../src/database/pump'
import { inMemoryStart } from './inProcess'

/** A database whose answers can be held back or replaced. */
class Fragile {
  /** So many times it was started, and ended. */
  starts = 0
  ends = 0
  /** So many messages are still let through. */
  private left = Infinity
  private readonly heard = new EventEmitter()
  private readonly real = inMemoryStart()
  private now: Started | null = null

  readonly start = (): Started => {
    this.starts++
    this.left = Infinity
    const now = this.real()
    this.now = now
    const heard = new EventEmitter()
    now.on(
      'message',
      (message) => void (this.now === now && this.left-- > 0 && heard.emit('message', message)),
    )
    this.heard.removeAllListeners()
    this.heard.on('message', (message) => heard.emit('message', message))
    return {
      postMessage: (message: ToDatabase) => now.postMessage(message),
      on: (event: string, listener: (heard: never) => void) => heard.on(event, listener as never),
      terminate: () => {
        this.ends++
        return now.terminate()
      },
    } as Started
  }

  say(message: FromDatabase): void {
    this.heard.emit('message', message)
  }

  fallSilent(after: number): void {
    this.left = after
  }
}

let open: Embedded | null = null
afterEach(async () => {
  await open?.close()
  open = null
})

async function fragile(longestAnswer?: number): Promise<{ database: Embedded; under: Fragile }> {
  const under = new Fragile()
  const database = new Embedded(under.start, null, longestAnswer)
  open = database
  await database.open()
  return { database, under }
}
const one = async ({ db }: Embedded): Promise<unknown> =>
  (await db.execute<{ one: number }>(sql`select 1 as one`)).rows[0]
const away = (work: Promise<unknown>): Promise<DatabaseAway | null> => work.then(() => null, awayOf)

describe('the embedded database', () => {
  it('answers as a server does: rows, faults by their code, transactions undone as a whole', async () => {
    const { database } = await fragile()
    const { db } = database
    expect(await one(database)).toEqual({ one: 1 })
    await db.execute(sql`create table t (n int primary key, j jsonb)`)
    // What follows a fault is answered as if there had been none.
    for (let i = 0; i < 5; i++) {
      await expect(db.execute(sql`select * from nowhere where n = ${i}`)).rejects.toMatchObject({
        cause: { code: '42P01' },
      })
      expect((await db.execute(sql`select ${i}::int as n`)).rows).toEqual([{ n: i }])
    }
    await expect(
      db.transaction(async (tx) => {
        await tx.execute(sql`insert into t values (1, '{"a": "ü"}')`)
        await tx.execute(sql`insert into t values (1, '{}')`)
      }),
    ).rejects.toMatchObject({ cause: { code: '23505' } })
    expect((await db.execute(sql`select * from t`)).rows).toEqual([])
    const large = 'x'.repeat(3_000_000)
    await db.execute(sql`insert into t values (2, ${JSON.stringify({ large })})`)
    expect((await db.execute(sql`select j from t`)).rows).toEqual([{ j: { large } }])
  })

  it('serves many at once, each in its turn', async () => {
    const { database } = await fragile()
    const { db } = database
    await db.execute(sql`create table t (n int)`)
    await Promise.all(
      Array.from({ length: 30 }, (_, n) =>
        db.transaction(async (tx) => {
          const { rows } = await tx.execute<{ n: number }>(sql`select count(*)::int as n from t`)
          await tx.execute(sql`insert into t values (${rows[0]!.n})`)
          if (n % 5 === 0) throw new Error('not this one')
        }),
      ).map((each) => each.catch(() => undefined)),
    )
    const { rows } = await db.execute<{ n: number }>(sql`select n from t order by n`)
    expect(rows.map(({ n }) => n)).toEqual(Array.from({ length: 24 }, (_, n) => n))
  })

  it('is ended when it does not answer any more, which is told, and opened again when it is asked next', async () => {
    const { database, under } = await fragile(300)
    // It hangs in the middle: what was sent first is answered.
    under.fallSilent(2)
    const why = await away(database.db.execute(sql`select ${1}::int as one`))
    expect(why?.why).toBe('silent')
    expect(under.ends).toBe(1)
    expect(await one(database)).toEqual({ one: 1 })
    expect(under.starts).toBe(2)
  })

  it('is ended at once when its journal cannot be written: it would hang', async () => {
    const { database, under } = await fragile()
    const waiting = away(database.db.transaction(async () => new Promise((done) => setTimeout(done, 50))))
    under.say({
      failed: { doing: 'write', path: '/data/database/pg_wal/000000010000000000000002', code: 'ENOSPC' },
    })
    expect((await waiting)?.message).toMatch(/disk of the server is full/)
    expect(await one(database)).toEqual({ one: 1 })
    expect([under.starts, under.ends]).toEqual([2, 1])
  })

  it('goes on when only rows could not be written: it says so itself', async () => {
    const { database, under } = await fragile()
    under.say({ failed: { doing: 'write', path: '/data/database/base/5/16385', code: 'ENOSPC' } })
    expect(await one(database)).toEqual({ one: 1 })
    expect(under.starts).toBe(1)
    expect(awayOf(Object.assign(new Error('could not extend file'), { code: '53100' }))?.why).toBe('full')
    expect(
      awayOf(new Error('of the server', { cause: new DatabaseAway('closed', 'It is closed.') }))?.message,
    ).toBe('It is closed.')
    expect(awayOf(new Error('another'))).toBeNull()
  })

  it('that does not open is told with its reason, to all who ask, and tried again after a pause', async () => {
    let starts = 0
    const never = (): Started => {
      starts++
      const heard = new EventEmitter()
      setTimeout(() => heard.emit('message', { refused: 'it is spoilt' }), 5)
      return Object.assign(heard, {
        postMessage: () => undefined,
        terminate: () => Promise.resolve(),
      }) as Started
    }
    const database = new Embedded(never, null)
    open = database
    const told = await Promise.all([away(database.open()), away(one(database)), away(one(database))])
    for (const why of told) expect(why?.message).toBe('The database of the server is not open: it is spoilt.')
    expect(starts).toBe(1)
    await expect.poll(async () => (await away(one(database)), starts), { timeout: 5000 }).toBe(2)
  })
})
