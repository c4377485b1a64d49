import { insidePath, type Point } from '../geometry'
import type { DrawingOf, Level } from '../records'
import type { Reach } from './heights'

/** How a plan is cut, where that is not as its level says. */
export type PlanCut = Pick<DrawingOf<'plan'>, 'cutHeight' | 'down' | 'up' | 'areas'>

/** How a plan is cut by itself; null: as its level says. */
export const ownCut = (plan: PlanCut): PlanCut | null =>
  plan.cutHeight === undefined &&
  plan.down === undefined &&
  plan.up === undefined &&
  (plan.areas ?? []).length === 0
    ? null
    : plan

/** What tells one way of cutting from another. */
export const cutKey = (cut: PlanCut | null): string =>
  cut ? JSON.stringify([cut.cutHeight, cut.down, cut.up, cut.areas]) : ''

/** The height above the floor at which a plan is cut at a place, mm: things are cut whole, where their middle is. */
export const cutHeightAt = (level: Pick<Level, 'cutHeight'>, cut: PlanCut | null, p: Point): number =>
  cut?.areas?.find(({ outline }) => insidePath(outline, p))?.cutHeight ?? cut?.cutHeight ?? level.cutHeight

/** Whether a plan sees as far down or up as something is. */
export const seesAsFar = (cut: PlanCut | null, { from, to }: Reach): boolean =>
  !cut || (to >= -(cut.down ?? Infinity) && from <= (cut.up ?? Infinity))
