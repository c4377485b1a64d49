import { and, eq, gt, lt, ne, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { Store, type SessionData } from 'express-session'
import { sessions } from '../tables'
import { knownBy } from './secrets'

declare module 'express-session' {
  interface SessionData {
    /** Who is signed in. */
    person: string
    /** Since when, ms. */
    since: number
  }
}

/** A session ends after so long without use, and after so long in all, ms. */
export const IDLE_MS = 7 * 24 * 60 * 60_000
export const LONGEST_MS = 30 * 24 * 60 * 60_000
/** That one is in use is written down so often at most, ms. */
const NOTED_MS = 15 * 60_000

type Done = (error?: unknown) => void

/** Sessions in the database, known there by the hash of what browsers hold: who reads the database cannot be anybody. */
export class Sessions extends Store {
  private readonly noted = new Map<string, number>()

  constructor(private readonly db: NodePgDatabase) {
    super()
  }

  override get(id: string, done: (error: unknown, session?: SessionData | null) => void): void {
    this.db
      .select({ body: sessions.body })
      .from(sessions)
      .where(and(eq(sessions.hash, knownBy(id)), gt(sessions.endsAt, sql`now()`)))
      .then(([row]) => {
        const session = (row?.body ?? null) as SessionData | null
        const isOver = session !== null && Date.now() - session.since > LONGEST_MS
        done(null, isOver ? null : session)
      })
      .catch(done)
  }

  override set(id: string, session: SessionData, done: Done = () => undefined): void {
    const row = { hash: knownBy(id), person: session.person, body: session, endsAt: endOf(session) }
    this.db
      .insert(sessions)
      .values(row)
      .onConflictDoUpdate({ target: sessions.hash, set: row })
      .then(() => done(), done)
  }

  override destroy(id: string, done: Done = () => undefined): void {
    this.noted.delete(id)
    this.db
      .delete(sessions)
      .where(eq(sessions.hash, knownBy(id)))
      .then(() => done(), done)
  }

  override touch(id: string, session: SessionData, done: () => void = () => undefined): void {
    const now = Date.now()
    if (now - (this.noted.get(id) ?? 0) < NOTED_MS) return done()
    this.noted.set(id, now)
    this.db
      .update(sessions)
      .set({ body: session, endsAt: endOf(session) })
      .where(eq(sessions.hash, knownBy(id)))
      // It is in use all the same where that cannot be written down.
      .then(
        () => done(),
        () => done(),
      )
  }

  /** Ends all of a person's, but for one. */
  async endAll(person: string, but: string | null = null): Promise<void> {
    await this.db
      .delete(sessions)
      .where(and(eq(sessions.person, person), ...(but === null ? [] : [ne(sessions.hash, knownBy(but))])))
  }

  /** Lets those go that are over. */
  async letGoOld(): Promise<void> {
    this.noted.clear()
    await this.db.delete(sessions).where(lt(sessions.endsAt, sql`now()`))
  }
}

/** Unused from now on it ends then. */
const endOf = ({ since }: SessionData): Date => new Date(Math.min(Date.now() + IDLE_MS, since + LONGEST_MS))
