import { randomUUID } from 'node:crypto'
import { and, eq, isNull, lt, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type { Logger } from 'pino'
import { awayOf, isGone } from '../database/away'
import type { Others, Spread } from '../database/database'
import { NotThere } from '../faults'
import { inTime } from '../inTime'
import { plots } from '../tables'
import { WorkRefused, WorkStopped } from '../thread/thread'
import type { Plot, Plots } from './plots'

/** What is told is looked for besides, for news may be missed, every so many ms. */
const LOOK_MS = 2000
/** Who works on a plot says so every so many ms, and is taken for dead after so long. */
const BEAT_MS = 5000
const DEAD_MS = 20_000
/** Who asked for one is taken for gone after so long, ms. */
const GONE_MS = 30_000
/** A plot whose server ended so often is not taken again. */
const MOST_TRIES = 3
/** So many wait at most. */
const MOST_WAITING = 100

const soon = (ms: number) => sql`now() + make_interval(secs => ${ms / 1000})`
const isOpen = and(isNull(plots.made), isNull(plots.refused))

export interface QueueMeans {
  readonly db: NodePgDatabase
  readonly others: Others
  /** Makes those that are taken here. */
  readonly here: Plots
  /** So many at once. */
  readonly most: number
  readonly log: Pick<Logger, 'warn' | 'error'>
  readonly deadMs?: number
  readonly beatMs?: number
}

/**
 * Plots that servers on one database share out: one that is asked for anywhere is taken by whichever has a hand free, and by another
 * if that ends before it is made. Who has one at work waits while others have none.
 */
export class PlotQueue implements Plots {
  /** This server among the takers. */
  private readonly own = randomUUID()
  /** Those that are waited for here. */
  private readonly waiting = new Map<string, () => void>()
  /** Those that are worked on here; what ends the work on them. */
  private readonly working = new Map<string, AbortController>()
  private isLooking = false
  private isToLook = false
  private readonly timer: NodeJS.Timeout
  private isClosed = false

  constructor(private readonly means: QueueMeans) {
    means.others.hear(
      (spread) => this.heard(spread),
      () => this.look(),
    )
    this.timer = setInterval(() => this.look(), LOOK_MS)
    this.timer.unref()
    this.look()
  }

  async plot({ project, seq, sheets }: Plot, signal?: AbortSignal): Promise<Uint8Array> {
    const { db } = this.means
    if (signal?.aborted) throw new WorkStopped()
    if ((await this.load()).waiting >= MOST_WAITING)
      throw new WorkRefused(`${MOST_WAITING} others wait for the same. Please try again in a while.`)
    const id = randomUUID()
    try {
      await db
        .insert(plots)
        .values({ id, project, seq, sheets: sheets && [...sheets], wantedUntil: soon(GONE_MS) })
    } catch (error) {
      throw isGone(error) ? new NotThere('There is no such project.') : error
    }
    this.tell({ what: 'plots' })
    this.look()
    const stop = (): void => this.waiting.get(id)?.()
    signal?.addEventListener('abort', stop)
    try {
      for (;;) {
        const told = new Promise<void>((ring) => this.waiting.set(id, ring))
        if (signal?.aborted) throw new WorkStopped()
        const [row] = await db
          .update(plots)
          .set({ wantedUntil: soon(GONE_MS) })
          .where(eq(plots.id, id))
          .returning({ made: plots.made, refused: plots.refused })
        if (!row) throw new NotThere('There is no such project.')
        if (row.refused !== null) throw new WorkRefused(row.refused)
        if (row.made) return row.made
        await inTime(told, LOOK_MS)
      }
    } finally {
      signal?.removeEventListener('abort', stop)
      this.waiting.delete(id)
      // One that could not be taken away now is let go when nobody says any more that they want it.
      await db
        .delete(plots)
        .where(eq(plots.id, id))
        .catch(() => undefined)
      if (signal?.aborted) {
        this.working.get(id)?.abort()
        this.tell({ what: 'unwanted', plot: id })
      }
    }
  }

  async load(): Promise<{ working: number; waiting: number }> {
    const { rows } = await this.means.db.execute<{ working: number; waiting: number }>(sql`
      select count(*) filter (where ${plots.takenUntil} >= now())::int as working,
        count(*) filter (where ${plots.takenUntil} is null or ${plots.takenUntil} < now())::int as waiting
      from ${plots} where ${isOpen} and ${plots.wantedUntil} > now()`)
    return rows[0]!
  }

  /** Gives back what is worked on here, for others to take. */
  async close(): Promise<void> {
    this.isClosed = true
    clearInterval(this.timer)
    const mine = [...this.working.values()]
    for (const work of mine) work.abort()
    await this.means.db
      .update(plots)
      .set({ taker: null, takenUntil: null, tries: sql`tries - 1` })
      .where(and(eq(plots.taker, this.own), isOpen))
      .then(() => this.means.others.tell({ what: 'plots' }))
      .catch(() => undefined)
    await this.means.here.close()
  }

  private tell(spread: Spread): void {
    this.means.others
      .tell(spread)
      .catch((error: unknown) =>
        this.means.log.warn({ err: error }, 'other servers could not be told of a plot'),
      )
  }

  private heard(spread: Spread): void {
    switch (spread.what) {
      case 'plots':
        return this.look()
      case 'plotted':
        return this.waiting.get(spread.plot)?.()
      case 'unwanted':
        return this.working.get(spread.plot)?.abort()
      case 'changed':
      case 'here':
      case 'ended':
        return
    }
  }

  /** Takes what there is to do, as far as there are hands for it. */
  private look(): void {
    if (this.isClosed || this.working.size >= this.means.most) return
    // What is looked for now may not be found by whoever looks already.
    this.isToLook = true
    if (!this.isLooking) void this.takeAll()
  }

  private async takeAll(): Promise<void> {
    this.isLooking = true
    try {
      while (this.isToLook && !this.isClosed && this.working.size < this.means.most) {
        this.isToLook = false
        const taken = await this.take()
        if (!taken) continue
        this.isToLook = true
        this.work(taken).catch((error: unknown) =>
          this.means.log.error({ err: error }, 'what came of a plot could not be told'),
        )
      }
    } catch (error) {
      if (!awayOf(error) && !this.isClosed)
        this.means.log.error({ err: error }, 'plots could not be looked for')
    } finally {
      this.isLooking = false
    }
  }

  private async take(): Promise<typeof plots.$inferSelect | null> {
    const { db } = this.means
    await db.delete(plots).where(lt(plots.wantedUntil, sql`now()`))
    const [taken] = await db
      .update(plots)
      .set({
        taker: this.own,
        takenUntil: soon(this.means.deadMs ?? DEAD_MS),
        tries: sql`${plots.tries} + 1`,
      })
      .where(
        eq(
          plots.id,
          sql`(
            select p.id from ${plots} p
            where p.made is null and p.refused is null and (p.taken_until is null or p.taken_until < now())
            order by (
              select count(*) from ${plots} q
              where q.project = p.project and q.taken_until >= now() and q.made is null and q.refused is null
            ), p.asked_at, p.id
            limit 1 for update skip locked)`,
        ),
      )
      .returning()
    return taken ?? null
  }

  private async work({ id, tries, ...plot }: typeof plots.$inferSelect): Promise<void> {
    if (tries > MOST_TRIES)
      return this.give(id, {
        refused: `These sheets could not be plotted: the server that worked on them ended, ${MOST_TRIES} times. Plot fewer of them at once, or show less on them.`,
      })
    const stop = new AbortController()
    this.working.set(id, stop)
    const beat = setInterval(() => void this.say(id, stop), this.means.beatMs ?? BEAT_MS)
    try {
      const made = await this.means.here.plot(plot, stop.signal)
      await this.give(id, { made: Buffer.from(made.buffer, made.byteOffset, made.byteLength) })
    } catch (error) {
      // Stopped since nobody wants it, or given back to the others.
      if (error instanceof WorkStopped) return
      if (error instanceof WorkRefused || error instanceof NotThere)
        return await this.give(id, { refused: error.message })
      // It is taken again when it is not heard of any more.
      if (awayOf(error)) return
      this.means.log.error({ err: error, project: plot.project }, 'sheets could not be plotted')
      await this.give(id, {
        refused: 'Something went wrong here. These sheets were not plotted; please try again.',
      })
    } finally {
      clearInterval(beat)
      this.working.delete(id)
      this.look()
    }
  }

  /** Says that it is worked on; stops where it is not wanted any more, or another has it. */
  private async say(id: string, stop: AbortController): Promise<void> {
    try {
      const still = await this.means.db
        .update(plots)
        .set({ takenUntil: soon(this.means.deadMs ?? DEAD_MS) })
        .where(and(eq(plots.id, id), eq(plots.taker, this.own)))
        .returning({ id: plots.id })
      if (still.length === 0) stop.abort()
    } catch {
      // The database is away: it is said when it is back, or another takes it.
    }
  }

  private async give(id: string, outcome: { made: Buffer } | { refused: string }): Promise<void> {
    try {
      await this.means.db
        .update(plots)
        .set(outcome)
        .where(and(eq(plots.id, id), eq(plots.taker, this.own)))
    } catch (error) {
      if (!awayOf(error)) throw error
      return
    }
    this.waiting.get(id)?.()
    this.tell({ what: 'plotted', plot: id })
  }
}
