import { solverOf, type LevelSolver } from '../building'
import { boxOf, type Box, PlaceIndex } from '../geometry'
import { Work, type Steps } from '../steps'
import { ChangeLog, type Id, type Level, type Project, type Room } from '../records'
import { roomFacts, type RoomFacts } from './facts'
import { LevelSpaces, type Space } from './spaces'

/** A room as it is found now: the same object as long as nothing of it changes. */
export interface FoundRoom {
  readonly room: Room
  readonly space: Space | null
  readonly facts: RoomFacts | null
  /** Why it has no space of its own. */
  readonly fault: 'open' | 'shared' | null
}

interface Placed extends Box {
  readonly id: Id
}

/** The rooms of one level in its spaces, kept while the project changes: only those that a change reaches are found again. */
class LevelRooms {
  private readonly found = new Map<Id, FoundRoom>()
  private readonly bySpace = new Map<Space, Set<Id>>()
  private readonly points = new Map<Id, Placed>()
  private readonly index = new PlaceIndex<Placed>()
  private stamp = -1
  private parted = -1
  private level: Level | undefined
  private list: readonly FoundRoom[] = []
  /** The rooms that are found otherwise than before. */
  readonly changes = new ChangeLog()
  private readonly work = new Work(() => this.updating())

  constructor(
    private readonly project: Project,
    private readonly solver: LevelSolver,
    private readonly spaces: LevelSpaces,
  ) {}

  /** All rooms in the order they came, brought up to date. */
  all(): readonly FoundRoom[] {
    this.work.now()
    return this.list
  }

  /** Brings them up to date in small steps. */
  *inSteps(): Steps {
    yield* this.spaces.inSteps()
    yield* this.work.inSteps()
  }

  private *updating(): Steps {
    const { project, spaces } = this
    const stamp = project.stamp
    const { changes } = spaces.refreshed()
    if (this.stamp === stamp && this.parted === changes.now) return
    const dirty = this.dirty()
    this.stamp = stamp
    this.parted = changes.now
    if (dirty?.size === 0) return
    if (dirty) {
      for (const id of dirty) this.place(id)
      this.changes.add(yield* this.evaluating(dirty))
    } else {
      for (const id of [...this.points.keys()]) this.forget(id)
      const rooms = this.mine()
      for (const [i, { id }] of rooms.entries()) {
        this.place(id)
        if (i % IN_STEP === IN_STEP - 1) yield
      }
      yield* this.evaluating(new Set(rooms.map(({ id }) => id)))
      this.changes.addEverything()
    }
    // One that came while this was at work is found next.
    this.list = this.mine().flatMap(({ id }) => this.found.get(id) ?? [])
  }

  private mine(): Room[] {
    return this.project.all('room').filter((room) => room.level === this.solver.level)
  }

  /** The rooms to be found again; null: all of them. */
  private dirty(): Set<Id> | null {
    const { project, spaces } = this
    const changed = this.stamp < 0 ? null : project.changedSince(this.stamp)
    const parted = this.parted < 0 ? null : spaces.changes.since(this.parted)
    const level = project.find('level', this.solver.level)
    const sameHeights = this.level?.height === level?.height && this.level?.cutHeight === level?.cutHeight
    this.level = level
    if (!changed || !parted || !sameHeights) return null
    const dirty = new Set<Id>()
    for (const id of changed) {
      if (this.points.has(id)) dirty.add(id)
      const record = project.get(id)
      if (record?.kind === 'room' && record.level === this.solver.level) dirty.add(id)
    }
    for (const id of this.besides(changed)) dirty.add(id)
    for (const space of parted) {
      for (const id of this.bySpace.get(space) ?? []) dirty.add(id)
      if (spaces.has(space)) for (const { id } of this.index.search(space)) dirty.add(id)
    }
    // Those that share a space have it or not by what the others do.
    for (const id of [...dirty]) {
      const space = this.found.get(id)?.space
      if (space) for (const other of this.bySpace.get(space) ?? []) dirty.add(other)
    }
    return dirty
  }

  /** The rooms beside walls, columns and openings that changed: how high those are counts for their wall surface. */
  private besides(changed: ReadonlySet<Id>): Id[] {
    const owners = new Set<Id>()
    for (const id of changed) {
      const record = this.project.get(id)
      if (record?.kind === 'opening') owners.add(record.wall)
      if (record?.kind === 'wall' || record?.kind === 'column' || record?.kind === 'opening') owners.add(id)
    }
    if (owners.size === 0) return []
    return [...this.bySpace].flatMap(([space, rooms]) =>
      space.edges.some(({ owner }) => owner !== null && owners.has(owner)) ? [...rooms] : [],
    )
  }

  private forget(id: Id): void {
    const point = this.points.get(id)
    if (point) this.index.remove(point)
    this.points.delete(id)
    const space = this.found.get(id)?.space
    if (!space) return
    const rooms = this.bySpace.get(space)
    rooms?.delete(id)
    if (rooms?.size === 0) this.bySpace.delete(space)
  }

  /** Puts a room into the space it lies in now. */
  private place(id: Id): void {
    const { project, spaces } = this
    this.forget(id)
    const room = project.find('room', id)
    if (!room || room.level !== this.solver.level) {
      this.found.delete(id)
      return
    }
    const point: Placed = { ...boxOf([room.at]), id }
    this.points.set(id, point)
    if (Number.isFinite(point.minX + point.minY)) this.index.insert(point)
    const space = spaces.at(room.at)
    this.found.set(id, { room, space, facts: null, fault: 'open' })
    if (!space) return
    const there = this.bySpace.get(space)
    if (there) there.add(id)
    else this.bySpace.set(space, new Set([id]))
  }

  /** Works out the figures of rooms that were placed, and of those in the same spaces. Gives all that it looked at. */
  private *evaluating(placed: ReadonlySet<Id>): Steps<ReadonlySet<Id>> {
    const all = new Set(placed)
    for (const id of placed) {
      const space = this.found.get(id)?.space
      if (space) for (const other of this.bySpace.get(space)!) all.add(other)
    }
    let steps = 0
    for (const id of all) {
      if (++steps % IN_STEP === 0) yield
      const before = this.found.get(id)
      if (!before?.space) continue
      const { room, space } = before
      // Of several in one space the first by id has it.
      const owner = [...this.bySpace.get(space)!].reduce((p, q) => (q < p ? q : p))
      const facts = roomFacts(this.project, this.level!, room, space)
      this.found.set(id, { room, space, facts, fault: owner === id ? null : 'shared' })
    }
    return all
  }
}

/** So many rooms are looked at in one step. */
const IN_STEP = 100

interface Kept {
  readonly spaces: LevelSpaces
  readonly rooms: LevelRooms
}
const kept = new WeakMap<LevelSolver, Kept>()

/** Rooms are those of their level, however a plan is cut. */
function keptFor(project: Project, of: LevelSolver): Kept {
  const solver = of.cutting ? solverOf(project, of.level) : of
  let mine = kept.get(solver)
  if (!mine) {
    const spaces = new LevelSpaces(project, solver)
    kept.set(solver, (mine = { spaces, rooms: new LevelRooms(project, solver, spaces) }))
  }
  return mine
}

/** The spaces of a level, kept with its solver. */
export const spacesOf = (project: Project, solver: LevelSolver): LevelSpaces =>
  keptFor(project, solver).spaces

/**
 * The rooms of a level with their spaces and figures, in the order they came. Of several in one space the first by id
 * has it.
 */
export const roomsOf = (project: Project, solver: LevelSolver): readonly FoundRoom[] =>
  keptFor(project, solver).rooms.all()

/** Finds the rooms of a level in small steps, so that they are at hand when they are asked for. */
export const findingRooms = (project: Project, solver: LevelSolver): Steps =>
  keptFor(project, solver).rooms.inSteps()

/** Which rooms of a level were found otherwise, room by room. */
export const roomChanges = (project: Project, solver: LevelSolver): ChangeLog => {
  const { rooms } = keptFor(project, solver)
  rooms.all()
  return rooms.changes
}

/** A room of a level as it is found now. */
export const roomIn = (project: Project, solver: LevelSolver, id: Id): FoundRoom | undefined =>
  roomsOf(project, solver).find(({ room }) => room.id === id)

/** Spaces of a level in which no room is yet, and that are no mere gaps. */
export function unnamedSpaces(project: Project, solver: LevelSolver, leastArea = LEAST): Space[] {
  const used = new Set(roomsOf(project, solver).map(({ space }) => space))
  return spacesOf(project, solver)
    .all()
    .filter((space) => space.area >= leastArea && !used.has(space))
}

/** A space smaller than this is a duct or a gap, mm². */
const LEAST = 0.3e6
