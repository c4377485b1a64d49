import type { DrawingOf, Level } from '../records'
import type { UnitSystem } from '../units'

/** What a new plan starts from: what it is called, how it is cut and looked at. */
export interface PlanKind {
  readonly name: string
  /** What it is for, in a few words. */
  readonly use: string
  /** The title of the plan of a level. */
  title(level: Level): string
  /** How it is cut, where that is not as the level says. */
  cut(level: Level): Pick<DrawingOf<'plan'>, 'cutHeight' | 'down' | 'up'>
  /** The lens it is looked at through; null: the first. */
  readonly lens: string | null
  readonly scale: Readonly<Record<UnitSystem, number>>
}

/** Walls of a foundation plan are cut so much above the floor, mm: below doors and windows. */
const ABOVE_FOOT = 50
/** A ceiling plan is cut so much below the top of its storey, mm. */
const BELOW_CEILING = 400

/** The kinds of plans that drawings start from. */
export const PLAN_KINDS = {
  general: {
    name: 'General plan',
    use: 'Walls, doors, windows and rooms, cut as the level says',
    title: ({ name }) => `${name} plan`,
    cut: () => ({}),
    lens: null,
    scale: { metric: 50, 'feet-inches': 48 },
  },
  dimension: {
    name: 'Dimension plan',
    use: 'Walls and openings with their numbers, clear of furniture, for rows of dimensions',
    title: ({ name }) => `${name} dimensions`,
    cut: () => ({}),
    lens: 'lens-numbers',
    scale: { metric: 50, 'feet-inches': 48 },
  },
  furniture: {
    name: 'Furniture plan',
    use: 'Rooms and what stands in them, walls in one tone',
    title: ({ name }) => `${name} furniture`,
    cut: () => ({}),
    lens: 'lens-simple',
    scale: { metric: 100, 'feet-inches': 96 },
  },
  foundation: {
    name: 'Foundation plan',
    use: 'Walls at their feet and what lies below the floor',
    title: ({ name }) => `${name} foundations`,
    cut: () => ({ cutHeight: ABOVE_FOOT, up: ABOVE_FOOT }),
    lens: 'lens-foundation',
    scale: { metric: 50, 'feet-inches': 48 },
  },
  framing: {
    name: 'Framing plan',
    use: 'Outlines of walls with the joists of the floor, beams and lintels',
    title: ({ name }) => `${name} framing`,
    // What lies over the cut is the next floor's, or the roof's.
    cut: ({ cutHeight }) => ({ up: cutHeight }),
    lens: 'lens-framing',
    scale: { metric: 50, 'feet-inches': 48 },
  },
  roof: {
    name: 'Roof framing plan',
    use: 'Outlines of walls with the rafters over them',
    title: ({ name }) => `${name} rafters`,
    cut: () => ({ down: 0 }),
    lens: 'lens-framing',
    scale: { metric: 50, 'feet-inches': 48 },
  },
  ceiling: {
    name: 'Ceiling plan',
    use: 'Cut high, with what hangs above',
    title: ({ name }) => `${name} ceiling`,
    cut: ({ height, cutHeight }) => ({ cutHeight: Math.max(cutHeight, height - BELOW_CEILING) }),
    lens: 'lens-bare',
    scale: { metric: 50, 'feet-inches': 48 },
  },
} as const satisfies Record<string, PlanKind>

export type PlanKindName = keyof typeof PLAN_KINDS
