import { statfs } from 'node:fs/promises'
import { dirname } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { SQL } from 'drizzle-orm'
import { PgDialect } from 'drizzle-orm/pg-core'
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { Pool } from 'pg'
import { DatabaseAway, diskFull } from './away'
import { LEAST_SPACE, type Database } from './database'
import { PortStream, type Speaking } from './portStream'
import type { FromDatabase, Port, ToDatabase } from './pump'
import type { FailedWrite } from './synced'

/** A database that was started, wherever it runs. */
export interface Started extends Pick<Port<ToDatabase, FromDatabase>, 'postMessage'> {
  on(event: 'message', listener: (message: FromDatabase) => void): unknown
  on(event: 'error', listener: (error: Error) => void): unknown
  /** Ends it at once, whatever it does. */
  terminate(): Promise<unknown>
}

/** No answer for so long means that none will come, ms. */
const LONGEST_ANSWER = 60_000
/** It has so long to open, and to close, ms; who asks meanwhile waits no longer than this. */
const LONGEST_OPENING = 120_000
const LONGEST_WAIT = 8000
/** After it could not be opened that is not tried again for so long, ms. */
const PAUSE = 1000
const LONGEST_CLOSING = 20_000

/** Where a database is, and the folder of an empty one that it begins as where there is none; null: it is made anew. */
export interface DatabaseOrder {
  readonly folder: string
  readonly blank: string | null
}

/** The embedded database in a thread of its own, as the file `worker` has it. */
export const inThread = (worker: string, order: DatabaseOrder) => (): Started =>
  new Worker(worker, { workerData: order })

interface Running extends Speaking {
  close(): Promise<void>
}

/**
 * The database that comes with the application: it runs in a thread, and is spoken to as a PostgreSQL server is. One that broke, or
 * that does not answer any more, is ended and opened again when it is asked for next.
 */
export class Embedded implements Database {
  private readonly pool: Pool
  readonly db: NodePgDatabase
  private readonly dialect = new PgDialect()
  private running: Promise<Running> | null = null

  /** @param folder where its files are; null: in memory */
  constructor(
    private readonly start: () => Started,
    private readonly folder: string | null,
    private readonly longestAnswer = LONGEST_ANSWER,
  ) {
    this.pool = new Pool({
      max: 1,
      idleTimeoutMillis: 0,
      user: 'postgres',
      database: 'postgres',
      stream: () => new PortStream(() => this.soon()) as never,
    })
    // A connection that ends while nobody uses it is made again when it is wanted.
    this.pool.on('error', () => undefined)
    this.db = drizzle(this.pool)
  }

  /** Nobody else writes to it. */
  readonly others = null
  atOnce<T>(work: (db: NodePgDatabase) => Promise<T>): Promise<T> {
    return work(this.db)
  }

  alone<T>(work: () => Promise<T>): Promise<T> {
    return work()
  }

  async often(name: string, statement: SQL): Promise<void> {
    const { sql: text, params: values } = this.dialect.sqlToQuery(statement)
    await this.pool.query({ name, text, values })
  }

  /** Opens it now. @throws DatabaseAway */
  async open(): Promise<void> {
    await this.run()
  }

  async space(): Promise<number | null> {
    if (this.folder === null) return null
    const { bavail, bsize } = await statfs(dirname(this.folder))
    return bavail * bsize
  }

  async refuseFull(): Promise<void> {
    const space = await this.space()
    if (space !== null && space < LEAST_SPACE) throw diskFull()
  }

  async close(): Promise<void> {
    const running = await this.running?.catch(() => null)
    await Promise.race([this.pool.end(), after(LONGEST_CLOSING)])
    await running?.close()
  }

  /** Opens it for one who asks, if that goes soon. */
  private async soon(): Promise<Running> {
    const opening = this.run()
    opening.catch(() => undefined)
    const waited = after(LONGEST_WAIT).then(() => {
      throw new DatabaseAway('closed', 'The database of the server is being opened again; try again soon.')
    })
    return Promise.race([opening, waited])
  }

  private run(): Promise<Running> {
    if (!this.running) {
      const mine = this.begin()
      this.running = mine
      const forget = (): void => {
        if (this.running === mine) this.running = null
      }
      mine.then(
        ({ ended }) => void ended.then(forget),
        () => setTimeout(forget, PAUSE).unref(),
      )
    }
    return this.running
  }

  private begin(): Promise<Running> {
    const database = this.start()
    let hear: ((bytes: Uint8Array) => void) | null = null
    let open = false
    /** Since when it was to say that it is there; 0: it has said so. */
    let asked = 0
    let end: (why: Error) => void = () => undefined
    const ended = new Promise<Error>((resolve) => (end = resolve))
    const over = (why: Error): void => {
      clearInterval(watch)
      end(why)
      void database.terminate()
    }
    let closed = (): void => undefined
    const connected: (() => void)[] = []
    // Whatever it is asked, it answers this between any two messages: a fault may hang in the last of several.
    const watch = setInterval(() => {
      if (!open) return
      if (asked === 0) {
        asked = Date.now()
        database.postMessage('ping')
      } else if (Date.now() - asked > this.longestAnswer)
        over(new DatabaseAway('silent', 'The database did not answer any more. It is being opened again.'))
    }, 1000)
    watch.unref()
    return new Promise<Running>((resolve, reject) => {
      const refuse = (why: DatabaseAway): void => {
        clearTimeout(patience)
        over(why)
        reject(why)
      }
      const patience = setTimeout(() => refuse(closedFor('it did not open')), LONGEST_OPENING)
      let lastFailure: FailedWrite | null = null
      database.on('message', (message) => {
        if (message instanceof Uint8Array) hear?.(message)
        else if (message === 'pong') asked = 0
        else if (message === 'ready') {
          clearTimeout(patience)
          open = true
          resolve({
            connect() {
              database.postMessage('connect')
              return new Promise((done) => connected.push(done))
            },
            send: (bytes) => database.postMessage(bytes),
            hear(listener) {
              hear = listener
              return () => {
                if (hear === listener) hear = null
              }
            },
            ended,
            async close() {
              database.postMessage('close')
              await Promise.race([
                new Promise<void>((done) => (closed = done)),
                ended,
                after(LONGEST_CLOSING),
              ])
              over(new DatabaseAway('closed', 'The database is closed.'))
            },
          })
        } else if (message === 'connected') connected.shift()?.()
        else if (message === 'closed') closed()
        else if ('failed' in message) {
          lastFailure = message.failed
          // The database cannot go on after these, and says so by never answering again.
          if (isFatal(lastFailure)) refuse(failureOf(lastFailure))
        } else if ('refused' in message)
          refuse(lastFailure ? failureOf(lastFailure) : closedFor(message.refused))
        else refuse(lastFailure ? failureOf(lastFailure) : closedFor(message.broke))
      })
      database.on('error', (error) => refuse(closedFor(error.message)))
    })
  }
}

/** Whether the database cannot go on after a write that failed: its journal or its own books; rows it can do without. */
const isFatal = ({ doing, path }: FailedWrite): boolean => doing === 'sync' || !/[\\/]base[\\/]/.test(path)

const failureOf = ({ code }: FailedWrite): DatabaseAway =>
  code === 'ENOSPC' || code === 'EDQUOT'
    ? diskFull()
    : closedFor(`the disk does not take what is written (${code})`)

const closedFor = (reason: string): DatabaseAway =>
  new DatabaseAway('closed', `The database of the server is not open: ${reason}.`)

const after = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms).unref()
  })
