import { describe, expect, it } from 'vitest'
import { layLevelMark, pictureOf } from '../src/annotate'
import { settleBoard } from '../src/check'
import { PLAIN_LOOK, sceneOf } from '../src/derive'
import {
  CUTAWAY_LOOKS,
  addCutaway,
  addLevelMark,
  addSight,
  mapItems,
  moveThroughView,
  setFacts,
  type MakeId,
} from '../src/edit'
import { moveBy, type Point } from '../src/geometry'
import type { Change, Id, LevelMark, Project } from '../src/records'
import { floorAt } from '../src/solids'
import { TieFinder } from '../src/ties'
import { outline } from './house'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}

/** A wall of 6 000 with a window from 900 to 2 100, and a floor 150 lower before it. */
const porch = (): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    { ...opening('w', 'south', 2000, 1200, 'window'), side: 'right' },
    {
      id: 'porch',
      kind: 'slab',
      level: LEVEL,
      outline: outline([0, -2000], [3000, -2000], [3000, -100], [0, -100]),
      top: -150,
      thickness: 200,
    },
    {
      id: 'ramp',
      kind: 'ramp',
      level: LEVEL,
      at: { x: 4000, y: -2000 },
      turn: Math.PI / 2,
      width: 1000,
      length: 1800,
      rise: 180,
      rails: 'none',
    },
  )

function markAt(project: Project, drawing: Id, point: Point, facts: Partial<LevelMark> = {}): LevelMark {
  const board = project.need('drawing', drawing)
  const finder = new TieFinder(sceneOf(project, board), board)
  const at = board.view === 'plan' ? finder.within(point) : finder.at(point)
  made(project, addLevelMark(project, { drawing, at, shiftPaperMm: 5, ...facts }, makeId))
  return project.all('levelMark').at(-1)!
}
const words = (project: Project, { id }: LevelMark): string[] => {
  const mark = project.need('levelMark', id)
  return layLevelMark(mark, sceneOf(project, project.need('drawing', mark.drawing)), 50).flatMap((item) =>
    item.kind === 'text' ? [item.runs.map(({ text }) => text).join('')] : [],
  )
}

describe('a level mark', () => {
  it('in an elevation follows the sill it is tied to, told from the datum or from a level', () => {
    const project = porch()
    const { change, drawing } = addSight(
      project,
      { view: 'elevation', a: { x: -1000, y: -3000 }, b: { x: 7000, y: -3000 } },
      makeId,
    )
    made(project, change)
    const sill = markAt(project, drawing, { x: 1400, y: 900 }, { name: 'Sill' })
    expect(sill.at).toMatchObject({ to: 'edge', of: 'w' })
    expect(words(project, sill)).toEqual(['Sill +0.900'])
    made(project, moveThroughView(project, drawing, ['w'], { x: 0, y: 150 }))
    expect(words(project, sill)).toEqual(['Sill +1.050'])
    // The picture that is kept draws it again when the wall of what it marks is moved.
    const tip = (): number | undefined => {
      const scene = sceneOf(project, project.need('drawing', drawing))
      const items = pictureOf(scene, { ...PLAIN_LOOK, scale: 50 }).list()
      const [x] = items.flatMap((item) =>
        item.source === sill.id && item.kind === 'fill' ? item.loops[0]! : [],
      )
      return x === undefined ? x : Math.round(x)
    }
    expect(tip()).toBe(1400 + 5 * 50)
    made(project, mapItems(project, ['south'], moveBy(500, 0)))
    expect(tip()).toBe(1900 + 5 * 50)
    made(project, { put: [{ ...project.need('level', LEVEL), elevation: 1200 }], drop: [] })
    expect(words(project, sill)).toEqual(['Sill +2.250'])
    made(project, setFacts(project, 'levelMark', sill.id, { from: LEVEL, name: undefined }))
    expect(words(project, sill)).toEqual([`${project.need('level', LEVEL).name} +1.050`])
    // What it marked goes: it keeps its place, and says so.
    made(project, { put: [], drop: ['w'] })
    const matters = settleBoard(sceneOf(project, project.need('drawing', drawing)))
    expect(matters.map(({ text }) => text).join()).toContain('A level mark lost what it marked')
  })

  it('in a plan tells the floor that is there: a lower one, a ramp, the level, or what is typed', () => {
    const project = porch()
    expect(words(project, markAt(project, PLAN.id, { x: 1000, y: -1000 }))).toEqual(['-0.150'])
    // Half way up 180 over 1 800.
    expect(words(project, markAt(project, PLAN.id, { x: 4000, y: -1100 }))).toEqual(['+0.090'])
    expect(words(project, markAt(project, PLAN.id, { x: 8000, y: 3000 }))).toEqual(['±0.000'])
    const typed = markAt(project, PLAN.id, { x: 8000, y: 3000 }, { height: -450, name: 'GL' })
    expect(words(project, typed)).toEqual(['GL -0.450'])
    // On the open ground it is tied to nothing, which is no fault of it.
    expect(
      settleBoard(sceneOf(project, project.need('drawing', PLAN.id))).filter(
        ({ text }) => !text.includes('letter'),
      ),
    ).toEqual([])
    made(project, setFacts(project, 'slab', 'porch', { top: -300 }))
    expect(floorAt(project, project.need('level', LEVEL), { x: 1000, y: -1000 })).toBe(-300)
    expect(words(project, project.all('levelMark')[0]!)).toEqual(['-0.300'])
  })

  it('is refused where no heights are shown', () => {
    const project = porch()
    const { change, drawing } = addCutaway(project, { looks: CUTAWAY_LOOKS.isometric }, makeId)
    made(project, change)
    expect(() =>
      addLevelMark(project, { drawing, at: { to: 'point', last: { x: 0, y: 0 } }, shiftPaperMm: 5 }, makeId),
    ).toThrow('Heights are marked in plans, elevations, sections and details of them.')
  })
})
