import { z } from 'zod'
import { lengthSchema } from './parts'

const size = lengthSchema.gte(0.5, 'That is too thin to be drawn.').lte(10_000)

/** What a drafted line is drawn as, where that is more than a line. Sizes are real, mm; what has none keeps its paper size. */
export const bandSchema = z.discriminatedUnion('as', [
  /** Soft insulation, as wide as told, half to either side. */
  z.strictObject({ as: z.literal('quilt'), width: size }),
  /** Damp course, vapour control, roofing: a fine line with bold dashes beside it. */
  z.strictObject({ as: z.literal('membrane') }),
  /** Where a drawing breaks off. */
  z.strictObject({ as: z.literal('break line') }),
  /** The surface of the ground: strokes on the right of its way. */
  z.strictObject({ as: z.literal('earth edge') }),
  /** Broken stone on the right of its way, as deep as told. */
  z.strictObject({ as: z.literal('hardcore'), width: size }),
  /** Bricks or blocks one after the other, on the left of its way. */
  z.strictObject({
    as: z.literal('courses'),
    along: size,
    across: size,
    joint: z.number().gte(0).lte(200),
  }),
  /** A reinforcing bar of a diameter. */
  z.strictObject({ as: z.literal('bar'), diameter: size }),
])

export type Band = z.infer<typeof bandSchema>
