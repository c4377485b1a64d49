import type { Id, Level, Project } from '../records'
import { spacesOf } from '../rooms'
import { roomRows, type RoomRow } from './rooms'
import type { SolverOf } from './table'

/** The areas of one level, mm². */
export interface LevelAreas {
  readonly level: Level
  /** Net area of its rooms. */
  readonly net: number
  /** Within the outer faces of its walls: rooms, walls and spaces that are no rooms. */
  readonly gross: number
  readonly rooms: readonly RoomRow[]
}

export interface UseAreas {
  readonly use: string
  readonly area: number
  readonly rooms: number
}

/** Areas by level, from the lowest up, net against gross. */
export function areasByLevel(project: Project, solverOf: SolverOf): LevelAreas[] {
  const rows = roomRows(project, solverOf, null)
  return project
    .all('level')
    .sort((p, q) => p.elevation - q.elevation)
    .map((level) => {
      const rooms = rows.filter((row) => row.level.id === level.id)
      const net = rooms.reduce((sum, { facts }) => sum + (facts?.area ?? 0), 0)
      return { level, net, gross: grossArea(project, solverOf, level.id), rooms }
    })
}

/** What outer outlines of walls hold: an outline within another's space is counted with that. */
export function grossArea(project: Project, solverOf: SolverOf, level: Id): number {
  return spacesOf(project, solverOf(level)).grossArea()
}

/** Net areas by use, the largest first; rooms without a use come last. */
export function areasByUse(rows: readonly RoomRow[]): UseAreas[] {
  const uses = new Map<string, { area: number; rooms: number }>()
  for (const { room, facts } of rows) {
    const before = uses.get(room.use) ?? { area: 0, rooms: 0 }
    uses.set(room.use, { area: before.area + (facts?.area ?? 0), rooms: before.rooms + 1 })
  }
  return [...uses]
    .map(([use, { area, rooms }]) => ({ use, area, rooms }))
    .sort((p, q) => Number(p.use === '') - Number(q.use === '') || q.area - p.area)
}
