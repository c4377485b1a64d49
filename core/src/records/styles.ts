import { z } from 'zod'
import { INCH_PARTS } from '../units'
import { idSchema, penWidthSchema, sharedNameSchema, textSchema } from './parts'

/** What lines stand for where nothing gives them a pen of its own. What is cut has that of its material or layer. */
export const penRoles = [
  'layer',
  'seen',
  'light',
  'hatch',
  'dimension',
  'tick',
  'swing',
  'hidden',
  'frame',
  'rule',
] as const
export type PenRole = (typeof penRoles)[number]

/** The pen of a role: one for each at most. */
export const penSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('pen'),
  role: z.enum(penRoles),
  widthMm: penWidthSchema,
  /** 0 ink, 1 paper. */
  tone: z.number().gte(0).lte(0.9),
})

export const dimensionEnds = ['oblique', 'dot', 'arrow', 'open'] as const
export const leaderTips = ['dot', 'arrow', 'open', 'oblique', 'loop', 'bare'] as const
export const leaderLines = ['straight', 'curved'] as const

const paper = (least: number, most: number) =>
  z
    .number()
    .gte(least, `That is less than ${least} mm on paper.`)
    .lte(most, `That is more than ${most} mm on paper.`)

/** How lengths are told: in which unit, and to which step in mm or part of an inch. */
export const lengthFormatSchema = z.discriminatedUnion('in', [
  z.strictObject({ in: z.enum(['mm', 'cm', 'm']), stepMm: z.number().gte(0.001).lte(1000) }),
  z.strictObject({
    in: z.enum(['feet-inches', 'inches']),
    fraction: z.union(INCH_PARTS.map((n) => z.literal(n))),
  }),
])

/** How dimensions and leaders are drawn: sizes on paper, mm. */
export const annotationStyleSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('annotationStyle'),
  name: sharedNameSchema,
  textPaperMm: paper(1, 20),
  /** What stands at the ends of dimensions: an oblique stroke, a dot or an arrowhead, and its length. */
  ends: z.enum(dimensionEnds),
  endPaperMm: paper(0.3, 20),
  /** Between what is measured and its extension line. */
  extensionGapPaperMm: paper(0, 20),
  /** How far extension lines pass the dimension line, and that the last tick. */
  extensionPastPaperMm: paper(0, 20),
  /** How long extension lines are on their side of what is measured; 0: there are none; left out: all the way. */
  extensionPaperMm: paper(0, 200).optional(),
  linePastPaperMm: paper(0, 20),
  /** From what is measured to the first row, and from row to row. */
  firstRowPaperMm: paper(1, 100),
  rowPaperMm: paper(1, 100),
  /** Figures stand in the line, which stops for them. */
  inLine: z.literal(true).optional(),
  /** How figures are told, and once more beneath; left out: as the project tells lengths, and not. */
  format: lengthFormatSchema.optional(),
  second: lengthFormatSchema.optional(),
  /** How heights are told; left out: in metres, or as the project tells lengths in feet. */
  heights: lengthFormatSchema.optional(),
  /** The rounded figures of a row add up to its rounded length. */
  addsUp: z.literal(true).optional(),
  /** The lettering; left out: the plain one. */
  lettering: z.enum(['hand', 'narrow']).optional(),
  /** Fractions stand over each other. */
  stacked: z.literal(true).optional(),
  /** How far ground is cleared around its letters: of hatches and lines, not of what is cut; left out: it is not. */
  clearPaperMm: paper(0.1, 3).optional(),
  /** What stands before and after what is measured. */
  before: textSchema.min(1).max(30).optional(),
  after: textSchema.min(1).max(30).optional(),
  /** What a leader ends with. */
  tip: z.enum(leaderTips),
  /** How its line runs; left out: over an elbow to a level landing. */
  leaderLine: z.enum(leaderLines).optional(),
})

export type PenRecord = z.infer<typeof penSchema>
export type AnnotationStyle = z.infer<typeof annotationStyleSchema>

/** The records of this file, as the union of all takes them in. */
export const STYLES_RECORDS = [annotationStyleSchema, penSchema] as const
