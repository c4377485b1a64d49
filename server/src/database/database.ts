import type { SQL } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type { HereNews } from '@lamina/core/exchange'

/** What servers on one database tell each other. */
export type Spread =
  | { readonly what: 'changed'; readonly project: string; readonly seq: number; readonly client: string }
  | { readonly what: 'here'; readonly news: HereNews }
  /** Somebody's sessions ended. */
  | { readonly what: 'ended'; readonly person: string }
  /** There is a plot to be taken. */
  | { readonly what: 'plots' }
  /** Something came of a plot. */
  | { readonly what: 'plotted'; readonly plot: string }
  /** Whoever asked for a plot does not want it any more. */
  | { readonly what: 'unwanted'; readonly plot: string }

/** The other servers on the same database. */
export interface Others {
  /** How it is told within a statement: what is told is told if that is done. */
  toldBy(spread: Spread): { readonly channel: string; readonly text: string }
  tell(spread: Spread): Promise<void>
  /** @param missed something may have been told while this server could not hear it */
  hear(heard: (spread: Spread) => void, missed: () => void): void
}

/** Where projects are kept. */
export interface Database {
  readonly db: NodePgDatabase
  /** Makes a statement that is made often, in the same words each time: it is planned once. */
  often(name: string, statement: SQL): Promise<void>
  /** Reads what is there at one moment, where others may write meanwhile. */
  atOnce<T>(work: (db: NodePgDatabase) => Promise<T>): Promise<T>
  /** Does what no other server on it does meanwhile. */
  alone<T>(work: () => Promise<T>): Promise<T>
  /** Null: no other server can be on it. */
  readonly others: Others | null
  /** Refuses while nothing can be stored. @throws DatabaseAway */
  refuseFull(): Promise<void>
  /** How much space is left, bytes; null: that is not known here. */
  space(): Promise<number | null>
  close(): Promise<void>
}

/** With less space than this nothing is stored any more, bytes: the database needs some to go on at all. */
export const LEAST_SPACE = 64 * 2 ** 20
/** With less than this people are warned, bytes. */
export const LOW_SPACE = 512 * 2 ** 20
