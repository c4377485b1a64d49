import { columnReach, openingReach, turnedFooting, wallAxis, wallReach } from '../building'
import {
  EMPTY_BOX,
  SHORTEST,
  applyTo,
  boxOf,
  circlePath,
  distance,
  edgeLength,
  edgesOf,
  mapEdge,
  mirrors,
  offsetFrom,
  pathOfPoints,
  unitAt,
  type Affine,
  type Path,
  type Point,
} from '../geometry'
import type { Column, Opening, Wall, RecordKind } from '../records'
import { NOTHING_MORE, noHandle, plainPoint, pointBox, type Home, type HomesOf } from './home'
import { mappedAngle } from './maps'

/** A wall's line under a map. Mirrored walls are turned about, so that their sides stay left and right. */
function mappedWall(map: Affine, wall: Wall): Wall {
  const axis = mapEdge(map, wallAxis(wall))
  if (!mirrors(map)) return { ...wall, a: axis.a, b: axis.b }
  return {
    ...wall,
    a: axis.b,
    b: axis.a,
    ...(wall.sweep === undefined ? {} : { sweep: -axis.sweep }),
    ...(wall.joinA || wall.joinB ? { joinA: wall.joinB, joinB: wall.joinA } : {}),
    ...(wall.footing?.steps ? { footing: turnedFooting(wall.footing, edgeLength(axis)) } : {}),
  }
}

const wallHome: Home<Wall> = {
  mapped: (wall, { map }) => mappedWall(map, wall),
  stretched(wall, move) {
    const [a, b] = [move(wall.a), move(wall.b)]
    return a === wall.a && b === wall.b ? wall : { ...wall, a: plainPoint(a), b: plainPoint(b) }
  },
  handles: ({ a, b }) => [
    { at: a, from: b },
    { at: b, from: a },
  ],
  withHandle: (wall, index, to) => ({ ...wall, [index === 0 ? 'a' : 'b']: plainPoint(to) }),
  placed: ({ a, b }) => boxOf([a, b]),
  // By its solved faces and corners.
  edges: (wall) => [wallAxis(wall)],
  tied: null,
  centre: () => null,
  areas: () => [],
  inside: false,
  reach: (wall, project) => wallReach(wall, project.need('level', wall.level)),
  fault: ({ a, b }) => (distance(a, b) >= SHORTEST ? null : 'That would leave a wall without length.'),
}

/** The outline of a column. */
export function columnOutline({ at, turn, section }: Column): Path {
  if (section.form === 'round') return circlePath(at, section.diameter / 2)
  const u = unitAt(turn)
  const corner = (x: number, y: number): Point =>
    offsetFrom(at, u, (x * section.width) / 2, (y * section.depth) / 2)
  return pathOfPoints([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], true)
}

const columnHome: Home<Column> = {
  mapped: (column, { map }) => ({
    ...column,
    at: applyTo(map, column.at),
    turn: mappedAngle(map, column.turn),
  }),
  stretched(column, move) {
    const at = move(column.at)
    return at === column.at ? column : { ...column, at: plainPoint(at) }
  },
  handles: () => [],
  withHandle: noHandle,
  placed: ({ at }) => pointBox(at),
  edges: (column) => edgesOf(columnOutline(column)),
  tied: 'before walls',
  centre: ({ at }) => at,
  areas: (column) => [columnOutline(column)],
  inside: false,
  reach: (column, project) => columnReach(column, project.need('level', column.level)),
  fault: ({ section }) =>
    (section.form === 'round' ? [section.diameter] : [section.width, section.depth]).every(
      (size) => size >= 1 && size <= 20_000,
    )
      ? null
      : 'A column is between 1 mm and 20 m thick.',
}

/** A door or window goes with its wall: where it comes to follows from what became of that. */
const openingHome: Home<Opening> = {
  ...NOTHING_MORE,
  mapped: (opening) => opening,
  stretched: (opening) => opening,
  withHandle: noHandle,
  placed: () => EMPTY_BOX,
  reach: openingReach,
}

export const WALL_HOMES = {
  wall: wallHome,
  column: columnHome,
  opening: openingHome,
} satisfies HomesOf<RecordKind>
