import type { OpeningFit, WallShape } from '../building'
import { strokeItem, type DisplayItem } from '../display'
import { pathOfPoints, type Point } from '../geometry'
import type { OpeningType } from '../records'
import { doorItems } from './doorPlan'
import { OpeningGround } from './openingGround'
import { windowItems } from './windowPlan'

/** Dashes of what does not fit, paper mm. */
const FAULT_DASHES = [2, 1]

/** How doors and windows are drawn in plan. */
export interface OpeningLook {
  /** All there is; one line each; or the bare opening, as a framing plan wants it. */
  readonly openings: 'detailed' | 'simple' | 'opening only'
  /** Leaves with their ways. */
  readonly swings: boolean
}

/**
 * What fills an opening, seen in plan. One with a fault is drawn dashed across its place; `scale` is real mm to
 * one paper mm.
 */
export function openingItems(
  shape: WallShape,
  fit: OpeningFit,
  type: OpeningType,
  look: OpeningLook,
  scale: number,
): DisplayItem[] {
  const { opening } = fit
  const ground = new OpeningGround(shape, fit, scale)
  const { low, high } = ground
  if (fit.fault) {
    const dashed = (closed: boolean, ...points: Point[]): DisplayItem =>
      strokeItem(pathOfPoints(points, closed), 'hidden', FAULT_DASHES, scale, opening.id)
    const at = (along: number, aside: number): Point => ground.at(along, aside)
    return [
      dashed(true, at(fit.from, low), at(fit.to, low), at(fit.to, high), at(fit.from, high)),
      dashed(false, at(fit.from, low), at(fit.to, high)),
    ]
  }
  if (look.openings === 'opening only') return [ground.run('light', low), ground.run('light', high)]
  const how = { swings: look.swings, detailed: look.openings === 'detailed' }
  const { make } = type
  if (make.form === 'glazed') return windowItems(ground, opening, type, make, how)
  if (make.form === 'cased' && (!make.lined || !how.detailed))
    return [ground.run('light', low), ground.run('light', high)]
  return doorItems(ground, opening, type, how)
}
