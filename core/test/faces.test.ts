import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver, solverOf } from '../src/building'
import {
  boundingField,
  draftField,
  findRegion,
  hatchItems,
  hatchOutlines,
  lineworkItems,
  sceneOf,
} from '../src/derive'
import { circlePath, distance, edgesOf, pathArea, pathOfPoints, type Edge, type Path } from '../src/geometry'
import { leakAround, regionArea, regionAround } from '../src/linework'
import type { Hatch, Shape } from '../src/records'
import { spacesOf } from '../src/rooms'
import { dashedPoints } from '../src/display'
import { LEVEL, PLAN, chain, drafted, opening, projectWith, wall } from './wallFixture'

const box = (x: number, y: number, width: number, height: number): Edge[] =>
  edgesOf(
    pathOfPoints(
      [
        { x, y },
        { x: x + width, y },
        { x: x + width, y: y + height },
        { x, y: y + height },
      ],
      true,
    ),
  )
const line = (ax: number, ay: number, bx: number, by: number): Edge => ({
  a: { x: ax, y: ay },
  b: { x: bx, y: by },
  sweep: 0,
})
const area = (edges: Edge[], x: number, y: number, gap = 0): number | null => {
  const region = regionAround(edges, { x, y }, gap)
  return region.found ? Math.round(regionArea(region.outer, region.islands) * 1e3) / 1e3 : null
}

describe('the area around a point', () => {
  const room = box(0, 0, 4000, 3000)
  it('is a room', () => expect(area(room, 100, 100)).toBe(12e6))
  it('ends at a partition that crosses it', () => {
    expect(area([...room, line(1000, -200, 1000, 3500)], 500, 500)).toBe(3e6)
    expect(area([...room, line(1000, -200, 1000, 3500)], 1500, 500)).toBe(9e6)
  })
  it('leaves islands out, and what lies in an island', () => {
    const island = box(1000, 1000, 500, 500)
    const inner = box(1100, 1100, 100, 100)
    expect(area([...room, ...island, ...inner], 10, 10)).toBe(12e6 - 250_000)
    expect(area([...room, ...island, ...inner], 1010, 1010)).toBe(250_000 - 10_000)
    expect(area([...room, ...edgesOf(circlePath({ x: 2000, y: 1500 }, 500))], 10, 10)).toBeCloseTo(
      12e6 - Math.PI * 250_000,
      0,
    )
  })
  it('passes over lines that end loose in it, and doubled ones', () => {
    expect(area([...room, line(0, 1000, 1500, 1000), ...room], 100, 100)).toBe(12e6)
  })
  it('keeps to curves', () => {
    const arch: Edge[] = [line(0, 0, 1000, 0), { a: { x: 1000, y: 0 }, b: { x: 0, y: 0 }, sweep: Math.PI }]
    expect(area(arch, 500, 100)).toBeCloseTo((Math.PI * 500 * 500) / 2, 2)
  })
  it('leaks where it is open, told by the narrowest place', () => {
    const open = [...room.slice(0, 3), line(0, 3000, 0, 40)]
    expect(regionAround(open, { x: 100, y: 100 }, 0).found).toBe(false)
    expect(leakAround(open, { x: 100, y: 100 })!.width).toBeCloseTo(40, 6)
    expect(area(open, 100, 100, 50)).toBe(12e6)
    expect(regionAround(open, { x: -100, y: 100 }, 0).found).toBe(false)
  })
  it('of two gaps names the one that lets it out last', () => {
    const open = [
      line(10, 0, 4000, 0),
      line(4000, 0, 4000, 3000),
      line(4000, 3000, 0, 3000),
      line(0, 3000, 0, 80),
    ]
    const region = regionAround(open, { x: 100, y: 100 }, 0)
    expect(region.found).toBe(false)
    expect(leakAround(open, { x: 100, y: 100 })!.width).toBeCloseTo(Math.hypot(10, 80), 0)
  })
  it('leaks through the narrowest gap that shuts it: narrower ones alone leave it open', () => {
    const place = fc.integer({ min: 0, max: 40 }).map((n) => n * 100)
    const edges = fc.array(
      fc.record({ x: place, y: place, length: fc.integer({ min: 3, max: 40 }), across: fc.boolean() }),
      { minLength: 4, maxLength: 24 },
    )
    let shut = 0
    fc.assert(
      fc.property(edges, (all) => {
        const lines = all.map(({ x, y, length, across }) =>
          across ? line(x, y, x + length * 100, y + 7) : line(x, y, x + 9, y + length * 100),
        )
        const p = { x: 2011, y: 1987 }
        const leak = leakAround(lines, p)
        if (regionAround(lines, p, 0).found) expect(leak).toBeNull()
        else if (leak) {
          shut++
          expect(regionAround(lines, p, leak.width + 0.01).found).toBe(true)
          expect(regionAround(lines, p, leak.width - 0.01).found).toBe(false)
        } else expect(regionAround(lines, p, 1500).found).toBe(false)
      }),
      { numRuns: 200 },
    )
    expect(shut).toBeGreaterThan(20)
  })
  it('adds up: cells cut out of a rectangle by any lines fill it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ at: fc.integer({ min: 1, max: 39 }), across: fc.boolean() }), { maxLength: 6 }),
        (cuts) => {
          const xs = [0, ...new Set(cuts.filter((cut) => cut.across).map((cut) => cut.at * 100)), 4000].sort(
            (a, b) => a - b,
          )
          const ys = [
            0,
            ...new Set(cuts.filter((cut) => !cut.across && cut.at < 30).map((cut) => cut.at * 100)),
            3000,
          ].sort((a, b) => a - b)
          const edges = [
            ...room,
            ...xs.slice(1, -1).map((x) => line(x, -50, x, 3050)),
            ...ys.slice(1, -1).map((y) => line(-50, y, 4050, y)),
          ]
          let sum = 0
          for (let i = 1; i < xs.length; i++)
            for (let j = 1; j < ys.length; j++)
              sum += area(edges, (xs[i]! + xs[i - 1]!) / 2, (ys[j]! + ys[j - 1]!) / 2)!
          expect(sum).toBeCloseTo(12e6, 0)
        },
      ),
      { numRuns: 30 },
    )
  })
})

describe('a hatch', () => {
  const hatch = (region: Hatch['region'], outlines: Path[]): Hatch => ({
    id: 'hatch',
    kind: 'hatch',
    drawing: PLAN.id,
    layer: 'layer-hatches',
    region,
    outlines: outlines as Hatch['outlines'],
    filling: {
      with: 'pattern',
      pattern: 'tiles',
      width: 1,
      height: 1,
      turn: 0,
      origin: { x: 0, y: 0 },
      unit: { width: 500, height: 250 },
    },
  })
  const room = [
    wall('s', [0, 0, 4000, 0]),
    wall('e', [4000, 0, 4000, 3000]),
    wall('n', [4000, 3000, 0, 3000]),
    wall('w', [0, 3000, 0, 0]),
  ]
  it.each(['left', 'centre', 'right'] as const)(
    'ends at a doorway from both sides, as the rooms do, with the wall drawn on its %s',
    (reference) => {
      const project = projectWith(
        PLAN,
        ...room,
        wall('middle', [1800, 0, 1800, 3000], 'block-140', reference),
        opening('door', 'middle', 1500, 900),
      )
      const field = boundingField(sceneOf(project, PLAN))
      const spaces = spacesOf(project, solverOf(project, LEVEL))
      for (const x of [900, 2900]) {
        const region = findRegion(field, { x, y: 1500 }, 0)
        const space = spaces.at({ x, y: 1500 })!
        expect(region.found && regionArea(region.outer, region.islands)).toBeCloseTo(space.area, 3)
      }
      // The room to the west ends at the west face.
      const face = 1800 - { left: 0, centre: 70, right: 140 }[reference]
      expect(spaces.at({ x: 900, y: 1500 })!.area).toBeCloseTo((face - 70) * 2860, 3)
    },
  )
  it('fills a room between its walls, and follows when a wall moves', () => {
    const project = projectWith(PLAN, ...room)
    const solver = new LevelSolver(project, LEVEL)
    const region = findRegion(draftField(sceneOf(project, PLAN)), { x: 2000, y: 1500 }, 0)
    expect(region.found && pathArea(region.outer)).toBeCloseTo(3860 * 2860, 3)
    const record = hatch(
      { by: 'point', at: { x: 2000, y: 1500 }, gap: 0 },
      region.found ? [region.outer] : [],
    )
    const change = {
      put: [
        { ...room[1]!, a: { x: 5000, y: 0 }, b: { x: 5000, y: 3000 } },
        { ...room[0]!, b: { x: 5000, y: 0 } },
        { ...room[2]!, a: { x: 5000, y: 3000 } },
      ],
      drop: [],
    }
    project.apply(change)
    solver.follow()
    const now = hatchOutlines(project, record, () => draftField(sceneOf(project, PLAN)))
    expect(now.found).toBe(true)
    expect(pathArea(now.outlines[0]!)).toBeCloseTo(4860 * 2860, 3)
  })
  it('that leaks keeps its last outline', () => {
    const project = projectWith(PLAN, ...room.slice(1))
    const last = pathOfPoints(
      [
        { x: 0, y: 0 },
        { x: 9, y: 0 },
        { x: 9, y: 9 },
      ],
      true,
    )
    const record = hatch({ by: 'point', at: { x: 2000, y: 1500 }, gap: 0 }, [last])
    expect(hatchOutlines(project, record, () => draftField(sceneOf(project, PLAN)))).toEqual({
      outlines: [last],
      found: false,
    })
  })
  it('lays tiles of a typed size from its origin', () => {
    const project = projectWith(PLAN)
    const outline = pathOfPoints(
      [
        { x: -10, y: -10 },
        { x: 990, y: -10 },
        { x: 990, y: 490 },
        { x: -10, y: 490 },
      ],
      true,
    )
    const [item] = hatchItems(project, hatch({ by: 'outline' }, []), [outline], 50)
    const xs = new Set<number>()
    const ys = new Set<number>()
    if (item?.kind !== 'segments') throw new Error('no lines')
    for (let i = 0; i < item.points.length; i += 4) {
      if (item.points[i] === item.points[i + 2]) xs.add(item.points[i]!)
      else ys.add(item.points[i + 1]!)
    }
    expect([...xs].sort((a, b) => a - b)).toEqual([0, 500])
    expect([...ys].sort((a, b) => a - b)).toEqual([0, 250])
  })
})

describe('dashes', () => {
  it('start and end whole on every straight run', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 5000 }), (length) => {
        const points = dashedPoints(
          pathOfPoints(
            [
              { x: 0, y: 0 },
              { x: length, y: 0 },
            ],
            false,
          ),
          [30, 12],
          10,
        )!
        const dashes: number[] = []
        for (let i = 0; i < points.length; i += 4) dashes.push(points[i + 2]! - points[i]!)
        expect(points[0]).toBe(0)
        expect(points[points.length - 2]).toBeCloseTo(length, 6)
        for (const dash of dashes) expect(dash).toBeCloseTo(dashes[0]!, 6)
        // Fitted, never by more than half a period in the whole line.
        expect(Math.abs(dashes[0]! / 30 - 1)).toBeLessThan(0.25)
      }),
    )
  })
  it('meet in corners', () => {
    const points = dashedPoints(
      pathOfPoints(
        [
          { x: 0, y: 0 },
          { x: 500, y: 0 },
          { x: 500, y: 333 },
        ],
        false,
      ),
      [30, 12],
      10,
    )!
    const ends = []
    for (let i = 0; i < points.length; i += 2) ends.push({ x: points[i]!, y: points[i + 1]! })
    expect(ends.filter((p) => distance(p, { x: 500, y: 0 }) < 1e-6)).toHaveLength(2)
  })
  it('run round a circle in whole periods', () => {
    const project = projectWith(PLAN)
    const shape: Shape = { form: 'circle', centre: { x: 0, y: 0 }, radius: 1000 }
    const [item] = lineworkItems(project, drafted('c', shape, 'layer-overhead'), 50)
    expect(item!.kind).toBe('segments')
    expect(lineworkItems(project, drafted('l', chain([0, 0, 9, 9])), 50)[0]!.kind).toBe('path')
  })
})
