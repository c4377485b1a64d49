import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  cross,
  distance,
  measuredCorners,
  pointsAtDistances,
  subtract,
  unitAt,
  type Point,
} from '../src/geometry'

const far = fc.double({ min: -1e5, max: 1e5, noNaN: true })
const point = fc.record({ x: far, y: far })
const round = ({ x, y }: Point): [number, number] => [
  Math.round(x * 1e3) / 1e3 + 0,
  Math.round(y * 1e3) / 1e3 + 0,
]

describe('points at two distances', () => {
  it('of the triangle with sides 3, 4 and 5: to the left first, then to the right', () => {
    const [left, right] = pointsAtDistances({ x: 0, y: 0 }, 3000, { x: 5000, y: 0 }, 4000)
    expect(round(left!)).toEqual([1800, 2400])
    expect(round(right!)).toEqual([1800, -2400])
  })
  it('touch in one point, or do not meet', () => {
    const p = { x: 0, y: 0 }
    const q = { x: 1000, y: 0 }
    expect(pointsAtDistances(p, 400, q, 600).map(round)).toContainEqual([400, 0])
    expect(pointsAtDistances(p, 300, q, 600)).toEqual([])
    expect(pointsAtDistances(p, 2000, q, 600)).toEqual([])
    expect(pointsAtDistances(p, 300, p, 300)).toEqual([])
    expect(pointsAtDistances(p, -5, q, 1000)).toEqual([])
  })
  it('lie at those distances, wherever a third point is', () => {
    fc.assert(
      fc.property(point, point, point, (p, q, r) => {
        fc.pre(distance(p, q) > 1 && distance(p, r) > 1 && distance(q, r) > 1)
        const found = pointsAtDistances(p, distance(p, r), q, distance(q, r))
        expect(found.length).toBeGreaterThan(0)
        for (const each of found) {
          expect(Math.abs(distance(each, p) - distance(r, p))).toBeLessThan(1e-2)
          expect(Math.abs(distance(each, q) - distance(r, q))).toBeLessThan(1e-2)
        }
      }),
    )
  })
})

describe('a measured place', () => {
  const sides = [4000, 3000, 4000, 3000] as const
  it('with a diagonal of 5 000 is the rectangle, turning left or right', () => {
    const at = (turns: 'left' | 'right') =>
      measuredCorners({ x: 0, y: 0 }, { x: 1, y: 0 }, { sides, diagonal: 5000 }, turns)!.map(round)
    expect(at('left')).toEqual([
      [0, 0],
      [4000, 0],
      [4000, 3000],
      [0, 3000],
    ])
    expect(at('right')[2]).toEqual([4000, -3000])
  })
  it('out of square has its own sides and diagonal, and goes round one way', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.tuple(...[0, 1, 2, 3].map(() => fc.double({ min: -300, max: 300, noNaN: true }))),
        fc.double({ min: -400, max: 400, noNaN: true }),
        (turn, off, more) => {
          const measured = { sides: sides.map((each, i) => each + off[i]!) as never, diagonal: 5000 + more }
          const found = measuredCorners({ x: 10, y: 20 }, unitAt(turn), measured, 'left')
          fc.pre(found !== null)
          const [a, b, c, d] = found!
          const told = [distance(a, b), distance(b, c), distance(c, d), distance(d, a), distance(a, c)]
          ;[...measured.sides, measured.diagonal].forEach((length, i) =>
            expect(told[i]).toBeCloseTo(length, 6),
          )
          expect(cross(subtract(b, a), subtract(c, b))).toBeGreaterThan(0)
          expect(cross(subtract(d, c), subtract(a, d))).toBeGreaterThan(0)
        },
      ),
    )
  })
  it('is none where the diagonal is too long or too short for two sides', () => {
    const made = (diagonal: number) =>
      measuredCorners({ x: 0, y: 0 }, { x: 1, y: 0 }, { sides, diagonal }, 'left')
    expect(made(7001)).toBeNull()
    expect(made(999)).toBeNull()
    expect(made(NaN)).toBeNull()
  })
})
