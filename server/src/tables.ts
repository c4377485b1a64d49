import { sql } from 'drizzle-orm'
import {
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
