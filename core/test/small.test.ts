import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { smallPicture, type DisplayItem } from '../src/display'
import { clippedTo, pathArea, pathOfPoints, type Point } from '../src/geometry'

const square = (size: number): Point[] => [
  { x: 0, y: 0 },
  { x: size, y: 0 },
  { x: size, y: size },
  { x: 0, y: size },
]
const signed = (points: readonly Point[]): number =>
  points.length < 3 ? 0 : pathArea(pathOfPoints(points, true))
const area = (points: readonly Point[]): number => Math.abs(signed(points))

describe('an outline cut off at a box', () => {
  it('has the area that both share', () => {
    expect(area(clippedTo(square(1000), { minX: 400, minY: -50, maxX: 2000, maxY: 100 }))).toBeCloseTo(
      600 * 100,
      6,
    )
    expect(clippedTo(square(1000), { minX: 1100, minY: 0, maxX: 2000, maxY: 100 })).toEqual([])
    // A slanting edge: the half of a square beneath its diagonal, cut at the middle.
    const half = square(1000).slice(0, 3)
    expect(area(clippedTo(half, { minX: 500, minY: 0, maxX: 1000, maxY: 1000 }))).toBeCloseTo(375_000, 6)
  })
  it('cut into stripes comes to the whole', () => {
    const place = fc.integer({ min: 0, max: 1000 })
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { minLength: 3, maxLength: 8 }), (corners) => {
        // What an outline that crosses itself goes around the other way counts as less than nothing.
        const points = corners.map(([x, y]) => ({ x, y }))
        const parts = [0, 1, 2, 3].map((k) =>
          signed(clippedTo(points, { minX: k * 250, minY: -1, maxX: (k + 1) * 250, maxY: 1001 })),
        )
        expect(parts.reduce((p, q) => p + q, 0)).toBeCloseTo(signed(points), 3)
      }),
    )
  })
})

describe('a small picture', () => {
  const line = (points: number[], closed = false): DisplayItem => ({
    kind: 'line',
    pen: 'cut',
    points,
    closed,
    source: null,
  })
  it('fills its frame on whole units, y down, and draws what falls together once', () => {
    const picture = smallPicture([line([0, 0, 3000, 0, 3000, 1500], true), line([0, 0, 3000, 2])], 600, 400)!
    // 3 000 × 1 500 in 600 × 400: a fifth, with 50 above and below.
    expect(picture).toEqual({
      width: 600,
      height: 400,
      parts: [{ by: 'line', tone: 0, d: 'M0 350L600 350L600 50L0 350' }],
    })
  })
  it('keeps fills apart, and leaves letters and patterns out', () => {
    const fill: DisplayItem = { kind: 'fill', tone: 0.5, loops: [[0, 0, 100, 0, 100, 100]], source: null }
    const clip = { minX: 0, minY: 0, maxX: 100, maxY: 100 }
    const map = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }
    const pattern: DisplayItem = { kind: 'group', map, clip, items: [line([0, 0, 9, 9])], source: null }
    const { parts } = smallPicture([fill, fill, pattern], 100, 100)!
    expect(parts).toEqual(Array(2).fill({ by: 'fill', tone: 0.5, d: 'M0 100L100 100L100 0Z' }))
    expect(smallPicture([], 100, 100)).toBeNull()
  })
  it('of very much is drawn coarser', () => {
    const many = Array.from({ length: 40_000 }, (_, i) =>
      line([i, (i * 7919) % 20_000, i + 500, (i * 104_729) % 20_000]),
    )
    const { parts } = smallPicture(many, 600, 376)!
    expect(parts.reduce((sum, { d }) => sum + d.length, 0)).toBeLessThan(200_000)
  })
})
