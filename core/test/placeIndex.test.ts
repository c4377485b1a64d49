import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlaceIndex, boxesMeet, type Box } from '../src/geometry'

const boxes = fc.array(
  fc
    .tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 }), fc.nat(60), fc.nat(60))
    .map(([x, y, wide, high]): Box => ({ minX: x, minY: y, maxX: x + wide, maxY: y + high })),
  { maxLength: 300 },
)
const windows = fc.array(
  fc
    .tuple(fc.integer({ min: -600, max: 600 }), fc.integer({ min: -600, max: 600 }), fc.nat(400))
    .map(([x, y, side]): Box => ({ minX: x, minY: y, maxX: x + side, maxY: y + side })),
  { minLength: 1, maxLength: 8 },
)

describe('an index by place', () => {
  it('finds what a look at everything finds, after loading, putting in and taking out', () => {
    fc.assert(
      fc.property(boxes, boxes, boxes, windows, fc.nat(4), (first, second, single, looks, each) => {
        const index = new PlaceIndex<Box>().load(first)
        index.load(second)
        for (const box of single) index.insert(box)
        const all = [...first, ...second, ...single]
        const gone = new Set(all.filter((_, i) => i % 5 === each))
        for (const box of gone) index.remove(box)
        const there = all.filter((box) => !gone.has(box))
        expect(new Set(index.all())).toEqual(new Set(there))
        for (const look of looks)
          expect(new Set(index.search(look))).toEqual(new Set(there.filter((box) => boxesMeet(box, look))))
      }),
    )
  })

  it('takes what has no width, lies all in one point, or reaches without end', () => {
    const point: Box = { minX: 7, minY: 7, maxX: 7, maxY: 7 }
    const same = Array.from({ length: 200 }, (): Box => ({ ...point }))
    expect(new PlaceIndex<Box>().load(same).search(point)).toHaveLength(200)
    const endless: Box = { minX: -Infinity, minY: 0, maxX: Infinity, maxY: 0 }
    const some = new PlaceIndex<Box>().load([...same, endless])
    expect(some.search({ minX: 1e9, minY: -1, maxX: 1e9 + 1, maxY: 1 })).toEqual([endless])
  })

  it('is laid in small steps, and nothing of it is found before the last', () => {
    const many = Array.from({ length: 20_000 }, (_, i): Box => ({ minX: i, minY: 0, maxX: i + 1, maxY: 1 }))
    const index = new PlaceIndex<Box>()
    let steps = 0
    for (const _ of index.loading(many)) {
      steps++
      expect(index.all()).toHaveLength(0)
    }
    expect(steps).toBeGreaterThan(3)
    expect(index.search({ minX: 4999.2, minY: 0, maxX: 4999.8, maxY: 1 })).toEqual([many[4999]])
  })
})
