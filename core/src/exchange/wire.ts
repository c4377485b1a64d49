import type { SmallPicture } from '../display'
import type { AnyRecord } from '../records'
import type { Role } from './persons'
import type { ToldFact, ToldThing } from '../told'

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

/** A change in the history of a project. */
export interface Deed {
  readonly seq: number
  readonly id: string
  readonly label: string
  /** Who made it; null: from before that was told. */
  readonly by: string | null
  readonly at: string
  /** It takes another back, or makes one again that was taken back; null: it does something new. */
  readonly back: 'taken back' | 'made again' | null
  /** How the moment after it is called. */
  readonly named: string | null
  /** What it changed, in a line. */
  readonly words: string
}

/** Some of a history, the last first. */
export interface HistoryPage {
  readonly deeds: readonly Deed[]
  /** There are earlier ones. */
  readonly more: boolean
  /** So far the journal is read, for what is asked of drawings; the rest is being read. */
  readonly told: number
  readonly of: number
}

/** A project as it was after a change. */
export interface MomentProject extends OpenedProject {
  readonly at: string
  /** What was done last. */
  readonly label: string
  readonly named: string | null
}

/** One change, thing by thing. */
export interface WholeDeed extends Deed {
  readonly things: readonly DeedThing[]
  /** So many there are besides those that are told. */
  readonly more: number
}

export interface DeedThing extends ToldThing {
  readonly values: readonly ToldFact[]
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
  /** What who asks may do in it; left out: nobody is asked who they are, and may do all. */
  readonly role?: Role
}

/** So much of what somebody has selected is told: with the longest ids it fits into what a database tells at once, 8 000 bytes. */
export const MOST_SELECTED = 100

/** Where somebody is in a project, in one window, and what they have in hand there. */
export interface Here {
  readonly client: string
  /** Who it is; where nobody signs in, the browser. */
  readonly by: string
  /** The drawing or sheet that is open; null: none is. */
  readonly board: string | null
  /** Where they point on it, in its own measure; null: nowhere. */
  readonly pointer: { readonly x: number; readonly y: number } | null
  /** What they have selected. */
  readonly selection: readonly string[]
}

/** What is told of those who are in a project. */
export interface HereNews {
  readonly project: string
  readonly client: string
  /** Null: they left. */
  readonly here: Here | null
}
