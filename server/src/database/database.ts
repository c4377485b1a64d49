import type { SQL } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'

/** Where projects are kept. */
export interface Database {
  readonly db: NodePgDatabase
  /** Makes a statement that is made often, in the same words each time: it is planned once. */
  often(name: string, statement: SQL): Promise<void>
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
