import { Project, mayHave, statusOf, type AnyRecord } from '../records'

/** The building of a project as it stands before the works, as of a change of that. */
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
    if (!twin) twins.set(project, (twin = { project: new Project(), stamp: -1 }))
    if (twin.stamp !== project.stamp) {
      twin.stamp = project.stamp
      const records = [...project.everything()].flatMap((record) => before(record) ?? [])
      twin.project.become(new Map(records.map((record) => [record.id, record])))
    }
    return twin.project
  })
}

/** What is to be removed as it stands yet: the same object as long as it is the same. */
const standing = new WeakMap<AnyRecord, AnyRecord>()

/** A record as it stands before the works; null for what is new. */
function before(record: AnyRecord): AnyRecord | null {
  if (!mayHave(record, 'status')) return record
  switch (statusOf(record)) {
    case 'new':
      return null
    case 'removed': {
      let made = standing.get(record)
      if (!made) standing.set(record, (made = { ...record, status: 'existing' } as AnyRecord))
      return made
    }
    case 'existing':
    case null:
      return record
  }
}
