import { describe, expect, it } from 'vitest'
import { PLAIN_LOOK, sceneOf, sceneItems } from '../src/derive'
import { addCutArea, addPlan, addSlab, newProject, setCutArea, setPlanCut, type MakeId } from '../src/edit'
import { asStored, pathOfPoints } from '../src/geometry'
import { PLAN_KINDS } from '../src/library'
import { Project, type Change, type Id } from '../src/records'
import { roomsOf } from '../src/rooms'
import { alsoOn } from '../src/sheets'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
const box = (x0: number, y0: number, x1: number, y1: number) =>
  asStored(
    pathOfPoints(
      [
        { x: x0, y: y0 },
        { x: x1, y: y0 },
        { x: x1, y: y1 },
        { x: x0, y: y1 },
      ],
      true,
    ),
  )

/** A room with a high window to the south, from 1 800 to 2 400, and a door to the north. */
const studio = (): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
    { ...opening('high', 'south', 2000, 1200, 'window'), sill: 1800, head: 2400 },
    { ...opening('low', 'south', 4500, 900, 'window'), sill: 900, head: 1500 },
    {
      id: 'room',
      kind: 'room',
      level: LEVEL,
      name: 'Studio',
      number: '1',
      at: { x: 3000, y: 2000 },
    } as never,
  )
const zones = (project: Project, plan: Id = PLAN.id): Record<string, string> => {
  const scene = sceneOf(project, project.need('drawing', plan))
  const wallNow = scene.building!.get('south')!
  return Object.fromEntries([
    ['south', wallNow.zone],
    ...wallNow.openings.map(({ opening: { id }, zone }) => [id, zone]),
  ])
}

describe('a plan', () => {
  it('is cut as its level says, at its own height, or otherwise in places', () => {
    const project = studio()
    expect(zones(project)).toEqual({ south: 'cut', high: 'above', low: 'cut' })
    made(project, setPlanCut(project, PLAN.id, { cutHeight: 2000 }))
    expect(zones(project)).toEqual({ south: 'cut', high: 'cut', low: 'below' })
    made(project, setPlanCut(project, PLAN.id, { cutHeight: undefined }))
    made(project, addCutArea(project, PLAN.id, box(1000, -500, 3000, 500), 2000))
    expect(zones(project)).toEqual({ south: 'cut', high: 'cut', low: 'cut' })
    // Both gaps are cut out of the wall.
    const building = sceneOf(project, project.need('drawing', PLAN.id)).building!
    expect(building.piecesOf('south').length).toBeGreaterThan(2)
    made(project, setCutArea(project, PLAN.id, 0, null))
    expect(project.need('drawing', PLAN.id)).not.toHaveProperty('areas')
    expect(zones(project)).toEqual({ south: 'cut', high: 'above', low: 'cut' })
  })

  it('of another cut beside it leaves the first as it is, and rooms are the same in both', () => {
    const project = studio()
    const { change, drawing } = addPlan(project, { level: LEVEL, kind: 'ceiling' }, makeId)
    made(project, change)
    const plan = project.need('drawing', drawing)
    expect(plan).toMatchObject({ view: 'plan', cutHeight: 2700 - 400 })
    expect(zones(project, drawing)).toEqual({ south: 'cut', high: 'cut', low: 'below' })
    expect(zones(project)).toEqual({ south: 'cut', high: 'above', low: 'cut' })
    const areas = [PLAN.id, drawing].map((id) =>
      roomsOf(project, sceneOf(project, project.need('drawing', id)).building!).map(
        ({ facts }) => facts?.area,
      ),
    )
    expect(areas[1]).toEqual(areas[0])
    // 5 860 by 3 860 within walls of 140.
    expect(areas[0]![0]).toBeCloseTo(5860 * 3860, 0)
  })

  it('shows what lies as far down and up as it sees', () => {
    const project = studio()
    made(
      project,
      addSlab(project, { level: LEVEL, outline: box(0, 0, 2000, 2000), top: -900, thickness: 200 }, makeId),
    )
    const slab = project.all('slab')[0]!.id
    const sources = (plan: Id): Set<Id | null> =>
      new Set(
        sceneItems(sceneOf(project, project.need('drawing', plan)), { ...PLAIN_LOOK, scale: 50 }).map(
          ({ source }) => source,
        ),
      )
    expect(sources(PLAN.id)).toContain(slab)
    made(project, setPlanCut(project, PLAN.id, { down: 500 }))
    expect(sources(PLAN.id)).not.toContain(slab)
    made(project, setPlanCut(project, PLAN.id, { down: 1000 }))
    expect(sources(PLAN.id)).toContain(slab)
    // Cut at 2 600 and seeing up no further: nothing that begins higher.
    made(project, { put: [{ ...project.need('wall', 'north'), base: 2650, height: 300 }], drop: [] })
    const northAt = (): boolean =>
      sceneOf(project, project.need('drawing', PLAN.id)).building!.get('north') !== undefined
    expect(northAt()).toBe(true)
    made(project, setPlanCut(project, PLAN.id, { up: 2600 }))
    expect(northAt()).toBe(false)
  })

  it('refuses to be cut nowhere, or to see away from its cut', () => {
    const project = studio()
    expect(() => setPlanCut(project, PLAN.id, { cutHeight: NaN })).toThrow('Type the height')
    expect(() => setPlanCut(project, PLAN.id, { up: 1000 })).toThrow('A plan sees up from its cut')
    expect(() => setPlanCut(project, PLAN.id, { cutHeight: -1500, down: 1000 })).toThrow(
      'A plan sees down from its cut',
    )
    expect(() => setCutArea(project, PLAN.id, 3, 1000)).toThrow('as the rest of the plan already')
  })

  it('may go onto a sheet as it is made, in one step', () => {
    const begun = newProject(
      {
        name: 'New',
        system: 'metric',
        levelName: 'Ground',
        storeyHeight: 2700,
        sheetSize: 'A2',
        orientation: 'landscape',
        date: '2026-01-01',
      },
      makeId,
    )
    const project = new Project(begun.change.put)
    const { change, drawing } = addPlan(
      project,
      { level: begun.level, kind: 'foundation', scale: 100 },
      makeId,
    )
    made(project, alsoOn(project, change, drawing, begun.sheet, makeId))
    expect(project.all('viewport')).toMatchObject([{ sheet: begun.sheet, drawing }])
    expect(project.need('drawing', drawing)).toMatchObject({
      name: 'Ground foundations',
      lens: PLAN_KINDS.foundation.lens,
      readingScale: 100,
    })
  })
})
