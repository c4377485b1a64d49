import { PARALLEL, SAME_POINT } from '../geometry'
import { z } from 'zod'
import {
  angleSchema,
  anySizeSchema,
  colourSchema,
  idSchema,
  lengthSchema,
  nameSchema,
  orderSchema,
  ownLookSchema,
  penWidthSchema,
  pointSchema,
  sharedNameSchema,
  sweepSchema,
} from './parts'
import { bandSchema } from './bands'
import { patternNames } from './building'

const coordinate = anySizeSchema

/** Dashes and gaps in turn along a line, paper mm; empty: continuous. */
export const lineTypeSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('lineType'),
  name: sharedNameSchema,
  dashesPaperMm: z
    .array(z.number().gte(0).lte(200))
    .max(12)
    .refine((dashes) => dashes.length % 2 === 0, 'Dashes and gaps come in pairs.')
    .refine(
      (dashes) => dashes.length === 0 || dashes.filter((_, i) => i % 2 === 1).every((gap) => gap > 0),
      'A gap needs some length.',
    ),
})

export const layerSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('layer'),
  name: sharedNameSchema,
  penMm: penWidthSchema,
  /** 0 ink, 1 paper. */
  tone: z.number().gte(0).lte(0.9),
  /** In the place of its tone. */
  colour: colourSchema.optional(),
  lineType: idSchema,
  shown: z.boolean(),
  locked: z.boolean(),
  printed: z.boolean(),
  order: z.number().int(),
})

export const vertexSchema = z.strictObject({ x: coordinate, y: coordinate, sweep: sweepSchema })

/** Straight and curved parts; closed: the last vertex runs on to the first. */
export const pathSchema = z
  .strictObject({ vertices: z.array(vertexSchema).min(2).max(5000), closed: z.boolean() })
  .refine(
    ({ vertices }) =>
      vertices.some((p) => Math.hypot(p.x - vertices[0]!.x, p.y - vertices[0]!.y) >= SAME_POINT),
    'A line needs some length.',
  )

export const shapeSchema = z.discriminatedUnion('form', [
  z.strictObject({
    form: z.literal('path'),
    path: pathSchema,
    /** Drawn as a row of arcs of about this length, paper mm: a revision cloud. */
    cloudPaperMm: z.number().gte(1).lte(50).optional(),
  }),
  z.strictObject({ form: z.literal('circle'), centre: pointSchema, radius: lengthSchema }),
  z
    .strictObject({
      form: z.literal('ellipse'),
      centre: pointSchema,
      /** From the centre to the end of the longer half axis. */
      major: pointSchema,
      /** Shorter half axis to longer. */
      ratio: z.number().gte(0.001).lte(1),
      from: angleSchema,
      sweep: z.number().gte(-6.2832).lte(6.2832),
    })
    .refine(({ major }) => Math.hypot(major.x, major.y) >= 0.1, 'An ellipse needs some size.')
    .refine(({ sweep }) => Math.abs(sweep) >= PARALLEL, 'A part of an ellipse needs some length.'),
  z
    .strictObject({
      form: z.literal('curve'),
      points: z.array(pointSchema).min(2).max(2000),
      closed: z.boolean(),
    })
    .refine(
      ({ points }) => points.some((p) => Math.hypot(p.x - points[0]!.x, p.y - points[0]!.y) >= SAME_POINT),
      'A curve needs some length.',
    ),
])

/** What a drafted line can stand for. Meaning never hangs on the layer it lies on. */
export const lineMeanings = ['site boundary', 'revision cloud'] as const

/** A drafted line, outline or curve of a board. */
export const lineworkSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('linework'),
  drawing: idSchema,
  layer: idSchema,
  shape: shapeSchema,
  /** What it stands for; left out: itself alone. */
  means: z.enum(lineMeanings).optional(),
  /** What it is drawn as; left out: a line. */
  band: bandSchema.optional(),
  own: ownLookSchema.optional(),
  order: orderSchema.optional(),
})

/** What fills a hatch: a pattern of lines, or an even tone. */
export const fillingSchema = z.discriminatedUnion('with', [
  z.strictObject({
    with: z.literal('pattern'),
    pattern: z.enum(patternNames),
    /** Factors across and along the pattern; 1 is the pattern's own size. */
    width: z.number().gte(0.01).lte(1000),
    height: z.number().gte(0.01).lte(1000),
    turn: angleSchema,
    /** Where the pattern starts, real mm. */
    origin: pointSchema,
    /** Unit size of tiles and boards, real mm. */
    unit: z.strictObject({ width: lengthSchema.max(1e6), height: lengthSchema.max(1e6) }).optional(),
  }),
  z.strictObject({
    with: z.literal('tone'),
    tone: z.number().gte(0).lte(1),
    /** In the place of its tone. */
    colour: colourSchema.optional(),
  }),
])

/** An area of a drawing filled with a pattern or a tone. */
export const hatchSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('hatch'),
  drawing: idSchema,
  layer: idSchema,
  /** How its outline is found: around a point, from items, or as it was drawn. */
  region: z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('point'), at: pointSchema, gap: z.number().gte(0).lte(1e6) }),
    z.strictObject({ by: z.literal('items'), items: z.array(idSchema).min(1).max(500) }),
    z.strictObject({ by: z.literal('outline') }),
  ]),
  /** The outlines it had when they were found last; even-odd. */
  outlines: z.array(pathSchema).min(1).max(1000),
  filling: fillingSchema,
  own: ownLookSchema.optional(),
  order: orderSchema.optional(),
})

/** A line of the setting-out grid, on every plan. */
export const gridLineSchema = z
  .strictObject({
    id: idSchema,
    kind: z.literal('gridLine'),
    name: nameSchema.min(1).max(8),
    a: pointSchema,
    b: pointSchema,
    layer: idSchema.optional(),
  })
  .refine(({ a, b }) => Math.hypot(b.x - a.x, b.y - a.y) >= 1, 'A grid line needs some length.')

/** An endless line to draw by; it never prints. */
export const guideSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('guide'),
  drawing: idSchema,
  through: pointSchema,
  angle: angleSchema,
  layer: idSchema.optional(),
})

/** A place of a unit: which, its number among its places, and how it stands there. */
export const unitPlaceSchema = z.strictObject({
  name: nameSchema.min(1).max(60),
  number: nameSchema.max(20),
  frame: z.strictObject({ at: pointSchema, turn: angleSchema, mirrored: z.boolean() }),
})

/** Things that are taken together; with `unit` they are one of the places of a unit. */
export const groupSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('group'),
  drawing: idSchema,
  members: z.array(idSchema).min(1).max(5000),
  unit: unitPlaceSchema.optional(),
})

/** How copies follow each other. */
export const repeatPatternSchema = z.discriminatedUnion('how', [
  z.strictObject({ how: z.literal('row'), step: pointSchema, count: z.number().int().gte(2).lte(2000) }),
  z.strictObject({
    how: z.literal('grid'),
    step: pointSchema,
    count: z.number().int().gte(1).lte(500),
    rowStep: pointSchema,
    rows: z.number().int().gte(1).lte(500),
  }),
  z.strictObject({
    how: z.literal('around'),
    centre: pointSchema,
    /** Angle from one copy to the next. */
    step: angleSchema,
    count: z.number().int().gte(2).lte(2000),
    /** Copies turn with the way round. */
    turned: z.boolean(),
  }),
  z.strictObject({
    how: z.literal('path'),
    path: pathSchema,
    /** Distance along the path from one copy to the next. */
    pitch: lengthSchema,
    count: z.number().int().gte(2).lte(2000),
    turned: z.boolean(),
  }),
])

/** Copies of items in a row, a grid, around a centre or along a path; they can be laid out anew. */
export const repeatSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('repeat'),
  drawing: idSchema,
  sources: z.array(idSchema).min(1).max(2000),
  pattern: repeatPatternSchema,
  /** The copies it made, all together. */
  copies: z.array(idSchema).max(20_000),
})

export type LineType = z.infer<typeof lineTypeSchema>
export type Layer = z.infer<typeof layerSchema>
export type Shape = z.infer<typeof shapeSchema>
export type OwnLook = z.infer<typeof ownLookSchema>
export type LineMeaning = (typeof lineMeanings)[number]
export type Linework = z.infer<typeof lineworkSchema>
export type Filling = z.infer<typeof fillingSchema>
export type Hatch = z.infer<typeof hatchSchema>
export type GridLine = z.infer<typeof gridLineSchema>
export type Guide = z.infer<typeof guideSchema>
export type UnitPlace = z.infer<typeof unitPlaceSchema>
export type Group = z.infer<typeof groupSchema>
export type RepeatPattern = z.infer<typeof repeatPatternSchema>
export type Repeat = z.infer<typeof repeatSchema>

/** The records of this file, as the union of all takes them in. */
export const DRAFTING_RECORDS = [
  gridLineSchema,
  groupSchema,
  guideSchema,
  hatchSchema,
  layerSchema,
  lineTypeSchema,
  lineworkSchema,
  repeatSchema,
] as const
