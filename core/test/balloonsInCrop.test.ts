import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { balloonsInCrop } from '../src/derive'
import { extentOf, type DisplayItem } from '../src/display'
import { newProject } from '../src/edit'
import { partIn, type Box } from '../src/geometry'
import { Project, type GridLine, type Viewport } from '../src/records'
import { sheetItems } from '../src/sheets'
import { projectWith } from './wallFixture'

const SCALE = 50
/** Balloons have a radius of 5 mm on paper. */
const R = 5 * SCALE
const grid = (a: readonly [number, number], b: readonly [number, number]): GridLine => ({
  id: 'grid',
  kind: 'gridLine',
  name: 'C',
  a: { x: a[0], y: a[1] },
  b: { x: b[0], y: b[1] },
})
const rings = (items: readonly DisplayItem[]): { x: number; y: number }[] =>
  items.flatMap((item) => (item.kind === 'arc' ? [{ x: item.x, y: item.y }] : []))
const flat = (items: readonly DisplayItem[]): DisplayItem[] =>
  items.flatMap((item) => (item.kind === 'group' ? flat(item.items) : [item]))
const CROP: Box = { minX: 0, minY: 0, maxX: 6000, maxY: 4000 }
const inCrop = (line: GridLine, crop = CROP) => balloonsInCrop(projectWith(line), line, crop, SCALE)

describe('balloons of grid lines in a crop', () => {
  it('come to its edge where it takes them off, and hide what lies beneath', () => {
    const both = inCrop(grid([3000, -2000], [3000, 8000]))
    expect(rings(both)).toEqual([
      { x: 3000, y: R },
      { x: 3000, y: 4000 - R },
    ])
    expect(both.filter((item) => item.kind === 'disc').map(({ tone }) => tone)).toEqual([1, 1])
    // One that is seen whole stays alone; one that is cut by the edge comes in.
    expect(rings(inCrop(grid([3000, 600], [3000, 8000])))).toEqual([{ x: 3000, y: 4000 - R }])
    expect(rings(inCrop(grid([3000, 300], [3000, 3000])))).toEqual([{ x: 3000, y: 300 }])
    expect(inCrop(grid([9000, 0], [9000, 4000]))).toEqual([])
    expect(inCrop(grid([3000, 0], [3000, 400]), { ...CROP, maxX: 3100, minX: 2900 })).toEqual([])
  })

  it('are whole within it, on their line', () => {
    const place = fc.integer({ min: -9000, max: 12_000 })
    fc.assert(
      fc.property(place, place, place, place, (x1, y1, x2, y2) => {
        fc.pre(Math.hypot(x2 - x1, y2 - y1) > 1)
        const items = inCrop(grid([x1, y1], [x2, y2]))
        if (partIn(x1, y1, x2, y2, CROP) === null) expect(items).toEqual([])
        if (items.length === 0) return
        const { minX, minY, maxX, maxY } = extentOf(items)
        for (const over of [CROP.minX - minX, CROP.minY - minY, maxX - CROP.maxX, maxY - CROP.maxY])
          expect(over).toBeLessThan(0.001)
        for (const { x, y } of rings(items)) {
          const away = Math.abs((x2 - x1) * (y - y1) - (y2 - y1) * (x - x1)) / Math.hypot(x2 - x1, y2 - y1)
          expect(away).toBeLessThan(0.001)
        }
      }),
    )
  })

  it('are on the sheet in viewports that are cropped, and follow', () => {
    let n = 0
    const made = newProject(
      {
        name: 'Grid',
        system: 'metric',
        levelName: 'Ground',
        storeyHeight: 2700,
        sheetSize: 'A2',
        orientation: 'landscape',
        date: '',
      },
      () => `r${++n}`,
    )
    const project = new Project(made.change.put)
    const viewport: Viewport = {
      id: 'v',
      kind: 'viewport',
      sheet: made.sheet,
      drawing: made.drawing,
      number: 1,
      title: '',
      scale: SCALE,
      at: { x: 200, y: 200 },
      crop: CROP,
      cropped: true,
      locked: false,
    }
    project.apply({ put: [grid([3000, -2000], [3000, 8000]), viewport], drop: [] })
    const seen = (): number[] => {
      return flat(sheetItems(project, project.need('sheet', made.sheet)))
        .flatMap((item) => (item.kind === 'arc' && item.source === 'grid' ? [Math.round(item.y)] : []))
        .sort((p, q) => p - q)
    }
    // Its own balloons lie beyond the crop.
    expect(seen()).toEqual([-2000 - R, R, 4000 - R, 8000 + R])
    project.apply({ put: [{ ...viewport, crop: { ...CROP, minY: 1000 } }], drop: [] })
    expect(seen()).toEqual([-2000 - R, 1000 + R, 4000 - R, 8000 + R])
    project.apply({ put: [{ ...viewport, cropped: false }], drop: [] })
    expect(seen()).toEqual([-2000 - R, 8000 + R])
  })
})
