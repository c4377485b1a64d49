import {
  SAME_POINT,
  applyTo,
  circlePath,
  courseEdges,
  curveCourse,
  distance,
  edgesOf,
  ellipseCourse,
  enlargement,
  isStraight,
  isWholeEllipse,
  mapEllipse,
  mapPath,
  pathOf,
  type Affine,
  type Path,
} from '../geometry'
import { type Shape, type Linework } from '../records'

/** How near the arcs of an ellipse or a smooth curve keep to it, mm. */
const NEARNESS = 0.01

const paths = new WeakMap<Shape, Path>()

/** The shape as straight and circular parts: exact, but for ellipses and smooth curves (within 0.01 mm). */
export function shapePath(shape: Shape): Path {
  let path = paths.get(shape)
  if (!path) paths.set(shape, (path = makePath(shape)))
  return path
}

function makePath(shape: Shape): Path {
  switch (shape.form) {
    case 'path':
      return shape.path
    case 'circle':
      return circlePath(shape.centre, shape.radius)
    case 'ellipse':
      return pathOf(courseEdges(ellipseCourse(shape), NEARNESS), isWholeEllipse(shape))
    case 'curve': {
      const course = curveCourse(shape.points, shape.closed)
      const ring = shape.closed && shape.points.length > 2
      return course ? pathOf(courseEdges(course, NEARNESS), ring) : { vertices: [], closed: false }
    }
  }
}

export const isClosed = (shape: Shape): boolean => shapePath(shape).closed

/** The shape under a map that keeps shapes: moved, turned, mirrored or scaled evenly. */
export function mapShape(map: Affine, shape: Shape): Shape {
  switch (shape.form) {
    case 'path':
      return { ...shape, path: mapPath(map, shape.path) as typeof shape.path }
    case 'circle':
      return { form: 'circle', centre: applyTo(map, shape.centre), radius: shape.radius * enlargement(map) }
    case 'ellipse':
      return { form: 'ellipse', ...mapEllipse(map, shape) }
    case 'curve':
      return { ...shape, points: shape.points.map((p) => applyTo(map, p)) }
  }
}

/** The shape of a path. */
export const shapeOfPath = (path: Path): Shape => ({
  form: 'path',
  path: { vertices: path.vertices.map(({ x, y, sweep }) => ({ x, y, sweep })), closed: path.closed },
})

/** What the trade calls a shape. */
export function lineWord({ shape, means }: Pick<Linework, 'shape' | 'means'>): string {
  if (means !== undefined) return `${means[0]!.toUpperCase()}${means.slice(1)}`
  return shapeWord(shape)
}

function shapeWord(shape: Shape): string {
  if (shape.form === 'circle') return 'Circle'
  if (shape.form === 'ellipse') return isWholeEllipse(shape) ? 'Ellipse' : 'Part of an ellipse'
  if (shape.form === 'curve') return 'Smooth curve'
  const edges = edgesOf(shape.path)
  if (edges.length === 1) return isStraight(edges[0]!) ? 'Line' : 'Arc'
  if (!shape.path.closed) return 'Polyline'
  return isRectangle(shape.path) ? 'Rectangle' : 'Outline'
}

function isRectangle({ vertices }: Path): boolean {
  if (vertices.length !== 4 || vertices.some((each) => each.sweep !== 0)) return false
  const [a, b, c, d] = vertices as [
    Path['vertices'][0],
    Path['vertices'][0],
    Path['vertices'][0],
    Path['vertices'][0],
  ]
  return (
    Math.abs(distance(a, c) - distance(b, d)) < SAME_POINT &&
    Math.abs(distance(a, b) - distance(c, d)) < SAME_POINT
  )
}
