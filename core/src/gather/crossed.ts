import { asideOf, inWall, wallAxis, type LevelSolver, type OfWall, type SolvedWall } from '../building'
import { draftField, type Scene } from '../derive'
import {
  NEARLY_PARALLEL,
  boxOf,
  boxesMeet,
  cross,
  crossings,
  direction,
  edgeBox,
  isStraight,
  offsetEdge,
  partAt,
  straight,
  type Edge,
  type Point,
} from '../geometry'
import { edgesOfRecord } from '../kinds'
import type { Anchor, Project } from '../records'
import type { TieFinder } from '../ties'

/**
 * What a line across a board crosses, in no order: in plans faces of walls, of their structure or their axes, columns, and the
 * grid with the axes; elsewhere every line that is not nearly along it.
 */
export function crossedBy(scene: Scene, from: Point, to: Point, on: OfWall, finder: TieFinder): Anchor[] {
  const line = straight(from, to)
  if (scene.view !== 'plan') return linesCrossed(scene, line, finder)
  const building = scene.building.seen()
  const box = edgeBox(line)
  const walls = building.wallsNear(box).flatMap((wall) => wallCrossed(wall, building, line, on))
  if (on === 'axis') return [...walls, ...gridCrossed(scene.project, line)]
  const columns = building
    .columnsNear(box)
    .flatMap(({ column }) => edgesCrossed(column.id, edgesOfRecord(column, scene.project), line))
  return [...walls, ...columns]
}

/** The faces of a wall, as far as its corners, or its axis. */
function facesOf(
  { shape }: SolvedWall,
  building: LevelSolver,
  on: OfWall,
): [Anchor & { to: 'wallFace' }, Edge][] {
  const axis = wallAxis(shape.wall)
  const sides = on === 'axis' ? (['axis'] as const) : (['left', 'right'] as const)
  return sides.flatMap((side): [Anchor & { to: 'wallFace' }, Edge][] => {
    const a = building.corner(shape.id, 'a', side, on)
    const b = building.corner(shape.id, 'b', side, on)
    const edge = isStraight(axis) ? a && b && straight(a, b) : offsetEdge(axis, asideOf(shape, side, on))
    const of = on === 'structure' ? { on } : {}
    return edge ? [[{ to: 'wallFace', wall: shape.id, side, ...of, along: 0, last: edge.a }, edge]] : []
  })
}

const wallCrossed = (wall: SolvedWall, building: LevelSolver, line: Edge, on: OfWall): Anchor[] =>
  facesOf(wall, building, on).flatMap(([anchor, face]) =>
    crossingsOf(line, face).map((p) => ({ ...anchor, along: inWall(wall.shape, p).along, last: p })),
  )

/** Where a line crosses an edge that is not nearly along it. */
const crossingsOf = (line: Edge, edge: Edge): Point[] =>
  isStraight(edge) && isAlong(line, edge) ? [] : crossings(line, edge).map(({ point }) => point)

const isAlong = (line: Edge, edge: Edge): boolean =>
  Math.abs(cross(direction(line.a, line.b), direction(edge.a, edge.b))) < NEARLY_PARALLEL

const edgesCrossed = (item: string, edges: readonly Edge[], line: Edge): Anchor[] =>
  edges.flatMap((edge, index) =>
    crossingsOf(line, edge).map((last): Anchor => {
      const part = Math.min(1, Math.max(0, partAt(edge, last)))
      return { to: 'item', item, edge: index, part, last }
    }),
  )

const gridCrossed = (project: Project, line: Edge): Anchor[] =>
  project.all('gridLine').flatMap(({ id, a, b }) =>
    crossingsOf(line, straight(a, b)).map((last): Anchor => ({
      to: 'gridLine',
      gridLine: id,
      part: partAt(straight(a, b), last),
      last,
    })),
  )

/** More lines than this are not measured at one go. */
const MOST = 400

function linesCrossed(scene: Scene, line: Edge, finder: TieFinder): Anchor[] {
  const box = boxOf([line.a, line.b])
  return draftField(scene)
    .edgesIn(box)
    .filter((entry) => entry.role !== 'axis' && boxesMeet(entry, box))
    .slice(0, MOST)
    .flatMap(({ edge }) => crossingsOf(line, edge))
    .map((p) => finder.at(p))
    .filter(({ to }) => to !== 'point')
}
