import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { LevelSolver } from '../src/building'
import { PLAIN_LOOK } from '../src/derive'
import { eachItem, itemExtent } from '../src/display'
import { boxesMeet, type Box } from '../src/geometry'
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
  const list = drawingList(project, PLAN, new LevelSolver(project, LEVEL), { ...PLAIN_LOOK, scale: 50 })
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
