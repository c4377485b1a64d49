import { describe, expect, it } from 'vitest'
import { derivedOf, sceneOf } from '../src/derive'
import { settleBoard, settleSheets } from '../src/check'
import { extentOf } from '../src/display'
import { applyTo, boxHolds, growBox } from '../src/geometry'
import { SHEET_SIZES, sheetExtent } from '../src/library'
import { Project, recordSchema, sheetSet, sheetSizeNames, type Viewport } from '../src/records'
import { SAMPLES } from '../src/samples'
import {
  aimAnywhere,
  aimViewport,
  freeAround,
  largestScale,
  lineUp,
  middleWithin,
  sheetItems,
  viewportFrame,
  viewportMap,
} from '../src/sheets'

describe('sheet sizes', () => {
  it('are those of the standards', () => {
    expect(SHEET_SIZES.A1).toEqual([594, 841])
    expect(sheetExtent({ size: 'ARCH D', orientation: 'landscape' })).toEqual({
      width: 914.4,
      height: 609.5999999999999,
    })
    expect(sheetExtent({ size: 'ANSI B', orientation: 'portrait' }).width).toBeCloseTo(279.4, 9)
    for (const name of sheetSizeNames) expect(SHEET_SIZES[name][0]).toBeLessThan(SHEET_SIZES[name][1])
  })
})

describe('viewports', () => {
  const viewport: Viewport = {
    id: 'v',
    kind: 'viewport',
    sheet: 's',
    drawing: 'd',
    number: 1,
    title: '',
    scale: 50,
    at: { x: 300, y: 200 },
    crop: { minX: 0, minY: 0, maxX: 6000, maxY: 4000 },
    cropped: true,
    locked: false,
  }
  it('map real to paper about their middle', () => {
    const map = viewportMap(viewport)
    expect(applyTo(map, { x: 3000, y: 2000 })).toEqual({ x: 300, y: 200 })
    expect(applyTo(map, { x: 6000, y: 2000 }).x - applyTo(map, { x: 0, y: 2000 }).x).toBeCloseTo(120, 12)
  })
  it('keep the drawing still when it grows', () => {
    const open = { ...viewport, cropped: false }
    const before = applyTo(viewportMap(open), { x: 0, y: 0 })
    const frame = viewportFrame(open, { minX: -1000, minY: 0, maxX: 9000, maxY: 4000 })
    expect(applyTo(viewportMap(open), { x: 0, y: 0 })).toEqual(before)
    expect(frame.minX).toBeCloseTo(before.x - 20 - 4, 9)
  })
  it('take the largest standard scale that fits', () => {
    const extent = { minX: 0, minY: 0, maxX: 14_400, maxY: 8600 }
    const fit = (width: number, height: number, system: 'metric' | 'feet-inches' = 'metric'): string =>
      largestScale(() => extent, { width, height }, system).scale.name
    // 14 400 at 1:50 is 288 mm with 8 of margin; 8 600 is 172 with 8 and 16 for the label.
    expect(fit(296, 196)).toBe('1:50')
    expect(fit(295, 196)).toBe('1:100')
    expect(fit(296, 195)).toBe('1:100')
    expect(fit(400, 300, 'feet-inches')).toBe(`1/4" = 1'-0"`)
    expect(largestScale(() => extent, { width: 1, height: 1 }, 'metric').fits).toBe(false)
  })
  it('find free room and line up', () => {
    const field = { minX: 0, minY: 0, maxX: 600, maxY: 500 }
    const taken = { minX: 0, minY: 250, maxX: 400, maxY: 500 }
    expect(freeAround(field, [taken], { x: 500, y: 400 })).toEqual({ ...field, minX: 400 })
    expect(freeAround(field, [taken], { x: 100, y: 100 })).toEqual({ ...field, maxY: 250 })
    expect(freeAround(field, [field], { x: 1, y: 1 })).toBeNull()
    expect(middleWithin(field, 100, 100, { x: 590, y: -20 })).toEqual({ x: 550, y: 50 })
    const { dx, dy } = lineUp({ minX: 3, minY: 100, maxX: 103, maxY: 200 }, [taken], 5)
    expect([dx, dy]).toEqual([-3, 0])
  })
})

describe('a drawing aimed at a sheet', () => {
  const field = { minX: 20, minY: 10, maxX: 681, maxY: 584 }
  const extentAt = () => ({ minX: 0, minY: 0, maxX: 14_400, maxY: 8600 })
  const aim = (x: number, y: number, more: Partial<Parameters<typeof aimViewport>[0]> = {}) =>
    aimViewport({ field, taken: [], blocked: [], extentAt, system: 'metric', at: { x, y }, ...more })
  it('stands at the largest scale that fits, as near to the point as it goes', () => {
    // 14 400 at 1:25 is 576 + 8 mm of 653; at 1:20 it would be 720.
    const aimed = aim(100, 500)
    expect(aimed.scale.name).toBe('1:25')
    expect(aimed.frame.minX).toBeCloseTo(24, 9)
    expect(aimed.frame.maxX - aimed.frame.minX).toBeCloseTo(584, 9)
    expect(aim(100, 500, { smaller: true }).scale.name).toBe('1:50')
  })
  it('keeps clear of what is there, its label included', () => {
    const taken = [{ minX: 24, minY: 300, maxX: 330, maxY: 580 }]
    for (const [x, y] of [
      [150, 100],
      [500, 500],
    ] as const) {
      const { frame } = aim(x, y, { taken })
      const apart = frame.minX >= 330 || frame.maxY <= 300 - 16
      expect(apart).toBe(true)
      expect(boxHolds(field, frame)).toBe(true)
    }
  })
  it('finds a place by itself, and takes an empty drawing too', () => {
    const taken = [{ minX: 24, minY: 300, maxX: 330, maxY: 580 }]
    expect(
      boxHolds(field, aimAnywhere({ field, taken, blocked: [], extentAt, system: 'metric' }).frame),
    ).toBe(true)
    const empty = aim(300, 300, {
      extentAt: () => ({ minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }),
    })
    expect(Number.isFinite(empty.at.x)).toBe(true)
    expect(aim(300, 300, { extentAt: () => ({ minX: 0, minY: 0, maxX: 1e9, maxY: 1 }) }).fits).toBe(false)
  })
})

describe('the samples', () => {
  it.each(SAMPLES.map((sample) => [sample.id, sample] as const))('%s is sound and settles', (_id, sample) => {
    let n = 0
    const project = new Project()
    for (const { change } of sample.make(() => `s${++n}`)) {
      project.check(change)
      project.apply(change)
    }
    for (const record of project.everything()) expect(recordSchema.safeParse(record).success).toBe(true)
    for (const drawing of project.all('drawing')) {
      const scene = sceneOf(project, drawing)
      expect(settleBoard(scene)).toEqual([])
      expect(scene.building?.faults() ?? 0).toBe(0)
      expect(derivedOf(scene, false)?.cut.faults() ?? 0).toBe(0)
    }
    expect(settleSheets(project)).toEqual([])
    for (const sheet of sheetSet(project)) {
      const { width, height } = sheetExtent(sheet)
      expect(settleBoard(sceneOf(project, sheet))).toEqual([])
      // Everything stands on the paper.
      const paper = { minX: 0, minY: 0, maxX: width, maxY: height }
      expect(boxHolds(growBox(paper, 0.01), extentOf(sheetItems(project, sheet)))).toBe(true)
    }
  })
  it('has the pottery at 14.4 × 8.6 m', () => {
    let n = 0
    const project = new Project()
    const pottery = SAMPLES.find((sample) => sample.id.includes('pottery'))!
    for (const { change } of pottery.make(() => `s${++n}`)) project.apply(change)
    const outside = project.all('wall').filter((wall) => wall.type === 'wall-type-cavity-350')
    expect(Math.max(...outside.map((wall) => wall.b.x))).toBe(14_400)
    expect(Math.max(...outside.map((wall) => wall.b.y))).toBe(8600)
    expect(project.all('level').map((level) => level.name)).toEqual(['Ground floor', 'Upper floor'])
    expect(project.all('sheet')).toHaveLength(7)
    expect(project.all('room').map(({ name }) => name)).toContain('Throwing studio')
  })
})
