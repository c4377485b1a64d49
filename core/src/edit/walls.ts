import {
  JOINED_ENDS,
  PARALLEL,
  SHORTEST,
  cross,
  direction,
  distance,
  dot,
  edgeLength,
  edgesOf,
  isStraight,
  lineCrossing,
  offsetEdge,
  offsetFrom,
  subtract,
  type Point,
} from '../geometry'
import { inWall, wallAxis, wallShape, type WallShape } from '../building'
import { shapePath } from '../linework'
import type { AnyRecord, Change, Column, Id, Opening, Project, ReferenceSide, Wall } from '../records'
import { EditRefused, type MakeId } from './refusal'

export interface WallChain {
  readonly level: Id
  readonly type: Id
  readonly reference: ReferenceSide
  readonly points: readonly Point[]
  readonly closed: boolean
}

/** One wall between each two points; closed chains end where they began. */
export function addWalls(project: Project, input: WallChain, makeId: MakeId): Change {
  const { points, closed } = input
  if (points.length < 2) throw new EditRefused('A wall needs two points.')
  project.need('level', input.level)
  project.need('wallType', input.type)
  const walls: Wall[] = []
  const count = closed ? points.length : points.length - 1
  for (let i = 0; i < count; i++) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    if (distance(a, b) < SHORTEST)
      throw new EditRefused('A wall needs some length. Point or type a length above 0.')
    walls.push({
      id: makeId(),
      kind: 'wall',
      level: input.level,
      type: input.type,
      a,
      b,
      reference: input.reference,
      base: 0,
      height: null,
    })
  }
  for (const wall of walls) refuseDoubled(project, wall)
  return { put: walls, drop: [] }
}

function refuseDoubled(project: Project, wall: Wall): void {
  for (const other of project.all('wall')) {
    if (other.level !== wall.level || other.id === wall.id) continue
    const there = distance(other.a, wall.a) < JOINED_ENDS && distance(other.b, wall.b) < JOINED_ENDS
    const back = distance(other.a, wall.b) < JOINED_ENDS && distance(other.b, wall.a) < JOINED_ENDS
    if (there || back) throw new EditRefused('There is a wall in this place already.')
  }
}

/** A wall with new ends; its openings stay where they are in the building. */
export function withEnds(project: Project, wall: Wall, a: Point, b: Point): AnyRecord[] {
  if (![a.x, a.y, b.x, b.y].every(Number.isFinite))
    throw new EditRefused('That is further than a wall can go.')
  if (distance(a, b) < SHORTEST) throw new EditRefused('That would leave a wall without length.')
  const before = direction(wall.a, wall.b)
  const now = direction(a, b)
  if (dot(before, now) <= 0) throw new EditRefused('That would turn a wall round; move it less far.')
  const shift = dot(subtract(a, wall.a), before)
  const records: AnyRecord[] = [{ ...wall, a, b }]
  if (Math.abs(shift) > PARALLEL) {
    for (const opening of openingsOf(project, wall.id))
      records.push({ ...opening, along: opening.along - shift })
  }
  return records
}

export function openingsOf(project: Project, wall: Id): Opening[] {
  return project
    .dependents(wall)
    .map((id) => project.find('opening', id))
    .filter((opening): opening is Opening => opening !== undefined)
}

const shapeOf = (project: Project, wall: Wall): WallShape =>
  wallShape(wall, project.need('wallType', wall.type), (id) => project.need('material', id))

/** Whether p lies within the body of a wall, between its ends. */
function inBody(shape: WallShape, p: Point): boolean {
  const { along, aside } = inWall(shape, p)
  return (
    along > JOINED_ENDS &&
    along < shape.length - JOINED_ENDS &&
    aside >= shape.low - JOINED_ENDS &&
    aside <= shape.high + JOINED_ENDS
  )
}

/**
 * Moves walls to the left of their direction by a distance (negative: to the right), keeping their
 * direction. Walls joined to them follow: they grow or shrink along their own lines, and where an end stood
 * on another wall it slides along it.
 */
export function moveWallSideways(project: Project, id: Id, by: number): Change {
  const wall = project.need('wall', id)
  if (by === 0) throw new EditRefused('Type how far the wall is to move.')
  const u = direction(wall.a, wall.b)
  const origin = offsetFrom(wall.a, u, 0, by)
  const onLine = (p: Point): Point => offsetFrom(origin, u, dot(subtract(p, wall.a), u))
  const mine = shapeOf(project, wall)
  const ends = { a: onLine(wall.a), b: onLine(wall.b) }
  const changed = new Map<Id, Wall>()
  for (const other of project.all('wall')) {
    if (other.level !== wall.level || other.id === id) continue
    const shape = shapeOf(project, other)
    if (Math.abs(cross(u, shape.u)) < 0.02) {
      // A wall in the same line that meets this one end to end stays; there will be a step or a gap.
      continue
    }
    const meeting = lineCrossing(origin, u, other.a, shape.u)
    if (!meeting) continue
    for (const end of ['a', 'b'] as const) {
      // My end stands on the other wall's end or body: slide along it.
      if (distance(wall[end], other.a) <= JOINED_ENDS || distance(wall[end], other.b) <= JOINED_ENDS)
        ends[end] = meeting
      else if (inBody(shape, wall[end])) {
        const { aside } = inWall(shape, wall[end])
        ends[end] = lineCrossing(origin, u, offsetFrom(other.a, shape.u, 0, aside), shape.u) ?? ends[end]
      }
      // The other's end stands on mine: it follows along its own line.
      const meetsEnd =
        distance(other[end], wall.a) <= JOINED_ENDS || distance(other[end], wall.b) <= JOINED_ENDS
      if (meetsEnd) changed.set(other.id, { ...(changed.get(other.id) ?? other), [end]: meeting })
      else if (inBody(mine, other[end])) {
        const { aside } = inWall(mine, other[end])
        const place = lineCrossing(offsetFrom(origin, u, 0, aside), u, other.a, shape.u)
        if (place) changed.set(other.id, { ...(changed.get(other.id) ?? other), [end]: place })
      }
    }
  }
  const put = withEnds(project, wall, ends.a, ends.b)
  for (const other of changed.values())
    put.push(...withEnds(project, project.need('wall', other.id), other.a, other.b))
  return { put, drop: [] }
}

/** Another type for a wall, the line it was drawn on staying in place. */
export function setWallType(project: Project, id: Id, type: Id): Change {
  const wall = project.need('wall', id)
  project.need('wallType', type)
  return { put: [{ ...wall, type }], drop: [] }
}

/** Another reference side for a wall, the chosen line staying in place: the body moves across it. */
export function setReferenceSide(project: Project, id: Id, reference: ReferenceSide): Change {
  return { put: [{ ...project.need('wall', id), reference }], drop: [] }
}

/** Another length for a wall, its start kept. */
export function setWallLength(project: Project, id: Id, length: number): Change {
  const wall = project.need('wall', id)
  if (!(length >= SHORTEST)) throw new EditRefused('A wall needs some length.')
  const b = offsetFrom(wall.a, direction(wall.a, wall.b), length)
  return { put: withEnds(project, wall, wall.a, b), drop: [] }
}

/** A wall parallel to another at a clear distance from its face, as long as the other's drawn line beside it. */
export function addWallBeside(
  project: Project,
  input: { readonly wall: Id; readonly side: 'left' | 'right'; readonly clear: number; readonly type: Id },
  makeId: MakeId,
): Change {
  const host = project.need('wall', input.wall)
  const shape = shapeOf(project, host)
  if (!(input.clear > 0) || !Number.isFinite(input.clear))
    throw new EditRefused('Type the clear distance between the two walls, above 0.')
  const onLeft = input.side === 'left'
  const axis = offsetEdge(wallAxis(host), onLeft ? shape.high + input.clear : shape.low - input.clear)
  if (!axis) throw new EditRefused('The curve is too tight for a wall at that distance.')
  const wall: Wall = {
    id: makeId(),
    kind: 'wall',
    level: host.level,
    type: input.type,
    a: axis.a,
    b: axis.b,
    // Its drawn line is the face that looks at the other wall.
    reference: onLeft ? 'right' : 'left',
    base: 0,
    height: null,
    ...(axis.sweep === 0 ? {} : { sweep: axis.sweep }),
  }
  refuseDoubled(project, wall)
  return { put: [wall], drop: [] }
}

/** Walls along the straight and curved parts of drafted lines. */
export function wallsAlong(
  project: Project,
  input: Omit<WallChain, 'points' | 'closed'> & { readonly lines: readonly Id[] },
  makeId: MakeId,
): Change {
  const walls: Wall[] = []
  for (const id of input.lines) {
    for (const edge of edgesOf(shapePath(project.need('linework', id).shape))) {
      if (edgeLength(edge) < SHORTEST) continue
      walls.push({
        id: makeId(),
        kind: 'wall',
        level: input.level,
        type: input.type,
        a: edge.a,
        b: edge.b,
        reference: input.reference,
        base: 0,
        height: null,
        ...(isStraight(edge) ? {} : { sweep: edge.sweep }),
      })
    }
  }
  if (walls.length === 0) throw new EditRefused('Select drafted lines for the walls to follow.')
  if (walls.length > 2000) throw new EditRefused('That would make more than 2 000 walls at a time.')
  for (const wall of walls) refuseDoubled(project, wall)
  return { put: walls, drop: [] }
}

/** A column about its middle. */
export function addColumn(project: Project, input: Omit<Column, 'id' | 'kind'>, makeId: MakeId): Change {
  const sizes =
    input.section.form === 'round' ? [input.section.diameter] : [input.section.width, input.section.depth]
  if (!sizes.every((size) => size > 0 && Number.isFinite(size)))
    throw new EditRefused('A column needs some size.')
  project.need('level', input.level)
  const twin = project
    .all('column')
    .some((column) => column.level === input.level && distance(column.at, input.at) < JOINED_ENDS)
  if (twin) throw new EditRefused('There is a column in this place already.')
  return { put: [{ ...input, at: { x: input.at.x, y: input.at.y }, id: makeId(), kind: 'column' }], drop: [] }
}
