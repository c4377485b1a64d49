import { z } from 'zod'
import { pathSchema } from './drafting'
import {
  angleSchema,
  anySizeSchema,
  idSchema,
  lengthSchema,
  nameSchema,
  pointSchema,
  statusSchema,
} from './parts'

const width = lengthSchema.gte(50, 'That is too narrow.').lte(20_000)

/** Which sides carry a handrail, going up. */
export const railsSchema = z.enum(['none', 'left', 'right', 'both'])

/** A stair from a level up. It starts in the middle of its first riser and goes up along its turn. */
export const stairSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('stair'),
  level: idSchema,
  form: z.enum(['straight', 'quarter turn', 'winders', 'half turn', 'curved']),
  /** The side it turns to, going up. */
  hand: z.enum(['left', 'right']),
  at: pointSchema,
  turn: angleSchema,
  width,
  /** Wanted depth of a tread on the walking line, mm. */
  going: lengthSchema.gte(100, 'A tread is at least 100 mm deep.').lte(2000),
  /** Height it climbs, mm; null: the storey. */
  rise: lengthSchema.lte(100_000).nullable(),
  /** Number of risers; null: as few as the limits allow. */
  risers: z.number().int().gte(2).lte(200).nullable(),
  /** Risers before it turns; null: half of them. */
  first: z.number().int().gte(1).lte(199).nullable(),
  /** Half turn: clear width between its flights, mm. */
  well: z.number().gte(0).lte(20_000),
  /** Curved: radius of its inner edge, mm. */
  radius: z.number().gte(0).lte(100_000),
  rails: railsSchema,
  /** Flights with a sloping underside (left out), treads between strings, or whole down to the floor. */
  made: z.enum(['flights', 'strings', 'solid']).optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

/** A slope from a level up, from the middle of its foot. */
export const rampSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('ramp'),
  level: idSchema,
  at: pointSchema,
  turn: angleSchema,
  width,
  length: lengthSchema.gte(100, 'A ramp is at least 100 mm long.').lte(200_000),
  rise: lengthSchema.lte(100_000),
  rails: railsSchema,
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

/** A balustrade or handrail along a line. */
export const railSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('rail'),
  level: idSchema,
  path: pathSchema,
  height: lengthSchema.lte(10_000),
  made: z.enum(['balusters', 'glass', 'handrail']),
  /** From middle to middle of balusters or posts at most, mm; left out: as usual. */
  pitch: lengthSchema.gte(20, 'They would stand within each other.').lte(10_000).optional(),
  /** The end they are set out from; left out: evenly. */
  setOut: z.enum(['first end', 'last end', 'both ends', 'evenly']).optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

const outline = pathSchema.refine(({ closed }) => closed, 'An outline is closed.')

/** A floor plate: its top above the level, and its thickness. */
export const slabSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('slab'),
  level: idSchema,
  outline,
  top: anySizeSchema,
  thickness: lengthSchema.lte(5000),
  /** What it is made of, filling its thickness from the top down; left out: of nothing in particular. */
  type: idSchema.optional(),
  /** Where its damp-proof film lies; left out: it has none. */
  film: z.enum(['over', 'under']).optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

/** A hole in the floor of a level. */
export const voidSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('void'),
  level: idSchema,
  outline,
  layer: idSchema.optional(),
})

/** A roof over a storey. Its outline is that of the walls; the eaves stand out by the overhang. */
export const roofSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('roof'),
  level: idSchema,
  outline,
  form: z.enum(['flat', 'mono', 'double', 'hipped']),
  /** Slope, radians. */
  pitch: z.number().gte(0).lte(1.4, 'A pitch is at most 80°.'),
  overhang: z.number().gte(0).lte(10_000),
  /** Its thickness, upright: the height of the board at the eaves, mm. */
  fascia: lengthSchema.lte(5000),
  /** What it is made of, square to its slope, from the top down; left out: of nothing in particular. */
  type: idSchema.optional(),
  /** Underside of the eaves above the level, mm. */
  eaves: anySizeSchema,
  /** Mono: the way down. Double: the way of the ridge. Radians. */
  turn: angleSchema,
  /** Hipped: what is otherwise at each edge of the outline, from its first corner on; left out: all alike. */
  edges: z
    .array(
      z.strictObject({
        /** The roof ends here upright: no plane rises from it. */
        gable: z.literal(true).optional(),
        pitch: z.number().gt(0).lte(1.4, 'A pitch is at most 80°.').optional(),
        overhang: z.number().gte(0).lte(10_000).optional(),
        /** How much higher its eaves lie, mm. */
        raised: z.number().gte(0).lte(100_000).optional(),
      }),
    )
    .max(2000)
    .optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

/** A small room that stands out of a slope of a roof, its front square to that slope. */
export const dormerSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('dormer'),
  level: idSchema,
  /** The middle of its front. */
  at: pointSchema,
  width: lengthSchema.gte(300, 'A dormer is at least 300 mm wide.').lte(30_000),
  /** Underside of its eaves above the level, mm. */
  eaves: anySizeSchema,
  /** Two slopes with a gable in front, or one that rises to the roof behind. */
  form: z.enum(['double', 'mono']),
  pitch: z.number().gte(0).lte(1.4, 'A pitch is at most 80°.'),
  overhang: z.number().gte(0).lte(2000),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

export const overheadThings = ['beam', 'roof edge', 'rooflight', 'bridge', 'wall cupboard'] as const

/** Something above the cut: along a line with a width, or within an outline. */
export const overheadSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('overhead'),
  level: idSchema,
  what: z.enum(overheadThings),
  shape: z.discriminatedUnion('by', [
    z.strictObject({
      by: z.literal('line'),
      a: pointSchema,
      b: pointSchema,
      width: lengthSchema.gte(1, 'That is too thin.').lte(20_000),
    }),
    z.strictObject({ by: z.literal('outline'), outline }),
  ]),
  /** Underside above the level, and height, mm. */
  bottom: anySizeSchema,
  height: lengthSchema.lte(100_000),
  /** What its size is called: "203 × 133 × 30". */
  name: nameSchema.max(40).optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

export type Stair = z.infer<typeof stairSchema>
export type Ramp = z.infer<typeof rampSchema>
export type Rail = z.infer<typeof railSchema>
export type Slab = z.infer<typeof slabSchema>
export type FloorVoid = z.infer<typeof voidSchema>
export type Roof = z.infer<typeof roofSchema>
export type Dormer = z.infer<typeof dormerSchema>
export type Overhead = z.infer<typeof overheadSchema>

/** The records of this file, as the union of all takes them in. */
export const FABRIC_RECORDS = [
  dormerSchema,
  overheadSchema,
  railSchema,
  rampSchema,
  roofSchema,
  slabSchema,
  stairSchema,
  voidSchema,
] as const
