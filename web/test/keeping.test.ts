import { describe, expect, it } from 'vitest'
import { shapePath } from '@lamina/core/linework'
import { curveTool } from '../src/tools/draw'
import { offsetTool } from '../src/tools/edges'
import { hatchTool } from '../src/tools/fill'
import { chainTool } from '../src/tools/polyline'
import { gridTool, guideTool } from '../src/tools/setOut'
import { copyTool } from '../src/tools/transforms'
import { wallTool } from '../src/tools/wall'
import { TestBench, pointer } from './bench'

const round = (n: number): number => Math.round(n * 1e4) / 1e4 + 0

describe('what is drawn is kept', () => {
  it('a chain of lines by Escape, at one step; Backspace takes back its last point', () => {
    const bench = new TestBench()
    const tool = chainTool(bench, { label: 'Line', layer: 'layer-lines' })
    for (const [x, y] of [
      [0, 0],
      [1000, 0],
      [1000, 500],
      [5000, 5000],
    ] as const)
      tool.press(pointer(x, y))
    expect(tool.unpoint!()).toBe(true)
    expect(tool.last()).toEqual({ x: 1000, y: 500 })
    expect(tool.back()).toBe(true)
    const [line] = bench.all('linework')
    expect(shapePath(line!.shape).vertices.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [1000, 0],
      [1000, 500],
    ])
    expect(tool.back()).toBe(false)
    expect(bench.all('linework')).toHaveLength(1)
  })
  it('a chain of one point is nothing yet', () => {
    const bench = new TestBench()
    const tool = chainTool(bench, { label: 'Line', layer: 'layer-lines' })
    tool.press(pointer(0, 0))
    expect(tool.unpoint!()).toBe(true)
    expect(tool.unpoint!()).toBe(false)
    tool.press(pointer(0, 0))
    expect(tool.back()).toBe(true)
    tool.leave!()
    expect(bench.all('linework')).toEqual([])
  })
  it('when another tool is taken up in the middle: lines, clouds as outlines, curves', () => {
    const bench = new TestBench()
    const cloud = chainTool(bench, { label: 'Cloud', layer: 'layer-revisions', cloudPaperMm: 6 })
    for (const [x, y] of [
      [0, 0],
      [1000, 0],
      [1000, 500],
    ] as const)
      cloud.press(pointer(x, y))
    cloud.leave!()
    const curve = curveTool(bench)
    curve.press(pointer(0, 0))
    curve.leave!()
    curve.press(pointer(1000, 800))
    curve.press(pointer(2000, 0))
    expect(curve.back()).toBe(true)
    const [a, b] = bench.all('linework')
    expect(a!.shape.form === 'path' && a!.shape.path).toEqual({
      vertices: [
        { x: 0, y: 0, sweep: 0 },
        { x: 1000, y: 0, sweep: 0 },
        { x: 1000, y: 500, sweep: 0 },
      ],
      closed: true,
    })
    expect(b!.shape.form === 'curve' && b!.shape.points.length).toBe(3)
  })
  it('walls one by one: Backspace takes the last back, and the run goes on from there', () => {
    const bench = new TestBench()
    bench.values.wallType = 'wall-type-block-140'
    const tool = wallTool(bench)
    tool.press(pointer(0, 0))
    tool.press(pointer(3000, 0))
    tool.press(pointer(3000, 2000))
    expect(tool.unpoint!()).toBe(true)
    expect(bench.all('wall')).toHaveLength(1)
    expect(tool.last()).toEqual({ x: 3000, y: 0 })
    // Taken back in another way, the run knows it too.
    bench.undo()
    expect(tool.last()).toEqual({ x: 0, y: 0 })
    tool.press(pointer(0, 4000))
    expect(bench.all('wall').map(({ a, b }) => [a.x, a.y, b.x, b.y])).toEqual([[0, 0, 0, 4000]])
    expect(tool.unpoint!()).toBe(true)
    expect(tool.unpoint!()).toBe(true)
    expect(tool.unpoint!()).toBe(false)
    expect(bench.all('wall')).toEqual([])
  })
})

describe('setting out goes on', () => {
  const grid = (bench: TestBench): void => {
    const tool = gridTool(bench)
    tool.press(pointer(0, 0))
    tool.press(pointer(0, 9000))
  }
  it('a grid line set off several times is named on', () => {
    const bench = new TestBench()
    grid(bench)
    const tool = offsetTool(bench)
    tool.press(pointer(0, 4000))
    bench.type('by', '4500')
    bench.type('count', '3')
    tool.enter(pointer(800, 4000))
    expect(bench.refused).toEqual([])
    expect(bench.all('gridLine').map(({ name, a }) => [name, round(a.x)])).toEqual([
      ['1', 0],
      ['2', 4500],
      ['3', 9000],
      ['4', 13500],
    ])
  })
  it('a copied grid line takes the next name', () => {
    const bench = new TestBench()
    grid(bench)
    bench.select([bench.all('gridLine')[0]!.id])
    const tool = copyTool(bench)
    tool.press(pointer(0, 0))
    tool.press(pointer(6000, 0))
    expect(bench.all('gridLine').map(({ name }) => name)).toEqual(['1', '2'])
  })
  it('a guide is set off square to itself', () => {
    const bench = new TestBench()
    const tool = guideTool(bench)
    tool.press(pointer(0, 0))
    bench.type('turn', '30')
    tool.enter(pointer(1000, 0))
    const offset = offsetTool(bench)
    offset.press(pointer(Math.sqrt(3) * 1000, 1000))
    bench.type('by', '500')
    offset.enter(pointer(0, 3000))
    const [, second] = bench.all('guide')
    expect([round(second!.through.x), round(second!.through.y)]).toEqual([
      -250,
      round(500 * Math.cos(Math.PI / 6)),
    ])
    expect(round((second!.angle * 180) / Math.PI)).toBe(30)
  })
})

describe('the hatch tool', () => {
  it('keeps what it found while the pointer stays in it, but not its filling', () => {
    const bench = new TestBench()
    const box = chainTool(bench, { label: 'Line', layer: 'layer-lines' })
    for (const [x, y] of [
      [0, 0],
      [2000, 0],
      [2000, 1000],
      [0, 1000],
      [0, 0],
    ] as const)
      box.press(pointer(x, y))
    bench.values.filling = { with: 'tone', tone: 0.2 }
    const tool = hatchTool(bench)
    expect(tool.remark!(pointer(500, 500))).toBe('2.0 m²')
    expect(tool.remark!(pointer(3000, 500))).toBe('')
    expect(tool.remark!(pointer(1500, 500))).toBe('2.0 m²')
    bench.values.filling = { with: 'tone', tone: 0.7 }
    tool.press(pointer(1600, 400))
    const [hatch] = bench.all('hatch')
    expect(hatch!.filling).toEqual({ with: 'tone', tone: 0.7 })
    expect(hatch!.region).toEqual({ by: 'point', at: { x: 1600, y: 400 }, gap: 0 })
  })
})
