import {
  offsetFrom,
  pathOf,
  pathOfPoints,
  reversedEdge,
  straight,
  unitAt,
  type Path,
  type Point,
} from '../geometry'
import type { Column } from '../records'
import { atWall, wallLine, type WallShape } from './wallShape'

/**
 * The outline in plan of the strip footing under a wall, about the middle of the wall; null where it has none. It runs on
 * beyond the ends of the wall as far as it stands out beside it, so that those of walls that meet close their corners.
 */
export function wallFooting(shape: WallShape): Path | null {
  const { footing } = shape.wall
  if (!footing) return null
  const middle = (shape.low + shape.high) / 2
  const half = footing.width / 2
  // A wall that is drawn by its middle ends in the middle of the other.
  const beyond = Math.max(0, half - Math.abs(middle))
  const [from, to] = shape.arc ? [0, shape.length] : [-beyond, shape.length + beyond]
  const [right, left] = [
    wallLine(shape, middle - half, from, to),
    reversedEdge(wallLine(shape, middle + half, from, to)),
  ]
  return pathOf([right, straight(right.b, left.a), left, straight(left.b, right.a)], true)
}

/** Chords of curved footings are about so long, mm. */
const CHORD = 150

/** A strip footing in convex parts, anticlockwise: a straight one is one, of a curved one each chord from side to side. */
export function wallFootingParts(shape: WallShape): Point[][] {
  const outline = wallFooting(shape)
  const { footing } = shape.wall
  if (!outline || !footing) return []
  if (!shape.arc) return [outline.vertices.map(({ x, y }) => ({ x, y }))]
  const middle = (shape.low + shape.high) / 2
  const [low, high] = [middle - footing.width / 2, middle + footing.width / 2]
  const count = Math.max(2, Math.ceil(shape.length / CHORD))
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [(i / count) * shape.length, ((i + 1) / count) * shape.length]
    return [
      atWall(shape, from, low),
      atWall(shape, to, low),
      atWall(shape, to, high),
      atWall(shape, from, high),
    ]
  })
}

/** The outline in plan of the pad under a column, turned as that is; null where it has none. */
export function columnFooting({ at, turn, footing }: Column): Path | null {
  if (!footing) return null
  const u = unitAt(turn)
  const corner = (x: number, y: number): Point =>
    offsetFrom(at, u, (x * footing.width) / 2, (y * footing.depth) / 2)
  return pathOfPoints([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], true)
}
