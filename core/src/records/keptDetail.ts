import { z } from 'zod'
import {
  dimensionSchema,
  leaderSchema,
  levelMarkSchema,
  noteSchema,
  roundDimensionSchema,
} from './annotation'
import { placementSchema } from './blocks'
import { groupSchema, hatchSchema, lineworkSchema, repeatSchema } from './drafting'
import { idSchema, ratioSchema, sharedNameSchema } from './parts'
import { symbolSchema } from './symbols'

/** What a detail is made of: what is drafted and written on one drawing. */
const keptThingSchema = z.discriminatedUnion('kind', [
  lineworkSchema,
  hatchSchema,
  placementSchema,
  dimensionSchema,
  leaderSchema,
  noteSchema,
  roundDimensionSchema,
  levelMarkSchema,
  symbolSchema,
  groupSchema,
  repeatSchema,
])

/** A whole detail with its notes, kept to be drawn again. Its items name each other, and stand on it as on a drawing. */
export const keptDetailSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('keptDetail'),
  name: sharedNameSchema,
  /** The part of the works it belongs to. */
  section: sharedNameSchema,
  /** The scale it reads at: real mm to one paper mm. */
  scale: ratioSchema,
  items: z.array(keptThingSchema).min(1, 'A detail holds at least one thing.').max(5000),
})

export type KeptDetail = z.infer<typeof keptDetailSchema>
export type KeptThing = KeptDetail['items'][number]

/** The kinds a kept detail may hold. */
export const keptThingKinds: ReadonlySet<string> = new Set(
  keptThingSchema.options.flatMap((option) => ('shape' in option ? [option.shape.kind.value] : [])),
)

/** The records of this file, as the union of all takes them in. */
export const KEPT_DETAIL_RECORDS = [keptDetailSchema] as const
