import {
  SAME_LENGTH,
  angleOf,
  applyTo,
  atDistance,
  combine,
  moveBy,
  pathLength,
  subtract,
  turnBy,
  type Affine,
  type Point,
} from '../geometry'
import type { RepeatPattern } from '../records'

/** A turn about a point. */
export const turnAbout = ({ x, y }: Point, angle: number): Affine =>
  combine(moveBy(x, y), combine(turnBy(angle), moveBy(-x, -y)))

/**
 * The maps that bring an original to each of its copies, the original itself left out. `middle` is the middle
 * of the original: copies around a centre that keep their direction are carried by it.
 */
export function repeatMaps(pattern: RepeatPattern, middle: Point): Affine[] {
  switch (pattern.how) {
    case 'row':
      return Array.from({ length: pattern.count - 1 }, (_, i) =>
        moveBy(pattern.step.x * (i + 1), pattern.step.y * (i + 1)),
      )
    case 'grid': {
      const maps: Affine[] = []
      for (let row = 0; row < pattern.rows; row++)
        for (let i = 0; i < pattern.count; i++)
          if (row > 0 || i > 0)
            maps.push(
              moveBy(
                pattern.step.x * i + pattern.rowStep.x * row,
                pattern.step.y * i + pattern.rowStep.y * row,
              ),
            )
      return maps
    }
    case 'around':
      return Array.from({ length: pattern.count - 1 }, (_, i) => around(pattern, i + 1, middle))
    case 'path': {
      const start = atDistance(pattern.path, 0)
      const whole = pathLength(pattern.path)
      const maps: Affine[] = []
      for (let i = 1; i < pattern.count; i++) {
        const along = pattern.path.closed ? (pattern.pitch * i) % whole : pattern.pitch * i
        if (!pattern.path.closed && along > whole + SAME_LENGTH) break
        const at = atDistance(pattern.path, along)
        const shift = subtract(at.point, start.point)
        const turn = pattern.turned ? angleOf(at.direction) - angleOf(start.direction) : 0
        maps.push(combine(moveBy(shift.x, shift.y), turnAbout(start.point, turn)))
      }
      return maps
    }
  }
}

function around(pattern: Extract<RepeatPattern, { how: 'around' }>, i: number, middle: Point): Affine {
  const turn = turnAbout(pattern.centre, pattern.step * i)
  if (pattern.turned) return turn
  const to = applyTo(turn, middle)
  return moveBy(to.x - middle.x, to.y - middle.y)
}
