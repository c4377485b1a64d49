import { shallowReactive } from 'vue'
import { needs, looseNames, type AnyRecord, type Project, type Reader } from '@lamina/core/records'

/**
 * Lets Vue hear what is read of a project, and tells it what changes: whatever shows a record, a list of records or
 * what is drawn of them is shown again when that changed, and only then.
 */
export function useWatched(): {
  watch(project: Project): void
  /** These are others now, as they were and as they are, or are drawn otherwise. */
  changed(records: readonly AnyRecord[]): void
} {
  /** For each thing that can be read the number of its last change. */
  const stamps = shallowReactive(new Map<string, number>())
  let changes = 0
  const reader: Reader = {
    record: (id) => void stamps.get(id),
    kind: (kind) => void stamps.get(`every ${kind}`),
    users: (id) => void stamps.get(`users of ${id}`),
    everything: () => void stamps.get('everything'),
  }
  return {
    watch: (project) => project.readBy(reader),
    changed(records) {
      const told = new Set(['everything'])
      const tell = (record: AnyRecord): void => {
        told.add(record.id)
        told.add(`every ${record.kind}`)
        for (const [id] of needs(record)) told.add(`users of ${id}`)
        for (const id of looseNames(record)) told.add(`users of ${id}`)
      }
      for (const record of records) tell(record)
      changes++
      for (const each of told) stamps.set(each, changes)
    },
  }
}
