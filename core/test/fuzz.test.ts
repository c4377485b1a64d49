import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import { drawingList } from '../src/annotate'
import { settleDrawing, settleSheets } from '../src/check'
import { PLAIN_LOOK, draftField } from '../src/derive'
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
} from '../src/edit'
import { anchorAt, snapAt } from '../src/locate'
import {
  ChangeRefused,
  Project,
  recordSchema,
  type AnyRecord,
  type Change,
  type Id,
  type RecordKind,
} from '../src/records'
import { drawingSource, sheetItems, sheetSet } from '../src/sheets'

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
        const ground = { project, solver: this.solver }
        return this.put({
          id: this.makeId(),
          kind: 'dimension',
          drawing: this.drawing,
          anchors: [
            anchorAt({ x: a, y: b }, ground, this.level),
            anchorAt({ x: c, y: d }, ground, this.level),
          ],
          direction: pick,
          offset: pick % 2 ? { in: 'paper', paperMm: 10 } : { in: 'real', mm: d },
        })
      }
      case 'leader':
        return this.put({
          id: this.makeId(),
          kind: 'leader',
          drawing: this.drawing,
          tip: anchorAt({ x: a, y: b }, { project, solver: this.solver }, this.level),
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
