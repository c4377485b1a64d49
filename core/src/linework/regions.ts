import {
  SAME_POINT,
  ROUNDING,
  boxHasPoint,
  insidePath,
  pathBox,
  type Edge,
  type Path,
  type Point,
} from '../geometry'
import { facesOfEdges } from './faces'

/** An area that edges enclose, with the islands in it. */
export interface EnclosedArea {
  readonly outer: Path
  readonly islands: readonly Path[]
}

/**
 * Every area that edges enclose, the outside left out; lines that end loose in one are passed over. An area
 * within another is an island of that one and an area of its own.
 */
export function allRegions(edges: readonly Edge[]): EnclosedArea[] {
  const faces = facesOfEdges(edges)
  const outer = faces
    .filter((face) => face.area > 0)
    .map((face) => ({ ...face, box: pathBox(face.path), islands: [] as Path[] }))
    .sort((p, q) => p.area - q.area)
  for (const face of faces) {
    // The outside of what stands in an area: traced clockwise.
    if (face.area >= 0) continue
    const p = face.path.vertices[0]!
    const holder = outer.find(
      ({ path, area, box }) =>
        area > -face.area + ROUNDING && boxHasPoint(box, p) && insidePath(path, p) && !isOn(path, p),
    )
    holder?.islands.push(face.path)
  }
  return outer.map(({ path, islands }) => ({ outer: path, islands }))
}

const isOn = (path: Path, p: Point): boolean =>
  path.vertices.some((vertex) => Math.hypot(vertex.x - p.x, vertex.y - p.y) < SAME_POINT)

/** A point well within an area: in the middle of the widest level run half-way up, or a little off that. */
export function innerPoint({ outer, islands }: EnclosedArea): Point {
  const { minY, maxY, minX } = pathBox(outer)
  let best: Point = outer.vertices[0]!
  let widest = -1
  for (const part of [0.5, 0.31, 0.69, 0.17, 0.83]) {
    const y = minY + (maxY - minY) * part
    const xs = [outer, ...islands].flatMap((path) => crossingsAt(path, y)).sort((p, q) => p - q)
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const width = xs[i + 1]! - xs[i]!
      // The middle counts for more than its neighbours.
      if (width * (part === 0.5 ? 1.2 : 1) > widest) {
        widest = width * (part === 0.5 ? 1.2 : 1)
        best = { x: (xs[i]! + xs[i + 1]!) / 2, y }
      }
    }
  }
  return widest > 0 ? { x: best.x, y: best.y } : { x: minX, y: minY }
}

function crossingsAt(path: Path, y: number): number[] {
  const xs: number[] = []
  const { vertices } = path
  for (let i = 0; i < vertices.length; i++) {
    const a = vertices[i]!
    const b = vertices[(i + 1) % vertices.length]!
    if (a.y > y !== b.y > y) xs.push(a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y))
  }
  return xs
}
