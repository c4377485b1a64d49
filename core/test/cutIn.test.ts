import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CUT_RANK, PLAIN_LOOK, sceneOf, type PlanLook } from '../src/derive'
import { drawingPicture } from '../src/annotate'
import { clippedTo, pathArea, pathOfPoints, type Box } from '../src/geometry'
import { PLAN, projectWith, wall } from './wallFixture'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50, poche: 'solid' }

/** A grid of so many walls each way, joined to one another: outlines of several hundred edges. */
function partOfGrid(columns: number, rows: number, skew: number) {
  const [width, height] = [columns * 1300, rows * 1100]
  const walls = [
    ...Array.from({ length: columns + 1 }, (_, i) =>
      wall(`x${i}`, [i * 1300, -400, i * 1300 + skew, height + 400]),
    ),
    ...Array.from({ length: rows + 1 }, (_, i) =>
      wall(`y${i}`, [-400, i * 1100, width + 400, i * 1100 - skew]),
    ),
  ]
  const project = projectWith(PLAN, ...walls)
  const picture = drawingPicture(LOOK).of(sceneOf(project, project.need('drawing', PLAN.id)))
  return picture.parts().find(({ rank }) => rank === CUT_RANK)!
}

/** How much of a box is filled with what is cut, by clipping every outline, mm². */
function cutArea(part: ReturnType<typeof partOfGrid>, box: Box): number {
  const [fill] = part.items
  if (fill?.kind !== 'fill') throw new Error('what is cut is filled first')
  let area = 0
  for (const loop of fill.loops) {
    const points = Array.from({ length: loop.length / 2 }, (_, i) => ({
      x: loop[2 * i]!,
      y: loop[2 * i + 1]!,
    }))
    const seen = clippedTo(points, box)
    if (seen.length > 2) area += pathArea(pathOfPoints(seen, true))
  }
  return area
}

describe('whether something that is cut lies in a box', () => {
  const part = partOfGrid(9, 7, 37)

  it('is known by hand: on a wall, within one, in the space between, and beyond all', () => {
    const square = partOfGrid(2, 2, 0)
    const at = (x: number, y: number, size: number): boolean =>
      square.isIn!({ minX: x, minY: y, maxX: x + size, maxY: y + size })
    // Walls are 140 thick about lines at 0, 1300 and 2600 across, and 0, 1100 and 2200 up.
    expect(at(1200, 500, 200)).toBe(true)
    expect(at(1290, 500, 20)).toBe(true)
    expect(at(1380, 80, 900)).toBe(false)
    expect(at(1380, 80, 950)).toBe(true)
    expect(at(4000, 500, 500)).toBe(false)
    expect(at(-5000, -5000, 20_000)).toBe(true)
  })

  it('is so just where clipping every outline leaves some area', () => {
    const place = fc.integer({ min: -1500, max: 14_000 })
    const size = fc.integer({ min: 1, max: 1500 })
    fc.assert(
      fc.property(place, place, size, size, (x, y, width, height) => {
        const box = { minX: x + 0.31, minY: y + 0.37, maxX: x + width + 0.31, maxY: y + height + 0.37 }
        const area = cutArea(part, box)
        // Less than a hair touches it.
        fc.pre(area === 0 || area > 0.01)
        expect([box, part.isIn!(box)]).toEqual([box, area > 0.01])
      }),
      { numRuns: 600 },
    )
  })
})
