import { shallowReactive } from 'vue'
import { needs, looseNames, type AnyRecord, type Project, type Reader } from '@lamina/core/records'

/**
 * Lets Vue hear what is read of a project, and tells it what changes: whatever shows a record, a list of records or
 * what is drawn of them is shown again when that changed, and only then.
 */
export function useWatched(): {
  watch(project: Project): void
  /** These are others now, as they were and as they are. */
  changed(records: readonly AnyRecord[]): void
  /** These are drawn otherwise: other things are set aside. */
  aside(records: readonly AnyRecord[]): void
  /** What is worked out from the project is other than before. */
  derived(): void
} {
  /** For each thing that can be read the number of its last change. */
  const stamps = shallowReactive(new Map<string, number>())
  let changes = 0
  const reader: Reader = {
    record: (id) => void stamps.get(id),
    kind: (kind) => void stamps.get(`every ${kind}`),
    users: (id) => void stamps.get(`users of ${id}`),
    aside: () => void stamps.get('aside'),
    everything: () => void stamps.get('everything'),
  }
  function tell(records: readonly AnyRecord[], more: readonly string[]): void {
    const told = new Set(['everything', ...more])
    for (const record of records) {
      told.add(record.id)
      told.add(`every ${record.kind}`)
      for (const [id] of needs(record)) told.add(`users of ${id}`)
      for (const id of looseNames(record)) told.add(`users of ${id}`)
    }
    changes++
    for (const each of told) stamps.set(each, changes)
  }
  return {
    watch: (project) => project.readBy(reader),
    changed: (records) => tell(records, []),
    aside: (records) => tell(records, ['aside']),
    derived: () => tell([], []),
  }
}
