import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bandItems } from '../src/derive/bands'
import { extentOf, pathOfItem, type DisplayItem } from '../src/display'
import { circlePath, flattenPath, pathArea, pathLength, pathOfPoints, type Path } from '../src/geometry'
import { BAND_NAMES, usualBand } from '../src/library'
import type { Band } from '../src/records'

const INK = { pen: 'seen', tone: 0, scale: 5, source: null } as const
const level: Path = pathOfPoints(
  [
    { x: 0, y: 0 },
    { x: 1000, y: 0 },
  ],
  false,
)
const drawn = (band: Band, path = level): DisplayItem[] => bandItems(path, band, INK)
const KINDS = Object.keys(BAND_NAMES) as Band['as'][]

describe('a line drawn as something else', () => {
  it.each(KINDS)('%s shows along straight and curved lines, open and closed, in both systems', (as) => {
    for (const system of ['metric', 'feet-inches'] as const)
      for (const path of [level, circlePath({ x: 0, y: 0 }, 800)]) {
        const items = drawn(usualBand(as, system), path)
        expect(items.length).toBeGreaterThan(0)
        const box = extentOf(items)
        expect(box.maxX - box.minX).toBeGreaterThan(900)
        expect(Number.isFinite(box.minX + box.minY + box.maxX + box.maxY)).toBe(true)
      }
  })
  it('a quilt is as wide as it is told, whatever that is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 400 }), (width) => {
        const [item] = drawn({ as: 'quilt', width })
        const path = pathOfItem(item as Extract<DisplayItem, { kind: 'path' }>)
        const ys = flattenPath(path, 0.01).map(({ y }) => y)
        expect(Math.max(...ys)).toBeLessThanOrEqual(width / 2 + 0.1)
        expect(Math.min(...ys)).toBeGreaterThanOrEqual(-width / 2 - 0.1)
        expect(Math.max(...ys)).toBeGreaterThan(width * 0.4)
      }),
      { numRuns: 40 },
    )
  })
  it('bricks stand on the left of the way, with joints between, the last one cut off', () => {
    // 65 and a joint of 10 over 1 000: thirteen whole ones reach 965, and 25 are left of the fourteenth.
    const items = drawn({ as: 'courses', along: 65, across: 102.5, joint: 10 })
    expect(items).toHaveLength(14)
    const boxes = items.map((item) => extentOf([item]))
    expect(boxes[1]!.minX - boxes[0]!.maxX).toBeCloseTo(10, 6)
    expect(boxes[13]!.maxX - boxes[13]!.minX).toBeCloseTo(25, 6)
    for (const { minY, maxY } of boxes) expect([minY, maxY]).toEqual([0, 102.5])
  })
  it('a bar has the area of its length by its diameter', () => {
    const [item] = drawn({ as: 'bar', diameter: 12 })
    const [loop] = (item as Extract<DisplayItem, { kind: 'fill' }>).loops
    const points = Array.from({ length: loop!.length / 2 }, (_, i) => ({
      x: loop![2 * i]!,
      y: loop![2 * i + 1]!,
    }))
    expect(Math.abs(pathArea(pathOfPoints(points, true)))).toBeCloseTo(12_000, 0)
  })
  it('a break line begins and ends where the line does, and jags within it', () => {
    const [item] = drawn({ as: 'break line' })
    const box = extentOf([item!])
    expect([box.minX, box.maxX]).toEqual([0, 1000])
    // 3.2 mm on paper at 1:5, up and down.
    expect(box.maxY).toBeCloseTo(16, 6)
    expect(box.minY).toBeCloseTo(-16, 6)
  })
  it('hardcore and the ground lie on the right of the way', () => {
    expect(extentOf(drawn({ as: 'hardcore', width: 150 })).minY).toBeCloseTo(-150, 6)
    const ground = extentOf(drawn({ as: 'earth edge' }))
    expect(ground.maxY).toBeCloseTo(0, 6)
    expect(ground.minY).toBeCloseTo(-15 * Math.SQRT1_2, 6)
  })
  it('goes round a closed line', () => {
    const ring = circlePath({ x: 0, y: 0 }, 500)
    const bars = drawn({ as: 'bar', diameter: 10 }, ring) as Extract<DisplayItem, { kind: 'fill' }>[]
    expect(bars[0]!.loops).toHaveLength(2)
    expect(pathLength(ring)).toBeCloseTo(2 * Math.PI * 500, 6)
  })
})
