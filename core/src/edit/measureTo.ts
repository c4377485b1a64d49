import type { OfWall } from '../building'
import { dot, unitAt } from '../geometry'
import type { Anchor, Change, Dimension, Id, Project } from '../records'
import { holdAnchor, meaningsOf, onWall, type Ground } from '../ties'
import { MOST_POINTS, SAME_PLACE } from './dimensions'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

/**
 * What of walls rows measure to: their finished faces, the faces of their structure, or their axes. Points that stand on
 * the axis of a wall go to the face outside at the ends of a row, and to both faces between them.
 * @param ground what their board stands on
 * @refuses gone, locked, nonsense, nothing, too-many
 */
export function measureTo(project: Project, ground: Ground, ids: readonly Id[], on: OfWall): Change {
  refuseLocked(project, ids)
  const rows = ids.map((id) => project.need('dimension', id))
  const made = rows.map((row) => measuredTo(row, ground, on))
  if (made.some((row) => row !== null && row.anchors.length > MOST_POINTS))
    throw new EditRefused('too-many', `A dimension has at most ${MOST_POINTS} points.`)
  if (made.every((row) => row === null))
    throw new EditRefused('nothing', 'This row measures to no face of a wall.')
  return storing(project, ...made.map((row, i) => row ?? rows[i]!))
}

/**
 * The row measured to that, however many points it comes to have; null when it goes to no wall.
 * @refuses nonsense
 */
export function measuredTo<Row extends Pick<Dimension, 'anchors' | 'direction' | 'mixed'>>(
  row: Row,
  ground: Ground,
  on: OfWall,
): Row | null {
  const { anchors, direction } = row
  const u = unitAt(direction)
  const along = (anchor: Anchor): number => dot(u, holdAnchor(anchor, ground).point)
  const all = anchors.map(along)
  const ends = [Math.min(...all), Math.max(...all)] as const
  const more: Anchor[] = []
  let met = 0
  const moved = anchors.map((anchor, i): Anchor => {
    if ((anchor.to !== 'wallFace' && anchor.to !== 'wallCorner') || !meaningsOf(anchor, direction, ground))
      return anchor
    met++
    if (anchor.side !== 'axis' || on === 'axis') return onWall(anchor, on)
    const [low, high] = (['left', 'right'] as const)
      .map((side) => onWall(anchor, on, side))
      .sort((p, q) => along(p) - along(q)) as [Anchor, Anchor]
    if (all[i] === ends[0]) return low
    if (all[i] !== ends[1] && along(high) - along(low) >= SAME_PLACE) {
      more.push(high)
      return low
    }
    return high
  })
  if (met === 0) return null
  const taken = moved.map(along)
  const added = more.filter((anchor) => taken.every((at) => Math.abs(at - along(anchor)) >= SAME_PLACE))
  const { mixed: _, ...rest } = row
  return { ...(rest as Row), anchors: [...moved, ...added] }
}
