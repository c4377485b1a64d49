import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { convexHull, cross, subtract, type Point } from '../src/geometry'

const place = fc.record({ x: fc.integer({ min: -50, max: 50 }), y: fc.integer({ min: -50, max: 50 }) })
const turn = (a: Point, b: Point, c: Point): number => cross(subtract(b, a), subtract(c, b))

describe('the convex hull', () => {
  it('of a square with points on its sides and inside is its four corners, anticlockwise', () => {
    const points = [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
      [5, 0],
      [5, 5],
      [10, 4],
    ].map(([x, y]) => ({ x: x!, y: y! }))
    expect(convexHull(points)).toEqual([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ])
  })
  it('turns left at every corner, has only given points, and holds them all', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 30 }), (points) => {
        const hull = convexHull(points)
        for (const corner of hull) expect(points).toContainEqual(corner)
        if (hull.length < 3) return
        hull.forEach((a, i) => {
          const b = hull[(i + 1) % hull.length]!
          expect(turn(a, b, hull[(i + 2) % hull.length]!)).toBeGreaterThan(0)
          for (const p of points) expect(turn(a, b, p)).toBeGreaterThanOrEqual(0)
        })
      }),
    )
  })
})
