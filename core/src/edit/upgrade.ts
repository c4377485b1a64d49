import {
  PLATE_MATERIALS,
  STANDARD_LAYERS,
  STANDARD_LENSES,
  STANDARD_LINE_TYPES,
  STANDARD_MATERIALS,
  STANDARD_PENS,
  STANDARD_SCHEDULES,
  STANDARD_STYLES,
  standardOpeningTypes,
  standardPlateTypes,
} from '../library'
import {
  SCHEMA,
  type AnyRecord,
  type Change,
  type Id,
  type LineMeaning,
  type Linework,
  type Project,
} from '../records'
import { marksOf, nextMark } from './marks'
import { storing } from './outcome'
import { usualTitleOf } from './usualTitle'

/** The lenses that shipped before the sixth. */
const LENSES_BEFORE: ReadonlySet<string> = new Set(
  ['full', 'solid', 'simple', 'numbers', 'framing', 'bare'].map((name) => `lens-${name}`),
)

/**
 * What a project of an older version lacks: layers and line types before the second, opening types, lenses, schedules
 * and numbers of its doors and windows before the third, pens and annotation styles before the fourth, what
 * boundaries and clouds stand for before the fifth, the layer of marks, how shipped materials look from the front, and what
 * floors and roofs are made of before the sixth, title blocks of sheets before the seventh. What was removed since stays removed. Null when it is up to date.
 * @refuses nonsense
 */
export function upgrade(project: Project): Change | null {
  const { schema, units } = project.facts
  if (schema === SCHEMA) return null
  const put: AnyRecord[] = [{ ...project.facts, schema: SCHEMA }]
  const shipped = [
    ...(schema < 2 ? [...STANDARD_LINE_TYPES, ...STANDARD_LAYERS] : []),
    ...(schema < 3 ? [...standardOpeningTypes(units.system), ...STANDARD_LENSES, ...STANDARD_SCHEDULES] : []),
    ...(schema < 4 ? [...STANDARD_PENS, ...STANDARD_STYLES] : []),
    ...(schema < 6
      ? [
          ...STANDARD_LAYERS.filter(({ id }) => id === 'layer-marks' || id === 'layer-framing'),
          ...PLATE_MATERIALS,
          ...STANDARD_LENSES.filter(({ id }) => !LENSES_BEFORE.has(id)),
          ...standardPlateTypes(units.system),
        ]
      : []),
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
  if (schema < 6)
    for (const { id, facePattern } of STANDARD_MATERIALS) {
      const mine = project.find('material', id)
      if (mine && facePattern && mine.facePattern === undefined) put.push({ ...mine, facePattern })
    }
  if (schema < 7) {
    const lacked = new Map<Id, AnyRecord>()
    for (const sheet of project.all('sheet')) {
      if (sheet.titleBlock !== undefined) continue
      const usual = usualTitleOf(project, sheet)
      for (const record of usual.lacked) lacked.set(record.id, record)
      put.push({ ...sheet, titleBlock: usual.titleBlock })
    }
    put.push(...lacked.values())
  }
  for (const line of project.all('linework')) {
    const means = formerMeaning(line)
    if (means && line.means === undefined) put.push({ ...line, means })
  }
  return storing(project, ...put)
}

/** What a line stood for before it could say so: by its layer, or by how it was drawn. */
function formerMeaning({ layer, shape }: Linework): LineMeaning | null {
  if (shape.form === 'path' && shape.cloudPaperMm !== undefined) return 'revision cloud'
  return layer === 'layer-boundary' ? 'site boundary' : null
}
