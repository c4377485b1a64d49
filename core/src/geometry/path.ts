import { joinBoxes, EMPTY_BOX, type Box } from './box'
import type { Affine } from './affine'
import {
  arcOf,
  crossings,
  edgeBox,
  edgeLength,
  flattenEdge,
  isStraight,
  mapEdge,
  nearestOnEdge,
  partOfEdge,
  pointOn,
  directionOn,
  reversedEdge,
  type Crossing,
  type Edge,
} from './edge'
import { ROUNDING, SAME_POINT } from './tolerance'
import { cross, distance, dot, size, subtract, type Point } from './vector'

/** A corner of a path, with the sweep of the edge that leaves it: 0 straight. */
export interface Vertex {
  readonly x: number
  readonly y: number
  readonly sweep: number
}

/** Straight and curved parts one after the other; closed: the last vertex runs on to the first. */
export interface Path {
  readonly vertices: readonly Vertex[]
  readonly closed: boolean
}

const point = ({ x, y }: Point): Point => ({ x, y })

export function edgesOf({ vertices, closed }: Path): Edge[] {
  const edges: Edge[] = []
  const count = closed ? vertices.length : vertices.length - 1
  for (let i = 0; i < count; i++) {
    const from = vertices[i]!
    edges.push({ a: point(from), b: point(vertices[(i + 1) % vertices.length]!), sweep: from.sweep })
  }
  return edges
}

/** The path of edges that follow each other; the end of a closed one is its start. */
export function pathOf(edges: readonly Edge[], closed: boolean): Path {
  const vertices: Vertex[] = edges.map(({ a, sweep }) => ({ x: a.x, y: a.y, sweep }))
  if (!closed && edges.length > 0) {
    const { b } = edges[edges.length - 1]!
    vertices.push({ x: b.x, y: b.y, sweep: 0 })
  }
  return { vertices, closed }
}

export const pathOfPoints = (points: readonly Point[], closed: boolean): Path => ({
  vertices: points.map(({ x, y }) => ({ x, y, sweep: 0 })),
  closed,
})

/** A full circle: two half turns. */
export const circlePath = ({ x, y }: Point, radius: number): Path => ({
  vertices: [
    { x: x + radius, y, sweep: Math.PI },
    { x: x - radius, y, sweep: Math.PI },
  ],
  closed: true,
})

export const pathLength = (path: Path): number =>
  edgesOf(path).reduce((sum, edge) => sum + edgeLength(edge), 0)

/** The signed area within a closed path, mm²: positive when it runs anticlockwise. */
export function pathArea(path: Path): number {
  let twice = 0
  for (const edge of edgesOf({ ...path, closed: true })) {
    twice += edge.a.x * edge.b.y - edge.b.x * edge.a.y
    if (isStraight(edge)) continue
    const { radius } = arcOf(edge)
    // The part between chord and arc.
    twice += radius * radius * (edge.sweep - Math.sin(edge.sweep))
  }
  return twice / 2
}

export const pathBox = (path: Path): Box =>
  edgesOf(path).reduce((box, edge) => joinBoxes(box, edgeBox(edge)), EMPTY_BOX)

export const reversedPath = (path: Path): Path =>
  pathOf(edgesOf(path).reverse().map(reversedEdge), path.closed)

/** The path under a map that keeps shapes. */
export const mapPath = (map: Affine, path: Path): Path =>
  pathOf(
    edgesOf(path).map((edge) => mapEdge(map, edge)),
    path.closed,
  )

/** The point at a distance along the path from its start, with the direction there. Held at the ends. */
export function atDistance(path: Path, along: number): { point: Point; direction: Point } {
  const edges = edgesOf(path)
  let rest = Math.max(0, along)
  for (const [i, edge] of edges.entries()) {
    const length = edgeLength(edge)
    if (rest <= length || i === edges.length - 1) {
      const t = length > 0 ? Math.min(1, rest / length) : 0
      return { point: pointOn(edge, t), direction: directionOn(edge, t) }
    }
    rest -= length
  }
  throw new Error('A path without edges has no points.')
}

/** The nearest point of a path to p: its edge, the part of it, the distance from the path's start. */
export function nearestOnPath(
  path: Path,
  p: Point,
): { edge: number; t: number; point: Point; distance: number; along: number } {
  let best = { edge: 0, t: 0, point: p, distance: Infinity, along: 0 }
  let run = 0
  for (const [i, edge] of edgesOf(path).entries()) {
    const near = nearestOnEdge(edge, p)
    const length = edgeLength(edge)
    if (near.distance < best.distance) best = { edge: i, ...near, along: run + near.t * length }
    run += length
  }
  return best
}

/** Points along a path, chords within `tolerance` of it. A closed path's first point is not repeated. */
export function flattenPath(path: Path, tolerance: number): Point[] {
  const first = path.vertices[0]
  if (!first) return []
  const points = [point(first)]
  for (const edge of edgesOf(path)) points.push(...flattenEdge(edge, tolerance))
  if (path.closed) points.pop()
  return points
}

/**
 * Whether p lies within a closed path (even-odd): within the polygon of its vertices, turned about by every
 * piece between a chord and its arc that holds p.
 */
export function insidePath(path: Path, p: Point): boolean {
  let inside = false
  for (const edge of edgesOf({ ...path, closed: true })) {
    const { a, b } = edge
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside
    if (isStraight(edge)) continue
    const { centre, radius } = arcOf(edge)
    if (distance(p, centre) >= radius) continue
    // On the chord the point counts as the polygon's test counts it: a little to the right, or above.
    const side = cross(subtract(b, a), subtract(p, a)) || a.y - b.y || b.x - a.x
    // An anticlockwise arc lies to the right of its chord.
    if (side * edge.sweep < 0) inside = !inside
  }
  return inside
}

/** Where two paths meet: on which edges, and at which parts of them. */
export interface PathCrossing extends Crossing {
  readonly edge: number
  readonly otherEdge: number
}

export function pathCrossings(path: Path, other: Path): PathCrossing[] {
  const found: PathCrossing[] = []
  const theirs = edgesOf(other)
  const boxes = theirs.map(edgeBox)
  for (const [edge, e] of edgesOf(path).entries()) {
    const box = edgeBox(e)
    theirs.forEach((f, otherEdge) => {
      const b = boxes[otherEdge]!
      if (
        b.minX > box.maxX + SAME_POINT ||
        b.maxX < box.minX - SAME_POINT ||
        b.minY > box.maxY + SAME_POINT ||
        b.maxY < box.minY - SAME_POINT
      )
        return
      for (const crossing of crossings(e, f)) {
        const twin = found.some((each) => distance(each.point, crossing.point) <= SAME_POINT)
        if (!twin) found.push({ ...crossing, edge, otherEdge })
      }
    })
  }
  return found
}

/** Whether a path crosses or touches itself anywhere but at its corners. */
export function crossesItself(path: Path): boolean {
  const edges = edgesOf(path)
  for (let i = 0; i < edges.length; i++) {
    for (let j = i + 1; j < edges.length; j++) {
      const follows = j === i + 1
      const closes = path.closed && i === 0 && j === edges.length - 1
      for (const { point: p } of crossings(edges[i]!, edges[j]!)) {
        if (follows && distance(p, edges[i]!.b) <= SAME_POINT) continue
        if (closes && distance(p, edges[0]!.a) <= SAME_POINT) continue
        return true
      }
    }
  }
  return false
}

/**
 * The same path without edges shorter than the tolerance, straight runs and runs along one circle each as one
 * edge. Null when nothing is left.
 */
export function tidyPath(path: Path): Path | null {
  const kept: Edge[] = []
  for (const edge of edgesOf(path)) {
    const last = kept[kept.length - 1]
    const start = last ? last.b : edge.a
    if (edgeLength(edge) <= SAME_POINT) {
      if (last) kept[kept.length - 1] = { ...last, b: edge.b }
      continue
    }
    const joined = last && runOn(last, { ...edge, a: start })
    if (joined) kept[kept.length - 1] = joined
    else kept.push({ ...edge, a: start })
  }
  if (kept.length === 0) return null
  if (path.closed && kept.length > 2) {
    const joined = runOn(kept[kept.length - 1]!, kept[0]!)
    if (joined) {
      kept.pop()
      kept[0] = joined
    }
  }
  if (path.closed && kept.length < 2) return null
  return pathOf(kept, path.closed)
}

/** Two edges that run on along one line or circle, as one; null when they do not. */
export function runOn(e: Edge, f: Edge): Edge | null {
  const turn = cross(directionOn(e, 1), directionOn(f, 0))
  if (dot(directionOn(e, 1), directionOn(f, 0)) <= 0 || Math.abs(turn) > ROUNDING) return null
  if (isStraight(e) && isStraight(f)) return { a: e.a, b: f.b, sweep: 0 }
  if (isStraight(e) || isStraight(f) || Math.sign(e.sweep) !== Math.sign(f.sweep)) return null
  const p = arcOf(e)
  const q = arcOf(f)
  if (distance(p.centre, q.centre) > SAME_POINT || Math.abs(p.radius - q.radius) > SAME_POINT) return null
  const sweep = e.sweep + f.sweep
  // A whole turn is two edges.
  return Math.abs(sweep) > 2 * Math.PI - 0.1 ? null : { a: e.a, b: f.b, sweep }
}

/** The stretch of an open path between two distances from its start, or of a closed one, running over its start if `to` is the smaller. */
export function spanOfPath(path: Path, from: number, to: number): Path | null {
  const whole = pathLength(path)
  if (path.closed && to <= from) to += whole
  const edges = edgesOf(path)
  const all = path.closed ? [...edges, ...edges] : edges
  const kept: Edge[] = []
  let run = 0
  for (const edge of all) {
    const length = edgeLength(edge)
    const low = Math.max(from, run)
    const high = Math.min(to, run + length)
    if (high - low > SAME_POINT) kept.push(partOfEdge(edge, (low - run) / length, (high - run) / length))
    run += length
  }
  return kept.length > 0 ? tidyPath(pathOf(kept, false)) : null
}

/** The distance from the path's start of the part t of an edge. */
export function alongAt(path: Path, edge: number, t: number): number {
  const edges = edgesOf(path)
  let run = 0
  for (let i = 0; i < edge; i++) run += edgeLength(edges[i]!)
  return run + edgeLength(edges[edge]!) * t
}

/** Whether every coordinate is a number that can be stored. */
export const isFinitePath = (path: Path): boolean =>
  path.vertices.every(({ x, y, sweep }) => Number.isFinite(x + y + sweep) && size({ x, y }) < 1e9)

/** A path as records store it. */
export const asStored = ({ vertices, closed }: Path): { vertices: Vertex[]; closed: boolean } => ({
  vertices: vertices.map(({ x, y, sweep }) => ({ x, y, sweep })),
  closed,
})
