import { z } from 'zod'
import {
  anySizeSchema,
  idSchema,
  lengthSchema,
  nameSchema,
  pointSchema,
  sharedNameSchema,
  statusSchema,
} from './parts'
import { placing } from './places'

const thickness = z.number().gte(1, 'That is too thin to be built.').lte(1000)
const share = z.number().gte(0.05, 'Each part takes at least a twentieth.').lte(0.95)

/** Leaves that turn on hinges. */
const hinged = z.strictObject({
  form: z.literal('hinged'),
  leaves: z.union([z.literal(1), z.literal(2)]),
  /** Part of the clear width that the first of two leaves takes. */
  share,
  leaf: thickness,
  /** How far the leaf is drawn open, radians. */
  swing: z.number().gte(0.17, 'A leaf is drawn open by 10° to 180°.').lte(3.1416),
  threshold: z.boolean(),
})

/** Panels that slide in front of the wall, into it, or past each other in the frame. */
const sliding = z.strictObject({
  form: z.literal('sliding'),
  panels: z.number().int().gte(1).lte(6),
  runs: z.enum(['in front', 'in the wall', 'in the frame']),
  leaf: thickness,
  threshold: z.boolean(),
})

const folding = z.strictObject({
  form: z.literal('folding'),
  panels: z.number().int().gte(2).lte(12),
  leaf: thickness,
  threshold: z.boolean(),
})

const revolving = z.strictObject({
  form: z.literal('revolving'),
  wings: z.union([z.literal(2), z.literal(3), z.literal(4)]),
})

const upAndOver = z.strictObject({ form: z.literal('up and over'), leaf: thickness })

/** A lined opening without a leaf, or a bare one. */
const cased = z.strictObject({ form: z.literal('cased'), lined: z.boolean() })

export const lightOpens = [
  'fixed',
  'hung at the left',
  'hung at the right',
  'hung at the top',
  'sliding',
  'sliding up',
] as const

/** A window of one or more lights beside each other. */
const glazed = z.strictObject({
  form: z.literal('glazed'),
  lights: z
    .array(
      z.strictObject({
        opens: z.enum(lightOpens),
        /** Its part of the width, against the others. */
        part: z.number().gte(0.1).lte(10),
      }),
    )
    .min(1)
    .max(12),
  mullion: thickness,
  /** Height of a bar across, above the sill, mm; null: none. */
  transom: lengthSchema.nullable(),
})

/** How doors and windows of one kind are made. */
export const openingTypeSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('openingType'),
  name: sharedNameSchema,
  fit: z.enum(['door', 'window', 'gap']),
  /** What one gets when it is put in, mm. */
  width: lengthSchema.max(100_000),
  sill: anySizeSchema,
  head: anySizeSchema,
  /** Section of the frame or lining: across the opening, and into the wall; depth null: through the whole wall. */
  frame: z.strictObject({ width: thickness, depth: thickness.nullable() }),
  /** Where the frame stands in the wall's thickness: 0 its outer face, 1 its inner. */
  place: z.number().gte(0).lte(1),
  /** How far the sill stands out before the outer and the inner face, mm; 0: none. */
  sillOut: z.number().gte(0).lte(1000),
  sillIn: z.number().gte(0).lte(1000),
  make: z.discriminatedUnion('form', [hinged, sliding, folding, revolving, upAndOver, cased, glazed]),
})

/** What the distance of a door or window along its wall is measured from. */
export const measuredFrom = [
  'inner corner',
  'axis',
  'outer corner',
  'opening, near edge',
  'opening, middle',
  'opening, far edge',
  'grid line',
] as const

export const openingSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('opening'),
  wall: idSchema,
  fit: z.enum(['door', 'window', 'gap']),
  /** Left out: a plain one of its fit. */
  type: idSchema.optional(),
  /** Its number: "D01". */
  mark: nameSchema.max(20).optional(),
  /**
   * Where the middle of its number was put, paper mm: from its middle along the wall towards the jamb without the leaf, and out
   * from the face on the side where it stands by itself, or if negative, from the other face. Left out: it stands by itself.
   */
  markPaperMm: pointSchema.optional(),
  /** Of its number. */
  ...placing({ markPaperMm: pointSchema.optional() }),
  remarks: nameSchema.optional(),
  /** Distance of the opening's centre from the wall's start, along its reference line, mm. */
  along: anySizeSchema,
  width: lengthSchema.max(100_000),
  /** Sill above the floor, mm. */
  sill: anySizeSchema,
  /** Head above the floor, mm. */
  head: anySizeSchema,
  /** Its head where that is not level: an arc of a rise, half a circle, or a slope up to one end. Its head is the highest of it. */
  top: z
    .discriminatedUnion('form', [
      z.strictObject({ form: z.literal('segmental'), rise: lengthSchema.lte(100_000) }),
      z.strictObject({ form: z.literal('round') }),
      z.strictObject({
        form: z.literal('raked'),
        rise: lengthSchema.lte(100_000),
        /** The end of its wall that it rises towards. */
        high: z.enum(['start', 'end']),
      }),
    ])
    .optional(),
  /** Doors: the jamb that carries the leaf, seen from the wall's start. */
  hand: z.enum(['start', 'end']),
  /** Doors: the side of the wall the leaf opens to. Windows: the side of the sill. */
  side: z.enum(['left', 'right']),
  /** It goes round the corner at an end of its wall, where another meets it. */
  round: z.enum(['start', 'end']).optional(),
  /** What carries the wall over it: as wide as the wall, so high, and so far into the wall beside it, mm. */
  lintel: z
    .strictObject({
      height: lengthSchema.gte(10, 'That carries nothing.').lte(2000),
      bearing: z.number().gte(0).lte(2000),
      material: idSchema,
      /** What it is called where it is ordered. */
      name: nameSchema.max(40).optional(),
    })
    .optional(),
  /** What its place was measured from, at which end of its wall, and to which part of it; it is told so again. */
  measured: z
    .strictObject({
      from: z.enum(measuredFrom),
      end: z.enum(['start', 'end']),
      to: z.enum(['near edge', 'middle', 'far edge']),
      /** The side of the wall on which one stands. */
      side: z.enum(['left', 'right']),
    })
    .optional(),
  status: statusSchema.optional(),
  layer: idSchema.optional(),
})

export type OpeningType = z.infer<typeof openingTypeSchema>
export type OpeningMake = OpeningType['make']
export type Light = Extract<OpeningMake, { form: 'glazed' }>['lights'][number]
export type MeasuredFrom = (typeof measuredFrom)[number]
export type Opening = z.infer<typeof openingSchema>

/** The records of this file, as the union of all takes them in. */
export const OPENINGS_RECORDS = [openingSchema, openingTypeSchema] as const
