import { describe, expect, it } from 'vitest'
import { addSight, setBlock, setLens, type MakeId, type NewSight } from '../src/edit'
import { STANDARD_LENSES, standardBlocks } from '../src/library'
import type { AnyRecord, Block, Change, Id, Placement, Project } from '../src/records'
import { solidOf } from '../src/solids'
import { derivedSource, type DerivedLine } from '../src/views'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
/** A box of 1 000 by 600 about its base point, its back at y = 300, 900 high; a door is drawn on its front. */
const CUPBOARD: Block = {
  ...{
    id: 'block',
    kind: 'block',
    name: 'Cupboard',
    category: 'Own',
    width: 1000,
    depth: 600,
    sizing: 'stretch',
  },
  items: [
    {
      shape: 'polyline',
      closed: true,
      points: [
        { x: -500, y: -300 },
        { x: 500, y: -300 },
        { x: 500, y: 300 },
        { x: -500, y: 300 },
      ],
    },
  ],
  front: {
    height: 900,
    items: [
      {
        shape: 'polyline',
        closed: false,
        points: [
          { x: 0, y: 0 },
          { x: 0, y: 900 },
        ],
      },
    ],
  },
}
const placed = (more: Partial<Placement> = {}): Placement => ({
  ...{ id: 'p', kind: 'placement', level: LEVEL, block: 'block', at: { x: 3000, y: 2000 }, turn: 0 },
  mirrored: false,
  ...more,
})
const withCupboard = (placement: Placement, ...more: AnyRecord[]): Project =>
  projectWith(PLAN, ...STANDARD_LENSES, CUPBOARD, placement, ...more)
function look(project: Project, sight: NewSight): { id: Id; lines: () => readonly DerivedLine[] } {
  const { change, drawing } = addSight(project, sight, makeId)
  made(project, change)
  return {
    id: drawing,
    lines: () => derivedSource(project).of(drawing, false).things.get('p')?.lines ?? [],
  }
}
const extent = (lines: readonly DerivedLine[]): number[] => {
  const xs = lines.flatMap(({ x1, x2 }) => [x1, x2])
  const ys = lines.flatMap(({ y1, y2 }) => [y1, y2])
  return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)].map(
    (v) => Math.round(v * 100) / 100,
  )
}
const upright = (lines: readonly DerivedLine[], x: number): boolean =>
  lines.some(
    ({ x1, x2, y1, y2 }) => Math.abs(x1 - x) < 0.01 && Math.abs(x2 - x) < 0.01 && Math.abs(y2 - y1) > 899,
  )
const SOUTH: NewSight = { view: 'elevation', a: { x: -1000, y: -2000 }, b: { x: 8000, y: -2000 } }
const WALL = wall('w', [0, 5000, 6000, 5000])
/** A wall for sections to cut. */
const ACROSS = wall('across', [-500, -500, -500, 6000])

describe('a placed block in views', () => {
  it('is its box, with its front on the side away from its back', () => {
    const project = withCupboard(placed(), WALL, ACROSS)
    const south = look(project, SOUTH)
    expect(extent(south.lines())).toEqual([2500, 3500, 0, 900])
    expect(upright(south.lines(), 3000)).toBe(true)
    const east = look(project, { view: 'elevation', a: { x: 8000, y: -2000 }, b: { x: 8000, y: 7000 } })
    expect(extent(east.lines())).toEqual([1700, 2300, 0, 900])
    expect(upright(east.lines(), 2000)).toBe(false)
    // From behind its front is not seen.
    const north = look(project, { view: 'section', a: { x: 8000, y: 4000 }, b: { x: -1000, y: 4000 } })
    expect(extent(north.lines())).toEqual([-3500, -2500, 0, 900])
    expect(upright(north.lines(), -3000)).toBe(false)
  })

  it('is turned, mirrored and stretched as it stands', () => {
    const project = withCupboard(placed({ turn: Math.PI / 2, mirrored: true, size: { x: 2, y: 1 } }), WALL)
    // Mirrored across its own axis its front looks along x, to the east.
    const east = look(project, { view: 'elevation', a: { x: 8000, y: -2000 }, b: { x: 8000, y: 7000 } })
    const west = look(project, { view: 'elevation', a: { x: -2000, y: 7000 }, b: { x: -2000, y: -2000 } })
    expect(extent(east.lines())).toEqual([1000, 3000, 0, 900])
    expect([upright(east.lines(), 2000), upright(west.lines(), -2000)].filter(Boolean)).toHaveLength(1)
  })

  it('shows where its lens shows furniture, and not where a section runs through it', () => {
    const project = withCupboard(placed(), WALL, ACROSS)
    const before = look(project, { view: 'section', a: { x: -1000, y: 500 }, b: { x: 8000, y: 500 } })
    expect(before.lines().length).toBeGreaterThan(0)
    const through = look(project, { view: 'section', a: { x: -1000, y: 2000 }, b: { x: 8000, y: 2000 } })
    expect(through.lines()).toEqual([])
    made(project, setLens(project, 'lens-full', { furniture: false }))
    expect(before.lines()).toEqual([])
  })

  it('stands as high as it is told to without a front, and is drawn in plan alone without either', () => {
    const { front: _, ...plain } = CUPBOARD
    const project = projectWith(PLAN, ...STANDARD_LENSES, plain, placed(), WALL)
    const south = look(project, SOUTH)
    expect(south.lines()).toEqual([])
    made(project, setBlock(project, 'block', { height: 450 }))
    expect(extent(south.lines())).toEqual([2500, 3500, 0, 450])
    made(project, setBlock(project, 'block', { height: undefined }))
    expect(south.lines()).toEqual([])
    expect(() => setBlock(project, 'block', { height: 0 })).toThrow('higher than nothing')
  })

  it('that is a tree or a person stands in plan alone, until it is told otherwise', () => {
    const tree = standardBlocks('metric').find(({ name }) => name.startsWith('Tree,'))!
    const project = projectWith(PLAN, ...STANDARD_LENSES, tree, placed({ block: tree.id }), WALL)
    const south = look(project, SOUTH)
    expect(south.lines()).toEqual([])
    made(project, setBlock(project, tree.id, { planAlone: undefined }))
    expect(extent(south.lines()).slice(2)).toEqual([0, tree.front!.height])
    expect(solidOf(project, project.need('placement', 'p'))!.faces).toHaveLength(6)
  })
})
