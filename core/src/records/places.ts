import { z } from 'zod'
import { SAME_PART } from '../geometry'
import { idSchema, ratioSchema, type Id } from './parts'

/** At a scale, and seen in a viewport or by itself. */
export interface Reading {
  /** Real mm to one paper mm. */
  readonly scale: number
  readonly viewport?: Id | undefined
}

/**
 * What annotation has that reads at some scales alone, or stands elsewhere at a scale or in a viewport.
 * @param own what its place is made of; all of it is said for each place
 */
export const placing = <Own extends z.ZodRawShape>(own: Own) => ({
  /** It was put where it stands by hand, and is left there when others are tidied. */
  pinned: z.literal(true).optional(),
  /** The scales it reads at, real mm to one paper mm; left out: all. */
  scales: z
    .array(ratioSchema)
    .min(1, 'Annotation reads at one scale at least.')
    .max(40, 'Annotation reads at 40 chosen scales at most.')
    .optional(),
  places: z
    .array(
      z.union([
        z.strictObject({ scale: ratioSchema, own: z.strictObject(own) }),
        z.strictObject({
          viewport: idSchema,
          /** Shown in it, or not, whatever its scale is. */
          reads: z.boolean().optional(),
          own: z.strictObject(own).optional(),
        }),
      ]),
    )
    .min(1)
    .max(100, 'Annotation stands elsewhere in 100 places at most.')
    .optional(),
})

/** Two figures of one scale, whatever rounding made of them. */
export const isSameScale = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_PART * Math.abs(a)
