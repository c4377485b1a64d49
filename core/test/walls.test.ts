import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import { turned, type Point } from '../src/geometry'
import type { AnyRecord, ReferenceSide, Wall } from '../src/records'
import { areaBound, unionArea } from './union'
import { LEVEL, opening, projectWith, reversed, wall } from './wallFixture'

const solve = (...records: AnyRecord[]): LevelSolver => new LevelSolver(projectWith(...records), LEVEL)

const loopArea = (solver: LevelSolver): number => {
  let area = 0
  for (let rank = 0; rank < solver.materials.length; rank++)
    for (const loop of solver.loopsOf(rank)) area += loop.area
  return area
}

type Line = readonly [x1: number, y1: number, x2: number, y2: number, left: number, right: number]

/** The drawn boundaries. */
const picture = (solver: LevelSolver): Line[] =>
  [...solver.all()].flatMap((solved) =>
    solved.boundaries.map((b): Line => [b.x1, b.y1, b.x2, b.y2, b.left, b.right]),
  )

const sameLine = (p: Line, q: Line): boolean => {
  const near = (i: number, j: number): boolean => Math.abs(p[i]! - q[j]!) < 0.01
  const there = near(0, 0) && near(1, 1) && near(2, 2) && near(3, 3) && p[4] === q[4] && p[5] === q[5]
  const back = near(0, 2) && near(1, 3) && near(2, 0) && near(3, 1) && p[4] === q[5] && p[5] === q[4]
  return there || back
}

/** Whether two solutions draw the same lines, each once; says which line has no partner. */
function expectSamePicture(one: LevelSolver, other: LevelSolver): void {
  const left = picture(other)
  for (const line of picture(one)) {
    const at = left.findIndex((candidate) => sameLine(line, candidate))
    if (at < 0) throw new Error(`No partner for ${line.join(' ')}`)
    left.splice(at, 1)
  }
  expect(left).toEqual([])
}

const outlineLength = (solver: LevelSolver): number => {
  let sum = 0
  for (const solved of solver.all())
    for (const b of solved.boundaries)
      if (b.left < 0 || b.right < 0) sum += Math.hypot(b.x2 - b.x1, b.y2 - b.y1)
  return sum
}

const rectangle = (type: string, reference: ReferenceSide): Wall[] => [
  wall('s', [0, 0, 6000, 0], type, reference),
  wall('e', [6000, 0, 6000, 4000], type, reference),
  wall('n', [6000, 4000, 0, 4000], type, reference),
  wall('w', [0, 4000, 0, 0], type, reference),
]

describe('joins worked out by hand', () => {
  it('a single wall is its rectangle', () => {
    const solver = solve(wall('a', [0, 0, 3000, 0]))
    expect(solver.cutArea()).toBeCloseTo(3000 * 140, 3)
    expect(picture(solver)).toHaveLength(4)
  })

  it('four walls on their centre line make a clean ring', () => {
    const solver = solve(...rectangle('block-140', 'centre'))
    expect(solver.cutArea()).toBeCloseTo(6140 * 4140 - 5860 * 3860, 3)
    // Eight faces, no line across a corner.
    expect(picture(solver)).toHaveLength(8)
    expect(outlineLength(solver)).toBeCloseTo(2 * (6140 + 4140) + 2 * (5860 + 3860), 3)
  })

  it('the reference side says which face the drawn line is', () => {
    // Drawn anticlockwise, the left side is inside.
    const inside = solve(...rectangle('block-140', 'left'))
    expect(inside.cutArea()).toBeCloseTo(6280 * 4280 - 6000 * 4000, 3)
    const outside = solve(...rectangle('block-140', 'right'))
    expect(outside.cutArea()).toBeCloseTo(6000 * 4000 - 5720 * 3720, 3)
    expect(outside.corner('s', 'a', 'right')).toEqual({ x: 0, y: 0 })
    const inner = outside.corner('s', 'a', 'left')!
    expect(inner.x).toBeCloseTo(140, 6)
    expect(inner.y).toBeCloseTo(140, 6)
  })

  it('strips turn the corner with the wall', () => {
    const solver = solve(...rectangle('cavity-350', 'right').map(reversed))
    expect(solver.cutArea()).toBeCloseTo(6000 * 4000 - 5300 * 3300, 2)
    // Five closed rings of four lines: outer face, three strip lines, inner face.
    expect(picture(solver)).toHaveLength(20)
    const brick = solver.materials.findIndex((material) => material.id === 'material-brick')
    const area = [...solver.loopsOf(brick)].reduce((sum, loop) => sum + loop.area, 0)
    expect(area).toBeCloseTo(6000 * 4000 - (6000 - 206) * (4000 - 206), 2)
  })

  it('a tee of one material melts into the wall it ends on', () => {
    const solver = solve(wall('long', [0, 0, 4000, 0]), wall('stem', [2000, 0, 2000, 1500]))
    expect(solver.cutArea()).toBeCloseTo(4000 * 140 + (1500 - 70) * 140, 3)
    // Long wall: ends 2, far face 1, near face in 2 parts; stem: 2 sides and an end.
    expect(picture(solver)).toHaveLength(8)
  })

  it('at a tee the structure runs through the finish and the finish stops', () => {
    const solver = solve(
      wall('long', [0, 0, 4000, 0], 'block-lined-124'),
      wall('stem', [2000, 0, 2000, 1500], 'block-lined-124'),
    )
    // The plaster of the long wall is open where the block of the stem passes: 100 wide.
    const rank = (id: string): number => solver.materials.findIndex((m) => m.id === `material-${id}`)
    const along50 = picture(solver).filter((l) => Math.abs(l[1] - 50) < 1e-6 && Math.abs(l[3] - 50) < 1e-6)
    expect(along50.map((l) => [l[0], l[2]].sort((p, q) => p - q))).toEqual([
      [0, 1950],
      [2050, 4000],
    ])
    const block = [...solver.loopsOf(rank('blockwork'))].reduce((sum, loop) => sum + loop.area, 0)
    expect(block).toBeCloseTo(4000 * 100 + (1500 - 50) * 100, 3)
    expect(solver.loopsOf(rank('blockwork')).size).toBe(1)
  })

  it('crossing walls merge, and a star of five closes', () => {
    const cross = solve(wall('h', [-2000, 0, 2000, 0]), wall('v', [0, -2000, 0, 2000]))
    expect(cross.cutArea()).toBeCloseTo(2 * 4000 * 140 - 140 * 140, 3)
    expect(picture(cross)).toHaveLength(12)
    const star = solve(
      ...[0, 72, 144, 216, 288].map((degrees, i) => {
        const angle = (degrees * Math.PI) / 180
        return wall(`w${i}`, [0, 0, 3000 * Math.cos(angle), 3000 * Math.sin(angle)])
      }),
    )
    expect(star.faults()).toBe(0)
    // Only the arms' sides and ends are drawn: no line is left inside.
    const reach = 70 / Math.tan((36 * Math.PI) / 180)
    expect(outlineLength(star)).toBeCloseTo(5 * (2 * (3000 - reach) + 140), 3)
  })

  it('walls of different thickness in one line meet in a step', () => {
    const solver = solve(
      wall('thin', [0, 0, 2000, 0], 'block-140'),
      wall('thick', [2000, 0, 4000, 0], 'concrete-200'),
    )
    expect(solver.cutArea()).toBeCloseTo(2000 * 140 + 2000 * 200, 3)
    // The lines between block and concrete, and the two steps of 30 beside it.
    const across = picture(solver).filter((l) => l[0] === 2000 && l[2] === 2000)
    expect(across).toHaveLength(3)
  })

  it('an acute corner is mitred up to its limit and then cut off', () => {
    const acute = (degrees: number): LevelSolver => {
      const angle = (degrees * Math.PI) / 180
      return solve(
        wall('a', [0, 0, 5000, 0]),
        wall('b', [0, 0, 5000 * Math.cos(angle), 5000 * Math.sin(angle)]),
      )
    }
    const tip = acute(40).corner('a', 'a', 'right')!
    expect(tip.x).toBeCloseTo(-70 / Math.tan((20 * Math.PI) / 180), 6)
    const blunt = acute(10).corner('a', 'a', 'right')!
    expect(blunt.x).toBeCloseTo(-70, 6)
    expect(acute(10).faults()).toBe(0)
  })

  it('an opening takes its width out of the wall and draws its jambs', () => {
    const solver = solve(wall('a', [0, 0, 3000, 0]), opening('d', 'a', 1000, 900))
    expect(solver.cutArea()).toBeCloseTo((3000 - 900) * 140, 3)
    expect(picture(solver)).toHaveLength(8)
    expect(solver.get('a')!.openings[0]).toMatchObject({ from: 550, to: 1450, fault: null })
  })

  it('an opening that no longer fits is kept, reported and cuts nothing', () => {
    const solver = solve(
      wall('a', [0, 0, 3000, 0]),
      opening('out', 'a', 2900, 900),
      opening('first', 'a', 1000, 900),
      opening('second', 'a', 1300, 900),
    )
    expect(solver.get('a')!.openings.map((fit) => [fit.opening.id, fit.fault])).toEqual([
      ['first', null],
      ['second', 'over another'],
      ['out', 'outside'],
    ])
    expect(solver.cutArea()).toBeCloseTo((3000 - 900) * 140, 3)
  })

  it('an opening may stand against the inner corner, not over it', () => {
    const walls = rectangle('block-140', 'right')
    expect(solve(...walls, opening('d', 's', 140 + 450, 900)).get('s')!.openings[0]!.fault).toBeNull()
    expect(solve(...walls, opening('d', 's', 135 + 450, 900)).get('s')!.openings[0]!.fault).toBe('outside')
  })
})

const types = ['block-140', 'concrete-200', 'partition-100', 'cavity-350', 'block-lined-124']
const node = fc.record({ x: fc.integer({ min: 0, max: 5 }), y: fc.integer({ min: 0, max: 5 }) })
/** Plans whose walls run between the points of a skewed grid, so that joins of every kind come about. */
const plan = fc
  .array(
    fc.record({
      from: node,
      to: node,
      type: fc.constantFrom(...types),
      reference: fc.constantFrom('left', 'centre', 'right'),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((lines) =>
    lines
      .filter(({ from, to }) => from.x !== to.x || from.y !== to.y)
      .map(({ from, to, type, reference }, i) =>
        wall(
          `w${i}`,
          [from.x * 2300 + from.y * 310, from.y * 1900, to.x * 2300 + to.y * 310, to.y * 1900],
          type,
          reference as ReferenceSide,
        ),
      ),
  )

/** A wall type of unlike faces is another wall when drawn the other way round. */
const symmetric = (type: string): boolean => type !== 'wall-type-cavity-350'

describe('properties of any plan', () => {
  it('comes to the union where many walls run across one place', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(179), fc.nat(60), fc.boolean()), { minLength: 70, maxLength: 90 }),
        (all) => {
          const walls = all.map(([degrees, aside, plastered], i) => {
            const angle = ((degrees + i / 100) * Math.PI) / 180
            const [x, y] = [2000 * Math.cos(angle), 2000 * Math.sin(angle)]
            const [dx, dy] = [-Math.sin(angle) * aside * 10, Math.cos(angle) * aside * 10]
            return wall(`w${i}`, [dx - x, dy - y, dx + x, dy + y], plastered ? 'cavity-350' : 'block-140')
          })
          const solver = new LevelSolver(projectWith(...walls), LEVEL)
          const expected = unionArea(solver)
          expect(Math.abs(solver.cutArea() - expected)).toBeLessThan(areaBound(solver))
          solver.outlines()
          expect(solver.faults()).toBe(0)
        },
      ),
      { numRuns: 6 },
    )
  })

  it('cut area is that of the union, and the outlines close', () => {
    fc.assert(
      fc.property(plan, (walls) => {
        const solver = solve(...walls)
        const expected = unionArea(solver)
        expect(Math.abs(solver.cutArea() - expected)).toBeLessThan(areaBound(solver))
        expect(solver.faults()).toBe(0)
        expect(Math.abs(loopArea(solver) - expected)).toBeLessThan(areaBound(solver))
      }),
      { numRuns: 400 },
    )
  })

  it('is the same for any drawing order', () => {
    fc.assert(
      fc.property(plan, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (walls, stream) => {
        const key = new Map(walls.map((w) => [w.id, stream.next().value as number]))
        const shuffled = [...walls].sort((p, q) => key.get(p.id)! - key.get(q.id)!)
        expectSamePicture(solve(...shuffled), solve(...walls))
      }),
      { numRuns: 150 },
    )
  })

  it('is the same for any drawing direction', () => {
    fc.assert(
      fc.property(plan, fc.array(fc.boolean(), { minLength: 9, maxLength: 9 }), (walls, flips) => {
        const even = walls.filter((w) => symmetric(w.type))
        const flipped = even.map((w, i) => (flips[i] ? reversed(w) : w))
        expectSamePicture(solve(...flipped), solve(...even))
      }),
      { numRuns: 150 },
    )
  })

  it('moves and turns with the plan', () => {
    fc.assert(
      fc.property(
        plan,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: -50_000, max: 50_000 }),
        (walls, angle, shift) => {
          const centre = { x: 1234, y: -567 }
          const go = (p: Point): Point => {
            const t = turned(p, centre, angle)
            return { x: t.x + shift, y: t.y - shift }
          }
          const moved = solve(...walls.map((w) => ({ ...w, a: go(w.a), b: go(w.b) })))
          const still = solve(...walls)
          expect(moved.faults()).toBe(0)
          expect(Math.abs(moved.cutArea() - still.cutArea())).toBeLessThan(50)
          expect(Math.abs(outlineLength(moved) - outlineLength(still))).toBeLessThan(1)
        },
      ),
      { numRuns: 150 },
    )
  })

  it('an edit followed step by step ends where solving anew ends', () => {
    fc.assert(
      fc.property(
        plan,
        fc.array(
          fc.record({ which: fc.nat(8), dx: fc.integer({ min: -3000, max: 3000 }), drop: fc.boolean() }),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (walls, edits) => {
          const project = projectWith(...walls)
          const solver = new LevelSolver(project, LEVEL)
          for (const { which, dx, drop } of edits) {
            const target = project.find('wall', `w${which}`)
            if (!target) continue
            const change = drop
              ? { put: [], drop: [target.id] }
              : {
                  put: [
                    {
                      ...target,
                      a: { x: target.a.x + dx, y: target.a.y },
                      b: { x: target.b.x + dx, y: target.b.y },
                    },
                  ],
                  drop: [],
                }
            const back = project.apply(change)
            solver.follow()
            if (which % 2 === 0) {
              project.apply(back)
              solver.follow()
            }
          }
          const anew = new LevelSolver(project, LEVEL)
          expectSamePicture(solver, anew)
          expect(Math.abs(loopArea(solver) - loopArea(anew))).toBeLessThan(1)
          expect(solver.faults()).toBe(0)
        },
      ),
      { numRuns: 200 },
    )
  })
})
