import { z } from 'zod'
import { idSchema, penWidthSchema, sharedNameSchema } from './parts'

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

export const dimensionEnds = ['oblique', 'dot', 'arrow'] as const
export const leaderTips = ['dot', 'arrow', 'bare'] as const

const paper = (least: number, most: number) =>
  z
    .number()
    .gte(least, `That is less than ${least} mm on paper.`)
    .lte(most, `That is more than ${most} mm on paper.`)

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
  linePastPaperMm: paper(0, 20),
  /** From what is measured to the first row, and from row to row. */
  firstRowPaperMm: paper(1, 100),
  rowPaperMm: paper(1, 100),
  /** What a leader ends with. */
  tip: z.enum(leaderTips),
})

export type PenRecord = z.infer<typeof penSchema>
export type AnnotationStyle = z.infer<typeof annotationStyleSchema>

/** The records of this file, as the union of all takes them in. */
export const STYLES_RECORDS = [annotationStyleSchema, penSchema] as const
