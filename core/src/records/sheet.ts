import { z } from 'zod'
import {
  angleSchema,
  anySizeSchema,
  boxSchema,
  idSchema,
  nameSchema,
  pointSchema,
  ratioSchema,
} from './parts'

export const sheetSizeNames = [
  'A0',
  'A1',
  'A2',
  'A3',
  'A4',
  'ANSI A',
  'ANSI B',
  'ANSI C',
  'ANSI D',
  'ANSI E',
  'ARCH A',
  'ARCH B',
  'ARCH C',
  'ARCH D',
  'ARCH E1',
  'ARCH E',
] as const
export type SheetSizeName = (typeof sheetSizeNames)[number]

const ownSide = z
  .number()
  .gte(50, 'A sheet is at least 50 mm wide and high.')
  .lte(5000, 'A sheet is at most 5 m long.')

/** A size that has a name, or one of its own: short and long side, mm. */
export const sheetFormatSchema = z.union([
  z.enum(sheetSizeNames),
  z.strictObject({ short: ownSide, long: ownSide }).refine(({ short, long }) => short <= long, {
    message: 'The short side of a sheet is no longer than its long side.',
  }),
])
export type SheetFormat = z.infer<typeof sheetFormatSchema>
export const orientationSchema = z.enum(['landscape', 'portrait'])

/** The version of the record format that this program writes. */
export const SCHEMA = 7

/** Whether the facts of a project tell of a later version of the record format than this program knows. */
export function isLater(facts: unknown): boolean {
  const schema = (facts as { schema?: unknown } | null | undefined)?.schema
  return typeof schema === 'number' && schema > SCHEMA
}

export const projectSchema = z.strictObject({
  id: z.literal('project'),
  kind: z.literal('project'),
  /** Version of the record format. */
  schema: z.union([
    z.literal(1),
    z.literal(2),
    z.literal(3),
    z.literal(4),
    z.literal(5),
    z.literal(6),
    z.literal(SCHEMA),
  ]),
  name: nameSchema.min(1),
  number: nameSchema,
  client: nameSchema,
  units: z.strictObject({
    system: z.enum(['metric', 'feet-inches']),
    stepMm: z.number().gte(0.001).lte(1000),
    fraction: z.union([1, 2, 4, 8, 16, 32, 64].map((n) => z.literal(n))),
  }),
  sheetSize: sheetFormatSchema,
  orientation: orientationSchema,
  /** What stairs and ramps keep to: mm, and the slope of ramps as rise to length. */
  stairLimits: z
    .strictObject({
      highestRise: z.number().gt(0).lte(500),
      leastGoing: z.number().gt(0).lte(1000),
      /** Of two risers and a going. */
      leastSum: z.number().gt(0).lte(2000),
      mostSum: z.number().gt(0).lte(2000),
      steepestRamp: z.number().gt(0).lte(1),
      /** Upright over each tread; left out: as usual in the project's units. */
      leastHeadroom: z.number().gt(0).lte(10_000).optional(),
      /** Of balustrades: how high they are at least, and how wide their gaps are at most, clear. */
      leastGuard: z.number().gt(0).lte(10_000).optional(),
      mostGap: z.number().gt(0).lte(10_000).optional(),
    })
    .optional(),
  /** Height of the ground around the building above datum, mm; left out: none is drawn, and all that is below is seen. */
  ground: anySizeSchema.optional(),
  /** Which way north lies in plans, radians anticlockwise from up; left out: up. */
  north: angleSchema.optional(),
  /** The project's own angle for holding directions, radians. */
  ownAngle: angleSchema.optional(),
})

export const sheetSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('sheet'),
  number: nameSchema.min(1),
  title: nameSchema.min(1),
  size: sheetFormatSchema,
  orientation: orientationSchema,
  /** ISO 8601 day, or empty. */
  date: z.string().regex(/^(\d{4}-\d{2}-\d{2})?$/, 'A date is written 2026-05-31.'),
  drawn: nameSchema,
  checked: nameSchema,
  revision: nameSchema,
  /** Its frame and title block; left out: it has neither. */
  titleBlock: idSchema.optional(),
  /** Place in the sheet set. */
  order: z.number().int().gte(0).lte(100_000),
})

export const viewportSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('viewport'),
  sheet: idSchema,
  drawing: idSchema,
  number: z.number().int().gte(1).lte(999),
  /** Title under the viewport; empty: the drawing's name. */
  title: nameSchema,
  /** Real mm to one paper mm. */
  scale: ratioSchema,
  /** Where the middle of the crop stands on the sheet, paper mm from its lower left corner. */
  at: pointSchema,
  /** What is shown of the board, real mm: so wide and high on the sheet, also where the drawing is turned about its middle. */
  crop: boxSchema.refine((box) => box.maxX - box.minX >= 1 && box.maxY - box.minY >= 1, {
    message: 'A viewport needs some width and height.',
  }),
  /** The crop was drawn by hand; otherwise it keeps to what the drawing holds. */
  cropped: z.boolean(),
  /** What it looks through; left out: the full one. */
  lens: idSchema.optional(),
  /** How its drawing is turned about the middle of the crop, anticlockwise, radians; left out: not at all. */
  turn: angleSchema.optional(),
  /** Lettering turns with the drawing; left out: it stays upright. */
  letters: z.literal('turned').optional(),
  locked: z.boolean(),
})

export type StairLimits = NonNullable<z.infer<typeof projectSchema>['stairLimits']>
export type ProjectFacts = z.infer<typeof projectSchema>
export type Sheet = z.infer<typeof sheetSchema>
export type Viewport = z.infer<typeof viewportSchema>

/** The records of this file, as the union of all takes them in. */
export const SHEET_RECORDS = [projectSchema, sheetSchema, viewportSchema] as const
