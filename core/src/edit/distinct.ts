import type { AnyRecord, Id, Project } from '../records'
import { numbered } from './marks'
import { named } from './settingOut'
import { viewportsOf } from './sheets'
import { marked } from './viewNames'

/**
 * Records that came into a project, each with a name or number of its own among its kind: grid lines, doors, windows,
 * rooms, drawings, and the viewports of a sheet. What is taken already gets the next.
 */
export const distinct = (project: Project, records: readonly AnyRecord[]): AnyRecord[] =>
  viewportsNumbered(project, marked(project, numbered(project, named(project, records))))

function viewportsNumbered(project: Project, records: readonly AnyRecord[]): AnyRecord[] {
  const taken = new Map<Id, Set<number>>()
  return records.map((record) => {
    if (record.kind !== 'viewport') return record
    let numbers = taken.get(record.sheet)
    if (!numbers) {
      const others = viewportsOf(project, record.sheet).filter(({ id }) => id !== record.id)
      taken.set(record.sheet, (numbers = new Set(others.map(({ number }) => number))))
    }
    const number = numbers.has(record.number) ? Math.max(...numbers) + 1 : record.number
    numbers.add(number)
    return { ...record, number }
  })
}
