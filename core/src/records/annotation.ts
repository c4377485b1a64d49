import { z } from 'zod'
import { angleSchema, anySizeSchema, idSchema, nameSchema, pointSchema, textSchema } from './parts'
import { placing } from './places'

/** What of a wall on a side of it: the face of its structure, or its drawn line; left out: its finished face. */
const ofWall = z.enum(['structure', 'axis']).optional()

/**
 * What a dimension end or a leader tip is tied to. `last` is where it was when its host was last seen,
 * kept when the host is gone.
 */
export const anchorSchema = z.discriminatedUnion('to', [
  z.strictObject({
    to: z.literal('point'),
    last: pointSchema,
    /** It was tied to something that is gone. */
    lost: z.literal(true).optional(),
  }),
  z.strictObject({
    to: z.literal('wallCorner'),
    wall: idSchema,
    end: z.enum(['a', 'b']),
    side: z.enum(['left', 'right', 'axis']),
    on: ofWall,
    last: pointSchema,
  }),
  z.strictObject({
    to: z.literal('wallFace'),
    wall: idSchema,
    side: z.enum(['left', 'right', 'axis']),
    on: ofWall,
    /** Distance along the wall from its start, mm. */
    along: anySizeSchema,
    last: pointSchema,
  }),
  z.strictObject({
    to: z.literal('opening'),
    opening: idSchema,
    at: z.enum(['start', 'centre', 'end']),
    side: z.enum(['left', 'right', 'axis']),
    on: ofWall,
    last: pointSchema,
  }),
  z.strictObject({
    to: z.literal('placement'),
    placement: idSchema,
    /** In the block's own axes, mm. */
    local: pointSchema,
    last: pointSchema,
  }),
  z.strictObject({
    to: z.literal('item'),
    /** A record with edges: a drafted line, a floor, a stair. */
    item: idSchema,
    /** Which of its edges, and at which part of it (0 its start, 1 its end); its centre when null. */
    edge: z.number().int().gte(0).lte(100_000).nullable(),
    part: z.number().gte(0).lte(1),
    last: pointSchema,
  }),
  z.strictObject({
    /** A point within something; edits carry it along. */
    to: z.literal('inside'),
    item: idSchema,
    last: pointSchema,
  }),
  z.strictObject({
    /** An edge of something in space, in a drawing that looks at the building. */
    to: z.literal('edge'),
    of: idSchema,
    /** What the edge is called: head, sill, eaves … */
    name: nameSchema.min(1).max(60),
    part: z.number().gte(-1000).lte(1000),
    /** To the left of the edge as it is seen, mm; left out: on it. */
    off: anySizeSchema.optional(),
    last: pointSchema,
  }),
  z.strictObject({
    /** What a section cuts of something: a part of the way across it, and up. */
    to: z.literal('cut'),
    of: idSchema,
    u: z.number().gte(-1000).lte(1000),
    v: z.number().gte(-1000).lte(1000),
    last: pointSchema,
  }),
  z.strictObject({
    /** The line of a level or of the grid in a view from the side, where that runs through the place it had last. */
    to: z.literal('lineInView'),
    of: idSchema,
    last: pointSchema,
  }),
  z.strictObject({
    to: z.literal('gridLine'),
    gridLine: idSchema,
    /** Part of the way from its start to its end. */
    part: z.number().gte(-1000).lte(1000),
    last: pointSchema,
  }),
])

const align = z.enum(['start', 'middle', 'end'])

/** Which anchor of a dimension, by its number. */
const anchorNumber = z.number().int().gte(0).lt(200)

/** What is said of a figure besides what it measures. */
const figureFacts = {
  /** What stands in its place; it is underlined (ISO 129-1). */
  instead: textSchema.min(1).max(60).optional(),
  /** Somebody has said that this is meant. */
  accepted: z.literal(true).optional(),
  before: textSchema.min(1).max(30).optional(),
  after: textSchema.min(1).max(60).optional(),
  /** Beneath the line. */
  beneath: textSchema.min(1).max(60).optional(),
}

/** The same of one figure of a row. */
export const figureSchema = z.strictObject({
  ...figureFacts,
  /** The anchors it is measured between, while they are neighbours along the row. */
  between: z.tuple([anchorNumber, anchorNumber]),
  /** It says no more than that its part is as long as others that say so. */
  equal: z.literal(true).optional(),
  /** So far from where it stands by itself, along the row and over it, paper mm. */
  moved: pointSchema.optional(),
})

/**
 * What a row takes in by itself. In plans, of a side of a building: its corners with the jambs or the centres of its openings,
 * its corners, its whole length. Everything between its ends that it crosses. Grid lines. In views from the side: floors with
 * sills, heads and eaves, floors with eaves and ridges, the whole height.
 */
export const GATHERED = [
  'openings',
  'centres',
  'corners',
  'overall',
  'crossed',
  'grid',
  'sills and heads',
  'floors',
  'whole height',
] as const

const gatherSchema = z.strictObject({
  what: z.enum(GATHERED),
  /** The side of what it measures that this is of. */
  side: z.enum(['left', 'right']),
  /** What it knew when it was made or brought up to date last: what it has not of that was taken out by hand. */
  known: z.array(nameSchema.max(160)).max(1000),
})

/**
 * Where a dimension line runs, square to the direction: in a row, the first being 0, that is reckoned from the outermost face
 * of the building on that side of it; in line with another; or so far to the left of the outermost anchor there, a real distance
 * or one on paper.
 */
const offset = z.discriminatedUnion('in', [
  z.strictObject({
    in: z.literal('row'),
    side: z.enum(['left', 'right']),
    row: z.number().int().gte(0).lte(40),
    /** So much further out than its row, set by hand. */
    morePaperMm: z.number().gte(-2000).lte(2000).optional(),
  }),
  z.strictObject({
    /** In line with another dimension that measures the same way. */
    in: z.literal('line'),
    of: idSchema,
    /** The side it goes by when that is gone, and where it ran last, mm to the left of the direction. */
    side: z.enum(['left', 'right']),
    last: anySizeSchema,
  }),
  z.strictObject({ in: z.literal('paper'), paperMm: z.number().gte(-2000).lte(2000) }),
  z.strictObject({ in: z.literal('real'), mm: anySizeSchema }),
])

export const dimensionSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('dimension'),
  drawing: idSchema,
  anchors: z.array(anchorSchema).min(2).max(200),
  /** Direction measured in, radians: 0 along x, π/2 along y. */
  direction: angleSchema,
  /** In a cutaway: the axis of space it measures along, whichever way that is seen; left out: along the picture. */
  axis: z.enum(['x', 'y', 'z']).optional(),
  offset,
  /** Running: all its figures are measured from this point, which has the mark of an origin. */
  from: anchorNumber.optional(),
  /** What it was made of, and is brought up to date with. */
  gathers: gatherSchema.optional(),
  /** Somebody has said that it is meant to go to finished faces, to structure or to axes by turns. */
  mixed: z.literal(true).optional(),
  /** What is said of some of its figures. */
  figures: z.array(figureSchema).min(1).max(199).optional(),
  ...placing({
    offset,
    /** The figures moved by hand there. */
    moved: z
      .array(z.strictObject({ between: z.tuple([anchorNumber, anchorNumber]), by: pointSchema }))
      .min(1)
      .max(199)
      .optional(),
  }),
  /** Its annotation style; left out: the one everything starts with. */
  style: idSchema.optional(),
  layer: idSchema.optional(),
})

/**
 * How far out the line of an angle or an arc runs, real or on paper: of an angle from the corner, of the length of an arc from
 * that outwards. Of radii and diameters how far beyond the arc the figure stands; 0: within.
 */
const reach = z.discriminatedUnion('in', [
  z.strictObject({ in: z.literal('paper'), paperMm: z.number().gte(-2000).lte(2000) }),
  z.strictObject({ in: z.literal('real'), mm: anySizeSchema }),
])

/** An angle, or a radius, a diameter or the length of an arc. */
export const roundDimensionSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('roundDimension'),
  drawing: idSchema,
  measures: z.enum(['angle', 'radius', 'diameter', 'arc']),
  /** The corner of an angle and a point of each of its legs; or the start, a point and the end of an arc. */
  anchors: z.tuple([anchorSchema, anchorSchema, anchorSchema]),
  /** Of an angle: the greater of the two between its legs. */
  outer: z.literal(true).optional(),
  reach,
  /** Of radii and diameters: the direction from the centre in which it meets the arc, radians; left out: to its middle. */
  turn: angleSchema.optional(),
  /** What is said of its figure. */
  figure: z.strictObject(figureFacts).optional(),
  ...placing({ reach, turn: angleSchema.optional() }),
  style: idSchema.optional(),
  layer: idSchema.optional(),
})

/** Shapes of frames besides the box. */
export const frameShapes = ['circle', 'hexagon', 'triangle', 'lozenge'] as const

/** A frame stands around it: a box, or another shape. */
const framed = z.union([z.literal(true), z.enum(frameShapes)]).optional()

export const leaderSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('leader'),
  drawing: idSchema,
  tip: anchorSchema,
  /** Its other tips, with the same text. */
  more: z.array(anchorSchema).min(1).max(19).optional(),
  /** From the tip to the elbow where the text stands, paper mm. */
  elbowPaperMm: pointSchema,
  text: textSchema.min(1),
  framed,
  /** It shows the number of this in the place of its text. */
  keynote: idSchema.optional(),
  ...placing({ elbowPaperMm: pointSchema }),
  style: idSchema.optional(),
  layer: idSchema.optional(),
})

const width = z.number().gte(2, 'A note is 2 mm wide on paper at least.').lte(2000)

export const noteSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('note'),
  drawing: idSchema,
  at: pointSchema,
  text: textSchema.min(1),
  heightPaperMm: z.number().gte(1).lte(50),
  align,
  /** Its lines are broken at this width; left out: only where they are typed so. */
  widthPaperMm: width.optional(),
  /** Its letters are smaller where it were higher than this, or wider than its width; left out: they are as high as they are. */
  fitPaperMm: z.number().gte(1).lte(2000).optional(),
  /** From base line to base line, as a multiple of its height; left out: as usual. */
  leading: z.number().gte(1, 'Lines closer than their height lie on each other.').lte(5).optional(),
  framed,
  /** Ground is cleared around its letters, also where its style clears none. */
  clear: z.literal(true).optional(),
  /** Its lettering is that of an annotation style; left out: of the one everything starts with. */
  style: idSchema.optional(),
  /** Angle of its base line, radians; left out: level. */
  turn: angleSchema.optional(),
  ...placing({
    at: pointSchema,
    align,
    widthPaperMm: width.optional(),
    turn: angleSchema.optional(),
  }),
  layer: idSchema.optional(),
})

const shift = z.number().gte(-2000).lte(2000)

/** A height that is told where it is: in views from the side by how high up its point lies, in plans by the floor there. */
export const levelMarkSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('levelMark'),
  drawing: idSchema,
  at: anchorSchema,
  /** From what it marks along to where its symbol stands, paper mm; the figure is on that side of the symbol. */
  shiftPaperMm: shift,
  ...placing({ shiftPaperMm: shift }),
  /** What stands before the figure; left out: the name of the level it is told from. */
  name: nameSchema.min(1).max(60).optional(),
  /** The level it is told from; left out: the datum. */
  from: idSchema.optional(),
  /** It tells the structure, not what is finished. */
  structure: z.literal(true).optional(),
  /** In plans: its height above the floor of the level, mm; left out: what is found there. */
  height: anySizeSchema.optional(),
  style: idSchema.optional(),
  layer: idSchema.optional(),
})

export type Anchor = z.infer<typeof anchorSchema>
export type Dimension = z.infer<typeof dimensionSchema>
export type Gathered = (typeof GATHERED)[number]
export type Gathers = z.infer<typeof gatherSchema>
export type Figure = z.infer<typeof figureSchema>
export type Leader = z.infer<typeof leaderSchema>
export type LevelMark = z.infer<typeof levelMarkSchema>
export type RoundDimension = z.infer<typeof roundDimensionSchema>
export type Note = z.infer<typeof noteSchema>

/** The records of this file, as the union of all takes them in. */
export const ANNOTATION_RECORDS = [
  dimensionSchema,
  leaderSchema,
  levelMarkSchema,
  noteSchema,
  roundDimensionSchema,
] as const
