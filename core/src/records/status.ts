import type { AnyRecord } from './schema'
import { mayHave } from './kinds'

/** What becomes of a part of a building. */
export const statuses = ['existing', 'removed', 'new'] as const
export type Status = (typeof statuses)[number]

/** What becomes of a record; null for what belongs to no building. */
export const statusOf = (record: AnyRecord): Status | null =>
  mayHave(record, 'status') ? (record.status ?? 'new') : null

/** Whether something is taken away: what is built joins it no more. */
export const isRemoved = ({ status }: { readonly status?: 'existing' | 'removed' | undefined }): boolean =>
  status === 'removed'
