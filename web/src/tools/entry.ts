import type { Stage } from '@lamina/core/check'
import type { Way } from './drawing'
import type { Bench, DrawingBench, PlanBench, Tool } from './tool'

/** A tool as people find it: in a drawer, by a letter, in Ask. */
interface ToolFacts {
  readonly stage: Stage
  /** Heading it stands under in the drawer; null: found in Ask alone. */
  readonly under: string | null
  readonly name: string
  readonly icon: string
  readonly key?: string
  readonly ways?: readonly Way[]
  /** The way it works by itself, where that is not the first. */
  readonly usualWay?: string
  /** It works on whatever is selected, at every stage. */
  readonly change?: boolean
  /** What is selected stays so when it is taken up. */
  readonly keeps?: boolean
  /** The layer its things come to lie on. */
  readonly layer?: string
}

/** A tool that works on every board, drawing or sheet. */
interface AnywhereEntry extends ToolFacts {
  readonly on: 'any'
  make(bench: Bench): Tool
}

/** A tool for walls, openings, rooms, stairs and floors: it works on plans. */
interface PlanEntry extends ToolFacts {
  readonly on: 'plans'
  make(bench: PlanBench): Tool
}

/** A tool that works on drawings. */
interface DrawingEntry extends ToolFacts {
  readonly on: 'drawings'
  make(bench: DrawingBench): Tool
}

/** A tool for what stands in walls: it works on plans, and on views of the building from the side. */
interface WallsEntry extends ToolFacts {
  readonly on: 'walls'
  make(bench: Bench): Tool
}

export type ToolEntry = AnywhereEntry | DrawingEntry | PlanEntry | WallsEntry
