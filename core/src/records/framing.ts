import { z } from 'zod'
import { pathSchema } from './drafting'
import { angleSchema, anySizeSchema, idSchema, lengthSchema, nameSchema, statusSchema } from './parts'

export const framingThings = ['joists', 'rafters'] as const
export const framingSides = ['first side', 'last side', 'evenly'] as const

/** A row of joists or rafters within an outline: one rule for all of them. */
export const framingSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('framing'),
  level: idSchema,
  /** Rafters lie beneath the roof over them. */
  what: z.enum(framingThings),
  outline: pathSchema.refine(({ closed }) => closed, 'An outline is closed.'),
  /** The way they run. */
  turn: angleSchema,
  /** From middle to middle, mm. */
  pitch: lengthSchema.gte(20, 'They would stand within each other.').lte(20_000),
  /** What their size is called: "47 × 195". */
  name: nameSchema.max(40).optional(),
  width: lengthSchema.gte(1, 'That is too thin to carry anything.').lte(2000),
  depth: lengthSchema.gte(1, 'That is too thin to carry anything.').lte(5000),
  material: idSchema,
  /** Underside above the level, mm; of rafters where no roof lies over them. */
  bottom: anySizeSchema,
  /** The side that the pitch is set out from; the last one stands at the other side. */
  setOut: z.enum(framingSides),
  /** Which of them are doubled, counted from the first side. */
  doubled: z.array(z.number().int().gte(1).lte(100_000)).max(500).optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

export type Framing = z.infer<typeof framingSchema>

/** The records of this file, as the union of all takes them in. */
export const FRAMING_RECORDS = [framingSchema] as const
