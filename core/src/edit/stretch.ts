import { wallAxis } from '../building'
import {
  SHORTEST,
  add,
  boxHasPoint,
  distance,
  edgeLength,
  edgesOf,
  partAt,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import { isInReach } from '../library'
import type { Anchor, AnyRecord, Change, Drawing, Id, Project, Shape, Wall } from '../records'
import { EditRefused } from './refusal'
import { pointAlong } from './track'

/**
 * Moves every point of a drawing that lies in a box: what lies wholly inside moves, what leaves the box is
 * stretched. Openings inside the box go along; those outside stay where they are in the building. Without
 * `ids` everything that is shown and not locked takes part.
 */
export function stretchBox(
  project: Project,
  drawing: Drawing,
  box: Box,
  by: Point,
  ids?: readonly Id[],
): Change {
  if (!Number.isFinite(by.x + by.y) || Math.hypot(by.x, by.y) === 0)
    throw new EditRefused('Type or point how far to stretch.')
  const inside = (p: Point): boolean => boxHasPoint(box, p)
  const move = (p: Point): Point => (inside(p) ? add(p, by) : p)
  const put: AnyRecord[] = []
  for (const record of partakers(project, drawing, ids)) {
    const made = stretched(project, record, inside, move, by)
    put.push(...made)
  }
  if (put.length === 0) throw new EditRefused('No point of anything lies in the box.')
  return { put, drop: [] }
}

function partakers(project: Project, drawing: Drawing, ids?: readonly Id[]): AnyRecord[] {
  const wanted = ids && ids.length > 0 ? new Set(ids) : null
  const mine = (record: AnyRecord): boolean => {
    if ('drawing' in record) return record.drawing === drawing.id
    if ('level' in record) return record.level === drawing.level && record.kind !== 'drawing'
    return record.kind === 'gridLine'
  }
  const found: AnyRecord[] = []
  for (const record of project.everything()) {
    if (!mine(record) || (wanted && !wanted.has(record.id))) continue
    if (isInReach(project, record)) found.push(record)
  }
  return found
}

function stretched(
  project: Project,
  record: AnyRecord,
  inside: (p: Point) => boolean,
  move: (p: Point) => Point,
  by: Point,
): AnyRecord[] {
  switch (record.kind) {
    case 'wall':
      return stretchedWall(project, record, move)
    case 'linework': {
      const shape = stretchedShape(record.shape, inside, move)
      return shape === record.shape ? [] : [{ ...record, shape }]
    }
    case 'hatch': {
      if (record.region.by === 'items') return []
      const outlines = record.outlines.map((path) => stretchedPath(path, move))
      const region =
        record.region.by === 'point' ? { ...record.region, at: move(record.region.at) } : record.region
      const same = outlines.every((path, i) => path === record.outlines[i]) && region === record.region
      return same ? [] : [{ ...record, outlines: outlines as typeof record.outlines, region }]
    }
    case 'placement':
    case 'column':
    case 'note':
      return inside(record.at) ? [{ ...record, at: add(record.at, by) }] : []
    case 'gridLine': {
      const a = move(record.a)
      const b = move(record.b)
      return a === record.a && b === record.b ? [] : [{ ...record, a, b }]
    }
    case 'guide':
      return inside(record.through) ? [{ ...record, through: add(record.through, by) }] : []
    case 'leader':
      return record.tip.to === 'point' && inside(record.tip.last)
        ? [{ ...record, tip: movedAnchor(record.tip, move) }]
        : []
    case 'dimension': {
      const anchors = record.anchors.map((anchor) =>
        anchor.to === 'point' ? movedAnchor(anchor, move) : anchor,
      )
      return anchors.some((anchor, i) => anchor !== record.anchors[i]) ? [{ ...record, anchors }] : []
    }
    default:
      return []
  }
}

function movedAnchor(anchor: Anchor, move: (p: Point) => Point): Anchor {
  const last = move(anchor.last)
  return last === anchor.last ? anchor : { ...anchor, last }
}

function stretchedPath<P extends Path>(path: P, move: (p: Point) => Point): P {
  let changed = false
  const vertices = path.vertices.map((vertex) => {
    const p = move(vertex)
    if (p === vertex) return vertex
    changed = true
    return { x: p.x, y: p.y, sweep: vertex.sweep }
  })
  if (!changed) return path
  const made = { ...path, vertices }
  if (edgesOf(made).every((edge) => distance(edge.a, edge.b) < SHORTEST))
    throw new EditRefused('That would leave a line without length.')
  return made
}

function stretchedShape(shape: Shape, inside: (p: Point) => boolean, move: (p: Point) => Point): Shape {
  switch (shape.form) {
    case 'path': {
      const path = stretchedPath(shape.path, move)
      return path === shape.path ? shape : { ...shape, path }
    }
    case 'circle':
      return inside(shape.centre) ? { ...shape, centre: move(shape.centre) } : shape
    case 'ellipse':
      return inside(shape.centre) ? { ...shape, centre: move(shape.centre) } : shape
    case 'curve': {
      const points = shape.points.map(move)
      return points.every((p, i) => p === shape.points[i])
        ? shape
        : { ...shape, points: points.map(({ x, y }) => ({ x, y })) }
    }
  }
}

function stretchedWall(project: Project, wall: Wall, move: (p: Point) => Point): AnyRecord[] {
  const axis = wallAxis(wall)
  const a = move(wall.a)
  const b = move(wall.b)
  const openings = project.dependents(wall.id).flatMap((id) => project.find('opening', id) ?? [])
  if (a === wall.a && b === wall.b) {
    // A wall that passes through the box: its openings inside slide along it.
    return openings.flatMap((opening): AnyRecord[] => {
      const p = pointAlong(axis, opening.along)
      const q = move(p)
      return q === p ? [] : [{ ...opening, along: partAt(axis, q) * edgeLength(axis) }]
    })
  }
  if (distance(a, b) < SHORTEST) throw new EditRefused('That would leave a wall without length.')
  const now = { a, b, sweep: axis.sweep }
  const before = { x: wall.b.x - wall.a.x, y: wall.b.y - wall.a.y }
  if (before.x * (b.x - a.x) + before.y * (b.y - a.y) <= 0)
    throw new EditRefused('That would turn a wall round; stretch it less far.')
  const whole = a !== wall.a && b !== wall.b
  return [
    { ...wall, a: { x: a.x, y: a.y }, b: { x: b.x, y: b.y } },
    ...openings.flatMap((opening): AnyRecord[] => {
      if (whole) return []
      const p = move(pointAlong(axis, opening.along))
      const along = partAt(now, p) * edgeLength(now)
      return Math.abs(along - opening.along) < 1e-9 ? [] : [{ ...opening, along }]
    }),
  ]
}
