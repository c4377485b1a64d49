import type { SmallPicture } from '../display'
import type { AnyRecord } from '../records'

/** A project in the list of all. */
export interface ProjectCard {
  readonly id: string
  readonly name: string
  readonly changedAt: string
  readonly sheets: number
  readonly drawings: number
  /** Null when nothing is drawn. */
  readonly picture: SmallPicture | null
  /** Its picture is not yet of its last change. */
  readonly late: boolean
}

/** A project that was removed. */
export interface RemovedProject {
  readonly id: string
  readonly name: string
  readonly removedAt: string
}

/** One backup of a project. */
export interface BackupCard {
  readonly project: string
  readonly name: string
  /** The change it goes up to, and when it was made. */
  readonly seq: number
  readonly at: string
  readonly bytes: number
  readonly file: string
}

/** A project as the server gives it. */
export interface OpenedProject {
  readonly id: string
  /** Number of the last change in the journal. */
  readonly seq: number
  /** The change of that number. */
  readonly on: string
  /** Of which kinds things are left out that could not be read; left out: of none. */
  readonly unread?: readonly string[]
  readonly records: AnyRecord[]
}
