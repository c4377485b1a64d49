import type { LevelSolver } from '../building'
import { distance } from '../geometry'
import type { Id, Level, Project, Room } from '../records'
import { LevelSpaces, type Space } from './spaces'

/** Figures of a room, mm and mm². */
export interface RoomFacts {
  readonly area: number
  readonly perimeter: number
  readonly height: number
  /** Of the walls and columns around it and in it, up to the ceiling, less the openings. */
  readonly wallSurface: number
  /** Doors and windows on its outline. */
  readonly openings: readonly Id[]
}

/** A room as it is found now. */
export interface FoundRoom {
  readonly room: Room
  readonly space: Space | null
  readonly facts: RoomFacts | null
  /** Why it has no space of its own. */
  readonly fault: 'open' | 'shared' | null
}

const kept = new WeakMap<LevelSolver, LevelSpaces>()

/** The spaces of a level, kept with its solver. */
export function spacesOf(project: Project, solver: LevelSolver): LevelSpaces {
  let spaces = kept.get(solver)
  if (!spaces) kept.set(solver, (spaces = new LevelSpaces(project, solver)))
  return spaces
}

/** The rooms of a level with their spaces and figures. Of several in one space the first by id has it. */
export function roomsOf(project: Project, solver: LevelSolver): FoundRoom[] {
  const rooms = project
    .all('room')
    .filter((room) => room.level === solver.level)
    .sort((p, q) => (p.id < q.id ? -1 : 1))
  if (rooms.length === 0) return []
  const level = project.need('level', solver.level)
  const spaces = spacesOf(project, solver)
  const taken = new Set<Space>()
  return rooms.map((room) => {
    const space = spaces.at(room.at)
    if (!space) return { room, space: null, facts: null, fault: 'open' as const }
    const shared = taken.has(space)
    taken.add(space)
    return { room, space, facts: roomFacts(project, level, room, space), fault: shared ? 'shared' : null }
  })
}

/** The figures of a room in its space. */
export function roomFacts(
  project: Project,
  level: Pick<Level, 'height'>,
  room: Pick<Room, 'ceilingHeight'>,
  space: Space,
): RoomFacts {
  const height = room.ceilingHeight ?? level.height
  let wallSurface = 0
  const openings = new Map<Id, number>()
  for (const { a, b, owner } of space.edges) {
    if (owner === null) continue
    const length = distance(a, b)
    wallSurface += length * height
    const opening = project.find('opening', owner)
    if (!opening) continue
    const high = Math.max(0, Math.min(opening.head, height) - Math.max(0, opening.sill))
    wallSurface -= length * high
    openings.set(owner, (openings.get(owner) ?? 0) + length)
  }
  return { area: space.area, perimeter: space.perimeter, height, wallSurface, openings: [...openings.keys()] }
}

/** Spaces of a level in which no room is yet, and that are no mere gaps. */
export function unnamedSpaces(project: Project, solver: LevelSolver, leastArea = LEAST): Space[] {
  const used = new Set(roomsOf(project, solver).map(({ space }) => space))
  return spacesOf(project, solver)
    .all()
    .filter((space) => space.area >= leastArea && !used.has(space))
}

/** A space smaller than this is a duct or a gap, mm². */
const LEAST = 0.3e6
