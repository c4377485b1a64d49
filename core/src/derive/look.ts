import type { PatternMaker } from '../display'
import type { OpeningLook } from './opening'

/** How a plan is looked at. */
export interface PlanLook extends OpeningLook {
  /** Real mm to one mm on paper: sizes what keeps its paper size. */
  readonly scale: number
  /** Cut walls: their materials' patterns, one even tone, or outlines alone. */
  readonly poche: 'patterns' | 'solid' | 'outline'
  readonly furniture: boolean
  /** Leaves out what does not print. */
  readonly printing: boolean
  /** How pattern lines are made; left out: at once, where they are asked for. */
  readonly patterns?: PatternMaker
}

export const PLAIN_LOOK: Omit<PlanLook, 'scale'> = {
  poche: 'patterns',
  furniture: true,
  openings: 'detailed',
  swings: true,
  printing: false,
}
