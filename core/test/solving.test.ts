import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grid } from '../../bench/grid'
import { LevelSolver, solverOf, solving } from '../src/building'
import { addSight, removeItems } from '../src/edit'
import type { Project } from '../src/records'
import { atOnce } from '../src/steps'
import { Derivation } from '../src/views'
import { LEVEL, PLAN, projectWith } from './wallFixture'

const house = (): Project => projectWith(PLAN, ...grid(9, LEVEL, PLAN.id, 'wall-type-block-140'))

/** Where each wall's boundaries run, whatever order they are in. */
const drawn = (solver: LevelSolver): string[] =>
  [...solver.all()]
    .flatMap(({ shape, boundaries }) =>
      boundaries.map(({ x1, y1, x2, y2, left, right }) =>
        [shape.id, ...[x1, y1, x2, y2].map((each) => each.toFixed(3)), left, right].join(' '),
      ),
    )
    .sort()

describe('a level solved in steps', () => {
  it('is solved in as many as it has work, and is at hand then', () => {
    const project = house()
    let steps = 0
    for (const _ of solving(project, LEVEL)) steps++
    // 180 walls, by the hundred: begun, cut and fitted, then parted and merged.
    expect(steps).toBe(Math.floor((3 * 180) / 100) + Math.floor((2 * 180) / 100))
    expect(solverOf(project, LEVEL).count).toBe(180)
    for (const _ of solving(project, LEVEL)) throw new Error('it is solved already')
  })

  it('is the same as one solved at once, broken off anywhere and whatever changes meanwhile', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 6 }),
        fc.array(fc.record({ wall: fc.nat(), gone: fc.boolean() }), { maxLength: 4 }),
        fc.boolean(),
        fc.boolean(),
        (some, edits, goesOn, isSolved) => {
          const project = house()
          // Solved already, then merged in steps.
          if (isSolved) solverOf(project, LEVEL)
          const work = solving(project, LEVEL)
          for (let i = 0; i < some; i++) work.next()
          for (const { wall, gone } of edits) {
            const walls = project.all('wall')
            const one = walls[wall % walls.length]!
            const moved = { ...one, a: { x: one.a.x + 130, y: one.a.y - 70 } }
            project.apply(gone ? removeItems(project, [one.id]) : { put: [moved], drop: [] })
            if (goesOn) work.next()
          }
          const solver = solverOf(project, LEVEL)
          expect(drawn(solver)).toEqual(drawn(new LevelSolver(project, LEVEL)))
          expect(solver.faults()).toBe(0)
        },
      ),
      { numRuns: 40 },
    )
  })

  it('is merged only when its drawing is asked for: elevations ask for its walls alone', () => {
    const project = house()
    const sight = { view: 'elevation', a: { x: -9000, y: -9000 }, b: { x: 9000, y: -9000 } } as const
    const { change, drawing } = addSight(project, sight, () => crypto.randomUUID())
    project.apply(change)
    const derived = atOnce(new Derivation(project, drawing).following())!
    expect(derived.things.length).toBeGreaterThan(5)
    let steps = 0
    for (const _ of solving(project, LEVEL)) steps++
    // They are still to be parted and merged.
    expect(steps).toBe(Math.floor((2 * 180) / 100))
  })

  it('whose level went away meanwhile gives nothing, and nothing breaks', () => {
    const project = house()
    const work = solving(project, LEVEL)
    work.next()
    const level = project.all('level').find(({ id }) => id === LEVEL)!
    const all = [...project.everything()].filter(
      (record) => record.id === level.id || 'level' in record || 'wall' in record || 'drawing' in record,
    )
    project.apply({ put: [], drop: all.map(({ id }) => id) })
    for (let step = work.next(); !step.done;) step = work.next()
    expect(project.all('wall')).toEqual([])
    expect(solverOf(project, LEVEL).count).toBe(0)
  })
})
