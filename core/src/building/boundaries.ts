import { EMPTY_BOX, boxOf, isEmptyBox, joinBoxes, type Box } from '../geometry'
import type { Boundary } from './overlay'

/** Whether two lists of boundaries are the same. */
export const areSame = (p: readonly Boundary[], q: readonly Boundary[]): boolean =>
  p.length === q.length &&
  p.every((each, i) => {
    const other = q[i]!
    return (
      each.x1 === other.x1 &&
      each.y1 === other.y1 &&
      each.x2 === other.x2 &&
      each.y2 === other.y2 &&
      each.left === other.left &&
      each.right === other.right &&
      each.owner === other.owner
    )
  })

/** Around the boundaries that came or went; null when they are the same. */
export function changedPlace(before: readonly Boundary[], now: readonly Boundary[]): Box | null {
  const key = ({ x1, y1, x2, y2, left, right }: Boundary): string =>
    `${x1} ${y1} ${x2} ${y2} ${left} ${right}`
  const were = new Map(before.map((each) => [key(each), each]))
  let place = EMPTY_BOX
  const take = ({ x1, y1, x2, y2 }: Boundary): void =>
    void (place = joinBoxes(
      place,
      boxOf([
        { x: x1, y: y1 },
        { x: x2, y: y2 },
      ]),
    ))
  for (const each of now) if (!were.delete(key(each))) take(each)
  for (const each of were.values()) take(each)
  return isEmptyBox(place) ? null : place
}
