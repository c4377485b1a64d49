import {
  ROUNDING,
  PARALLEL,
  JOINED_ENDS,
  SHORTEST,
  boxOf,
  carrierCrossings,
  cross,
  direction,
  distance,
  dot,
  edgeLength,
  edgesOf,
  isStraight,
  offsetEdge,
  partAt,
  pointOn,
  subtract,
  type Edge,
  type Point,
} from '../geometry'
import {
  bendsTooTightly,
  bodyBox,
  inWall,
  solverOf,
  wallAxis,
  wallLine,
  wallShape,
  type SolvedWall,
  type WallShape,
} from '../building'
import { shapePath } from '../linework'
import {
  NO_CHANGE,
  type Change,
  type Column,
  type Id,
  type Project,
  type ReferenceSide,
  type Wall,
  type WallType,
} from '../records'
import { typeLike, type LikeType, type OtherMake } from './likeTypes'
import { EditRefused, type MakeId } from './refusal'
import { Outcome, refuseLocked, storing } from './outcome'

export interface WallChain {
  readonly level: Id
  readonly type: Id
  readonly reference: ReferenceSide
  readonly points: readonly Point[]
  readonly closed: boolean
  /** For each wall the angle it turns through; left out: all are straight. */
  readonly sweeps?: readonly number[]
}

/**
 * One wall between each two points; closed chains end where they began.
 * @refuses no-size, no-solution, nonsense, taken
 */
export function addWalls(project: Project, input: WallChain, makeId: MakeId): Change {
  const { points, closed } = input
  if (points.length < 2) throw new EditRefused('no-size', 'A wall needs two points.')
  project.need('level', input.level)
  project.need('wallType', input.type)
  const walls: Wall[] = []
  const count = closed ? points.length : points.length - 1
  for (let i = 0; i < count; i++) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    if (!(distance(a, b) >= SHORTEST))
      throw new EditRefused('no-size', 'A wall needs some length. Point or type a length above 0.')
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
      ...(input.sweeps?.[i] ? { sweep: input.sweeps[i] } : {}),
    })
  }
  for (const wall of walls) {
    refuseDoubled(project, wall)
    if (bendsTooTightly(shapeOf(project, wall)))
      throw new EditRefused('no-solution', 'This curve is too tight for a wall of that thickness.')
  }
  return storing(project, ...walls)
}

/**
 * Refuses a wall where one stands already.
 * @refuses taken
 */
export function refuseDoubled(project: Project, wall: Wall): void {
  for (const { shape } of solverOf(project, wall.level).wallsNear(boxOf([wall.a]))) {
    const other = shape.wall
    if (other.id === wall.id) continue
    const there = distance(other.a, wall.a) < JOINED_ENDS && distance(other.b, wall.b) < JOINED_ENDS
    const back = distance(other.a, wall.b) < JOINED_ENDS && distance(other.b, wall.a) < JOINED_ENDS
    const alike = Math.abs((other.sweep ?? 0) - (there ? 1 : -1) * (wall.sweep ?? 0)) < PARALLEL
    if ((there || back) && alike) throw new EditRefused('taken', 'There is a wall in this place already.')
  }
}

/**
 * A wall with new ends.
 * @refuses bad-value, no-size, no-solution
 */
export function withEnds(wall: Wall, a: Point, b: Point): Wall {
  if (![a.x, a.y, b.x, b.y].every(Number.isFinite))
    throw new EditRefused('bad-value', 'That is further than a wall can go.')
  if (!(distance(a, b) >= SHORTEST))
    throw new EditRefused('no-size', 'That would leave a wall without length.')
  if (dot(direction(wall.a, wall.b), direction(a, b)) <= 0)
    throw new EditRefused('no-solution', 'That would turn a wall round; move it less far.')
  return { ...wall, a, b }
}

/** A wall before its joins. */
export const shapeOf = (project: Project, wall: Wall): WallShape =>
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
 * Moves a wall to the left of its direction by a distance (negative: to the right); a curved one onto another
 * circle about its centre. Walls joined to it follow: they grow or shrink along their own lines, and where an
 * end stood on another wall it slides along it. With `alone` nothing follows.
 * @refuses bad-value, in-the-way, no-size, no-solution, nonsense
 */
export function moveWallSideways(project: Project, id: Id, by: number, alone = false): Change {
  const wall = project.need('wall', id)
  if (by === 0) throw new EditRefused('no-size', 'Type how far the wall is to move.')
  return moveSideways(project, [{ wall, by }], alone)
}

/** The walls whose bodies come near that of a wall, itself among them, in the order in which they came. */
const joinedTo = (project: Project, shape: WallShape): SolvedWall[] =>
  solverOf(project, shape.wall.level)
    .wallsNear(bodyBox(shape, 2 * JOINED_ENDS))
    .sort((p, q) => project.placeOf(p.shape.id) - project.placeOf(q.shape.id))

/** Walls moved to the left of their directions together, with what is joined to them. */
function moveSideways(
  project: Project,
  moved: readonly { readonly wall: Wall; readonly by: number }[],
  alone: boolean,
): Change {
  const members = moved.map(({ wall, by }) => {
    const axis = offsetEdge(wallAxis(wall), by)
    if (!axis || !Number.isFinite(by))
      throw new EditRefused('no-solution', 'The curve is too tight to move so far.')
    return { wall, axis, shape: shapeOf(project, wall), ends: { a: axis.a, b: axis.b } }
  })
  const together = new Set(members.map(({ wall }) => wall.id))
  const changed = new Map<Id, Wall>()
  /** Where two lines or circles meet, nearest to where they met before. */
  const meet = (e: Edge, f: Edge, near: Point): Point | null =>
    carrierCrossings(e, f)
      .map(({ point }) => point)
      .sort((p, q) => distance(p, near) - distance(q, near))[0] ?? null
  for (const { wall, axis, shape: mine, ends } of members)
    for (const { shape } of alone ? [] : joinedTo(project, mine)) {
      const { wall: other } = shape
      if (together.has(other.id)) continue
      const line = wallAxis(other)
      // A wall in the same line that meets this one end to end stays; there will be a step or a gap.
      if (!mine.arc && !shape.arc && Math.abs(cross(mine.u, shape.u)) < ALONG) continue
      for (const end of ['a', 'b'] as const) {
        // My end stands on the other wall's end or body: slide along it.
        if (distance(wall[end], other.a) <= JOINED_ENDS || distance(wall[end], other.b) <= JOINED_ENDS)
          ends[end] = meet(axis, line, wall[end]) ?? ends[end]
        else if (inBody(shape, wall[end]))
          ends[end] = meet(axis, wallLine(shape, inWall(shape, wall[end]).aside), wall[end]) ?? ends[end]
        // The other's end stands on mine: it follows along its own line.
        const meetsEnd =
          distance(other[end], wall.a) <= JOINED_ENDS || distance(other[end], wall.b) <= JOINED_ENDS
        const beside = meetsEnd
          ? axis
          : inBody(mine, other[end]) && offsetEdge(axis, inWall(mine, other[end]).aside)
        const place = beside && meet(beside, line, other[end])
        if (place) changed.set(other.id, { ...(changed.get(other.id) ?? other), [end]: place })
      }
    }
  const outcome = new Outcome(project)
  for (const { wall, axis, ends } of members) {
    const made = withEnds(wall, ends.a, ends.b)
    outcome.put(wall.sweep ? { ...made, sweep: sweepBetween(axis, ends.a, ends.b) } : made)
  }
  for (const other of changed.values())
    outcome.put(withEnds(project.need('wall', other.id), other.a, other.b))
  return outcome.change()
}

/** A straight wall with those that run on from its ends in one line, and the sense in which each is drawn. */
function inOneLine(project: Project, first: Wall): { readonly wall: Wall; readonly sense: 1 | -1 }[] {
  const u = direction(first.a, first.b)
  const found = new Map<Id, Wall>([[first.id, first]])
  for (const wall of found.values())
    for (const other of project.all('wall')) {
      if (other.level !== wall.level || other.sweep || found.has(other.id)) continue
      const touches = [wall.a, wall.b].some((p) =>
        [other.a, other.b].some((q) => distance(p, q) <= JOINED_ENDS),
      )
      if (touches && Math.abs(cross(direction(other.a, other.b), u)) < ALONG) found.set(other.id, other)
    }
  return [...found.values()].map((wall) => ({ wall, sense: dot(direction(wall.a, wall.b), u) > 0 ? 1 : -1 }))
}

/** The sweep of the part of a circle between two points of it, in an arc's own sense. */
function sweepBetween(edge: Edge, a: Point, b: Point): number {
  return edge.sweep * (partAt(edge, b) - partAt(edge, a))
}

/** Which line of a wall stays in its place when its type or its drawn line changes. */
export type KeptFace = 'line' | 'left' | 'right'

/**
 * Another type or another drawn line for walls, with one face (or the drawn line) staying in its place: the
 * drawn line is moved as far as that takes.
 * @refuses bad-value, gone, locked, no-size, no-solution, nonsense, nothing
 */
export function retypeWalls(
  project: Project,
  ids: readonly Id[],
  facts: { readonly type?: Id; readonly reference?: ReferenceSide },
  keep: KeptFace,
): Change {
  const type = facts.type === undefined ? null : project.need('wallType', facts.type)
  const made = remade(project, ids, facts, (wall) => type ?? project.need('wallType', wall.type), keep)
  return storing(project, ...made)
}

/**
 * Another thickness, or another material or pattern of what carries, for walls alone: each gets the type that is
 * otherwise like its own, found or new. Faces stay as in `retypeWalls`.
 * @refuses bad-value, gone, locked, no-size, no-solution, nonsense, nothing
 */
export function remakeWalls(
  project: Project,
  ids: readonly Id[],
  other: OtherMake,
  keep: KeptFace,
  makeId: MakeId,
): Change {
  const likes = new Map<Id, LikeType>()
  const typeFor = (wall: Wall): WallType => {
    let like = likes.get(wall.type)
    if (!like) likes.set(wall.type, (like = typeLike(project, wall.type, other, makeId)))
    return like.type
  }
  const made = remade(project, ids, {}, typeFor, keep)
  return storing(project, ...[...likes.values()].flatMap(({ put }) => put), ...made)
}

/** Walls of another type or with another drawn line, and those that meet them again. */
function remade(
  project: Project,
  ids: readonly Id[],
  facts: { readonly reference?: ReferenceSide },
  typeFor: (wall: Wall) => WallType,
  keep: KeptFace,
): Wall[] {
  refuseLocked(project, ids)
  const put: Wall[] = []
  for (const id of ids) {
    const wall = project.find('wall', id)
    if (!wall) continue
    const type = typeFor(wall)
    const made: Wall = {
      ...wall,
      ...(facts.reference ? { reference: facts.reference } : {}),
      type: type.id,
    }
    const before = shapeOf(project, wall)
    // Only its thickness counts here: a material may be new with its type.
    const [first] = before.strips
    const now = wallShape(made, type, (material) => project.find('material', material) ?? first!.material)
    const by = keep === 'line' ? 0 : keep === 'left' ? before.high - now.high : before.low - now.low
    if (Math.abs(by) < ROUNDING) {
      put.push(made)
      continue
    }
    const axis = offsetEdge(wallAxis(wall), by)
    if (!axis) throw new EditRefused('no-solution', 'The curve is too tight for that.')
    put.push({ ...made, a: axis.a, b: axis.b })
  }
  if (put.length === 0) throw new EditRefused('nothing', 'Select a wall.')
  return joinedAgain(project, put)
}

/** Ends that met before meet again: where two moved walls cross, or where a moved one crosses one that stayed. */
function joinedAgain(project: Project, moved: readonly Wall[]): Wall[] {
  const now = new Map(moved.map((wall) => [wall.id, wall]))
  const out = new Map(now)
  for (const wall of moved) {
    const was = project.need('wall', wall.id)
    for (const other of project.all('wall')) {
      if (other.level !== wall.level || other.id === wall.id) continue
      const line = now.get(other.id) ?? other
      for (const end of ['a', 'b'] as const) {
        const met = (['a', 'b'] as const).find((each) => distance(was[end], other[each]) <= JOINED_ENDS)
        if (!met) continue
        const place = carrierCrossings(wallAxis(wall), wallAxis(line))
          .map(({ point }) => point)
          .sort((p, q) => distance(p, was[end]) - distance(q, was[end]))[0]
        if (!place || distance(place, was[end]) > FURTHEST_MEETING) continue
        out.set(wall.id, { ...out.get(wall.id)!, [end]: place })
        out.set(other.id, { ...(out.get(other.id) ?? other), [met]: place })
      }
    }
  }
  return [...out.values()].map((wall) => {
    // Refuses what would turn a wall round.
    withEnds(project.need('wall', wall.id), wall.a, wall.b)
    return wall
  })
}

/** Ends that met do so again no further off than this, mm. */
const FURTHEST_MEETING = 5000

/**
 * The wall drawn from its other end, everything staying where it is: its left is then its right.
 * @refuses gone, in-the-way, locked, nonsense
 */
export function flipWall(project: Project, id: Id): Change {
  refuseLocked(project, [id])
  const wall = project.need('wall', id)
  const reference = wall.reference === 'left' ? 'right' : wall.reference === 'right' ? 'left' : 'centre'
  const { joinA, joinB, sweep, tanked, ...rest } = wall
  return new Outcome(project)
    .put({
      ...rest,
      ...(tanked ? { tanked: tanked === 'left' ? 'right' : 'left' } : {}),
      a: wall.b,
      b: wall.a,
      reference,
      ...(sweep ? { sweep: -sweep } : {}),
      ...(joinB ? { joinA: joinB } : {}),
      ...(joinA ? { joinB: joinA } : {}),
    })
    .change()
}

/**
 * How an end of a wall joins at a corner: by its layers, run through, or stopped against the other.
 * @refuses gone, in-the-way, locked, nonsense
 */
export function setJoin(project: Project, id: Id, end: 'a' | 'b', join: 'through' | 'stop' | null): Change {
  refuseLocked(project, [id])
  const { joinA, joinB, ...rest } = project.need('wall', id)
  const a = end === 'a' ? join : (joinA ?? null)
  const b = end === 'b' ? join : (joinB ?? null)
  return new Outcome(project)
    .put({ ...rest, ...(a ? { joinA: a } : {}), ...(b ? { joinB: b } : {}) })
    .change()
}

/** Walls whose directions differ by less run in one line (the sine of the angle). */
const ALONG = 0.02

/**
 * Another length for a wall, its start kept; a curved one keeps its circle. Walls joined to its end come along.
 * @refuses bad-value, in-the-way, no-size, no-solution, nonsense
 */
export function setWallLength(project: Project, id: Id, length: number): Change {
  const wall = project.need('wall', id)
  if (!(length >= SHORTEST)) throw new EditRefused('no-size', 'A wall needs some length.')
  const axis = wallAxis(wall)
  const t = length / edgeLength(axis)
  if (Math.abs(axis.sweep * t) > 6.2)
    throw new EditRefused('no-solution', 'That is more than the whole circle.')
  const b = pointOn(axis, t)
  const made = wall.sweep ? { ...wall, b, sweep: wall.sweep * t } : withEnds(wall, wall.a, b)
  const joined = project
    .all('wall')
    .filter(
      (other) =>
        other.level === wall.level &&
        other.id !== id &&
        (['a', 'b'] as const).some((end) => distance(other[end], wall.b) <= JOINED_ENDS),
    )
  // The wall across its end is moved as it stands, so that what is closed stays closed and square.
  const across = wall.sweep
    ? undefined
    : joined.find(
        (other) =>
          !other.sweep && Math.abs(cross(direction(other.a, other.b), direction(wall.a, wall.b))) > ALONG,
      )
  if (across) {
    const by = cross(direction(across.a, across.b), subtract(b, across.a))
    const line = inOneLine(project, across).map(({ wall: each, sense }) => ({ wall: each, by: by * sense }))
    return by === 0 ? NO_CHANGE : moveSideways(project, line, false)
  }
  const outcome = new Outcome(project).put(made)
  for (const other of joined) {
    const end = distance(other.a, wall.b) <= JOINED_ENDS ? 'a' : 'b'
    outcome.put(withEnds(other, end === 'a' ? b : other.a, end === 'b' ? b : other.b))
  }
  return outcome.change()
}

/**
 * Walls along the straight and curved parts of drafted lines; with `instead` the lines go.
 * @refuses gone, in-the-way, locked, nonsense, nothing, taken, too-many
 */
export function wallsAlong(
  project: Project,
  input: Omit<WallChain, 'points' | 'closed'> & {
    readonly lines: readonly Id[]
    readonly instead?: boolean
  },
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
  if (walls.length === 0) throw new EditRefused('nothing', 'Select drafted lines for the walls to follow.')
  if (walls.length > 2000)
    throw new EditRefused('too-many', 'That would make more than 2 000 walls at a time.')
  for (const wall of walls) refuseDoubled(project, wall)
  if (!input.instead) return storing(project, ...walls)
  refuseLocked(project, input.lines)
  return new Outcome(project)
    .remove(...input.lines)
    .put(...walls)
    .change()
}

/**
 * A column about its middle.
 * @refuses bad-value, in-the-way, nonsense, taken
 */
export function addColumn(project: Project, input: Omit<Column, 'id' | 'kind'>, makeId: MakeId): Change {
  const sizes =
    input.section.form === 'round' ? [input.section.diameter] : [input.section.width, input.section.depth]
  if (!sizes.every((size) => size >= 1 && size <= 20_000))
    throw new EditRefused('bad-value', 'A column is between 1 mm and 20 m thick.')
  project.need('level', input.level)
  const twin = project
    .all('column')
    .some((column) => column.level === input.level && distance(column.at, input.at) < JOINED_ENDS)
  if (twin) throw new EditRefused('taken', 'There is a column in this place already.')
  return new Outcome(project)
    .put({ ...input, at: { x: input.at.x, y: input.at.y }, id: makeId(), kind: 'column' })
    .change()
}

/**
 * Runs an end of a wall on to the drawn line of another, along its own line.
 * @refuses bad-value, gone, locked, no-size, no-solution, nonsense
 */
export function runWallOn(project: Project, id: Id, end: 'a' | 'b', to: Id): Change {
  refuseLocked(project, [id])
  const wall = project.need('wall', id)
  const place = carrierCrossings(wallAxis(wall), wallAxis(project.need('wall', to)))
    .map(({ point }) => point)
    .sort((p, q) => distance(p, wall[end]) - distance(q, wall[end]))[0]
  if (!place || distance(place, wall[end]) > 2000)
    throw new EditRefused(
      'no-solution',
      'These two walls do not meet where they lead. Bring them together by hand.',
    )
  const ends = { a: wall.a, b: wall.b, [end]: place }
  return storing(project, withEnds(wall, ends.a, ends.b))
}
