import { isLibraryRecord } from '../edit'
import { needs, type AnyRecord, type Change, type Id } from '../records'

/**
 * The first change of a new project with the library of another in place of the shipped one: its layers, types, materials, pens, styles,
 * lenses, schedules and blocks. Of the shipped one that stays which the project itself needs and the other has not.
 */
export function withLibrary({ put, drop }: Change, library: readonly AnyRecord[]): Change {
  const given = new Map(library.map((each) => [each.id, each]))
  const shipped = new Map(put.filter(isLibraryRecord).map((each) => [each.id, each as AnyRecord]))
  const kept = new Map<Id, AnyRecord>()
  const visit = (record: AnyRecord): void => {
    for (const [id] of needs(record)) {
      const needed = given.has(id) || kept.has(id) ? undefined : shipped.get(id)
      if (!needed) continue
      visit(needed)
      kept.set(id, needed)
    }
  }
  const frame = put.filter((each) => !isLibraryRecord(each))
  for (const each of [...frame, ...library]) visit(each)
  const facts = frame.filter(({ kind }) => kind === 'project')
  const rest = frame.filter(({ kind }) => kind !== 'project')
  return { put: [...facts, ...kept.values(), ...library, ...rest], drop }
}
