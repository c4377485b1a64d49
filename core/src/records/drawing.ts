import { z } from 'zod'
import { pathSchema } from './drafting'
import {
  angleSchema,
  anySizeSchema,
  idSchema,
  lengthSchema,
  nameSchema,
  pointSchema,
  ratioSchema,
} from './parts'

/** What every drawing has, whatever it is a view of. */
const anyView = {
  id: idSchema,
  kind: z.literal('drawing'),
  name: nameSchema.min(1),
  /** The scale at which the board shows annotation: real mm to one paper mm. */
  readingScale: ratioSchema,
  /** Angle of the working axes, radians; left out: level and upright. */
  axes: angleSchema.optional(),
  /** What it is looked at through by itself; left out: the first lens. */
  lens: idSchema.optional(),
  /** The style its new annotation takes; left out: the one everything starts with. */
  style: idSchema.optional(),
}

/** What its marks on other drawings carry: "A", "3". */
const mark = nameSchema.min(1, 'A mark needs a letter or a number.').max(12)

const outline = pathSchema.refine(({ closed }) => closed, 'An outline is closed.')

/** How far a line runs beyond what is seen, mm on paper; below nothing it ends within it. */
const beyond = z.number().gte(-5000).lte(5000)

/**
 * A line in plan that a building is looked at from, to the left of the way from a to b, upright. Things drawn on such a
 * view stand at their distance along that direction from the project's origin, and at their height above datum.
 */
const standing = {
  mark,
  a: pointSchema,
  b: pointSchema,
  /** From a distance along the line on, it stands so far to the left of itself; in order, mm. */
  jogs: z
    .array(z.strictObject({ along: anySizeSchema, aside: anySizeSchema }))
    .max(20, 'A section line has at most 20 jogs.')
    .optional(),
  /** How far is seen, mm; left out: all there is. */
  depth: lengthSchema.optional(),
  /** Only what lies between these heights above datum is seen, mm. */
  bottom: anySizeSchema.optional(),
  top: anySizeSchema.optional(),
  /** Only what lies between the ends of the line is seen. */
  part: z.literal(true).optional(),
  /** How far the lines of levels and the grid run beyond the building, on each side; left out: as usual. */
  lineEnds: z.strictObject({ left: beyond, right: beyond, foot: beyond, top: beyond }).partial().optional(),
  /** Lines with ends of their own, wherever those of the others are. */
  ownEnds: z
    .array(z.strictObject({ line: idSchema, from: beyond.optional(), to: beyond.optional() }))
    .max(500, 'At most 500 lines of a drawing have ends of their own.')
    .optional(),
}

/** A plan of a level. */
const planSchema = z.strictObject({
  ...anyView,
  view: z.literal('plan'),
  level: idSchema,
  /** Height above the floor at which it is cut, mm, below it negative; left out: as its level says. */
  cutHeight: anySizeSchema.optional(),
  /** How far below the floor it sees down, and how far above it sees up, mm; left out: all that stands on its level. */
  down: z.number().gte(0).lte(100_000).optional(),
  up: lengthSchema.optional(),
  /** Places that are cut at another height. */
  areas: z
    .array(z.strictObject({ outline, cutHeight: anySizeSchema }))
    .max(50)
    .optional(),
})

const sectionSchema = z.strictObject({ ...anyView, view: z.literal('section'), ...standing })
const elevationSchema = z.strictObject({
  ...anyView,
  view: z.literal('elevation'),
  ...standing,
  /** The plan its mark stands on; left out: all plans. */
  on: idSchema.optional(),
})

/** The walls of a room one after another, each seen from within the room. */
const interiorSchema = z.strictObject({
  ...anyView,
  view: z.literal('interior'),
  mark,
  room: idSchema,
  /** Where its mark stands, with an arrow to each side it looks to; left out: it has none. */
  stands: z.strictObject({ on: idSchema, at: pointSchema }).optional(),
})

/** A detail: of a place in another drawing, or on a blank board. */
const detailSchema = z.strictObject({
  ...anyView,
  view: z.literal('detail'),
  mark,
  of: z
    .strictObject({
      drawing: idSchema,
      outline,
      /** How what the building knows lies beneath what is drawn. */
      beneath: z.enum(['shown', 'dimmed', 'hidden']),
    })
    .optional(),
})

/** The building from above and from the side, in parallel projection, as a whole or cut. */
const cutawaySchema = z.strictObject({
  ...anyView,
  view: z.literal('cutaway'),
  looks: z.discriminatedUnion('by', [
    /** Along a direction: the angle in plan it is looked along, and how steeply from above, radians. */
    z.strictObject({
      by: z.literal('axonometric'),
      turn: angleSchema,
      tilt: z.number().gte(-1.57).lte(1.57),
    }),
    /** The plan in true shape turned by an angle, with heights upright by a factor of their size. */
    z.strictObject({
      by: z.literal('plan oblique'),
      turn: angleSchema,
      rise: z.number().gte(0.1).lte(1),
    }),
  ]),
  /** The level it shows alone; left out: all. */
  only: idSchema.optional(),
  /** Where it is cut: at a height above datum, or along a section. */
  cut: z
    .discriminatedUnion('by', [
      z.strictObject({ by: z.literal('height'), height: anySizeSchema }),
      z.strictObject({ by: z.literal('section'), section: idSchema }),
    ])
    .optional(),
  /** What was cut away is shown as a faint outline. */
  outlined: z.literal(true).optional(),
})

/** The inside of a block that is being changed, in the block's own axes. */
const blockSchema = z.strictObject({
  ...anyView,
  view: z.literal('block'),
  block: idSchema,
  /** The place it is looked at in. */
  placement: idSchema.optional(),
  /** Written by earlier versions; a block is on no level. */
  level: idSchema.optional(),
})

/** A drawing is a view of the project. */
export const drawingSchema = z.discriminatedUnion('view', [
  planSchema,
  sectionSchema,
  elevationSchema,
  interiorSchema,
  detailSchema,
  cutawaySchema,
  blockSchema,
])

export type Drawing = z.infer<typeof drawingSchema>
export type View = Drawing['view']
export type DrawingOf<V extends View> = Extract<Drawing, { view: V }>
/** Drawings that look at the building upright, from a line in plan. */
export type StandingView = 'section' | 'elevation'

/** The records of this file, as the union of all takes them in. */
export const DRAWING_RECORDS = [drawingSchema] as const
