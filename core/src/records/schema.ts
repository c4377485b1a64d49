import { z } from 'zod'
import { dimensionSchema, drawingSchema, leaderSchema, noteSchema } from './annotation'
import {
  blockSchema,
  levelSchema,
  materialSchema,
  openingSchema,
  placementSchema,
  wallSchema,
  wallTypeSchema,
} from './building'
import { idSchema, type Id } from './parts'
import { projectSchema, sheetSchema, viewportSchema } from './sheet'

export const recordSchema = z.discriminatedUnion('kind', [
  projectSchema,
  levelSchema,
  materialSchema,
  wallTypeSchema,
  wallSchema,
  openingSchema,
  blockSchema,
  placementSchema,
  drawingSchema,
  dimensionSchema,
  leaderSchema,
  noteSchema,
  sheetSchema,
  viewportSchema,
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

/** Which other records a record cannot do without, with the kind each must be. */
export function needs(record: AnyRecord): readonly (readonly [Id, RecordKind])[] {
  switch (record.kind) {
    case 'wallType':
      return record.strips.map((strip) => [strip.material, 'material'] as const)
    case 'wall':
      return [
        [record.level, 'level'],
        [record.type, 'wallType'],
      ]
    case 'opening':
      return [[record.wall, 'wall']]
    case 'placement':
      return [
        [record.level, 'level'],
        [record.block, 'block'],
      ]
    case 'drawing':
      return [[record.level, 'level']]
    case 'dimension':
    case 'leader':
    case 'note':
      return [[record.drawing, 'drawing']]
    case 'viewport':
      return [
        [record.sheet, 'sheet'],
        [record.drawing, 'drawing'],
      ]
    default:
      return []
  }
}
