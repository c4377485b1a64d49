import { KINDS, RECORD_KINDS, type Project } from '../records'
import { isSolid } from '../solids'

/** Whether something of the building is shown that does not print: then what is for paper is worked out by itself. */
export const printsLess = (project: Project): boolean =>
  project
    .all('layer')
    .filter(({ shown, printed }) => shown && !printed)
    .some(
      ({ id }) =>
        RECORD_KINDS.some(
          (kind) => isSolid(kind) && KINDS[kind].layer === id && project.all(kind).length > 0,
        ) ||
        project.dependents(id).some((user) => {
          const record = project.get(user)
          return record !== undefined && isSolid(record.kind)
        }),
    )
