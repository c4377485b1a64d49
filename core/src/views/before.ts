import { Project, mayHave, statusOf, type AnyRecord, type Id } from '../records'

/** The building of a project as it stands before the works, with its own stamp. */
interface Twin {
  readonly project: Project
  stamp: number
}
const twins = new WeakMap<Project, Twin>()

/**
 * A project with the building as it stands before the works: without what is new, and with what is to be removed standing as
 * what stays does. Kept up to date with the project when it is asked for; everything else is as it is there.
 */
export function beforeWorks(project: Project): Project {
  return project.unheard(() => {
    let twin = twins.get(project)
    const changed = twin ? project.changedSince(twin.stamp) : null
    if (!twin || !changed) {
      const records = [...project.everything()].flatMap((record) => before(record) ?? [])
      twin = { project: new Project(records), stamp: project.stamp }
      twins.set(project, twin)
      return twin.project
    }
    twin.stamp = project.stamp
    if (changed.size === 0) return twin.project
    const put: AnyRecord[] = []
    const drop: Id[] = []
    for (const id of changed) {
      const record = project.get(id)
      const made = record && before(record)
      if (made) put.push(made)
      else if (twin.project.get(id)) drop.push(id)
    }
    if (put.length > 0 || drop.length > 0) twin.project.apply({ put, drop })
    return twin.project
  })
}

/** A record as it stands before the works; null for what is new. */
function before(record: AnyRecord): AnyRecord | null {
  if (!mayHave(record, 'status')) return record
  switch (statusOf(record)) {
    case 'new':
      return null
    case 'removed':
      return { ...record, status: 'existing' } as AnyRecord
    case 'existing':
    case null:
      return record
  }
}
