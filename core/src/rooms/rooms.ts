import type { LevelSolver } from '../building'
import { distance } from '../geometry'
import type { Id, Level, Opening, Project, Room } from '../records'
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

/** The space each room was found in last: while that is there, it is the room's. */
const placed = new WeakMap<Room, Space>()

/** The rooms of a level with their spaces and figures. Of several in one space the first by id has it. */
export function roomsOf(project: Project, solver: LevelSolver): FoundRoom[] {
  const rooms = project.all('room').filter((room) => room.level === solver.level)
  if (rooms.length === 0) return []
  const level = project.need('level', solver.level)
  const spaces = spacesOf(project, solver).refreshed()
  const owners = new Map<Space, Id>()
  const found = rooms.map((room) => {
    const before = placed.get(room)
    const space = before && spaces.has(before) ? before : spaces.at(room.at)
    if (space) {
      placed.set(room, space)
      const owner = owners.get(space)
      if (owner === undefined || room.id < owner) owners.set(space, room.id)
    }
    return space
  })
  return rooms.map((room, i): FoundRoom => {
    const space = found[i] ?? null
    if (!space) return { room, space: null, facts: null, fault: 'open' }
    const fault = owners.get(space) === room.id ? null : 'shared'
    return { room, space, facts: roomFacts(project, level, room, space), fault }
  })
}

interface Figures {
  readonly height: number
  readonly openings: readonly (readonly [Opening | undefined, Id])[]
  readonly facts: RoomFacts
}
const figures = new WeakMap<Space, Figures>()

/** The figures of a room in its space. */
export function roomFacts(
  project: Project,
  level: Pick<Level, 'height'>,
  room: Pick<Room, 'ceilingHeight'>,
  space: Space,
): RoomFacts {
  const height = room.ceilingHeight ?? level.height
  const kept = figures.get(space)
  if (
    kept?.height === height &&
    kept.openings.every(([opening, id]) => project.find('opening', id) === opening)
  )
    return kept.facts
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
  const ids = [...openings.keys()]
  const facts = { area: space.area, perimeter: space.perimeter, height, wallSurface, openings: ids }
  figures.set(space, {
    height,
    openings: ids.map((id) => [project.find('opening', id), id] as const),
    facts,
  })
  return facts
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
