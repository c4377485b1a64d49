import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver, stretchAt, stretchesOf } from '../src/building'
import {
  openingElevation,
  openingItems,
  openingPicture,
  PLAIN_LOOK,
  sceneItems,
  sceneOf,
} from '../src/derive'
import { extentOf, type DisplayItem } from '../src/display'
import { lightSpans } from '../src/solids'
import {
  addCornerWindow,
  addOpenings,
  changeOpening,
  copyItems,
  copyOpeningType,
  mapItems,
  mirrorAbout,
  removeOpeningType,
  renumberOpenings,
  retypeOpenings,
  setMark,
  setOpeningType,
  upgrade,
  type NewOpening,
} from '../src/edit'
import { moveBy } from '../src/geometry'
import { openingTypeOf, standardOpeningTypes } from '../src/library'
import { recordSchema, type AnyRecord, type Change, type Opening, type Project } from '../src/records'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

const TYPES = standardOpeningTypes('metric')
let next = 0
const makeId = (): string => `n${++next}`
const solved = (project: Project, id = 'a') => new LevelSolver(project, LEVEL).get(id)!
const apply = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
const door = (facts: Partial<NewOpening> = {}): NewOpening => ({
  wall: 'a',
  fit: 'door',
  type: 'opening-type-door',
  along: 1000,
  width: 900,
  sill: 0,
  head: 2100,
  hand: 'start',
  side: 'left',
  ...facts,
})
const openings = (project: Project): Opening[] => project.all('opening').sort((p, q) => p.along - q.along)

describe('types of doors and windows', () => {
  it.each(['metric', 'feet-inches'] as const)('ship in some number, each complete: %s', (system) => {
    const types = standardOpeningTypes(system)
    expect(types.length).toBeGreaterThanOrEqual(20)
    expect(new Set(types.map(({ name }) => name)).size).toBe(types.length)
    for (const type of types) {
      expect(recordSchema.safeParse(type).success, type.name).toBe(true)
      const { plan, front } = openingPicture(type, 25)
      const box = extentOf(plan)
      expect(box.maxX - box.minX, type.name).toBeGreaterThanOrEqual(type.width)
      const face = extentOf(front)
      expect([face.minX, face.minY, face.maxX, face.maxY].map(Math.round)).toEqual([
        0,
        0,
        Math.round(type.width),
        Math.round(type.head - type.sill),
      ])
    }
  })
  it('stay within their wall and their way, on straight and curved walls, for every hand and side', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TYPES),
        fc.constantFrom('start', 'end' as const),
        fc.constantFrom('left', 'right' as const),
        fc.constantFrom(0, 0.6, -0.6),
        fc.constantFrom('detailed', 'simple', 'opening only' as const),
        (type, hand, side, sweep, look) => {
          const host = { ...wall('a', [0, 0, 9000, 0]), ...(sweep ? { sweep } : {}) }
          const record: Opening = {
            ...opening('d', 'a', 4500, type.width, type.fit),
            type: type.id,
            hand,
            side,
            sill: type.sill,
            head: type.head,
          }
          const project = projectWith(host, type, record)
          const { shape, openings: fits } = solved(project)
          expect(fits[0]!.fault).toBeNull()
          const items = openingItems(shape, fits[0]!, type, { openings: look, swings: true }, 50)
          for (const item of items) expect(item.source).toBe('d')
          const box = extentOf(items)
          expect(Number.isFinite(box.minX + box.maxX + box.minY + box.maxY)).toBe(true)
          // Nothing reaches further than the leaf, a panel pushed aside, or the head laid down.
          const reach = type.width * 1.6 + 2600
          expect(box.maxX - box.minX).toBeLessThan(type.width + 2 * reach)
        },
      ),
      { numRuns: 200 },
    )
  })
  it('parts the width among lights less the mullions', () => {
    const make = {
      form: 'glazed',
      mullion: 60,
      transom: null,
      lights: [
        { opens: 'fixed', part: 1 },
        { opens: 'fixed', part: 2 },
      ],
    } as const
    // 1 560 less one mullion of 60: 500 and 1 000.
    expect(lightSpans({ ...make, lights: [...make.lights] }, 1560)).toEqual([
      { from: 0, to: 500 },
      { from: 560, to: 1560 },
    ])
  })
  it('tells the hinges from the front by lines that meet at them', () => {
    const type = TYPES.find(({ id }) => id === 'opening-type-door')!
    const tip = (hand: Opening['hand']): number => {
      const items = openingElevation({ width: 900, height: 2100, type, hand, source: null, scale: 25 })
      const dashed = items.find(
        (item): item is Extract<DisplayItem, { kind: 'segments' }> => item.kind === 'segments',
      )!
      const ys = dashed.points.filter((_, i) => i % 2 === 1)
      // The dashes come nearest to half height at the hinges.
      const nearest = ys.reduce(
        (best, y, i) => (Math.abs(y - 1034) < Math.abs(ys[best]! - 1034) ? i : best),
        0,
      )
      return dashed.points[2 * nearest]!
    }
    expect(tip('start')).toBeGreaterThan(700)
    expect(tip('end')).toBeLessThan(200)
  })
  it('are copied, changed and removed with what is said in sentences', () => {
    const project = projectWith(...TYPES, wall('a', [0, 0, 6000, 0]), {
      ...opening('d', 'a', 2000, 900),
      type: 'opening-type-door',
    })
    const { change, type } = copyOpeningType(project, 'opening-type-door', makeId)
    apply(project, change)
    expect(project.need('openingType', type).name).toBe('Door, single leaf copy')
    apply(project, setOpeningType(project, type, { name: 'Loft hatch', width: 700 }))
    expect(() => setOpeningType(project, type, { name: 'Double door' })).toThrow('already')
    expect(() => setOpeningType(project, type, { sill: 3000 })).toThrow('head lies above')
    const glazed = TYPES.find(({ make }) => make.form === 'glazed')!.make
    expect(() => setOpeningType(project, type, { make: glazed })).toThrow('is not made like that')
    expect(() => removeOpeningType(project, 'opening-type-door')).toThrow('1 opening is of the type')
    apply(project, removeOpeningType(project, type))
    apply(project, retypeOpenings(project, ['d'], 'opening-type-door-double'))
    expect(openingTypeOf(project, project.need('opening', 'd')).name).toBe('Double door')
  })
})

describe('placing openings', () => {
  const plan = (...more: AnyRecord[]): Project =>
    projectWith(PLAN, ...TYPES, wall('a', [0, 0, 6000, 0]), ...more)
  it('numbers them by level, each number once', () => {
    const project = plan(
      { id: 'upper', kind: 'level', name: 'Upper', elevation: 2700, height: 2600, cutHeight: 1200 },
      { ...wall('u', [0, 0, 6000, 0]), level: 'upper' },
    )
    apply(project, addOpenings(project, solved(project), door(), { count: 3, gap: 600 }, makeId))
    const above = new LevelSolver(project, 'upper').get('u')!
    apply(project, addOpenings(project, above, door({ wall: 'u' }), { count: 1, gap: 0 }, makeId))
    expect(project.all('opening').map(({ mark }) => mark)).toEqual(['D01', 'D02', 'D03', 'D101'])
    // 900 wide with 600 between: 1 500 from centre to centre.
    expect(
      openings(project)
        .filter(({ wall: host }) => host === 'a')
        .map(({ along }) => along),
    ).toEqual([1000, 2500, 4000])
    expect(() => setMark(project, project.all('opening')[0]!.id, 'D02')).toThrow('is taken already')
    apply(project, setMark(project, project.all('opening')[0]!.id, 'X9'))
    apply(project, renumberOpenings(project, 'door'))
    expect(openings(project).map(({ mark }) => mark)).toContain('D01')
    expect(new Set(project.all('opening').map(({ mark }) => mark)).size).toBe(4)
  })
  it('refuses overlaps, what is too wide, and what stands where another wall ends', () => {
    const project = plan(wall('tee', [3000, 0, 3000, 3000]), opening('d', 'a', 1000, 900))
    const add = (facts: Partial<NewOpening>, count = 1): unknown =>
      addOpenings(project, solved(project), door(facts), { count, gap: 0 }, makeId)
    expect(() => add({ along: 1500 })).toThrow('There is a door in this place already.')
    expect(() => add({ along: 3200 })).toThrow('stands against the wall')
    expect(() => add({ along: 5800 })).toThrow('outside its wall')
    expect(() => add({ width: 7000 })).toThrow('wider than the clear wall')
    expect(() => add({ along: 4000 }, 0)).toThrow('1 to 200')
    expect(() => add({ along: 4000, head: 0 })).toThrow('lies above its sill')
  })
  it('knows the clear stretches of each face', () => {
    const project = plan(wall('tee', [3000, 0, 3000, 3000]), opening('d', 'a', 1000, 900))
    const round = (n: number): number => Math.round(n)
    const faces = stretchesOf(solved(project), 'left').map(({ from, to }) => [round(from), round(to)])
    expect(faces).toEqual([
      [0, 2930],
      [3070, 6000],
    ])
    expect(stretchesOf(solved(project), 'right')).toHaveLength(1)
    expect(round(stretchAt(solved(project), 'left', 4000)!.from)).toBe(3070)
  })
  it('changes its width about its centre or one edge', () => {
    const project = plan(opening('d', 'a', 2000, 900))
    const along = (keep: 'start' | 'centre' | 'end'): number =>
      (changeOpening(project, solved(project), 'd', { width: 1100 }, keep).put[0] as Opening).along
    expect([along('start'), along('centre'), along('end')]).toEqual([2100, 2000, 1900])
  })
  it('moves along its wall and into another, with its leaf where the move puts it', () => {
    const project = plan(wall('b', [6000, 3000, 0, 3000]), opening('d', 'a', 2000, 900))
    apply(project, mapItems(project, ['d'], moveBy(500, 40)))
    expect(project.need('opening', 'd')).toMatchObject({ wall: 'a', along: 2500 })
    // Wall b runs the other way: what was left of it is right, its start is where the end was.
    apply(project, mapItems(project, ['d'], moveBy(0, 3000)))
    expect(project.need('opening', 'd')).toMatchObject({ wall: 'b', along: 3500, hand: 'end', side: 'right' })
  })
  it('is copied and mirrored on its own', () => {
    const project = plan(opening('d', 'a', 1000, 900))
    apply(project, copyItems(project, ['d'], [moveBy(2000, 0)], makeId))
    apply(project, copyItems(project, ['d'], [mirrorAbout({ x: 2500, y: 0 }, { x: 2500, y: 10 })], makeId))
    expect(openings(project).map(({ along, hand }) => [Math.round(along), hand])).toEqual([
      [1000, 'start'],
      [3000, 'start'],
      [4000, 'end'],
    ])
    expect(() => copyItems(project, ['d'], [moveBy(300, 0)], makeId)).toThrow('over another door or window')
    expect(() => copyItems(project, ['d'], [moveBy(5400, 0)], makeId)).toThrow('in no wall')
  })
  it('goes round a corner in both walls, the corner itself open', () => {
    const project = projectWith(PLAN, ...TYPES, wall('a', [0, 0, 6000, 0]), wall('b', [6000, 0, 6000, 4000]))
    const before = new LevelSolver(project, LEVEL).cutArea()
    const solver = new LevelSolver(project, LEVEL)
    const input = {
      wall: 'a',
      end: 'end',
      type: 'opening-type-window-two',
      widths: [1500, 1000],
      side: 'right',
    } as const
    apply(project, addCornerWindow(project, solver, input, makeId))
    const now = new LevelSolver(project, LEVEL)
    expect(now.faults()).toBe(0)
    for (const id of ['a', 'b']) expect(now.get(id)!.openings.map(({ fault }) => fault)).toEqual([null])
    // 1 500 and 1 000 of wall 140 thick about their lines, which share a square of 140 by half.
    expect(before - now.cutArea()).toBeCloseTo((1500 + 1000) * 140 + 70 * 70 - 70 * 70, 0)
    expect(project.all('opening').map(({ mark }) => mark)).toEqual(['W01', 'W02'])
    expect(() => addCornerWindow(project, now, { ...input, end: 'start' }, makeId)).toThrow(
      'meet in a corner',
    )
  })
})

describe('lenses', () => {
  it('draw doors in full, without swings, in one line, or as the bare opening', () => {
    const project = projectWith(PLAN, wall('a', [0, 0, 6000, 0]), opening('d', 'a', 2000, 900))
    const drawn = (look: Partial<typeof PLAIN_LOOK>): DisplayItem[] =>
      sceneItems(sceneOf(project, PLAN), { ...PLAIN_LOOK, ...look, scale: 50 }).filter(
        (item) => item.source === 'd',
      )
    const counts = (look: Partial<typeof PLAIN_LOOK>): number[] => [
      drawn(look).length,
      drawn(look).filter(({ kind }) => kind === 'arc').length,
    ]
    expect(counts({})).toEqual([6, 1])
    expect(counts({ swings: false })).toEqual([4, 0])
    expect(counts({ openings: 'simple' })).toEqual([2, 1])
    expect(counts({ openings: 'opening only' })).toEqual([2, 0])
  })
})

describe('an older project', () => {
  it('gets types, lenses, schedules and numbers once', () => {
    const project = projectWith(PLAN, wall('a', [0, 0, 6000, 0]), opening('d', 'a', 2000, 900))
    const change = upgrade(project)!
    apply(project, change)
    expect(project.need('opening', 'd').mark).toBe('D01')
    expect(project.all('openingType').length).toBeGreaterThanOrEqual(20)
    expect(project.all('schedule').length).toBe(5)
    expect(upgrade(project)).toBeNull()
  })
})
