import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { PLAIN_LOOK, sceneOf } from '../src/derive'
import { eachItem, itemExtent, pathOfItem } from '../src/display'
import { boxHasPoint, boxesMeet, flattenPath, type Box, type Point } from '../src/geometry'
import { STANDARD_BLOCKS } from '../src/library'
import type { AnyRecord, Placement, Room } from '../src/records'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

const room = (id: string, x: number, y: number, facts: Partial<Room> = {}): Room => ({
  id,
  kind: 'room',
  level: LEVEL,
  at: { x, y },
  name: `Room ${id}`,
  number: id,
  use: '',
  floor: '',
  walls: '',
  ceiling: '',
  ceilingHeight: null,
  ...facts,
})
const chair = STANDARD_BLOCKS.find(({ id }) => id === 'block-armchair')!
const placed = (id: string, x: number, y: number): Placement => ({
  id,
  kind: 'placement',
  level: LEVEL,
  block: chair.id,
  at: { x, y },
  turn: 0,
  mirrored: false,
})
/** Walls 140 thick about their lines, 8 000 × 6 000. */
const house = (...more: AnyRecord[]) =>
  projectWith(
    PLAN,
    chair,
    wall('south', [0, 0, 8000, 0]),
    wall('east', [8000, 0, 8000, 6000]),
    wall('north', [8000, 6000, 0, 6000]),
    wall('west', [0, 6000, 0, 0]),
    ...more,
  )
/** Boxes of the lettering of a room's tag, and of all blocks and doors. */
function drawn(records: AnyRecord[], of: string) {
  const project = house(...records)
  const list = drawingList(sceneOf(project, PLAN), { ...PLAIN_LOOK, scale: 50 })
  const tag: Box[] = []
  const others: Box[] = []
  for (const item of eachItem(list)) {
    const kind = item.source ? project.get(item.source)?.kind : undefined
    if (item.kind === 'text' && item.source === of) tag.push(itemExtent(item))
    else if (kind === 'placement' || kind === 'opening') others.push(itemExtent(item))
    else if (kind === 'room' && item.source !== of) others.push(itemExtent(item))
  }
  return { tag, others }
}
const clear = ({ tag, others }: ReturnType<typeof drawn>): boolean =>
  tag.length === 2 && !tag.some((a) => others.some((b) => boxesMeet(a, b)))

describe('tags of rooms', () => {
  it('stand at the room’s point where nothing is in the way', () => {
    const { tag } = drawn([room('1', 3000, 2000)], '1')
    expect((tag[0]!.minX + tag[0]!.maxX) / 2).toBeCloseTo(3000, 6)
  })
  it('stand beside what is placed over it, and beside the leaf of a door', () => {
    expect(clear(drawn([room('1', 3000, 2000), placed('a', 3000, 2000)], '1'))).toBe(true)
    expect(clear(drawn([room('1', 1500, 500), opening('d', 'south', 1500, 900)], '1'))).toBe(true)
  })
  it('keep clear of the lines of a stair, of what is overhead and of dimensions', () => {
    const beam: AnyRecord = {
      id: 'beam',
      kind: 'overhead',
      level: LEVEL,
      what: 'beam',
      shape: { by: 'line', a: { x: 100, y: 2000 }, b: { x: 7900, y: 2000 }, width: 200 },
      bottom: 2300,
      height: 300,
    }
    const slant: AnyRecord = {
      ...beam,
      id: 'slant',
      shape: { ...beam.shape, b: { x: 7900, y: 5000 } } as never,
    }
    const chain: AnyRecord = {
      id: 'chain',
      kind: 'dimension',
      drawing: PLAN.id,
      anchors: [100, 7900].map((x) => ({ to: 'point', last: { x, y: 1500 } })),
      direction: 0,
      offset: { in: 'paper', paperMm: 10 },
    }
    const stair: AnyRecord = {
      id: 'stair',
      kind: 'stair',
      level: LEVEL,
      form: 'half turn',
      hand: 'left',
      at: { x: 4000, y: 1000 },
      turn: Math.PI / 2,
      width: 900,
      going: 250,
      rise: null,
      risers: null,
      first: null,
      well: 100,
      radius: 500,
      rails: 'both',
    }
    for (const thing of [beam, slant, chain, stair]) {
      const project = house(room('1', 4000, 2000), thing)
      const list = drawingList(sceneOf(project, PLAN), { ...PLAIN_LOOK, scale: 50 })
      const tag: Box[] = []
      const lines: [Point, Point][] = []
      for (const item of eachItem(list)) {
        if (item.kind === 'text' && item.source === '1') tag.push(itemExtent(item))
        if (item.source !== thing.id) continue
        if (item.kind === 'path' || item.kind === 'line') {
          const points =
            item.kind === 'path'
              ? flattenPath(pathOfItem(item), 1)
              : Array.from({ length: item.points.length / 2 }, (_, i) => ({
                  x: item.points[2 * i]!,
                  y: item.points[2 * i + 1]!,
                }))
          points.slice(1).forEach((p, i) => lines.push([points[i]!, p]))
        }
        if (item.kind !== 'segments') continue
        for (let i = 0; i + 3 < item.points.length; i += 4)
          lines.push([
            { x: item.points[i]!, y: item.points[i + 1]! },
            { x: item.points[i + 2]!, y: item.points[i + 3]! },
          ])
      }
      expect([tag.length, lines.length > 0]).toEqual([2, true])
      for (const box of tag)
        for (const [a, b] of lines)
          for (let k = 0; k <= 20; k++) {
            const p = { x: a.x + ((b.x - a.x) * k) / 20, y: a.y + ((b.y - a.y) * k) / 20 }
            expect(boxHasPoint(box, p)).toBe(false)
          }
    }
  })
  it('stand where they were put by hand, whatever lies there', () => {
    const at = { x: 3000, y: 2000 }
    const { tag } = drawn([room('1', 1000, 1000, { tagAt: at }), placed('a', 3000, 2000)], '1')
    expect((tag[0]!.minX + tag[0]!.maxX) / 2).toBeCloseTo(3000, 6)
  })
  it('keep clear of furniture anywhere, as long as there is room', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 700, max: 7300 }), fc.integer({ min: 700, max: 5300 })), {
          maxLength: 8,
        }),
        fc.tuple(fc.integer({ min: 200, max: 7800 }), fc.integer({ min: 200, max: 5800 })),
        (chairs, [x, y]) => {
          const records = [room('1', x, y), ...chairs.map(([cx, cy], i) => placed(`c${i}`, cx, cy))]
          expect(clear(drawn(records, '1'))).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
  })
})
