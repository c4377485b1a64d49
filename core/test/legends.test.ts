import { describe, expect, it } from 'vitest'
import { solverOf } from '../src/building'
import type { AnyRecord, Change, Project, Schedule, ScheduleSubject } from '../src/records'
import { addSchedule, scheduleTable, setCell, setSchedule } from '../src/schedules'
import { removeDrawing } from '../src/edit'
import { PLAN as HOUSE_PLAN, houseRecords } from './house'
import { PLAN, projectWith, wall } from './wallFixture'

let ids = 0
const makeId = (): string => `made-${++ids}`
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
function legend(project: Project, of: ScheduleSubject): () => Schedule {
  const { change, schedule } = addSchedule(project, of, makeId)
  doing(project, change)
  return () => project.need('schedule', schedule)
}
const rowsOf = (project: Project, schedule: Schedule) =>
  scheduleTable(project, (level) => solverOf(project, level), schedule).rows
/** Rows without their samples. */
const words = (project: Project, schedule: Schedule): readonly (readonly unknown[])[] =>
  rowsOf(project, schedule).map(({ cells }) => cells.slice(1))

/** Two storeys: walls of blocks below, of studs above, each with a plan, and a section of both. */
function storeys(): Project {
  const upper = {
    id: 'upper',
    kind: 'level',
    name: 'Upper floor',
    elevation: 2700,
    height: 2700,
    cutHeight: 1200,
  }
  const drawing = { kind: 'drawing', readingScale: 50 }
  return projectWith(
    PLAN,
    upper as AnyRecord,
    { ...drawing, id: 'above', name: 'Upper plan', view: 'plan', level: 'upper' } as AnyRecord,
    {
      ...drawing,
      id: 'cut',
      name: 'Section',
      view: 'section',
      mark: 'A',
      a: { x: 0, y: -900 },
      b: { x: 0, y: 900 },
    } as AnyRecord,
    wall('low', [0, 0, 5000, 0]),
    wall('low-too', [0, 3000, 5000, 3000]),
    { ...wall('high', [0, 0, 5000, 0], 'partition-100'), level: 'upper' },
  )
}

describe('legends', () => {
  it('of wall types tell those in use, with their thickness, where and how many', () => {
    const project = storeys()
    const of = legend(project, 'wallTypes')
    doing(
      project,
      setSchedule(project, of().id, { columns: ['sample', 'name', 'thickness', 'used', 'count'] }),
    )
    const name = (wallId: string): string => project.need('wallType', project.need('wall', wallId).type).name
    const thick = (wallId: string): number =>
      project
        .need('wallType', project.need('wall', wallId).type)
        .strips.reduce((sum, s) => sum + s.thickness, 0)
    const low = [name('low'), thick('low'), 'Ground floor', 2]
    const high = [name('high'), thick('high'), 'Upper floor', 1]
    expect(new Set(words(project, of()))).toEqual(new Set([low, high]))
    expect(rowsOf(project, of()).map(({ cells, ids: [id] }) => cells[0] === id)).toEqual([true, true])
    // Live: the last of a type goes, and so does its row.
    const undo = doing(project, { put: [], drop: ['high'] })
    expect(words(project, of())).toEqual([low])
    doing(project, undo)
    expect(words(project, of())).toHaveLength(2)
  })

  it('are of what chosen drawings show, and of all when the last of those is gone', () => {
    const project = storeys()
    const of = legend(project, 'wallTypes')
    const count = (): number => rowsOf(project, of()).length
    doing(project, setSchedule(project, of().id, { drawings: [PLAN.id] }))
    expect(count()).toBe(1)
    doing(project, setSchedule(project, of().id, { drawings: ['above'] }))
    expect(rowsOf(project, of())[0]!.ids[0]).toBe(project.need('wall', 'high').type)
    // A section looks at the whole building.
    doing(project, setSchedule(project, of().id, { drawings: ['cut'] }))
    expect(count()).toBe(2)
    doing(project, removeDrawing(project, 'cut'))
    expect(of().drawings).toBeUndefined()
    expect(count()).toBe(2)
    doing(project, setSchedule(project, of().id, { drawings: null, level: 'upper' }))
    expect(count()).toBe(1)
  })

  it('take U-values as they are typed, and none that cannot be', () => {
    const project = storeys()
    const of = legend(project, 'wallTypes')
    const { type } = project.need('wall', 'low')
    const solver = (level: string) => solverOf(project, level)
    const type_ = (text: string): void =>
      void doing(project, setCell(project, solver, of(), [type], 'uValue', text))
    type_('0,18')
    expect(project.need('wallType', type).uValue).toBe(0.18)
    expect(words(project, of()).flat()).toContain('0.18')
    type_('')
    expect(project.need('wallType', type).uValue).toBeUndefined()
    for (const text of ['0', '-1', 'warm', '21'])
      expect(() => type_(text)).toThrow('A U-value is a number above 0 and up to 20, in W/(m²K).')
  })

  it('of materials tell in what they are used', () => {
    const project = projectWith(...houseRecords())
    const of = legend(project, 'materials')
    const used = new Map(words(project, of()).map(([name, where]) => [name, String(where)]))
    const materialOf = (id: string): string => project.need('material', id).name
    expect(used.get(materialOf('material-stud'))).toContain('Joists')
    for (const { strips } of project.all('wall').map(({ type }) => project.need('wallType', type)))
      for (const { material } of strips) expect(used.has(materialOf(material))).toBe(true)
    // Of plans of another level nothing is shown.
    const empty = { ...project.need('level', 'ground'), id: 'attic', name: 'Attic', elevation: 6000 }
    const plan = { ...project.need('drawing', HOUSE_PLAN), id: 'attic-plan', name: 'Attic', level: 'attic' }
    doing(project, { put: [empty, plan as AnyRecord], drop: [] })
    doing(project, setSchedule(project, of().id, { drawings: ['attic-plan'] }))
    expect(words(project, of())).toEqual([])
  })

  it('of symbols tell each sort once', () => {
    const project = projectWith(...houseRecords())
    const of = legend(project, 'symbols')
    doing(project, { put: [{ ...project.need('symbol', 'symbol-own'), id: 'again' }], drop: [] })
    doing(project, setSchedule(project, of().id, { columns: ['sample', 'name', 'used', 'count'] }))
    const board = project.need('drawing', HOUSE_PLAN).name
    expect(words(project, of())).toContainEqual(['Round tag', board, 2])
    expect(words(project, of())).toContainEqual(['North point', board, 1])
    expect(rowsOf(project, of())).toHaveLength(10)
    doing(project, setSchedule(project, of().id, { drawings: ['section'] }))
    expect(rowsOf(project, of())).toEqual([])
  })
})
