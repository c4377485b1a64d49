import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solverOf } from '../src/building'
import type { Point } from '../src/geometry'
import { Project } from '../src/records'
import { SAMPLES } from '../src/samples'
import { lintelOutline, solidOf } from '../src/solids'
import { boundsOf, reachAlong } from '../src/views/bounds'
import { World } from './world'
import { EDITS } from './worldEdits'
import { anyStep } from './worldSteps'

/** Nothing lies further beyond what is told than this, mm. */
const ROUNDING = 0.01

/** Expects what is told of each record to hold all that is made of it; gives how many were told of. */
function expectBounds(project: Project): number {
  let told = 0
  for (const record of project.everything()) {
    const bounds = boundsOf(project, record)
    if (!bounds) continue
    told++
    const { box, from, to } = bounds
    const inPlan = ({ x, y }: Point): boolean =>
      x >= box.minX - ROUNDING &&
      x <= box.maxX + ROUNDING &&
      y >= box.minY - ROUNDING &&
      y <= box.maxY + ROUNDING
    const points = solidOf(project, record)?.points ?? []
    const beyond = points.filter((p) => !inPlan(p) || p.z < from - ROUNDING || p.z > to + ROUNDING)
    expect({ of: record, beyond }).toEqual({ of: record, beyond: [] })
    if (record.kind === 'wall')
      for (const { xs, ys } of solverOf(project, record.level).piecesOf(record.id))
        xs.forEach((x, i) => expect(inPlan({ x, y: ys[i]! })).toBe(true))
    if (record.kind === 'opening')
      for (const p of lintelOutline(project, record) ?? []) expect(inPlan(p)).toBe(true)
  }
  return told
}

describe('where something is at most', () => {
  it('holds all that is made of it, in the samples', () => {
    for (const { make } of SAMPLES) {
      let made = 0
      const project = new Project()
      for (const { change } of make(() => `made${++made}`)) project.apply(change)
      expectBounds(project)
    }
  })

  it('holds all that is made of it, in any building (property)', () => {
    let told = 0
    fc.assert(
      fc.property(fc.array(anyStep, { maxLength: 12 }), (steps) => {
        const world = new World(true)
        for (const { what, values } of steps) world.act((each) => EDITS[what].make(each, values))
        told += expectBounds(world.project)
      }),
      { numRuns: 60 },
    )
    expect(told).toBeGreaterThan(500)
  })

  it('reaches along an axis as far as its corners do, and endlessly only up', () => {
    const bounds = { box: { minX: -100, minY: 200, maxX: 300, maxY: 500 }, from: 0, to: 2700 }
    expect(reachAlong(bounds, { x: 1, y: 0, z: 0 })).toEqual([-100, 300])
    // By hand: the least of -0.6·x + 0.8·y is at x 300, y 200; the greatest at x -100, y 500.
    const [low, high] = reachAlong(bounds, { x: -0.6, y: 0.8, z: 0 })
    expect(low).toBeCloseTo(-20, 9)
    expect(high).toBeCloseTo(460, 9)
    expect(reachAlong({ ...bounds, to: Infinity }, { x: 0, y: -1, z: 0 })).toEqual([-500, -200])
    expect(reachAlong({ ...bounds, to: Infinity }, { x: 0, y: 0, z: 1 })).toEqual([0, Infinity])
  })
})
