import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import { drawingList } from '../src/annotate'
import { settleDrawing, settleSheets } from '../src/check'
import { PLAIN_LOOK, draftField, findRegion } from '../src/derive'
import { extentOf } from '../src/display'
import {
  EditRefused,
  addLevel,
  addOpening,
  addSheet,
  addViewport,
  addWalls,
  changeOpening,
  copySheet,
  flipHand,
  flipSide,
  moveItems,
  moveWallSideways,
  newProject,
  removeItems,
  setFacts,
  setReferenceSide,
  setWallLength,
  setWallType,
  addColumn,
  addGridLine,
  addGuide,
  addLineType,
  copyMaterial,
  copyWallType,
  moveHandle,
  removeLevel,
  removeLineType,
  removeMaterial,
  removeWallType,
  setLevel,
  setLineType,
  setMaterial,
  setStrips,
  addHatch,
  addLayer,
  addLinework,
  addWallBeside,
  breakApart,
  clip,
  copyItems,
  cornerItems,
  easeCorners,
  editRepeat,
  extendItem,
  flipWall,
  groupItems,
  joinItems,
  lengthenItem,
  mapItems,
  mirrorAbout,
  offsetItem,
  paste,
  putOnLayer,
  reorderItems,
  repeatItems,
  retypeWalls,
  scaleAbout,
  setJoin,
  setLayer,
  setOwnLook,
  splitItem,
  stretchBox,
  takeTraits,
  trimItem,
  wallsAlong,
} from '../src/edit'
import { moveBy } from '../src/geometry'
import { turnAbout } from '../src/linework'
import { snapAt } from '../src/locate'
import {
  ChangeRefused,
  Project,
  recordSchema,
  type AnyRecord,
  type Change,
  type Id,
  type RecordKind,
  type Shape,
  type Strip,
} from '../src/records'
import { drawingSource, sheetItems, sheetSet } from '../src/sheets'
import { TieFinder } from '../src/ties'

/** Numbers people and broken programs send: round ones, tiny ones, huge ones, and those that are none. */
const number = fc.oneof(
  { weight: 12, arbitrary: fc.integer({ min: -60, max: 120 }).map((n) => n * 100) },
  { weight: 2, arbitrary: fc.double({ min: -20_000, max: 20_000, noNaN: true }) },
  { weight: 1, arbitrary: fc.constantFrom(0, -0, 0.001, 1e8, 1e12, NaN, Infinity) },
)
const action = fc.record({
  what: fc.constantFrom(
    'wall',
    'wall',
    'wall',
    'opening',
    'opening',
    'side',
    'move',
    'remove',
    'length',
    'type',
    'reference',
    'change',
    'flip',
    'block',
    'dimension',
    'leader',
    'sheet',
    'copy',
    'viewport',
    'scale',
    'level',
    'curved wall',
    'curved wall',
    'line',
    'line',
    'line',
    'shape',
    'trim',
    'extend',
    'lengthen',
    'split',
    'join',
    'corner',
    'round',
    'offset',
    'turn',
    'mirror',
    'enlarge',
    'copies',
    'stretch',
    'repeat',
    'repeat anew',
    'group',
    'apart',
    'on layer',
    'layer',
    'order',
    'traits',
    'own look',
    'hatch',
    'grid line',
    'guide',
    'column',
    'flip wall',
    'retype',
    'join by hand',
    'beside',
    'along',
    'paste',
    'set level',
    'remove level',
    'line type',
    'material',
    'wall type',
    'handle',
  ),
  a: number,
  b: number,
  c: number,
  d: number,
  pick: fc.nat(50),
})
type Action = typeof action extends fc.Arbitrary<infer T> ? T : never

class World {
  readonly project: Project
  readonly level: Id
  readonly drawing: Id
  readonly sheet: Id
  readonly solver: LevelSolver
  private next = 0

  constructor() {
    const made = newProject(
      {
        name: 'Fuzz',
        system: 'metric',
        levelName: 'Ground',
        storeyHeight: 2700,
        sheetSize: 'A2',
        orientation: 'landscape',
        date: '2026-01-01',
      },
      this.makeId,
    )
    this.project = new Project(made.change.put)
    this.level = made.level
    this.drawing = made.drawing
    this.sheet = made.sheet
    this.solver = new LevelSolver(this.project, this.level)
  }

  readonly makeId = (): string => `f${++this.next}`

  /** One of the records of a kind, by a number; a missing one when there is none. */
  some(kind: RecordKind, n: number): Id {
    const all = this.project.all(kind)
    return all.length > 0 ? all[n % all.length]!.id : 'missing'
  }

  private ties(): TieFinder {
    const ground = { project: this.project, solver: this.solver }
    return new TieFinder(ground, this.project.need('drawing', this.drawing))
  }

  change({ what, a, b, c, d, pick }: Action): Change {
    const { project } = this
    const wall = this.some('wall', pick)
    const opening = this.some('opening', pick)
    switch (what) {
      case 'wall':
        return addWalls(
          project,
          {
            level: this.level,
            type: this.some('wallType', pick),
            reference: (['left', 'centre', 'right'] as const)[pick % 3]!,
            points: [
              { x: a, y: b },
              { x: pick % 2 ? a : c, y: pick % 2 ? d : b },
            ],
            closed: false,
          },
          this.makeId,
        )
      case 'opening': {
        const solved = this.solver.get(wall)
        if (!solved) throw new EditRefused('There is no wall.')
        const facts = {
          wall,
          fit: 'door',
          along: a,
          width: b,
          sill: 0,
          head: 2100,
          hand: 'end',
          side: 'left',
        } as const
        return addOpening(project, solved, facts, this.makeId)
      }
      case 'side':
        return moveWallSideways(project, wall, a)
      case 'move':
        return moveItems(
          project,
          [wall, this.some('placement', pick)].filter((id) => id !== 'missing'),
          { x: a, y: b },
        )
      case 'remove':
        return removeItems(project, [this.some(pick % 2 ? 'wall' : 'dimension', pick)])
      case 'length':
        return setWallLength(project, wall, a)
      case 'type':
        return setWallType(project, wall, this.some('wallType', pick))
      case 'reference':
        return setReferenceSide(project, wall, 'centre')
      case 'change': {
        const record = project.find('opening', opening)
        const solved = record && this.solver.get(record.wall)
        if (!solved) throw new EditRefused('There is no opening.')
        return changeOpening(project, solved, opening, { width: a, along: b })
      }
      case 'flip':
        return pick % 2 ? flipHand(project, opening) : flipSide(project, opening)
      case 'block':
        return this.put({
          id: this.makeId(),
          kind: 'placement',
          level: this.level,
          block: this.some('block', pick),
          at: { x: a, y: b },
          turn: c,
          mirrored: pick % 2 === 0,
        })
      case 'dimension': {
        const finder = this.ties()
        return this.put({
          id: this.makeId(),
          kind: 'dimension',
          drawing: this.drawing,
          anchors: [finder.at({ x: a, y: b }), finder.at({ x: c, y: d })],
          direction: pick,
          offset: pick % 2 ? { in: 'paper', paperMm: 10 } : { in: 'real', mm: d },
        })
      }
      case 'leader':
        return this.put({
          id: this.makeId(),
          kind: 'leader',
          drawing: this.drawing,
          tip: this.ties().within({ x: a, y: b }),
          elbowPaperMm: { x: c / 100, y: d / 100 },
          text: 'Note\nof two lines',
        })
      case 'sheet':
        return addSheet(project, '2026-01-01', this.makeId).change
      case 'copy':
        return copySheet(project, this.some('sheet', pick), this.makeId).change
      case 'viewport':
        return addViewport(
          project,
          {
            sheet: this.some('sheet', pick),
            drawing: this.drawing,
            scale: Math.abs(a),
            at: { x: b, y: c },
            crop: { minX: -1000, minY: -1000, maxX: d, maxY: 5000 },
          },
          this.makeId,
        )
      case 'scale':
        return setFacts(project, 'drawing', this.drawing, { readingScale: Math.abs(a) })
      case 'level':
        return addLevel(project, { name: `Level ${pick}`, height: a }, this.makeId).change
      default:
        return this.draft({ what, a, b, c, d, pick })
    }
  }

  /** Any things of the drawing, by a number. */
  private things(n: number): Id[] {
    const kinds = [
      'linework',
      'wall',
      'hatch',
      'placement',
      'dimension',
      'leader',
      'gridLine',
      'guide',
      'column',
    ] as const
    const all = kinds.flatMap((kind) => this.project.all(kind).map((record) => record.id))
    return all.length === 0 ? ['missing'] : [...new Set([all[n % all.length]!, all[(n * 7) % all.length]!])]
  }

  private draft({ what, a, b, c, d, pick }: Action): Change {
    const { project, makeId } = this
    const p = { x: a, y: b }
    const q = { x: c, y: d }
    const drawing = project.need('drawing', this.drawing)
    const place = { drawing, solver: this.solver }
    const line = this.some('linework', pick)
    const ids = this.things(pick)
    const put = (shape: Shape): Change =>
      addLinework(project, { drawing: this.drawing, layer: this.some('layer', pick), shape }, makeId)
    switch (what) {
      case 'curved wall':
        return addWalls(
          project,
          {
            level: this.level,
            type: this.some('wallType', pick),
            reference: 'centre',
            points: [p, q],
            closed: false,
            sweeps: [(pick % 13) / 2 - 3],
          },
          makeId,
        )
      case 'line':
        return put({
          form: 'path',
          path: {
            vertices: [
              { ...p, sweep: pick % 3 ? 0 : pick / 10 },
              { ...q, sweep: 0 },
              { x: d, y: a, sweep: 0 },
            ].slice(0, pick % 2 ? 2 : 3),
            closed: pick % 4 === 0,
          },
        })
      case 'shape':
        return put(
          pick % 3 === 0
            ? { form: 'circle', centre: p, radius: c }
            : pick % 3 === 1
              ? { form: 'ellipse', centre: p, major: q, ratio: 0.5, from: 0, sweep: pick / 8 }
              : { form: 'curve', points: [p, q, { x: d, y: a }], closed: pick % 2 === 0 },
        )
      case 'trim':
        return trimItem(project, place, pick % 2 ? line : ids[0]!, p, undefined, makeId)
      case 'extend':
        return extendItem(project, place, pick % 2 ? line : ids[0]!, p, undefined)
      case 'lengthen':
        return lengthenItem(project, ids[0]!, p, c)
      case 'split':
        return splitItem(project, ids[0]!, p, makeId)
      case 'join':
        return joinItems(project, [line, this.some('linework', pick + 1), this.some('linework', pick + 2)])
      case 'corner':
        return cornerItems(
          project,
          { id: ids[0]!, at: p },
          { id: ids[1] ?? line, at: q },
          { radius: pick % 2 ? 0 : c },
          makeId,
        )
      case 'round':
        return easeCorners(project, line, pick % 2 ? { radius: a } : { back: a, otherBack: b })
      case 'offset':
        return offsetItem(
          project,
          ids[0]!,
          { by: a, towards: q, both: pick % 2 === 0, count: 1 + (pick % 3) },
          makeId,
        )
      case 'turn':
        return mapItems(project, ids, turnAbout(p, c))
      case 'mirror':
        return mapItems(project, ids, mirrorAbout(p, q))
      case 'enlarge':
        return mapItems(project, ids, scaleAbout(p, c / 1000))
      case 'copies':
        return copyItems(project, ids, [moveBy(a, b), turnAbout(p, c)], makeId)
      case 'stretch':
        return stretchBox(
          project,
          drawing,
          { minX: Math.min(a, c), minY: Math.min(b, d), maxX: Math.max(a, c), maxY: Math.max(b, d) },
          { x: d, y: a },
        )
      case 'repeat':
        return repeatItems(
          project,
          this.drawing,
          ids,
          pick % 3 === 0
            ? { how: 'row', step: p, count: pick % 5 }
            : pick % 3 === 1
              ? { how: 'grid', step: p, count: pick % 4, rowStep: q, rows: 2 }
              : { how: 'around', centre: p, step: c, count: 4, turned: pick % 2 === 0 },
          makeId,
        )
      case 'repeat anew': {
        const repeat = project.find('repeat', this.some('repeat', pick))
        if (!repeat) throw new EditRefused('There is none.')
        return editRepeat(project, repeat.id, { how: 'row', step: p, count: 2 + (pick % 3) }, makeId)
      }
      case 'group':
        return groupItems(project, this.drawing, [...ids, line], makeId)
      case 'apart':
        return breakApart(project, [...ids, line], makeId)
      case 'on layer':
        return putOnLayer(project, ids, this.some('layer', pick))
      case 'layer':
        return pick % 2
          ? addLayer(project, `Layer ${pick}`, makeId).change
          : setLayer(project, this.some('layer', pick), {
              penMm: a,
              shown: pick % 3 > 0,
              locked: pick % 16 === 2,
            })
      case 'order':
        return reorderItems(project, ids, pick % 2 ? 'front' : 'back')
      case 'traits':
        return takeTraits(
          project,
          ids[0]!,
          [line, this.some('hatch', pick)].filter((id) => id !== 'missing'),
        )
      case 'own look':
        return setOwnLook(project, ids, {
          penMm: pick % 4 ? Math.abs(a) / 5000 : a,
          lineType: this.some('lineType', pick),
        })
      case 'hatch': {
        const region = findRegion(draftField(project, drawing, this.solver), p, Math.abs(c))
        return addHatch(
          project,
          {
            drawing: this.drawing,
            layer: 'layer-hatches',
            region: region.found ? { by: 'point', at: p, gap: Math.abs(c) } : { by: 'items', items: [line] },
            outlines: region.found ? [region.outer, ...region.islands] : [],
            filling: { with: 'pattern', pattern: 'tiles', width: 1, height: 1, turn: d, origin: p },
          },
          makeId,
        )
      }
      case 'grid line':
        return addGridLine(project, { a: p, b: q, name: pick % 2 ? '' : `G${pick}` }, makeId)
      case 'guide':
        return addGuide(project, this.drawing, p, c, makeId)
      case 'column':
        return addColumn(
          project,
          {
            level: this.level,
            material: this.some('material', pick),
            at: p,
            turn: c,
            section: pick % 2 ? { form: 'round', diameter: d } : { form: 'rectangular', width: c, depth: d },
          },
          makeId,
        )
      case 'flip wall':
        return flipWall(project, this.some('wall', pick))
      case 'retype':
        return retypeWalls(
          project,
          [this.some('wall', pick)].filter((id) => id !== 'missing'),
          { type: this.some('wallType', pick) },
          (['line', 'left', 'right'] as const)[pick % 3]!,
        )
      case 'join by hand':
        return setJoin(
          project,
          this.some('wall', pick),
          pick % 2 ? 'a' : 'b',
          (['through', 'stop', null] as const)[pick % 3]!,
        )
      case 'beside':
        return addWallBeside(
          project,
          {
            wall: this.some('wall', pick),
            side: pick % 2 ? 'left' : 'right',
            clear: a,
            type: this.some('wallType', pick),
          },
          makeId,
        )
      case 'along':
        return wallsAlong(
          project,
          { level: this.level, type: this.some('wallType', pick), reference: 'left', lines: [line] },
          makeId,
        )
      case 'paste':
        return paste(project, clip(project, ids, p), drawing, q, makeId)
      case 'set level': {
        const key = (['elevation', 'height', 'cutHeight', 'elevation'] as const)[pick % 4]!
        return setLevel(project, this.some('level', pick), { [key]: a })
      }
      case 'remove level':
        return removeLevel(project, this.some('level', pick))
      case 'line type': {
        const type = this.some('lineType', pick)
        if (pick % 5 === 0) return addLineType(project, `Line ${pick}`, makeId).change
        if (pick % 7 === 0) return removeLineType(project, type)
        return setLineType(project, type, { dashes: [a, b, c, d].map((n) => Math.abs(n) / 500).join(' ') })
      }
      case 'material': {
        const material = this.some('material', pick)
        if (pick % 5 === 0) return copyMaterial(project, material, makeId).change
        if (pick % 7 === 0) return removeMaterial(project, material)
        return setMaterial(project, material, {
          priority: pick % 3 ? Math.round(Math.abs(a) / 20) : a,
          tone: Math.abs(b) / 12_000,
          penMm: pick % 2 ? Math.abs(c) / 5000 : null,
        })
      }
      case 'wall type': {
        const type = this.some('wallType', pick)
        if (pick % 5 === 0) return copyWallType(project, type, makeId).change
        if (pick % 7 === 0) return removeWallType(project, type)
        const strip = (thickness: number, n: number): Strip => ({
          material: this.some('material', pick + n),
          thickness: Math.abs(thickness) / 40,
        })
        return setStrips(project, type, [strip(a, 0), strip(b, 3), strip(c, 5)].slice(0, 1 + (pick % 3)))
      }
      case 'handle':
        return moveHandle(project, ids[0]!, pick % 6, q)
      default:
        throw new Error(`no such action: ${what}`)
    }
  }

  private put(record: AnyRecord): Change {
    return { put: [record], drop: [] }
  }

  /** Makes an action if it is not refused; gives what takes it back. */
  act(one: Action): Change | null {
    let change: Change
    try {
      change = this.change(one)
      this.project.check(change)
    } catch (error) {
      // Nothing but sentences for people.
      if (!(error instanceof EditRefused || error instanceof ChangeRefused)) throw error
      expect(error.message).toMatch(/^\S.{8,}/)
      return null
    }
    const inverse = this.project.apply(change)
    this.solver.follow(change)
    return inverse
  }

  text(): string {
    return JSON.stringify([...this.project.everything()].sort((p, q) => (p.id < q.id ? -1 : 1)))
  }
}

describe('any run of edits with any values', () => {
  it('throws nothing but refusals, keeps every record valid, and undoes to the byte', () => {
    fc.assert(
      fc.property(fc.array(action, { maxLength: 30 }), (actions) => {
        const world = new World()
        const before = world.text()
        const inverses: Change[] = []
        for (const one of actions) {
          const inverse = world.act(one)
          if (inverse) inverses.push(inverse)
        }
        for (const record of world.project.everything())
          expect(recordSchema.safeParse(record).success).toBe(true)
        for (const inverse of inverses.reverse()) {
          world.project.check(inverse)
          world.project.apply(inverse)
          world.solver.follow(inverse)
        }
        expect(world.text()).toBe(before)
        expect(world.solver.count).toBe(0)
      }),
      { numRuns: 150 },
    )
  })

  it('can always be drawn, snapped to, checked and plotted', () => {
    fc.assert(
      fc.property(fc.array(action, { maxLength: 20 }), number, number, (actions, x, y) => {
        const world = new World()
        for (const one of actions) world.act(one)
        const { project, solver } = world
        const drawing = project.need('drawing', world.drawing)
        const list = drawingList(project, drawing, solver, { ...PLAIN_LOOK, scale: drawing.readingScale })
        const extent = extentOf(list)
        if (list.length > 0)
          for (const value of Object.values(extent)) expect(Number.isFinite(value)).toBe(true)
        for (const matter of [...settleDrawing(project, drawing, solver), ...settleSheets(project)])
          expect(matter.text.length).toBeGreaterThan(10)
        const pointer = { x: Number.isFinite(x) ? x : 0, y: Number.isFinite(y) ? y : 0 }
        const snap = snapAt(draftField(project, drawing, solver), {
          pointer,
          reach: 100,
          last: null,
          align: [],
          walls: true,
        })
        if (snap) expect(Number.isFinite(snap.point.x + snap.point.y)).toBe(true)
        const source = drawingSource(project, () => solver)
        for (const sheet of sheetSet(project))
          expect(sheetItems(project, sheet, source).length).toBeGreaterThan(10)
      }),
      { numRuns: 60 },
    )
  })
})
