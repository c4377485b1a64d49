/** The database cannot be asked, or cannot take anything, for now; the message is a sentence. */
export class DatabaseAway extends Error {
  constructor(
    readonly why: 'full' | 'silent' | 'closed',
    message: string,
  ) {
    super(message)
  }
}

export const diskFull = (): DatabaseAway =>
  new DatabaseAway('full', 'The disk of the server is full. Nothing is stored until there is space again.')

/** What the database says when it cannot make a file larger, and when the disk fails it (PostgreSQL, appendix A: disk_full, io_error). */
const DISK_FULL = '53100'
const IO_ERROR = '58030'

/** What is said where a PostgreSQL server is not there, is ending, is beginning, or has too many connections (appendix A, classes 08, 53 and 57). */
const NOT_THERE: ReadonlySet<unknown> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENOTFOUND',
  '08000',
  '08001',
  '08003',
  '08004',
  '08006',
  '53300',
  '57P01',
  '57P02',
  '57P03',
])
/** What the library says of a connection that ended while something was asked, which has no code. */
const ENDED =
  /^Connection terminated|^Query read timeout|^Client has encountered a connection error|timeout exceeded when trying to connect/

/** Why the database could not do something, if that is for now; null: it is another fault. */
export function awayOf(error: unknown): DatabaseAway | null {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    if (each instanceof DatabaseAway) return each
    const { code } = each as { readonly code?: unknown }
    if (code === DISK_FULL) return diskFull()
    if (NOT_THERE.has(code) || ENDED.test(each.message))
      return new DatabaseAway('closed', 'The database does not answer. Try again soon.')
    if (code === IO_ERROR)
      return new DatabaseAway('closed', 'The disk of the server fails. Nothing is stored.')
  }
  return null
}

/** A row of a key that there is already (unique_violation). */
const UNIQUE_VIOLATION = '23505'

/** Whether something could not be put in since there is another of its key. */
export const isTaken = (error: unknown): boolean => hasCode(error, UNIQUE_VIOLATION)

/** A row that refers to one that is not there (foreign_key_violation). */
const FOREIGN_KEY_VIOLATION = '23503'

/** Whether something could not be put in since what it belongs to is gone. */
export const isGone = (error: unknown): boolean => hasCode(error, FOREIGN_KEY_VIOLATION)

function hasCode(error: unknown, code: string): boolean {
  for (let each: unknown = error; each instanceof Error; each = each.cause)
    if ((each as { readonly code?: unknown }).code === code) return true
  return false
}
