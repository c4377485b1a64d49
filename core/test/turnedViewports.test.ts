import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingPicture } from '../src/annotate'
import { extentOf, itemUnder, type DisplayItem, type DisplayList, type TextItem } from '../src/display'
import { mapItems, moveItems, setNorth, turnViewport } from '../src/edit'
import {
  IDENTITY,
  applyTo,
  boxCentre,
  boxHeight,
  boxWidth,
  combine,
  inverse,
  moveBy,
  turnBy,
  type Affine,
} from '../src/geometry'
import type { AnyRecord, Change, Dimension, Note, Project, Viewport } from '../src/records'
import {
  VIEWPORT_MARGIN,
  croppedTo,
  drawingIn,
  drawnIn,
  frameOf,
  sheetItems,
  sheetPictureOf,
  viewportMap,
} from '../src/sheets'
import { PLAN, houseRecords, lineShape } from './house'
import { projectWith } from './wallFixture'

const DEGREE = Math.PI / 180
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const viewport = (facts: Partial<Viewport> = {}): Viewport => ({
  ...(houseRecords().find(({ kind }) => kind === 'viewport') as Viewport),
  ...facts,
})
/** A house whose one viewport is as said, with more on its plan. */
const houseSeen = (facts: Partial<Viewport>, ...more: readonly AnyRecord[]): Project =>
  projectWith(...houseRecords().filter(({ kind }) => kind !== 'viewport'), viewport(facts), ...more)
const seen = (project: Project): Viewport => project.need('viewport', 'viewport')
const words = ({ runs }: TextItem): string => runs.map(({ text }) => text).join('')

/** Everything of a list where it comes to lie. */
const flat = (list: DisplayList, map: Affine = IDENTITY): DisplayItem[] =>
  list.flatMap((item) =>
    item.kind === 'group' ? flat(item.items, combine(map, item.map)) : [itemUnder(item, map)],
  )
const texts = (list: DisplayList, map: Affine = IDENTITY): TextItem[] =>
  flat(list, map).filter((item) => item.kind === 'text')
/** The lettering of the drawing in its viewport, on the sheet. */
const onSheet = (project: Project): TextItem[] =>
  texts(drawnIn(project, seen(project)).list(), viewportMap(seen(project)))
/** Degrees from level, between -180 and 180. */
const degrees = ({ turn }: TextItem): number => {
  const at = ((((turn / DEGREE) % 360) + 540) % 360) - 180
  return at === -180 ? 180 : at
}
const ofSource = (all: readonly TextItem[], source: string): TextItem[] =>
  all.filter((each) => each.source === source)

const TURNS = fc.double({ min: -180, max: 180, noNaN: true }).map((by) => by * DEGREE)

describe('a drawing turned in its viewport', () => {
  it('is turned about the middle of the crop, which stays on the sheet', () => {
    const map = viewportMap(viewport({ turn: Math.PI / 2, scale: 100 }))
    // The middle of the crop is (4000, 3000); 2 m to the right of it lies 20 mm above it.
    expect(applyTo(map, { x: 4000, y: 3000 }).x).toBeCloseTo(200, 9)
    expect(applyTo(map, { x: 4000, y: 3000 }).y).toBeCloseTo(200, 9)
    expect(applyTo(map, { x: 6000, y: 3000 }).x).toBeCloseTo(200, 9)
    expect(applyTo(map, { x: 6000, y: 3000 }).y).toBeCloseTo(220, 9)
  })
  it('keeps a crop as wide and high on the sheet as it was', () => {
    const project = houseSeen({ turn: 30 * DEGREE, cropped: true })
    const frame = frameOf(project, seen(project))
    expect(boxWidth(frame)).toBeCloseTo(10_000 / 50, 9)
    expect(boxHeight(frame)).toBeCloseTo(8000 / 50, 9)
    expect(boxCentre(frame).x).toBeCloseTo(200, 9)
  })
  it('takes as much of the sheet, uncropped, as it needs as it lies', () => {
    // A line of 10 m at 30° lies level when it is turned back by 30°: 100 mm at 1:100, and nothing high.
    const [c, s] = [Math.cos(30 * DEGREE), Math.sin(30 * DEGREE)]
    const board = houseRecords().filter(({ kind }) => kind === 'drawing' || kind === 'sheet')
    const line = {
      id: 'slanting',
      kind: 'linework',
      drawing: PLAN,
      layer: 'layer-notes',
      shape: lineShape([0, 0], [10_000 * c, 10_000 * s]),
    }
    const project = projectWith(
      ...board.filter((record) => record.kind === 'sheet' || record.id === PLAN),
      viewport({ turn: -30 * DEGREE, scale: 100 }),
      line as AnyRecord,
    )
    const frame = frameOf(project, seen(project))
    expect(boxWidth(frame)).toBeCloseTo(100 + 2 * VIEWPORT_MARGIN, 6)
    expect(boxHeight(frame)).toBeCloseTo(2 * VIEWPORT_MARGIN, 6)
  })
  it('lies within its frame on every side, however it is turned', () => {
    fc.assert(
      fc.property(TURNS, (turn) => {
        const project = houseSeen({ turn })
        const frame = frameOf(project, seen(project))
        const drawn = extentOf(drawnIn(project, seen(project)).list(), viewportMap(seen(project)))
        // Boxes of arcs and groups are taken as they are told: within a tenth of a millimetre.
        expect(drawn.minX).toBeGreaterThanOrEqual(frame.minX + VIEWPORT_MARGIN - 0.1)
        expect(drawn.maxX).toBeLessThanOrEqual(frame.maxX - VIEWPORT_MARGIN + 0.1)
        expect(drawn.minY).toBeCloseTo(frame.minY + VIEWPORT_MARGIN, 0)
        expect(drawn.maxY).toBeCloseTo(frame.maxY - VIEWPORT_MARGIN, 0)
      }),
      { numRuns: 20 },
    )
  })
  it('is cropped to a box on the sheet without anything in it moving', () => {
    fc.assert(
      fc.property(
        TURNS,
        fc.tuple(fc.integer({ min: 150, max: 190 }), fc.integer({ min: 210, max: 260 })),
        fc.tuple(fc.integer({ min: 160, max: 190 }), fc.integer({ min: 210, max: 240 })),
        (turn, [minX, maxX], [minY, maxY]) => {
          const before = viewport({ turn })
          const box = { minX, minY, maxX, maxY }
          const after = { ...before, ...croppedTo(before, box) }
          const [map, now] = [viewportMap(before), viewportMap(after)]
          for (const p of [
            { x: 0, y: 0 },
            { x: 8000, y: 6000 },
          ])
            for (const axis of ['x', 'y'] as const)
              expect(applyTo(now, p)[axis]).toBeCloseTo(applyTo(map, p)[axis], 6)
          const frame = frameOf(houseSeen(after), after)
          for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
            expect(frame[side]).toBeCloseTo(box[side], 6)
        },
      ),
    )
  })
  it('is turned back to where it was by nothing but the same angle', () => {
    const project = houseSeen({})
    doing(project, turnViewport(project, 'viewport', 30 * DEGREE))
    expect(seen(project).turn).toBeCloseTo(30 * DEGREE, 12)
    doing(project, turnViewport(project, 'viewport', 2 * Math.PI))
    expect('turn' in seen(project)).toBe(false)
    doing(project, { put: [{ ...seen(project), locked: true }], drop: [] })
    expect(() => turnViewport(project, 'viewport', 1)).toThrow('locked')
  })
  it('turns with the viewport on the sheet', () => {
    const project = houseSeen({ turn: 20 * DEGREE })
    const about = combine(moveBy(100, 0), combine(turnBy(30 * DEGREE), moveBy(-100, 0)))
    doing(project, mapItems(project, ['viewport'], about))
    expect(seen(project).turn).toBeCloseTo(50 * DEGREE, 9)
    // What was at the middle goes with it.
    expect(seen(project).at.x).toBeCloseTo(applyTo(about, { x: 200, y: 200 }).x, 9)
  })
})

describe('lettering in a turned viewport', () => {
  it('reads from below or from the right, whatever it is, however it is turned', () => {
    fc.assert(
      fc.property(TURNS, fc.constantFrom(undefined, 'turned' as const), (turn, letters) => {
        const project = houseSeen({ turn, ...(letters ? { letters } : {}) })
        const all = onSheet(project)
        expect(all.length).toBeGreaterThan(20)
        for (const each of all) {
          expect(degrees(each), words(each)).toBeGreaterThan(-90)
          expect(degrees(each), words(each)).toBeLessThanOrEqual(90 + 1e-3)
        }
      }),
      { numRuns: 30 },
    )
  })
  it('says the same as in one that is not turned', () => {
    const told = (project: Project): string[] => onSheet(project).map(words).sort()
    for (const turn of [33, 90, 147, -120])
      expect(told(houseSeen({ turn: turn * DEGREE }))).toEqual(told(houseSeen({})))
  })
  const note = (facts: Partial<Note> = {}): Note => ({
    id: 'told',
    kind: 'note',
    drawing: PLAN,
    at: { x: 3000, y: 3000 },
    text: 'Two lines\nof a note',
    heightPaperMm: 2.5,
    align: 'start',
    ...facts,
  })
  const LEVEL: ReadonlySet<string> = new Set([
    'leader',
    'levelMark',
    'room',
    'gridLine',
    'opening',
    'drawing',
  ])
  /** Whether what a record says lies level, along nothing. */
  const isLevel = (record: AnyRecord | undefined): boolean =>
    record?.kind === 'note' ? record.turn === undefined : record !== undefined && LEVEL.has(record.kind)

  it('stays upright where it lies level; tags stay about their places', () => {
    for (const turn of [30, 90, 150, -100]) {
      const project = houseSeen({ turn: turn * DEGREE }, note())
      const all = onSheet(project)
      const level = all.filter(
        ({ source }) => source !== null && source !== 'note' && isLevel(project.get(source)),
      )
      for (const each of level) expect(degrees(each), words(each)).toBeCloseTo(0, 6)
      const kinds = new Set(level.map(({ source }) => project.get(source!)!.kind))
      expect([...kinds].sort()).toEqual(
        expect.arrayContaining(['gridLine', 'leader', 'levelMark', 'note', 'room']),
      )
      const moved = { ...project.all('room')[0]!, tagAt: { x: 2000, y: 2500 } }
      doing(project, { put: [moved], drop: [] })
      const tag = boxCentre(extentOf(ofSource(onSheet(project), moved.id)))
      const there = applyTo(viewportMap(seen(project)), moved.tagAt)
      // Its upper and lower line are of one middle; capitals reach as far up as figures down.
      expect(tag.x).toBeCloseTo(there.x, 6)
      expect(tag.y).toBeCloseTo(there.y, 6)
    }
  })
  it('of a note is turned about its middle: its lines stay one above the other', () => {
    const still = ofSource(onSheet(houseSeen({}, note())), 'told')
    for (const letters of [undefined, 'turned'] as const)
      for (const by of [40, 130, 180, -90]) {
        const project = houseSeen({ turn: by * DEGREE, ...(letters ? { letters } : {}) }, note())
        const [first, second] = ofSource(onSheet(project), 'told') as [TextItem, TextItem]
        const step = { x: second.x - first.x, y: second.y - first.y }
        const away = still[1]!.y - still[0]!.y
        const angle = letters ? (Math.abs(by) > 90 ? by - 180 : by) : 0
        const at = by === -90 && letters ? 90 : angle
        expect(degrees(first)).toBeCloseTo(at, 6)
        // Read along the lines, the second lies straight beneath the first.
        const [c, s] = [Math.cos(at * DEGREE), Math.sin(at * DEGREE)]
        expect(step.x * c + step.y * s).toBeCloseTo(0, 6)
        expect(-step.x * s + step.y * c).toBeCloseTo(away, 6)
        const map = viewportMap(seen(project))
        const there = boxCentre(extentOf(ofSource(texts(drawnIn(project, seen(project)).list()), 'told')))
        const was = applyTo(inverse(viewportMap(viewport())), boxCentre(extentOf(still)))
        expect(applyTo(map, there).x).toBeCloseTo(applyTo(map, was).x, 0)
      }
  })
  it('of a row stands over its line as it is read', () => {
    const row: Dimension = {
      id: 'told',
      kind: 'dimension',
      drawing: PLAN,
      direction: 0,
      offset: { in: 'real', mm: -3000 },
      anchors: [
        { to: 'point', last: { x: 0, y: 0 } },
        { to: 'point', last: { x: 4000, y: 0 } },
      ],
    }
    for (const by of [0, 45, 100, 180, -135]) {
      const project = houseSeen({ turn: by * DEGREE }, row)
      const [figure] = ofSource(onSheet(project), 'told') as [TextItem]
      const angle = by > 90 ? by - 180 : by <= -90 ? by + 180 : by
      expect(degrees(figure)).toBeCloseTo(angle, 6)
      expect(words(figure)).toBe('4000')
      // The line runs 3 m below in the drawing; the figure stands 0.9 mm over it as it is read: 0.36 of 2.5 mm.
      const on = applyTo(viewportMap(seen(project)), { x: 2000, y: -3000 })
      const [c, s] = [Math.cos(angle * DEGREE), Math.sin(angle * DEGREE)]
      expect(-(figure.x - on.x) * s + (figure.y - on.y) * c).toBeCloseTo(0.9, 6)
      expect((figure.x - on.x) * c + (figure.y - on.y) * s).toBeCloseTo(-figure.width / 2, 6)
    }
  })
  it('is brought up to date as if drawn from nothing', () => {
    fc.assert(
      fc.property(TURNS, fc.integer({ min: -900, max: 900 }), (turn, dx) => {
        const project = houseSeen({ turn })
        drawnIn(project, seen(project)).list()
        const some = ['west', 'note', 'room'].filter((id) => project.get(id))
        doing(project, moveItems(project, some, { x: dx, y: 40 }))
        const [scene, look] = drawingIn(project, seen(project))
        expect(drawnIn(project, seen(project)).list()).toEqual(drawingPicture(look).of(scene).list())
      }),
      { numRuns: 10 },
    )
  })
  it('leaves north where it is: north points show it on the board, in the viewport and beside it on the sheet', () => {
    const northPoint = (id: string, drawing: string, x: number): AnyRecord => ({
      id,
      kind: 'symbol',
      drawing,
      form: 'north',
      anchors: [{ to: 'point', last: { x, y: 30 } }],
    })
    const project = houseSeen({}, northPoint('inside', PLAN, 500), northPoint('beside', 'sheet', 350))
    doing(project, setNorth(project, 15 * DEGREE))
    const sheet = project.need('sheet', 'sheet')
    /** Where the needle points on the sheet: from the middle of its ring to the tip. */
    const needle = (source: string): number => {
      const all = flat(sheetPictureOf(project, sheet).list()).filter((item) => item.source === source)
      const [ring] = all.filter((item) => item.kind === 'arc')
      const [line] = all.filter((item) => item.kind === 'line')
      if (ring?.kind !== 'arc' || line?.kind !== 'line') throw new Error('no north point')
      return Math.atan2(line.points[1]! - ring.y, line.points[0]! - ring.x) / DEGREE - 90
    }
    expect(needle('beside')).toBeCloseTo(15, 6)
    doing(project, turnViewport(project, 'viewport', 40 * DEGREE))
    expect(needle('beside')).toBeCloseTo(55, 6)
    expect(needle('inside')).toBeCloseTo(55, 6)
    expect(degrees(ofSource(onSheet(project), 'inside')[0]!)).toBeCloseTo(0, 6)
  })
  it('is on the sheet where its drawing is', () => {
    const project = houseSeen({ turn: 0.7 })
    const [all, mine] = [texts(sheetItems(project, project.need('sheet', 'sheet'))), onSheet(project)]
    for (const each of mine)
      expect(all).toContainEqual({
        ...each,
        x: expect.closeTo(each.x, 9),
        y: expect.closeTo(each.y, 9),
        turn: expect.closeTo(each.turn, 9),
        size: expect.closeTo(each.size, 9),
        width: expect.closeTo(each.width, 9),
        runs: expect.anything(),
      })
  })
})
