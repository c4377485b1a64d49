import type { Id, Lens } from '../records'
import type { OpeningLook } from './opening'

/** How a plan is looked at. */
export interface PlanLook extends OpeningLook {
  /** Real mm to one mm on paper: sizes what keeps its paper size. */
  readonly scale: number
  /** Cut walls: their materials' patterns, one even tone, or outlines alone. */
  readonly poche: 'patterns' | 'solid' | 'outline'
  readonly furniture: boolean
  /** Tags of rooms, and numbers of doors and windows. */
  readonly roomTags: boolean
  readonly marks: boolean
  /** What lies above the cut, dashed. */
  readonly overhead: boolean
  /** Footings, dashed. */
  readonly footings?: boolean
  /** Joists, rafters and lintels. */
  readonly framing?: boolean
  /** Leaves out what does not print. */
  readonly printing: boolean
  /** The viewport it is seen in, where annotation stands otherwise in that. */
  readonly viewport?: Id
  readonly faces?: Lens['faces']
  readonly ink?: Lens['ink']
  readonly statuses?: Lens['statuses']
  readonly rules?: Lens['rules']
}

/** How a plan is looked at through a lens. */
export const lookThrough = (
  lens: Lens,
  scale: number,
  more: Pick<PlanLook, 'printing' | 'viewport'>,
): PlanLook => ({
  poche: lens.poche,
  furniture: lens.furniture,
  openings: lens.openings,
  swings: lens.swings,
  roomTags: lens.roomTags,
  marks: lens.marks,
  overhead: lens.overhead,
  footings: lens.footings ?? false,
  framing: lens.framing ?? false,
  ...(lens.faces ? { faces: lens.faces } : {}),
  ...(lens.ink ? { ink: lens.ink } : {}),
  ...(lens.statuses ? { statuses: lens.statuses } : {}),
  ...(lens.rules ? { rules: lens.rules } : {}),
  scale,
  ...more,
})

export const PLAIN_LOOK: Omit<PlanLook, 'scale'> = {
  poche: 'patterns',
  furniture: true,
  roomTags: true,
  marks: false,
  overhead: true,
  openings: 'detailed',
  swings: true,
  printing: false,
}
