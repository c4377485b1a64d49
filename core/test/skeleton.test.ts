import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point } from '../src/geometry'
import { skeletonFaces, type SlopingEdge } from '../src/roofs'

const HIP: SlopingEdge = { speed: 1, start: 0 }
const GABLE: SlopingEdge = { speed: 0, start: 0 }
const ring = (...xy: number[]): Point[] =>
  Array.from({ length: xy.length / 2 }, (_, i) => ({ x: xy[2 * i]!, y: xy[2 * i + 1]! }))
const area = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0) / 2
const hipped = (outline: readonly Point[]) =>
  skeletonFaces(
    outline,
    outline.map(() => HIP),
  )

/** How high the plane over an edge is at a place. */
function heightOf(outline: readonly Point[], edge: number, { speed, start }: SlopingEdge, p: Point): number {
  const [a, b] = [outline[edge]!, outline[(edge + 1) % outline.length]!]
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  const away = ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length
  return start + away / speed
}

describe('the planes of a roof', () => {
  it('over a rectangle are two trapezoids and two triangles', () => {
    const made = hipped(ring(0, 0, 10_000, 0, 10_000, 6000, 0, 6000))!
    expect(made.faces.map(({ corners }) => area(corners))).toEqual([21e6, 9e6, 21e6, 9e6])
    const ridge = made.folds.filter(({ a, b }) => a.z === b.z)
    expect(ridge).toHaveLength(1)
    expect([ridge[0]!.a.x, ridge[0]!.b.x].sort((p, q) => p - q)).toEqual([3000, 7000])
    expect(ridge[0]!.a.z).toBe(3000)
  })
  it('over a square meet in a point', () => {
    const made = hipped(ring(0, 0, 6000, 0, 6000, 6000, 0, 6000))!
    expect(made.faces.map(({ corners }) => corners.length)).toEqual([3, 3, 3, 3])
    expect(made.folds.every(({ b }) => b.x === 3000 && b.y === 3000 && b.z === 3000)).toBe(true)
  })
  it('with gables run up to them', () => {
    const outline = ring(0, 0, 10_000, 0, 10_000, 6000, 0, 6000)
    const made = skeletonFaces(outline, [HIP, GABLE, HIP, GABLE])!
    expect(made.faces.map(({ edge, corners }) => [edge, area(corners)])).toEqual([
      [0, 30e6],
      [2, 30e6],
    ])
    const ridge = made.folds.filter(({ a, b }) => a.z === 3000 && b.z === 3000)
    expect(ridge.map(({ a, b }) => [a.x, b.x].sort((p, q) => p - q))).toEqual([[0, 10_000]])
  })
  it('over an L have a valley from the inward corner', () => {
    const outline = ring(0, 0, 10_000, 0, 10_000, 4000, 4000, 4000, 4000, 9000, 0, 9000)
    const made = hipped(outline)!
    const valley = made.folds.find(({ a }) => a.x === 4000 && a.y === 4000 && a.z === 0)!
    expect([valley.b.x, valley.b.y, valley.b.z].map((v) => Math.round(v))).toEqual([2000, 2000, 2000])
    expect(made.faces.reduce((sum, { corners }) => sum + area(corners), 0)).toBeCloseTo(area(outline), 0)
  })
  it('over a T, gabled at all ends, are six', () => {
    const outline = ring(
      0,
      0,
      12_000,
      0,
      12_000,
      4000,
      8000,
      4000,
      8000,
      9000,
      4000,
      9000,
      4000,
      4000,
      0,
      4000,
    )
    const gables = new Set([1, 4, 7])
    const made = skeletonFaces(
      outline,
      outline.map((_, i) => (gables.has(i) ? GABLE : HIP)),
    )!
    expect(made.faces.map(({ edge }) => edge)).toEqual([0, 2, 3, 5, 6])
    expect(Math.max(...made.folds.flatMap(({ a, b }) => [a.z, b.z]))).toBeCloseTo(2000, 3)
  })
  it('with unlike pitches meet where both are equally high', () => {
    const outline = ring(0, 0, 10_000, 0, 10_000, 6000, 0, 6000)
    const steep: SlopingEdge = { speed: 0.5, start: 0 }
    const made = skeletonFaces(outline, [HIP, GABLE, steep, GABLE])!
    // 1 : 1 from the south and 2 : 1 from the north meet at y = 4 000, 4 000 high.
    const ridge = made.folds.find(({ a, b }) => a.z === b.z && a.z > 0)!
    expect([ridge.a.y, ridge.a.z]).toEqual([4000, 4000])
  })
  it('that start at unlike heights leave the lower ones to rise first', () => {
    const outline = ring(0, 0, 10_000, 0, 10_000, 6000, 0, 6000)
    const made = skeletonFaces(outline, [HIP, GABLE, { speed: 1, start: 1000 }, GABLE])!
    const ridge = made.folds.find(({ a, b }) => a.z === b.z && a.z > 1500)!
    expect([ridge.a.y, ridge.a.z].map((v) => Math.round(v))).toEqual([3500, 3500])
  })

  /** A simple outline: a star about a point, or steps of rectangles. */
  const stars = fc
    .record({
      radii: fc.array(fc.integer({ min: 2000, max: 9000 }), { minLength: 3, maxLength: 9 }),
      turn: fc.double({ min: 0, max: 6, noNaN: true }),
    })
    .map(({ radii, turn }) =>
      radii.map((radius, i) => {
        const angle = turn + (i / radii.length) * 2 * Math.PI
        return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) }
      }),
    )
  const steps = fc
    .array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 })), {
      minLength: 1,
      maxLength: 5,
    })
    .map((all) => {
      // Wings of unlike depths along one side.
      const points: Point[] = [{ x: 0, y: 0 }]
      let x = 0
      const tops: Point[] = []
      for (const [wide, high] of all) {
        tops.push({ x, y: high * 1000 }, { x: x + wide * 1000, y: high * 1000 })
        x += wide * 1000
      }
      points.push({ x, y: 0 }, ...tops.reverse())
      return points.filter((p, i) => {
        const before = points[(i + points.length - 1) % points.length]!
        const after = points[(i + 1) % points.length]!
        const turn = (p.x - before.x) * (after.y - p.y) - (p.y - before.y) * (after.x - p.x)
        return turn !== 0
      })
    })

  it('tile the outline, are plane, and at equal pitches none overhangs its edge', () => {
    let solved = 0
    let all = 0
    fc.assert(
      fc.property(fc.oneof(stars, steps), (outline) => {
        fc.pre(outline.length > 2 && area(outline) > 1e6)
        all++
        const made = hipped(outline)
        if (!made) return
        solved++
        const whole = made.faces.reduce((sum, { corners }) => sum + area(corners), 0)
        expect(Math.abs(whole - area(outline)) / area(outline)).toBeLessThan(1e-4)
        for (const { edge, corners } of made.faces) {
          for (const p of corners) {
            expect(Math.abs(heightOf(outline, edge, HIP, p) - p.z)).toBeLessThan(0.5)
            // Nothing of a plane lies before its own eaves.
            expect(p.z).toBeGreaterThan(-0.5)
          }
        }
      }),
      { numRuns: 400 },
    )
    // Whatever is no degenerate outline has its roof.
    expect(solved / all).toBeGreaterThan(0.995)
  })
})
