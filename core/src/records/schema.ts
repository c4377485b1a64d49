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
import { idSchema } from './parts'
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
