import { z } from 'zod'
import { anchorSchema } from './annotation'
import { angleSchema, idSchema, nameSchema, pointSchema, textSchema } from './parts'
import { placing } from './places'

/** Signs that keep their size on paper. */
export const symbolForms = [
  'north',
  'scaleBar',
  'settingOut',
  'centreMark',
  'centreLine',
  'breakLine',
  'span',
  'fall',
  'weld',
  'own',
] as const
export type SymbolForm = (typeof symbolForms)[number]

interface FormFacts {
  readonly name: string
  /** How many places it is drawn by. */
  readonly points: { readonly least: 1 | 2; readonly most: 1 | 2 }
  /** It tells of the plan it stands in. */
  readonly inPlan: boolean
  /** What its places hold on to: what they lie in or on, points alone, or nothing. */
  readonly holds: 'things' | 'points' | 'nothing'
  /** It speaks of a thing: tied to nothing it is an open matter. */
  readonly ofThing: boolean
  /** From what it stands at to what it says, where nothing else was set, paper mm; left out: it stands there by itself. */
  readonly usualShift?: { readonly x: number; readonly y: number }
}
const AT_ONE = { least: 1, most: 1 } as const
const ALONG = { least: 2, most: 2 } as const

/** What is known of each form. */
export const SYMBOL_FORMS: { readonly [F in SymbolForm]: FormFacts } = {
  north: { name: 'North point', points: AT_ONE, inPlan: true, holds: 'nothing', ofThing: false },
  scaleBar: { name: 'Scale bar', points: AT_ONE, inPlan: false, holds: 'nothing', ofThing: false },
  settingOut: {
    name: 'Setting-out point',
    points: AT_ONE,
    inPlan: true,
    holds: 'points',
    ofThing: false,
    usualShift: { x: 2.2, y: 1.6 },
  },
  // The centre alone, or with a point of the circle.
  centreMark: {
    name: 'Centre mark',
    points: { least: 1, most: 2 },
    inPlan: false,
    holds: 'points',
    ofThing: true,
  },
  centreLine: { name: 'Centre line', points: ALONG, inPlan: false, holds: 'points', ofThing: false },
  breakLine: { name: 'Break line', points: ALONG, inPlan: false, holds: 'nothing', ofThing: false },
  span: { name: 'Span arrow', points: ALONG, inPlan: false, holds: 'things', ofThing: false },
  fall: { name: 'Fall arrow', points: ALONG, inPlan: false, holds: 'things', ofThing: false },
  weld: {
    name: 'Weld',
    points: AT_ONE,
    inPlan: false,
    holds: 'points',
    ofThing: true,
    usualShift: { x: 10, y: 9 },
  },
  own: { name: 'Own symbol', points: AT_ONE, inPlan: false, holds: 'nothing', ofThing: false },
}

/** How far what a symbol says stands from where it would by itself: as it was set, or as usual; paper mm. */
export const shiftOfSymbol = ({
  form,
  shiftPaperMm = SYMBOL_FORMS[form].usualShift,
}: Pick<PaperSymbol, 'form' | 'shiftPaperMm'>): { readonly x: number; readonly y: number } =>
  shiftPaperMm ?? { x: 0, y: 0 }

/** Elementary symbols of welds (ISO 2553, table 1). */
export const seamTypes = [
  'fillet',
  'square butt',
  'single V',
  'single bevel',
  'single U',
  'single J',
  'plug',
  'spot',
] as const
export type SeamType = (typeof seamTypes)[number]

const seamSchema = z.strictObject({
  type: z.enum(seamTypes),
  /** Before its symbol: throat or leg, as in a5 or z7. */
  size: textSchema.min(1).max(20).optional(),
  /** After its symbol: length, or number and length of its elements. */
  length: textSchema.min(1).max(40).optional(),
})

const weldSchema = z
  .strictObject({
    /** On the side the arrow points to, and on the other. */
    arrow: seamSchema.optional(),
    other: seamSchema.optional(),
    /** It runs all round. */
    around: z.literal(true).optional(),
    /** It is made on site. */
    site: z.literal(true).optional(),
    /** In the tail: process, quality, reference. */
    tail: textSchema.min(1).max(60).optional(),
  })
  .refine(({ arrow, other }) => arrow !== undefined || other !== undefined, {
    message: 'A weld is made on one side at least.',
  })

const line = textSchema.min(1).max(200, 'A symbol says 200 letters at most.').optional()

/** A sign in a drawing that keeps its size on paper at every scale. */
export const symbolSchema = z
  .strictObject({
    id: idSchema,
    kind: z.literal('symbol'),
    drawing: idSchema,
    form: z.enum(symbolForms),
    /** What it stands at, or the ends of its line. */
    anchors: z.array(anchorSchema).min(1).max(2),
    /** What it says: of a line above it; left out: what it says by itself. */
    text: line,
    /** Beneath its line. */
    beneath: line,
    /** Of its own symbol, radians. */
    turn: angleSchema.optional(),
    weld: weldSchema.optional(),
    /** The block it is made of, and what the fields of that say. */
    block: idSchema.optional(),
    values: z.record(nameSchema.min(1).max(40), textSchema.max(200)).optional(),
    /** How far what it says stands from where it would by itself; of signs that say nothing, the sign itself. Paper mm. */
    shiftPaperMm: pointSchema.optional(),
    ...placing({
      shiftPaperMm: pointSchema.optional(),
      /** Where those of its places are that hold on to nothing, in order. */
      free: z.array(pointSchema).min(1).max(2).optional(),
    }),
    style: idSchema.optional(),
    layer: idSchema.optional(),
  })
  .refine(
    ({ form, anchors }) => {
      const { least, most } = SYMBOL_FORMS[form].points
      return anchors.length >= least && anchors.length <= most
    },
    { message: 'A symbol along a line has two ends; others stand at one place.' },
  )
  .refine(({ form, weld, block }) => (form === 'weld') === !!weld && (form === 'own') === !!block, {
    message: 'A weld tells its seams, and an own symbol its block; others tell neither.',
  })

export type PaperSymbol = z.infer<typeof symbolSchema>
export type Seam = z.infer<typeof seamSchema>
export type Weld = NonNullable<PaperSymbol['weld']>

/** The records of this file, as the union of all takes them in. */
export const SYMBOL_RECORDS = [symbolSchema] as const
