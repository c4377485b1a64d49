import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawDimension, type RowToDraw } from '../src/annotate'
import type { DisplayItem, TextItem } from '../src/display'
import { STANDARD_STYLE } from '../src/library'
import type { AnnotationStyle } from '../src/records'
import { METRIC } from '../src/units'

const SCALE = 50
const row = (xs: readonly number[], facts: Partial<RowToDraw> = {}): RowToDraw => ({
  source: null,
  points: xs.map((x) => ({ x, y: 0 })),
  direction: 0,
  offset: { in: 'paper', paperMm: 10 },
  ...facts,
})
const draw = (
  xs: readonly number[],
  style: Partial<AnnotationStyle>,
  facts: Partial<RowToDraw> = {},
): readonly DisplayItem[] =>
  drawDimension(row(xs, facts), { scale: SCALE, units: METRIC, style: { ...STANDARD_STYLE, ...style } }).items
const texts = (items: readonly DisplayItem[]): TextItem[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item] : []))
/** A word, its groups of figures with blanks between them. */
const word = ({ runs }: TextItem): string => runs.map(({ text }) => text).join('')
const segments = (items: readonly DisplayItem[]): number[][] =>
  items.flatMap((item) => (item.kind === 'segments' && item.pen === 'dimension' ? [[...item.points]] : []))
const level = (items: readonly DisplayItem[]): number[][] => segments(items).filter((s) => s[1] === s[3])
const upright = (items: readonly DisplayItem[]): number[][] => segments(items).filter((s) => s[0] === s[2])

describe('the looks of rows', () => {
  it('tell figures as the style tells lengths, once more beneath, with what stands before and after', () => {
    const items = draw([0, 1500, 4750], {
      format: { in: 'm', stepMm: 10 },
      second: { in: 'feet-inches', fraction: 8 },
      before: 'c. ',
      after: ' m',
    })
    expect(texts(items).map(word)).toEqual(['c. 1.50 m', `4'-11"`, 'c. 3.25 m', `10'-8"`])
    const [over, under] = texts(items)
    // Over the line by 0.36 of 2.5 mm, beneath it by that and its height: 45 and 170 real mm from it.
    expect(over!.y).toBeCloseTo(545, 6)
    expect(under!.y).toBeCloseTo(500 - 170, 6)
  })

  it('have figures that add up where the style wants it', () => {
    expect(texts(draw([0, 100.4, 200.8, 301.2], {})).map(word)).toEqual(['100', '100', '100'])
    expect(texts(draw([0, 1000.4, 2000.8, 3001.2], { addsUp: true })).map(word)).toEqual([
      '1001',
      '1000',
      '1000',
    ])
  })

  it('have figures in the line, which stops for them by a gap', () => {
    const items = draw([0, 3000], { inLine: true })
    const [figure] = texts(items)
    expect(figure!.y).toBeCloseTo(500 - 62.5, 6)
    const line = level(items)
    expect(line).toHaveLength(2)
    // A gap of 0.36 × 2.5 mm on each side of the figure, 45 real mm.
    expect(line[0]![2]).toBeCloseTo(1500 - figure!.width / 2 - 45, 6)
    expect(line[1]![0]).toBeCloseTo(1500 + figure!.width / 2 + 45, 6)
    // Too narrow for that: beside it, and the line runs on to it.
    const narrow = draw([0, 3000, 3150], { inLine: true })
    const beside = texts(narrow)[1]!
    expect(beside.x).toBeGreaterThan(3150)
    expect(Math.max(...level(narrow).map((s) => s[2]!))).toBeCloseTo(beside.x - 45, 6)
  })

  it('have extension lines all the way, of one length, or none', () => {
    // From 1.5 mm off what is measured to 1.8 mm past the line.
    expect(upright(draw([0, 3000], {}))[0]).toEqual([0, 75, 0, 590])
    expect(upright(draw([0, 3000], { extensionPaperMm: 4 }))[0]).toEqual([0, 300, 0, 590])
    // Longer than there is room for it keeps its gap.
    expect(upright(draw([0, 3000], { extensionPaperMm: 40 }))[0]).toEqual([0, 75, 0, 590])
    expect(upright(draw([0, 3000], { extensionPaperMm: 0 }))).toEqual([])
  })

  it('end in open heads', () => {
    const heads = draw([0, 3000], { ends: 'open' }).flatMap((item) =>
      item.kind === 'line' ? [item.points.map((v) => Math.round(v * 10) / 10)] : [],
    )
    // 2.6 mm long and a third of that to each side: 130 and 43.3.
    expect(heads).toEqual([
      [130, 543.3, 0, 500, 130, 456.7],
      [2870, 456.7, 3000, 500, 2870, 543.3],
    ])
  })

  it('of points that have come to stand at one place have one tick there', () => {
    const laid = drawDimension(row([0, 1000, 1000, 4000]), { scale: SCALE, units: METRIC })
    expect(laid.lengths).toEqual([1000, 3000])
    expect(laid.between).toEqual([
      [0, 1],
      [1, 3],
    ])
    expect(laid.ticks).toHaveLength(3)
    expect(drawDimension(row([5, 5]), { scale: SCALE, units: METRIC }).lengths).toEqual([])
  })
})

describe('running dimensions', () => {
  it('tell how far each point is from the origin, either way', () => {
    const laid = drawDimension(row([0, 1000, 4000, -500], { from: 0 }), { scale: SCALE, units: METRIC })
    expect(laid.lengths).toEqual([500, 1000, 4000])
    expect(laid.between).toEqual([
      [0, 3],
      [0, 1],
      [0, 2],
    ])
    const ring = laid.items.find((item) => item.kind === 'path')
    // 0.6 of 2.5 mm about the origin.
    expect(ring).toMatchObject({ closed: true })
    expect(ring?.kind === 'path' && [...ring.vertices].slice(0, 2)).toEqual([75, 500])
  })
  it('stand along their extension lines, read from the right, beyond the line', () => {
    const figures = texts(draw([0, 1000, 4000], {}, { from: 0 }))
    expect(figures.map(word)).toEqual(['1000', '4000'])
    for (const [i, x] of [1000, 4000].entries()) {
      expect(figures[i]!.turn).toBeCloseTo(Math.PI / 2, 9)
      // The middle of its height on the extension line: half of 2.5 mm to the right of it.
      expect(figures[i]!.x).toBeCloseTo(x + 62.5, 6)
      // Past the line by 1.8, 0.8 and 0.36 × 2.5 mm.
      expect(figures[i]!.y).toBeCloseTo(500 + 50 * (1.8 + 0.8 + 0.9), 6)
    }
    const below = texts(draw([0, 1000], {}, { from: 0, offset: { in: 'paper', paperMm: -10 } }))[0]!
    expect(below.y + below.width).toBeCloseTo(-500 - 50 * 3.5, 6)
  })
  it('of an upright row are read from below', () => {
    const { items } = drawDimension(
      {
        source: null,
        points: [0, 2000].map((y) => ({ x: 0, y })),
        direction: Math.PI / 2,
        offset: { in: 'paper', paperMm: 10 },
        from: 0,
      },
      { scale: SCALE, units: METRIC },
    )
    const [figure] = texts(items)
    expect(figure!.turn).toBeCloseTo(0, 9)
    expect(figure!.x + figure!.width).toBeCloseTo(-500 - 50 * 3.5, 6)
  })
  it('keep clear of each other, in their order, however near their points are', () => {
    const gaps = fc.array(fc.integer({ min: 1, max: 2000 }), { minLength: 1, maxLength: 12 })
    fc.assert(
      fc.property(gaps, fc.nat(), fc.constantFrom(5, 20, 50, 100, 200), (steps, nth, scale) => {
        const xs = [0]
        for (const step of steps) xs.push(xs.at(-1)! + step)
        const from = nth % xs.length
        const laid = drawDimension(row(xs, { from }), { scale, units: METRIC })
        const places = texts(laid.items).map(({ x }) => x / scale)
        places.slice(1).forEach((x, i) => expect(x - places[i]!).toBeGreaterThan(2.5 + 0.9))
        laid.lengths.forEach((length, i) => {
          const [p, q] = laid.between[i]!
          expect(p).toBe(from)
          expect(length).toBeCloseTo(Math.abs(xs[q]! - xs[from]!), 6)
        })
      }),
    )
  })
})

describe('a figure that is moved', () => {
  it('is drawn by itself as in its whole row (property)', () => {
    const by = fc.double({ min: -30, max: 30, noNaN: true })
    let led = 0
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 8 }),
        fc.nat(),
        by,
        by,
        fc.constantFrom({}, { inLine: true }, { second: { in: 'feet-inches', fraction: 8 } } as const),
        fc.constantFrom(10, -10),
        fc.constantFrom(0, Math.PI / 2, 2, Math.PI),
        (steps, pick, x, y, looks, paperMm, direction) => {
          const style = { ...STANDARD_STYLE, ...looks }
          const alongs = steps.reduce((all, step) => [...all, all.at(-1)! + step], [0])
          const points = alongs.map((d) => ({ x: d * Math.cos(direction), y: d * Math.sin(direction) }))
          const facts: Partial<RowToDraw> = { points, direction, offset: { in: 'paper', paperMm } }
          const means = { scale: SCALE, units: METRIC, style }
          const laid = drawDimension(row([], facts), means)
          const i = pick % laid.between.length
          const [p, q] = laid.between[i]!
          const moved = drawDimension(
            row([], { ...facts, figures: [{ between: [p, q], moved: { x, y } }] }),
            means,
          )
          const alone = laid.figureMoved!(i, { x, y })
          expect(texts(alone)).toEqual(moved.texts[i])
          for (const item of alone) expect(moved.items).toContainEqual(item)
          led += alone.length - texts(alone).length
        },
      ),
    )
    expect(led).toBeGreaterThan(20)
  })

  it('of a row whose figures run from a point is drawn with the others', () => {
    const laid = drawDimension(row([0, 1000, 3000], { from: 0 }), { scale: SCALE, units: METRIC })
    expect(laid.figureMoved).toBeUndefined()
  })
})
