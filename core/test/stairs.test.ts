import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edgeLength, pathArea, pathOfPoints } from '../src/geometry'
import type { Stair } from '../src/records'
import { onWalk, solveStair, type SolvedStair } from '../src/stairs'
import { METRIC } from '../src/units'

const LIMITS = { highestRise: 190, leastGoing: 240, leastSum: 590, mostSum: 650, steepestRamp: 1 / 12 }
const stair = (facts: Partial<Stair> = {}): Stair => ({
  id: 's',
  kind: 'stair',
  level: 'ground',
  form: 'straight',
  hand: 'left',
  at: { x: 0, y: 0 },
  turn: 0,
  width: 900,
  going: 250,
  rise: null,
  risers: null,
  first: null,
  well: 0,
  radius: 500,
  rails: 'none',
  ...facts,
})
const solve = (facts: Partial<Stair> = {}, height = 2800): SolvedStair =>
  solveStair(stair(facts), height, LIMITS, METRIC)!

describe('a stair', () => {
  it('takes as few equal risers as the limits allow', () => {
    // 2 800 / 190 = 14.7: fifteen risers of 186.67, fourteen treads of 250, 3 500 long.
    const { risers, rise, sum, treads, walk, warnings } = solve()
    expect(risers).toBe(15)
    expect(rise).toBeCloseTo(186.6667, 4)
    expect(sum).toBeCloseTo(623.3333, 4)
    expect(treads).toHaveLength(14)
    expect(treads[13]!.top).toBeCloseTo(2800 - 186.6667, 3)
    expect(walk.reduce((length, { edge }) => length + edgeLength(edge), 0)).toBeCloseTo(3500, 6)
    expect(warnings).toEqual([])
  })
  it('takes exactly what divides evenly', () => {
    expect(solve({}, 1900).risers).toBe(10)
    expect(solve({}, 1900.01).risers).toBe(11)
  })
  it('says what lies outside the limits, and cannot be with too few risers', () => {
    expect(solve({ going: 220, risers: 12 }).warnings).toEqual([
      'Each riser is 233 high; at most 190 is allowed.',
      'The going is 220; at least 240 is asked for.',
      'Two risers and a going come to 687; between 590 and 650 is asked for.',
    ])
    expect(solveStair(stair({ risers: 7 }), 2800, LIMITS, METRIC)).toBeNull()
    expect(solveStair(stair({ form: 'curved', radius: 0 }), 9000, LIMITS, METRIC)).toBeNull()
  })
  it('turns by a quarter over a landing', () => {
    // Fifteen risers, a landing among fourteen treads: seven before it, six after.
    const { treads, nosings } = solve({ form: 'quarter turn' })
    expect(treads.map(({ landing }) => landing).indexOf(true)).toBe(7)
    expect(nosings).toHaveLength(15)
    const landing = treads[7]!
    expect(Math.abs(pathArea(pathOfPoints(landing.outline, true)))).toBeCloseTo(900 * 900, 6)
    // The last riser lies six goings beyond the landing's inner side.
    const last = nosings[14]!.edge
    expect(last.a.y).toBeCloseTo(450 + 6 * 250, 6)
    expect([last.a.x, last.b.x].map(Math.round)).toEqual([1750 + 900, 1750])
  })
  it('turns by a quarter over three winders', () => {
    const { treads } = solve({ form: 'winders' })
    const winders = treads.slice(6, 9)
    const areas = winders.map(({ outline }) => Math.abs(pathArea(pathOfPoints(outline, true))))
    expect(areas.reduce((sum, area) => sum + area, 0)).toBeCloseTo(900 * 900, 4)
    // The first and last are triangles of 900 by 900 tan 30°.
    expect(areas[0]).toBeCloseTo((900 * 900 * Math.tan(Math.PI / 6)) / 2, 3)
  })
  it('turns back over a half landing with a well', () => {
    const { treads, nosings } = solve({ form: 'half turn', well: 100 })
    const landing = treads.find((tread) => tread.landing)!
    expect(Math.abs(pathArea(pathOfPoints(landing.outline, true)))).toBeCloseTo(900 * 1900, 6)
    const last = nosings[nosings.length - 1]!.edge
    expect(last.a.x).toBeCloseTo((7 - 6) * 250, 6)
    expect((last.a.y + last.b.y) / 2).toBeCloseTo(1000, 6)
  })
  it('keeps its going on the walking line of a curve', () => {
    const { walk, nosings } = solve({ form: 'curved', radius: 600 })
    for (const { edge } of walk) expect(edgeLength(edge)).toBeCloseTo(250, 6)
    expect(edgeLength(nosings[5]!.edge)).toBeCloseTo(900, 6)
  })
  it('turns to the right as the mirror of the left', () => {
    const left = solve({ form: 'quarter turn' })
    const right = solve({ form: 'quarter turn', hand: 'right' })
    left.treads.forEach((tread, i) => {
      expect(right.treads[i]!.middle.x).toBeCloseTo(tread.middle.x, 6)
      expect(right.treads[i]!.middle.y).toBeCloseTo(-tread.middle.y, 6)
    })
  })
  it('has treads that lie side by side in every form, and a walk that climbs through them', () => {
    const forms = fc.constantFrom('straight', 'quarter turn', 'winders', 'half turn', 'curved' as const)
    fc.assert(
      fc.property(
        forms,
        fc.constantFrom('left', 'right' as const),
        fc.integer({ min: 600, max: 2000 }),
        fc.integer({ min: 200, max: 400 }),
        fc.integer({ min: 1500, max: 4500 }),
        fc.integer({ min: 300, max: 2000 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (form, hand, width, going, height, radius, turn) => {
          const solved = solveStair(
            stair({ form, hand, width, going, radius, turn, at: { x: 500, y: -300 } }),
            height,
            LIMITS,
            METRIC,
          )
          if (!solved) return
          expect(solved.treads).toHaveLength(solved.risers - 1)
          expect(solved.nosings).toHaveLength(solved.risers)
          expect(solved.rise * solved.risers).toBeCloseTo(height, 6)
          // The walk is one line without gaps, from the first riser to the last.
          solved.walk.slice(1).forEach(({ edge }, i) => {
            const before = solved.walk[i]!.edge.b
            expect(Math.hypot(edge.a.x - before.x, edge.a.y - before.y)).toBeLessThan(1e-6)
          })
          for (const tread of solved.treads) {
            const { at } = onWalk(solved.walk, tread.number - 0.5)
            expect(Math.hypot(at.x - tread.middle.x, at.y - tread.middle.y)).toBeLessThan(
              tread.landing ? width : 1,
            )
          }
          // Both sides run from the first riser to the last as well.
          const { edge: first } = solved.nosings[0]!
          const ends = [...solved.side('left', 0), ...solved.side('right', 0)].map(({ edge }) => edge.a)
          for (const p of [first.a, first.b])
            expect(ends.some((q) => Math.hypot(p.x - q.x, p.y - q.y) < 1e-6)).toBe(true)
        },
      ),
      { numRuns: 200 },
    )
  })
})
