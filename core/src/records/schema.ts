import { z } from 'zod'
import { ANNOTATION_RECORDS } from './annotation'
import { DRAWING_RECORDS } from './drawing'
import { BLOCKS_RECORDS } from './blocks'
import { BUILDING_RECORDS } from './building'
import { DRAFTING_RECORDS } from './drafting'
import { OPENINGS_RECORDS } from './openings'
import { FABRIC_RECORDS } from './fabric'
import { ROOMS_RECORDS } from './rooms'
import { SHEET_RECORDS } from './sheet'
import { STYLES_RECORDS } from './styles'
import { FRAMING_RECORDS } from './framing'
import { LENS_RECORDS } from './lens'
import { KEPT_DETAIL_RECORDS } from './keptDetail'
import { KEYNOTE_RECORDS } from './keynotes'
import { SCHEDULE_RECORDS } from './schedule'
import { SYMBOL_RECORDS } from './symbols'
import { TITLE_BLOCK_RECORDS } from './titleBlock'
import { idSchema } from './parts'

export const recordSchema = z.discriminatedUnion('kind', [
  ...ANNOTATION_RECORDS,
  ...DRAWING_RECORDS,
  ...BLOCKS_RECORDS,
  ...BUILDING_RECORDS,
  ...DRAFTING_RECORDS,
  ...OPENINGS_RECORDS,
  ...FABRIC_RECORDS,
  ...ROOMS_RECORDS,
  ...SHEET_RECORDS,
  ...TITLE_BLOCK_RECORDS,
  ...STYLES_RECORDS,
  ...FRAMING_RECORDS,
  ...LENS_RECORDS,
  ...SCHEDULE_RECORDS,
  ...KEPT_DETAIL_RECORDS,
  ...SYMBOL_RECORDS,
  ...KEYNOTE_RECORDS,
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
