import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver, atWall, inWall, wallShape } from '../src/building'
import { mirrorAbout } from '../src/edit'
import { distance } from '../src/geometry'
import { mapped } from '../src/kinds'
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

describe('stars of walls with layers', () => {
  const spoke = (id: string, degrees: number, type: string, reference: ReferenceSide = 'centre'): Wall => {
    const angle = (degrees * Math.PI) / 180
    return wall(id, [0, 0, 3000 * Math.cos(angle), 3000 * Math.sin(angle)], type, reference)
  }
  const parts = (solver: LevelSolver, material: string): number => {
    const rank = solver.materials.findIndex((each) => each.id === `material-${material}`)
    return solver.loopsOf(rank).size
  }

  it('structure meets in the middle, finishes turn every corner', () => {
    const solver = solve(...[90, 210, 330].map((at, i) => spoke(`s${i}`, at, 'block-lined-124')))
    // Three strips of thickness t mitred at 120 degrees: 3 t L less a triangle of √3/4 t².
    const star = (t: number): number => 3 * t * 3000 - (Math.sqrt(3) / 4) * t * t
    expect(solver.cutArea()).toBeCloseTo(star(124), 3)
    expect(loops(solver, 'blockwork')).toBeCloseTo(star(100), 3)
    expect(parts(solver, 'blockwork')).toBe(1)
    // One bent plaster in each of the three corners, none across the structure.
    expect(parts(solver, 'plaster')).toBe(3)
    expect(solver.faults()).toBe(0)
  })
  it('walls that face different ways keep their structure joined', () => {
    const solver = solve(
      spoke('a', 90, 'cavity-350', 'left'),
      spoke('b', 200, 'cavity-350', 'right'),
      spoke('c', 325, 'block-lined-124'),
    )
    expect(solver.faults()).toBe(0)
    expect(parts(solver, 'blockwork')).toBe(1)
  })
  it('a weaker wall between two stronger ones runs through their finish to their structure', () => {
    // Two plastered block walls make a right corner; a stud partition comes from inside it at 45 degrees.
    const solver = solve(
      spoke('a', 0, 'block-lined-124'),
      spoke('b', 90, 'block-lined-124'),
      spoke('c', 45, 'partition-100'),
    )
    expect(solver.faults()).toBe(0)
    // Its stud ends in the corner of the blockwork, 50 mm from both drawn lines: it is mitred 75 mm wide there.
    const ends = [...solver.loopsOf(solver.materials.findIndex(({ id }) => id === 'material-stud'))][0]!
      .points
    const nearest = Math.min(...ends.map((p) => Math.hypot(p.x - 50, p.y - 50)))
    expect(nearest).toBeLessThan(1e-6)
    // The boards stop at the plaster, 62 mm from the drawn lines.
    for (const loop of solver.loopsOf(solver.materials.findIndex(({ id }) => id === 'material-boards')))
      for (const p of loop.points) expect(Math.min(p.x, p.y)).toBeGreaterThan(62 - 1e-6)
  })
  it('however many meet and wherever they point, the structure is one and the area that of the union', () => {
    const star = fc
      .array(
        fc.record({
          turn: fc.integer({ min: 38, max: 130 }),
          type: fc.constantFrom('cavity-350', 'block-140', 'block-lined-124', 'render-block-280'),
          out: fc.boolean(),
        }),
        { minLength: 3, maxLength: 5 },
      )
      .map((spokes) => {
        let at = 0
        const angles = spokes.map(({ turn }) => (at += turn))
        return { angles, spokes }
      })
      // All round, and no two in one line: those run through and the others end on them.
      .filter(({ angles }) =>
        angles.every((p, i) =>
          angles.every((q, j) => {
            const apart = (((p - q) % 360) + 360) % 360
            return i === j || (apart > 36 && apart < 324 && Math.abs(apart - 180) > 2)
          }),
        ),
      )
    fc.assert(
      fc.property(star, ({ angles, spokes }) => {
        const solver = solve(
          ...spokes.map(({ type, out }, i) => {
            const made = spoke(`s${i}`, angles[i]!, type)
            return out ? made : { ...made, a: made.b, b: made.a }
          }),
        )
        expect(solver.faults()).toBe(0)
        expect(Math.abs(solver.cutArea() - unionArea(solver))).toBeLessThan(areaBound(solver))
        expect(parts(solver, 'blockwork')).toBe(1)
      }),
      { numRuns: 60 },
    )
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
    const back = solve(...plan.map((each) => mapped(each, { map, scale: 50, carries: () => true })!))
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
    solver.follow()
    expect(solver.faults()).toBe(0)
    expect(Math.abs(loops(solver, 'concrete') - Math.PI * 150 * 150)).toBeLessThan(50)
    project.apply(back)
    solver.follow()
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
        solver.follow()
        project.apply(back)
        solver.follow()
        expect(solver.faults()).toBe(0)
        expect(Math.abs(solver.cutArea() - straight.cutArea())).toBeLessThan(areaBound(solver))
      }),
      { numRuns: 12 },
    )
  })
})
