import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  fitBox,
  fromScreen,
  isNearly,
  panBy,
  shownBox,
  toScreen,
  zoomAt,
  type Camera,
} from '../src/surface/camera'

const camera = fc.record({
  scale: fc.double({ min: 0.001, max: 50, noNaN: true }),
  centre: fc.record({ x: fc.integer({ min: -1e6, max: 1e6 }), y: fc.integer({ min: -1e6, max: 1e6 }) }),
  width: fc.integer({ min: 200, max: 3000 }),
  height: fc.integer({ min: 200, max: 2000 }),
})
const pixel = fc.record({ x: fc.integer({ min: 0, max: 2000 }), y: fc.integer({ min: 0, max: 1500 }) })

describe('the view', () => {
  it('maps there and back', () => {
    fc.assert(
      fc.property(camera, pixel, (v: Camera, p) => {
        const back = toScreen(v, fromScreen(v, p))
        expect(Math.hypot(back.x - p.x, back.y - p.y)).toBeLessThan(1e-3)
      }),
    )
  })
  it('knows when another shows nearly the same', () => {
    const now: Camera = { scale: 0.1, centre: { x: 0, y: 0 }, width: 1000, height: 600 }
    expect(isNearly(now, { ...now, scale: 0.105 })).toBe(true)
    expect(isNearly(now, { ...now, scale: 0.12 })).toBe(false)
    // 30 and 60 pixels of 1000.
    expect(isNearly(now, { ...now, centre: { x: 300, y: 0 } })).toBe(true)
    expect(isNearly(now, { ...now, centre: { x: 600, y: 0 } })).toBe(false)
  })
  it('keeps the point under the pointer while it zooms', () => {
    fc.assert(
      fc.property(camera, pixel, fc.double({ min: 0.2, max: 5, noNaN: true }), (v: Camera, p, factor) => {
        const fixed = fromScreen(v, p)
        const after = toScreen(zoomAt(v, p, factor), fixed)
        expect(Math.hypot(after.x - p.x, after.y - p.y)).toBeLessThan(0.01)
      }),
    )
  })
  it('pans by pixels, up being up', () => {
    const v: Camera = { scale: 2, centre: { x: 10, y: 20 }, width: 100, height: 100 }
    expect(panBy(v, 10, 0).centre).toEqual({ x: 5, y: 20 })
    expect(panBy(v, 0, 10).centre).toEqual({ x: 10, y: 25 })
  })
  it('fits a box beside what stands at the right', () => {
    const v: Camera = { scale: 1, centre: { x: 0, y: 0 }, width: 1000, height: 600 }
    const box = { minX: 0, minY: 0, maxX: 5000, maxY: 1000 }
    const fitted = fitBox(v, box, 40, 200)
    expect(toScreen(fitted, { x: 0, y: 500 }).x).toBeCloseTo(40, 6)
    expect(toScreen(fitted, { x: 5000, y: 500 }).x).toBeCloseTo(1000 - 40 - 200, 6)
    const shown = shownBox(fitted)
    expect(shown.maxX - shown.minX).toBeCloseTo(1000 / fitted.scale, 6)
  })
})
