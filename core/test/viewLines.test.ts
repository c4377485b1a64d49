import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { PLAIN_LOOK, handlesIn, sceneOf, seenAround } from '../src/derive'
import { addInterior, addSight, moveHandle, moveInView, removeItems, type MakeId } from '../src/edit'
import type { Point } from '../src/geometry'
import { handlesOf, sightCorners } from '../src/kinds'
import type { AnyRecord, Change, DrawingOf, Id, Project, StandingView } from '../src/records'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const grid = (id: Id, a: Point, b: Point): AnyRecord => ({ id, kind: 'gridLine', name: id, a, b })
/** A box of 6 000 by 4 000 between the centres of walls 140 thick, two grid lines across and one along it, two levels. */
const box = (...more: AnyRecord[]): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
    grid('A', { x: 0, y: -1000 }, { x: 0, y: 5000 }),
    grid('B', { x: 6000, y: -1000 }, { x: 6000, y: 5000 }),
    grid('1', { x: -1000, y: 0 }, { x: 7000, y: 0 }),
    { id: 'upper', kind: 'level', name: 'Upper', elevation: 2700, height: 2500, cutHeight: 1200 },
    ...more,
  )
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
function elevation(project: Project): Id {
  const sight = { view: 'elevation', a: { x: -1000, y: -2000 }, b: { x: 7000, y: -2000 } } as const
  const { change, drawing } = addSight(project, sight, makeId)
  made(project, change)
  return drawing
}
const scene = (project: Project, id: Id) => sceneOf(project, project.need('drawing', id))
const placesOf = (project: Project, id: Id, of: Id) =>
  Object.fromEntries(
    handlesIn(scene(project, id), project.get(of)!, 50).map(({ part, at }) => [part, at] as const),
  )
/** Pulls the point of something that a part moves. */
function pull(project: Project, id: Id, of: Id, part: string, to: Point, alone = false): Change {
  const handles = handlesIn(scene(project, id), project.get(of)!, 50)
  const index = handles.findIndex((each) => each.part === part)
  return made(project, moveInView(project, id, of, index, to, seenAround(scene(project, id), 50), alone))
}

describe('the lines of levels and the grid in an elevation', () => {
  it('end in line beyond what is seen, and are pulled together or singly', () => {
    const project = box()
    const id = elevation(project)
    // 14 mm on paper at 1:50 is 700 mm beyond walls that reach from -70 to 6 070.
    expect(placesOf(project, id, LEVEL)['line to']).toEqual({ x: 6770, y: 0 })
    expect(placesOf(project, id, 'upper')['line from']).toEqual({ x: -770, y: 2700 })
    pull(project, id, LEVEL, 'line to', { x: 7070, y: 0 })
    for (const level of [LEVEL, 'upper'])
      expect(placesOf(project, id, level)['line to']!.x).toBeCloseTo(7070, 9)
    pull(project, id, 'upper', 'line to', { x: 8070, y: 2700 }, true)
    expect(placesOf(project, id, LEVEL)['line to']!.x).toBeCloseTo(7070, 9)
    expect(placesOf(project, id, 'upper')['line to']!.x).toBeCloseTo(8070, 9)
    // By itself it stays so, until it comes within a millimetre on paper of the others.
    pull(project, id, LEVEL, 'line to', { x: 6570, y: 0 })
    expect(placesOf(project, id, 'upper')['line to']!.x).toBeCloseTo(8070, 9)
    pull(project, id, 'upper', 'line to', { x: 6600, y: 2700 })
    expect(placesOf(project, id, 'upper')['line to']!.x).toBeCloseTo(6570, 9)
    expect(project.need('drawing', id)).not.toHaveProperty('ownEnds')
  })

  it('are drawn where their points are, in another building with it', () => {
    const project = box()
    const id = elevation(project)
    pull(project, id, 'A', 'line to', { x: 0, y: 5000 })
    const balloons = (): number[] =>
      drawingList(scene(project, id), { ...PLAIN_LOOK, scale: 50 }).flatMap((item) =>
        item.kind === 'arc' && (item.source === 'A' || item.source === 'B') ? item.y - item.radius : [],
      )
    for (const y of balloons()) expect(y).toBeCloseTo(5000, 6)
    expect(balloons()).toHaveLength(2)
    made(project, moveInView(project, id, 'south', 0, { x: 3000, y: 3700 }))
    for (const y of balloons()) expect(y).toBeCloseTo(6000, 6)
  })

  it('move floors and grid lines: the plan follows, with the levels above', () => {
    const project = box()
    const id = elevation(project)
    pull(project, id, LEVEL, 'level', { x: 3000, y: 150 })
    expect(project.need('level', LEVEL).elevation).toBe(150)
    expect(project.need('level', 'upper').elevation).toBe(2850)
    pull(project, id, 'B', 'grid line', { x: 6250, y: 0 })
    expect(project.need('gridLine', 'B')).toMatchObject({ a: { x: 6250 }, b: { x: 6250 } })
    // It runs along the picture, and has no line there.
    expect(placesOf(project, id, '1')).toEqual({})
  })

  it('let go of an end of their own when they are gone, and take it back', () => {
    const project = box()
    const id = elevation(project)
    pull(project, id, 'A', 'line from', { x: 0, y: -2000 }, true)
    const inverse = made(project, removeItems(project, ['A']))
    expect(project.need('drawing', id)).not.toHaveProperty('ownEnds')
    made(project, inverse)
    expect(placesOf(project, id, 'A')['line from']!.y).toBeCloseTo(-2000, 9)
  })
})

describe('a line of sight', () => {
  const jogged: DrawingOf<StandingView> = {
    id: 'sight',
    kind: 'drawing',
    view: 'section',
    name: 'Section',
    mark: 'A',
    readingScale: 50,
    a: { x: -1000, y: 1000 },
    b: { x: 7000, y: 1000 },
    jogs: [
      { along: 3000, aside: 800 },
      { along: 5000, aside: -300 },
    ],
  }
  it('has a point at each end and at each corner of its jogs', () => {
    expect(handlesOf(jogged).map(({ at }) => [at.x, at.y])).toEqual([
      [-1000, 1000],
      [7000, 700],
      [2000, 1000],
      [2000, 1800],
      [4000, 1800],
      [4000, 700],
    ])
  })

  it('has its corners brought where they are pulled, and none of the others moved across it', () => {
    const part = fc.integer({ min: -700, max: 700 })
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }), part, part, (index, dx, dy) => {
        const project = box(jogged)
        const before = handlesOf(jogged)[index]!.at
        const to = { x: before.x + dx, y: before.y + dy }
        made(project, moveHandle(project, 'sight', index, to))
        const now = project.need('drawing', 'sight') as typeof jogged
        const corners = sightCorners(now)
        expect(handlesOf(now)[index]!.at.x).toBeCloseTo(to.x, 6)
        expect(handlesOf(now)[index]!.at.y).toBeCloseTo(to.y, 6)
        // Of the three stretches the two that do not end in the corner stay at their place.
        const levels = (all: readonly Point[]): number[] => [all[0]!, all[2]!, all[4]!].map(({ y }) => y)
        const stretch = index === 2 ? 0 : index === 5 ? 2 : 1
        levels(corners).forEach((y, i) =>
          expect(y).toBeCloseTo(i === stretch ? to.y : levels(sightCorners(jogged))[i]!, 6),
        )
      }),
    )
  })

  it('has its far end brought where it is pulled, though it stands aside', () => {
    const project = box(jogged)
    made(project, moveHandle(project, 'sight', 1, { x: 6500, y: 2500 }))
    const { at } = handlesOf(project.need('drawing', 'sight'))[1]!
    expect(at.x).toBeCloseTo(6500, 6)
    expect(at.y).toBeCloseTo(2500, 6)
    // Its near end goes, and the far one stays.
    made(project, moveHandle(project, 'sight', 0, { x: -2000, y: 0 }))
    const ends = handlesOf(project.need('drawing', 'sight'))
    expect(ends[1]!.at.x).toBeCloseTo(6500, 6)
    expect(ends[1]!.at.y).toBeCloseTo(2500, 6)
  })

  it('whose jogs would change places is refused', () => {
    const project = box(jogged)
    expect(() => moveHandle(project, 'sight', 2, { x: 4500, y: 1000 })).toThrow('Jogs follow each other')
  })
})

describe('the mark of the walls of a room', () => {
  const room = {
    ...{ id: 'room', kind: 'room', level: LEVEL, at: { x: 3000, y: 2000 }, name: 'Hall', number: '1' },
    ...{ use: '', floor: '', walls: '', ceiling: '' },
  } as AnyRecord
  it('stands in the plan with an arrow to each side, is moved, and goes with its plan', () => {
    const project = box(room)
    const stands = { on: PLAN.id, at: { x: 2000, y: 2000 } }
    const { change, drawing } = addInterior(project, 'room', makeId, { stands })
    made(project, change)
    const arrows = (): readonly (readonly number[])[] =>
      drawingList(scene(project, PLAN.id), { ...PLAIN_LOOK, scale: 50 }).flatMap((item) =>
        item.kind === 'fill' && item.source === drawing ? item.loops : [],
      )
    // Their tips stand 4.2 + 2.6 mm on paper from the middle, at 1:50 340 mm.
    const tips = (): string[] =>
      arrows()
        .map(([, , x, y]) => `${Math.round(x!)} ${Math.round(y!)}`)
        .sort()
    expect(tips()).toEqual(['1660 2000', '2000 1660', '2000 2340', '2340 2000'])
    made(project, moveHandle(project, drawing, 0, { x: 3000, y: 1000 }))
    expect(tips()).toContain('3000 1340')
  })
})
