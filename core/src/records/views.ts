import { z } from 'zod'
import { idSchema, nameSchema, sharedNameSchema } from './parts'

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
  order: z.number().int(),
})

export const scheduleSubjects = ['doors', 'windows', 'rooms', 'blocks'] as const

/** A live table of what a project holds. */
export const scheduleSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('schedule'),
  name: nameSchema.min(1),
  of: z.enum(scheduleSubjects),
  /** Keys of its columns, in order. */
  columns: z.array(nameSchema.min(1).max(60)).min(1).max(40),
  /** Equal rows as one, with their count. */
  grouped: z.boolean(),
  /** Only what stands on this level; null: the whole project. */
  level: idSchema.nullable(),
})

export type Lens = z.infer<typeof lensSchema>
export type Schedule = z.infer<typeof scheduleSchema>
export type ScheduleSubject = (typeof scheduleSubjects)[number]
