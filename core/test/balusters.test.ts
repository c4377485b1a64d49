import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { settlingBuilding } from '../src/check'
import { balustersOf } from '../src/framing'
import type { Rail } from '../src/records'
import { atOnce } from '../src/steps'
import { LEVEL, PLAN, projectWith } from './wallFixture'

const rail = (facts: Partial<Rail> = {}, length = 2000): Rail => ({
  id: 'rail',
  kind: 'rail',
  level: LEVEL,
  path: {
    vertices: [
      { x: 0, y: 0, sweep: 0 },
      { x: length, y: 0, sweep: 0 },
    ],
    closed: false,
  },
  height: 1100,
  made: 'balusters',
  ...facts,
})

describe('balusters', () => {
  it('stand evenly, or from an end with what is left over told', () => {
    // 2 000 at 110 at most: nineteen gaps of 105.26, clear 89.26.
    const even = balustersOf(rail())!
    expect(even.places).toHaveLength(20)
    expect(even.clear).toBeCloseTo(2000 / 19 - 16, 6)
    expect(even.left).toBe(0)
    // Eighteen whole ones reach 1 980, and 20 are left.
    const first = balustersOf(rail({ setOut: 'first end' }))!
    expect(first.places.slice(-3)).toEqual([1870, 1980, 2000])
    expect(first.left).toBeCloseTo(20, 6)
    const last = balustersOf(rail({ setOut: 'last end' }))!
    expect(last.places.slice(0, 2)).toEqual([0, 20])
    // From both ends nine gaps each reach 990: 20 are left in the middle.
    const both = balustersOf(rail({ setOut: 'both ends' }))!
    expect(both.left).toBeCloseTo(20, 6)
    expect(both.places[9]).toBeCloseTo(990, 6)
    expect(both.places[10]).toBeCloseTo(1010, 6)
    expect(balustersOf(rail({ made: 'handrail' }))).toBeNull()
  })
  it('never stand further apart than they are told, whatever the length', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 20_000 }),
        fc.integer({ min: 50, max: 1000 }),
        fc.constantFrom(...(['first end', 'last end', 'both ends', 'evenly'] as const)),
        (length, pitch, setOut) => {
          const { places, clear, size } = balustersOf(rail({ pitch, setOut }, length))!
          expect(places[0]).toBeCloseTo(0, 6)
          expect(places.at(-1)).toBeCloseTo(length, 6)
          for (let i = 1; i < places.length; i++) {
            expect(places[i]! - places[i - 1]!).toBeGreaterThan(0)
            expect(places[i]! - places[i - 1]!).toBeLessThanOrEqual(pitch + 1e-6)
          }
          expect(clear + size).toBeLessThanOrEqual(Math.max(pitch, size) + 1e-6)
        },
      ),
    )
  })
  it('are doubted where they are too low or too far apart', () => {
    const texts = (facts: Partial<Rail>): string[] =>
      atOnce(settlingBuilding(projectWith(PLAN, rail(facts)))).map(({ text }) => text)
    expect(texts({})).toEqual([])
    expect(texts({ height: 700 })).toEqual(['A balustrade is only 700 mm high.'])
    expect(texts({ pitch: 150 })[0]).toMatch(/gaps of 1[0-9]{2} mm/)
  })
})
