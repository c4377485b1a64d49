import { PENS, penTable, type PenTable } from '../display'
import type { PenRecord, Project } from '../records'

const tables = new WeakMap<Project, { readonly of: readonly PenRecord[]; readonly table: PenTable }>()

/** The pens of a project: the same table as long as none of them changed. */
export function pensOf(project: Project): PenTable {
  const of = project.all('pen')
  const kept = tables.get(project)
  if (kept && kept.of.length === of.length && kept.of.every((pen, i) => pen === of[i])) return kept.table
  const table = of.length === 0 ? PENS : penTable(of)
  tables.set(project, { of, table })
  return table
}
