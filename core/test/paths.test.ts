import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  arcFrom,
  arcOf,
  arcThrough,
  atDistance,
  circlePath,
  courseEdges,
  crossings,
  curveCourse,
  directionOn,
  distance,
  edgeBox,
  edgeLength,
  edgesOf,
  ellipseCourse,
  flattenPath,
  insidePath,
  nearestOnEdge,
  offsetPath,
  partOfEdge,
  pathArea,
  pathLength,
  pathOfPoints,
  pointOn,
  reversedPath,
  spanOfPath,
  tangentPoints,
  tidyPath,
  type Edge,
  type Path,
} from '../src/geometry'

const coordinate = fc.double({ min: -5000, max: 5000, noNaN: true })
const place = fc.record({ x: coordinate, y: coordinate })
const edge = fc
  .record({
    a: place,
    b: place,
    sweep: fc.oneof(fc.constant(0), fc.double({ min: -6, max: 6, noNaN: true })),
  })
  .filter(({ a, b, sweep }) => distance(a, b) > 10 && (sweep === 0 || Math.abs(sweep) > 0.01))

const square = (side: number): Path =>
  pathOfPoints(
    [
      { x: 0, y: 0 },
      { x: side, y: 0 },
      { x: side, y: side },
      { x: 0, y: side },
    ],
    true,
  )

describe('edges', () => {
  it('knows the quarter of a circle about the origin', () => {
    const quarter: Edge = { a: { x: 100, y: 0 }, b: { x: 0, y: 100 }, sweep: Math.PI / 2 }
    const { centre, radius } = arcOf(quarter)
    expect(centre.x).toBeCloseTo(0, 9)
    expect(centre.y).toBeCloseTo(0, 9)
    expect(radius).toBeCloseTo(100, 9)
    expect(edgeLength(quarter)).toBeCloseTo(157.0796, 4)
    expect(pointOn(quarter, 0.5).x).toBeCloseTo(70.7107, 4)
    expect(directionOn(quarter, 0).y).toBeCloseTo(1, 9)
    expect(edgeBox(quarter)).toMatchObject({ minX: expect.closeTo(0, 6), maxX: expect.closeTo(100, 6) })
  })

  it('keeps the circle of a large arc and of a clockwise one', () => {
    for (const sweep of [1.5 * Math.PI, -1.5 * Math.PI, -Math.PI / 2]) {
      const made: Edge = {
        a: { x: 100, y: 0 },
        b: { x: 100 * Math.cos(sweep), y: 100 * Math.sin(sweep) },
        sweep,
      }
      expect(arcOf(made).radius).toBeCloseTo(100, 6)
      expect(distance(arcOf(made).centre, { x: 0, y: 0 })).toBeLessThan(1e-6)
    }
  })

  it('runs an arc through three points, and none through three in line', () => {
    fc.assert(
      fc.property(place, place, place, (a, over, b) => {
        fc.pre(distance(a, b) > 50 && distance(a, over) > 50 && distance(over, b) > 50)
        const made = arcThrough(a, over, b)
        fc.pre(Math.abs(made.sweep) > 0.01 && Math.abs(made.sweep) < 6.2)
        expect(nearestOnEdge(made, over).distance).toBeLessThan(1e-4)
      }),
    )
    expect(arcThrough({ x: 0, y: 0 }, { x: 5, y: 0 }, { x: 9, y: 0 }).sweep).toBe(0)
  })

  it('leaves along a direction', () => {
    const made = arcFrom({ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 100, y: 100 })
    expect(made.sweep).toBeCloseTo(Math.PI / 2, 9)
    expect(arcFrom({ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 100, y: 0 }).sweep).toBe(0)
  })

  it('finds points shared by two edges on both of them', () => {
    fc.assert(
      fc.property(edge, edge, (e, f) => {
        for (const { point, t, u } of crossings(e, f)) {
          expect(distance(point, pointOn(e, t))).toBeLessThan(0.01)
          expect(distance(point, pointOn(f, u))).toBeLessThan(0.01)
        }
      }),
    )
  })

  it('misses no crossing that a fine polyline shows', () => {
    fc.assert(
      fc.property(edge, edge, (e, f) => {
        const p = flattenPath(
          {
            vertices: [
              { ...e.a, sweep: e.sweep },
              { ...e.b, sweep: 0 },
            ],
            closed: false,
          },
          0.5,
        )
        const inner = (part: number): boolean => part > 0.02 && part < 0.98
        for (let i = 1; i < p.length; i++) {
          const chord: Edge = { a: p[i - 1]!, b: p[i]!, sweep: 0 }
          for (const { point, t, u } of crossings(chord, f)) {
            if (!inner(t) || !inner(u)) continue
            const angle = Math.abs(
              directionOn(chord, t).x * directionOn(f, u).y - directionOn(chord, t).y * directionOn(f, u).x,
            )
            if (angle < 0.2 || nearestOnEdge(e, point).t < 0.02 || nearestOnEdge(e, point).t > 0.98) continue
            expect(Math.min(...crossings(e, f).map((each) => distance(each.point, point)))).toBeLessThan(5)
          }
        }
      }),
      { numRuns: 60 },
    )
  })

  it('parts of an edge add up', () => {
    fc.assert(
      fc.property(edge, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (e, t) => {
        const sum = edgeLength(partOfEdge(e, 0, t)) + edgeLength(partOfEdge(e, t, 1))
        expect(sum).toBeCloseTo(edgeLength(e), 3)
      }),
    )
  })

  it('touches a circle from a point', () => {
    const found = tangentPoints({ x: 0, y: 0 }, 60, { x: 100, y: 0 })
    expect(found).toHaveLength(2)
    for (const p of found) {
      expect(distance(p, { x: 0, y: 0 })).toBeCloseTo(60, 9)
      expect(p.x * (100 - p.x) - p.y * p.y).toBeCloseTo(0, 6)
    }
    expect(tangentPoints({ x: 0, y: 0 }, 60, { x: 10, y: 0 })).toEqual([])
  })
})

describe('paths', () => {
  it('measures circles and squares', () => {
    expect(pathArea(circlePath({ x: 10, y: 20 }, 100))).toBeCloseTo(Math.PI * 1e4, 6)
    expect(pathLength(circlePath({ x: 10, y: 20 }, 100))).toBeCloseTo(200 * Math.PI, 6)
    expect(pathArea(square(100))).toBe(10_000)
    expect(pathArea(reversedPath(square(100)))).toBe(-10_000)
    expect(atDistance(square(100), 150)).toEqual({ point: { x: 100, y: 50 }, direction: { x: 0, y: 1 } })
  })

  it('tells inside from outside as a fine polygon does', () => {
    const shape: Path = {
      vertices: [
        { x: 0, y: 0, sweep: 0 },
        { x: 100, y: 0, sweep: Math.PI },
        { x: 100, y: 100, sweep: -2 },
        { x: 0, y: 100, sweep: 0 },
      ],
      closed: true,
    }
    const fine = pathOfPoints(flattenPath(shape, 0.001), true)
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 170, noNaN: true }),
        fc.double({ min: -20, max: 120, noNaN: true }),
        (x, y) => {
          const away = Math.min(...edgesOf(shape).map((each) => nearestOnEdge(each, { x, y }).distance))
          fc.pre(away > 0.01)
          expect(insidePath(shape, { x, y })).toBe(insidePath(fine, { x, y }))
        },
      ),
      { numRuns: 300 },
    )
    expect(insidePath(circlePath({ x: 0, y: 0 }, 10), { x: 0, y: 0 })).toBe(true)
  })

  it('takes a stretch out, over the start of a closed path', () => {
    const part = spanOfPath(square(100), 350, 50)!
    expect(part.vertices.map(({ x, y }) => [x, y])).toEqual([
      [0, 50],
      [0, 0],
      [50, 0],
    ])
  })

  it('makes one edge of what runs on', () => {
    const tidy = tidyPath(
      pathOfPoints(
        [
          { x: 0, y: 0 },
          { x: 50, y: 0 },
          { x: 50, y: 0 },
          { x: 100, y: 0 },
          { x: 100, y: 30 },
        ],
        false,
      ),
    )!
    expect(tidy.vertices).toHaveLength(3)
  })
})

describe('offset', () => {
  it('moves a square in and out with sharp corners', () => {
    const [inner] = offsetPath(square(100), 10)
    expect(pathArea(inner!)).toBeCloseTo(6400, 6)
    const [outer] = offsetPath(square(100), -10)
    expect(pathArea(outer!)).toBeCloseTo(14_400, 6)
    expect(outer!.vertices).toHaveLength(4)
  })

  it('leaves nothing of an outline it swallows', () => {
    expect(offsetPath(square(100), 50.1)).toEqual([])
    expect(offsetPath(circlePath({ x: 0, y: 0 }, 40), 41)).toEqual([])
  })

  it('keeps a circle a circle', () => {
    const [ring] = offsetPath(circlePath({ x: 0, y: 0 }, 100), 25)
    expect(pathArea(ring!)).toBeCloseTo(Math.PI * 75 * 75, 3)
  })

  it('parts an hourglass in two', () => {
    const waist = pathOfPoints(
      [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 55, y: 50 },
        { x: 100, y: 100 },
        { x: 0, y: 100 },
        { x: 45, y: 50 },
      ],
      true,
    )
    expect(offsetPath(waist, 8)).toHaveLength(2)
  })

  it('offsets an open chain with its corner', () => {
    const chain = pathOfPoints(
      [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 100, y: 80 },
      ],
      false,
    )
    const [left] = offsetPath(chain, 10)
    expect(left!.vertices.map(({ x, y }) => [x, y])).toEqual([
      [0, 10],
      [90, 10],
      [90, 80],
    ])
    const [right] = offsetPath(chain, -10)
    expect(right!.vertices.map(({ x, y }) => [Math.round(x * 1e6) / 1e6, y])).toEqual([
      [0, -10],
      [110, -10],
      [110, 80],
    ])
  })

  it('runs everywhere at its distance or further, and shrinks by perimeter × distance for small ones', () => {
    const shape = fc
      .array(
        fc.record({
          r: fc.integer({ min: 400, max: 1000 }),
          sweep: fc.double({ min: -0.8, max: 0.8, noNaN: true }),
        }),
        {
          minLength: 3,
          maxLength: 9,
        },
      )
      .map((corners): Path => ({
        closed: true,
        vertices: corners.map(({ r, sweep }, i) => {
          const angle = (2 * Math.PI * i) / corners.length
          return { x: r * Math.cos(angle), y: r * Math.sin(angle), sweep: Math.abs(sweep) < 0.05 ? 0 : sweep }
        }),
      }))
    fc.assert(
      fc.property(shape, fc.integer({ min: 1, max: 60 }), (path, by) => {
        for (const made of offsetPath(path, by)) {
          for (const p of flattenPath(made, 0.5)) {
            const away = Math.min(...edgesOf(path).map((each) => nearestOnEdge(each, p).distance))
            expect(away).toBeGreaterThan(by - 0.01)
            expect(insidePath(path, p)).toBe(true)
          }
        }
      }),
      { numRuns: 80 },
    )
  })
})

describe('ellipses and smooth curves as arcs', () => {
  it('keeps an ellipse within the tolerance, and its area', () => {
    const course = ellipseCourse({
      centre: { x: 500, y: 300 },
      major: { x: 400, y: 100 },
      ratio: 0.4,
      from: 0,
      sweep: 2 * Math.PI,
    })
    const edges = courseEdges(course, 0.01)
    expect(edges.length).toBeLessThan(200)
    for (let i = 0; i < 500; i++) {
      const p = course.at((i / 500) * 2 * Math.PI)
      expect(Math.min(...edges.map((each) => nearestOnEdge(each, p).distance))).toBeLessThan(0.02)
    }
    const a = Math.hypot(400, 100)
    const area = pathArea({ vertices: edges.map(({ a: p, sweep }) => ({ ...p, sweep })), closed: true })
    expect(Math.abs(area - Math.PI * a * a * 0.4)).toBeLessThan(20)
  })

  it('runs through its points without a kink', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 700, max: 1600 }), { minLength: 4, maxLength: 9 }),
        fc.boolean(),
        (radii, closed) => {
          const points = radii.map((r, i) => {
            const angle = (2 * Math.PI * i) / radii.length
            return { x: r * Math.cos(angle), y: r * Math.sin(angle) }
          })
          const course = curveCourse(points, closed)!
          const edges = courseEdges(course, 0.5)
          for (const p of points)
            expect(Math.min(...edges.map((each) => nearestOnEdge(each, p).distance))).toBeLessThan(0.01)
          for (let i = 1; i < edges.length; i++) {
            const u = directionOn(edges[i - 1]!, 1)
            const v = directionOn(edges[i]!, 0)
            expect(u.x * v.x + u.y * v.y).toBeGreaterThan(0.98)
          }
        },
      ),
      { numRuns: 60 },
    )
  })
})
