import {
  isRemoved,
  type Change,
  type Id,
  type Level,
  type Opening,
  type OpeningType,
  type Project,
  type Wall,
} from '../records'
import { EditRefused, changeOpening, retypeOpenings, setFacts, setMark } from '../edit'
import { openingTypeOf } from '../library'
import { roomsOf } from '../rooms'
import type { CellValue, Column, SolverOf } from './table'

/** A door or window with what its columns need. */
export interface OpeningRow {
  readonly id: Id
  readonly opening: Opening
  readonly type: OpeningType
  readonly wall: Wall
  readonly wallType: string
  readonly level: Level
  /** Names of the rooms it leads to. */
  readonly rooms: readonly string[]
}

/** The doors or windows of a project, or of one of its levels. */
export function openingRows(
  project: Project,
  solverOf: SolverOf,
  fits: readonly Opening['fit'][],
  only: Id | null,
): OpeningRow[] {
  const rooms = new Map<Id, string[]>()
  for (const level of project.all('level')) {
    if (only !== null && level.id !== only) continue
    for (const { room, facts } of roomsOf(project, solverOf(level.id)))
      for (const id of facts?.openings ?? []) {
        const name = room.number ? `${room.number} ${room.name}` : room.name
        rooms.set(id, [...(rooms.get(id) ?? []), name])
      }
  }
  return project.all('opening').flatMap((opening): OpeningRow[] => {
    if (!fits.includes(opening.fit)) return []
    const wall = project.need('wall', opening.wall)
    if (isRemoved(opening) || isRemoved(wall)) return []
    if (only !== null && wall.level !== only) return []
    return [
      {
        id: opening.id,
        opening,
        type: openingTypeOf(project, opening),
        wall,
        wallType: project.need('wallType', wall.type).name,
        level: project.need('level', wall.level),
        rooms: (rooms.get(opening.id) ?? []).sort(),
      },
    ]
  })
}

function change(facts: (row: OpeningRow, value: number) => Parameters<typeof changeOpening>[3]) {
  return (project: Project, solverOf: SolverOf, row: OpeningRow, value: CellValue): Change => {
    if (typeof value !== 'number') throw new EditRefused('bad-value', 'Type a length.')
    const solved = solverOf(row.wall.level).get(row.wall.id)
    if (!solved) throw new EditRefused('gone', 'Its wall is no longer there.')
    return changeOpening(project, solved, row.id, facts(row, value))
  }
}

/** The hand of a door seen from the side it opens to. */
export const handWord = ({ hand, side }: Pick<Opening, 'hand' | 'side'>): string =>
  (side === 'left') === (hand === 'end') ? 'left' : 'right'

export const OPENING_COLUMNS: readonly Column<OpeningRow>[] = [
  {
    key: 'mark',
    title: 'Number',
    kind: 'text',
    value: ({ opening }) => opening.mark ?? '',
    set: (project, _, row, value) => setMark(project, row.id, String(value ?? '')),
  },
  { key: 'level', title: 'Level', kind: 'text', value: ({ level }) => level.name },
  {
    key: 'type',
    title: 'Type',
    kind: 'choice',
    value: ({ type }) => type.name,
    choices: (project) => project.all('openingType').map(({ id, name }) => ({ value: id, title: name })),
    set: (project, _, row, value) => retypeOpenings(project, [row.id], String(value)),
  },
  {
    key: 'width',
    title: 'Width',
    kind: 'length',
    value: ({ opening }) => opening.width,
    set: change((_, width) => ({ width })),
  },
  {
    key: 'height',
    title: 'Height',
    kind: 'length',
    value: ({ opening }) => opening.head - opening.sill,
    set: change(({ opening }, height) => ({ head: opening.sill + height })),
  },
  {
    key: 'sill',
    title: 'Sill',
    kind: 'length',
    value: ({ opening }) => opening.sill,
    // The window goes up or down as it is.
    set: change(({ opening }, sill) => ({ sill, head: opening.head + sill - opening.sill })),
  },
  {
    key: 'head',
    title: 'Head',
    kind: 'length',
    value: ({ opening }) => opening.head,
    set: change((_, head) => ({ head })),
  },
  {
    key: 'hand',
    title: 'Hand',
    kind: 'text',
    value: ({ opening, type }) => (type.make.form === 'hinged' ? handWord(opening) : ''),
  },
  { key: 'wall', title: 'In wall', kind: 'text', value: ({ wallType }) => wallType },
  { key: 'rooms', title: 'Rooms', kind: 'text', value: ({ rooms }) => rooms.join(' / ') },
  {
    key: 'area',
    title: 'Area',
    kind: 'area',
    value: ({ opening }) => opening.width * (opening.head - opening.sill),
    summed: true,
  },
  {
    key: 'remarks',
    title: 'Remarks',
    kind: 'text',
    value: ({ opening }) => opening.remarks ?? '',
    set: (project, _, row, value) => withRemarks(project, row.id, String(value ?? '').trim()),
  },
]

function withRemarks(project: Project, id: Id, remarks: string): Change {
  return setFacts(project, 'opening', id, { remarks: remarks || undefined })
}
