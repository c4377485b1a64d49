import { EditRefused, setRoom } from '../edit'
import type { Id, Level, Project, Room } from '../records'
import { roomsOf, type RoomFacts } from '../rooms'
import type { Column, SolverOf } from './table'

export interface RoomRow {
  readonly id: Id
  readonly room: Room
  readonly level: Level
  /** Null while its space is open. */
  readonly facts: RoomFacts | null
}

/** The rooms of a project, or of one of its levels. A room that shares its space has no figures of its own. */
export function roomRows(project: Project, solverOf: SolverOf, only: Id | null): RoomRow[] {
  return project.all('level').flatMap((level) =>
    only !== null && level.id !== only
      ? []
      : roomsOf(project, solverOf(level.id)).map(({ room, facts, fault }) => ({
          id: room.id,
          room,
          level,
          facts: fault === null ? facts : null,
        })),
  )
}

const text = (key: keyof Room & ('name' | 'number' | 'use' | 'floor' | 'walls' | 'ceiling'), title: string) =>
  ({
    key,
    title,
    kind: 'text',
    value: ({ room }) => room[key],
    set: (project, _, row, value) => setRoom(project, row.id, { [key]: String(value ?? '').trim() }),
  }) satisfies Column<RoomRow>

export const ROOM_COLUMNS: readonly Column<RoomRow>[] = [
  text('number', 'Number'),
  text('name', 'Name'),
  { key: 'level', title: 'Level', kind: 'text', value: ({ level }) => level.name },
  text('use', 'Use'),
  {
    key: 'area',
    title: 'Net area',
    kind: 'area',
    value: ({ facts }) => facts?.area ?? null,
    summed: true,
  },
  { key: 'perimeter', title: 'Perimeter', kind: 'length', value: ({ facts }) => facts?.perimeter ?? null },
  {
    key: 'wallSurface',
    title: 'Wall surface',
    kind: 'area',
    value: ({ facts }) => facts?.wallSurface ?? null,
    summed: true,
  },
  {
    key: 'ceilingHeight',
    title: 'Ceiling height',
    kind: 'length',
    value: ({ room, level }) => room.ceilingHeight ?? level.height,
    set: (project, _, row, value) => {
      if (typeof value !== 'number') throw new EditRefused('bad-value', 'Type a height.')
      return setRoom(project, row.id, { ceilingHeight: value })
    },
  },
  {
    key: 'volume',
    title: 'Volume',
    kind: 'volume',
    value: ({ facts }) => facts && facts.area * facts.height,
    summed: true,
  },
  text('floor', 'Floor'),
  text('walls', 'Walls'),
  text('ceiling', 'Ceiling'),
  {
    key: 'openings',
    title: 'Doors and windows',
    kind: 'count',
    value: ({ facts }) => facts?.openings.length ?? null,
  },
]
