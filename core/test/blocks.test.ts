import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fieldsOf, frontOf, partsBox, partsOf, placedParts, sizeOf, unitsOf } from '../src/blocks'
import { LevelSolver } from '../src/building'
import {
  PLAIN_LOOK,
  draftField,
  openGroup,
  placementItems,
  sceneItems,
  sceneOf,
  pictureFrom,
} from '../src/derive'
import { eachItem, extentOf, type DisplayItem } from '../src/display'
import {
  addViewport,
  breakApart,
  closeBlock,
  leaveBlock,
  makeBlock,
  openBlock,
  placeBlock,
  removeBlock,
  rowPlaces,
  runPlaces,
  setPlacement,
  type BlockPlace,
} from '../src/edit'
import { pathOfPoints } from '../src/geometry'
import { sizeWords } from '../src/exchange'
import { STANDARD_BLOCKS, recipeOf } from '../src/library'
import { clearances, pickAt, pickBox, seatAt } from '../src/locate'
import type { Block, Change, Id, Note, Placement, Project } from '../src/records'
import { METRIC } from '../src/units'
import { LEVEL, PLAN, chain, drafted, projectWith, wall } from './wallFixture'

let next = 0
const makeId = (): string => `n${++next}`
const apply = (project: Project, change: Change): Change => {
  project.check(change)
  project.apply(change)
  return change
}
const here = [{ at: { x: 0, y: 0 }, turn: 0, mirrored: false }]
const placedOf = (change: Change): Placement =>
  change.put.find((record): record is Placement => record.kind === 'placement')!
const source =
  (project: Project) =>
  (id: Id): Block | undefined =>
    project.find('block', id)
const boxOf = (project: Project, placement: Placement): number[] => {
  const parts = placedParts(placement, project.need('block', placement.block), source(project))
  const { minX, minY, maxX, maxY } = partsBox(parts)
  return [minX, minY, maxX, maxY].map((n) => Math.round(n) + 0)
}
const note = (text: string, x: number, y: number): Note => ({
  id: makeId(),
  kind: 'note',
  drawing: PLAN.id,
  at: { x, y },
  text,
  heightPaperMm: 2.5,
  align: 'middle',
})

describe('placing', () => {
  it('brings a shipped block into the project with its first placement', () => {
    const project = projectWith(PLAN)
    const change = apply(
      project,
      placeBlock(project, { level: LEVEL, block: 'block-bath', places: here }, makeId),
    )
    expect(change.put.map(({ kind }) => kind)).toEqual(['block', 'placement'])
    const there = [{ ...here[0]!, turn: Math.PI / 2 }]
    const again = placeBlock(project, { level: LEVEL, block: 'block-bath', places: there }, makeId)
    expect(again.put.map(({ kind }) => kind)).toEqual(['placement'])
  })
  it('refuses the same block twice in one place, seen as nothing but one', () => {
    const project = projectWith(PLAN)
    const place = (block: string, places: readonly BlockPlace[]): Change =>
      placeBlock(project, { level: LEVEL, block, places }, makeId)
    apply(project, place('block-bath', here))
    const [one] = here
    const near = { ...one!, at: { x: one!.at.x + 0.2, y: one!.at.y }, turn: 2 * Math.PI }
    expect(() => place('block-bath', [near])).toThrow('There is the same block in this place already.')
    // Another block, another hand, and a row of which only one stands there already.
    expect(place('block-wc', here).put).toHaveLength(2)
    expect(place('block-bath', [{ ...one!, mirrored: true }]).put).toHaveLength(1)
    expect(place('block-bath', [one!, { ...one!, at: { x: 5000, y: 0 } }]).put).toHaveLength(2)
  })
  it('takes the sizes that a block allows', () => {
    const project = projectWith(PLAN)
    const place = (block: string, x: number, y: number): Change =>
      placeBlock(project, { level: LEVEL, block, places: here, size: { x, y } }, makeId)
    expect(() => place('block-bath', 2, 2)).toThrow('comes in its own size alone')
    expect(() => place('block-tree', 2, 3)).toThrow('keeps its shape')
    expect(() => place('block-table-any', 0, 1)).toThrow('Nothing would be left of it')
    apply(project, place('block-tree', 2, 2))
    const table = placedOf(apply(project, place('block-table-any', 1.8, 0.9)))
    expect(boxOf(project, table)).toEqual([-900, -450, 900, 450])
    apply(project, setPlacement(project, table.id, { width: 2400 }))
    expect(boxOf(project, project.need('placement', table.id))).toEqual([-1200, -450, 1200, 450])
  })
  it('lines of a stretched block keep their weight, its circles become ovals', () => {
    const project = projectWith(PLAN, {
      ...STANDARD_BLOCKS.find(({ id }) => id === 'block-round-table')!,
      sizing: 'stretch',
    } as Block)
    const placed = placedOf(
      apply(
        project,
        placeBlock(
          project,
          { level: LEVEL, block: 'block-round-table', places: here, size: { x: 2, y: 1 } },
          makeId,
        ),
      ),
    )
    expect(boxOf(project, placed)).toEqual([-1200, -600, 1200, 600])
    const pens = placementItems(placed, project.need('block', placed.block)).flatMap((item) =>
      'pen' in item ? [item.pen] : [],
    )
    expect(pens).toEqual(['seen', 'light'])
  })
  it('makes blocks by their rules', () => {
    const project = projectWith(PLAN)
    const place = (parameters: Record<string, number>): Placement =>
      placedOf(
        apply(
          project,
          placeBlock(
            project,
            { level: LEVEL, block: 'block-table-chairs', places: here, parameters },
            makeId,
          ),
        ),
      )
    // Each chair is two outlines, the table one.
    const outlines = (placement: Placement): number =>
      placedParts(placement, project.need('block', placement.block), source(project)).length
    expect(outlines(place({ chairs: 8 }))).toBe(8 * 2 + 1)
    expect(outlines(place({ chairs: 3 }))).toBe(3 * 2 + 1)
    const kitchen = recipeOf('kitchen')!
    expect(kitchen.make({ units: 7, unit: 500 }).width).toBe(3500)
    expect(recipeOf('parking')!.make({ bays: 6 })).toMatchObject({ width: 15_000, depth: 5000 })
    expect(recipeOf('cubicles')!.make({ cubicles: 4, width: 850 }).width).toBe(3400)
    expect(() => place({ chairs: 400 })).toThrow('Chairs lies between 1 and 40.')
    const placed = place({ chairs: 4, width: 1200 })
    apply(project, setPlacement(project, placed.id, { parameters: { chairs: 2 } }))
    expect(project.need('placement', placed.id).parameters).toEqual({ chairs: 2, width: 1200 })
  })
  it('every rule gives as much as it says, whatever is asked of it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('table', 'kitchen', 'wardrobe', 'cubicles', 'parking', 'shelving'),
        fc.dictionary(
          fc.constantFrom('chairs', 'width', 'depth', 'units', 'unit', 'doors', 'bays', 'bay', 'cubicles'),
          fc.double(),
        ),
        (id, given) => {
          const { width, depth, items } = recipeOf(id)!.make(given)
          const block = {
            id: 'b',
            kind: 'block',
            name: 'b',
            category: 'b',
            width: 1,
            depth: 1,
            items,
          } as unknown as Block
          const box = partsBox(
            placedParts({ at: { x: 0, y: 0 }, turn: 0, mirrored: false }, block, () => undefined),
          )
          expect(box.maxX - box.minX).toBeGreaterThan(width * 0.8)
          expect(box.maxX - box.minX).toBeLessThan(width * 1.2 + 100)
          expect(Number.isFinite(box.minY + box.maxY + depth)).toBe(true)
        },
      ),
      { numRuns: 150 },
    )
  })
  it('stands with its back against the wall pointed to', () => {
    const project = projectWith(wall('a', [0, 0, 4000, 0]))
    const solver = new LevelSolver(project, LEVEL)
    // Above the wall its face is at 70 and the back looks down, to the wall: half a turn.
    const above = seatAt(solver, { x: 1000, y: 200 }, 350)!
    expect([above.at.x, above.at.y]).toEqual([1000, 70])
    expect(Math.cos(above.turn)).toBeCloseTo(-1, 9)
    const below = seatAt(solver, { x: 1000, y: -200 }, 350)!
    expect([below.at.y, Math.cos(below.turn)].map((n) => Math.round(n))).toEqual([-70, 1])
    expect(seatAt(solver, { x: 1000, y: 900 }, 350)).toBeNull()
  })
  it('tells the clear distances to what lies around', () => {
    const project = projectWith(PLAN, wall('a', [0, 0, 6000, 0]), wall('b', [6000, 0, 6000, 4000]))
    const found = clearances(
      draftField(sceneOf(project, PLAN)),
      { at: { x: 3000, y: 1000 }, turn: 0, mirrored: false },
      { minX: -500, minY: -300, maxX: 500, maxY: 300 },
    ).map(({ length }) => Math.round(length))
    // To the right 6 000 − 70 − 3 500, down 1 000 − 300 − 70; nothing to the left and above.
    expect(found).toEqual([2430, 630])
  })
  it('in rows and along lines at a pitch', () => {
    const xs = (places: readonly { at: { x: number } }[]): number[] =>
      places.map(({ at }) => Math.round(at.x))
    expect(xs(rowPlaces({ x: 0, y: 0 }, { x: 3000, y: 0 }, { pitch: 600 }, 0, false))).toEqual([
      0, 600, 1200, 1800, 2400, 3000,
    ])
    expect(xs(rowPlaces({ x: 0, y: 0 }, { x: 3000, y: 0 }, { count: 4 }, 0, false))).toEqual([
      0, 1000, 2000, 3000,
    ])
    const corner = pathOfPoints(
      [
        { x: 0, y: 0 },
        { x: 1000, y: 0 },
        { x: 1000, y: 1000 },
      ],
      false,
    )
    const run = runPlaces(corner, 400, 0, false)
    expect(run.map(({ at }) => [Math.round(at.x), Math.round(at.y)])).toEqual([
      [0, 0],
      [400, 0],
      [800, 0],
      [1000, 200],
      [1000, 600],
      [1000, 1000],
    ])
    expect(run[4]!.turn).toBeCloseTo(Math.PI / 2, 9)
    expect(() => runPlaces(corner, 0, 0, false)).toThrow('at least 1 mm')
    expect(() => rowPlaces({ x: 0, y: 0 }, { x: 1e6, y: 0 }, { pitch: 1 }, 0, false)).toThrow(
      'more than 5 000',
    )
  })
})

describe('making and changing blocks', () => {
  const drawn = (): Project =>
    projectWith(
      PLAN,
      drafted('frame', chain([1000, 1000, 2000, 1000, 2000, 1600, 1000, 1600], true)),
      drafted('stroke', chain([1000, 1000, 2000, 1600]), 'layer-fine'),
    )
  const facts = {
    name: 'Trolley',
    category: 'Workshop',
    base: { x: 1500, y: 1600 },
    sizing: 'fixed',
    then: 'placement',
  } as const
  it('makes a block of what is selected, which becomes its first placement', () => {
    const project = drawn()
    const { change, block } = makeBlock(project, PLAN, ['frame', 'stroke'], facts, makeId)
    apply(project, change)
    const made = project.need('block', block)
    expect([made.width, made.depth, made.items.length]).toEqual([1000, 600, 2])
    expect(project.all('linework')).toEqual([])
    expect(boxOf(project, project.all('placement')[0]!)).toEqual([1000, 1000, 2000, 1600])
    expect(() => makeBlock(project, PLAN, [], facts, makeId)).toThrow('Select what the block is to hold.')
    expect(() => removeBlock(project, block)).toThrow('is placed once')
    const stays = drawn()
    apply(stays, makeBlock(stays, PLAN, ['frame'], { ...facts, then: 'stay' }, makeId).change)
    expect(stays.all('linework')).toHaveLength(2)
    expect(stays.all('placement')).toEqual([])
    expect(unitsOf(made, METRIC)).toBe(METRIC)
  })
  it('tells its sizes in the unit it was made in, whatever the project has', () => {
    const project = drawn()
    const { change, block } = makeBlock(project, PLAN, ['frame'], { ...facts, units: 'feet-inches' }, makeId)
    apply(project, change)
    const made = project.need('block', block)
    // 1 000 × 600 mm in sixteenths of an inch.
    expect(sizeWords(made, METRIC)).toBe(`3'-3 3/8" × 1'-11 5/8"`)
    expect(sizeWords({ ...made, units: undefined }, METRIC).replace(/\s/g, ' ')).toBe('1 000 × 600')
  })
  it('refuses a name that is taken, a name without letters, and what is no drafted thing', () => {
    const project = drawn()
    apply(project, { put: [wall('w', [0, 0, 1000, 0])], drop: [] })
    apply(project, makeBlock(project, PLAN, ['frame'], facts, makeId).change)
    expect(() => makeBlock(project, PLAN, ['stroke'], facts, makeId)).toThrow('“Trolley” already')
    expect(() => makeBlock(project, PLAN, ['stroke'], { ...facts, name: '  ' }, makeId)).toThrow(
      'needs a name',
    )
    expect(() => makeBlock(project, PLAN, ['w'], { ...facts, name: 'Wall' }, makeId)).toThrow(
      'stay in the building',
    )
    expect(() =>
      project.check(
        makeBlock(project, PLAN, ['stroke'], { ...facts, name: 'x'.repeat(10_000) }, makeId).change,
      ),
    ).toThrow()
  })
  it('is changed in place: every placement follows', () => {
    const project = drawn()
    const { change, block } = makeBlock(project, PLAN, ['frame', 'stroke'], facts, makeId)
    apply(project, change)
    const [first] = project.all('placement')
    apply(project, {
      put: [{ ...first!, id: 'second', at: { x: 5000, y: 0 }, turn: Math.PI / 2, mirrored: true }],
      drop: [],
    })
    const opened = openBlock(project, first!.id, makeId)
    apply(project, opened.change)
    const inside = project.all('linework').filter(({ drawing }) => drawing === opened.drawing)
    expect(inside).toHaveLength(2)
    apply(project, {
      put: [{ ...drafted('handle', chain([-100, 0, -100, 300])), drawing: opened.drawing }],
      drop: [],
    })
    apply(project, closeBlock(project, opened.drawing))
    expect(project.need('block', block).items).toHaveLength(3)
    expect(project.all('linework')).toEqual([])
    expect(boxOf(project, project.need('placement', first!.id))).toEqual([1000, 1000, 2000, 1900])
    expect(boxOf(project, project.need('placement', 'second'))).toEqual([4700, -500, 5600, 500])
    // Leaving it takes back what was drawn inside; meanwhile it stands on no sheet.
    const again = openBlock(project, first!.id, makeId)
    apply(project, again.change)
    const crop = { minX: 0, minY: 0, maxX: 100, maxY: 100 }
    const viewport = { sheet: 's', drawing: again.drawing, scale: 50, at: { x: 0, y: 0 }, crop }
    expect(() => addViewport(project, viewport, makeId)).toThrow('stands on no sheet')
    apply(project, leaveBlock(project, again.drawing))
    expect(project.need('block', block).items).toHaveLength(3)
    expect(project.find('drawing', again.drawing)).toBeUndefined()
  })
  it('refuses a block without content, and one that would hold itself, directly or round about', () => {
    const project = drawn()
    const { change, block } = makeBlock(project, PLAN, ['frame'], facts, makeId)
    apply(project, change)
    const [placed] = project.all('placement')
    const opened = openBlock(project, placed!.id, makeId)
    apply(project, opened.change)
    const inside = project.all('linework').find(({ drawing }) => drawing === opened.drawing)!
    apply(project, { put: [], drop: [inside.id] })
    expect(() => closeBlock(project, opened.drawing)).toThrow('at least one')
    apply(project, { put: [{ ...placed!, id: 'itself', drawing: opened.drawing }], drop: [] })
    expect(() => project.check(closeBlock(project, opened.drawing))).toThrow('would hold itself')
    const outer: Block = {
      ...project.need('block', block),
      id: 'outer',
      name: 'Outer',
      items: [{ shape: 'block', block, at: { x: 0, y: 0 }, turn: 0, mirrored: false }],
    }
    apply(project, { put: [outer], drop: [] })
    const inner: Block = {
      ...project.need('block', block),
      items: [{ shape: 'block', block: 'outer', at: { x: 0, y: 0 }, turn: 0, mirrored: false }],
    }
    expect(() => project.check({ put: [inner], drop: [] })).toThrow('would hold itself')
  })
  it('refuses blocks that come to more than can be drawn, or lie too deep within each other', () => {
    const project = drawn()
    const { change, block: first } = makeBlock(project, PLAN, ['frame'], facts, makeId)
    apply(project, change)
    const holding = (id: string, held: string, count: number): Block => ({
      ...project.need('block', first),
      id,
      name: `Holding ${id}`,
      items: Array.from({ length: count }, (_, i) => ({
        shape: 'block' as const,
        block: held,
        at: { x: i, y: 0 },
        turn: 0,
        mirrored: false,
      })),
    })
    const parts = project.need('block', first).items.length
    apply(project, { put: [holding('a', first, 100), holding('b', 'a', 100)], drop: [] })
    const most = Math.floor(20_000 / parts / 100)
    expect(() => project.check({ put: [holding('b', 'a', most)], drop: [] })).not.toThrow()
    expect(() => project.check({ put: [holding('b', 'a', most + 1)], drop: [] })).toThrow(
      'would come to more than 20000 things',
    )
    // It counts for those that hold it, wherever it grows.
    expect(() => project.check({ put: [holding('a', first, most + 1)], drop: [] })).toThrow(
      '“Holding b” would come to more',
    )
    const tower = (deep: number) =>
      Array.from({ length: deep }, (_, i) => holding(`t${i}`, i ? `t${i - 1}` : first, 1))
    expect(() => project.check({ put: tower(19), drop: [] })).not.toThrow()
    for (const deep of [20, 10_000])
      expect(() => project.check({ put: tower(deep), drop: [] })).toThrow('more than 20 blocks would lie')
    const round = [holding('t0', 't9', 1), ...tower(10).slice(1)]
    expect(() => project.check({ put: round, drop: [] })).toThrow('would hold itself')
    // 50 to the 6th.
    const six = Array.from({ length: 6 }, (_, i) => holding(`s${i}`, i ? `s${i - 1}` : first, 50))
    expect(() => project.check({ put: six, drop: [] })).toThrow('would come to more than')
  })
  it('holds blocks, turned and mirrored as they were', () => {
    const project = drawn()
    apply(project, makeBlock(project, PLAN, ['frame', 'stroke'], facts, makeId).change)
    const [one] = project.all('placement')
    apply(project, { put: [{ ...one!, turn: 0.7, mirrored: true }], drop: [] })
    const before = boxOf(project, project.need('placement', one!.id))
    apply(project, makeBlock(project, PLAN, [one!.id], { ...facts, name: 'Pair' }, makeId).change)
    const [pair] = project.all('placement')
    expect(pair!.block).not.toBe(one!.block)
    expect(boxOf(project, pair!)).toEqual(before)
    // Broken apart it is lines again, in the same place.
    apply(project, breakApart(project, [pair!.id], makeId))
    expect(project.all('placement')).toEqual([])
    const list = sceneItems(sceneOf(project, PLAN), { ...PLAIN_LOOK, scale: 50 })
    const { minX, maxX } = extentOf(list)
    expect([Math.round(minX), Math.round(maxX)]).toEqual([before[0], before[2]])
  })
  it('has fields that each placement fills', () => {
    const project = drawn()
    const field = note('[Number]', 1500, 1300)
    apply(project, { put: [field], drop: [] })
    const { change, block } = makeBlock(project, PLAN, ['frame', field.id], facts, makeId)
    apply(project, change)
    const made = project.need('block', block)
    expect([...fieldsOf(made, source(project))]).toEqual([['Number', 'Number']])
    const [placed] = project.all('placement')
    apply(project, setPlacement(project, placed!.id, { values: { Number: 'T 7' } }))
    const words = placementItems(project.need('placement', placed!.id), made).flatMap((item) =>
      item.kind === 'text' ? item.runs.map(({ text }) => text) : [],
    )
    expect(words).toEqual(['T 7'])
    expect(() => setPlacement(project, placed!.id, { values: { Weight: '3' } })).toThrow('no field “Weight”')
    apply(project, setPlacement(project, placed!.id, { values: { Number: '' } }))
    expect(project.need('placement', placed!.id).values).toBeUndefined()
  })
  it('keeps what a field says by itself when the block is changed in place', () => {
    const project = drawn()
    const field = note('[Wording: Way out]', 1500, 1300)
    apply(project, { put: [field], drop: [] })
    const { change, block } = makeBlock(project, PLAN, ['frame', field.id], facts, makeId)
    apply(project, change)
    const fields = (): unknown => [...fieldsOf(project.need('block', block), source(project))]
    expect(fields()).toEqual([['Wording', 'Way out']])
    const [placed] = project.all('placement')
    const opened = openBlock(project, placed!.id, makeId)
    apply(project, opened.change)
    expect(project.all('note').map(({ text }) => text)).toEqual(['[Wording: Way out]'])
    apply(project, closeBlock(project, opened.drawing))
    expect(fields()).toEqual([['Wording', 'Way out']])
  })
})

describe('what is drawn for placed blocks', () => {
  it('is the same in groups as line by line, and found by pointing and boxes', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...STANDARD_BLOCKS.filter(({ recipe }) => recipe === undefined)),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.boolean(),
        (block, turn, mirrored) => {
          const placed: Placement = {
            id: 'p',
            kind: 'placement',
            level: LEVEL,
            block: block.id,
            at: { x: 300, y: -200 },
            turn,
            mirrored,
          }
          const project = projectWith(PLAN, block, placed)
          const solver = new LevelSolver(project, LEVEL)
          const list = sceneItems(sceneOf(project, PLAN), { ...PLAIN_LOOK, scale: 50 })
          const flat = [...eachItem(list)].flatMap((item): DisplayItem[] =>
            item.kind === 'group' ? openGroup(item) : [item],
          )
          const a = extentOf(flat)
          const b = extentOf(placementItems(placed, block))
          for (const key of ['minX', 'minY', 'maxX', 'maxY'] as const) expect(a[key]).toBeCloseTo(b[key], 3)
          const line = flat.find((item) => item.kind === 'line')
          if (line?.kind === 'line')
            expect(
              pickAt(pictureFrom(list), solver, { x: line.points[0]!, y: line.points[1]! }, 5),
            ).toContain('p')
          expect(pickBox(pictureFrom(list), solver, b, false)).toEqual(['p'])
        },
      ),
      { numRuns: 60 },
    )
  })
  it('is as wide as it is placed', () => {
    const block = STANDARD_BLOCKS.find(({ id }) => id === 'block-sideboard')!
    expect(sizeOf(block, { size: { x: 1.25, y: 1 } })).toEqual({ width: 2000, depth: 450 })
  })
})

describe('fronts of blocks with parameters', () => {
  it('are as wide as the block and as high as they say, for every parameter', () => {
    const made = STANDARD_BLOCKS.filter(({ recipe, front }) => recipe !== undefined && front)
    expect(made.map(({ name }) => name).sort()).toEqual(['Kitchen run', 'Shelving in bays', 'Wardrobe'])
    fc.assert(
      fc.property(
        fc.constantFrom(...made),
        fc.dictionary(
          fc.constantFrom('width', 'depth', 'units', 'unit', 'doors', 'bay'),
          fc.integer({ min: 1, max: 4000 }),
        ),
        (block, parameters) => {
          const { height, items } = frontOf(block, { parameters })!
          const box = partsBox(
            partsOf({ ...block, recipe: undefined, items: [...items] }, {}, () => undefined),
          )
          expect(box.maxX - box.minX).toBeCloseTo(sizeOf(block, { parameters }).width, 6)
          expect([box.minY, box.maxY]).toEqual([0, height])
        },
      ),
    )
  })
})
