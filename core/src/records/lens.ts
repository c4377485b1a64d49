import { z } from 'zod'
import { idSchema, sharedNameSchema } from './parts'

/** A named choice of what is shown and how. */
export const lensSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('lens'),
  name: sharedNameSchema,
  /** Cut walls: with their patterns, in one tone, or outlines alone. */
  poche: z.enum(['patterns', 'solid', 'outline']),
  furniture: z.boolean(),
  openings: z.enum(['detailed', 'simple', 'opening only']),
  swings: z.boolean(),
  /** Tags of rooms; tags of doors and windows. */
  roomTags: z.boolean(),
  marks: z.boolean(),
  /** What lies above the cut, dashed. */
  overhead: z.boolean(),
  /** Footings, dashed; left out: they are not shown. */
  footings: z.boolean().optional(),
  order: z.number().int(),
})

export type Lens = z.infer<typeof lensSchema>

/** The records of this file, as the union of all takes them in. */
export const LENS_RECORDS = [lensSchema] as const
