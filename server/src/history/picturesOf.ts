import { takenBackSeen, type ChangePicture, type MadeChange } from '@lamina/core/annotate'
import { Project, type AnyRecord } from '@lamina/core/records'

/** Changes of which pictures are wanted. */
export interface SeenOrder {
  /** The project as it was after the first of these. */
  readonly records: readonly AnyRecord[]
  /** One before the other, the last first, with all between them. */
  readonly made: readonly (MadeChange & { readonly seq: number; readonly wanted: boolean })[]
}

export type SeenChanges = Record<number, ChangePicture | null>

/** Draws what changes are seen by. */
export function picturesOf({ records, made }: SeenOrder): SeenChanges {
  const project = new Project(records)
  const seen: SeenChanges = {}
  for (const { seq, wanted, ...each } of made)
    if (wanted) seen[seq] = takenBackSeen(project, each)
    else project.apply(each.inverse)
  return seen
}
