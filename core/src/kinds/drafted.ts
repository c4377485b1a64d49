import {
  SAME_POINT,
  applyTo,
  arcOf,
  boxOf,
  crossesItself,
  distance,
  edgesOf,
  isFinitePath,
  isStraight,
  joinBoxes,
  EMPTY_BOX,
  offsetFrom,
  pathBox,
  pathLength,
  straight,
  unitAt,
  type Edge,
  type Path,
  type Point,
} from '../geometry'
import { mapShape, shapePath } from '../linework'
import type { GridLine, Guide, Hatch, Linework, Separator, Shape, RecordKind } from '../records'
import { noHandle, plainPoint, pointBox, type Handle, type Home, type Move, type HomesOf } from './home'
import { mappedAngle, mappedPath } from './maps'

/** A path with those of its vertices moved that a move moves; the same object when none does. */
export function stretchedPath<P extends Path>(path: P, move: Move): P {
  let changed = false
  const vertices = path.vertices.map((vertex) => {
    const p = move(vertex)
    if (p === vertex) return vertex
    changed = true
    return { x: p.x, y: p.y, sweep: vertex.sweep }
  })
  return changed ? { ...path, vertices } : path
}

/** The vertices of a path as handles. */
export const pathHandles = ({ vertices, closed }: Path): Handle[] =>
  vertices.map((at, i) => ({
    at: plainPoint(at),
    from: vertices[i - 1] ?? (closed ? vertices[vertices.length - 1]! : (vertices[1] ?? null)),
  }))

/** A path with one vertex elsewhere. */
export const withVertex = <P extends Path>(path: P, index: number, to: Point): P => ({
  ...path,
  vertices: path.vertices.map((p, i) => (i === index ? { x: to.x, y: to.y, sweep: p.sweep } : p)),
})

function stretchedShape(shape: Shape, move: Move): Shape {
  switch (shape.form) {
    case 'path': {
      const path = stretchedPath(shape.path, move)
      return path === shape.path ? shape : { ...shape, path }
    }
    case 'circle':
    case 'ellipse': {
      const centre = move(shape.centre)
      return centre === shape.centre ? shape : { ...shape, centre: plainPoint(centre) }
    }
    case 'curve': {
      const points = shape.points.map(move)
      return points.every((p, i) => p === shape.points[i])
        ? shape
        : { ...shape, points: points.map(plainPoint) }
    }
  }
}

function shapeHandles(shape: Shape): Handle[] {
  switch (shape.form) {
    case 'circle':
      return [{ at: { x: shape.centre.x + shape.radius, y: shape.centre.y }, from: shape.centre }]
    case 'curve':
      return shape.points.map((at, i) => ({ at, from: shape.points[i - 1] ?? null }))
    case 'ellipse':
      return []
    case 'path':
      return pathHandles(shape.path)
  }
}

function shapeWithHandle(shape: Shape, index: number, to: Point): Shape {
  switch (shape.form) {
    case 'circle':
      return { ...shape, radius: distance(shape.centre, to) }
    case 'curve':
      return { ...shape, points: shape.points.map((p, i) => (i === index ? plainPoint(to) : p)) }
    case 'ellipse':
      return shape
    case 'path':
      return { ...shape, path: withVertex(shape.path, index, to) }
  }
}

/** Why nobody means a shape: without size, beyond all places, or with an outline that crosses itself. */
export function shapeFault(shape: Shape): string | null {
  if (shape.form === 'circle') return shape.radius > SAME_POINT ? null : 'A circle needs some radius.'
  if (shape.form === 'ellipse') {
    const { major, ratio } = shape
    return Math.hypot(major.x, major.y) * ratio > SAME_POINT
      ? null
      : 'An ellipse needs two half axes above 0.'
  }
  if (shape.form === 'curve' && !shape.points.every((p) => Number.isFinite(p.x + p.y)))
    return 'That is no place to go to.'
  const path = shapePath(shape)
  if (!isFinitePath(path)) return 'That is further than a line can go.'
  if (path.vertices.length < 2 || !(pathLength(path) > SAME_POINT)) return 'A line needs some length.'
  if (shape.form === 'path' && path.closed && crossesItself(path))
    return 'This outline would cross itself. Leave it open, or point its corners in order.'
  return null
}

const lineworkHome: Home<Linework> = {
  mapped: (line, { map }) => ({ ...line, shape: mapShape(map, line.shape) }),
  stretched(line, move) {
    const shape = stretchedShape(line.shape, move)
    return shape === line.shape ? line : { ...line, shape }
  },
  handles: ({ shape }) => shapeHandles(shape),
  withHandle: (line, index, to) => ({ ...line, shape: shapeWithHandle(line.shape, index, to) }),
  placed: ({ shape }) => pathBox(shapePath(shape)),
  edges: ({ shape }) => edgesOf(shapePath(shape)),
  tied: 'before walls',
  centre({ shape }) {
    if (shape.form === 'circle' || shape.form === 'ellipse') return shape.centre
    const [first] = edgesOf(shapePath(shape))
    return first && !isStraight(first) ? arcOf(first).centre : null
  },
  inside: false,
  areas({ shape }) {
    const path = shapePath(shape)
    return path.closed ? [path] : []
  },
  reach: () => null,
  fault: ({ shape }) => shapeFault(shape),
}

const hatchHome: Home<Hatch> = {
  mapped(hatch, { map }) {
    const { region, filling } = hatch
    return {
      ...hatch,
      region: region.by === 'point' ? { ...region, at: applyTo(map, region.at) } : region,
      outlines: hatch.outlines.map((path) => mappedPath(map, path)),
      filling:
        filling.with === 'pattern'
          ? { ...filling, origin: applyTo(map, filling.origin), turn: mappedAngle(map, filling.turn) }
          : filling,
    }
  },
  stretched(hatch, move) {
    const outlines = hatch.outlines.map((path) => stretchedPath(path, move))
    const { region, filling } = hatch
    const at = region.by === 'point' ? move(region.at) : null
    const moved = region.by === 'point' && at !== region.at ? { ...region, at: plainPoint(at!) } : region
    if (outlines.every((path, i) => path === hatch.outlines[i]) && moved === region) return hatch
    // Moved as a whole it takes its pattern along.
    const whole = hatch.outlines.every(({ vertices }) => vertices.every((p) => move(p) !== p))
    const first = hatch.outlines[0]!.vertices[0]!
    const by = whole ? move(first) : first
    return {
      ...hatch,
      outlines,
      region: moved,
      filling:
        filling.with === 'pattern' && whole
          ? {
              ...filling,
              origin: { x: filling.origin.x + by.x - first.x, y: filling.origin.y + by.y - first.y },
            }
          : filling,
    }
  },
  handles: () => [],
  withHandle: noHandle,
  placed: ({ outlines }) => outlines.reduce((box, path) => joinBoxes(box, pathBox(path)), EMPTY_BOX),
  // What bounds it has edges of its own; the place within is what is spoken of.
  edges: () => [],
  tied: null,
  centre: () => null,
  areas: ({ outlines }) => outlines,
  inside: true,
  reach: () => null,
  fault: () => null,
}

/** What grid lines and separating lines have in common: two ends. */
const between = <R extends GridLine | Separator>(called: string, tied: Home<R>['tied']): Home<R> => ({
  mapped: (line, { map }) => ({ ...line, a: applyTo(map, line.a), b: applyTo(map, line.b) }),
  stretched(line, move) {
    const [a, b] = [move(line.a), move(line.b)]
    return a === line.a && b === line.b ? line : { ...line, a: plainPoint(a), b: plainPoint(b) }
  },
  handles: ({ a, b }) => [
    { at: a, from: b },
    { at: b, from: a },
  ],
  withHandle: (line, index, to) => ({ ...line, [index === 0 ? 'a' : 'b']: plainPoint(to) }),
  placed: ({ a, b }) => boxOf([a, b]),
  edges: ({ a, b }) => [straight(a, b)],
  tied,
  centre: () => null,
  areas: () => [],
  inside: false,
  reach: () => null,
  fault: ({ a, b }) => (distance(a, b) >= 1 ? null : `A ${called} needs some length.`),
})

/** Grid lines are tied to by their part, also beyond their ends. */
const gridLineHome: Home<GridLine> = between('grid line', null)
const separatorHome: Home<Separator> = between('separating line', 'after walls')

/** How far the line of a guide is taken to either side of its point, mm. */
const GUIDE_REACH = 1e6

/** The line of a guide, as far as it is ever drawn by. */
export function guideEdge({ through, angle }: Pick<Guide, 'through' | 'angle'>): Edge {
  const u = unitAt(angle)
  return straight(offsetFrom(through, u, -GUIDE_REACH), offsetFrom(through, u, GUIDE_REACH))
}

const guideHome: Home<Guide> = {
  mapped: (guide, { map }) => ({
    ...guide,
    through: applyTo(map, guide.through),
    angle: mappedAngle(map, guide.angle),
  }),
  stretched(guide, move) {
    const through = move(guide.through)
    return through === guide.through ? guide : { ...guide, through: plainPoint(through) }
  },
  handles: () => [],
  withHandle: noHandle,
  placed: ({ through }) => pointBox(through),
  edges: (guide) => [guideEdge(guide)],
  tied: 'after walls',
  centre: () => null,
  areas: () => [],
  inside: false,
  reach: () => null,
  fault: () => null,
}

export const DRAFTED_HOMES = {
  separator: separatorHome,
  linework: lineworkHome,
  hatch: hatchHome,
  gridLine: gridLineHome,
  guide: guideHome,
} satisfies HomesOf<RecordKind>
