import { z } from 'zod'
import { colourSchema, idSchema, penWidthSchema, sharedNameSchema } from './parts'

/** How what is existing, removed or new is drawn. */
export const drawnAs = ['as it is', 'dashed', 'filled', 'left out'] as const

/** What tells how parts of one status, kind, layer or level are drawn through a lens, where that is not as they are. */
const rule = {
  shown: z.literal(false).optional(),
  penMm: penWidthSchema.optional(),
  tone: z.number().gte(0).lte(0.9).optional(),
  colour: colourSchema.optional(),
  dashed: z.literal(true).optional(),
  /** Without patterns on its faces. */
  plain: z.literal(true).optional(),
}

/** Kinds of things that a lens tells apart. */
export const lensKinds = [
  'wall',
  'column',
  'opening',
  'placement',
  'room',
  'stair',
  'ramp',
  'rail',
  'slab',
  'void',
  'roof',
  'overhead',
  'framing',
  'dormer',
  'separator',
  'gridLine',
  'linework',
  'hatch',
  'guide',
  'dimension',
  'roundDimension',
  'leader',
  'levelMark',
  'symbol',
  'note',
  'drawing',
] as const

export const lensRuleSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('kind'), kind: z.enum(lensKinds), ...rule }),
  z.strictObject({ by: z.literal('layer'), layer: idSchema, ...rule }),
  z.strictObject({ by: z.literal('level'), level: idSchema, ...rule }),
])

/** A named choice of what is shown and how. */
export const lensSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('lens'),
  name: sharedNameSchema,
  /** Cut walls: with their patterns, in one tone, or outlines alone. */
  poche: z.enum(['patterns', 'solid', 'outline']),
  furniture: z.boolean(),
  openings: z.enum(['detailed', 'simple', 'opening only']),
  swings: z.boolean(),
  /** Tags of rooms; tags of doors and windows. */
  roomTags: z.boolean(),
  marks: z.boolean(),
  /** What lies above the cut, dashed. */
  overhead: z.boolean(),
  /** Footings, dashed; left out: they are not shown. */
  footings: z.boolean().optional(),
  /** Joists, rafters and lintels; left out: they are not shown. */
  framing: z.boolean().optional(),
  /** Faces in elevations and cutaways: with their patterns, by tones, with both or plain; left out: as `poche`. */
  faces: z.enum(['plain', 'patterns', 'tones', 'patterns and tones']).optional(),
  /** Lines alone in ink, tones of it, or colours; left out: colours. */
  ink: z.enum(['ink', 'tones', 'colours']).optional(),
  /** Hidden edges in elevations, sections and cutaways, dashed; left out: they are not shown. */
  unseen: z.literal(true).optional(),
  /** Left out: new and existing parts as they are, removed ones not at all. */
  statuses: z
    .strictObject({
      existing: z.enum(drawnAs),
      removed: z.enum(drawnAs),
      new: z.enum(drawnAs),
    })
    .optional(),
  /** What follows another holds before it. */
  rules: z.array(lensRuleSchema).max(200).optional(),
  order: z.number().int(),
})

export type Lens = z.infer<typeof lensSchema>
export type LensRule = z.infer<typeof lensRuleSchema>
export type LensKind = (typeof lensKinds)[number]
export type LensStatus = NonNullable<Lens['statuses']>
export type DrawnAs = (typeof drawnAs)[number]

/** The records of this file, as the union of all takes them in. */
export const LENS_RECORDS = [lensSchema] as const
