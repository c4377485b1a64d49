import { mayHave, type AnyRecord, type Change, type Id, type Project, type Status } from '../records'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

/** Whether it is told of a record what becomes of it. */
export const hasStatus = (record: AnyRecord) => mayHave(record, 'status')

/**
 * Says of parts of the building that they are existing, to be removed, or new.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function setStatus(project: Project, ids: readonly Id[], status: Status): Change {
  refuseLocked(project, ids)
  const put = ids.flatMap((id): AnyRecord[] => {
    const record = project.get(id)!
    if (!hasStatus(record)) return []
    const { status: _, ...rest } = record
    return [(status === 'new' ? rest : { ...rest, status }) as AnyRecord]
  })
  if (put.length === 0)
    throw new EditRefused('wrong-kind', 'Only parts of the building are existing, removed or new.')
  return storing(project, ...put)
}
