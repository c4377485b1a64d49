import { atWall, heightsMeet, inWall, openingReach, wallShape, type WallShape } from '../building'
import { SAME_POINT, applyTo, distance, type Affine, type Point } from '../geometry'
import type { Id, Opening, Project, Wall } from '../records'
import { EditRefused } from './refusal'

const shapeOf = (project: Project, wall: Wall): WallShape =>
  wallShape(wall, project.need('wallType', wall.type), (id) => project.need('material', id))

/**
 * A door or window under a map, without its wall: it comes into the wall that stands where it comes to, and
 * keeps its leaf on the side and jamb where the map puts them. Where no wall stands near it slides along its own.
 */
export function carryOpening(project: Project, opening: Opening, map: Affine): Opening {
  const host = project.need('wall', opening.wall)
  const shape = shapeOf(project, host)
  const middle = (shape.low + shape.high) / 2
  const centre = atWall(shape, opening.along, middle)
  const place = applyTo(map, centre)
  const found = wallAtPlace(project, host.level, place, shape.thickness) ?? shape
  const at = inWall(found, place)
  const jamb = inWall(found, applyTo(map, atWall(shape, opening.along - 1, middle)))
  const left = inWall(found, applyTo(map, atWall(shape, opening.along, middle + 1)))
  const turned = jamb.along > at.along
  const crossed = left.aside < at.aside
  const { round: _, ...rest } = opening
  return {
    ...rest,
    wall: found.id,
    along: at.along,
    hand: turned ? (opening.hand === 'start' ? 'end' : 'start') : opening.hand,
    side: crossed ? (opening.side === 'left' ? 'right' : 'left') : opening.side,
  }
}

/**
 * The wall whose body a point lies in or near, within `slack` mm: from face to face of unlike sides people point past
 * the middle. Of several the one whose middle is nearest.
 */
function wallAtPlace(project: Project, level: Id, p: Point, slack: number): WallShape | null {
  let best: WallShape | null = null
  let bestAway = Infinity
  for (const wall of project.all('wall')) {
    if (wall.level !== level) continue
    const reach = distance(wall.a, wall.b) * 2 + 10_000
    if (Math.abs(p.x - wall.a.x) > reach || Math.abs(p.y - wall.a.y) > reach) continue
    const shape = shapeOf(project, wall)
    const { along, aside } = inWall(shape, p)
    const inside =
      along >= 0 && along <= shape.length && aside >= shape.low - slack && aside <= shape.high + slack
    const away = Math.abs(aside - (shape.low + shape.high) / 2)
    if (inside && away < bestAway) {
      best = shape
      bestAway = away
    }
  }
  return best
}

/**
 * Refuses a copy that would stand over another opening of its wall, or beyond its ends.
 * @refuses no-room, taken
 */
export function refuseOver(project: Project, made: Opening, besides: readonly Opening[]): void {
  const wall = project.need('wall', made.wall)
  const { length } = shapeOf(project, wall)
  const half = made.width / 2
  if (made.along - half < -SAME_POINT || made.along + half > length + SAME_POINT)
    throw new EditRefused('no-room', 'The copy would stand in no wall.')
  const others = project.dependents(made.wall).flatMap((id) => project.find('opening', id) ?? [])
  for (const other of [...others, ...besides])
    if (
      other.wall === made.wall &&
      other.id !== made.id &&
      heightsMeet(openingReach(made), openingReach(other)) &&
      Math.abs(other.along - made.along) < half + other.width / 2 - SAME_POINT
    )
      throw new EditRefused('taken', 'A copy would lie over another door or window.')
}
