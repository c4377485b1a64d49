import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { placeFigures, type FigureSizes, type PlacedFigure } from '../src/annotate/figures'
import { spread, spreadBetween } from '../src/annotate/leadsOut'

const SIZES: FigureSizes = { height: 2.5, gap: 0.9, past: 1.8, linePast: 1.8, away: 1 }

const HOME = { x: 0, y: 0 }
const wide = (...widths: readonly number[]) => widths.map((width) => ({ width }))

describe('the figures of a row', () => {
  it('stand over the middle of their parts where they have room', () => {
    expect(placeFigures([0, 20, 50], wide(8, 10), SIZES)).toEqual([
      { along: 10, over: 0.9, under: -3.4, lead: null, aside: HOME },
      { along: 35, over: 0.9, under: -3.4, lead: null, aside: HOME },
    ])
  })

  it('stand beside the row where its end is too narrow, the line running on beneath them', () => {
    // 1.8 beyond the tick, 1 apart, half of 6.
    expect(placeFigures([0, 3, 30, 32], wide(6, 8, 6), SIZES)).toEqual([
      { along: -5.8, over: 0.9, under: -3.4, lead: null, runsTo: -8.8, aside: { x: -7.3, y: 0 } },
      { along: 16.5, over: 0.9, under: -3.4, lead: null, aside: HOME },
      {
        along: 37.8,
        over: 0.9,
        under: -3.4,
        lead: null,
        runsTo: 40.8,
        aside: { x: expect.closeTo(6.8, 9), y: 0 },
      },
    ])
  })

  it('stand on a lead away from the building where a part between is too narrow', () => {
    const up = placeFigures([0, 20, 24, 44], wide(8, 6, 8), SIZES)[1]!
    // Over the other figures: 0.9 + 2.5, clear by 0.25 and 0.8 for the lead to turn in.
    expect(up.along).toBe(22)
    expect(up.over).toBeCloseTo(4.45, 9)
    expect(up.lead).toEqual([
      [22, 0],
      [22, expect.closeTo(4.2, 9)],
    ])
    const down = placeFigures([0, 20, 24, 44], wide(8, 6, 8), { ...SIZES, away: -1 })[1]!
    // Under what sticks out of the row: 1.8 and 0.25, then its own height.
    expect(down.over).toBeCloseTo(-4.55, 9)
    expect(down.lead![1]![1]).toBeCloseTo(-1.8, 9)
  })

  it('move aside from each other as little as they must', () => {
    // Three parts of 4 with figures of 6: middles at 22, 26, 30, 7 apart.
    const figures = placeFigures([0, 20, 24, 28, 32, 52], wide(8, 6, 6, 6, 8), SIZES)
    expect(figures.slice(1, 4).map(({ along }) => along)).toEqual([19, 26, 33])
    expect(spread([0, 1, 50], [4, 4, 4], 1)).toEqual([-2, 3, 50])
  })

  it('stand in two lines, one over and one under the line, or both on a lead', () => {
    // The wider of the two needs room.
    const [own, out] = placeFigures(
      [0, 20, 40, 60],
      [{ width: 8, beneath: 14 }, { width: 8, beneath: 25 }, { width: 4 }],
      SIZES,
    )
    expect(own).toEqual({ along: 10, over: 0.9, under: -3.4, lead: null, aside: HOME })
    // 1.5 heights from line to line.
    expect(out!.over).toBeCloseTo(4.45 + 3.75, 9)
    expect(out!.under).toBeCloseTo(4.45, 9)
  })

  it('moved by hand keep a line to their part, unless they still stand at it', () => {
    const moved = (x: number, y: number) =>
      placeFigures([0, 20, 50], [{ width: 8, moved: { x, y } }, { width: 8 }], SIZES)[0]!
    expect(moved(2, 0)).toMatchObject({ along: 12, over: 0.9, lead: null })
    expect(moved(15, 6)).toEqual({
      along: 25,
      over: 6.9,
      under: 6.9 - 3.75,
      lead: [
        [10, 0],
        [21, expect.closeTo(6.65, 9)],
      ],
      aside: HOME,
    })
    expect(moved(0, -12).lead).toEqual([
      [10, 0],
      [10, expect.closeTo(-8.35, 9)],
    ])
  })

  it('leave the others where they are when one is moved (property)', () => {
    const parts = fc.array(
      fc.record({
        part: fc.double({ min: 0.2, max: 30, noNaN: true }),
        width: fc.double({ min: 2, max: 14, noNaN: true }),
      }),
      { minLength: 1, maxLength: 12 },
    )
    const by = fc.double({ min: -20, max: 20, noNaN: true })
    fc.assert(
      fc.property(parts, fc.nat(), by, by, (all, pick, x, y) => {
        const ticks = all.reduce((found, { part }) => [...found, found.at(-1)! + part], [0])
        const figures = all.map(({ width }) => ({ width }))
        const still = placeFigures(ticks, figures, SIZES)
        const i = pick % all.length
        const { aside } = still[i]!
        const moved = { x: aside.x + x, y: aside.y + y }
        const now = placeFigures(
          ticks,
          figures.map((figure, k) => (k === i ? { ...figure, moved } : figure)),
          SIZES,
        )
        now.forEach((figure, k) => {
          if (k !== i) expect(figure).toEqual(still[k])
        })
        // And that as far as it is pulled from where it stood by itself.
        expect(now[i]!.along).toBeCloseTo(still[i]!.along + x, 9)
        expect(now[i]!.over).toBeCloseTo(still[i]!.over + y, 9)
        expect(now[i]!.aside).toEqual(aside)
      }),
    )
  })

  it('never lie on each other, nor among extension lines (property)', () => {
    let out = 0
    let further = 0
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            part: fc.double({ min: 0.2, max: 30, noNaN: true }),
            width: fc.double({ min: 2, max: 14, noNaN: true }),
          }),
          {
            minLength: 1,
            maxLength: 25,
          },
        ),
        fc.constantFrom(1 as const, -1 as const),
        fc.double({ min: 1, max: 7, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (parts, away, height, past) => {
          const sizes: FigureSizes = { height, gap: 0.36 * height, past, linePast: past, away }
          const ticks = parts.reduce((all, { part }) => [...all, all.at(-1)! + part], [100])
          const figures = placeFigures(ticks, parts, sizes)
          const boxes = figures.map(({ along, over }, i) => ({
            x0: along - parts[i]!.width / 2,
            x1: along + parts[i]!.width / 2,
            y0: over,
            y1: over + height,
          }))
          boxes.forEach((p, i) => {
            for (const q of boxes.slice(i + 1))
              expect(p.x0 < q.x1 - 1e-9 && q.x0 < p.x1 - 1e-9 && p.y0 < q.y1 && q.y0 < p.y1).toBe(false)
            // Extension lines come from the building and pass the line.
            const [low, high] = away > 0 ? [-Infinity, past] : [-past, Infinity]
            for (const tick of ticks)
              expect(p.x0 < tick && p.x1 > tick && p.y0 < high && p.y1 > low).toBe(false)
            const { lead } = figures[i]!
            if (!lead) return
            out++
            // It begins at its own part and ends at its figure, under no other.
            expect(lead[0]).toEqual([(ticks[i]! + ticks[i + 1]!) / 2, 0])
            const [x, y] = lead.at(-1)!
            expect(x).toBeGreaterThanOrEqual(p.x0 - 1e-9)
            expect(x).toBeLessThanOrEqual(p.x1 + 1e-9)
            expect(away > 0 ? p.y0 - y : y - p.y1).toBeCloseTo(0.25, 6)
          })
          // No lead crosses another or runs through a figure.
          const leads = figures.map(({ lead }) => lead ?? [])
          leads.forEach((lead, i) => {
            for (const other of leads.slice(i + 1)) expect(isCrossed(lead, other)).toBe(false)
            boxes.forEach((box, k) => {
              if (k !== i) expect(isThrough(lead, box)).toBe(false)
            })
          })
          further += figures.filter(({ lead, over }, i) =>
            figures.some((q, k) => k !== i && lead && q.lead && Math.abs(over) > Math.abs(q.over) + 1),
          ).length
        },
      ),
      { numRuns: 400 },
    )
    expect(out).toBeGreaterThan(500)
    expect(further).toBeGreaterThan(100)
  })

  it('stand by turns in two lines where one would lead them far from their parts', () => {
    // Five parts of 2 with figures of 6, 7 apart: in one line they would stand up to 10 aside.
    const ticks = [0, 20, 22, 24, 26, 28, 30, 50]
    const figures = placeFigures(ticks, wide(8, 6, 6, 6, 6, 6, 8), SIZES).slice(1, 6)
    const [inner, outer] = [4.45, 4.45 + 0.25 + 2.5 + 0.2 + 0.8]
    expect(figures.map(({ over }) => over)).toEqual(
      [inner, outer, inner, outer, inner].map((over) => expect.closeTo(over, 9)),
    )
    // 6, 0.4 for a lead and so on, 1 apart: 4.2 from one to the next about the middle at 25.
    expect(figures.map(({ along }) => along)).toEqual(
      [16.6, 20.8, 25, 29.2, 33.4].map((along) => expect.closeTo(along, 9)),
    )
    // The lead of the second turns to pass between the first and the third, and ends under its figure.
    expect(figures[1]!.lead).toEqual(
      [
        [23, 0],
        [23, 3.4],
        [20.8, 4.2],
        [20.8, outer - 0.25],
      ].map((place) => place.map((each) => expect.closeTo(each, 9))),
    )
  })

  it('keep clear of extension lines that run through their row', () => {
    const over = (crossed: number[], ...widths: number[]): number[] =>
      placeFigures([0, 20, 24, 28, 60], wide(...widths), SIZES, crossed).map(({ along }) => along)
    // Over its own part, clear of the line by half a millimetre; by as little as it can.
    expect(over([45], 8, 3, 3, 8)[3]).toBeCloseTo(45 - 0.5 - 4, 9)
    expect(over([43], 8, 3, 3, 8)[3]).toBeCloseTo(43 + 0.5 + 4, 9)
    // On a lead beside it.
    expect(over([24], 8, 6, 3, 8)[1]).toBeCloseTo(24 - 0.5 - 3, 9)
    // Where there is no room between lines it stands beside the next; over its part where that would be too far.
    expect(over([20, 24], 8, 6, 3, 8)[1]).toBeCloseTo(24 + 0.5 + 3, 9)
    const every = [4, 8, 12, 16, 20, 24, 28, 32, 36, 40]
    expect(over(every, 8, 6, 3, 8)[1]).toBeCloseTo(22, 9)
    // Together, half of what they keep from each other from the line.
    expect(spreadBetween([2, 3], [4, 4], 1, [6])).toEqual([6 - 0.5 - 7, 6 - 0.5 - 2])
  })

  it('never stand on a line that runs through their row if there is room beside it (property)', () => {
    const figure = fc.record({
      part: fc.double({ min: 2, max: 30, noNaN: true }),
      width: fc.double({ min: 2, max: 12, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(figure, { minLength: 3, maxLength: 12 }), fc.nat(), (parts, pick) => {
        const ticks = parts.reduce((all, { part }) => [...all, all.at(-1)! + part], [0])
        // One line from a tick of the row outwards: there is all the room beside it.
        const line = ticks[1 + (pick % (ticks.length - 2))]!
        const figures = placeFigures(ticks, parts, SIZES, [line])
        figures.forEach(({ along }, i) =>
          expect(Math.abs(along - line)).toBeGreaterThanOrEqual(parts[i]!.width / 2),
        )
      }),
    )
  })
})

type Lead = NonNullable<PlacedFigure['lead']>
const edgesOf = (lead: Lead): (readonly [Lead[0], Lead[0]])[] =>
  lead.slice(1).map((to, i) => [lead[i]!, to] as const)

/** Twice the area of a triangle, more than nothing where c lies to the left of a to b. */
const turn = (a: Lead[0], b: Lead[0], c: Lead[0]): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])

const isCrossed = (p: Lead, q: Lead): boolean =>
  edgesOf(p).some(([a, b]) =>
    edgesOf(q).some(
      ([c, d]) => turn(a, b, c) * turn(a, b, d) < -1e-9 && turn(c, d, a) * turn(c, d, b) < -1e-9,
    ),
  )

/** Whether a lead runs into the inside of a box. */
const isThrough = (
  lead: Lead,
  { x0, x1, y0, y1 }: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number },
): boolean =>
  edgesOf(lead).some(([a, b]) =>
    Array.from({ length: 41 }, (_, k) => k / 40).some((t) => {
      const [x, y] = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]
      return x > x0 + 1e-6 && x < x1 - 1e-6 && y > y0 + 1e-6 && y < y1 - 1e-6
    }),
  )
