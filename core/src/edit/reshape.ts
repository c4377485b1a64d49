import { JOINED_ENDS, distance, type Point } from '../geometry'
import { handlesOf, withHandle } from '../kinds'
import type { Change, Id, Project, Wall } from '../records'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'
import { withEnds } from './walls'

/**
 * One point of something brought elsewhere. Walls that met a wall's end there come along.
 * @refuses bad-value, gone, in-the-way, locked, no-size, no-solution, nonsense, nothing
 */
export function moveHandle(project: Project, id: Id, index: number, to: Point): Change {
  refuseLocked(project, [id])
  if (!Number.isFinite(to.x + to.y)) throw new EditRefused('bad-value', 'That is no place to go to.')
  const at = { x: to.x, y: to.y }
  const record = project.get(id)!
  if (record.kind === 'wall') return moveWallEnd(project, record, index === 0 ? 'a' : 'b', at)
  const made = withHandle(record, index, at)
  if (made === record && handlesOf(record).length === 0)
    throw new EditRefused('nothing', 'This has no points by which it is reshaped.')
  return storing(project, made)
}

function moveWallEnd(project: Project, wall: Wall, end: 'a' | 'b', to: Point): Change {
  const was = wall[end]
  const outcome = new Outcome(project)
  for (const other of project.all('wall')) {
    if (other.level !== wall.level) continue
    const met = (p: Point): boolean => distance(p, was) <= JOINED_ENDS
    const mine = other.id === wall.id
    const a = (mine && end === 'a') || (!mine && met(other.a)) ? to : other.a
    const b = (mine && end === 'b') || (!mine && met(other.b)) ? to : other.b
    if (a !== other.a || b !== other.b) outcome.put(withEnds(other, a, b))
  }
  return outcome.change()
}
