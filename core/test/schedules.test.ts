import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import { placeBlock } from '../src/edit'
import { STANDARD_SCHEDULES, standardOpeningTypes } from '../src/library'
import type { AnyRecord, Block, Change, Project, Room, Schedule } from '../src/records'
import {
  addSchedule,
  areasByLevel,
  areasByUse,
  columnsFor,
  handWord,
  roomRows,
  scheduleTable,
  setCell,
  setSchedule,
} from '../src/schedules'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

let next = 0
const makeId = (): string => `n${++next}`
const room = (id: string, x: number, y: number, facts: Partial<Room> = {}): Room => ({
  id,
  kind: 'room',
  level: LEVEL,
  at: { x, y },
  name: `Room ${id}`,
  number: id,
  use: '',
  floor: '',
  walls: '',
  ceiling: '',
  ceilingHeight: null,
  ...facts,
})
/** Two rooms of 2 860 × 3 860 and 2 860 × 3 860 side by side, walls 140 thick about their lines. */
const house = (...more: AnyRecord[]): Project =>
  projectWith(
    ...STANDARD_SCHEDULES,
    ...standardOpeningTypes('metric'),
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
    wall('middle', [3000, 0, 3000, 4000]),
    { ...opening('d1', 'south', 1500, 900), mark: 'D01', type: 'opening-type-door' },
    { ...opening('d2', 'middle', 2000, 900), mark: 'D02', type: 'opening-type-door' },
    { ...opening('w1', 'north', 1500, 1200, 'window'), mark: 'W01' },
    room('1', 1500, 2000, { use: 'Living' }),
    room('2', 4500, 2000, { use: 'Working' }),
    ...more,
  )
const solverOf = (project: Project) => {
  const solvers = new Map<string, LevelSolver>()
  return (level: string): LevelSolver => {
    let solver = solvers.get(level)
    if (!solver) solvers.set(level, (solver = new LevelSolver(project, level)))
    return solver
  }
}
const schedule = (project: Project, of: Schedule['of'], columns: string[], facts: Partial<Schedule> = {}) =>
  scheduleTable(project, solverOf(project), {
    id: 's',
    kind: 'schedule',
    name: 'S',
    of,
    columns,
    grouped: false,
    level: null,
    ...facts,
  })
const apply = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}

describe('schedules', () => {
  it('list doors with their rooms, in the order of their first column', () => {
    const table = schedule(house(), 'doors', ['mark', 'width', 'height', 'rooms', 'hand', 'area'])
    expect(table.rows.map(({ cells }) => cells)).toEqual([
      ['D01', 900, 2100, '1 Room 1', 'right', 900 * 2100],
      ['D02', 900, 2100, '1 Room 1 / 2 Room 2', 'right', 900 * 2100],
    ])
    expect(table.sums).toEqual([null, null, null, null, null, 2 * 900 * 2100])
    expect(table.count).toBe(2)
  })
  it('count alike rows as one', () => {
    const table = schedule(house(), 'doors', ['type', 'width'], { grouped: true })
    expect(table.rows.map(({ ids, cells }) => [ids.length, ...cells])).toEqual([
      [2, 'Door, single leaf', 900],
    ])
  })
  it('tell the hand from the side a door opens to', () => {
    // Seen from the left of a wall that runs to the right its start lies on the right.
    expect(handWord({ side: 'left', hand: 'start' })).toBe('right')
    expect(handWord({ side: 'left', hand: 'end' })).toBe('left')
    expect(handWord({ side: 'right', hand: 'start' })).toBe('left')
  })
  it('are typed back into the plan, for every door of a grouped row', () => {
    const project = house()
    const of = { ...STANDARD_SCHEDULES[0]!, grouped: true }
    const set = (ids: string[], key: string, value: string | number): Change =>
      setCell(project, solverOf(project), of, ids, key, value)
    apply(project, set(['d1', 'd2'], 'width', 1000))
    expect(['d1', 'd2'].map((id) => project.need('opening', id).width)).toEqual([1000, 1000])
    apply(project, set(['d1'], 'height', 2000))
    expect(project.need('opening', 'd1').head).toBe(2000)
    apply(project, set(['d1'], 'type', 'opening-type-door-double'))
    expect(project.need('opening', 'd1').type).toBe('opening-type-door-double')
    apply(project, set(['d1'], 'remarks', '  Fire door '))
    expect(project.need('opening', 'd1').remarks).toBe('Fire door')
    expect(() => set(['d1'], 'width', 9000)).toThrow('wider than the clear wall')
    expect(() => set(['d1', 'd2'], 'mark', 'D9')).toThrow('a number of its own')
    expect(() => set(['d1'], 'mark', 'W01')).toThrow('is taken already')
    expect(() => set(['d1'], 'hand', 'left')).toThrow('follows from the drawing')
    expect(() => set(['gone'], 'width', 900)).toThrow('no longer there')
    // A raised sill takes the window up as it is.
    apply(project, setCell(project, solverOf(project), STANDARD_SCHEDULES[1]!, ['w1'], 'sill', 1000))
    expect(project.need('opening', 'w1')).toMatchObject({ sill: 1000, head: 2200 })
  })
  it('add up areas by level, net against gross, and by use', () => {
    const project = house({
      id: 'upper',
      kind: 'level',
      name: 'Upper',
      elevation: 2700,
      height: 2500,
      cutHeight: 1200,
    })
    const [ground, upper] = areasByLevel(project, solverOf(project))
    expect(ground!.net).toBeCloseTo(2 * 2860 * 3860, 2)
    expect(ground!.gross).toBeCloseTo(6140 * 4140, 2)
    expect([upper!.net, upper!.gross]).toEqual([0, 0])
    const uses = areasByUse(roomRows(project, solverOf(project), null))
    expect(uses.map(({ use, rooms }) => [use, rooms])).toEqual([
      ['Living', 1],
      ['Working', 1],
    ])
    const table = schedule(project, 'rooms', ['number', 'area', 'volume', 'openings'])
    expect(table.rows[0]!.cells[2]).toBeCloseTo(2860 * 3860 * 2700, 0)
    expect(table.rows.map(({ cells }) => cells[3])).toEqual([2, 2])
  })
  it('a room whose walls are open has no area, and counts none', () => {
    const project = house()
    apply(project, { put: [], drop: ['east'] })
    const table = schedule(project, 'rooms', ['number', 'area'])
    expect(table.rows.map(({ cells }) => cells[1] === null)).toEqual([false, true])
    expect(table.sums[1]).toBeCloseTo(2860 * 3860, 2)
  })
  it('count blocks by type, level and room', () => {
    const project = house()
    const at = (x: number) => ({ at: { x, y: 2000 }, turn: 0, mirrored: false })
    const places = [at(1000), at(2000), at(4500), at(9000)]
    apply(project, placeBlock(project, { level: LEVEL, block: 'block-chair', places }, makeId))
    const table = schedule(project, 'blocks', ['block', 'room'], { grouped: true })
    expect(table.rows.map(({ ids, cells }) => [ids.length, ...cells])).toEqual([
      [1, 'Chair', ''],
      [2, 'Chair', '1 Room 1'],
      [1, 'Chair', '2 Room 2'],
    ])
  })
  it('list the text fields of blocks, typed back into each placement, in the size each is placed in', () => {
    const labelled: Block = {
      id: 'sign',
      kind: 'block',
      name: 'Sign',
      category: 'Own blocks',
      width: 300,
      depth: 100,
      sizing: 'stretch',
      items: [
        {
          shape: 'polyline',
          closed: false,
          points: [
            { x: 0, y: 0 },
            { x: 300, y: 100 },
          ],
        },
        {
          shape: 'text',
          at: { x: 0, y: 0 },
          text: 'Exit',
          heightPaperMm: 2.5,
          align: 'start',
          field: 'Wording',
        },
      ],
    }
    const project = house(labelled)
    const places = [1000, 4500].map((x) => ({ at: { x, y: 2000 }, turn: 0, mirrored: false }))
    apply(project, placeBlock(project, { level: LEVEL, block: 'sign', places, size: { x: 2, y: 1 } }, makeId))
    apply(
      project,
      placeBlock(project, { level: LEVEL, block: 'block-chair', places: places.slice(0, 1) }, makeId),
    )
    expect(columnsFor(project, 'blocks')).toContainEqual({ key: 'field:Wording', title: 'Wording' })
    const read = () =>
      schedule(project, 'blocks', ['block', 'room', 'width', 'field:Wording']).rows.map(({ cells }) => cells)
    expect(read()).toEqual([
      ['Chair', '1 Room 1', 460, null],
      ['Sign', '1 Room 1', 600, 'Exit'],
      ['Sign', '2 Room 2', 600, 'Exit'],
    ])
    const sign = project.all('placement').find(({ block, at }) => block === 'sign' && at.x === 4500)!
    const of: Schedule = {
      id: 's',
      kind: 'schedule',
      name: 'S',
      of: 'blocks',
      columns: ['block', 'field:Wording'],
      grouped: false,
      level: null,
    }
    apply(project, setCell(project, solverOf(project), of, [sign.id], 'field:Wording', 'Way out'))
    expect(project.need('placement', sign.id).values).toEqual({ Wording: 'Way out' })
    expect(read()[2]).toEqual(['Sign', '2 Room 2', 600, 'Way out'])
    const chair = project.all('placement').find(({ block }) => block === 'block-chair')!
    expect(() => setCell(project, solverOf(project), of, [chair.id], 'field:Wording', 'x')).toThrow(
      '“Chair” has no field “Wording”.',
    )
  })
  it('are made, named and given columns', () => {
    const project = house()
    const { change, schedule: id } = addSchedule(project, 'doors', makeId)
    apply(project, change)
    apply(
      project,
      setSchedule(project, id, { columns: ['width', 'nonsense', 'width', 'mark'], name: 'Ironmongery' }),
    )
    expect(project.need('schedule', id).columns).toEqual(['width', 'mark'])
    expect(() => setSchedule(project, id, { columns: ['nonsense'] })).toThrow('at least one column')
    expect(() => setSchedule(project, id, { name: 'Door schedule' })).toThrow('already')
    expect(columnsFor(project, 'windows').some(({ key }) => key === 'hand')).toBe(false)
  })
})
