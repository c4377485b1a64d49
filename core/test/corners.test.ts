import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver, atWall, inWall, wallShape } from '../src/building'
import { mapWall, mirrorAbout } from '../src/edit'
import { distance } from '../src/geometry'
import type { AnyRecord, Column, ReferenceSide, Wall } from '../src/records'
import { areaBound, unionArea } from './union'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

const solve = (...records: AnyRecord[]): LevelSolver => new LevelSolver(projectWith(...records), LEVEL)
const loops = (solver: LevelSolver, material: string): number => {
  const rank = solver.materials.findIndex((each) => each.id === `material-${material}`)
  return [...solver.loopsOf(rank)].reduce((sum, loop) => sum + loop.area, 0)
}
const curved = (of: Wall, sweep: number): Wall => ({ ...of, sweep })
const column = (
  id: string,
  x: number,
  y: number,
  section: Column['section'],
  material = 'concrete',
  turn = 0,
): Column => ({
  id,
  kind: 'column',
  level: LEVEL,
  material: `material-${material}`,
  at: { x, y },
  turn,
  section,
})
const inner = (solver: LevelSolver): number =>
  [...solver.all()].flatMap((each) => each.boundaries).filter((b) => b.left >= 0 && b.right >= 0).length

describe('corners of unlike walls, layer by layer', () => {
  // The cavity wall runs west along y = 0: brick 0–103, insulation –238, block –338, plaster –350.
  const cavity = wall('c', [4000, 0, 0, 0], 'cavity-350', 'left')
  // The block wall runs north along x = 0: its body lies at x 0–140.
  const block = wall('b', [0, 0, 0, 3000], 'block-140', 'left')

  it('structure meets structure, finishes stop at it or run past', () => {
    const solver = solve(cavity, block)
    expect(solver.cutArea()).toBeCloseTo(4000 * 350 + 140 * 2650, 3)
    // The block of both: 100 × 4 000, and 140 wide from y = 238 up, the square they share once.
    expect(loops(solver, 'blockwork')).toBeCloseTo(100 * 4000 + 140 * 2762 - 140 * 100, 3)
    expect(loops(solver, 'brick')).toBeCloseTo(103 * 4000, 3)
    expect(loops(solver, 'plaster')).toBeCloseTo(12 * 3860, 3)
    expect(solver.faults()).toBe(0)
  })
  it('set by hand, one runs through and the other stops', () => {
    const through = solve(cavity, { ...block, joinA: 'through' })
    expect(loops(through, 'blockwork')).toBeCloseTo(100 * 3860 + 140 * 3000, 3)
    expect(loops(through, 'brick')).toBeCloseTo(103 * 3860, 3)
    const stop = solve(cavity, { ...block, joinA: 'stop' })
    expect(loops(stop, 'blockwork')).toBeCloseTo(100 * 4000 + 140 * 2650, 3)
    expect(loops(stop, 'plaster')).toBeCloseTo(12 * 4000, 3)
    // Said at the other wall it comes to the same.
    const other = solve({ ...cavity, joinB: 'through' }, block)
    expect(loops(other, 'blockwork')).toBeCloseTo(loops(stop, 'blockwork'), 6)
  })
  it('alike walls whose faces look the other way still close', () => {
    const solver = solve(cavity, wall('d', [0, 3000, 0, 0], 'cavity-350', 'right'))
    expect(solver.faults()).toBe(0)
    expect(solver.cutArea()).toBeCloseTo(4000 * 350 + 350 * 2650, 3)
  })
  it('does not depend on which of the two was drawn first, or which way', () => {
    const one = solve(cavity, block)
    const other = solve(wall('b', [0, 3000, 0, 0], 'block-140', 'right'), { ...cavity, id: 'z' })
    expect(other.cutArea()).toBeCloseTo(one.cutArea(), 6)
    expect(loops(other, 'blockwork')).toBeCloseTo(loops(one, 'blockwork'), 6)
  })
})

describe('curved walls', () => {
  it('know their own axes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }).filter((sweep) => Math.abs(sweep) > 0.2),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.integer({ min: -60, max: 60 }),
        (sweep, part, aside) => {
          const project = projectWith()
          const of = curved(wall('a', [100, 200, 4100, 900]), sweep)
          const shape = wallShape(of, project.need('wallType', of.type), (id) => project.need('material', id))
          const there = inWall(shape, atWall(shape, shape.length * part, aside))
          expect(there.along).toBeCloseTo(shape.length * part, 4)
          expect(there.aside).toBeCloseTo(aside, 4)
          expect(distance(atWall(shape, shape.length, 0), of.b)).toBeLessThan(1e-6)
        },
      ),
    )
  })
  it('half a ring: π · radius · thickness', () => {
    const solver = solve(curved(wall('a', [5000, 0, -5000, 0]), Math.PI))
    expect(Math.abs(solver.cutArea() - Math.PI * 5000 * 140)).toBeLessThan(0.05 * Math.PI * 5000)
    expect(solver.faults()).toBe(0)
    expect(solver.outlines().size).toBe(1)
  })
  it('run on smoothly from straight ones without an inner line', () => {
    const solver = solve(
      wall('s', [-3000, -2000, 0, -2000], 'cavity-350', 'left'),
      curved(wall('q', [0, -2000, 2000, 0], 'cavity-350', 'left'), Math.PI / 2),
      wall('t', [2000, 0, 2000, 3000], 'cavity-350', 'left'),
    )
    expect(solver.faults()).toBe(0)
    expect(solver.outlines().size).toBe(1)
    expect([...solver.outlines()][0]!.area).toBeCloseTo(solver.cutArea(), 3)
    const bend = ((Math.PI / 4) * (2350 ** 2 - 2000 ** 2)) / 1
    const left = solver.cutArea()
    // The left faces carry the drawn lines: the bend is thicker outside, 2 000 to 2 350.
    expect(Math.abs(left - (6000 * 350 + bend))).toBeLessThan(400)
  })
  it('meet each other and straight ones at an angle in closed outlines', () => {
    const solver = solve(
      curved(wall('a', [0, 0, 4000, 0], 'block-140'), -1.2),
      curved(wall('b', [4000, 0, 4000, 4000], 'block-140'), -0.8),
      wall('c', [4000, 4000, 0, 0], 'block-140'),
    )
    expect(solver.faults()).toBe(0)
    expect(solver.outlines().size).toBe(2)
  })
  it('hold what ends on them, with no gap between', () => {
    const ring = curved(wall('a', [5000, 0, -5000, 0]), Math.PI)
    const solver = solve(ring, wall('t', [0, 5000, 0, 1000]))
    expect(solver.faults()).toBe(0)
    expect(solver.get('t')!.start.how).toBe('tee')
    expect(solver.outlines().size).toBe(1)
    expect(inner(solver)).toBe(0)
    // A chord across it closes a room: an outline outside and one inside.
    const closed = solve(ring, wall('c', [-4000, 3000, 4000, 3000]))
    expect([...closed.outlines()].map((loop) => Math.sign(loop.area)).sort()).toEqual([-1, 1])
  })
  it('take openings along their line', () => {
    const solver = solve(curved(wall('a', [5000, 0, -5000, 0]), Math.PI), opening('d', 'a', 5000, 1000))
    expect(solver.get('a')!.openings[0]!.fault).toBeNull()
    expect(Math.abs(solver.cutArea() - (Math.PI * 5000 - 1000) * 140)).toBeLessThan(800)
  })
  it('mirrored about any line look the same in the mirror', () => {
    const plan = [
      wall('s', [0, 0, 5000, 0], 'cavity-350', 'left'),
      curved(wall('q', [5000, 0, 5000, 4000], 'cavity-350', 'left'), 1),
      wall('t', [5000, 4000, 0, 3000], 'partition-100', 'centre'),
    ]
    const map = mirrorAbout({ x: 100, y: 50 }, { x: 300, y: 900 })
    const there = solve(...plan)
    const back = solve(...plan.map((each) => mapWall(map, each)))
    expect(back.cutArea()).toBeCloseTo(there.cutArea(), 2)
    for (const material of ['brick', 'blockwork', 'insulation', 'plaster'])
      expect(loops(back, material)).toBeCloseTo(loops(there, material), 2)
  })
})

describe('columns', () => {
  it('stand by themselves: a rectangle, a circle', () => {
    const solver = solve(
      column('r', 0, 0, { form: 'rectangular', width: 300, depth: 200 }, 'concrete', 0.3),
      column('c', 2000, 0, { form: 'round', diameter: 400 }),
    )
    expect(Math.abs(solver.cutArea() - (60_000 + Math.PI * 200 * 200))).toBeLessThan(70)
    expect(solver.outlines().size).toBe(2)
  })
  it('merge with walls of their material without inner lines', () => {
    const solver = solve(
      wall('w', [0, 0, 4000, 0], 'concrete-200'),
      column('p', 2000, 0, { form: 'rectangular', width: 400, depth: 400 }),
    )
    expect(solver.outlines().size).toBe(1)
    expect(solver.cutArea()).toBeCloseTo(4000 * 200 + 400 * 200, 3)
    expect([...solver.columns()][0]!.boundaries.some((b) => b.left >= 0 && b.right >= 0)).toBe(false)
  })
  it('go through weaker walls, and come and go', () => {
    const project = projectWith(wall('w', [0, 0, 4000, 0], 'block-140'))
    const solver = new LevelSolver(project, LEVEL)
    const change = { put: [column('p', 1000, 0, { form: 'round', diameter: 300 })], drop: [] }
    const back = project.apply(change)
    solver.follow(change)
    expect(solver.faults()).toBe(0)
    expect(Math.abs(loops(solver, 'concrete') - Math.PI * 150 * 150)).toBeLessThan(50)
    project.apply(back)
    solver.follow(back)
    expect(solver.cutArea()).toBeCloseTo(4000 * 140, 6)
    expect(loops(solver, 'concrete')).toBe(0)
  })
})

const types = ['block-140', 'concrete-200', 'partition-100', 'cavity-350', 'block-lined-124']
const node = fc.record({ x: fc.integer({ min: 0, max: 4 }), y: fc.integer({ min: 0, max: 4 }) })
const line = fc.record({
  from: node,
  to: node,
  type: fc.constantFrom(...types),
  reference: fc.constantFrom('left', 'centre', 'right'),
  sweep: fc.oneof(fc.constant(0), fc.constantFrom(0.5, -0.9, 1.6, -2.4, Math.PI / 2)),
  hand: fc.constantFrom(undefined, undefined, 'through', 'stop'),
})
const pillar = fc.record({
  at: node,
  round: fc.boolean(),
  material: fc.constantFrom('concrete', 'blockwork', 'stud'),
})
/** Plans of straight and curved walls of all types between the points of a skewed grid, with columns. */
const plan = fc
  .tuple(fc.array(line, { minLength: 1, maxLength: 7 }), fc.array(pillar, { maxLength: 2 }))
  .map(([lines, pillars]): AnyRecord[] => [
    ...lines
      .filter(({ from, to }) => from.x !== to.x || from.y !== to.y)
      .map(({ from, to, type, reference, sweep, hand }, i): Wall => {
        const made = wall(
          `w${i}`,
          [from.x * 2300 + from.y * 310, from.y * 1900, to.x * 2300 + to.y * 310, to.y * 1900],
          type,
          reference as ReferenceSide,
        )
        return {
          ...made,
          ...(sweep ? { sweep } : {}),
          ...(hand ? { joinA: hand as 'through' | 'stop' } : {}),
        }
      }),
    ...pillars.map(({ at, round, material }, i) =>
      column(
        `p${i}`,
        at.x * 2300 + at.y * 310,
        at.y * 1900,
        round ? { form: 'round', diameter: 350 } : { form: 'rectangular', width: 300, depth: 500 },
        material,
        i,
      ),
    ),
  ])

describe('properties of any plan with curves, layers and columns', () => {
  it('outlines close, and the cut area is that of the union', () => {
    fc.assert(
      fc.property(plan, (records) => {
        const solver = solve(...records)
        expect(solver.faults()).toBe(0)
        const area = [...solver.outlines()].reduce((sum, loop) => sum + loop.area, 0)
        expect(Math.abs(area - unionArea(solver))).toBeLessThan(areaBound(solver))
        expect(Math.abs(solver.cutArea() - area)).toBeLessThan(areaBound(solver))
      }),
      { numRuns: 20 },
    )
  })
  it('drawing order does not matter, and following edits ends where solving anew ends', () => {
    fc.assert(
      fc.property(plan, fc.nat(20), (records, pick) => {
        const project = projectWith(...records.slice().reverse())
        const solver = new LevelSolver(project, LEVEL)
        const straight = solve(...records)
        expect(Math.abs(solver.cutArea() - straight.cutArea())).toBeLessThan(areaBound(solver))
        const target = records[pick % records.length]
        if (!target) return
        const change = { put: [], drop: [target.id] }
        const back = project.apply(change)
        solver.follow(change)
        project.apply(back)
        solver.follow(back)
        expect(solver.faults()).toBe(0)
        expect(Math.abs(solver.cutArea() - straight.cutArea())).toBeLessThan(areaBound(solver))
      }),
      { numRuns: 12 },
    )
  })
})
