import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import {
  EditRefused,
  addLinework,
  alignMap,
  breakApart,
  clip,
  copyItems,
  cornerItems,
  easeCorners,
  editRepeat,
  extendItem,
  groupItems,
  joinItems,
  lengthenItem,
  mapItems,
  mirrorAbout,
  offsetItem,
  paste,
  putOnLayer,
  readClipping,
  removeItems,
  removeLayer,
  reorderItems,
  repeatItems,
  scaleAbout,
  splitItem,
  stretchBox,
  takeTraits,
  trimItem,
} from '../src/edit'
import { moveBy, pathArea, pathLength } from '../src/geometry'
import { repeatMaps, lineWord, shapePath, turnAbout } from '../src/linework'
import {
  type AnyRecord,
  type Change,
  type Linework,
  type Opening,
  type Placement,
  type Project,
  type Shape,
  type Wall,
} from '../src/records'
import { STANDARD_BLOCKS } from '../src/library'
import { LEVEL, PLAN, chain, drafted, opening, projectWith, wall } from './wallFixture'

let counter = 0
const makeId = (): string => `n${++counter}`
const round = (n: number): number => Math.round(n * 1e4) / 1e4 + 0
const corners = (record: AnyRecord | undefined): number[][] =>
  shapePath((record as Linework).shape).vertices.map(({ x, y }) => [round(x), round(y)])

class Table {
  readonly project: Project
  readonly solver: LevelSolver
  constructor(...records: AnyRecord[]) {
    this.project = projectWith(PLAN, ...STANDARD_BLOCKS, ...records)
    this.solver = new LevelSolver(this.project, LEVEL)
  }
  readonly drawing = PLAN
  /** Makes a change as the program would; gives what takes it back. */
  do(change: Change): Change {
    this.project.check(change)
    const inverse = this.project.apply(change)
    this.solver.follow()
    return inverse
  }
  line(id: string): Linework {
    return this.project.need('linework', id)
  }
  get lines(): Linework[] {
    return this.project.all('linework')
  }
}

const horizontal = drafted('h', chain([0, 0, 4000, 0]))
const upright = drafted('u', chain([1000, -1000, 1000, 1000]))

describe('new lines', () => {
  const table = new Table()
  const add = (shape: Shape): Change =>
    addLinework(table.project, { drawing: PLAN.id, layer: 'layer-lines', shape }, makeId)
  it.each([
    ['Line', chain([0, 0, 5, 0])],
    ['Polyline', chain([0, 0, 5, 0, 5, 5])],
    ['Rectangle', chain([0, 0, 5, 0, 5, 5, 0, 5], true)],
    ['Outline', chain([0, 0, 5, 0, 6, 5, 0, 5], true)],
    ['Circle', { form: 'circle', centre: { x: 0, y: 0 }, radius: 5 }],
    [
      'Arc',
      {
        form: 'path',
        path: {
          vertices: [
            { x: 0, y: 0, sweep: 1 },
            { x: 5, y: 0, sweep: 0 },
          ],
          closed: false,
        },
      },
    ],
  ] as [string, Shape][])('%s', (word, shape) => {
    expect(lineWord({ shape })).toBe(word)
    expect(() => table.project.check(add(shape))).not.toThrow()
  })
  it.each([
    ['zero length', chain([3, 3, 3, 3]), /some length/],
    ['an outline that crosses itself', chain([0, 0, 100, 100, 100, 0, 0, 100], true), /cross itself/],
    ['a circle of no radius', { form: 'circle', centre: { x: 0, y: 0 }, radius: 0 }, /radius/],
    [
      'a flat ellipse',
      { form: 'ellipse', centre: { x: 0, y: 0 }, major: { x: 0, y: 0 }, ratio: 1, from: 0, sweep: 6 },
      /half axes/,
    ],
    ['no number', chain([0, 0, NaN, 4]), /further/],
    ['beyond a thousand kilometres', chain([0, 0, 2e9, 4]), /further/],
  ] as [string, Shape, RegExp][])('%s is refused', (_, shape, sentence) => {
    expect(() => add(shape)).toThrow(sentence)
  })
})

describe('trim, extend, split, join', () => {
  it('takes the piece between crossings that was pointed to', () => {
    const table = new Table(horizontal, upright, drafted('v', chain([3000, -1000, 3000, 1000])))
    table.do(trimItem(table.project, table.drawing, 'h', { x: 2000, y: 5 }, undefined, makeId))
    expect(table.lines.filter((each) => each.shape.form === 'path').map(corners)).toEqual([
      [
        [0, 0],
        [1000, 0],
      ],
      [
        [1000, -1000],
        [1000, 1000],
      ],
      [
        [3000, -1000],
        [3000, 1000],
      ],
      [
        [3000, 0],
        [4000, 0],
      ],
    ])
  })
  it('opens a circle between two crossings', () => {
    const table = new Table(
      drafted('c', { form: 'circle', centre: { x: 0, y: 0 }, radius: 500 }),
      drafted('l', chain([-900, 0, 900, 0])),
    )
    table.do(trimItem(table.project, table.drawing, 'c', { x: 0, y: 490 }, undefined, makeId))
    const { path } = table.line('c').shape as Extract<Shape, { form: 'path' }>
    expect(path.closed).toBe(false)
    expect(pathLength(path)).toBeCloseTo(Math.PI * 500, 4)
  })
  it('cuts lines at the faces of walls', () => {
    const table = new Table(wall('w', [1000, -2000, 1000, 2000]), horizontal)
    table.do(trimItem(table.project, table.drawing, 'h', { x: 3000, y: 0 }, undefined, makeId))
    expect(corners(table.line('h'))).toEqual([
      [0, 0],
      [1070, 0],
    ])
  })
  it('says so when nothing crosses', () => {
    const table = new Table(horizontal)
    expect(() => trimItem(table.project, table.drawing, 'h', { x: 1, y: 0 }, undefined, makeId)).toThrow(
      /Nothing crosses/,
    )
    expect(() => extendItem(table.project, table.drawing, 'h', { x: 1, y: 0 }, undefined)).toThrow(/ahead/)
  })
  it('runs on to the first edge ahead, along a circle for an arc', () => {
    const arc = drafted('a', {
      form: 'path',
      path: {
        closed: false,
        vertices: [
          { x: 500, y: 0, sweep: Math.PI / 2 },
          { x: 0, y: 500, sweep: 0 },
        ],
      },
    })
    const table = new Table(
      drafted('s', chain([0, 100, 400, 100])),
      upright,
      drafted('x', chain([-900, 0, 0, 0])),
      arc,
    )
    table.do(extendItem(table.project, table.drawing, 's', { x: 380, y: 100 }, ['u']))
    expect(corners(table.line('s'))[1]).toEqual([1000, 100])
    table.do(extendItem(table.project, table.drawing, 'a', { x: 0, y: 500 }, ['x']))
    expect(corners(table.line('a'))[1]).toEqual([-500, 0])
    expect(pathLength(shapePath(table.line('a').shape))).toBeCloseTo(Math.PI * 500, 4)
  })
  it('lengthens by a distance', () => {
    const table = new Table(horizontal)
    table.do(lengthenItem(table.project, 'h', { x: 3900, y: 0 }, 250))
    table.do(lengthenItem(table.project, 'h', { x: 10, y: 0 }, -50))
    expect(corners(table.line('h'))).toEqual([
      [50, 0],
      [4250, 0],
    ])
  })
  it('splits and joins back', () => {
    const table = new Table(horizontal)
    table.do(splitItem(table.project, 'h', { x: 1500, y: 3 }, makeId))
    expect(table.lines.map((each) => pathLength(shapePath(each.shape)))).toEqual([1500, 2500])
    table.do(
      joinItems(
        table.project,
        table.lines.map((each) => each.id),
      ),
    )
    expect(table.lines).toHaveLength(1)
    expect(corners(table.line('h'))).toEqual([
      [0, 0],
      [4000, 0],
    ])
  })
  it('joins a chain in any order and closes it; the first keeps its layer', () => {
    const table = new Table(
      drafted('a', chain([0, 0, 100, 0]), 'layer-outlines'),
      drafted('b', chain([0, 100, 100, 100])),
      drafted('c', chain([0, 100, 0, 0])),
      drafted('d', chain([100, 100, 100, 0])),
    )
    table.do(joinItems(table.project, ['a', 'b', 'c', 'd']))
    expect(table.lines).toHaveLength(1)
    expect(table.line('a').layer).toBe('layer-outlines')
    expect(Math.abs(pathArea(shapePath(table.line('a').shape)))).toBe(10_000)
  })
  it('refuses to join what does not meet', () => {
    const table = new Table(horizontal, drafted('far', chain([0, 50, 10, 90])))
    expect(() => joinItems(table.project, ['h', 'far'])).toThrow(/do not meet/)
  })
})

describe('corners', () => {
  const a = drafted('a', chain([0, 0, 900, 0]))
  const b = drafted('b', chain([1000, 100, 1000, 800]))
  it('are brought together, the pointed sides kept', () => {
    const table = new Table(a, b)
    table.do(
      cornerItems(
        table.project,
        { id: 'a', at: { x: 100, y: 0 } },
        { id: 'b', at: { x: 1000, y: 700 } },
        { radius: 0 },
        makeId,
      ),
    )
    expect(corners(table.line('a'))).toEqual([
      [0, 0],
      [1000, 0],
    ])
    expect(corners(table.line('b'))).toEqual([
      [1000, 0],
      [1000, 800],
    ])
  })
  it('are rounded by an arc that touches both', () => {
    const table = new Table(a, b)
    table.do(
      cornerItems(
        table.project,
        { id: 'a', at: { x: 100, y: 0 } },
        { id: 'b', at: { x: 1000, y: 700 } },
        { radius: 200 },
        makeId,
      ),
    )
    expect(corners(table.line('a'))[1]).toEqual([800, 0])
    expect(corners(table.line('b'))[0]).toEqual([1000, 200])
    const arc = table.lines[2]!
    expect(pathLength(shapePath(arc.shape))).toBeCloseTo((Math.PI / 2) * 200, 4)
  })
  it('are bevelled by two distances', () => {
    const table = new Table(a, b)
    table.do(
      cornerItems(
        table.project,
        { id: 'a', at: { x: 100, y: 0 } },
        { id: 'b', at: { x: 1000, y: 700 } },
        { back: 300, otherBack: 100 },
        makeId,
      ),
    )
    expect(corners(table.lines[2])).toEqual([
      [700, 0],
      [1000, 100],
    ])
  })
  it('of an outline are rounded all at once', () => {
    const table = new Table(drafted('o', chain([0, 0, 1000, 0, 1000, 600, 0, 600], true)))
    table.do(easeCorners(table.project, 'o', { radius: 100 }))
    // 1 000 × 600 less what four quarter rounds leave out: (4 − π) r².
    expect(pathArea(shapePath(table.line('o').shape))).toBeCloseTo(600_000 - (4 - Math.PI) * 10_000, 4)
  })
  it.each([
    ['parallel lines', chain([0, 50, 900, 50]), 0, /parallel/],
    ['a radius that does not fit', chain([1000, 100, 1000, 800]), 5000, /no room/],
  ])('%s: a sentence', (_, other, radius, sentence) => {
    const table = new Table(a, drafted('b', other))
    expect(() =>
      cornerItems(
        table.project,
        { id: 'a', at: { x: 100, y: 0 } },
        { id: 'b', at: { x: 950, y: 400 } },
        { radius },
        makeId,
      ),
    ).toThrow(sentence)
  })
  it('of two walls are brought together on their drawn lines', () => {
    const table = new Table(wall('p', [0, 0, 3000, 0]), wall('q', [4000, 500, 4000, 3000]))
    table.do(
      cornerItems(
        table.project,
        { id: 'p', at: { x: 100, y: 0 } },
        { id: 'q', at: { x: 4000, y: 2900 } },
        { radius: 0 },
        makeId,
      ),
    )
    expect(table.project.need('wall', 'p').b).toEqual({ x: 4000, y: 0 })
    expect(table.project.need('wall', 'q').a).toEqual({ x: 4000, y: 0 })
  })
})

describe('offset', () => {
  const box = drafted('o', chain([0, 0, 1000, 0, 1000, 600, 0, 600], true))
  it('goes to the side that was pointed to, several at once', () => {
    const table = new Table(box)
    table.do(offsetItem(table.project, 'o', { by: 100, towards: { x: 500, y: 300 }, count: 2 }, makeId))
    expect(table.lines.slice(1).map((each) => pathArea(shapePath(each.shape)))).toEqual([
      800 * 400,
      600 * 200,
    ])
    const out = offsetItem(table.project, 'o', { by: 100, towards: { x: -50, y: 300 } }, makeId)
    expect(pathArea(shapePath((out.put[0] as Linework).shape))).toBeCloseTo(1200 * 800, 6)
  })
  it('goes to both sides', () => {
    const table = new Table(horizontal)
    table.do(offsetItem(table.project, 'h', { by: 50, towards: { x: 0, y: 9 }, both: true }, makeId))
    expect(table.lines.slice(1).map((each) => corners(each)[0]![1])).toEqual([50, -50])
  })
  it('keeps a circle a circle', () => {
    const table = new Table(drafted('c', { form: 'circle', centre: { x: 0, y: 0 }, radius: 500 }))
    const { put } = offsetItem(table.project, 'c', { by: 120, towards: { x: 0, y: 0 } }, makeId)
    expect((put[0] as Linework).shape).toMatchObject({ form: 'circle', radius: expect.closeTo(380, 6) })
  })
  it('that swallows its outline is refused', () => {
    const table = new Table(box)
    expect(() => offsetItem(table.project, 'o', { by: 301, towards: { x: 500, y: 300 } }, makeId)).toThrow(
      /nothing of the outline/,
    )
    expect(() => offsetItem(table.project, 'o', { by: 0, towards: { x: 500, y: 300 } }, makeId)).toThrow(
      /above 0/,
    )
  })
})

describe('moving, turning, mirroring, scaling', () => {
  const door = { ...opening('d', 'w', 1000, 900), hand: 'start', side: 'left' } as Opening
  it('mirrored walls keep their sides and doors change hand', () => {
    const table = new Table(wall('w', [0, 0, 4000, 0], 'cavity-350', 'left'), door)
    table.do(mapItems(table.project, ['w'], mirrorAbout({ x: 5000, y: 0 }, { x: 5000, y: 100 })))
    const w = table.project.need('wall', 'w')
    // Drawn left to right again, so that its left face still looks the same way.
    expect([w.a.x, w.b.x]).toEqual([6000, 10_000])
    expect(w.reference).toBe('left')
    expect(table.project.need('opening', 'd')).toMatchObject({ along: 3000, hand: 'end', side: 'left' })
  })
  it('a block mirrored twice, or turned round, is where it was', () => {
    const table = new Table()
    const placement: Placement = {
      id: 'p',
      kind: 'placement',
      level: LEVEL,
      block: 'block-table-6',
      at: { x: 300, y: 700 },
      turn: 0.4,
      mirrored: false,
    }
    const block = table.project.all('block')[0]!.id
    table.do({ put: [{ ...placement, block }], drop: [] })
    const mirror = mirrorAbout({ x: 0, y: 0 }, { x: 3, y: 4 })
    table.do(mapItems(table.project, ['p'], mirror))
    expect(table.project.need('placement', 'p').mirrored).toBe(true)
    table.do(mapItems(table.project, ['p'], mirror))
    const now = table.project.need('placement', 'p')
    expect(now.mirrored).toBe(false)
    expect([now.turn, now.at.x, now.at.y].map(round)).toEqual([0.4, 300, 700])
  })
  it('a chain of maps and back restores every shape', () => {
    const shapes: Shape[] = [
      chain([0, 0, 100, 0, 100, 70]),
      { form: 'circle', centre: { x: 5, y: 6 }, radius: 7 },
      { form: 'ellipse', centre: { x: 1, y: 2 }, major: { x: 30, y: 10 }, ratio: 0.5, from: 0.3, sweep: 2 },
      {
        form: 'curve',
        points: [
          { x: 0, y: 0 },
          { x: 10, y: 20 },
          { x: 50, y: 5 },
        ],
        closed: false,
      },
    ]
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: 1, max: 9 }),
        (angle, factor) => {
          for (const shape of shapes) {
            const table = new Table(drafted('s', shape))
            const before = shapePath(table.line('s').shape).vertices
            const mirror = mirrorAbout({ x: 1, y: 1 }, { x: 4, y: -3 })
            for (const map of [
              turnAbout({ x: 9, y: 9 }, angle),
              mirror,
              scaleAbout({ x: 3, y: 4 }, factor),
              scaleAbout({ x: 3, y: 4 }, 1 / factor),
              mirror,
              turnAbout({ x: 9, y: 9 }, -angle),
            ])
              table.do(mapItems(table.project, ['s'], map))
            shapePath(table.line('s').shape).vertices.forEach((vertex, i) => {
              expect(Math.hypot(vertex.x - before[i]!.x, vertex.y - before[i]!.y)).toBeLessThan(0.05)
            })
          }
        },
      ),
      { numRuns: 20 },
    )
  })
  it('aligns by two pairs of points, scaled when asked', () => {
    const table = new Table(horizontal)
    table.do(
      mapItems(
        table.project,
        ['h'],
        alignMap({ x: 0, y: 0 }, { x: 4000, y: 0 }, { x: 100, y: 100 }, { x: 100, y: 2100 }, true),
      ),
    )
    expect(corners(table.line('h'))).toEqual([
      [100, 100],
      [100, 2100],
    ])
    expect(() => alignMap({ x: 0, y: 0 }, { x: 0, y: 0 }, { x: 1, y: 1 }, { x: 2, y: 2 }, true)).toThrow(
      EditRefused,
    )
  })
  it('copies walls with their openings, and dimensions that hold on to them', () => {
    const table = new Table(wall('w', [0, 0, 4000, 0]), door)
    table.do({
      put: [
        {
          id: 'dim',
          kind: 'dimension',
          drawing: PLAN.id,
          anchors: [
            { to: 'wallCorner', wall: 'w', end: 'a', side: 'left', last: { x: 0, y: 70 } },
            { to: 'wallCorner', wall: 'w', end: 'b', side: 'left', last: { x: 4000, y: 70 } },
          ],
          direction: 0,
          offset: { in: 'paper', paperMm: 10 },
        },
      ],
      drop: [],
    })
    table.do(copyItems(table.project, ['w', 'dim'], [moveBy(0, 3000), moveBy(0, 6000)], makeId))
    expect(table.project.all('wall')).toHaveLength(3)
    expect(table.project.all('opening')).toHaveLength(3)
    const hosts = table.project.all('dimension').map((each) => (each.anchors[0] as { wall: string }).wall)
    expect(new Set(hosts).size).toBe(3)
  })
  it('a locked layer holds everything', () => {
    const table = new Table(horizontal)
    table.do({ put: [{ ...table.project.need('layer', 'layer-lines'), locked: true }], drop: [] })
    for (const edit of [
      () => mapItems(table.project, ['h'], moveBy(1, 1)),
      () => removeItems(table.project, ['h']),
      () => splitItem(table.project, 'h', { x: 5, y: 0 }, makeId),
      () =>
        addLinework(
          table.project,
          { drawing: PLAN.id, layer: 'layer-lines', shape: chain([0, 0, 1, 1]) },
          makeId,
        ),
    ])
      expect(edit).toThrow(/locked/)
  })
})

describe('stretch', () => {
  it('moves what lies in the box and stretches what leaves it; openings stay in the building', () => {
    const table = new Table(
      wall('s', [0, 0, 6000, 0]),
      wall('e', [6000, 0, 6000, 4000]),
      wall('n', [6000, 4000, 0, 4000]),
      wall('w', [0, 4000, 0, 0]),
      opening('near', 's', 1500, 900),
      opening('far', 's', 5000, 900),
      drafted('l', chain([1000, 1000, 5500, 1000])),
    )
    table.do(
      stretchBox(table.project, PLAN, { minX: 4000, minY: -500, maxX: 7000, maxY: 4500 }, { x: 800, y: 0 }),
    )
    const at = (id: string): Wall => table.project.need('wall', id)
    expect([at('s').b.x, at('e').a.x, at('e').b.x, at('n').a.x, at('w').b.x]).toEqual([
      6800, 6800, 6800, 6800, 0,
    ])
    expect(table.project.need('opening', 'near').along).toBe(1500)
    expect(table.project.need('opening', 'far').along).toBe(5800)
    expect(corners(table.line('l'))).toEqual([
      [1000, 1000],
      [6300, 1000],
    ])
    expect(table.solver.faults()).toBe(0)
  })
  it('with nothing in the box says so', () => {
    expect(() =>
      stretchBox(new Table(horizontal).project, PLAN, { minX: 1, minY: 1, maxX: 2, maxY: 2 }, { x: 5, y: 0 }),
    ).toThrow(/No point/)
  })
})

describe('repeat', () => {
  const row = (count: number, step: number) => ({ how: 'row', step: { x: step, y: 0 }, count }) as const
  it('lays out copies and lays them out anew', () => {
    const table = new Table(drafted('p', chain([0, 0, 0, 100])))
    table.do(repeatItems(table.project, PLAN.id, ['p'], row(4, 250), makeId))
    expect(table.lines.map((each) => corners(each)[0]![0])).toEqual([0, 250, 500, 750])
    const [repeat] = table.project.all('repeat')
    const inverse = table.do(editRepeat(table.project, repeat!.id, row(3, 400), makeId))
    expect(table.lines.map((each) => corners(each)[0]![0])).toEqual([0, 400, 800])
    table.do(inverse)
    expect(table.lines.map((each) => corners(each)[0]![0])).toEqual([0, 250, 500, 750])
  })
  it('around a centre: six at 60 degrees, turned or keeping their direction', () => {
    const around = { how: 'around', centre: { x: 0, y: 0 }, step: Math.PI / 3, count: 6 } as const
    const middle = { x: 100, y: 0 }
    for (const turned of [true, false]) {
      const maps = repeatMaps({ ...around, turned }, middle)
      expect(maps).toHaveLength(5)
      const third = maps[2]!
      expect(round(third.a * 100 + third.e)).toBe(-100)
      expect(round(third.a)).toBe(turned ? -1 : 1)
    }
  })
  it('along a path turns with it', () => {
    const path = {
      vertices: [
        { x: 0, y: 0, sweep: 0 },
        { x: 300, y: 0, sweep: 0 },
        { x: 300, y: 300, sweep: 0 },
      ],
      closed: false,
    }
    const maps = repeatMaps({ how: 'path', path, pitch: 200, count: 9, turned: true }, { x: 0, y: 0 })
    expect(maps.map((map) => [round(map.e), round(map.f), round(map.b)])).toEqual([
      [200, 0, 0],
      [300, 100, 1],
      [300, 300, 1],
    ])
  })
  it.each([
    ['one', row(1, 100)],
    ['no step', row(3, 0)],
    ['half a copy', row(2.5, 100)],
    ['far too many', row(2000, 1)],
  ])('%s is refused', (_, pattern) => {
    const table = new Table(
      ...Array.from({ length: 12 }, (_each, i) => drafted(`p${i}`, chain([0, i, 9, i]))),
    )
    expect(() =>
      repeatItems(
        table.project,
        PLAN.id,
        table.lines.map((each) => each.id),
        pattern,
        makeId,
      ),
    ).toThrow(EditRefused)
  })
})

describe('groups, layers, traits, clipboard', () => {
  it('a copied group is a group; a removed member leaves it', () => {
    const table = new Table(horizontal, upright, drafted('v', chain([0, 5, 9, 5])))
    table.do(groupItems(table.project, PLAN.id, ['h', 'u', 'v'], makeId))
    table.do(copyItems(table.project, ['h', 'u', 'v'], [moveBy(0, 500)], makeId))
    expect(table.project.all('group').map((group) => group.members.length)).toEqual([3, 3])
    table.do(removeItems(table.project, ['v']))
    expect(table.project.all('group')[0]!.members).toEqual(['h', 'u'])
    table.do(breakApart(table.project, ['h', 'u'], makeId))
    expect(table.project.all('group')).toHaveLength(1)
  })
  it('a group that comes apart leaves the groups it is in', () => {
    const table = new Table(
      drafted('a', chain([0, 0, 10, 0])),
      drafted('b', chain([10, 0, 20, 0])),
      drafted('c', chain([0, 5, 9, 5])),
      drafted('d', chain([0, 9, 9, 9])),
      { id: 'inner', kind: 'group', drawing: PLAN.id, members: ['a', 'b'] },
      { id: 'outer', kind: 'group', drawing: PLAN.id, members: ['inner', 'c', 'd'] },
      { id: 'outmost', kind: 'group', drawing: PLAN.id, members: ['inner', 'c'] },
    )
    // Joined, the two are one thing: no group.
    table.do(joinItems(table.project, ['a', 'b']))
    expect(table.project.all('group').map(({ id, members }) => [id, members])).toEqual([
      ['outer', ['c', 'd']],
    ])
  })
  it('an outline breaks into its edges', () => {
    const table = new Table(drafted('o', chain([0, 0, 10, 0, 10, 10], true)))
    table.do(breakApart(table.project, ['o'], makeId))
    expect(table.lines).toHaveLength(3)
    expect(() => breakApart(table.project, [table.lines[0]!.id], makeId)).toThrow(/no parts/)
  })
  it('a block breaks into its lines where it stands', () => {
    const table = new Table()
    const block = table.project.all('block')[0]!
    table.do({
      put: [
        {
          id: 'p',
          kind: 'placement',
          level: LEVEL,
          block: block.id,
          at: { x: 5000, y: 0 },
          turn: 0,
          mirrored: true,
        },
      ],
      drop: [],
    })
    table.do(breakApart(table.project, ['p'], makeId))
    expect(table.lines).toHaveLength(block.items.length)
    expect(table.project.all('placement')).toHaveLength(0)
  })
  it('a layer with something on it stays', () => {
    const table = new Table(horizontal)
    table.do({ put: [{ ...table.project.need('layer', 'layer-lines'), id: 'mine', name: 'Mine' }], drop: [] })
    table.do(putOnLayer(table.project, ['h'], 'mine'))
    expect(() => removeLayer(table.project, 'mine')).toThrow(/1 thing lies on “Mine”/)
    table.do(putOnLayer(table.project, ['h'], 'layer-fine'))
    table.do(removeLayer(table.project, 'mine'))
    expect(() => removeLayer(table.project, 'layer-walls')).toThrow(/comes with the program/)
  })
  it('items take the traits of another; order goes to front and back', () => {
    const table = new Table({ ...horizontal, layer: 'layer-overhead', own: { penMm: 0.7 } }, upright)
    table.do(takeTraits(table.project, 'h', ['u']))
    expect(table.line('u')).toMatchObject({ layer: 'layer-overhead', own: { penMm: 0.7 } })
    table.do(reorderItems(table.project, ['u'], 'front'))
    table.do(reorderItems(table.project, ['h'], 'front'))
    expect(table.line('h').order!).toBeGreaterThan(table.line('u').order!)
    table.do(reorderItems(table.project, ['h'], 'back'))
    expect(table.line('h').order!).toBeLessThan(0)
  })
  it('pastes into another project with the layers and wall types it needs', () => {
    const from = new Table(wall('w', [0, 0, 4000, 0], 'cavity-350'), opening('d', 'w', 1000, 900), horizontal)
    from.do({
      put: [{ ...from.project.need('wallType', 'wall-type-cavity-350'), id: 'own-type', name: 'Own' }],
      drop: [],
    })
    from.do({ put: [{ ...from.project.need('wall', 'w'), type: 'own-type' }], drop: [] })
    const clipping = readClipping(JSON.stringify(clip(from.project, ['w', 'h'], { x: 0, y: 0 })))!
    const into = new Table()
    const inverse = into.do(paste(into.project, clipping, PLAN, { x: 100, y: 200 }, makeId))
    expect(into.project.all('wall')[0]).toMatchObject({ type: 'own-type', a: { x: 100, y: 200 } })
    expect(into.project.all('opening')).toHaveLength(1)
    expect(into.lines).toHaveLength(1)
    into.do(inverse)
    expect(into.project.find('wallType', 'own-type')).toBeUndefined()
    expect(readClipping('{"some":"clipping"}')).toBeNull()
    expect(readClipping('a line from a letter')).toBeNull()
  })
})
