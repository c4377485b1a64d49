import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList, imprintFrom, imprintOf } from '../src/annotate'
import { lookThrough, sceneOf } from '../src/derive'
import {
  extentOf,
  itemExtent,
  pack,
  pairs,
  pathOfItem,
  penOf,
  unpack,
  type AnyPen,
  type DisplayItem,
  type DisplayList,
  type Layer,
} from '../src/display'
import {
  IDENTITY,
  applyTo,
  combine,
  enlargement,
  isEmptyBox,
  pathArea,
  pathLength,
  pathOfPoints,
  placing,
  placingOfMany,
  turnOf,
  type Affine,
} from '../src/geometry'
import { drawingLens } from '../src/library'
import { Project } from '../src/records'
import { SAMPLES } from '../src/samples'

const LOTS = 1_000_000
const packed = (layers: readonly Layer[]): DisplayList => unpack(pack(layers, LOTS)!)
const plain = (items: DisplayList): DisplayList => packed([{ items, fine: false }])

const line = (pen: AnyPen, points: number[], closed = false): DisplayItem => ({
  kind: 'line',
  pen,
  points,
  closed,
  source: 'x',
})
const text = (x: number, y: number, says: string): DisplayItem => ({
  kind: 'text',
  x,
  y,
  turn: Math.PI / 2,
  size: 125,
  width: 300,
  runs: [{ face: '400 latin', text: says, dx: 0 }],
  tone: 0,
  source: 'x',
})

/** What a list puts on paper: length of lines by pen, area of fills by tone, and its words with places and directions. */
function ink(list: DisplayList, outer: Affine = IDENTITY): Map<string, number> {
  const found = new Map<string, number>()
  const add = (key: string, amount: number): void => void found.set(key, (found.get(key) ?? 0) + amount)
  const look = (item: DisplayItem, map: Affine): void => {
    const by = enlargement(map)
    const pen = (named: AnyPen): string => `pen ${JSON.stringify(penOf(named))}`
    switch (item.kind) {
      case 'line':
        return add(pen(item.pen), by * pathLength(pathOfPoints(pairs(item.points), item.closed)))
      case 'segments':
        for (let i = 0; i + 3 < item.points.length; i += 4)
          add(pen(item.pen), by * pathLength(pathOfPoints(pairs(item.points.slice(i, i + 4)), false)))
        return
      case 'arc':
        return add(pen(item.pen), by * item.radius * Math.abs(item.sweep))
      case 'path':
        return add(pen(item.pen), by * pathLength(pathOfItem(item)))
      case 'fill':
        for (const loop of item.loops)
          add(`fill ${item.tone}`, by * by * Math.abs(pathArea(pathOfPoints(pairs(loop), true))))
        return
      case 'disc':
        return add(`fill ${item.tone}`, by * by * Math.PI * item.radius ** 2)
      case 'text': {
        const { x, y } = applyTo(map, item)
        const said = item.runs.map((run) => run.text).join('')
        add(`${said} x`, x)
        add(`${said} y`, y)
        add(`${said} width`, item.width * by)
        add(`${said} turned`, Math.cos(item.turn + turnOf(map)))
        return
      }
      case 'group':
        item.items.forEach((each) => look(each, combine(map, item.map)))
    }
  }
  list.forEach((item) => look(item, outer))
  return found
}
/** Both put the same on paper, but for points that are off by a step, and chords of curves that are shorter. */
function expectSameInk(now: DisplayList, before: DisplayList, step: number): void {
  const [mine, theirs] = [ink(now), ink(before)]
  expect([...mine.keys()].sort()).toEqual([...theirs.keys()].sort())
  for (const [key, amount] of theirs) {
    // Lines are off by steps at their ends, areas by a step along their outlines.
    const slack = 0.01 + 200 * step * (key.startsWith('fill') ? 65_535 * step : 1)
    expect(Math.abs(mine.get(key)! - amount), key).toBeLessThan(Math.abs(amount) / 500 + slack)
  }
}

describe('a packed list', () => {
  it('has its points to within half a step, straight lines in one pen together', () => {
    const list = [
      line('cut', [0, 0, 65_535, 0]),
      line('cut', [10.4, 20.6, 30, 40]),
      line('light', [0, 0, 10, 0, 10, 10], true),
      text(100, 200, 'Hall'),
    ]
    expect(plain(list)).toEqual([
      { kind: 'segments', pen: 'cut', points: [0, 0, 65_535, 0, 10, 21, 30, 40], source: null },
      { kind: 'line', pen: 'light', points: [0, 0, 10, 0, 10, 10], closed: true, source: null },
      { ...text(100, 200, 'Hall'), source: null },
    ])
  })
  it('keeps the order in which things lie over each other', () => {
    const fill: DisplayItem = { kind: 'fill', tone: 1, loops: [[0, 0, 50, 0, 50, 50]], source: 'x' }
    const kinds = (list: DisplayList): string[] =>
      list.map((item) => ('pen' in item ? String(item.pen) : item.kind))
    const list = [
      line('cut', [0, 0, 90, 0]),
      fill,
      line('cut', [0, 9, 90, 9]),
      text(1, 1, 'a'),
      line('light', [0, 0, 9, 9]),
    ]
    expect(kinds(plain(list))).toEqual(['cut', 'fill', 'cut', 'text', 'light'])
    const fine = (...items: DisplayItem[]): Layer => ({ items, fine: true })
    // Of fine things that hide nothing the pens come together; before and after one that does, each for itself.
    expect(
      kinds(
        packed([
          fine(line('cut', [0, 0, 90, 0]), line('light', [0, 1, 90, 1])),
          fine(line('light', [0, 2, 90, 2]), line('cut', [0, 3, 90, 3])),
          fine(fill, line('cut', [0, 4, 90, 4])),
          fine(line('cut', [0, 5, 90, 5]), text(0, 0, 'b'), line('light', [0, 6, 90, 6])),
        ]),
      ),
    ).toEqual(['cut', 'light', 'fill', 'cut', 'cut', 'light', 'text'])
  })
  it('holds nothing, and gives up on too much', () => {
    expect(plain([])).toEqual([])
    expect(pack([{ items: [line('cut', [0, 0, 1, 1])], fine: false }], 3)).toBeNull()
    expect(pack([{ items: [line('cut', [0, 0, 1, 1])], fine: false }], 4)).not.toBeNull()
  })
  it('is refused where it is not whole', () => {
    const { head, words } = pack(
      [{ items: [line('cut', [0, 0, 1, 1]), text(1, 1, 'a')], fine: false }],
      LOTS,
    )!
    expect(() => unpack({ head, words: words.slice(0, -1) })).toThrow('not whole')
    expect(() => unpack({ head, words: new Uint16Array([...words, 1]) })).toThrow('not whole')
  })
  it('puts on paper what the list does, whatever is in it', () => {
    const at = fc.integer({ min: -20_000, max: 20_000 })
    const size = fc.integer({ min: 200, max: 9000 })
    const pen = fc.constantFrom<AnyPen>('cut', 'light', { widthMm: 0.35, tone: 0.2 })
    const source = fc.constant(null)
    const turn = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true })
    const points = fc.array(at, { minLength: 6, maxLength: 12 }).map((all) => all.slice(0, all.length & ~1))
    const simple = fc.oneof(
      fc.record({ kind: fc.constant('line' as const), pen, points, closed: fc.boolean(), source }),
      fc.record({
        kind: fc.constant('segments' as const),
        pen,
        points: fc.array(at, { minLength: 8, maxLength: 8 }),
        source,
      }),
      fc.record({
        kind: fc.constant('arc' as const),
        pen,
        x: at,
        y: at,
        radius: size,
        from: turn,
        sweep: turn,
        source,
      }),
      fc.record({
        kind: fc.constant('path' as const),
        pen,
        vertices: fc
          .tuple(at, at, turn, at, at)
          .map(([a, b, sweep, c, d]) => [a, b, sweep * 0.9, c + 50_000, d, 0]),
        closed: fc.boolean(),
        source,
      }),
      fc.record({
        kind: fc.constant('fill' as const),
        tone: fc.constantFrom(0, 0.5),
        loops: fc.array(points, { maxLength: 2 }),
        source,
      }),
      fc.record({
        kind: fc.constant('disc' as const),
        tone: fc.constant(0.3),
        x: at,
        y: at,
        radius: size,
        source,
      }),
      fc.tuple(at, at, fc.constantFrom('Hall', 'Bath')).map(([x, y, says]) => text(x, y, says)),
    )
    const placed = fc.record({
      kind: fc.constant('group' as const),
      map: fc
        .tuple(at, at, turn, fc.boolean())
        .map(([x, y, by, mirrored]) => placing({ x, y }, by, mirrored)),
      clip: fc.constantFrom(null, { minX: -1e5, minY: -1e5, maxX: 1e5, maxY: 1e5 }),
      items: fc.array(simple, { maxLength: 4 }),
      source,
    })
    const layer = fc.record({
      items: fc.array(fc.oneof(simple, placed), { maxLength: 5 }),
      fine: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(layer, { maxLength: 5 }), (layers) => {
        const list: DisplayList = layers.flatMap(({ items }) => items)
        const extent = extentOf(list)
        const step = isEmptyBox(extent)
          ? 0
          : Math.max(extent.maxX - extent.minX, extent.maxY - extent.minY) / 65_535
        const now = packed(layers)
        expect(now.every(({ source: mine }) => mine === null)).toBe(true)
        expectSameInk(now, list, step)
        for (const item of now) {
          const box = itemExtent(item)
          if (item.kind === 'group' || isEmptyBox(box)) continue
          expect(box.minX).toBeGreaterThan(extent.minX - 4 * step - 1)
          expect(box.maxY).toBeLessThan(extent.maxY + 4 * step + 1)
        }
      }),
    )
  })
})

describe('the map of one of many placed things', () => {
  it('is that of one, also when it is written down', () => {
    const at = fc.double({ min: -1e6, max: 1e6, noNaN: true })
    fc.assert(
      fc.property(at, at, at, fc.boolean(), (x, y, turn, mirrored) => {
        const one = placing({ x, y }, turn, mirrored)
        const { a, b, c, d, e, f } = placingOfMany({ x, y }, turn, mirrored)
        for (const [is, was] of [
          [a, one.a],
          [b, one.b],
          [c, one.c],
          [d, one.d],
          [e, one.e],
          [f, one.f],
        ] as const)
          expect(is).toBeCloseTo(was, 9)
        expect(JSON.parse(JSON.stringify(placingOfMany({ x, y }, turn, mirrored)))).toEqual(
          JSON.parse(JSON.stringify({ a, b, c, d, e, f })),
        )
      }),
    )
  })
})

describe('the imprint of a board', () => {
  it('shows what the board shows, with what is needed to paint it', () => {
    let looked = 0
    for (const { make } of SAMPLES) {
      let ids = 0
      const project = new Project()
      for (const { change } of make(() => `s${++ids}`)) project.apply(change)
      for (const drawing of project.all('drawing')) {
        if (drawing.view !== 'plan') continue
        const imprint = imprintFrom(imprintOf(project, drawing, 12)!)
        expect(imprint).toMatchObject({ board: drawing.id, seq: 12, readingScale: drawing.readingScale })
        const { readingScale } = drawing
        const look = lookThrough(drawingLens(project, drawing), readingScale, { printing: false })
        const list = drawingList(sceneOf(project, drawing), look)
        const words = (of: DisplayList): [string, number][] =>
          [...ink(of)].filter(([key]) => !key.startsWith('pen'))
        const shown = new Map(words(imprint.list))
        for (const [key, amount] of words(list))
          expect(Math.abs(shown.get(key)! - amount), key).toBeLessThan(Math.abs(amount) / 100 + 500)
        looked++
      }
    }
    expect(looked).toBeGreaterThan(2)
  })
})
