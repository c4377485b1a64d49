import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { LevelSolver, clearBeside } from '../src/building'
import { addOpeningsAt, addWallsBeside, besideFrom, flipWall, type NewOpening } from '../src/edit'
import { basesOf, centreFrom, distanceFrom } from '../src/locate'
import type { AnyRecord, Change, Project } from '../src/records'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

let next = 0
const makeId = (): string => `m${++next}`
const apply = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
const grid = (name: string, x: number): AnyRecord => ({
  id: `grid-${name}`,
  kind: 'gridLine',
  name,
  a: { x, y: -2000 },
  b: { x, y: 9000 },
})

/** A room of 6 by 4 m within walls of 140 drawn on their centres, a partition of 124 against the wall at its foot. */
const room = (...more: AnyRecord[]): Project =>
  projectWith(
    wall('a', [0, 0, 6140, 0]),
    wall('b', [6140, 0, 6140, 4140]),
    wall('c', [6140, 4140, 0, 4140]),
    wall('d', [0, 4140, 0, 0]),
    wall('p', [4000, 0, 4000, 4140], 'block-lined-124'),
    ...more,
  )
const told = (
  project: Project,
  along: number,
  side: 'left' | 'right' = 'left',
  except: string | null = null,
) => {
  const solver = new LevelSolver(project, LEVEL)
  return Object.fromEntries(
    basesOf(project, solver, solver.get('a')!, side, along, except).map((base) => [
      `${base.end} ${base.from}`,
      Math.round(base.at * 10) / 10,
    ]),
  )
}

describe('what distances along a wall are measured from', () => {
  it('inside: the corner, the axis and the far face of the wall there; a partition counts like a corner', () => {
    expect(told(room(), 1000)).toEqual({
      'start inner corner': 70,
      'start axis': 0,
      'start outer corner': -70,
      'end inner corner': 3938,
      'end axis': 4000,
      'end outer corner': 4062,
    })
    // On the other side of the partition.
    expect(told(room(), 5000)).toMatchObject({
      'start inner corner': 4062,
      'start outer corner': 3938,
      'end axis': 6140,
    })
  })
  it('outside: from corner to corner of the building, the partition passed over', () => {
    expect(told(room(), 1000, 'right')).toMatchObject({
      'start inner corner': 70,
      'start axis': 0,
      'start outer corner': -70,
      'end inner corner': 6070,
      'end outer corner': 6210,
    })
  })
  it('the next opening to either side, and grid lines; what one moves is not measured from itself', () => {
    const project = room(
      opening('o', 'a', 800, 600),
      opening('n', 'a', 3000, 400, 'window'),
      grid('A', 500),
      grid('B', 2500),
    )
    expect(told(project, 2000)).toMatchObject({
      'start opening, near edge': 1100,
      'start opening, middle': 800,
      'start opening, far edge': 500,
      'end opening, near edge': 2800,
      'end opening, far edge': 3200,
      'start grid line': 500,
      'end grid line': 2500,
    })
    expect(told(project, 800, 'left', 'o')).not.toHaveProperty('start opening, near edge')
  })
  it('a free end is its only corner', () => {
    const project = projectWith(wall('a', [0, 0, 3000, 0]))
    expect(told(project, 1000)).toEqual({ 'start inner corner': 0, 'end inner corner': 3000 })
  })
  it('a distance typed and the distance told are the same, to any part of the opening', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        fc.constantFrom('start' as const, 'end' as const),
        fc.constantFrom('near edge' as const, 'middle' as const, 'far edge' as const),
        (distance, width, at, end, to) => {
          const base = { from: 'axis' as const, end, at }
          const along = centreFrom(base, distance, width, to)
          expect(distanceFrom(base, { along, width }, to)).toBeCloseTo(distance, 6)
        },
      ),
    )
    const corner = { from: 'inner corner' as const, end: 'end' as const, at: 3938 }
    expect(centreFrom(corner, 500, 900, 'near edge')).toBe(3938 - 500 - 450)
    expect(centreFrom(corner, 500, 900, 'far edge')).toBe(3938 - 500 + 450)
  })
  it('goes with its wall when that is drawn the other way', () => {
    const project = room()
    const solver = new LevelSolver(project, LEVEL)
    const door: NewOpening = {
      wall: 'a',
      fit: 'door',
      along: 1020,
      width: 900,
      sill: 0,
      head: 2010,
      hand: 'start',
      side: 'left',
      measured: { from: 'inner corner', end: 'start', to: 'near edge', side: 'left' },
    }
    apply(project, addOpeningsAt(project, solver.get('a')!, [door], makeId))
    apply(project, flipWall(project, 'a'))
    expect(project.all('opening')[0]).toMatchObject({
      along: 6140 - 1020,
      measured: { from: 'inner corner', end: 'end', to: 'near edge', side: 'right' },
    })
  })
})

describe('several openings in one wall', () => {
  const at = (along: number, width = 600): NewOpening => ({
    wall: 'a',
    fit: 'window',
    along,
    width,
    sill: 900,
    head: 2100,
    hand: 'start',
    side: 'left',
  })
  const put = (...all: NewOpening[]): Project => {
    const project = room()
    apply(project, addOpeningsAt(project, new LevelSolver(project, LEVEL).get('a')!, all, makeId))
    return project
  }
  it('each in its place, with numbers of their own', () => {
    const made = put(at(1000), at(2000, 900)).all('opening')
    expect(made.map(({ along, width }) => [along, width])).toEqual([
      [1000, 600],
      [2000, 900],
    ])
    expect(new Set(made.map(({ mark }) => mark)).size).toBe(2)
  })
  it('are refused where they would lie over each other, and nothing is put in', () => {
    expect(() => put(at(1000), at(1500))).toThrow('There is a window in this place already.')
  })
})

describe('walls beside a wall', () => {
  const beside = (
    facts: Partial<Parameters<typeof addWallsBeside>[1]>,
  ): { made: number[][]; project: Project } => {
    const project = room()
    const before = new Set(project.all('wall').map(({ id }) => id))
    apply(
      project,
      addWallsBeside(
        project,
        {
          wall: 'a',
          side: 'left',
          distances: [1000],
          between: 'faces',
          type: 'wall-type-block-140',
          within: { x: 1000, y: 1000 },
          ...facts,
        },
        makeId,
      ),
    )
    const made = project
      .all('wall')
      .filter(({ id }) => !before.has(id))
      .map(({ a, b }) => [a.x, a.y, b.x, b.y].map((value) => Math.round(value * 1e6) / 1e6))
    return { made, project }
  }
  it('end in the walls around the place pointed to', () => {
    // From the middle of the wall on the left to that of the partition; 1 000 clear of the face at 70.
    expect(beside({}).made).toEqual([[0, 1070, 4000, 1070]])
    expect(beside({ within: { x: 5000, y: 500 } }).made).toEqual([[4000, 1070, 6140, 1070]])
    expect(beside({ within: null }).made).toEqual([[0, 1070, 6140, 1070]])
  })
  it('several in one go, face to face, axis to axis or from outside to outside', () => {
    const rows = (between: (typeof besideFrom)[number], ...distances: number[]): number[] =>
      beside({ between, distances }).made.map(([, y]) => y!)
    expect(rows('faces', 1000, 900)).toEqual([1070, 1070 + 140 + 900])
    // Drawn on the face that looks at the wall before it: 70 before its axis.
    expect(rows('axes', 1000, 900)).toEqual([1000 - 70, 1900 - 70])
    expect(rows('outsides', 1000, 900)).toEqual([-70 + 1000 - 140, -70 + 1000 - 140 + 900 - 140])
  })
  it('leave just what was typed clear', () => {
    const { project } = beside({ distances: [1200, 800] })
    const solver = new LevelSolver(project, LEVEL)
    const [first] = project.all('wall').filter(({ a }) => a.y === 1270)
    expect(clearBeside(solver, solver.get(first!.id)!, 'right')!.clear).toBeCloseTo(1200, 6)
    expect(clearBeside(solver, solver.get(first!.id)!, 'left')!.clear).toBeCloseTo(800, 6)
    expect(solver.faults()).toBe(0)
  })
  it.each([
    [{ distances: [0] }, 'Type the clear distance between the two walls, above 0.'],
    [{ distances: [1000, -5] }, 'Type the clear distance between the two walls, above 0.'],
    [{ distances: [NaN] }, 'Type the clear distance between the two walls, above 0.'],
    [
      { distances: [200], between: 'outsides' as const },
      'The two walls would stand in each other: type more than their thickness.',
    ],
    [{ distances: [] }, 'Type the distance of the wall.'],
  ])('refuse %o', (facts, words) => {
    expect(() => beside(facts)).toThrow(words)
  })
})
