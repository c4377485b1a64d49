import { strokeItem, type DisplayItem } from '../display'
import { pathOfPoints } from '../geometry'
import { openingFront, type FrontFacts } from '../solids'
import { OVERHEAD_DASHES } from './openingGround'

export interface ElevationFacts extends FrontFacts {
  readonly source: string | null
  /** Real mm to one paper mm. */
  readonly scale: number
}

/**
 * A door or window seen from the front, from its lower left corner: frame, leaves and lights, with dashed lines
 * that meet at the hinges. Real mm; doors are seen from the side they open to.
 */
export const openingElevation = ({ source, scale, ...facts }: ElevationFacts): DisplayItem[] =>
  openingFront(facts).map(({ pen, points, closed, dashed }): DisplayItem =>
    dashed
      ? strokeItem(pathOfPoints(points, closed), pen, OVERHEAD_DASHES, scale, source)
      : { kind: 'line', pen, points: points.flatMap((p) => [p.x, p.y]), closed, source },
  )
