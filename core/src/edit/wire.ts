import type { AnyRecord } from '../records'
import type { JournalEntry } from './history'

/** A project in the list of all. */
export interface ProjectCard {
  readonly id: string
  readonly name: string
  readonly changedAt: string
  readonly sheets: number
  readonly drawings: number
}

/** A project as the server gives it. */
export interface OpenedProject {
  readonly id: string
  /** Number of the last change in the journal. */
  readonly seq: number
  readonly records: AnyRecord[]
  /** The last changes, oldest first. */
  readonly journal: JournalEntry[]
}
