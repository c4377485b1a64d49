import { z } from 'zod'
import { idSchema, nameSchema } from './parts'

export const scheduleSubjects = [
  'doors',
  'windows',
  'rooms',
  'blocks',
  'members',
  'points',
  'keynotes',
  'materials',
  'wallTypes',
  'symbols',
] as const

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
  /** Of a legend: only what these drawings show; left out: all of them. */
  drawings: z.array(idSchema).min(1).max(200).optional(),
})

export type Schedule = z.infer<typeof scheduleSchema>
export type ScheduleSubject = (typeof scheduleSubjects)[number]

/** The records of this file, as the union of all takes them in. */
export const SCHEDULE_RECORDS = [scheduleSchema] as const
