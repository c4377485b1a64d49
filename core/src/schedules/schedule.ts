import { EditRefused, copyName, freeName, storing, type MakeId } from '../edit'
import {
  NO_CHANGE,
  Project,
  type AnyRecord,
  type Change,
  type Id,
  type Schedule,
  type ScheduleSubject,
} from '../records'
import { blockColumns, blockRows } from './blocks'
import { KEYNOTE_COLUMNS, keynoteRows, type KeynoteRow } from './keynotes'
import {
  MATERIAL_COLUMNS,
  SYMBOL_COLUMNS,
  materialRows,
  symbolRows,
  wallTypeColumns,
  wallTypeRows,
  type LegendRow,
} from './legends'
import { MEMBER_COLUMNS, memberRows } from './members'
import { OPENING_COLUMNS, openingRows } from './openings'
import { POINT_COLUMNS, pointRows, type PointRow } from './points'
import { ROOM_COLUMNS, roomRows } from './rooms'
import { tableOf, type CellValue, type Column, type SolverOf, type Table } from './table'

interface Subject<Thing extends { readonly id: Id }> {
  columns(project: Project): readonly Column<Thing>[]
  rows(
    project: Project,
    solverOf: SolverOf,
    level: Id | null,
    drawings: readonly Id[] | null,
  ): readonly Thing[]
}

const SUBJECTS = {
  doors: {
    columns: () => OPENING_COLUMNS,
    rows: (project, solverOf, level) => openingRows(project, solverOf, ['door', 'gap'], level),
  } satisfies Subject<ReturnType<typeof openingRows>[0]>,
  windows: {
    columns: () => OPENING_COLUMNS.filter(({ key }) => key !== 'hand'),
    rows: (project, solverOf, level) => openingRows(project, solverOf, ['window'], level),
  } satisfies Subject<ReturnType<typeof openingRows>[0]>,
  rooms: { columns: () => ROOM_COLUMNS, rows: roomRows } satisfies Subject<ReturnType<typeof roomRows>[0]>,
  blocks: { columns: blockColumns, rows: blockRows } satisfies Subject<ReturnType<typeof blockRows>[0]>,
  members: { columns: () => MEMBER_COLUMNS, rows: memberRows } satisfies Subject<
    ReturnType<typeof memberRows>[0]
  >,
  points: { columns: () => POINT_COLUMNS, rows: pointRows } satisfies Subject<PointRow>,
  keynotes: { columns: () => KEYNOTE_COLUMNS, rows: keynoteRows } satisfies Subject<KeynoteRow>,
  materials: { columns: () => MATERIAL_COLUMNS, rows: materialRows } satisfies Subject<LegendRow>,
  wallTypes: { columns: wallTypeColumns, rows: wallTypeRows } satisfies Subject<LegendRow>,
  symbols: { columns: () => SYMBOL_COLUMNS, rows: symbolRows } satisfies Subject<LegendRow>,
} as const

const subject = (of: ScheduleSubject): Subject<{ readonly id: Id }> =>
  SUBJECTS[of] as unknown as Subject<{ readonly id: Id }>

/** The columns a schedule of a project may show. */
export const columnsFor = (
  project: Project,
  of: ScheduleSubject,
): { readonly key: string; readonly title: string }[] =>
  subject(of)
    .columns(project)
    .map(({ key, title }) => ({ key, title }))

const rowsOf = (project: Project, solverOf: SolverOf, { of, level, drawings }: Schedule) =>
  subject(of).rows(project, solverOf, level, drawings ?? null)

/** What of a legend is shown by chosen drawings; other schedules are of all of them. */
export const LEGENDS: ReadonlySet<ScheduleSubject> = new Set<ScheduleSubject>([
  'materials',
  'wallTypes',
  'symbols',
])

/** A schedule as it reads now. */
export function scheduleTable(project: Project, solverOf: SolverOf, schedule: Schedule): Table {
  const { columns } = subject(schedule.of)
  return tableOf(project, schedule, columns(project), rowsOf(project, solverOf, schedule))
}

/** The change that a value typed into a schedule makes to the things of a row. */
export function setCell(
  project: Project,
  solverOf: SolverOf,
  schedule: Schedule,
  ids: readonly Id[],
  key: string,
  value: CellValue,
): Change {
  const { columns } = subject(schedule.of)
  const column = columns(project).find((each) => each.key === key)
  if (!column?.set) throw new EditRefused('wrong-kind', 'This follows from the drawing and is not typed.')
  const things = rowsOf(project, solverOf, schedule).filter(({ id }) => ids.includes(id))
  if (things.length === 0) throw new EditRefused('gone', 'What this row stood for is no longer there.')
  if (key === 'mark' && things.length > 1)
    throw new EditRefused('wrong-kind', 'Each has a number of its own.')
  const put = new Map<Id, AnyRecord>()
  for (const thing of things)
    for (const record of column.set(project, solverOf, thing, value).put) put.set(record.id, record)
  return put.size > 0 ? storing(project, ...put.values()) : NO_CHANGE
}

const USUAL: Record<ScheduleSubject, { name: string; columns: string[] }> = {
  doors: { name: 'Doors', columns: ['mark', 'level', 'type', 'width', 'height'] },
  windows: { name: 'Windows', columns: ['mark', 'level', 'type', 'width', 'height', 'sill'] },
  rooms: { name: 'Rooms', columns: ['number', 'name', 'level', 'use', 'area'] },
  blocks: { name: 'Blocks', columns: ['block', 'category', 'level', 'room'] },
  members: { name: 'Joists, beams and lintels', columns: ['what', 'size', 'length', 'level'] },
  points: { name: 'Setting-out points', columns: ['number', 'x', 'y', 'height'] },
  keynotes: { name: 'Keynotes', columns: ['number', 'text'] },
  materials: { name: 'Legend of materials', columns: ['sample', 'name', 'used'] },
  wallTypes: { name: 'Legend of wall types', columns: ['sample', 'name', 'thickness', 'uValue'] },
  symbols: { name: 'Legend of symbols', columns: ['sample', 'name'] },
}

/** Whether alike ones are one row with their count. */
const GROUPED: Record<ScheduleSubject, boolean> = {
  doors: false,
  windows: false,
  rooms: false,
  blocks: false,
  members: true,
  points: false,
  keynotes: false,
  materials: false,
  wallTypes: false,
  symbols: false,
}

/** A new schedule of a subject. */
export function addSchedule(
  project: Project,
  of: ScheduleSubject,
  makeId: MakeId,
): { change: Change; schedule: Id } {
  const { name, columns } = USUAL[of]
  const taken = project.all('schedule').some((each) => each.name === name)
  const schedule: Schedule = {
    id: makeId(),
    kind: 'schedule',
    name: taken ? copyName(project, 'schedule', name) : name,
    of,
    columns,
    grouped: GROUPED[of],
    level: null,
  }
  return { change: storing(project, schedule), schedule: schedule.id }
}

/** Facts of a schedule: its name, its columns in order, whether alike rows are one, its level, the drawings of a legend. */
export function setSchedule(
  project: Project,
  id: Id,
  facts: Partial<Pick<Schedule, 'name' | 'columns' | 'grouped' | 'level'>> & {
    readonly drawings?: readonly Id[] | null
  },
): Change {
  const schedule = project.need('schedule', id)
  const name = facts.name === undefined ? schedule.name : freeName(project, 'schedule', facts.name, id)
  const known = new Set(columnsFor(project, schedule.of).map(({ key }) => key))
  const columns = [...new Set(facts.columns ?? schedule.columns)].filter((key) => known.has(key))
  if (columns.length === 0) throw new EditRefused('last', 'A schedule keeps at least one column.')
  const { drawings: before, ...rest } = schedule
  const { drawings = before ?? null, ...more } = facts
  const chosen = drawings && drawings.length > 0 ? { drawings: [...drawings] } : {}
  return storing(project, { ...rest, ...more, name, columns, ...chosen })
}
