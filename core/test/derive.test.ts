import { describe, expect, it } from 'vitest'
import { LevelSolver, typeThickness, type SolvedWall } from '../src/building'
import { PLAIN_LOOK, openingItems, placementItems, sceneItems, sceneOf } from '../src/derive'
import {
  eachItem,
  extentOf,
  itemExtent,
  penOf,
  type ArcItem,
  type DisplayItem,
  type LineItem,
} from '../src/display'
import {
  STANDARD_BLOCKS,
  standardBlocks,
  STANDARD_MATERIALS,
  METRIC_WALL_TYPES,
  FEET_INCHES_WALL_TYPES,
  openingTypeOf,
} from '../src/library'
import { Project, recordSchema, type Drawing, type Opening } from '../src/records'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

const along = [0, 0, 4000, 0] as const
/** A door 900 wide at 2 000 of a wall 140 thick on its centre line, run to the right. */
function door(facts: Partial<Opening>): DisplayItem[] {
  const project = projectWith(wall('a', along), { ...opening('d', 'a', 2000, 900), ...facts })
  const solved = new LevelSolver(project, LEVEL).get('a')!
  return drawn(solved, true)
}
function drawn(solved: SolvedWall, swings: boolean): DisplayItem[] {
  const fit = solved.openings[0]!
  const type = openingTypeOf(new Project(), fit.opening)
  return openingItems(solved.shape, fit, type, { openings: 'detailed', swings }, 50)
}
const arcOf = (items: DisplayItem[]): ArcItem => items.find((item): item is ArcItem => item.kind === 'arc')!

describe('a door in plan', () => {
  // Between linings of 32 the leaf is 836 long; it hangs at a jamb on the face it opens to.
  it.each([
    ['start', 'left', 1582, 70, 1],
    ['end', 'left', 2418, 70, 1],
    ['start', 'right', 1582, -70, -1],
    ['end', 'right', 2418, -70, -1],
  ] as const)('hung at its %s, opening to the %s', (hand, side, x, y, up) => {
    const items = door({ hand, side })
    const arc = arcOf(items)
    expect([arc.x, arc.y, arc.radius]).toEqual([x, y, 836])
    expect(arc.sweep).toBeCloseTo(Math.PI / 2, 12)
    // The swing runs between the open leaf, square to the wall, and the other jamb.
    const ends = [arc.from, arc.from + arc.sweep].map((angle) => [
      Math.round(arc.x + arc.radius * Math.cos(angle)),
      Math.round(arc.y + arc.radius * Math.sin(angle)),
    ])
    expect(ends).toContainEqual([x, y + up * 836])
    expect(ends).toContainEqual([hand === 'start' ? 2418 : 1582, y])
    const box = extentOf(items)
    expect(up > 0 ? box.maxY : -box.minY).toBeCloseTo(70 + 836, 6)
  })
  it('without swings is its lining alone', () => {
    const project = projectWith(wall('a', along), opening('d', 'a', 2000, 900))
    const solved = new LevelSolver(project, LEVEL).get('a')!
    const bare = drawn(solved, false)
    expect(bare.some((item) => item.kind === 'arc')).toBe(false)
    expect(extentOf(bare).maxY).toBeCloseTo(70, 9)
  })
  it('with a fault is drawn dashed in its place', () => {
    const items = door({ along: 3900 })
    expect(items.every((item) => item.kind === 'segments' && item.pen === 'hidden')).toBe(true)
  })
})

describe('a window in plan', () => {
  const items = (side: Opening['side']): LineItem[] =>
    door({ fit: 'window', side }).filter((item): item is LineItem => item.kind === 'line')
  it('has both faces, a frame nearer to the outside, and its glass within the frame', () => {
    for (const side of ['left', 'right'] as const) {
      const lines = items(side)
      const frames = lines.filter((line) => line.closed)
      expect(frames).toHaveLength(2)
      const frame = itemExtent(frames[0]!)
      expect(frame.maxY - frame.minY).toBeCloseTo(70, 9)
      // A third of the room of 70 is outside of the frame.
      expect(side === 'left' ? 70 - frame.maxY : frame.minY + 70).toBeCloseTo(70 / 3, 9)
      const glass = lines.find(
        (line) => line.pen === 'seen' && !line.closed && Math.abs(line.points[1]!) < 60,
      )!
      expect(glass.points[1]).toBeCloseTo((frame.minY + frame.maxY) / 2, 9)
    }
  })
})

describe('placed blocks', () => {
  const block = STANDARD_BLOCKS.find((each) => each.id === 'block-kiln')!
  it('are mirrored before they are turned', () => {
    const chair = {
      ...block,
      items: [
        {
          shape: 'polyline',
          closed: false,
          points: [
            { x: 100, y: 0 },
            { x: 100, y: 50 },
          ],
        },
      ],
    } as const
    const [line] = placementItems(
      { id: 'p', at: { x: 1000, y: 1000 }, turn: Math.PI / 2, mirrored: true },
      chair as never,
    )
    expect(line?.kind === 'line' && line.points.map((n) => Math.round(n))).toEqual([1000, 900, 950, 900])
  })
  it('turn their arcs along, mirrored ones the other way', () => {
    const arcs = {
      ...block,
      items: [{ shape: 'arc', centre: { x: 0, y: 0 }, radius: 100, from: 0, sweep: Math.PI / 2 }],
    } as const
    const box = (turn: number, mirrored: boolean): number[] => {
      const extent = extentOf(placementItems({ id: 'p', at: { x: 0, y: 0 }, turn, mirrored }, arcs as never))
      return [extent.minX, extent.minY, extent.maxX, extent.maxY].map((n) => Math.round(n) + 0)
    }
    expect(box(0, false)).toEqual([0, 0, 100, 100])
    expect(box(Math.PI / 2, false)).toEqual([-100, 0, 0, 100])
    expect(box(0, true)).toEqual([-100, 0, 0, 100])
    expect(box(Math.PI / 2, true)).toEqual([-100, -100, 0, 0])
  })
})

describe('a plan', () => {
  const drawing: Drawing = {
    id: 'plan',
    kind: 'drawing',
    name: 'Plan',
    view: 'plan',
    level: LEVEL,
    readingScale: 50,
  }
  const project = projectWith(
    drawing,
    wall('a', along, 'cavity-350'),
    opening('d', 'a', 2000, 900),
    ...STANDARD_BLOCKS.slice(0, 1),
    {
      id: 'table',
      kind: 'placement',
      level: LEVEL,
      block: STANDARD_BLOCKS[0]!.id,
      at: { x: 2000, y: 2000 },
      turn: 0,
      mirrored: false,
    },
  )
  const plan = (look: Partial<typeof PLAIN_LOOK>): DisplayItem[] =>
    sceneItems(sceneOf(project, drawing), { ...PLAIN_LOOK, ...look, scale: 50 })
  it('fills by material, by one tone, or not at all', () => {
    const fills = (poche: typeof PLAIN_LOOK.poche): number =>
      plan({ poche, furniture: false }).filter((i) => i.kind === 'fill').length
    expect([fills('patterns'), fills('solid'), fills('outline')]).toEqual([4, 1, 0])
  })
  it('draws what is cut boldest, in two closed outlines beside the door', () => {
    const cut = plan({}).filter(
      (item): item is LineItem => item.kind === 'line' && penOf(item.pen).widthMm === 0.5,
    )
    expect(cut).toHaveLength(2)
    expect(cut.every((line) => line.closed)).toBe(true)
  })
  it('leaves furniture and swings out when asked', () => {
    const hasTable = (look: Partial<typeof PLAIN_LOOK>): boolean =>
      [...eachItem(plan(look))].some((item) => item.source === 'table')
    expect(hasTable({ furniture: false })).toBe(false)
    expect(hasTable({})).toBe(true)
    expect(plan({ swings: false }).some((item) => item.kind === 'arc')).toBe(false)
  })
})

describe('what is shipped', () => {
  it.each(['metric', 'feet-inches'] as const)('blocks are as large as they say: %s', (system) => {
    const blocks = standardBlocks(system)
    expect(blocks.length).toBeGreaterThanOrEqual(90)
    expect(new Set(blocks.map(({ id }) => id)).size).toBe(blocks.length)
    expect(new Set(blocks.map(({ name }) => name)).size).toBe(blocks.length)
    expect(blocks.filter(({ front }) => front).length).toBeGreaterThanOrEqual(15)
    for (const block of blocks) {
      expect(recordSchema.safeParse(block).success).toBe(true)
      const items = placementItems({ id: 'p', at: { x: 0, y: 0 }, turn: 0, mirrored: false }, block)
      const box = extentOf(items.filter((item) => item.kind !== 'text'))
      expect(box.maxX - box.minX, block.name).toBeCloseTo(block.width, -0.5)
      expect(box.maxY - box.minY, block.name).toBeCloseTo(block.depth, -0.5)
      // What stands against walls has its back at its base point, or a little before it.
      if (block.atWall) expect(box.maxY, block.name).toBeLessThanOrEqual(0.01)
      const named = / (\d{3,4}) × (\d{3,4})$/.exec(block.name)
      if (named)
        expect([block.width, block.depth].map(Math.round)).toEqual([Number(named[1]), Number(named[2])])
    }
  })
  it('wall types are made of shipped materials, and as thick as their names say', () => {
    const materials = new Set(STANDARD_MATERIALS.map((material) => material.id))
    for (const type of [...METRIC_WALL_TYPES, ...FEET_INCHES_WALL_TYPES]) {
      expect(recordSchema.safeParse(type).success).toBe(true)
      for (const strip of type.strips) expect(materials.has(strip.material)).toBe(true)
    }
    for (const type of METRIC_WALL_TYPES)
      expect(typeThickness(type)).toBe(Number(/(\d+)$/.exec(type.name)![1]))
  })
  it('structure is stronger than what lines it', () => {
    const priority = (id: string): number =>
      STANDARD_MATERIALS.find((each) => each.id === `material-${id}`)!.priority
    expect(priority('blockwork')).toBeGreaterThan(priority('plaster'))
    expect(priority('stud')).toBeGreaterThan(priority('boards'))
    expect(priority('insulation')).toBeGreaterThan(priority('boards'))
  })
})
