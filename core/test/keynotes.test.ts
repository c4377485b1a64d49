import { describe, expect, it } from 'vitest'
import { drawingList, drawingPicture } from '../src/annotate'
import { solverOf } from '../src/building'
import { PLAIN_LOOK, sceneOf, type PlanLook } from '../src/derive'
import { addKeynote, clip, makeKeynote, paste, removeKeynote, setKeynote, showKeynote } from '../src/edit'
import type { Change, Leader, Project } from '../src/records'
import { addSchedule, scheduleTable, setCell } from '../src/schedules'
import { PLAN, projectWith } from './wallFixture'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50 }
const leader = (id: string, text: string): Leader => ({
  id,
  kind: 'leader',
  drawing: PLAN.id,
  tip: { to: 'point', last: { x: 0, y: 0 } },
  elbowPaperMm: { x: 10, y: 10 },
  text,
})
let ids = 0
const makeId = (): string => `made-${++ids}`
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const board = () =>
  projectWith(PLAN, leader('a', 'Lime plaster'), leader('b', 'Oak floor'), leader('c', 'Lime plaster'))
/** What each leader says in its drawing, kept up to date as people see it. */
function watching(project: Project): () => Record<string, string> {
  const picture = drawingPicture(LOOK)
  return () =>
    Object.fromEntries(
      picture
        .of(sceneOf(project, project.need('drawing', PLAN.id)))
        .list()
        .flatMap((item) =>
          item.kind === 'text' && item.source
            ? [[item.source, item.runs.map(({ text }) => text).join('')] as const]
            : [],
        ),
    )
}

describe('keynotes', () => {
  it('are made of the texts of leaders, one for what is said alike, and shown by their numbers', () => {
    const project = board()
    const said = watching(project)
    expect(said()).toEqual({ a: 'Lime plaster', b: 'Oak floor', c: 'Lime plaster' })
    for (const id of ['a', 'b', 'c']) doing(project, makeKeynote(project, id, makeId))
    expect(project.all('keynote').map(({ number, text }) => [number, text])).toEqual([
      ['1', 'Lime plaster'],
      ['2', 'Oak floor'],
    ])
    expect(said()).toEqual({ a: '1', b: '2', c: '1' })
    expect(project.all('leader').map(({ framed }) => framed)).toEqual(['hexagon', 'hexagon', 'hexagon'])
    const framed = drawingList(sceneOf(project, project.need('drawing', PLAN.id)), LOOK)
    expect(framed.filter((item) => item.kind === 'line' && item.closed)).toHaveLength(3)
  })

  it('are listed with where they are shown; number and text are changed there, and all follows', () => {
    const project = board()
    const said = watching(project)
    for (const id of ['a', 'b', 'c']) doing(project, makeKeynote(project, id, makeId))
    const made = addSchedule(project, 'keynotes', makeId)
    doing(project, made.change)
    const schedule = { ...project.need('schedule', made.schedule), columns: ['number', 'text', 'used', 'on'] }
    const solver = (level: string) => solverOf(project, level)
    const rows = () => scheduleTable(project, solver, schedule).rows.map(({ cells }) => cells)
    expect(rows()).toEqual([
      ['1', 'Lime plaster', 2, PLAN.name],
      ['2', 'Oak floor', 1, PLAN.name],
    ])
    const [first] = project.all('keynote')
    doing(project, setCell(project, solver, schedule, [first!.id], 'number', 'P7'))
    doing(project, setCell(project, solver, schedule, [first!.id], 'text', 'Lime plaster, three coats'))
    expect(said()).toEqual({ a: 'P7', b: '2', c: 'P7' })
    expect(rows()[1]).toEqual(['P7', 'Lime plaster, three coats', 2, PLAN.name])
  })

  it('go and leave leaders with what they said; undone they are shown again', () => {
    const project = board()
    const said = watching(project)
    doing(project, makeKeynote(project, 'a', makeId))
    const [keynote] = project.all('keynote')
    const undo = doing(project, removeKeynote(project, keynote!.id))
    expect(said()['a']).toBe('Lime plaster')
    doing(project, undo)
    expect(said()['a']).toBe('1')
    doing(project, showKeynote(project, ['a'], null))
    expect(said()['a']).toBe('Lime plaster')
  })

  it('stay with copies in their project; elsewhere the text comes along', () => {
    const project = board()
    doing(project, makeKeynote(project, 'a', makeId))
    const copied = (into: Project): Leader => {
      const plan = into.need('drawing', PLAN.id)
      const { put } = paste(into, clip(project, ['a'], { x: 0, y: 0 }), plan, { x: 500, y: 0 }, makeId)
      const [copy] = put.filter((record) => record.kind === 'leader')
      doing(into, { put, drop: [] })
      return into.need('leader', copy!.id)
    }
    expect(copied(project).keynote).toBe(project.all('keynote')[0]!.id)
    const other = copied(projectWith(PLAN))
    expect(other.keynote).toBeUndefined()
    expect(other.text).toBe('Lime plaster')
  })

  it('are refused without words, and with a number that another has', () => {
    const project = board()
    doing(project, addKeynote(project, { text: 'Lime plaster' }, makeId).change)
    const { id } = project.all('keynote')[0]!
    expect(() => addKeynote(project, { text: ' ' }, makeId)).toThrow('Type the note')
    expect(() => addKeynote(project, { number: '1', text: 'Other' }, makeId)).toThrow(
      'There is a keynote 1 already: “Lime plaster”.',
    )
    expect(() => setKeynote(project, id, { number: ' ' })).toThrow('A keynote needs a number.')
    expect(() => setKeynote(project, id, { number: '水' })).toThrow('no “水”')
    expect(() => project.check(setKeynote(project, id, { text: 'x'.repeat(2001) }))).toThrow(
      'A keynote has 2,000 letters at most.',
    )
    expect(() => project.check(setKeynote(project, id, { number: '9'.repeat(21) }))).toThrow('20 signs')
  })
})
