import {
  STANDARD_LAYERS,
  STANDARD_LENSES,
  STANDARD_LINE_TYPES,
  STANDARD_PENS,
  STANDARD_SCHEDULES,
  STANDARD_STYLES,
  standardOpeningTypes,
} from '../library'
import type { AnyRecord, Change, Project } from '../records'
import { marksOf, nextMark } from './marks'

/**
 * What a project of an older version lacks: layers, line types, opening types, lenses, schedules, pens, annotation styles, and numbers
 * of its doors and windows. Null when it is up to date.
 */
export function upgrade(project: Project): Change | null {
  if (project.facts.schema === 4) return null
  const put: AnyRecord[] = [{ ...project.facts, schema: 4 }]
  const shipped = [
    ...STANDARD_LINE_TYPES,
    ...STANDARD_LAYERS,
    ...standardOpeningTypes(project.facts.units.system),
    ...STANDARD_LENSES,
    ...STANDARD_SCHEDULES,
    ...STANDARD_PENS,
    ...STANDARD_STYLES,
  ]
  for (const record of shipped) if (!project.get(record.id)) put.push(record)
  const taken = marksOf(project)
  for (const opening of project.all('opening')) {
    if (opening.mark !== undefined) continue
    const mark = nextMark(project, opening.fit, project.need('wall', opening.wall).level, taken)
    taken.add(mark)
    put.push({ ...opening, mark })
  }
  return { put, drop: [] }
}
