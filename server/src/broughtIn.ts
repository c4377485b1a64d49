import { UPGRADE, type JournalEntry } from '@lamina/core/edit'
import type { ArchivedProject } from '@lamina/core/exchange'
import type { AnyRecord } from '@lamina/core/records'

/** A project by another name; its history tells of that by a change of its own. */
export function renamed(from: ArchivedProject, as: { name: string; owner: string | null }): ArchivedProject {
  const change = (records: readonly AnyRecord[]): { put: AnyRecord[]; was: AnyRecord[] } => {
    const was = records.filter((each) => each.kind === 'project')
    return { was, put: was.map((each) => ({ ...each, name: as.name })) }
  }
  const { put, was } = change(from.records)
  const records = from.records.map((each) => (each.kind === 'project' ? put[0]! : each))
  const last = from.journal.at(-1)
  if (!last) return { ...from, name: as.name, records }
  const seq = last.seq + 1
  const entry: JournalEntry = {
    ...entryFacts(as),
    id: `${UPGRADE}named-${seq}`,
    seq,
    base: last.seq,
    label: 'Named',
    change: { put, drop: [] },
    inverse: { put: was, drop: [] },
  }
  return { ...from, name: as.name, records, journal: [...from.journal, entry] }
}

const entryFacts = ({ owner }: { owner: string | null }) => ({
  client: 'server',
  by: owner,
  undoes: null,
  contested: [],
  at: new Date().toISOString(),
})

/** All of a project as its first change. */
export const firstOf = (
  { records }: ArchivedProject,
  as: { first: string; owner: string | null },
): JournalEntry => ({
  ...entryFacts(as),
  id: `${UPGRADE}first`,
  seq: 1,
  base: 0,
  label: as.first,
  change: { put: [...records], drop: [] },
  inverse: { put: [], drop: records.map(({ id }) => id) },
})
