import { JOINED_ENDS, distance, type Point } from '../geometry'
import { refuseShape } from './drafting'
import type { AnyRecord, Change, Id, Project, Wall } from '../records'
import { fabricHandles, moveFabricHandle } from './fabric'
import { EditRefused } from './refusal'
import { refuseLocked } from './transform'
import { withEnds } from './walls'

/** The points by which a record can be reshaped, with the point that typed distances are taken from. */
export function handlesOf(record: AnyRecord): { readonly at: Point; readonly from: Point | null }[] {
  switch (record.kind) {
    case 'wall':
    case 'gridLine':
    case 'separator':
      return [
        { at: record.a, from: record.b },
        { at: record.b, from: record.a },
      ]
    case 'linework': {
      const { shape } = record
      if (shape.form === 'circle')
        return [{ at: { x: shape.centre.x + shape.radius, y: shape.centre.y }, from: shape.centre }]
      if (shape.form === 'curve')
        return shape.points.map((at, i) => ({ at, from: shape.points[i - 1] ?? null }))
      if (shape.form === 'ellipse') return []
      const { vertices, closed } = shape.path
      return vertices.map((at, i) => ({
        at,
        from: vertices[i - 1] ?? (closed ? vertices[vertices.length - 1]! : (vertices[1] ?? null)),
      }))
    }
    default:
      return fabricHandles(record)
  }
}

/** One point of a wall, a line or a grid line brought elsewhere. Walls that met a wall's end there come along. */
export function moveHandle(project: Project, id: Id, index: number, to: Point): Change {
  refuseLocked(project, [id])
  if (!Number.isFinite(to.x + to.y)) throw new EditRefused('That is no place to go to.')
  const at = { x: to.x, y: to.y }
  const record = project.get(id)!
  if (record.kind === 'wall') return moveWallEnd(project, record, index === 0 ? 'a' : 'b', at)
  const fabric = moveFabricHandle(record, index, at)
  if (fabric) return { put: [fabric], drop: [] }
  if (record.kind === 'room') return { put: [{ ...record, tagAt: at }], drop: [] }
  if (record.kind === 'gridLine' || record.kind === 'separator')
    return { put: [{ ...record, [index === 0 ? 'a' : 'b']: at }], drop: [] }
  if (record.kind !== 'linework')
    throw new EditRefused('Walls, lines and grid lines are reshaped by their points.')
  const { shape } = record
  let made = shape
  if (shape.form === 'circle') made = { ...shape, radius: distance(shape.centre, at) }
  else if (shape.form === 'curve')
    made = { ...shape, points: shape.points.map((p, i) => (i === index ? at : p)) }
  else if (shape.form === 'path')
    made = {
      ...shape,
      path: {
        ...shape.path,
        vertices: shape.path.vertices.map((p, i) => (i === index ? { ...at, sweep: p.sweep } : p)),
      },
    }
  refuseShape(made)
  return { put: [{ ...record, shape: made }], drop: [] }
}

function moveWallEnd(project: Project, wall: Wall, end: 'a' | 'b', to: Point): Change {
  const was = wall[end]
  const put: AnyRecord[] = []
  for (const other of project.all('wall')) {
    if (other.level !== wall.level) continue
    const met = (p: Point): boolean => distance(p, was) <= JOINED_ENDS
    const mine = other.id === wall.id
    const a = (mine && end === 'a') || (!mine && met(other.a)) ? to : other.a
    const b = (mine && end === 'b') || (!mine && met(other.b)) ? to : other.b
    if (a !== other.a || b !== other.b) put.push(...withEnds(project, other, a, b))
  }
  return { put, drop: [] }
}
