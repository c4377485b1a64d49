import { randomUUID } from 'node:crypto'
import { and, asc, count, eq, gt, isNull, sql } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type { KnownPerson, LinkFacts, MadeLink } from '@lamina/core/exchange'
import { isTaken } from '../database/away'
import { NotAllowed, NotThere } from '../faults'
import { links, persons, sessions } from '../tables'
import { hashOf, isPassword } from './passwords'
import { knownBy, newSecret } from './secrets'

/** The first link is good for so long, and those made for others, ms. */
export const FIRST_LINK_MS = 60 * 60_000
export const LINK_MS = 7 * 24 * 60 * 60_000

/** What people say of themselves. */
export interface OwnFacts {
  readonly signIn: string
  readonly name: string
  readonly initials: string
}

type Row = typeof persons.$inferSelect

const known = (row: Omit<Row, 'password' | 'madeAt'>, places = 0): KnownPerson => ({
  id: row.id,
  name: row.name,
  initials: row.initials,
  left: row.leftAt !== null,
  signIn: row.signIn,
  manages: row.manages,
  places,
})

const noLink = (): NotThere =>
  new NotThere('This link is not good any more. Ask for another; each is good once, and for a week.')

/** The people who work here, and the links by which they come. */
export class Persons {
  constructor(private readonly db: NodePgDatabase) {}

  /** Whether there is anybody who keeps the others. */
  async hasKeeper(): Promise<boolean> {
    const rows = await this.db
      .select({ id: persons.id })
      .from(persons)
      .where(and(eq(persons.manages, true), isNull(persons.leftAt)))
      .limit(1)
    return rows.length > 0
  }

  /** All who are or were here, by name, and at how many places they are signed in. */
  async all(): Promise<KnownPerson[]> {
    const rows = await this.db
      .select({ person: persons, places: count(sessions.hash) })
      .from(persons)
      .leftJoin(sessions, and(eq(sessions.person, persons.id), gt(sessions.endsAt, sql`now()`)))
      .groupBy(persons.id)
      .orderBy(asc(persons.name), asc(persons.id))
    return rows.map(({ person, places }) => known(person, places))
  }

  /** Whether somebody works or worked here. */
  async isKnown(id: string): Promise<boolean> {
    return (await this.db.select({ id: persons.id }).from(persons).where(eq(persons.id, id))).length > 0
  }

  /** Somebody who works here. */
  async get(id: string): Promise<KnownPerson | null> {
    const [row] = await this.db
      .select()
      .from(persons)
      .where(and(eq(persons.id, id), isNull(persons.leftAt)))
    return row ? known(row) : null
  }

  /** Who signs in by a name and a password; null: nobody. */
  async by(signIn: string, password: string): Promise<KnownPerson | null> {
    const [row] = await this.db
      .select()
      .from(persons)
      .where(and(eq(persons.signIn, signIn), isNull(persons.leftAt)))
    return (await isPassword(row?.password ?? null, password)) ? known(row!) : null
  }

  /** Makes a link, good once. @param person whose password it gives; null: it makes a person */
  async makeLink(person: string | null, manages: boolean, lasts = LINK_MS): Promise<MadeLink> {
    if (person !== null && !(await this.get(person))) throw new NotThere('There is no such person.')
    const secret = newSecret()
    const endsAt = new Date(Date.now() + lasts)
    await this.db.delete(links).where(sql`${links.endsAt} < now()`)
    // The one before it is good no more.
    if (person !== null) await this.db.delete(links).where(eq(links.person, person))
    await this.db.insert(links).values({ hash: knownBy(secret), person, manages, endsAt })
    return { secret, endsAt: endsAt.toISOString() }
  }

  /** What a link does. @throws NotThere */
  async link(secret: string): Promise<LinkFacts> {
    const [row] = await this.db
      .select({ link: links, person: persons })
      .from(links)
      .leftJoin(persons, eq(persons.id, links.person))
      .where(and(eq(links.hash, knownBy(secret)), gt(links.endsAt, sql`now()`)))
    if (!row || (row.person && row.person.leftAt !== null)) throw noLink()
    const { link, person } = row
    return {
      person: person && { name: person.name, initials: person.initials, signIn: person.signIn },
      manages: link.manages,
    }
  }

  /**
   * Follows a link: somebody comes, or has a new password, and is signed in nowhere else any more.
   * @throws NotThere, NotAllowed where the name to sign in with is another's
   */
  async follow(secret: string, facts: OwnFacts, password: string): Promise<KnownPerson> {
    await this.link(secret)
    const hash = await hashOf(password)
    return this.db.transaction(async (db) => {
      const [link] = await db
        .delete(links)
        .where(and(eq(links.hash, knownBy(secret)), gt(links.endsAt, sql`now()`)))
        .returning()
      if (!link) throw noLink()
      if (link.person !== null) {
        await db.delete(sessions).where(eq(sessions.person, link.person))
        const [row] = await db
          .update(persons)
          .set({ password: hash })
          .where(and(eq(persons.id, link.person), isNull(persons.leftAt)))
          .returning()
        if (!row) throw noLink()
        return known(row)
      }
      const { manages } = link
      const person = { ...facts, id: randomUUID(), password: hash, manages }
      const [row] = await orTaken(facts.signIn, db.insert(persons).values(person).returning().execute())
      return known(row!)
    })
  }

  /** @throws NotAllowed where the name to sign in with is another's */
  async change(id: string, facts: OwnFacts): Promise<KnownPerson> {
    const changed = this.db.update(persons).set(facts).where(eq(persons.id, id)).returning()
    const [row] = await orTaken(facts.signIn, changed.execute())
    if (!row) throw new NotThere('There is no such person.')
    return known(row)
  }

  /** @returns false where the old one is another */
  async changePassword(id: string, old: string, now: string): Promise<boolean> {
    const [row] = await this.db.select().from(persons).where(eq(persons.id, id))
    if (!(await isPassword(row?.password ?? null, old))) return false
    await this.db
      .update(persons)
      .set({ password: await hashOf(now) })
      .where(eq(persons.id, id))
    return true
  }

  /** @throws NotAllowed where nobody would be left who keeps the persons */
  async setManages(id: string, manages: boolean): Promise<KnownPerson> {
    return this.db.transaction(async (db) => {
      if (!manages) await refuseLast(db, id)
      const [row] = await db
        .update(persons)
        .set({ manages })
        .where(and(eq(persons.id, id), isNull(persons.leftAt)))
        .returning()
      if (!row) throw new NotThere('There is no such person.')
      return known(row)
    })
  }

  /** Somebody works here no more: they cannot sign in, and are signed in nowhere. */
  async letGo(id: string): Promise<KnownPerson> {
    return this.db.transaction(async (db) => {
      await refuseLast(db, id)
      const [row] = await db
        .update(persons)
        .set({ leftAt: sql`now()`, manages: false })
        .where(and(eq(persons.id, id), isNull(persons.leftAt)))
        .returning()
      if (!row) throw new NotThere('There is no such person.')
      await db.delete(sessions).where(eq(sessions.person, id))
      await db.delete(links).where(eq(links.person, id))
      return known(row)
    })
  }
}

type Within = Pick<NodePgDatabase, 'select'>

/** @throws NotAllowed where the name to sign in with is another's */
async function orTaken<T>(signIn: string, work: Promise<T>): Promise<T> {
  try {
    return await work
  } catch (error) {
    if (!isTaken(error)) throw error
    throw new NotAllowed(
      409,
      'taken',
      `Somebody else signs in as “${signIn}”. Choose another name to sign in with.`,
    )
  }
}

async function refuseLast(db: Within, id: string): Promise<void> {
  // One at a time: two who let each other go at once would leave nobody.
  const rows = await db
    .select({ id: persons.id })
    .from(persons)
    .where(and(eq(persons.manages, true), isNull(persons.leftAt)))
    .for('update')
  if (rows.length === 1 && rows[0]!.id === id)
    throw new NotAllowed(
      409,
      'last-keeper',
      'Nobody would be left who keeps the persons here. Let somebody else keep them first.',
    )
}
