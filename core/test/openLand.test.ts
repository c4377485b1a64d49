import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundingField, findLeak, findRegion, isClearBetween, sceneOf, type DraftField } from '../src/derive'
import { addWalls } from '../src/edit'
import type { Point } from '../src/geometry'
import { regionAround } from '../src/linework'
import type { Project } from '../src/records'
import { PLAN, chain, drafted, projectWith, wall } from './wallFixture'

const fieldOf = (project: Project): DraftField =>
  boundingField(sceneOf(project, project.need('drawing', PLAN.id)))
const EVERYWHERE = { minX: -Infinity, minY: -Infinity, maxX: Infinity, maxY: Infinity }

const place = fc.integer({ min: 0, max: 60 }).map((n) => n * 100)
const point = fc.record({ x: place, y: place }).map(({ x, y }): Point => ({ x: x + 37, y: y + 53 }))
const low = fc.integer({ min: 0, max: 25 }).map((n) => n * 100)
const high = fc.integer({ min: 35, max: 60 }).map((n) => n * 100)
const slanting = fc.tuple(place, place, place, place)
const level = fc.tuple(low, high, place).map(([ax, bx, y]) => [ax, y, bx, y] as const)
const upright = fc.tuple(low, high, place).map(([ay, by, x]) => [x, ay, x, by] as const)
const lines = fc.array(fc.oneof(level, upright, slanting), { minLength: 8, maxLength: 30 })

describe('open land', () => {
  it('is known as such wherever looking through all lines finds no area, and only there', () => {
    let areas = 0
    let open = 0
    fc.assert(
      fc.property(lines, point, point, (drawn, p, q) => {
        const items = drawn
          .filter(([ax, ay, bx, by]) => ax !== bx || ay !== by)
          .map((line, i) => drafted(`l${i}`, chain(line)))
        const field = fieldOf(projectWith(PLAN, ...items))
        const all = field.edgesIn(EVERYWHERE).map(({ edge }) => edge)
        const expected = regionAround(all, p, 0).found
        if (expected) areas++
        else open++
        expect(findRegion(field, p, 0).found).toBe(expected)
        // Nothing between two points: they lie in the same land.
        if (isClearBetween(field, p, q, 1)) expect(regionAround(all, q, 0).found).toBe(expected)
      }),
      { numRuns: 300 },
    )
    expect(areas).toBeGreaterThan(20)
    expect(open).toBeGreaterThan(100)
  })

  it('names the gap of a room that leaks, and none where a wide way leads out', () => {
    // A room of 4 x 3 m whose lower side stops 300 mm short; a yard of 4 x 3 m open on its whole right side.
    const room = [
      [0, 0, 3700, 0],
      [4000, 0, 4000, 3000],
      [4000, 3000, 0, 3000],
      [0, 3000, 0, 0],
    ]
    const yard = [
      [10000, 0, 14000, 0],
      [14000, 3000, 10000, 3000],
      [10000, 3000, 10000, 0],
    ]
    const field = fieldOf(
      projectWith(PLAN, ...[...room, ...yard].map((line, i) => drafted(`l${i}`, chain(line)))),
    )
    const leak = findLeak(field, { x: 2000, y: 1500 })
    expect(leak?.width).toBeCloseTo(300, 6)
    expect(findRegion(field, { x: 2000, y: 1500 }, 0).found).toBe(false)
    expect(findRegion(field, { x: 2000, y: 1500 }, 310).found).toBe(true)
    expect(findLeak(field, { x: 12000, y: 1500 })).toBeNull()
  })
})

describe('a wall in the place of another', () => {
  it('is refused whichever way it runs, and found among those that are near', () => {
    const project = projectWith(PLAN, wall('w', [0, 0, 4000, 0], 'block-140', 'left'))
    const chainOf = (points: Point[]) => ({
      level: 'ground',
      type: 'wall-type-block-140',
      reference: 'centre' as const,
      points,
      closed: false,
    })
    const [a, b] = [
      { x: 0, y: 0 },
      { x: 4000, y: 0 },
    ]
    for (const points of [
      [a, b],
      [b, a],
    ])
      expect(() => addWalls(project, chainOf(points), () => 'n')).toThrow(
        'There is a wall in this place already.',
      )
    expect(addWalls(project, chainOf([a, { x: 0, y: 3000 }]), () => 'n').put).toHaveLength(1)
  })
})
