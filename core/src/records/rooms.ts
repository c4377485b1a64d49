import { z } from 'zod'
import { idSchema, lengthSchema, nameSchema, pointSchema } from './parts'
import { placing } from './places'

/** A room of a level: the space around a point, within walls and separating lines. */
export const roomSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('room'),
  level: idSchema,
  /** A point in it. */
  at: pointSchema,
  name: nameSchema.min(1),
  /** Its number: "01". */
  number: nameSchema.max(20),
  use: nameSchema.max(60),
  floor: nameSchema,
  walls: nameSchema,
  ceiling: nameSchema,
  /** Floor to ceiling, mm; null: the whole storey. */
  ceilingHeight: lengthSchema.max(100_000).nullable(),
  /** Where its tag was put by hand; left out: where there is room for it. */
  tagAt: pointSchema.optional(),
  /** Of its tag. */
  ...placing({ tagAt: pointSchema.optional() }),
  layer: idSchema.optional(),
})

/** A line that parts rooms where no wall stands. */
export const separatorSchema = z
  .strictObject({
    id: idSchema,
    kind: z.literal('separator'),
    level: idSchema,
    a: pointSchema,
    b: pointSchema,
    layer: idSchema.optional(),
  })
  .refine(({ a, b }) => Math.hypot(b.x - a.x, b.y - a.y) >= 1, 'A separating line needs some length.')

export type Room = z.infer<typeof roomSchema>
export type Separator = z.infer<typeof separatorSchema>

/** The records of this file, as the union of all takes them in. */
export const ROOMS_RECORDS = [roomSchema, separatorSchema] as const
