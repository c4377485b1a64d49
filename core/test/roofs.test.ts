import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pathArea, pathOfPoints } from '../src/geometry'
import { solveRoof, type SolvedRoof } from '../src/roofs'
import type { Roof } from '../src/records'

const rectangle = (width: number, depth: number): Roof['outline'] => ({
  vertices: [
    { x: 0, y: 0, sweep: 0 },
    { x: width, y: 0, sweep: 0 },
    { x: width, y: depth, sweep: 0 },
    { x: 0, y: depth, sweep: 0 },
  ],
  closed: true,
})
const solve = (facts: Partial<Roof> = {}): SolvedRoof =>
  solveRoof({
    outline: rectangle(10_000, 6000),
    form: 'hipped',
    pitch: Math.PI / 4,
    overhang: 500,
    turn: 0,
    ...facts,
  })!
const areaOf = (roof: SolvedRoof): number =>
  roof.faces.reduce((sum, { outline }) => sum + Math.abs(pathArea(pathOfPoints(outline, true))), 0)

describe('a roof', () => {
  it('hipped at 45° rises by half its depth, with a ridge and four hips', () => {
    const roof = solve()
    // 11 000 × 7 000 with its overhang: the ridge is 4 000 long and 3 500 high.
    expect(roof.high).toBeCloseTo(3500, 6)
    expect(roof.faces).toHaveLength(4)
    expect(roof.folds).toHaveLength(5)
    const ridge = roof.folds.map(({ a, b }) => Math.hypot(b.x - a.x, b.y - a.y)).sort((p, q) => p - q)[0]!
    expect(ridge).toBeCloseTo(4000, 6)
  })
  it('with two slopes has one ridge along its turn; with one slope none; flat it has no height', () => {
    const double = solve({ form: 'double' })
    expect(double.high).toBeCloseTo(3500, 6)
    expect(double.folds).toHaveLength(1)
    expect(Math.abs(double.folds[0]!.a.y - 3000)).toBeLessThan(1e-6)
    const mono = solve({ form: 'mono', turn: -Math.PI / 2 })
    expect([mono.faces.length, mono.folds.length, Math.round(mono.high)]).toEqual([1, 0, 7000])
    expect(solve({ form: 'flat' }).high).toBe(0)
  })
  it('covers its eaves exactly, whatever its pitch and turn', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2000, max: 20_000 }),
        fc.integer({ min: 2000, max: 20_000 }),
        fc.constantFrom('flat', 'mono', 'double', 'hipped' as const),
        fc.double({ min: 0.05, max: 1.3, noNaN: true }),
        fc.integer({ min: 0, max: 1000 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (width, depth, form, pitch, overhang, turn) => {
          const roof = solve({ outline: rectangle(width, depth), form, pitch, overhang, turn })
          const eaves = (width + 2 * overhang) * (depth + 2 * overhang)
          expect(areaOf(roof) / eaves).toBeCloseTo(1, 6)
          for (const { outline, heightAt } of roof.faces)
            for (const p of outline) expect(heightAt(p)).toBeGreaterThan(-1e-3)
        },
      ),
      { numRuns: 100 },
    )
  })
  const corner: Roof['outline'] = {
    vertices: [
      { x: 0, y: 0, sweep: 0 },
      { x: 6000, y: 0, sweep: 0 },
      { x: 6000, y: 3000, sweep: 0 },
      { x: 3000, y: 3000, sweep: 0 },
      { x: 3000, y: 6000, sweep: 0 },
      { x: 0, y: 6000, sweep: 0 },
    ],
    closed: true,
  }
  it('over an inward corner has a valley where it is hipped, and is refused with two slopes', () => {
    const facts = { outline: corner, pitch: Math.PI / 4, overhang: 0, turn: 0 }
    const roof = solveRoof({ ...facts, form: 'hipped' })!
    expect(roof.faces).toHaveLength(6)
    expect(roof.high).toBeCloseTo(1500, 6)
    expect(areaOf(roof)).toBeCloseTo(27e6, 0)
    expect(solveRoof({ ...facts, form: 'double' })).toBeNull()
  })
  it('has gables, pitches and overhangs edge by edge', () => {
    const roof = solve({
      pitch: Math.PI / 4,
      overhang: 500,
      edges: [{}, { gable: true, overhang: 300 }, { overhang: 0 }, { gable: true }],
    })
    // 10 800 along the ridge, 6 500 across: 500 before the south wall, none before the north.
    expect(areaOf(roof)).toBeCloseTo(10_800 * 6500, 0)
    expect(roof.high).toBeCloseTo(3250, 6)
    expect(roof.faces).toHaveLength(2)
    expect(roof.folds).toHaveLength(1)
    expect(roof.folds[0]!.a.y).toBeCloseTo(2750, 6)
  })
  it('drawn clockwise has its gables at the same edges', () => {
    const outline = rectangle(10_000, 6000)
    const turned = { ...outline, vertices: [...outline.vertices].reverse() }
    // From (0, 6 000): the first edge runs along the north, the second down the east side.
    const roof = solve({ outline: turned, overhang: 0, edges: [{}, { gable: true }, {}, { gable: true }] })
    expect(roof.folds.map(({ a, b }) => [a.x, b.x].sort((p, q) => p - q))).toEqual([[0, 10_000]])
  })
})
