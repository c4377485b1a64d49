import { z } from 'zod'
import { idSchema, nameSchema, textSchema } from './parts'

/** A note kept once: leaders show its number in a tag, and a list its text. */
export const keynoteSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('keynote'),
  /** What tags show. */
  number: nameSchema.min(1).max(20, 'The number of a keynote has 20 signs at most.'),
  text: textSchema.min(1).max(2000, 'A keynote has 2,000 letters at most.'),
})

export type Keynote = z.infer<typeof keynoteSchema>

/** The records of this file, as the union of all takes them in. */
export const KEYNOTE_RECORDS = [keynoteSchema] as const
