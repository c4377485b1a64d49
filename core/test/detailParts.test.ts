import { describe, expect, it } from 'vitest'
import { EMPTY_BOX, boxHeight, boxWidth, isEmptyBox } from '../src/geometry'
import { placementItems } from '../src/derive'
import { extentOf } from '../src/display'
import { isDetailPart, standardBlocks } from '../src/library'
import { recordSchema } from '../src/records'

describe.each(['metric', 'feet-inches'] as const)('parts for details, %s', (system) => {
  const parts = standardBlocks(system).filter(({ category }) => isDetailPart(category))
  it('are at least sixty, of all trades, each as the schema asks', () => {
    expect(parts.length).toBeGreaterThanOrEqual(60)
    expect(new Set(parts.map(({ category }) => category)).size).toBeGreaterThanOrEqual(9)
    expect(new Set(parts.map(({ id }) => id)).size).toBe(parts.length)
    for (const part of parts) expect(recordSchema.safeParse(part).success, part.name).toBe(true)
  })
  it('are as large as they say', () => {
    for (const part of parts) {
      const list = placementItems(
        { id: part.id, at: { x: 0, y: 0 }, turn: 0, mirrored: false },
        part,
        () => undefined,
        5,
      )
      const box = list.length > 0 ? extentOf(list) : EMPTY_BOX
      expect(isEmptyBox(box), part.name).toBe(false)
      // Curves are told to within a mm.
      expect(Math.abs(boxWidth(box) - part.width), part.name).toBeLessThan(1)
      expect(Math.abs(boxHeight(box) - part.depth), part.name).toBeLessThan(1)
    }
  })
})

describe('true sizes', () => {
  const sizeOf = (name: string, system: 'metric' | 'feet-inches' = 'metric'): [number, number] => {
    const found = standardBlocks(system).find((each) => each.name === name)!
    return [found.width, found.depth]
  }
  it('are those of the trade', () => {
    expect(sizeOf('Timber 47 × 195')).toEqual([47, 195])
    // EN 10365.
    expect(sizeOf('Beam IPE 200')).toEqual([100, 200])
    expect(sizeOf('Brick, cut along')).toEqual([215, 65])
    // A nominal 2 × 10 is 1½ by 9¼ inches.
    expect(sizeOf('Timber 2 × 10', 'feet-inches')).toEqual([38.1, 234.95])
  })
})
