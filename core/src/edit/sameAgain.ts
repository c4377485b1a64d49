import { atWall, inWall, wallDirection, type LevelSolver, type SolvedWall } from '../building'
import {
  SAME_LENGTH,
  applyTo,
  boxCentre,
  distance,
  dot,
  offsetFrom,
  pathArea,
  type Affine,
  type Point,
} from '../geometry'
import { placedBox } from '../kinds'
import type { AnyRecord, Change, Hatch, Id, Opening, Project, Room } from '../records'
import { holds, roomsOf, type Space, type SpaceEdge } from '../rooms'
import { addHatch } from './hatches'
import { addOpeningsAt, changeOpening, type NewOpening } from './openings'
import { Outcome, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { addRoom } from './rooms'
import type { Chain, Changed, RoomChain } from './chains'
import { copyInto } from './transform'

/** Which way round the same is done: as it was, or mirrored left to right, top to bottom, or both. */
export interface Mirrored {
  readonly x: boolean
  readonly y: boolean
}

/**
 * The same deeds in another room: what was made is made there, as far from the same corner of the room (what stood in
 * its middle stands in the middle), doors and windows in the wall on the same side; what was changed is changed of what
 * is like it there. What finds nothing like it is left out; where nothing does, it is refused.
 * @refuses bad-value, gone, in-the-way, locked, no-room, no-size, no-solution, nonsense, nothing, taken, too-many, wrong-kind
 */
export function sameInRoom(
  project: Project,
  solver: LevelSolver,
  chain: RoomChain,
  target: Space,
  mirrored: Mirrored,
  makeId: MakeId,
): Change {
  if (isSame(target, chain.space))
    throw new EditRefused('nothing', 'It was done in this room. Point to another.')
  const rooms = new Rooms(chain.space, target, mirrored)
  const outcome = new Outcome(project)
  const take = (change: Change): void => void outcome.put(...change.put)
  const copied = new Map<string, { map: Affine; ids: Id[] }>()
  const openings = new Map<Id, { wall: SolvedWall; all: NewOpening[] }>()
  for (const id of chain.made) {
    const record = project.get(id)
    if (!record) continue
    if (record.kind === 'opening') {
      const made = openingThere(solver, rooms, record)
      if (!made) throw new EditRefused('no-room', 'There is no wall on the same side of this room.')
      const there = openings.get(made.wall.shape.id) ?? { wall: made.wall, all: [] }
      there.all.push(made.opening)
      openings.set(made.wall.shape.id, there)
    } else if (record.kind === 'room') take(roomThere(project, solver, target, rooms, record, makeId))
    else if (record.kind === 'hatch' && fills(record, chain.space))
      take(addHatch(project, hatchThere(record, rooms, target), makeId))
    else {
      const map = rooms.mapAt(boxCentre(placedBox(record)))
      const key = JSON.stringify(map)
      const together = copied.get(key) ?? { map, ids: [] }
      together.ids.push(id)
      copied.set(key, together)
    }
  }
  for (const { map, ids } of copied.values()) copyInto(outcome, ids, [map], makeId)
  for (const { wall, all } of openings.values()) take(addOpeningsAt(project, wall, all, makeId))
  for (const each of chain.changed) {
    const change = changeThere(project, solver, rooms, each)
    if (change) take(change)
  }
  const change = outcome.change()
  if (change.put.length === 0) throw new EditRefused('nothing', 'There is nothing like it in this room.')
  return change
}

/**
 * The same changes to another opening.
 * @refuses bad-value, in-the-way, no-room, no-size, nonsense, nothing, taken
 */
export function sameOnOpening(project: Project, solver: LevelSolver, chain: Chain, id: Id): Change {
  const [changed] = chain.changed
  if (!changed || changed.id === id)
    throw new EditRefused('nothing', 'It was done to this opening. Point to another.')
  const opening = project.need('opening', id)
  const wall = solver.get(opening.wall)
  if (!wall) throw new EditRefused('nothing', 'This opening stands on another level.')
  return changeOpening(project, wall, id, openingFacts(changed))
}

const openingFacts = ({ facts }: Changed): Parameters<typeof changeOpening>[3] => facts

/** Whether two are one room, at different times. */
const isSame = (p: Space, q: Space): boolean =>
  p === q ||
  (['minX', 'minY', 'maxX', 'maxY'] as const).every((side) => Math.abs(p[side] - q[side]) < CENTRED)

/** Where things of one room come to stand in another. */
class Rooms {
  constructor(
    readonly from: Space,
    private readonly to: Space,
    private readonly mirrored: Mirrored,
  ) {}

  /** The map for what stands at a point: it keeps the distances to the nearest corner of the room, or to its middle. */
  mapAt(p: Point): Affine {
    const x = along(p.x, [this.from.minX, this.from.maxX], [this.to.minX, this.to.maxX], this.mirrored.x)
    const y = along(p.y, [this.from.minY, this.from.maxY], [this.to.minY, this.to.maxY], this.mirrored.y)
    return { a: x.by, b: 0, c: 0, d: y.by, e: x.plus, f: y.plus }
  }

  at(p: Point): Point {
    return applyTo(this.mapAt(p), p)
  }

  /** A direction there. */
  turned({ x, y }: Point): Point {
    return { x: this.mirrored.x ? -x : x, y: this.mirrored.y ? -y : y }
  }

  get target(): Space {
    return this.to
  }
}

type Span = readonly [number, number]

function along(at: number, from: Span, to: Span, mirrored: boolean): { by: number; plus: number } {
  const middle = (span: Span): number => (span[0] + span[1]) / 2
  const centred = Math.abs(at - middle(from)) < CENTRED
  const low = at < middle(from)
  const was = centred ? middle(from) : low ? from[0] : from[1]
  const is = centred ? middle(to) : low !== mirrored ? to[0] : to[1]
  const by = mirrored ? -1 : 1
  return { by, plus: is - by * was }
}
/** What stands this near to the middle of a room stands in the middle, mm. */
const CENTRED = 1

/** The edge of a room that something in its walls belongs to, and which way is out there. */
function edgeOf(space: Space, wanted: (edge: SpaceEdge) => number): { edge: SpaceEdge; out: Point } | null {
  let best: SpaceEdge | null = null
  let least = Infinity
  for (const edge of space.edges) {
    const away = wanted(edge)
    if (away < least) [best, least] = [edge, away]
  }
  return best && { edge: best, out: outOf(space, best) }
}

function outOf(space: Space, { a, b }: SpaceEdge): Point {
  const length = distance(a, b)
  const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  return holds(space, offsetFrom(middle, u, 0, 1)) ? { x: u.y, y: -u.x } : { x: -u.y, y: u.x }
}

/** Directions that differ by less than this, as the cosine between them, are the same side of a room. */
const SAME_SIDE = 0.95

/** An opening as it comes to stand in another room; null where that has no wall on its side. */
function openingThere(
  solver: LevelSolver,
  rooms: Rooms,
  opening: Opening,
): { wall: SolvedWall; opening: NewOpening } | null {
  const host = solver.get(opening.wall)
  if (!host) return null
  const centre = atWall(host.shape, opening.along, 0)
  const mine = edgeOf(rooms.from, (edge) => (edge.owner === opening.id ? 0 : Infinity))
  if (!mine) return null
  const out = rooms.turned(mine.out)
  const place = rooms.at(centre)
  const found = edgeOf(rooms.target, (edge) =>
    edge.owner !== null && dot(outOf(rooms.target, edge), out) > SAME_SIDE
      ? distanceTo(edge, place)
      : Infinity,
  )
  const wall = found && wallOf(solver, found.edge.owner!)
  if (!wall) return null
  const at = inWall(wall.shape, place).along
  const [was, is] = [wallDirection(host.shape, opening.along), wallDirection(wall.shape, at)]
  const leftOf = (u: Point): Point => ({ x: -u.y, y: u.x })
  const opens = rooms.turned(times(leftOf(was), opening.side === 'left' ? 1 : -1))
  const hinge = rooms.turned(times(was, opening.hand === 'start' ? -1 : 1))
  const { fit, type, width, sill, head } = opening
  return {
    wall,
    opening: {
      wall: wall.shape.id,
      fit,
      ...(type === undefined ? {} : { type }),
      along: at,
      width,
      sill,
      head,
      side: dot(opens, leftOf(is)) > 0 ? 'left' : 'right',
      hand: dot(hinge, is) < 0 ? 'start' : 'end',
    },
  }
}

const times = ({ x, y }: Point, by: number): Point => ({ x: x * by, y: y * by })

/** The wall that an edge of a room is of. */
function wallOf(solver: LevelSolver, owner: Id): SolvedWall | null {
  const wall = solver.get(owner)
  if (wall) return wall
  for (const each of solver.all()) if (each.openings.some(({ opening }) => opening.id === owner)) return each
  return null
}

function distanceTo({ a, b }: SpaceEdge, p: Point): number {
  const length = distance(a, b)
  if (length < SAME_LENGTH) return distance(a, p)
  const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
  const t = Math.min(length, Math.max(0, dot({ x: p.x - a.x, y: p.y - a.y }, u)))
  return distance(offsetFrom(a, u, t), p)
}

/** A room like another: made there, or what is there gets the same facts. */
function roomThere(
  project: Project,
  solver: LevelSolver,
  target: Space,
  rooms: Rooms,
  room: Room,
  makeId: MakeId,
): Change {
  const { name, use, floor, walls, ceiling, ceilingHeight } = room
  const there = roomsOf(project, solver).find((found) => found.space === target)?.room
  if (there) return storing(project, { ...there, name, use, floor, walls, ceiling, ceilingHeight })
  const place = rooms.at(room.at)
  const made = addRoom(
    project,
    solver,
    { at: holds(target, place) ? place : boxCentre(target), name },
    makeId,
  )
  return storing(
    project,
    ...made.put.map((record) =>
      record.kind === 'room' ? { ...record, use, floor, walls, ceiling, ceilingHeight } : record,
    ),
  )
}

/** Whether a hatch covers a room. */
const fills = (hatch: Hatch, { outer, islands }: Space): boolean => {
  const area = (path: Space['outer']): number => Math.abs(pathArea(path))
  const whole = area(outer) - islands.reduce((sum, path) => sum + area(path), 0)
  const [first, ...holes] = hatch.outlines
  if (!first) return false
  const mine = area(first) - holes.reduce((sum, path) => sum + area(path), 0)
  return hatch.region.by !== 'items' && Math.abs(mine - whole) <= whole * ALIKE
}
/** Areas that differ by less than this part of themselves are one. */
const ALIKE = 0.01

function hatchThere(hatch: Hatch, rooms: Rooms, target: Space): Parameters<typeof addHatch>[1] {
  const { region, filling, drawing, layer, own } = hatch
  const place = region.by === 'point' ? rooms.at(region.at) : null
  return {
    drawing,
    layer,
    ...(own ? { own } : {}),
    region:
      region.by === 'point'
        ? { ...region, at: holds(target, place!) ? place! : boxCentre(target) }
        : { by: 'outline' },
    outlines: [target.outer, ...target.islands],
    filling: filling.with === 'pattern' ? { ...filling, origin: rooms.at(filling.origin) } : filling,
  }
}

/** How far from its place what is like something may stand, mm. */
const LIKE_NEAR = 1500

/** Facts changed of what stands there like something here; null when nothing does. */
function changeThere(project: Project, solver: LevelSolver, rooms: Rooms, changed: Changed): Change | null {
  const record = project.get(changed.id)
  if (!record) return null
  if (record.kind === 'room') {
    const there = roomsOf(project, solver).find((found) => found.space === rooms.target)?.room
    return there ? storing(project, { ...there, ...(changed.facts as Partial<Room>) }) : null
  }
  if (record.kind === 'opening') {
    const made = openingThere(solver, rooms, record)
    if (!made) return null
    const near = made.wall.openings
      .filter(({ opening }) => opening.fit === record.fit && opening.id !== record.id)
      .map(({ opening }) => ({ opening, away: Math.abs(opening.along - made.opening.along) }))
      .sort((p, q) => p.away - q.away)[0]
    return near && near.away <= LIKE_NEAR
      ? changeOpening(project, made.wall, near.opening.id, openingFacts(changed))
      : null
  }
  const place = rooms.at(boxCentre(placedBox(record)))
  let best: AnyRecord | null = null
  let least = LIKE_NEAR
  for (const other of project.all(record.kind)) {
    if (other.id === record.id || !isLike(record, other)) continue
    const centre = boxCentre(placedBox(other))
    if (!holds(rooms.target, centre)) continue
    const away = distance(centre, place)
    if (away < least) [best, least] = [other, away]
  }
  return best && storing(project, { ...best, ...changed.facts } as AnyRecord)
}

/** Whether two things are on one board or level, and of one block. */
function isLike(p: AnyRecord, q: AnyRecord): boolean {
  const fact = (record: AnyRecord, key: string): unknown =>
    (record as unknown as Record<string, unknown>)[key]
  return ['kind', 'level', 'drawing', 'block'].every((key) => fact(p, key) === fact(q, key))
}
