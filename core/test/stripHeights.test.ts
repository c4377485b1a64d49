import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solverOf } from '../src/building'
import { METRIC_PLATE_TYPES, standardOpeningTypes } from '../src/library'
import { addSight, setLevel, setStrips, type MakeId } from '../src/edit'
import { Project, type AnyRecord, type Change, type Strip, type WallType } from '../src/records'
import { solidOf } from '../src/solids'
import { derivedSource, type Derived } from '../src/views'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const [BRICK, BLOCK, PLASTER] = ['material-brick', 'material-blockwork', 'material-plaster'] as const
/** From the left: a plinth of brick as high as 450, blockwork, plaster up to 2 500 that turns into openings. */
const TYPE: WallType = {
  id: 'part',
  kind: 'wallType',
  name: 'With a plinth',
  strips: [
    { material: BRICK, thickness: 50, head: 450 },
    { material: BLOCK, thickness: 200 },
    { material: PLASTER, thickness: 15, head: 2500, turnsIn: true },
  ],
}
/** One wall of it along x, its left face on y = 0, 2 700 high; the plan is cut at 1 200. */
const onePart = (...more: AnyRecord[]): Project =>
  projectWith(
    PLAN,
    TYPE,
    { ...wall('w', [0, 0, 4000, 0]), type: 'part', reference: 'left' } as AnyRecord,
    ...more,
  )
const WINDOW = standardOpeningTypes('metric').find(({ fit }) => fit === 'window')!
const window = { ...opening('o', 'w', 2000, 1000, 'window'), side: 'left', sill: 900, head: 2100 } as const
const cutOf = (project: Project) => [...solverOf(project, LEVEL).get('w')!.boundaries]
const ysOf = (project: Project): number[] => {
  const ys = cutOf(project).flatMap(({ y1, y2 }) => [y1, y2])
  return [...new Set(ys.map((y) => Math.round(y * 100) / 100))].sort((p, q) => p - q)
}
function section(project: Project, x: number): Derived {
  const sight = { view: 'section', a: { x, y: -3000 }, b: { x, y: 3000 } } as const
  const { change, drawing } = addSight(project, sight, makeId)
  made(project, change)
  return derivedSource(project).of(drawing, false)
}
/** What a section cuts of a material, as far as it goes in height and across. */
function cutBand(derived: Derived, material: string): { x: number[]; y: number[] } {
  const rank = derived.cut.materials.findIndex(({ id }) => id === material)
  const mine = [...derived.cut.boundariesOf('w')].filter(({ left, right }) => left === rank || right === rank)
  const range = (all: number[]): number[] =>
    [Math.min(...all), Math.max(...all)].map((v) => Math.round(v * 100) / 100)
  return {
    x: range(mine.flatMap(({ x1, x2 }) => [x1, x2])),
    y: range(mine.flatMap(({ y1, y2 }) => [y1, y2])),
  }
}

describe('strips that begin and end at heights of their own', () => {
  it('are in a plan where it is cut, and only there', () => {
    const project = onePart()
    // Cut at 1 200 there is no plinth.
    expect(ysOf(project)).toEqual([-265, -250, -50])
    made(project, setLevel(project, LEVEL, { cutHeight: 300 }))
    expect(ysOf(project)).toEqual([-265, -250, -50, 0])
    made(project, setLevel(project, LEVEL, { cutHeight: 2600 }))
    expect(ysOf(project)).toEqual([-250, -50])
  })

  it('are cut in a section as high as they are, at the strips of the plan', () => {
    const project = onePart()
    const cut = section(project, 1000)
    expect(cutBand(cut, BRICK)).toEqual({ x: [-50, 0], y: [0, 450] })
    expect(cutBand(cut, BLOCK)).toEqual({ x: [-250, -50], y: [0, 2700] })
    expect(cutBand(cut, PLASTER)).toEqual({ x: [-265, -250], y: [0, 2500] })
  })

  it('show where they end in an elevation', () => {
    const project = onePart()
    const sight = { view: 'elevation', a: { x: 5000, y: 2000 }, b: { x: -1000, y: 2000 } } as const
    const { change, drawing } = addSight(project, sight, makeId)
    made(project, change)
    const lines = [...derivedSource(project).of(drawing, false).things.get('w')!.lines]
    const level = lines.filter(({ y1, y2 }) => Math.abs(y1 - 450) < 0.01 && Math.abs(y2 - 450) < 0.01)
    expect(level.reduce((sum, { x1, x2 }) => sum + Math.abs(x2 - x1), 0)).toBeCloseTo(4000, 4)
  })

  it('have no face of an opening before them where they are not', () => {
    const door = { ...opening('d', 'w', 2000, 900, 'door'), side: 'left', sill: 0, head: 2100 } as const
    const project = onePart(door)
    const solid = solidOf(project, project.need('wall', 'w'))!
    const above = solid.points.filter(({ z }) => z > 450.01)
    expect(above.length).toBeGreaterThan(8)
    for (const { y } of above) expect(y).toBeLessThanOrEqual(-50 + 1e-6)
    expect(Math.max(...solid.points.map(({ y }) => y))).toBeCloseTo(0, 9)
  })

  it('that end below where they begin are refused; floors have none', () => {
    const project = onePart()
    const strips: Strip[] = [{ material: BLOCK, thickness: 100, foot: 500, head: 400 }]
    expect(() => setStrips(project, 'part', strips)).toThrow('A strip ends higher than it begins.')
    const [plate] = METRIC_PLATE_TYPES
    made(project, { put: [plate!], drop: [] })
    const partly: Strip[] = [{ material: BLOCK, thickness: 100, head: 400 }]
    expect(() => setStrips(project, plate!.id, partly)).toThrow('Only strips of walls')
  })

  it('make up the wall at every height: its cut is as thick as the strips that are there', () => {
    const heights = fc.integer({ min: -200, max: 2900 })
    const strip = fc.record({ thickness: fc.integer({ min: 10, max: 300 }), foot: heights, head: heights })
    fc.assert(
      fc.property(
        fc.array(strip, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 50, max: 2600 }),
        (all, cutHeight) => {
          const strips: Strip[] = all.map(({ thickness, foot, head }, i) => ({
            material: [BRICK, BLOCK, PLASTER][i % 3]!,
            thickness,
            foot: Math.min(foot, head),
            head: Math.max(foot, head) + 1,
          }))
          const project = onePart()
          made(project, setStrips(project, 'part', strips))
          made(project, setLevel(project, LEVEL, { cutHeight }))
          const there = strips.filter(({ foot, head }) => cutHeight > foot! && cutHeight < head!)
          const thick = there.reduce((sum, { thickness }) => sum + thickness, 0)
          expect(solverOf(project, LEVEL).cutArea()).toBeCloseTo(4000 * thick, 2)
          expect(solverOf(project, LEVEL).faults()).toBe(0)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('a strip that is turned into openings', () => {
  it('lines the jambs up to the frame, in plan', () => {
    const { frame, place } = WINDOW
    const project = onePart(WINDOW, { ...window, type: WINDOW.id })
    // The wall at the window goes from -265 to -50; its frame stands so far in from the left face.
    const depth = Math.min(frame.depth ?? 215, 215)
    const inner = -50 - (215 - depth) * place - depth
    const plaster = solverOf(project, LEVEL)
      .piecesOf('w')
      .filter(({ minY }) => minY === -265)
      .map(({ minX, maxX, minY, maxY }) => [minX, maxX, minY, maxY].map((v) => Math.round(v * 100) / 100))
    expect(plaster).toContainEqual([1500, 1515, -265, Math.round(inner * 100) / 100])
    expect(plaster).toContainEqual([2485, 2500, -265, Math.round(inner * 100) / 100])
  })

  it('lines head and sill in a section, and not where a board lies on the sill', () => {
    const project = onePart(WINDOW, { ...window, type: WINDOW.id })
    made(project, { put: [{ ...WINDOW, sillIn: 0 }], drop: [] })
    const drawn = section(project, 2000)
    const rank = drawn.cut.materials.findIndex(({ id }) => id === PLASTER)
    const levels = (cut: Derived): number[] =>
      [
        ...new Set(
          [...cut.cut.boundariesOf('w')]
            .filter(({ left, right }) => left === rank || right === rank)
            .flatMap(({ y1, y2 }) => [y1, y2].map(Math.round)),
        ),
      ].sort((p, q) => p - q)
    expect(levels(drawn)).toEqual([0, 900, 915, 2085, 2100, 2500])
    made(project, { put: [{ ...WINDOW, sillIn: 40 }], drop: [] })
    expect(levels(section(project, 2000))).toEqual([0, 900, 2085, 2100, 2500])
  })

  it('follows the frame of its type, and stands in as far as it is thick in space', () => {
    const project = onePart(WINDOW, { ...window, type: WINDOW.id })
    const areaOf = (): number => solverOf(project, LEVEL).cutArea()
    made(project, { put: [{ ...WINDOW, place: 0, frame: { ...WINDOW.frame, depth: 60 } }], drop: [] })
    const shallow = areaOf()
    made(project, { put: [{ ...WINDOW, place: 0, frame: { ...WINDOW.frame, depth: 100 } }], drop: [] })
    // A frame 40 deeper leaves both jambs 40 less to line.
    expect(shallow - areaOf()).toBeCloseTo(2 * 40 * 15, 3)
    const solid = solidOf(project, project.need('wall', 'w'))!
    const xs = solid.faces
      .filter(({ source, loops }) => source === 'o' && loops[0]!.some((at) => solid.points[at]!.y < -200))
      .flatMap(({ loops }) => loops[0]!.map((at) => Math.round(solid.points[at]!.x)))
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([1515, 2485])
  })
})
