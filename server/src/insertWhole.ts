import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type { JournalEntry } from '@lamina/core/edit'
import type { AnyRecord } from '@lamina/core/records'
import { beginProject, type NewProject } from './beginProject'
import { Conflict } from './faults'
import { tellSums } from './mend'
import { changes, records } from './tables'

/** So many rows go into one statement. */
const PAGE = 500

/** A project that is put in as a whole. */
export interface Whole extends NewProject {
  /** In the order in which they came to be. */
  readonly records: readonly AnyRecord[]
  /** All its changes, the first first. */
  readonly journal: readonly JournalEntry[]
}

/** Puts in a project with its history, all of it or none. */
export async function insertWhole(db: NodePgDatabase, whole: Whole): Promise<void> {
  const { id, journal } = whole
  const by = new Map<string, number>()
  for (const { seq, change } of journal) for (const record of change.put) by.set(record.id, seq)
  await db.transaction(async (work) => {
    if (!(await beginProject(work, whole))) throw new Conflict('There is a project of this id already.')
    for (let from = 0; from < journal.length; from += PAGE)
      await work
        .insert(changes)
        .values(journal.slice(from, from + PAGE).map((entry) => ({ ...entry, project: id })))
    for (let from = 0; from < whole.records.length; from += PAGE)
      await work.insert(records).values(
        whole.records.slice(from, from + PAGE).map((body) => ({
          project: id,
          id: body.id,
          kind: body.kind,
          body,
          seq: by.get(body.id) ?? journal.length,
        })),
      )
    await tellSums(work, id, journal.length)
  })
}
