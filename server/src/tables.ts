import { sql } from 'drizzle-orm'
import {
  boolean,
  customType,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  serial,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { SmallPicture } from '@lamina/core/display'
import type { Contested } from '@lamina/core/edit'
import type { Act, Role } from '@lamina/core/exchange'
import type { AnyRecord, Change } from '@lamina/core/records'

export const projects = pgTable('projects', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  createdAt: timestamp('created_at', { withTimezone: true })
    .notNull()
    .default(sql`now()`),
  changedAt: timestamp('changed_at', { withTimezone: true })
    .notNull()
    .default(sql`now()`),
  /** When it was removed; null: it was not. */
  removedAt: timestamp('removed_at', { withTimezone: true }),
  /** Number of the last change in the journal. */
  seq: integer('seq').notNull().default(0),
  /** How many records the journal comes to, and the sum of what they say: records that come to another are damaged. */
  count: integer('count').notNull().default(0),
  sum: numeric('sum').notNull().default('0'),
  /** Up to this change the journal is told: where changes are seen, and how it was at steps. */
  told: integer('told').notNull().default(0),
})

/** Every change of every project, with what takes it back. Rows are only ever added; a name may come to one. */
export const changes = pgTable(
  'changes',
  {
    project: text('project')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    seq: integer('seq').notNull(),
    id: text('id').notNull(),
    client: text('client').notNull(),
    /** Who made it: a person, or the browser where nobody signs in; null: from before that was told. */
    by: text('by'),
    base: integer('base').notNull(),
    label: text('label').notNull(),
    change: jsonb('change').$type<Change>().notNull(),
    inverse: jsonb('inverse').$type<Change>().notNull(),
    undoes: text('undoes'),
    /** What of it others had changed to something else. */
    contested: jsonb('contested').$type<Contested[]>().notNull().default([]),
    at: timestamp('at', { withTimezone: true, mode: 'string' })
      .notNull()
      .default(sql`now()`),
    /** How the moment after it is called; null: it has no name. */
    named: text('named'),
  },
  (table) => [
    primaryKey({ columns: [table.project, table.seq] }),
    uniqueIndex('changes_once').on(table.project, table.id),
    index('changes_by').on(table.project, table.by, table.seq),
    index('changes_at').on(table.project, table.at),
    index('changes_named')
      .on(table.project, table.seq)
      .where(sql`named is not null`),
  ],
)

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/** How a project was after changes at steps of its journal: its records as JSON line by line, packed. They can be made again. */
export const states = pgTable(
  'states',
  {
    project: text('project')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    seq: integer('seq').notNull(),
    body: bytes('body').notNull(),
  },
  (table) => [primaryKey({ columns: [table.project, table.seq] })],
)

/** On which drawings, levels and sheets changes are seen. It can be made again. */
export const seen = pgTable(
  'seen',
  {
    project: text('project')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    place: text('place').notNull(),
    seq: integer('seq').notNull(),
  },
  (table) => [primaryKey({ columns: [table.project, table.place, table.seq] })],
)

/** The records as they are now: what the journal comes to. */
export const records = pgTable(
  'records',
  {
    project: text('project')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    id: text('id').notNull(),
    kind: text('kind').notNull(),
    body: jsonb('body').$type<AnyRecord>().notNull(),
    /** The change that last touched it. */
    seq: integer('seq').notNull(),
    /** Order in which records came to be; kept when they change. */
    place: serial('place').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.project, table.id] }),
    index('records_kind').on(table.project, table.kind),
  ],
)

/** A small picture of each project, as of a change in its journal; it can be made again at any time. */
export const pictures = pgTable('pictures', {
  project: text('project')
    .primaryKey()
    .references(() => projects.id, { onDelete: 'cascade' }),
  seq: integer('seq').notNull(),
  /** Null when nothing is drawn. */
  body: jsonb('body').$type<SmallPicture | null>(),
})

/** Who works here. Those who left stay, for what they did has their names. */
export const persons = pgTable('persons', {
  id: text('id').primaryKey(),
  /** What they sign in with, in small letters. */
  signIn: text('sign_in').notNull().unique(),
  name: text('name').notNull(),
  initials: text('initials').notNull(),
  /** Its hash. */
  password: text('password').notNull(),
  /** They keep the persons: make links, and see what was done. */
  manages: boolean('manages').notNull().default(false),
  madeAt: timestamp('made_at', { withTimezone: true })
    .notNull()
    .default(sql`now()`),
  leftAt: timestamp('left_at', { withTimezone: true }),
})

/** Links that make a person, or give one a new password, once. */
export const links = pgTable('links', {
  /** Of what the link says. */
  hash: text('hash').primaryKey(),
  /** Whose password it gives; null: it makes a person. */
  person: text('person').references(() => persons.id, { onDelete: 'cascade' }),
  manages: boolean('manages').notNull().default(false),
  endsAt: timestamp('ends_at', { withTimezone: true }).notNull(),
})

/** Who is signed in where. */
export const sessions = pgTable(
  'sessions',
  {
    /** Of what the browser holds. */
    hash: text('hash').primaryKey(),
    person: text('person').references(() => persons.id, { onDelete: 'cascade' }),
    body: jsonb('body').$type<unknown>().notNull(),
    endsAt: timestamp('ends_at', { withTimezone: true }).notNull(),
  },
  (table) => [index('sessions_person').on(table.person)],
)

/** What somebody may do in a project; everybody's is that of the person `*`. */
export const roles = pgTable(
  'roles',
  {
    project: text('project')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    person: text('person').notNull(),
    role: text('role').$type<Role>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.project, table.person] }), index('roles_person').on(table.person)],
)

/** Who did what, but for what they drew: that is in the journals. */
export const acts = pgTable('acts', {
  id: serial('id').primaryKey(),
  at: timestamp('at', { withTimezone: true, mode: 'string' })
    .notNull()
    .default(sql`now()`),
  /** Null: nobody who is signed in. */
  person: text('person'),
  what: text('what').$type<Act>().notNull(),
  /** Whom or what it was done to, in words. */
  about: text('about').notNull().default(''),
  /** Where it was asked from. */
  address: text('address').notNull().default(''),
})

/** Plots that are asked for of servers on one database: any of them takes one, and whoever asked fetches what came of it. */
export const plots = pgTable(
  'plots',
  {
    id: text('id').primaryKey(),
    project: text('project')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    /** The change as of which it is. */
    seq: integer('seq').notNull(),
    /** Null: the whole set. */
    sheets: jsonb('sheets').$type<string[] | null>(),
    askedAt: timestamp('asked_at', { withTimezone: true })
      .notNull()
      .default(sql`now()`),
    /** Whoever asked waits so long, and says so again before; after it nobody wants it any more. */
    wantedUntil: timestamp('wanted_until', { withTimezone: true }).notNull(),
    /** The server that works on it, and so long it is taken for alive if it does not say so again; null: it waits. */
    taker: text('taker'),
    takenUntil: timestamp('taken_until', { withTimezone: true }),
    /** So often it was taken. */
    tries: integer('tries').notNull().default(0),
    /** What came of it; null: nothing yet. */
    made: bytes('made'),
    /** Why nothing comes of it, for whoever asked; null: nothing stands against it. */
    refused: text('refused'),
  },
  (table) => [index('plots_asked').on(table.askedAt)],
)

/** What this server and those beside it have in common: a name and what it is. */
export const common = pgTable('common', { name: text('name').primaryKey(), value: text('value').notNull() })
