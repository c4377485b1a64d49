import { wallAxis } from '../building'
import { SHORTEST, add, boxHasPoint, distance, dot, subtract, type Box, type Point } from '../geometry'
import { standsIn } from '../kinds'
import { isInReach } from '../library'
import { type AnyRecord, type Change, type Id, type Project, type Wall, type Board } from '../records'
import { openingsOf } from './openingsOf'
import { Outcome } from './outcome'
import { EditRefused } from './refusal'
import { pointAlong } from './track'

/**
 * Moves every point of a board that lies in a box: what lies wholly inside moves, what leaves the box is
 * stretched. Openings inside the box go along; those outside stay where they are in the building. Without
 * `ids` everything that is shown and not locked takes part.
 * @refuses in-the-way, no-size, no-solution, nonsense, nothing
 */
export function stretchBox(project: Project, board: Board, box: Box, by: Point, ids?: readonly Id[]): Change {
  if (!Number.isFinite(by.x + by.y) || Math.hypot(by.x, by.y) === 0)
    throw new EditRefused('no-size', 'Type or point how far to stretch.')
  const inside = (p: Point): boolean => boxHasPoint(box, p)
  const move = (p: Point): Point => (inside(p) ? add(p, by) : p)
  const outcome = new Outcome(project)
  let moved = 0
  for (const record of partakers(project, board, ids)) {
    if (record.kind === 'wall') refuseTurned(record, move)
    if (outcome.stretched(record, move, by)) moved++
    else if (record.kind === 'wall' && slides(project, record, move)) {
      // A wall that passes through the box: its openings inside slide along it.
      outcome.slides(record, move)
      moved++
    }
  }
  if (moved === 0) throw new EditRefused('nothing', 'No point of anything lies in the box.')
  return outcome.change()
}

/** Whether any door or window of a wall lies where things move. */
function slides(project: Project, wall: Wall, move: (p: Point) => Point): boolean {
  const axis = wallAxis(wall)
  return openingsOf(project, wall.id).some((opening) => {
    const p = pointAlong(axis, opening.along)
    return move(p) !== p
  })
}

function refuseTurned(wall: Wall, move: (p: Point) => Point): void {
  const [a, b] = [move(wall.a), move(wall.b)]
  if (distance(a, b) < SHORTEST) throw new EditRefused('no-size', 'That would leave a wall without length.')
  if (dot(subtract(wall.b, wall.a), subtract(b, a)) <= 0)
    throw new EditRefused('no-solution', 'That would turn a wall round; stretch it less far.')
}

function partakers(project: Project, board: Board, ids?: readonly Id[]): AnyRecord[] {
  const wanted = ids && ids.length > 0 ? new Set(ids) : null
  const found: AnyRecord[] = []
  for (const record of project.everything()) {
    if (!standsIn(board, record) || (wanted && !wanted.has(record.id))) continue
    if (isInReach(project, record)) found.push(record)
  }
  return found
}
