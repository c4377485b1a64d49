import { z } from 'zod'
import { dimensionSchema, drawingSchema, leaderSchema, noteSchema } from './annotation'
import { blockSchema, placementSchema } from './blocks'
import { columnSchema, levelSchema, materialSchema, wallSchema, wallTypeSchema } from './building'
import {
  gridLineSchema,
  groupSchema,
  guideSchema,
  hatchSchema,
  layerSchema,
  lineTypeSchema,
  lineworkSchema,
  repeatSchema,
} from './drafting'
import { openingSchema, openingTypeSchema } from './openings'
import {
  overheadSchema,
  railSchema,
  rampSchema,
  roofSchema,
  slabSchema,
  stairSchema,
  voidSchema,
} from './fabric'
import { idSchema, type Id } from './parts'
import { roomSchema, separatorSchema } from './rooms'
import { projectSchema, sheetSchema, viewportSchema } from './sheet'
import { annotationStyleSchema, penSchema } from './styles'
import { lensSchema, scheduleSchema } from './views'

export const recordSchema = z.discriminatedUnion('kind', [
  projectSchema,
  levelSchema,
  materialSchema,
  wallTypeSchema,
  wallSchema,
  openingSchema,
  openingTypeSchema,
  blockSchema,
  placementSchema,
  drawingSchema,
  dimensionSchema,
  leaderSchema,
  noteSchema,
  sheetSchema,
  viewportSchema,
  lineTypeSchema,
  layerSchema,
  lineworkSchema,
  hatchSchema,
  gridLineSchema,
  guideSchema,
  groupSchema,
  repeatSchema,
  columnSchema,
  roomSchema,
  separatorSchema,
  lensSchema,
  scheduleSchema,
  stairSchema,
  rampSchema,
  railSchema,
  slabSchema,
  voidSchema,
  roofSchema,
  overheadSchema,
  penSchema,
  annotationStyleSchema,
])

/** Everything stored is one of these. */
export type AnyRecord = z.infer<typeof recordSchema>
export type RecordKind = AnyRecord['kind']
export type RecordOf<K extends RecordKind> = Extract<AnyRecord, { kind: K }>

export const changeSchema = z.strictObject({
  put: z.array(recordSchema).max(20_000),
  drop: z.array(idSchema).max(20_000),
})

/** Records to store (new or replaced, whole) and ids to remove. */
export type Change = z.infer<typeof changeSchema>

export const NO_CHANGE: Change = { put: [], drop: [] }

type Need = readonly [Id, RecordKind]

/** Which other records a record cannot do without, with the kind each must be. */
export function needs(record: AnyRecord): readonly Need[] {
  const own = ownNeeds(record)
  const found: Need[] = []
  if ('layer' in record && record.layer !== undefined) found.push([record.layer, 'layer'])
  if ('own' in record && record.own?.lineType !== undefined) found.push([record.own.lineType, 'lineType'])
  return found.length > 0 ? [...own, ...found] : own
}

function ownNeeds(record: AnyRecord): readonly Need[] {
  switch (record.kind) {
    case 'wallType':
      return record.strips.map((strip) => [strip.material, 'material'] as const)
    case 'wall':
      return [
        [record.level, 'level'],
        [record.type, 'wallType'],
      ]
    case 'column':
      return [
        [record.level, 'level'],
        [record.material, 'material'],
      ]
    case 'opening':
      return record.type === undefined
        ? [[record.wall, 'wall']]
        : [
            [record.wall, 'wall'],
            [record.type, 'openingType'],
          ]
    case 'placement':
      return [
        [record.level, 'level'],
        [record.block, 'block'],
        ...(record.drawing === undefined ? [] : [[record.drawing, 'drawing'] as const]),
      ]
    case 'block':
      return record.items.flatMap((item) => (item.shape === 'block' ? [[item.block, 'block'] as const] : []))
    case 'drawing':
    case 'room':
    case 'separator':
    case 'stair':
    case 'ramp':
    case 'rail':
    case 'slab':
    case 'void':
    case 'roof':
    case 'overhead':
      return [[record.level, 'level']]
    case 'schedule':
      return record.level === null ? [] : [[record.level, 'level']]
    case 'dimension':
    case 'leader':
      return record.style === undefined
        ? [[record.drawing, 'drawing']]
        : [
            [record.drawing, 'drawing'],
            [record.style, 'annotationStyle'],
          ]
    case 'note':
    case 'linework':
    case 'hatch':
    case 'guide':
    case 'group':
    case 'repeat':
      return [[record.drawing, 'drawing']]
    case 'layer':
      return [[record.lineType, 'lineType']]
    case 'viewport':
      return [
        [record.sheet, 'sheet'],
        [record.drawing, 'drawing'],
        ...(record.lens === undefined ? [] : [[record.lens, 'lens'] as const]),
      ]
    default:
      return []
  }
}
