import { z } from 'zod'
import { fillingSchema, pathSchema } from './drafting'
import {
  angleSchema,
  colourSchema,
  idSchema,
  lengthSchema,
  nameSchema,
  orderSchema,
  penWidthSchema,
  pointSchema,
  sharedNameSchema,
  statusSchema,
  textSchema,
} from './parts'

/** Factors across and along; 1 is the block's own size. */
const sizeSchema = z.strictObject({
  x: z.number().gte(0.001, 'Nothing would be left of it.').lte(1000),
  y: z.number().gte(0.001, 'Nothing would be left of it.').lte(1000),
})

const look = {
  /** A light line for what lies within an outline. */
  light: z.boolean().optional(),
  /** The outline hides what lies beneath it. */
  filled: z.boolean().optional(),
  /** A pen of its own; left out: that of its layer. */
  penMm: penWidthSchema.optional(),
  tone: z.number().gte(0).lte(0.9).optional(),
  colour: colourSchema.optional(),
  dashesPaperMm: z.array(z.number().gte(0).lte(200)).max(12).optional(),
}

export const draftItemSchema = z.discriminatedUnion('shape', [
  z.strictObject({
    shape: z.literal('polyline'),
    points: z.array(pointSchema).min(2).max(500),
    closed: z.boolean(),
    ...look,
  }),
  z.strictObject({
    shape: z.literal('arc'),
    centre: pointSchema,
    radius: lengthSchema,
    from: angleSchema,
    /** Anticlockwise from `from`; a full turn makes a circle. */
    sweep: angleSchema,
    ...look,
  }),
  z.strictObject({ shape: z.literal('path'), path: pathSchema, ...look }),
  z.strictObject({
    shape: z.literal('hatch'),
    outlines: z.array(pathSchema).min(1).max(200),
    filling: fillingSchema,
  }),
  z.strictObject({
    shape: z.literal('text'),
    at: pointSchema,
    /** What it says where nothing else is given. */
    text: textSchema.min(1),
    heightPaperMm: z.number().gte(1).lte(50),
    align: z.enum(['start', 'middle', 'end']),
    turn: angleSchema.optional(),
    /** Its name, where each placement says something of its own. */
    field: sharedNameSchema.max(40).optional(),
  }),
  z.strictObject({
    shape: z.literal('block'),
    block: idSchema,
    at: pointSchema,
    turn: angleSchema,
    mirrored: z.boolean(),
    size: sizeSchema.optional(),
  }),
])

export const blockSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('block'),
  name: sharedNameSchema,
  category: sharedNameSchema,
  width: lengthSchema,
  depth: lengthSchema,
  /** Drawn about the base point (0, 0) with the back along +y. */
  items: z.array(draftItemSchema).min(1, 'A block holds at least one thing.').max(2000),
  /**
   * How it may be placed in other sizes; left out: in its own alone. On paper: it is a symbol, drawn in mm on paper, and keeps
   * its size there at every scale.
   */
  sizing: z.enum(['fixed', 'uniform', 'stretch', 'paper']).optional(),
  /** Its back stands against walls. */
  atWall: z.boolean().optional(),
  /** The units its sizes are told in; left out: those of the project. */
  units: z.enum(['metric', 'feet-inches']).optional(),
  /** Made anew for each placement from its parameters. */
  recipe: nameSchema.min(1).max(60).optional(),
  /** Seen from the front, from the base point up. */
  front: z
    .strictObject({ height: lengthSchema, items: z.array(draftItemSchema).min(1).max(2000) })
    .optional(),
  /** How high it stands in space, where it has no front to tell it, mm; left out: it is drawn in plan alone. */
  height: lengthSchema.optional(),
  /** Though it has a front, it stands in no view of the building: a person, a tree. */
  planAlone: z.literal(true).optional(),
})

export const placementSchema = z
  .strictObject({
    id: idSchema,
    kind: z.literal('placement'),
    /** The level it stands on; left out: it belongs to a drawing that has none. */
    level: idSchema.optional(),
    /** The drawing it belongs to alone; left out: every plan of its level. */
    drawing: idSchema.optional(),
    block: idSchema,
    at: pointSchema,
    turn: angleSchema,
    mirrored: z.boolean(),
    size: sizeSchema.optional(),
    /** Of a block with a recipe. */
    parameters: z.record(nameSchema.max(40), z.number().gte(-1e6).lte(1e6)).optional(),
    /** What its text fields say. */
    values: z.record(nameSchema.min(1).max(40), textSchema.max(200)).optional(),
    status: statusSchema.optional(),
    layer: idSchema.optional(),
    order: orderSchema.optional(),
  })
  .refine(({ level, drawing }) => level !== undefined || drawing !== undefined, {
    message: 'A placed block stands on a level or in a drawing.',
  })

export type DraftItem = z.infer<typeof draftItemSchema>
export type Block = z.infer<typeof blockSchema>
export type BlockSize = z.infer<typeof sizeSchema>
export type Placement = z.infer<typeof placementSchema>

/** The records of this file, as the union of all takes them in. */
export const BLOCKS_RECORDS = [blockSchema, placementSchema] as const
