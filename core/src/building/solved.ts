import type { Box } from '../geometry'
import type { Column, Id } from '../records'
import type { EndCut } from './cut'
import type { Zone } from './heights'
import type { OpeningFit } from './openingFit'
import type { Boundary } from './overlay'
import type { Gap } from './piece'
import type { WallShape } from './wallShape'

/** Something with a box around it, known by its id. */
export interface Indexed extends Box {
  readonly id: Id
}

/** One wall after its joins, with its openings fitted. */
export interface SolvedWall {
  readonly shape: WallShape
  /** Whether the plan's cut passes through it, or it lies below or above. */
  readonly zone: Zone
  readonly start: EndCut
  readonly end: EndCut
  readonly openings: readonly OpeningFit[]
  /** Where it is open at the height it is looked at. */
  readonly gaps: readonly Gap[]
  /** The height above its level at which it is looked at, mm. */
  readonly lookedAt: number
  /** Around it, as far as others meet it. */
  readonly body: Indexed
  /** The boundaries it gives to the merged drawing, which is made the first time it is asked for. */
  readonly boundaries: readonly Boundary[]
}

/** A column with where it stands to the cut. */
export interface SolvedColumn {
  readonly column: Column
  readonly zone: Zone
  /** The same as of a wall. */
  readonly boundaries: readonly Boundary[]
}
