import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { endsBeyond, layDimension } from '../src/annotate'
import { settleBoard, type Matter } from '../src/check'
import { sceneOf, type Scene } from '../src/derive'
import { extentOf } from '../src/display'
import { STANDARD_STYLE } from '../src/library'
import {
  addDimensions,
  addSight,
  dropDimensionPoint,
  mapItems,
  measureTo,
  moveItems,
  setLevel,
  type MakeId,
  type NewSight,
} from '../src/edit'
import {
  rowAcross,
  rowsOfRoom,
  rowsOfRooms,
  rowsOfSide,
  sideAt,
  type GatheredRow,
  type WantedRows,
} from '../src/gather'
import { moveBy, turnBy } from '../src/geometry'
import { Project, type AnyRecord, type Change, type Dimension } from '../src/records'
import { TieFinder, holdAnchor } from '../src/ties'
import { PLAN, opening, projectWith, roomAt, wall } from './wallFixture'

const METRIC = { system: 'metric', stepMm: 1, fraction: 16 } as const
const ALL: WantedRows = { openings: 'jambs', corners: true, grid: true, overall: true }

let count = 0
const makeId: MakeId = () => `made${++count}`
const apply = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}

/**
 * An L: 10 m wide, 8 m deep, its south front set back by 3 m from x = 6 m on. Walls of 140 on their axes; a door of 900 at
 * 2 m and a window of 1 200 at 4.5 m in the south, one of 1 000 in the part set back, one in the north.
 */
const house = (): AnyRecord[] => [
  wall('s1', [0, 0, 6000, 0]),
  wall('in', [6000, 0, 6000, 3000]),
  wall('s2', [6000, 3000, 10_000, 3000]),
  wall('e', [10_000, 3000, 10_000, 8000]),
  wall('n', [10_000, 8000, 0, 8000]),
  wall('w', [0, 8000, 0, 0]),
  opening('door', 's1', 2000, 900),
  opening('win', 's1', 4500, 1200, 'window'),
  opening('back', 's2', 2000, 1000, 'window'),
  opening('north', 'n', 5000, 1000, 'window'),
]

const planOf = (...records: AnyRecord[]): Scene => {
  const project = projectWith(PLAN, ...records)
  return sceneOf(project, project.need('drawing', PLAN.id))
}
const again = ({ project, board }: Scene): Scene => sceneOf(project, project.need('drawing', board.id))

const figuresOf = ({ lengths }: { readonly lengths: readonly number[] }): string =>
  lengths.map((mm) => Math.round(mm)).join(' ')

/** What the rows say, from the building outwards, as they are read. */
const said = (rows: readonly GatheredRow[], scene: Scene): string[] =>
  rows.map((row) => {
    const laid = layDimension(
      { id: 'x', kind: 'dimension', drawing: scene.board.id, ...row },
      scene,
      50,
      METRIC,
    )
    return figuresOf(laid)
  })
const side = (scene: Scene, x: number, y: number, wanted: Partial<WantedRows> = {}): GatheredRow[] =>
  rowsOfSide(scene, sideAt(scene, { x, y })!, { ...ALL, ...wanted }, new TieFinder(scene, scene.board))

describe('rows of a side of a building', () => {
  it('tell openings, corners and the whole, at even steps, setbacks and what is seen in them too', () => {
    const scene = planOf(...house())
    const rows = side(scene, 3000, -2000)
    // By hand: from −70 to 6 070 to 10 070; jambs at 1550, 2450, 3900, 5100 and, set back, at 7500 and 8500.
    expect(said(rows, scene)).toEqual(['1620 900 1450 1200 970 1430 1000 1570', '6140 4000', '10140'])
    expect(rows.map(({ offset }) => offset)).toEqual([
      { in: 'row', side: 'right', row: 0 },
      { in: 'row', side: 'right', row: 1 },
      { in: 'row', side: 'right', row: 2 },
    ])
    // Everything is tied.
    expect(rows.flatMap(({ anchors }) => anchors).filter(({ to }) => to === 'point')).toEqual([])
  })

  it('tell no more than there is: the north has no setback, the west no opening', () => {
    const scene = planOf(...house())
    expect(said(side(scene, 3000, 9000), scene)).toEqual(['4570 1000 4570', '10140'])
    expect(said(side(scene, -3000, 4000), scene)).toEqual(['8140'])
    expect(said(side(scene, 12_000, 5000), scene)).toEqual(['3000 5140', '8140'])
  })

  it('go to centres of openings, when that is wanted, and leave out what is not', () => {
    const scene = planOf(...house())
    expect(said(side(scene, 3000, -2000, { openings: 'centres', overall: false }), scene)).toEqual([
      '2070 2500 1570 1930 2070',
      '6140 4000',
    ])
    expect(said(side(scene, 3000, -2000, { openings: null, corners: false }), scene)).toEqual(['10140'])
  })

  it('come after the rows that stand there, and not after those of another side', () => {
    const scene = planOf(...house())
    const { project } = scene
    apply(project, addDimensions(project, PLAN.id, side(scene, 3000, -2000), makeId))
    const rows = (x: number, y: number): unknown[] =>
      side(again(scene), x, y).map(({ offset }) => (offset.in === 'row' ? offset.row : null))
    expect(rows(3000, -2000)).toEqual([3, 4, 5])
    expect(rows(3000, 9000)).toEqual([0, 1])
  })

  it('tell grid lines square to them between the openings and the whole', () => {
    const scene = planOf(
      ...house(),
      ...[0, 6000, 10_000].map((x, i): AnyRecord => ({
        id: `grid${i}`,
        kind: 'gridLine',
        name: String(i + 1),
        a: { x, y: -4000 },
        b: { x, y: 12_000 },
      })),
    )
    const rows = side(scene, 3000, -2000)
    expect(said(rows, scene)).toEqual([
      '1620 900 1450 1200 970 1430 1000 1570',
      '6140 4000',
      '6000 4000',
      '10140',
    ])
    // The row of the grid stands as near to the building as the others.
    const ticks = rows.map((row) => {
      const laid = layDimension({ id: 'x', kind: 'dimension', drawing: PLAN.id, ...row }, scene, 50, METRIC)
      return laid.ticks[0]!.y
    })
    expect(ticks).toEqual([-570, -970, -1370, -1770].map((y) => expect.closeTo(y, 6)))
  })

  it('say the same wherever the building stands and however it is turned', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: -50_000, max: 50_000 }),
        (turn, away) => {
          const scene = planOf(...house())
          const { project } = scene
          const map = (p: { x: number; y: number }) => ({
            x: away + p.x * Math.cos(turn) - p.y * Math.sin(turn),
            y: p.x * Math.sin(turn) + p.y * Math.cos(turn),
          })
          const ids = project.all('wall').map(({ id }) => id)
          apply(project, mapItems(project, ids, turnBy(turn)))
          apply(project, mapItems(project, ids, moveBy(away, 0)))
          const now = again(scene)
          const p = map({ x: 3000, y: -2000 })
          const [first, second, third] = said(side(now, p.x, p.y), now)
          const backwards = (words: string): string => words.split(' ').reverse().join(' ')
          const either = ['1620 900 1450 1200 970 1430 1000 1570', '6140 4000']
          expect([either, either.map(backwards)]).toContainEqual([first, second])
          expect(third).toBe('10140')
        },
      ),
      { numRuns: 40 },
    )
  })
})

describe('rows across', () => {
  it('tell faces, structure or axes of all they cross', () => {
    const scene = planOf(
      ...house(),
      wall('part', [3000, 0, 3000, 8000]),
      opening('in-door', 'part', 4000, 900),
    )
    const finder = new TieFinder(scene, scene.board)
    const across = (on: 'finish' | 'structure' | 'axis', y = 5000): string | undefined => {
      const row = rowAcross(scene, { x: -500, y }, { x: 10_500, y }, on, finder)
      return row ? said([row], scene)[0] : undefined
    }
    expect(across('finish')).toBe('140 2860 140 6860 140')
    expect(across('axis')).toBe('3000 7000')
    // Also where it runs through a door.
    expect(across('finish', 4000)).toBe('140 2860 140 6860 140')
    expect(across('finish', -3000)).toBeUndefined()
  })

  it('measure a room by its width and depth, clear of its tag, every room at one go', () => {
    const scene = planOf(
      ...house(),
      wall('part', [3000, 0, 3000, 8000]),
      roomAt('room', 'Hall', '1', 1000, 2000),
      roomAt('other', 'Hall', '2', 5000, 6000),
    )
    if (scene.view !== 'plan') throw new Error('a plan')
    const finder = new TieFinder(scene, scene.board)
    const rows = rowsOfRoom(scene, { x: 1500, y: 4000 }, 50, finder)
    expect(said(rows, scene).sort()).toEqual(['2860', '7860'])
    for (const { anchors, direction } of rows) {
      const u = { x: Math.cos(direction), y: Math.sin(direction) }
      const aside = u.x * anchors[0]!.last.y - u.y * anchors[0]!.last.x
      const tag = u.x * 2000 - u.y * 1000
      expect(Math.abs(aside - tag)).toBeGreaterThan(9 * 50)
    }
    expect(said(rowsOfRooms(scene, 50, finder), scene)).toHaveLength(4)
    expect(rowsOfRoom(scene, { x: -4000, y: 0 }, 50, finder)).toEqual([])
  })
})

describe('heights of a view from the side', () => {
  const upper = {
    id: 'upper',
    kind: 'level',
    name: 'First',
    elevation: 2700,
    height: 2700,
    cutHeight: 1100,
  } as AnyRecord
  const viewOf = (sight: Partial<NewSight>, ...more: AnyRecord[]): Scene => {
    const project = projectWith(PLAN, ...house(), ...more)
    const { change, drawing } = addSight(
      project,
      { view: 'elevation', a: { x: -1000, y: -3000 }, b: { x: 11_000, y: -3000 }, ...sight },
      makeId,
    )
    apply(project, change)
    return sceneOf(project, project.need('drawing', drawing))
  }

  it('tell floors, sills and heads, beside it on the side that is pressed', () => {
    const scene = viewOf({}, upper, { ...wall('up', [0, 0, 6000, 0]), level: 'upper' })
    // By hand: floors at 0 and 2 700, the window from 900 to 2 100, the door to 2 100, the upper wall to 5 400.
    const left = side(scene, -3000, 1000)
    expect(said(left, scene)).toEqual(['900 1200 600', '2700', '5400'])
    expect(left.map(({ offset }) => offset)).toEqual(
      [0, 1, 2].map((row) => ({ in: 'row', side: 'left', row })),
    )
    expect(side(scene, 20_000, 1000).map(({ offset }) => offset.in === 'row' && offset.side)).toEqual(
      Array(3).fill('right'),
    )
    expect(left.flatMap(({ anchors }) => anchors).filter(({ to }) => to === 'point')).toEqual([])
  })

  it('begin their extension lines beside what is seen at each height, not across it', () => {
    const scene = viewOf({}, upper, { ...wall('up', [0, 0, 6000, 0]), level: 'upper' })
    const begins = (row: GatheredRow): number[] => {
      const { items } = layDimension(
        { id: 'x', kind: 'dimension', drawing: scene.board.id, ...row },
        scene,
        50,
        METRIC,
      )
      const lines = items.flatMap((item) => (item.kind === 'segments' ? [item.points] : []))
      const level = lines.filter(([x1, y1, x2, y2]) => Math.abs(y2! - y1!) < 1 && Math.abs(x2! - x1!) > 500)
      return level.map(([x1, , x2]) => Math.min(x1!, x2!))
    }
    const [heights, floors, all] = side(scene, 20_000, 1000)
    const gap = STANDARD_STYLE.extensionGapPaperMm * 50
    // Floor, sill and head of the window at 4 500 and the upper floor, behind the corner at 10 070; over that the upper wall ends
    // at 6 000, where the row begins that tells its top.
    expect(begins(heights!)).toEqual([10_070, 10_070, 10_070, 10_070].map((x) => expect.closeTo(x + gap, 6)))
    expect(begins(floors!)).toEqual([10_070, 10_070].map((x) => expect.closeTo(x + gap, 6)))
    expect(begins(all!)).toEqual([10_070, 6000].map((x) => expect.closeTo(x + gap, 6)))
  })

  it('put the names of levels beyond them, but not those that stand further out', () => {
    const scene = viewOf({}, upper)
    const { project, board } = scene
    const rows = side(scene, 20_000, 1000)
    const laid = rows.map((row) =>
      layDimension({ id: 'x', kind: 'dimension', drawing: board.id, ...row }, scene, 50, METRIC),
    )
    const ends = endsBeyond(laid, scene, 50)
    expect(Object.keys(ends)).toEqual(['right'])
    const furthest = extentOf(laid.flatMap(({ items }) => items)).maxX
    expect(ends.right).toBeCloseTo((furthest - 10_070) / 50 + 3, 6)
    apply(project, addDimensions(project, board.id, rows, makeId, ends))
    const stored = (): unknown => project.need('drawing', board.id)
    expect(stored()).toMatchObject({ lineEnds: { right: ends.right } })
    const before = stored()
    apply(project, addDimensions(project, board.id, rows, makeId, { right: 20 }))
    expect(stored()).toEqual(before)
    // Those on the left put nothing elsewhere: no names stand there.
    const left = side(again(scene), -3000, 1000).map((row) =>
      layDimension({ id: 'x', kind: 'dimension', drawing: board.id, ...row }, again(scene), 50, METRIC),
    )
    expect(endsBeyond(left, again(scene), 50)).toEqual({})
  })

  it('tell what a section cuts through', () => {
    const scene = viewOf({ view: 'section', a: { x: 4500, y: -1000 }, b: { x: 4500, y: 9000 } })
    expect(said(side(scene, -30_000, 1000), scene)[0]).toBe('900 1200')
  })

  it('tell grid lines over or under it, and follow the grid and the floors', () => {
    const scene = viewOf(
      {},
      upper,
      ...[0, 6000].map((x, i): AnyRecord => ({
        id: `grid${i}`,
        kind: 'gridLine',
        name: String(i + 1),
        a: { x, y: -4000 },
        b: { x, y: 12_000 },
      })),
    )
    const { project, board } = scene
    const rows = [...side(scene, 3000, -9000), ...side(scene, -3000, 1000, { overall: false })]
    expect(said(rows, scene)).toEqual(['6000', '900 1200 600', '2700'])
    apply(project, addDimensions(project, board.id, rows, makeId))
    apply(project, moveItems(project, ['grid1'], { x: 500, y: 700 }))
    apply(project, setLevel(project, 'upper', { elevation: 2900 }))
    expect(
      project.all('dimension').map((row) => figuresOf(layDimension(row, again(scene), 50, METRIC))),
    ).toEqual(['6500', '900 1200 800', '2900'])
    // Moved with its grid line, it stands as high as it did.
    expect(holdAnchor(project.all('dimension')[0]!.anchors[1]!, again(scene)).point.y).toBe(
      rows[0]!.anchors[1]!.last.y,
    )
  })

  it('offer a new floor', () => {
    const scene = viewOf({}, { ...upper, elevation: 2400 } as AnyRecord)
    const { project, board } = scene
    apply(project, addDimensions(project, board.id, side(scene, -3000, 1000), makeId))
    const offered = (): Matter | undefined =>
      settleBoard(again(scene)).find(({ id }) => id.endsWith('gathered'))
    expect(offered()).toBeUndefined()
    apply(project, { put: [{ ...upper, id: 'half', elevation: 1500 } as AnyRecord], drop: [] })
    const { mend, about } = offered()!
    expect(about).toHaveLength(2)
    apply(project, mend!(project))
    expect(figuresOf(layDimension(project.all('dimension')[1]!, again(scene), 50, METRIC))).toBe('1500 900')
    expect(offered()).toBeUndefined()
  })
})

describe('rows that know what they came from', () => {
  const stored = (): { project: Project; scene: () => Scene; rows: () => Dimension[] } => {
    const scene = planOf(...house())
    const { project } = scene
    apply(project, addDimensions(project, PLAN.id, side(scene, 3000, -2000), makeId))
    return { project, scene: () => again(scene), rows: () => project.all('dimension') }
  }
  const told = (row: Dimension, scene: Scene): string => figuresOf(layDimension(row, scene, 50, METRIC))
  const offer = (scene: Scene) => settleBoard(scene).find(({ id }) => id.endsWith('gathered'))
  const put = (project: Project, ...records: AnyRecord[]): Change =>
    apply(project, { put: records, drop: [] })

  it('offer to take in an opening that was added, in one press, and to let go what was removed', () => {
    const { project, scene, rows } = stored()
    expect(offer(scene())).toBeUndefined()
    put(project, opening('new', 's2', 500, 600, 'window'))
    const found = offer(scene())!
    expect(found.text).toMatch(/^1 row can be brought up to date/)
    expect(found.about).toEqual([rows()[0]!.id])
    apply(project, found.mend!(project))
    expect(told(rows()[0]!, scene())).toBe('1620 900 1450 1200 970 130 600 700 1000 1570')
    expect(offer(scene())).toBeUndefined()
  })

  it('keep what was changed by hand: points taken out stay out', () => {
    const { project, scene, rows } = stored()
    const row = rows()[0]!
    const jamb = row.anchors.findIndex((anchor) => anchor.to === 'opening' && anchor.opening === 'win')
    apply(project, dropDimensionPoint(project, row.id, jamb))
    expect(offer(scene())).toBeUndefined()
    put(project, opening('new', 's2', 500, 600, 'window'))
    apply(project, offer(scene())!.mend!(project))
    expect(told(rows()[0]!, scene())).toBe('1620 900 2650 970 130 600 700 1000 1570')
  })

  it('take in a part that is built on, whole length and all', () => {
    const { project, scene, rows } = stored()
    put(
      project,
      wall('x1', [10_000, 4000, 12_000, 4000]),
      wall('x2', [12_000, 4000, 12_000, 8000]),
      wall('x3', [12_000, 8000, 10_000, 8000]),
    )
    const found = offer(scene())!
    expect(found.text).toMatch(/^3 rows can be brought up to date/)
    apply(project, found.mend!(project))
    expect(rows().map((row) => told(row, scene()))).toEqual([
      '1620 900 1450 1200 970 1430 1000 1570 2000',
      '6140 4000 2000',
      '12140',
    ])
  })

  it('go on measuring to the structure where they do', () => {
    const scene = planOf(
      ...house().map((record) =>
        record.kind === 'wall' ? { ...record, type: 'wall-type-cavity-350' } : record,
      ),
    )
    const { project } = scene
    apply(project, addDimensions(project, PLAN.id, side(scene, 3000, -2000, { openings: null }), makeId))
    const ids = project.all('dimension').map(({ id }) => id)
    apply(project, measureTo(project, again(scene), ids, 'axis'))
    expect(project.all('dimension').map((row) => told(row, again(scene)))).toEqual(['6000 4000', '10000'])
    expect(offer(again(scene))).toBeUndefined()
  })
})

describe('a row of more points than a row takes', () => {
  it('is refused with a sentence, and nothing is stored', () => {
    const walls = Array.from({ length: 120 }, (_, i) => wall(`w${i}`, [i * 1000, 0, i * 1000, 3000]))
    const scene = planOf(...walls)
    const { project } = scene
    const row = rowAcross(
      scene,
      { x: -500, y: 1500 },
      { x: 130_000, y: 1500 },
      'finish',
      new TieFinder(scene, scene.board),
    )!
    expect(row.anchors).toHaveLength(240)
    expect(() => addDimensions(project, PLAN.id, [row], makeId)).toThrow(
      'A row of 240 points: a dimension has at most 200. Measure a part of it.',
    )
  })

  it('is offered nothing that stops the looking through: a longer building says so when it is brought up to date', () => {
    const front = wall('front', [0, 0, 130_000, 0])
    const doors = Array.from({ length: 90 }, (_, i) => opening(`d${i}`, 'front', 1000 + i * 1400, 900))
    const scene = planOf(front, ...doors)
    const { project } = scene
    apply(project, addDimensions(project, PLAN.id, side(scene, 60_000, -2000, { corners: false }), makeId))
    expect(project.all('dimension').map(({ anchors }) => anchors.length)).toEqual([182, 2])
    const more = Array.from({ length: 30 }, (_, i) => opening(`e${i}`, 'front', 1700 + i * 1400, 300))
    apply(project, { put: more, drop: [] })
    const offered = settleBoard(again(scene)).find(({ id }) => id.endsWith('gathered'))!
    expect(() => offered.mend!(project)).toThrow('A dimension has at most 200 points.')
    expect(side(again(scene), 60_000, -2000)[0]!.anchors.length).toBeGreaterThan(200)
  })
})
