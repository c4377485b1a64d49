import { z } from 'zod'
import {
  angleSchema,
  anySizeSchema,
  colourSchema,
  idSchema,
  lengthSchema,
  nameSchema,
  ownLookSchema,
  penWidthSchema,
  pointSchema,
  sharedNameSchema,
  sideSchema,
  statusSchema,
  sweepSchema,
} from './parts'

export const levelSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('level'),
  name: nameSchema.min(1),
  /** Finished floor level above datum, mm. */
  elevation: anySizeSchema,
  /** Storey height, floor to floor, mm. */
  height: lengthSchema,
  /** Height above the floor at which the plan is cut, mm. */
  cutHeight: lengthSchema,
})

export const patternNames = [
  'brick',
  'blockwork',
  'insulation',
  'diagonal',
  'diagonal fine',
  'diagonal pairs',
  'timber',
  'concrete',
  'brick header bond',
  'brick stack bond',
  'tiles',
  'boards',
  'roof tiles',
  'earth',
  'gravel',
  'cross',
  'cross diagonal',
] as const

export const materialSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('material'),
  name: sharedNameSchema,
  /** Which material runs through where two meet: the higher number. */
  priority: z.number().int().gte(0).lte(1000),
  /** Grey of the fill when cut: 0 ink, 1 paper. */
  tone: z.number().gte(0).lte(1),
  /** Pattern when cut. */
  pattern: z.enum(patternNames).nullable(),
  /** Pattern of its face, seen from the front. */
  facePattern: z.enum(patternNames).nullable().optional(),
  /** Pen of its cut outline, mm; left out: the pen of its layer. */
  penMm: penWidthSchema.optional(),
  /** Colour of the fill when cut, in the place of its tone, and of its face. */
  colour: colourSchema.optional(),
  faceColour: colourSchema.optional(),
})

export const stripSchema = z.strictObject({
  material: idSchema,
  thickness: lengthSchema.max(5000),
  /** Whether it carries or covers; left out: by the material's priority. */
  part: z.enum(['structure', 'finish']).optional(),
  /** Of a wall: it begins and ends so high above the floor of the wall's level, mm; left out: with the wall. */
  foot: anySizeSchema.optional(),
  head: anySizeSchema.optional(),
  /** Of a wall: it is turned into openings, up to their frame. */
  turnsIn: z.literal(true).optional(),
})

export const wallTypeSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('wallType'),
  name: sharedNameSchema,
  /** From the left side of the wall, as it is drawn, to the right. */
  strips: z.array(stripSchema).min(1).max(20),
  /** How much warmth it lets through, W/(m² K), as it was reckoned elsewhere. */
  uValue: z.number().gt(0).lte(20).optional(),
})

/** What a floor, a roof or a ceiling is made of. */
export const plateTypeSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('plateType'),
  name: sharedNameSchema,
  /** From its top down. */
  strips: z.array(stripSchema).min(1).max(20),
})

/** What a wall or column stands on: so wide, so thick, its underside so high above the level, mm. */
const footing = {
  width: lengthSchema.lte(20_000),
  thickness: lengthSchema.lte(10_000),
  bottom: anySizeSchema,
  material: idSchema,
}
export const stripFootingSchema = z.strictObject({
  ...footing,
  /** From a distance along the wall on it lies at another height, in order, mm. */
  steps: z
    .array(z.strictObject({ along: lengthSchema, bottom: anySizeSchema }))
    .max(50, 'A footing has at most 50 steps.')
    .optional(),
})
export const padFootingSchema = z.strictObject({ ...footing, depth: lengthSchema.lte(20_000) })

/** Along its line, mm. */
const LONGEST_WALL = 1e7

export const wallSchema = z
  .strictObject({
    id: idSchema,
    kind: z.literal('wall'),
    level: idSchema,
    type: idSchema,
    a: pointSchema,
    b: pointSchema,
    /** Which side of the wall the drawn line is: its left face, its centre or its right face. */
    reference: sideSchema,
    /** Foot above the level, mm. */
    base: anySizeSchema,
    /** Height of the wall, mm; null: up to the next level. */
    height: lengthSchema.nullable(),
    /** It goes on up to the roof or the stair above it, and stops there; where none is, it is as high as it says. */
    upTo: z.enum(['roof', 'stair']).optional(),
    /** The angle a curved wall turns through from a to b, anticlockwise positive; left out: straight. */
    sweep: sweepSchema.optional(),
    /** The strip footing beneath it. */
    footing: stripFootingSchema.optional(),
    /** How high above the level its damp course lies, mm; left out: it has none. */
    dampCourse: anySizeSchema.optional(),
    /** The side that is tanked, from its foot up to the damp course, or to the ground. */
    tanked: z.enum(['left', 'right']).optional(),
    /** How an end joins at a corner: by priorities (left out), run through, or stop against the other. */
    joinA: z.enum(['through', 'stop']).optional(),
    joinB: z.enum(['through', 'stop']).optional(),
    status: statusSchema.optional(),
    layer: idSchema.optional(),
    own: ownLookSchema.optional(),
  })
  .refine((wall) => Math.hypot(wall.b.x - wall.a.x, wall.b.y - wall.a.y) >= 0.1, {
    message: 'A wall needs some length.',
    path: ['b'],
  })
  .refine(
    ({ a, b, sweep = 0 }) => {
      const chord = Math.hypot(b.x - a.x, b.y - a.y)
      // Along the arc: half its angle over the sine of that.
      return chord * (sweep === 0 ? 1 : Math.abs(sweep / 2 / Math.sin(sweep / 2))) <= LONGEST_WALL
    },
    { message: 'A wall is at most 10 km long.', path: ['b'] },
  )

const columnSize = lengthSchema.gte(1, 'A column is at least 1 mm thick.').max(20_000)

/** A column standing on a level, about its middle. */
export const columnSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('column'),
  level: idSchema,
  material: idSchema,
  at: pointSchema,
  turn: angleSchema,
  section: z.discriminatedUnion('form', [
    z.strictObject({
      form: z.literal('rectangular'),
      width: columnSize,
      depth: columnSize,
    }),
    z.strictObject({ form: z.literal('round'), diameter: columnSize }),
  ]),
  /** Foot above the level, mm; left out: on it. */
  base: anySizeSchema.optional(),
  /** Its height, mm; null or left out: up to the next level. */
  height: lengthSchema.nullable().optional(),
  /** The pad beneath it, turned as it is. */
  footing: padFootingSchema.optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
  own: ownLookSchema.optional(),
})

export type Level = z.infer<typeof levelSchema>
export type Material = z.infer<typeof materialSchema>
export type PatternName = (typeof patternNames)[number]
export type Strip = z.infer<typeof stripSchema>
export type WallType = z.infer<typeof wallTypeSchema>
export type PlateType = z.infer<typeof plateTypeSchema>
export type Wall = z.infer<typeof wallSchema>
export type StripFooting = z.infer<typeof stripFootingSchema>
export type PadFooting = z.infer<typeof padFootingSchema>
export type Column = z.infer<typeof columnSchema>

/** The records of this file, as the union of all takes them in. */
export const BUILDING_RECORDS = [
  columnSchema,
  levelSchema,
  materialSchema,
  plateTypeSchema,
  wallSchema,
  wallTypeSchema,
] as const
