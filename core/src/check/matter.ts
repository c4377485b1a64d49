import type { Point } from '../geometry'
import type { Board, Change, Id, Project } from '../records'

export type Stage = 'set-out' | 'walls' | 'openings' | 'fit-out' | 'annotate' | 'compose' | 'issue'

/** One open matter: what it is, where, and at which stage it belongs. */
export interface Matter {
  readonly id: string
  readonly stage: Stage
  readonly text: string
  /** Records it concerns. */
  readonly about: readonly Id[]
  readonly drawing: Id | null
  readonly sheet: Id | null
  /** On the drawing, real mm. */
  readonly at: Point | null
  /** What would mend it, where the program knows. */
  readonly mend?: (project: Project) => Change
}

/** A matter as it is found: on which board is added. */
export interface Found {
  readonly stage: Stage
  /** Tells it from the other matters of its board. */
  readonly key: string
  readonly text: string
  readonly about: readonly Id[]
  readonly at: Point | null
  readonly mend?: NonNullable<Matter['mend']>
}

export const matterOn = (board: Board, { key, ...found }: Found): Matter => ({
  id: `${board.id}-${key}`,
  drawing: board.kind === 'drawing' ? board.id : null,
  sheet: board.kind === 'sheet' ? board.id : null,
  ...found,
})
