import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BoardMatters, mattersOf, settleBoard, type Matter } from '../src/check'
import { sceneOf } from '../src/derive'
import { moveItems, setFacts, setMaterial } from '../src/edit'
import { Project, type Change } from '../src/records'
import { roomChanges, roomsOf, type FoundRoom } from '../src/rooms'
import { solverOf } from '../src/building'
import { grid } from '../../bench/grid'
import { LEVEL, PLAN, projectWith } from './wallFixture'
import { World } from './world'
import { EDITS } from './worldEdits'
import { anyStep } from './worldSteps'

const words = (matters: readonly Matter[]): string[] =>
  matters.map(({ id, text, about, mend }) => [id, text, ...about, mend ? 'mend' : ''].join(' | ')).sort()

const figures = ({ room, facts, fault }: FoundRoom): unknown => [
  room.id,
  fault,
  facts && [facts.area, facts.perimeter, facts.height, facts.wallSurface].map((each) => each.toFixed(1)),
  facts && [...facts.openings].sort(),
]

describe('open matters and rooms', () => {
  it('are what they would be if they were found from nothing, after any edits and undos', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.array(fc.tuple(anyStep, fc.boolean()), { minLength: 1, maxLength: 12 }),
        (furnished, steps) => {
          const world = new World(furnished)
          const { project } = world
          const level = project.all('level')[0]!.id
          for (const [{ what, values }, undone] of steps) {
            const done = world.act((each) => EDITS[what].make(each, values))
            settleBoard(sceneOf(project, world.drawing))
            if (undone && typeof done !== 'string') project.apply(done.inverse)
          }
          const anew = new Project(project.everything())
          const board = anew.need('drawing', world.drawingId)
          expect(words(settleBoard(sceneOf(project, world.drawing)))).toEqual(
            words(settleBoard(sceneOf(anew, board))),
          )
          if (!anew.get(level)) return
          expect(roomsOf(project, solverOf(project, level)).map(figures)).toEqual(
            roomsOf(anew, solverOf(anew, level)).map(figures),
          )
        },
      ),
      { numRuns: 60 },
    )
  })

  const house = (): Project => projectWith(PLAN, ...grid(12, LEVEL, PLAN.id, 'wall-type-block-140'))

  /** How many walls and things drafted are looked at again, and how many rooms are found otherwise. */
  function costs(change: (project: Project) => Change): { looked: number; rooms: number } {
    const project = house()
    const scene = () => sceneOf(project, project.need('drawing', PLAN.id))
    settleBoard(scene())
    const log = roomChanges(project, solverOf(project, LEVEL))
    const before = { looked: mattersOf(scene()).looked, rooms: log.now }
    project.apply(change(project))
    settleBoard(scene())
    return {
      looked: mattersOf(scene()).looked - before.looked,
      rooms: roomChanges(project, solverOf(project, LEVEL)).since(before.rooms)?.size ?? Infinity,
    }
  }

  it('are looked at again only where something changed', () => {
    // 312 walls and 144 dimensions.
    expect(house().all('wall').length + house().all('dimension').length).toBe(456)
    // With the five walls that are joined to it, and those beside them.
    const moved = costs((project) => moveItems(project, ['v2-2'], { x: 40, y: 0 }))
    expect(moved.looked).toBeGreaterThan(0)
    expect(moved.looked).toBeLessThanOrEqual(40)
    // Those along the walls that meet any of the six: four by four.
    expect(moved.rooms).toBeLessThanOrEqual(16)
    expect(costs((project) => setMaterial(project, 'material-blockwork', { name: 'Other' }))).toEqual({
      looked: 0,
      rooms: 0,
    })
    expect(costs((project) => setFacts(project, 'project', 'project', { name: 'Other' }))).toEqual({
      looked: 0,
      rooms: 0,
    })
  })

  it('that were broken off are gone on with', () => {
    const project = house()
    const scene = sceneOf(project, project.need('drawing', PLAN.id))
    const matters = new BoardMatters()
    const begun = matters.steps(scene)
    begun.next()
    expect(matters.looked).toBeLessThan(100)
    const wall = project.need('wall', 'v2-2')
    // Half over the wall that goes on from it.
    project.apply({ put: [{ ...wall, a: { x: wall.a.x, y: wall.a.y + 1500 } }], drop: [] })
    project.apply({ put: [{ ...wall, b: { x: wall.b.x, y: wall.b.y + 1500 } }], drop: [] })
    const again = matters.steps(scene)
    let step = again.next()
    while (!step.done) step = again.next()
    expect(words(step.value)).toEqual(words(settleBoard(scene)))
    expect(step.value.length).toBeGreaterThan(0)
  })
})
