import { describe, expect, it } from 'vitest'
import { layDimension } from '../src/annotate'
import { settleBoard } from '../src/check'
import {
  EditRefused,
  Outcome,
  breakApart,
  copyItems,
  flipWall,
  groupItems,
  joinItems,
  lengthenItem,
  makeBlock,
  mapItems,
  mirrorAbout,
  moveHandle,
  moveItems,
  placeBlock,
  removeItems,
  repeatItems,
  retypeWalls,
  setPlacement,
  setWallLength,
  splitItem,
  stretchBox,
  takeTraits,
  trimItem,
  type MakeId,
} from '../src/edit'
import { sceneOf, type Scene } from '../src/derive'
import { distance, moveBy, type Point } from '../src/geometry'
import { STANDARD_STYLE } from '../src/library'
import { needs, type Anchor, type AnyRecord, type Change, type Id, type Project } from '../src/records'
import { TieFinder, holdAnchor } from '../src/ties'
import { METRIC } from '../src/units'
import {
  IN_HOUSE,
  PLAN,
  CUPBOARD,
  dimensionOf,
  drawn,
  houseRecords,
  lineShape,
  outline,
  PLAN_OF_HOUSE,
} from './house'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `n${++count}`

class Table {
  readonly project: Project
  constructor(...records: AnyRecord[]) {
    this.project = projectWith(PLAN_OF_HOUSE, ...records)
  }
  do(change: Change): this {
    this.project.check(change)
    this.project.apply(change)
    return this
  }
  get drawing() {
    return this.project.need('drawing', PLAN)
  }
  get ground(): Scene {
    return sceneOf(this.project, this.drawing)
  }
  tie(x: number, y: number): Anchor {
    return new TieFinder(this.ground, this.drawing).at({ x, y })
  }
  /** A dimension between points that are tied to what is there. */
  measure(id: Id, ...points: [number, number][]): this {
    const [p, q] = [points[0]!, points[points.length - 1]!]
    const direction = Math.abs(p[0] - q[0]) >= Math.abs(p[1] - q[1]) ? 0 : Math.PI / 2
    return this.do({
      put: [
        dimensionOf(
          id,
          points.map(([x, y]) => this.tie(x, y)),
          direction,
        ),
      ],
      drop: [],
    })
  }
  lengths(id: Id): number[] {
    const dimension = this.project.need('dimension', id)
    return layDimension(dimension, this.ground, 50, METRIC).lengths.map((mm) => Math.round(mm * 1e3) / 1e3)
  }
  points(id: Id): Point[] {
    return this.project.need('dimension', id).anchors.map((anchor) => holdAnchor(anchor, this.ground).point)
  }
  /** Open matters about annotation. */
  matters(): string[] {
    return settleBoard(this.ground)
      .filter(({ stage }) => stage === 'annotate')
      .map(({ text }) => text)
  }
}

/** A room of 6 000 by 4 000 between the lines of walls 140 thick. */
const ring = (): Wall4 => [
  wall('s', [0, 0, 6000, 0]),
  wall('e', [6000, 0, 6000, 4000]),
  wall('n', [6000, 4000, 0, 4000]),
  wall('w', [0, 4000, 0, 0]),
]
type Wall4 = [AnyRecord, AnyRecord, AnyRecord, AnyRecord]

describe('a dimension from outer corner to inner face', () => {
  // 6 000 + 70 to the outer face, from the line at 0: 6 070.
  const begin = (): Table => new Table(...ring()).measure('d', [0, 0], [6070, -70])

  it('reads the same when its wall is drawn the other way', () => {
    const table = begin()
    expect(table.lengths('d')).toEqual([6070])
    table.do(flipWall(table.project, 's'))
    expect(table.lengths('d')).toEqual([6070])
    expect(table.points('d').map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [0, 0],
      [6070, -70],
    ])
  })
  it('reads the same when its wall is split, and joined again', () => {
    const table = begin()
    table.do(splitItem(table.project, 's', { x: 3500, y: 0 }, makeId))
    expect(table.lengths('d')).toEqual([6070])
    const other = table.project.all('wall').find(({ id }) => id.startsWith('n') && id !== 'n')!
    table.do(joinItems(table.project, [other.id, 's']))
    expect(table.lengths('d')).toEqual([6070])
    expect(table.project.find('wall', 's')).toBeUndefined()
  })
  it('follows the corner when the wall is moved, and says so when the wall is gone', () => {
    const table = begin()
    table.do(moveItems(table.project, ['e'], { x: 500, y: 0 }))
    expect(table.lengths('d')).toEqual([6570])
    table.do(removeItems(table.project, ['s']))
    expect(table.lengths('d')).toEqual([6570])
    expect(table.project.need('dimension', 'd').anchors.every((anchor) => anchor.to === 'point')).toBe(true)
    expect(table.matters().join()).toMatch(/lost what it measured/)
  })
})

describe('what is tied along a wall', () => {
  it('stays where it is when the start of the wall moves', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0])).measure('d', [2000, 70], [4500, 70])
    expect(table.project.need('dimension', 'd').anchors[0]!.to).toBe('wallFace')
    table.do(moveHandle(table.project, 'w', 0, { x: -800, y: 0 }))
    expect(table.points('d').map(({ x }) => x)).toEqual([2000, 4500])
  })
  it('keeps its distance from the end that stays when the other is pulled aside', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0]), opening('o', 'w', 1500, 900)).measure(
      'd',
      [0, 0],
      [1050, 0],
    )
    table.do(moveHandle(table.project, 'w', 1, { x: 6000, y: 500 }))
    expect(table.project.need('opening', 'o').along).toBe(1500)
    expect(distance(table.points('d')[0]!, table.points('d')[1]!)).toBeCloseTo(1050, 6)
  })
  it('is lost with a word when its piece of wall is trimmed away', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0]), wall('x', [4000, -1000, 4000, 1000])).measure(
      'd',
      [1000, 70],
      [5000, 70],
    )
    table.do(trimItem(table.project, table.drawing, 'w', { x: 5500, y: 0 }, undefined, makeId))
    expect(table.lengths('d')).toEqual([4000])
    expect(table.matters().join()).toMatch(/lost what it measured/)
  })
})

describe('doors and windows', () => {
  it('refuse to be trimmed away or cut through, by name', () => {
    const door = { ...opening('o', 'w', 5000, 900), mark: 'D01' }
    const table = new Table(wall('w', [0, 0, 6000, 0]), wall('x', [4000, -1000, 4000, 1000]), door)
    const trim = (): unknown =>
      trimItem(table.project, table.drawing, 'w', { x: 5500, y: 0 }, undefined, makeId)
    expect(trim).toThrow(EditRefused)
    expect(trim).toThrow('The door D01 stands where the wall would be cut. Move or remove it first.')
    expect(() => splitItem(table.project, 'w', { x: 5000, y: 0 }, makeId)).toThrow(/D01/)
    table.do(splitItem(table.project, 'w', { x: 4550, y: 0 }, makeId))
    const held = table.project.need('opening', 'o')
    expect(held.wall).not.toBe('w')
    expect(held.along).toBeCloseTo(450, 6)
  })
  it('refuse an edit that cuts all of their wall away; ties to a bare one are lost with a word', () => {
    const w = wall('w', [0, 0, 4000, 0])
    const away = ({ project }: Table): Change => new Outcome(project).replaced(w, []).change()
    const bare = new Table(w).measure('d', [1000, 70], [3000, 70])
    bare.do(away(bare))
    expect(bare.project.find('wall', 'w')).toBeUndefined()
    expect(bare.lengths('d')).toEqual([2000])
    expect(bare.matters().join()).toMatch(/lost what it measured/)
    const table = new Table(w, { ...opening('o', 'w', 2000, 900), mark: 'D07' })
    expect(() => away(table)).toThrow('The door D07 stands where the wall would be cut.')
  })
  it('are kept and reported when the wall is shortened past them', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0]), opening('o', 'w', 5000, 900))
    table.do(lengthenItem(table.project, 'w', { x: 6000, y: 0 }, -2000))
    expect(table.project.need('opening', 'o').along).toBe(5000)
    const texts = settleBoard(table.ground).map(({ text }) => text)
    expect(texts.join()).toMatch(/no longer fits its wall/)
  })
  it('keep their hinges and their side when two walls of opposite ways become one', () => {
    const table = new Table(wall('p', [0, 0, 3000, 0]), wall('q', [6000, 0, 3000, 0]), {
      ...opening('o', 'q', 1000, 900),
      hand: 'start',
      side: 'left',
    }).measure('d', [4550, 0], [5450, 0])
    table.do(joinItems(table.project, ['p', 'q']))
    // From the east end 1 000: at x 5 000; its start jamb was the eastern one, its left the south.
    expect(table.project.need('opening', 'o')).toMatchObject({
      wall: 'p',
      along: 5000,
      hand: 'end',
      side: 'right',
    })
    expect(table.points('d').map(({ x }) => x)).toEqual([4550, 5450])
  })
})

describe('a length typed for a wall of a closed ring', () => {
  it('takes the wall across its end along, so that the ring stays closed and square', () => {
    const table = new Table(...ring())
    table.do(setWallLength(table.project, 's', 7000))
    const ends = ['s', 'e', 'n', 'w'].map((id) => {
      const { a, b } = table.project.need('wall', id)
      return [a.x, a.y, b.x, b.y].map(Math.round)
    })
    expect(ends).toEqual([
      [0, 0, 7000, 0],
      [7000, 0, 7000, 4000],
      [7000, 4000, 0, 4000],
      [0, 4000, 0, 0],
    ])
    expect(table.ground.building!.faults()).toBe(0)
  })
  it('takes the wall across in all its pieces, whichever way each is drawn', () => {
    const [, e, n, w] = ring()
    const table = new Table(wall('p', [3500, 0, 0, 0]), wall('q', [3500, 0, 6000, 0]), e, n, w)
    table.do(setWallLength(table.project, 'w', 5000))
    const y = (id: Id): number[] => {
      const { a, b } = table.project.need('wall', id)
      return [a.y, b.y].map((each) => Math.round(each) + 0)
    }
    expect([y('p'), y('q'), y('e'), y('w')]).toEqual([
      [-1000, -1000],
      [-1000, -1000],
      [-1000, 4000],
      [4000, -1000],
    ])
  })
  it('leaves a wall that stands alone to itself', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0]))
    table.do(setWallLength(table.project, 'w', 4500))
    expect(table.project.need('wall', 'w').b).toEqual({ x: 4500, y: 0 })
  })
})

describe('everything drawn can be tied to', () => {
  const furnished = (): Table => new Table(...houseRecords().filter(({ kind }) => kind !== 'drawing'))

  it.each([
    ['a drafted line at its end', 5000, 5200, 'item', 'line'],
    ['a drafted line along it', 5300, 5200, 'item', 'line'],
    ['a column at its corner', 6150, 3100, 'item', 'column'],
    ['a column in its middle', 6000, 3000, 'item', 'column'],
    ['a stair at its first riser', 4550, 500, 'item', 'stair'],
    ['a floor void', 5000, 2000, 'item', 'void'],
    ['a ramp', 10_500, 400, 'item', 'ramp'],
    ['a balustrade', 5500, 4500, 'item', 'rail'],
    ['a beam', 4100, 3600, 'item', 'beam'],
    ['a roof', 8100, 6100, 'item', 'roof'],
    ['a separating line', 4500, 4000, 'item', 'separator'],
    ['a guide', 7300, 1234, 'item', 'guide'],
  ] as const)('%s', (_what, x, y, to, item) => {
    const table = furnished()
    const anchor = table.tie(x, y)
    expect(anchor).toMatchObject({ to, item })
    const { point } = holdAnchor(anchor, table.ground)
    expect(Math.hypot(point.x - x, point.y - y)).toBeLessThan(0.5)
  })
  it('the edge of a placed block, in its own axes: it grows with the block', () => {
    const table = furnished()
    const right = 7000 + CUPBOARD.width / 2
    const anchor = table.tie(right, 5000 - CUPBOARD.depth / 2)
    expect(anchor).toMatchObject({ to: 'placement', placement: 'cupboard' })
    table.do({ put: [dimensionOf('d', [table.tie(7000, 5000), anchor])], drop: [] })
    table.do(setPlacement(table.project, 'cupboard', { width: CUPBOARD.width * 2, depth: CUPBOARD.depth }))
    expect(table.lengths('d')).toEqual([CUPBOARD.width])
  })
  it('an area, a wall’s body and a room, for what points into them', () => {
    const table = furnished()
    const into = (x: number, y: number): Anchor => new TieFinder(table.ground, table.drawing).within({ x, y })
    expect(into(6600, 900)).toMatchObject({ to: 'inside', item: 'tiles' })
    expect(into(1000, 10)).toMatchObject({ to: 'inside' })
    const bare = new Table(...ring(), IN_HOUSE.room[0]!)
    bare.do({ put: [{ ...IN_HOUSE.room[0]!, at: { x: 3000, y: 2000 } }], drop: [] })
    const finder = new TieFinder(bare.ground, bare.drawing)
    expect(finder.within({ x: 1000, y: 20 })).toMatchObject({ to: 'inside', item: 's' })
    expect(finder.within({ x: 1000, y: 1000 })).toMatchObject({ to: 'inside', item: 'room' })
    expect(finder.within({ x: -5000, y: 1000 })).toMatchObject({ to: 'point' })
  })
  it('a leader into an area goes with it', () => {
    const table = furnished()
    table.do(moveItems(table.project, ['tiles'], { x: 100, y: 50 }))
    expect(table.project.need('leader', 'leader').tip).toMatchObject({
      item: 'tiles',
      last: { x: 6600, y: 850 },
    })
  })
})

describe('what is tied to nothing', () => {
  it('is an open matter: an end of a dimension, a leader into the open', () => {
    const table = new Table(...ring()).measure('d', [0, 0], [9000, 9000])
    table.do({
      put: [
        {
          id: 'l',
          kind: 'leader',
          drawing: PLAN,
          tip: table.tie(-3000, 0),
          elbowPaperMm: { x: 10, y: 10 },
          text: 'Into the open',
        },
      ],
      drop: [],
    })
    const texts = table.matters()
    expect(texts).toHaveLength(2)
    expect(texts[0]).toMatch(/An end of a dimension is tied to nothing/)
    expect(texts[1]).toMatch(/A leader points to nothing/)
  })
})

describe('copies', () => {
  it('of a leader point to what they come to, not to the original', () => {
    const table = new Table(wall('p', [0, 0, 3000, 0]), wall('q', [0, 5000, 3000, 5000]))
    const leader = (tip: Anchor): AnyRecord => ({
      id: 'l',
      kind: 'leader',
      drawing: PLAN,
      tip,
      elbowPaperMm: { x: 10, y: 10 },
      text: 'Face',
    })
    table.do({ put: [leader(table.tie(1000, 70))], drop: [] })
    table.do(copyItems(table.project, ['l'], [moveBy(0, 5000), moveBy(0, 2000)], makeId))
    const tips = table.project.all('leader').map(({ tip }) => tip)
    expect(tips[0]).toMatchObject({ to: 'wallFace', wall: 'p' })
    expect(tips[1]).toMatchObject({ to: 'wallFace', wall: 'q', along: 1000, side: 'left' })
    expect(tips[2]).toEqual({ to: 'point', last: { x: 1000, y: 2070 } })
  })
  it('of a dimension brought square to it measure the same in another row', () => {
    const table = new Table(...ring()).measure('d', [0, 0], [6000, 0])
    table.do(copyItems(table.project, ['d'], [moveBy(0, -700)], makeId))
    const [one, two] = table.project.all('dimension')
    expect(two!.anchors).toEqual(one!.anchors)
    expect(two!.offset).toEqual({ in: 'paper', paperMm: 10 - 700 / 50 })
  })
  it('with their walls hold on to the copied walls, also mirrored', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0]), opening('o', 'w', 1500, 900)).measure(
      'd',
      [0, 0],
      [1050, 0],
      [1950, 0],
      [4000, 70],
    )
    const map = mirrorAbout({ x: 0, y: -2000 }, { x: 1, y: -2000 })
    table.do(copyItems(table.project, ['w', 'd'], [map], makeId))
    const copy = table.project.all('dimension')[1]!
    const points = copy.anchors.map((anchor) => holdAnchor(anchor, table.ground).point)
    expect(points.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [0, -4000],
      [1050, -4000],
      [1950, -4000],
      [4000, -4070],
    ])
  })
})

describe('mirroring a wall', () => {
  it('leaves a dimension that was not chosen on the same ends and faces', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0]), opening('o', 'w', 1500, 900)).measure(
      'd',
      [0, 0],
      [1050, 0],
      [5000, 70],
    )
    table.do(mapItems(table.project, ['w'], mirrorAbout({ x: 0, y: 0 }, { x: 0, y: 1 })))
    expect(table.points('d').map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [0, 0],
      [-1050, 0],
      [-5000, 70],
    ])
  })
})

describe('groups, repeats and hatches', () => {
  it('name what lines became: joined, split, broken apart', () => {
    const table = new Table(
      drawn('a', lineShape([0, 0], [1000, 0])),
      drawn('b', lineShape([1000, 0], [2000, 0])),
      drawn('c', lineShape([0, 500], [2000, 500])),
    )
    table.do(groupItems(table.project, PLAN, ['a', 'b', 'c'], makeId))
    table.do(joinItems(table.project, ['a', 'b']))
    const group = (): readonly Id[] => table.project.all('group')[0]!.members
    expect(group()).toEqual(['a', 'c'])
    table.do(splitItem(table.project, 'c', { x: 700, y: 500 }, makeId))
    expect(group()).toHaveLength(3)
    expect(group().every((id) => table.project.get(id))).toBe(true)
    table.do(removeItems(table.project, ['a', 'c']))
    expect(table.project.all('group')).toEqual([])
  })
  it('a hatch whose outline is cut open keeps the outline it had', () => {
    const table = new Table(...houseRecords().filter(({ kind }) => kind !== 'drawing'))
    table.do(breakApart(table.project, ['ring'], makeId))
    expect(table.project.need('hatch', 'hatch').region).toEqual({ by: 'outline' })
  })
  it('a dimension on a line holds on to the block that is made of it, and to its parts again', () => {
    const table = new Table(drawn('a', lineShape([0, 0], [1000, 0], [1000, 600]))).measure(
      'd',
      [0, 0],
      [1000, 0],
    )
    const input = {
      name: 'Shelf',
      category: 'Own',
      base: { x: 0, y: 0 },
      sizing: 'fixed',
      then: 'placement',
    } as const
    table.do(makeBlock(table.project, table.drawing, ['a'], input, makeId).change)
    expect(table.lengths('d')).toEqual([1000])
    expect(table.matters()).toEqual([])
    table.do(breakApart(table.project, [table.project.all('placement')[0]!.id], makeId))
    expect(table.lengths('d')).toEqual([1000])
    expect(table.matters()).toEqual([])
  })
})

describe('stretching the east half of a house', () => {
  it('takes slab, roof, stair, room and separating line along, and what is measured between them', () => {
    const table = new Table(...houseRecords().filter(({ kind }) => kind !== 'drawing'))
    const before = table.points('floors')
    const drawing = table.drawing
    const box = { minX: 4300, minY: -3000, maxX: 20_000, maxY: 9000 }
    table.do(stretchBox(table.project, drawing, box, { x: 1000, y: 0 }))
    expect(Math.max(...table.project.need('slab', 'slab').outline.vertices.map(({ x }) => x))).toBe(9000)
    expect(Math.max(...table.project.need('roof', 'roof').outline.vertices.map(({ x }) => x))).toBe(9100)
    expect(table.project.need('stair', 'stair').at.x).toBe(6000)
    expect(table.project.need('room', 'room').at.x).toBe(7500)
    expect(table.project.need('separator', 'separator').a.x).toBe(5500)
    table.points('floors').forEach((point, i) => expect(point.x).toBeCloseTo(before[i]!.x + 1000, 6))
    // The door in the west stays, the window in the east goes along.
    expect(table.project.need('opening', 'door').along).toBe(2000)
    expect(table.project.need('opening', 'window').along).toBe(7000)
  })
})

describe('other faults of before', () => {
  it('a slab repeated around a centre has its copies around it', () => {
    const table = new Table(IN_HOUSE.slab[0]!)
    const pattern = { how: 'around', centre: { x: 0, y: 0 }, step: Math.PI, count: 2, turned: false } as const
    table.do(repeatItems(table.project, PLAN, ['slab'], pattern, makeId))
    const [, copy] = table.project.all('slab')
    expect(copy!.outline.vertices.map(({ x, y }) => [x, y].map(Math.round))).toEqual(
      outline([-8000, -6000], [0, -6000], [0, 0], [-8000, 0]).vertices.map(({ x, y }) => [x, y]),
    )
  })
  it('Take traits takes the annotation style', () => {
    const style = { ...STANDARD_STYLE, id: 'bold', name: 'Bold' }
    const table = new Table(STANDARD_STYLE, style, ...ring())
    table.measure('p', [0, 0], [6000, 0]).measure('q', [0, 0], [0, 4000])
    table.do({ put: [{ ...table.project.need('dimension', 'p'), style: 'bold' }], drop: [] })
    table.do(takeTraits(table.project, 'p', ['q']))
    expect(table.project.need('dimension', 'q').style).toBe('bold')
    table.do({ put: [dimensionOf('r', table.project.need('dimension', 'q').anchors.slice())], drop: [] })
    table.do(takeTraits(table.project, 'r', ['q']))
    expect(table.project.need('dimension', 'q').style).toBeUndefined()
  })
  it('a block needs the blocks within its front', () => {
    const front = {
      height: 900,
      items: [{ shape: 'block', block: 'handle', at: { x: 0, y: 0 }, turn: 0, mirrored: false } as const],
    }
    expect(needs({ ...CUPBOARD, front })).toContainEqual(['handle', ['block']])
  })
  it('retyping walls keeps what is measured along them on their faces', () => {
    const table = new Table(wall('w', [0, 0, 6000, 0])).measure('d', [1000, 70], [5000, -70])
    table.do(retypeWalls(table.project, ['w'], { type: 'wall-type-cavity-350' }, 'left'))
    expect(table.lengths('d')).toEqual([4000])
    // The left face stays, the right one moves out to the new thickness.
    const [left, right] = table.points('d')
    expect(left!.y).toBeCloseTo(70, 6)
    expect(right!.y).toBeCloseTo(70 - 350, 6)
  })
  it('a block placed anew is named by nothing that is gone', () => {
    const table = new Table(CUPBOARD)
    const places = [{ at: { x: 0, y: 0 }, turn: 0, mirrored: false }]
    table.do(placeBlock(table.project, { level: LEVEL, block: CUPBOARD.id, places }, makeId))
    const [placed] = table.project.all('placement')
    table.measure('d', [0, 0], [0, -CUPBOARD.depth])
    table.do(removeItems(table.project, [placed!.id]))
    expect(table.project.namers(placed!.id)).toEqual([])
  })
})
