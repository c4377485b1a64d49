import { randomUUID } from 'node:crypto'
import type { SQL } from 'drizzle-orm'
import { PgDialect } from 'drizzle-orm/pg-core'
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { Client, Pool } from 'pg'
import type { Logger } from 'pino'
import type { Database, Others, Spread } from './database'

/** What servers on one database tell each other by. */
const CHANNEL = 'lamina'
/** The lock of what one server does alone. */
const ALONE = 0x1a31a
/** So many connections one server has. */
const CONNECTIONS = 10
/** Nobody waits longer than this for one, ms. */
const LONGEST_WAIT_MS = 8000
/** No answer for so long means that none will come, ms. */
const LONGEST_ANSWER_MS = 60_000
/** What another does alone is waited for by asking every so many ms. */
const TRY_MS = 200
/** So often it is looked whether others can still be heard, and so long an answer to that takes, ms. */
const LISTEN_MS = 20_000
/** After the connection by which it hears of others broke it is made again after so long, ms. */
const AGAIN_MS = 1000

interface Told {
  readonly from: string
  readonly spread: Spread
}

/** What was told; null: it is none of what servers tell each other. */
function toldIn(payload: string | undefined): Told | null {
  try {
    const told = JSON.parse(payload ?? '') as Partial<Told> | null
    return told && typeof told.from === 'string' && told.spread ? (told as Told) : null
  } catch {
    return null
  }
}

/** A PostgreSQL server: several servers of Lamina on it serve the same projects together. */
export class PgServer implements Database, Others {
  private readonly pool: Pool
  readonly db: NodePgDatabase
  readonly others: Others = this
  private readonly dialect = new PgDialect()
  /** This server among those on the database. */
  private readonly own = randomUUID()
  private readonly listeners = new Set<(spread: Spread) => void>()
  private readonly missed = new Set<() => void>()
  private ear: Client | null = null
  private isClosed = false

  constructor(
    private readonly address: string,
    private readonly log: Pick<Logger, 'warn'>,
    /** As others on the database see it. */
    private readonly name = 'lamina',
  ) {
    this.pool = new Pool({
      connectionString: address,
      max: CONNECTIONS,
      application_name: name,
      connectionTimeoutMillis: LONGEST_WAIT_MS,
      query_timeout: LONGEST_ANSWER_MS,
      keepAlive: true,
    })
    // A connection that ends while nobody uses it is made again when it is wanted.
    this.pool.on('error', () => undefined)
    this.db = drizzle(this.pool)
  }

  /** Connects, and listens to the others. */
  async open(): Promise<void> {
    await this.pool.query('select 1')
    await this.listen()
  }

  async often(name: string, statement: SQL): Promise<void> {
    const { sql: text, params: values } = this.dialect.sqlToQuery(statement)
    await this.pool.query({ name, text, values })
  }

  /** What is read there is as of one moment. */
  atOnce<T>(work: (db: NodePgDatabase) => Promise<T>): Promise<T> {
    return this.db.transaction((db) => work(db as unknown as NodePgDatabase), {
      isolationLevel: 'repeatable read',
    })
  }

  async alone<T>(work: () => Promise<T>): Promise<T> {
    const client = await this.pool.connect()
    try {
      for (;;) {
        const { rows } = await client.query<{ mine: boolean }>('select pg_try_advisory_lock($1) as mine', [
          ALONE,
        ])
        if (rows[0]!.mine) break
        await new Promise((done) => setTimeout(done, TRY_MS))
      }
      return await work()
    } finally {
      // It ends with the connection too.
      await client.query('select pg_advisory_unlock($1)', [ALONE]).catch(() => undefined)
      client.release()
    }
  }

  refuseFull(): Promise<void> {
    return Promise.resolve()
  }

  space(): Promise<null> {
    return Promise.resolve(null)
  }

  async close(): Promise<void> {
    this.isClosed = true
    await this.ear?.end().catch(() => undefined)
    await this.pool.end()
  }

  toldBy(spread: Spread): { readonly channel: string; readonly text: string } {
    return { channel: CHANNEL, text: JSON.stringify({ from: this.own, spread }) }
  }

  async tell(spread: Spread): Promise<void> {
    const { channel, text } = this.toldBy(spread)
    await this.pool.query('select pg_notify($1, $2)', [channel, text])
  }

  hear(heard: (spread: Spread) => void, missed: () => void): void {
    this.listeners.add(heard)
    this.missed.add(missed)
  }

  private async listen(): Promise<void> {
    const ear = new Client({
      connectionString: this.address,
      application_name: `${this.name} news`,
      connectionTimeoutMillis: LONGEST_WAIT_MS,
      query_timeout: LISTEN_MS,
    })
    this.ear = ear
    let isOver = false
    let isListening = false
    const over = (error?: Error): void => {
      if (isOver) return
      isOver = true
      clearInterval(looking)
      void ear.end().catch(() => undefined)
      // One that never listened is told to whoever asked for it, and is tried again there.
      if (this.isClosed || !isListening) return
      this.log.warn(
        { err: error },
        'the connection by which other servers are heard broke, and is made again',
      )
      this.again()
    }
    // A connection that is lost without a word hears nothing and does not say so.
    const looking = setInterval(() => ear.query('select 1').catch(over), LISTEN_MS)
    looking.unref()
    ear.on('error', over)
    ear.on('end', () => over())
    ear.on('notification', ({ payload }) => {
      const told = toldIn(payload)
      if (told === null || told.from === this.own) return
      for (const heard of this.listeners) heard(told.spread)
    })
    try {
      await ear.connect()
      await ear.query(`listen ${CHANNEL}`)
      isListening = true
    } catch (error) {
      over()
      throw error
    }
  }

  private again(): void {
    setTimeout(() => {
      if (this.isClosed) return
      this.listen().then(
        () => {
          for (const missed of this.missed) missed()
        },
        () => this.again(),
      )
    }, AGAIN_MS).unref()
  }
}
