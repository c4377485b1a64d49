import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layDimension } from '../src/annotate'
import { settleBoard } from '../src/check'
import { sceneOf } from '../src/derive'
import {
  measureTo,
  moveWallSideways,
  setDatum,
  setFacts,
  splitDimension,
  dropDimensionPoint,
} from '../src/edit'
import type { Anchor, Change, Dimension, Project } from '../src/records'
import { OF_WALLS, TieFinder, holdAnchor, measuresTo } from '../src/ties'
import { METRIC } from '../src/units'
import { PLAN, projectWith, wall } from './wallFixture'

const on = (project: Project) => sceneOf(project, project.need('drawing', PLAN.id))
const last = { x: 0, y: 0 }
const face = (id: string, side: 'left' | 'right' | 'axis', along = 1000): Anchor => ({
  to: 'wallFace',
  wall: id,
  side,
  along,
  last,
})
const row = (id: string, anchors: Anchor[], facts: Partial<Dimension> = {}): Dimension => ({
  id,
  kind: 'dimension',
  drawing: PLAN.id,
  anchors,
  direction: 0,
  offset: { in: 'row', side: 'right', row: 0 },
  ...facts,
})
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const lengths = (project: Project, id = 'r'): number[] =>
  layDimension(project.need('dimension', id), on(project), 50, METRIC).lengths.map(
    (mm) => Math.round(mm * 1e6) / 1e6,
  )
const told = (project: Project): string[] =>
  settleBoard(on(project)).flatMap(({ text }) => (/row/.test(text) ? [text] : []))

/**
 * Three walls upright in plan, centred on x = 0, 3000 and 6000: plaster 12, blockwork 100, plaster 12. Their left sides
 * look to -x.
 */
function three(...anchors: Anchor[]): Project {
  return projectWith(
    PLAN,
    wall('p', [0, 0, 0, 5000], 'block-lined-124'),
    wall('q', [3000, 0, 3000, 5000], 'block-lined-124'),
    wall('s', [6000, 0, 6000, 5000], 'block-lined-124'),
    row('r', anchors),
  )
}

describe('what of walls a row measures to', () => {
  it('is changed for all its points, and back again', () => {
    const project = three(face('p', 'left'), face('q', 'left'), face('q', 'right'), face('s', 'right'))
    expect(lengths(project)).toEqual([3000, 124, 3000])
    expect(measuresTo(project.need('dimension', 'r'), on(project))).toBe('finish')
    const before = project.need('dimension', 'r')
    doing(project, measureTo(project, on(project), ['r'], 'structure'))
    // 12 of plaster less on each side.
    expect(lengths(project)).toEqual([3000, 100, 3000])
    expect(measuresTo(project.need('dimension', 'r'), on(project))).toBe('structure')
    doing(project, measureTo(project, on(project), ['r'], 'axis'))
    // Both faces of the middle wall are on its axis now: one tick.
    expect(lengths(project)).toEqual([3000, 3000])
    doing(project, measureTo(project, on(project), ['r'], 'finish'))
    const after = project.need('dimension', 'r')
    expect(after.anchors.map((anchor) => ({ ...anchor, last }))).toEqual(
      before.anchors.map((anchor) => ({ ...anchor, last })),
    )
  })

  it('goes from axes to the faces outside at its ends, and to both faces between them', () => {
    const project = three(face('p', 'axis'), face('q', 'axis'), face('s', 'axis'))
    expect(lengths(project)).toEqual([3000, 3000])
    doing(project, measureTo(project, on(project), ['r'], 'finish'))
    expect(lengths(project)).toEqual([3000, 124, 3000])
    doing(project, measureTo(project, on(project), ['r'], 'structure'))
    expect(lengths(project)).toEqual([3000, 100, 3000])
  })

  it('is an open matter where it is one thing here and another there, until it is meant so', () => {
    const project = three(face('p', 'left'), face('q', 'axis'), face('s', 'right'))
    expect(measuresTo(project.need('dimension', 'r'), on(project))).toBe('mixed')
    const sentence = 'A row goes to finished faces, structure or axes of walls by turns.'
    expect(told(project)).toEqual([sentence])
    doing(project, setFacts(project, 'dimension', 'r', { mixed: true }))
    expect(told(project)).toEqual([])
    // Changed, it is no longer what was accepted.
    doing(project, measureTo(project, on(project), ['r'], 'axis'))
    expect(project.need('dimension', 'r').mixed).toBeUndefined()
    expect(told(project)).toEqual([])
  })

  it('follows the wall, and is refused for rows that go to none', () => {
    const project = three(face('p', 'left'), face('q', 'left'))
    doing(project, measureTo(project, on(project), ['r'], 'structure'))
    doing(project, moveWallSideways(project, 'q', -200))
    expect(lengths(project)).toEqual([3200])
    const free = projectWith(
      PLAN,
      row('r', [
        { to: 'point', last },
        { to: 'point', last: { x: 9, y: 0 } },
      ]),
    )
    expect(measuresTo(free.need('dimension', 'r'), on(free))).toBeNull()
    expect(() => measureTo(free, on(free), ['r'], 'axis')).toThrow('measures to no face of a wall')
  })

  it('goes to the corner of the structure behind the plaster', () => {
    // A room of cavity walls, their plaster outside: brick 103, insulation 135, blockwork 100, plaster 12 from inside.
    const round = [
      ['s', 0, 0, 6000, 0],
      ['e', 6000, 0, 6000, 4000],
      ['n', 6000, 4000, 0, 4000],
      ['w', 0, 4000, 0, 0],
    ] as const
    const corner: Anchor = { to: 'wallCorner', wall: 's', end: 'a', side: 'right', last }
    const project = projectWith(
      PLAN,
      ...round.map(([id, ...ends]) => wall(id, ends, 'cavity-350', 'left')),
      row('r', [corner, { ...corner, end: 'b', side: 'left' }]),
    )
    expect(lengths(project)).toEqual([6350])
    doing(project, measureTo(project, on(project), ['r'], 'structure'))
    expect(lengths(project)).toEqual([6338])
    const at = holdAnchor({ ...corner, on: 'structure' }, on(project)).point
    expect([at.x, at.y].map((each) => Math.round(each * 1e6) / 1e6)).toEqual([-338, -338])
    doing(project, measureTo(project, on(project), ['r'], 'axis'))
    expect(lengths(project)).toEqual([6000])
  })

  it('holds what is pointed to on the structure', () => {
    const project = three(face('p', 'left'), face('q', 'left'))
    const found = new TieFinder(on(project), project.need('drawing', PLAN.id)).at({ x: -50, y: 2000 })
    expect(found).toMatchObject({ to: 'wallFace', wall: 'p', side: 'left', on: 'structure', along: 2000 })
    expect(holdAnchor(found, on(project))).toEqual({ point: { x: -50, y: 2000 }, held: true })
  })

  it('lies where the wall has it, whatever is asked in which order', () => {
    const sides = fc.constantFrom('left', 'right', 'axis')
    const asked = fc.array(fc.constantFrom(...OF_WALLS), { minLength: 1, maxLength: 5 })
    fc.assert(
      fc.property(fc.tuple(sides, sides, sides), asked, (kinds, order) => {
        const [p, q, s] = kinds
        const project = three(face('p', p), face('q', q, 2000), face('s', s))
        const ends = { finish: 62, structure: 50, axis: 0 } as const
        for (const to of order) doing(project, measureTo(project, on(project), ['r'], to))
        const to = order.at(-1)!
        const { anchors } = project.need('dimension', 'r')
        for (const anchor of anchors) {
          const { x } = holdAnchor(anchor, on(project)).point
          const off = Math.min(...[0, 3000, 6000].map((axis) => Math.abs(x - axis)))
          expect(off).toBeCloseTo(ends[to], 6)
        }
        expect(measuresTo(project.need('dimension', 'r'), on(project))).toBe(to)
      }),
      { numRuns: 60 },
    )
  })
})

describe('running rows', () => {
  const points = [0, 1000, 4000, 9000].map((x): Anchor => ({ to: 'point', last: { x, y: 0 } }))
  const running = (): Project => projectWith(PLAN, row('r', points))

  it('are measured from their first point, their last, or any of them, and one after the other again', () => {
    const project = running()
    doing(project, setDatum(project, on(project), ['r'], 'first'))
    expect(lengths(project)).toEqual([1000, 4000, 9000])
    doing(project, setDatum(project, on(project), ['r'], 'last'))
    expect(lengths(project)).toEqual([9000, 8000, 5000])
    doing(project, setDatum(project, on(project), ['r'], 1))
    expect(lengths(project)).toEqual([1000, 3000, 8000])
    doing(project, setDatum(project, on(project), ['r'], null))
    expect(lengths(project)).toEqual([1000, 3000, 5000])
    expect(() => setDatum(project, on(project), ['r'], 7)).toThrow('no such point')
  })

  it('stay running without their origin, and in both halves', () => {
    const project = running()
    doing(project, setDatum(project, on(project), ['r'], 'first'))
    doing(project, dropDimensionPoint(project, 'r', 0))
    expect(lengths(project)).toEqual([3000, 8000])
    const { change, rest } = splitDimension(project, on(project), 'r', 1, () => 'half')
    doing(project, change)
    expect(lengths(project)).toEqual([3000])
    // The other half starts where it was parted.
    expect(project.need('dimension', rest).from).toBe(0)
    expect(lengths(project, rest)).toEqual([5000])
  })
})

describe('rounded figures', () => {
  it('that do not add up are an open matter, until the style lets them', () => {
    const at = (x: number): Anchor => ({ to: 'point', last: { x, y: 0 } })
    const project = projectWith(PLAN, row('r', [at(0), at(1000.4), at(2000.8), at(3001.2)]))
    expect(told(project)).toEqual([
      'The figures of a row make 1 less than its length: each is rounded. Its style can let them add up.',
    ])
    doing(project, setDatum(project, on(project), ['r'], 'first'))
    expect(told(project)).toEqual([])
  })
})
