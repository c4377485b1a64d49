import { asc, eq } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import {
  Project,
  isLater,
  kindWord,
  needs,
  recordSchema,
  type AnyRecord,
  type RecordKind,
} from '@lamina/core/records'
import { lastFit, mendJournal, mendRecords, putRight } from './mend'
import type { OpenProject } from './openProjects'
import { records } from './tables'
import { wholenessOf } from './wholeness'

/**
 * A project cannot be read: what is there of it is neither what its journal came to nor enough to tell it, or it is of a later version.
 * The message is a sentence.
 */
export class Unreadable extends Error {}

/** Hears, in words, what was put right. */
export type Mended = (project: string, what: string) => void

const read = (body: unknown): AnyRecord | undefined => recordSchema.safeParse(body).data

/**
 * Reads a project as the journal came to it. Where records or journal are damaged the one is made anew from the other; a record that
 * cannot be read is taken as it was before, or else left out with all that cannot do without it.
 * @returns null: there is no such project
 * @throws Unreadable
 */
export async function load(db: NodePgDatabase, id: string, mended: Mended): Promise<OpenProject | null> {
  const found = await wholenessOf(db, id)
  if (!found || found.isRemoved) return null
  const { recordsAreWhole, journalIsWhole, seq } = found
  if (!recordsAreWhole && !journalIsWhole && seq > 0)
    throw new Unreadable(
      `Of this project ${found.records} of ${found.count} things and ${found.changes} of ${seq} changes are left, and neither tells the rest. Put a backup back; nothing was changed.`,
    )
  if (!recordsAreWhole) {
    await mendRecords(db, id, seq)
    mended(id, 'its records were made anew from its journal')
  } else if (!journalIsWhole) {
    await mendJournal(db, id, seq)
    mended(id, 'gaps of its journal were filled from its records')
  }
  const last = recordsAreWhole && journalIsWhole ? found.last : ((await wholenessOf(db, id))?.last ?? null)
  const rows = await db
    .select({ id: records.id, kind: records.kind, body: records.body })
    .from(records)
    .where(eq(records.project, id))
    .orderBy(asc(records.place))
  if (rows.some(({ kind, body }) => kind === 'project' && isLater(body)))
    throw new Unreadable(
      'This project was written by a later version of Lamina. Open it there; nothing was changed.',
    )
  const whole: AnyRecord[] = []
  const unread: string[] = []
  const fit: AnyRecord[] = []
  for (const row of rows) {
    const now = read(row.body)
    const body = now?.id === row.id ? now : await lastFit(db, id, row.id, read)
    if (body) whole.push(body)
    else unread.push(wordOf(row.kind))
    if (body && body !== now) fit.push(body)
  }
  if (fit.length > 0) {
    await putRight(db, id, seq, fit)
    mended(id, `${fit.length} records that could not be read are as they were before`)
  }
  const { left, alone } = withoutLoose(whole)
  unread.push(...alone.map(({ kind }) => kindWord(kind)))
  return { project: new Project(left), seq, last, unread }
}

const wordOf = (kind: string): string => {
  try {
    return kindWord(kind as RecordKind)
  } catch {
    return 'thing'
  }
}

/** Records without those that need what is not there, and those that need these, and so on. */
function withoutLoose(all: readonly AnyRecord[]): { left: AnyRecord[]; alone: AnyRecord[] } {
  let left = [...all]
  const alone: AnyRecord[] = []
  for (;;) {
    const here = new Set(left.map(({ id }) => id))
    const loose = left.filter((each) => needs(each).some(([id]) => !here.has(id)))
    if (loose.length === 0) return { left, alone }
    alone.push(...loose)
    const gone = new Set(loose)
    left = left.filter((each) => !gone.has(each))
  }
}
