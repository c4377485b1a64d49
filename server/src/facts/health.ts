import type { RequestHandler } from 'express'
import { sql } from 'drizzle-orm'
import { LOW_SPACE, type Database } from '../database/database'
import { inTime } from '../inTime'
import type { Streams } from '../news/streams'
import type { Plots } from '../plot/plots'

/** A database that does not answer within so long is taken for away, ms. */
const LONGEST_MS = 2000

/** How it stands with a server. */
export interface Health {
  /** It serves: its database answers. */
  readonly ok: boolean
  readonly database: {
    /** In the data folder, or on a PostgreSQL server. */
    readonly on: 'folder' | 'server'
    readonly answers: boolean
    /** How long it took to answer. */
    readonly ms?: number
  }
  /** So many browsers listen to its news. */
  readonly streams: number
  /** Of all servers on the database; not told where that does not answer. */
  readonly plots?: { readonly working: number; readonly waiting: number }
  /** Space left for the database, bytes, where that is known; low where it is to be seen to. */
  readonly free?: number
  readonly low?: boolean
}

export async function healthOf(
  database: Pick<Database, 'db' | 'others' | 'space'>,
  plots: Pick<Plots, 'load'>,
  streams: Pick<Streams, 'size'>,
): Promise<Health> {
  const on = database.others ? 'server' : 'folder'
  const [took, free] = await Promise.all([answered(database), database.space()])
  const space = free === null ? {} : { free, low: free < LOW_SPACE }
  const load = took === null ? null : await soon(plots.load())
  const facts = { streams: streams.size, ...space }
  if (took === null || load === null) return { ok: false, database: { on, answers: false }, ...facts }
  return { ok: true, database: { on, answers: true, ms: took }, plots: load, ...facts }
}

/** How long the database took to answer, ms; null: it does not. */
async function answered({ db }: Pick<Database, 'db'>): Promise<number | null> {
  const began = performance.now()
  const answer = await soon(db.execute(sql`select 1`))
  return answer === null ? null : Math.round(performance.now() - began)
}

/** What comes of it; null: it fails, or takes too long. */
const soon = <T>(work: Promise<T>): Promise<T | null> =>
  inTime(
    work.catch(() => null),
    LONGEST_MS,
  )

/** Answers how it stands; with 503 where it does not serve, for proxies that look for that. */
export const healthRoute =
  (...parts: Parameters<typeof healthOf>): RequestHandler =>
  async (_request, response) => {
    const health = await healthOf(...parts)
    response.status(health.ok ? 200 : 503).json(health)
  }
