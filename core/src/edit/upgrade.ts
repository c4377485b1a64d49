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
import { storing } from './outcome'

/**
 * What a project of an older version lacks: layers and line types before the second, opening types, lenses, schedules
 * and numbers of its doors and windows before the third, pens and annotation styles before the fourth. What was removed
 * since stays removed. Null when it is up to date.
 */
export function upgrade(project: Project): Change | null {
  const { schema, units } = project.facts
  if (schema === 4) return null
  const put: AnyRecord[] = [{ ...project.facts, schema: 4 }]
  const shipped = [
    ...(schema < 2 ? [...STANDARD_LINE_TYPES, ...STANDARD_LAYERS] : []),
    ...(schema < 3 ? [...standardOpeningTypes(units.system), ...STANDARD_LENSES, ...STANDARD_SCHEDULES] : []),
    ...STANDARD_PENS,
    ...STANDARD_STYLES,
  ]
  for (const record of shipped) if (!project.get(record.id)) put.push(record)
  if (schema < 3) {
    const taken = marksOf(project)
    for (const opening of project.all('opening')) {
      if (opening.mark !== undefined) continue
      const mark = nextMark(project, opening.fit, project.need('wall', opening.wall).level, taken)
      taken.add(mark)
      put.push({ ...opening, mark })
    }
  }
  return storing(project, ...put)
}
