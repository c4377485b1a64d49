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

/** Why the database could not do something, if that is for now; null: it is another fault. */
export function awayOf(error: unknown): DatabaseAway | null {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    if (each instanceof DatabaseAway) return each
    const { code } = each as { readonly code?: unknown }
    if (code === DISK_FULL) return diskFull()
    if (code === IO_ERROR)
      return new DatabaseAway('closed', 'The disk of the server fails. Nothing is stored.')
  }
  return null
}
