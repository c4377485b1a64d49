import {
  STANDARD_LENSES,
  STANDARD_PENS,
  STANDARD_SCHEDULES,
  STANDARD_STYLES,
  standardOpeningTypes,
  STANDARD_LAYERS,
  STANDARD_LINE_TYPES,
  STANDARD_MATERIALS,
  standardPlateTypes,
  standardWallTypes,
  usualTitle,
} from '../library'
import { SCHEMA, type Change, type Id, type Level, type Sheet, type SheetFormat } from '../records'
import { INCH_MM, type UnitSystem } from '../units'
import { cutHeightOf, planOf } from './levels'
import { EditRefused, type MakeId } from './refusal'

export interface NewProject {
  readonly name: string
  readonly number?: string
  readonly client?: string
  readonly system: UnitSystem
  readonly levelName: string
  readonly storeyHeight: number
  readonly sheetSize: SheetFormat
  readonly orientation: 'landscape' | 'portrait'
  /** ISO day for the first sheet. */
  readonly date: string
  /** The initials of who draws it. */
  readonly drawn?: string
}

/**
 * The records a new project starts with: its facts, one level with its plan, an empty first sheet, and the
 * standard materials, types of walls and openings, lenses, schedules, pens and annotation styles, and the title block of its size. Blocks
 * and other title blocks come with their first use.
 * @refuses bad-value, in-the-way, nonsense, unnamed
 */
export function newProject(
  input: NewProject,
  makeId: MakeId,
): { change: Change; level: Id; drawing: Id; sheet: Id } {
  const name = input.name.trim()
  if (!name) throw new EditRefused('unnamed', 'A project needs a name.')
  if (!input.levelName.trim()) throw new EditRefused('unnamed', 'The first level needs a name.')
  if (!(input.storeyHeight >= 300))
    throw new EditRefused('bad-value', 'A storey height of less than 300 mm is hardly meant.')
  const level: Level = {
    id: makeId(),
    kind: 'level',
    name: input.levelName.trim(),
    elevation: 0,
    height: input.storeyHeight,
    cutHeight: cutHeightOf(input.storeyHeight, input.system),
  }
  const drawing = planOf(level, input.system, makeId)
  const title = usualTitle({ size: input.sheetSize, orientation: input.orientation })
  const sheet: Sheet = {
    id: makeId(),
    kind: 'sheet',
    number: 'A-101',
    title: 'Plans',
    size: input.sheetSize,
    orientation: input.orientation,
    date: input.date,
    drawn: input.drawn ?? '',
    checked: '',
    revision: '',
    titleBlock: title.block.id,
    order: 0,
  }
  return {
    level: level.id,
    drawing: drawing.id,
    sheet: sheet.id,
    change: {
      put: [
        {
          id: 'project',
          kind: 'project',
          schema: SCHEMA,
          name,
          number: input.number?.trim() ?? '',
          client: input.client?.trim() ?? '',
          units: { system: input.system, stepMm: 1, fraction: 16 },
          // A step below the floor.
          ground: input.system === 'metric' ? -150 : -6 * INCH_MM,
          sheetSize: input.sheetSize,
          orientation: input.orientation,
        },
        ...STANDARD_MATERIALS,
        ...standardWallTypes(input.system),
        ...standardPlateTypes(input.system),
        ...standardOpeningTypes(input.system),
        ...STANDARD_LENSES,
        ...STANDARD_SCHEDULES,
        ...STANDARD_PENS,
        ...STANDARD_STYLES,
        ...STANDARD_LINE_TYPES,
        ...STANDARD_LAYERS,
        level,
        drawing,
        title.block,
        ...title.items,
        sheet,
      ],
      drop: [],
    },
  }
}
