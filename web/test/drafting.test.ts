import { describe, expect, it } from 'vitest'
import { pathArea, pathLength } from '@lamina/core/geometry'
import { shapePath } from '@lamina/core/linework'
import type { Linework } from '@lamina/core/records'
import { curveTool, ellipseTool, polygonTool } from '../src/tools/draw'
import { rectangleTool } from '../src/tools/rectangle'
import { arcTool, circleTool } from '../src/tools/round'
import {
  cornerTool,
  extendTool,
  joinTool,
  offsetTool,
  splitTool,
  traitsTool,
  trimTool,
} from '../src/tools/edges'
import { hatchTool } from '../src/tools/fill'
import { columnTool, wallAlongTool, wallBesideTool, wallBoxTool } from '../src/tools/moreWalls'
import { chainTool } from '../src/tools/polyline'
import { axesTool, gridTool, guideTool } from '../src/tools/setOut'
import { repeatTool } from '../src/tools/repeat'
import { alignTool, copyTool, mirrorTool, rotateTool, scaleTool, stretchTool } from '../src/tools/transforms'
import { TestBench, pointer } from './bench'

const round = (n: number): number => Math.round(n * 1e4) / 1e4 + 0
const shapes = (bench: TestBench): Linework[] => bench.all('linework')
const corners = (item: Linework): number[][] =>
  shapePath(item.shape).vertices.map(({ x, y }) => [round(x), round(y)])
/** A rectangle to work on. */
function boxed(bench: TestBench, x = 0, y = 0, width = 2000, depth = 1000): Linework {
  const tool = rectangleTool(bench)
  tool.press(pointer(x, y))
  tool.press(pointer(x + width, y + depth))
  const all = shapes(bench)
  return all[all.length - 1]!
}

describe('drawing tools', () => {
  it('rectangles by two corners, base and depth, or from the centre; typed sizes keep the pointed side', () => {
    const bench = new TestBench()
    const tool = rectangleTool(bench)
    tool.press(pointer(0, 0))
    bench.type('width', '3m')
    bench.type('depth', '1200')
    tool.enter(pointer(-10, -10))
    expect(corners(shapes(bench)[0]!)[2]).toEqual([-3000, -1200])
    tool.key!('a')
    tool.press(pointer(0, 0))
    tool.press(pointer(3000, 4000))
    bench.type('depth', '500')
    tool.enter(pointer(0, 4000))
    const base = shapes(bench)[1]!
    expect(pathArea(shapePath(base.shape))).toBeCloseTo(5000 * 500, 4)
    tool.key!('a')
    tool.press(pointer(1000, 1000))
    tool.press(pointer(1500, 1200))
    expect(corners(shapes(bench)[2]!)[0]).toEqual([500, 800])
  })
  it('circles by radius, across, and through three points', () => {
    const bench = new TestBench()
    const tool = circleTool(bench)
    tool.press(pointer(0, 0))
    bench.type('across', '900')
    tool.enter(pointer(10, 0))
    tool.key!('a')
    tool.press(pointer(0, 0))
    tool.press(pointer(600, 0))
    tool.key!('a')
    for (const [x, y] of [
      [100, 0],
      [0, 100],
      [-100, 0],
    ] as const)
      tool.press(pointer(x, y))
    const radii = shapes(bench).map(({ shape }) => shape.form === 'circle' && round(shape.radius))
    expect(radii).toEqual([450, 300, 100])
    for (const x of [0, 5, 10]) tool.press(pointer(x, 0))
    expect(bench.refused).toEqual(['A circle needs some radius.'])
  })
  it('arcs in four ways', () => {
    const bench = new TestBench()
    const tool = arcTool(bench)
    for (const [x, y] of [
      [100, 0],
      [0, 100],
      [-100, 0],
    ] as const)
      tool.press(pointer(x, y))
    tool.key!('a')
    tool.press(pointer(0, 0))
    tool.press(pointer(500, 0))
    bench.type('turn', '90')
    tool.enter(pointer(0, 300))
    tool.key!('a')
    tool.press(pointer(0, 0))
    tool.press(pointer(200, 0))
    bench.type('radius', '100')
    tool.enter(pointer(100, -50))
    tool.key!('a')
    tool.press(pointer(0, 0))
    tool.press(pointer(300, 100))
    const lengths = shapes(bench).map((item) => round(pathLength(shapePath(item.shape))))
    expect(lengths.slice(0, 3)).toEqual([100 * Math.PI, 250 * Math.PI, 100 * Math.PI].map(round))
    // It goes on from the end of the last, (200, 0), in its direction: straight up.
    expect(corners(shapes(bench)[3]!)[0]).toEqual([200, 0])
  })
  it('ellipses, polygons, smooth curves', () => {
    const bench = new TestBench()
    const ellipse = ellipseTool(bench)
    ellipse.press(pointer(0, 0))
    ellipse.press(pointer(300, 0))
    bench.type('half', '500')
    ellipse.enter(pointer(0, 10))
    expect(shapes(bench)[0]!.shape).toMatchObject({ form: 'ellipse', ratio: 0.6, major: { y: 500 } })
    const polygon = polygonTool(bench)
    polygon.press(pointer(0, 0))
    bench.type('sides', '4')
    bench.type('radius', '1m')
    polygon.enter(pointer(5, 0))
    expect(pathArea(shapePath(shapes(bench)[1]!.shape))).toBeCloseTo(2e6, 3)
    const curve = curveTool(bench)
    for (const [x, y] of [
      [0, 0],
      [500, 300],
      [1000, 0],
    ] as const)
      curve.press(pointer(x, y))
    curve.enter(null)
    expect(shapes(bench)[2]!.shape).toMatchObject({ form: 'curve', closed: false })
  })
  it('a boundary by bearings closes, and tells its closing error before', () => {
    const bench = new TestBench()
    const tool = chainTool(bench, { label: 'Site boundary', layer: 'layer-boundary', bearings: true })
    tool.press(pointer(0, 0))
    for (const [bearing, distance] of [
      ['N 90 E', '30m'],
      ['0', '20m'],
      ['270', '30m'],
    ]) {
      bench.type('bearing', bearing!)
      bench.type('along', distance!)
      tool.enter(pointer(1, 1))
    }
    expect(tool.remark!(pointer(0, 20_000))).toContain('to the start 20\u202f000')
    tool.key!('c')
    const [boundary] = shapes(bench)
    expect(boundary!.layer).toBe('layer-boundary')
    expect(Math.abs(pathArea(shapePath(boundary!.shape)))).toBeCloseTo(600e6, 0)
  })
})

describe('changing tools', () => {
  it('copies so many at once, again from the same point', () => {
    const bench = new TestBench()
    bench.select([boxed(bench).id])
    const tool = copyTool(bench)
    tool.press(pointer(0, 0))
    bench.type('along', '2500')
    bench.type('turn', '90')
    bench.type('count', '3')
    tool.enter(pointer(10, 10))
    expect(shapes(bench).map((item) => corners(item)[0]![1])).toEqual([0, 2500, 5000, 7500])
    tool.press(pointer(4000, 0))
    expect(shapes(bench)).toHaveLength(5)
    bench.type('count', '99999')
    tool.enter(pointer(10, 0))
    expect(bench.refused).toHaveLength(1)
  })
  it('turns by a typed angle and from one direction to another', () => {
    const bench = new TestBench()
    bench.select([boxed(bench).id])
    const tool = rotateTool(bench)
    tool.press(pointer(0, 0))
    bench.type('turn', '90')
    tool.enter(pointer(1, 1))
    expect(corners(shapes(bench)[0]!)[1]).toEqual([0, 2000])
    tool.key!('a')
    tool.press(pointer(0, 0))
    tool.press(pointer(0, 500))
    tool.press(pointer(500, 0))
    expect(corners(shapes(bench)[0]!)[1]).toEqual([2000, 0])
  })
  it('mirrors with the original kept or not, and says which', () => {
    const bench = new TestBench()
    bench.select([boxed(bench).id])
    const tool = mirrorTool(bench)
    tool.press(pointer(3000, 0))
    expect(tool.remark!(pointer(3000, 10))).toContain('the original stays')
    tool.press(pointer(3000, 100))
    tool.key!('k')
    tool.press(pointer(0, 5000))
    tool.press(pointer(10, 5000))
    expect(shapes(bench).map((item) => Math.min(...corners(item).map(([x]) => x!)))).toEqual([0, 4000])
    expect(Math.min(...corners(shapes(bench)[0]!).map(([, y]) => y!))).toBe(9000)
  })
  it('scales a measured distance to a typed one, what is selected alone', () => {
    const bench = new TestBench()
    const one = boxed(bench)
    boxed(bench, 5000, 0)
    bench.select([one.id])
    const tool = scaleTool(bench)
    for (const [x, y] of [
      [0, 0],
      [0, 0],
      [2000, 0],
    ] as const)
      tool.press(pointer(x, y))
    expect(tool.remark!(pointer(0, 0))).toBe('')
    bench.type('known', '3m')
    expect(tool.remark!(pointer(0, 0))).toContain('factor 1.5')
    tool.enter(pointer(0, 0))
    expect(corners(shapes(bench)[0]!)[2]).toEqual([3000, 1500])
    expect(corners(shapes(bench)[1]!)[2]).toEqual([7000, 1000])
  })
  it('stretches, aligns and repeats', () => {
    const bench = new TestBench()
    const one = boxed(bench)
    const stretch = stretchTool(bench)
    stretch.press(pointer(1500, -100))
    stretch.press(pointer(2500, 1500))
    stretch.press(pointer(0, 0))
    bench.type('along', '400')
    bench.type('turn', '0')
    stretch.enter(pointer(1, 0))
    expect(corners(shapes(bench)[0]!)[1]).toEqual([2400, 0])
    bench.select([one.id])
    const align = alignTool(bench)
    for (const [x, y] of [
      [0, 0],
      [100, 100],
      [2400, 0],
      [100, 900],
    ] as const)
      align.press(pointer(x, y))
    expect(corners(shapes(bench)[0]!)[1]).toEqual([100, 2500])
    const repeat = repeatTool(bench)
    repeat.key!('a')
    repeat.key!('a')
    repeat.press(pointer(5000, 5000))
    bench.type('count', '4')
    repeat.enter(pointer(0, 0))
    expect(shapes(bench)).toHaveLength(4)
    expect(bench.all('repeat')[0]!.pattern).toMatchObject({ how: 'around', step: Math.PI / 2 })
  })
  it('works on the line pointed to, shows what goes, and says what cannot be', () => {
    const bench = new TestBench()
    boxed(bench)
    const chain = chainTool(bench, { label: 'Line', layer: 'layer-lines' })
    chain.press(pointer(500, -500))
    chain.press(pointer(500, 1500))
    chain.enter(pointer(500, 1500))
    const trim = trimTool(bench)
    expect(trim.gone!(pointer(500, 1200))).toHaveLength(1)
    trim.press(pointer(500, 1200))
    expect(corners(shapes(bench)[1]!)[1]).toEqual([500, 1000])
    extendTool(bench).press(pointer(500, -400))
    expect(bench.refused).toEqual(['Nothing lies ahead of this end.'])
    const split = splitTool(bench)
    bench.type('from', '300')
    split.press(pointer(500, -450))
    bench.clearTyped()
    expect(shapes(bench)).toHaveLength(3)
    const join = joinTool(bench)
    join.press(pointer(500, -400))
    join.press(pointer(500, 400))
    join.enter(null)
    expect(shapes(bench)).toHaveLength(2)
    const offset = offsetTool(bench)
    offset.press(pointer(0, 800))
    bench.type('by', '5m')
    offset.enter(pointer(300, 800))
    expect(bench.refused[1]).toMatch(/nothing of the outline/)
    trim.press(pointer(9000, 9000))
    expect(bench.refused[2]).toMatch(/no line or wall here/)
  })
  it('corners remember their sizes; traits go from one to others', () => {
    const bench = new TestBench()
    boxed(bench)
    const round = cornerTool(bench, 'Round')
    bench.type('size', '250')
    round.press(pointer(1000, 0))
    round.key!('e')
    expect(bench.values.roundRadius).toBe(250)
    expect(pathArea(shapePath(shapes(bench)[0]!.shape))).toBeCloseTo(2e6 - (4 - Math.PI) * 62_500, 3)
    bench.clearTyped()
    const circle = circleTool(bench)
    circle.press(pointer(5000, 0))
    circle.press(pointer(5400, 0))
    bench.edit('Layer', (project) => ({
      put: [{ ...project.need('linework', shapes(bench)[1]!.id), layer: 'layer-overhead' }],
      drop: [],
    }))
    const traits = traitsTool(bench)
    traits.press(pointer(5400, 0))
    traits.press(pointer(1000, 0))
    expect(shapes(bench)[0]!.layer).toBe('layer-overhead')
  })
})

describe('filling', () => {
  it('tells the area before, fills it, and marks a leak instead of flooding', () => {
    const bench = new TestBench()
    boxed(bench)
    bench.values.filling = { with: 'tone', tone: 0.6 }
    const tool = hatchTool(bench)
    expect(tool.remark!(pointer(1000, 500))).toBe('2.0 m²')
    tool.press(pointer(1000, 500))
    expect(bench.all('hatch')).toHaveLength(1)
    const chain = chainTool(bench, { label: 'Line', layer: 'layer-lines' })
    for (const [x, y] of [
      [5000, 0],
      [6000, 0],
      [6000, 1000],
      [5000, 1000],
      [5000, 30],
    ] as const)
      chain.press(pointer(x, y))
    chain.enter(null)
    tool.press(pointer(5500, 500))
    expect(bench.refused[0]).toContain('leaks through a gap of 30')
    expect(tool.gone!(null)).toHaveLength(2)
    expect(bench.all('hatch')).toHaveLength(1)
    bench.type('gap', '50')
    tool.enter(pointer(5500, 500))
    tool.press(pointer(5500, 500))
    expect(bench.all('hatch')).toHaveLength(2)
  })
})

describe('setting out and further walls', () => {
  it('names grid lines on, turns the axes, sets guides beside edges', () => {
    const bench = new TestBench()
    const grid = gridTool(bench)
    for (const [x, y, x2, y2] of [
      [0, 0, 0, 5000],
      [3000, 0, 3000, 5000],
      [0, 1000, 5000, 1000],
    ] as const) {
      grid.press(pointer(x, y))
      grid.press(pointer(x2, y2))
    }
    expect(bench.all('gridLine').map((line) => line.name)).toEqual(['1', '2', 'A'])
    const guide = guideTool(bench)
    guide.key!('a')
    guide.press(pointer(0, 2500))
    bench.type('by', '700')
    guide.enter(pointer(400, 2500))
    expect(round(bench.all('guide')[0]!.through.x)).toBe(700)
    const axes = axesTool(bench)
    bench.type('turn', '100')
    axes.enter(null)
    expect(round(bench.project.need('drawing', bench.board.id).axes! * (180 / Math.PI))).toBe(10)
  })
  it('walls in a rectangle by inside size, beside a wall, along a line; a column', () => {
    const bench = new TestBench()
    bench.values.wallType = 'wall-type-block-140'
    const box = wallBoxTool(bench)
    box.key!('i')
    box.press(pointer(0, 0))
    bench.type('width', '4m')
    bench.type('depth', '3m')
    box.enter(pointer(10, 10))
    expect(bench.scene.building.cutArea()).toBeCloseTo(4280 * 3280 - 12e6, 3)
    const beside = wallBesideTool(bench)
    beside.press(pointer(2000, -70))
    bench.type('clear', '1200')
    beside.enter(pointer(2000, 800))
    const all = bench.all('wall')
    expect(all[all.length - 1]!.a.y).toBeCloseTo(1200, 6)
    const arc = arcTool(bench)
    for (const [x, y] of [
      [9000, 0],
      [8000, 1000],
      [7000, 0],
    ] as const)
      arc.press(pointer(x, y))
    bench.values.reference = 'centre'
    wallAlongTool(bench).press(pointer(8000, 1000))
    expect(bench.all('wall')[5]!.sweep).toBeCloseTo(Math.PI, 6)
    const column = columnTool(bench)
    bench.type('width', '450')
    column.press(pointer(2000, 2000))
    expect(bench.all('column')[0]!.section).toEqual({ form: 'rectangular', width: 450, depth: 300 })
    expect(bench.scene.building.faults()).toBe(0)
  })
})
