import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { LevelSolver } from '../src/building'
import { settleDrawing } from '../src/check'
import { PLAIN_LOOK, draftField } from '../src/derive'
import { extentOf } from '../src/display'
import {
  EditRefused,
  addAllRooms,
  addCornerWindow,
  addLinework,
  addOpenings,
  addOverhead,
  addRail,
  addRamp,
  addRoof,
  addRoom,
  addSeparators,
  addSlab,
  addStair,
  addVoid,
  addWalls,
  closeBlock,
  copyItems,
  leaveBlock,
  makeBlock,
  mapItems,
  mirrorAbout,
  moveHandle,
  newProject,
  openBlock,
  placeBlock,
  removeItems,
  renumberOpenings,
  renumberRooms,
  retypeOpenings,
  rowPlaces,
  scaleAbout,
  setOpeningType,
  setPlacement,
  setRoof,
  setRoom,
  setStair,
  setStairLimits,
} from '../src/edit'
import { moveBy, pathOfPoints } from '../src/geometry'
import { standardBlocks } from '../src/library'
import { handlesOf } from '../src/kinds'
import {
  ChangeRefused,
  Project,
  recordSchema,
  type Change,
  type Id,
  type RecordKind,
  type Slab,
} from '../src/records'
import { scheduleTable, setCell } from '../src/schedules'

/** Numbers people and broken programs send. */
const number = fc.oneof(
  { weight: 12, arbitrary: fc.integer({ min: -60, max: 120 }).map((n) => n * 100) },
  { weight: 2, arbitrary: fc.double({ min: -20_000, max: 20_000, noNaN: true }) },
  { weight: 1, arbitrary: fc.constantFrom(0, -0, 0.001, 1e8, 1e12, NaN, Infinity) },
)
const WHAT = [
  'walls',
  'walls',
  'openings',
  'openings',
  'corner window',
  'retype',
  'type',
  'renumber',
  'room',
  'all rooms',
  'separator',
  'room facts',
  'stair',
  'set stair',
  'limits',
  'ramp',
  'rail',
  'slab',
  'void',
  'roof',
  'set roof',
  'overhead',
  'place',
  'place',
  'row',
  'set placement',
  'lines',
  'make block',
  'open block',
  'close block',
  'leave block',
  'cell',
  'map',
  'copy',
  'remove',
  'handle',
] as const
const action = fc.record({
  what: fc.constantFrom(...WHAT),
  a: number,
  b: number,
  c: number,
  d: number,
  pick: fc.nat(50),
})
type Action = typeof action extends fc.Arbitrary<infer T> ? T : never

const KINDS = [
  'wall',
  'opening',
  'room',
  'separator',
  'stair',
  'ramp',
  'rail',
  'slab',
  'void',
  'roof',
  'overhead',
  'placement',
  'linework',
] as const

class World {
  readonly project: Project
  readonly level: Id
  readonly drawing: Id
  readonly solver: LevelSolver
  private next = 0
  readonly makeId = (): string => `f${++this.next}`

  constructor() {
    const input = {
      name: 'Fuzz',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A2',
      orientation: 'landscape',
      date: '2026-01-01',
    } as const
    const made = newProject({ ...input, system: 'metric' }, this.makeId)
    this.project = new Project(made.change.put)
    this.level = made.level
    this.drawing = made.drawing
    this.solver = new LevelSolver(this.project, this.level)
  }

  some(kind: RecordKind, n: number): Id {
    const all = this.project.all(kind)
    return all.length > 0 ? all[n % all.length]!.id : 'missing'
  }
  anything(n: number): Id {
    for (let i = 0; i < KINDS.length; i++) {
      const id = this.some(KINDS[(n + i) % KINDS.length]!, n)
      if (id !== 'missing') return id
    }
    throw new EditRefused('There is nothing yet.')
  }

  change({ what, a, b, c, d, pick }: Action): Change {
    const { project, level, makeId } = this
    const outline: Slab['outline'] = {
      vertices: [
        { x: a, y: b, sweep: 0 },
        { x: c, y: b, sweep: 0 },
        { x: c, y: d, sweep: 0 },
        { x: pick % 2 ? a : (a + c) / 2, y: pick % 3 ? d : (b + d) / 2, sweep: 0 },
      ],
      closed: true,
    }
    const solved = () => {
      const found = this.solver.get(this.some('wall', pick))
      if (!found) throw new EditRefused('There is no wall.')
      return found
    }
    const facts = {
      wall: this.some('wall', pick),
      fit: 'door',
      type: this.some('openingType', pick),
      along: a,
      width: b,
      sill: 0,
      head: c,
      hand: 'start',
      side: 'left',
    } as const
    const blocks = standardBlocks('metric')
    const block = pick % 3 === 0 ? this.some('block', pick) : blocks[(pick * 7) % blocks.length]!.id
    switch (what) {
      case 'walls':
        return addWalls(
          project,
          {
            level,
            type: this.some('wallType', pick),
            reference: 'centre',
            closed: pick % 2 === 0,
            points: [
              { x: a, y: b },
              { x: c, y: b },
              { x: c, y: d },
            ],
          },
          makeId,
        )
      case 'openings':
        return addOpenings(project, solved(), facts, { count: (pick % 4) + 1, gap: d }, makeId)
      case 'corner window':
        return addCornerWindow(
          project,
          this.solver,
          {
            wall: this.some('wall', pick),
            end: pick % 2 ? 'start' : 'end',
            type: 'opening-type-window',
            widths: [a, b],
            side: 'left',
          },
          makeId,
        )
      case 'retype':
        return retypeOpenings(project, [this.some('opening', pick)], this.some('openingType', pick + 3))
      case 'type':
        return setOpeningType(project, this.some('openingType', pick), { width: a, sill: b, head: c })
      case 'renumber':
        return pick % 2 ? renumberOpenings(project, 'door') : renumberRooms(project)
      case 'room':
        return addRoom(project, this.solver, { at: { x: a, y: b }, name: pick % 5 ? 'Room' : '<b>&' }, makeId)
      case 'all rooms':
        return addAllRooms(project, this.solver, makeId)
      case 'separator':
        return addSeparators(
          project,
          level,
          [
            { x: a, y: b },
            { x: c, y: d },
          ],
          makeId,
        )
      case 'room facts':
        return setRoom(project, this.some('room', pick), {
          ceilingHeight: a,
          name: pick % 4 ? 'Hall' : 'x'.repeat(10_000),
          number: String(pick),
        })
      case 'stair':
        return addStair(
          project,
          {
            level,
            form: (['straight', 'quarter turn', 'winders', 'half turn', 'curved'] as const)[pick % 5]!,
            hand: pick % 2 ? 'left' : 'right',
            at: { x: a, y: b },
            turn: c / 1000,
            width: Math.abs(d),
            going: 250,
            rise: null,
            risers: null,
            first: null,
            well: 0,
            radius: Math.abs(a),
            rails: 'both',
          },
          makeId,
        )
      case 'set stair':
        return setStair(project, this.some('stair', pick), {
          going: a,
          risers: pick,
          first: pick % 3 ? null : pick,
        })
      case 'limits':
        return setStairLimits(project, { highestRise: a, leastGoing: b })
      case 'ramp':
        return addRamp(
          project,
          { level, at: { x: a, y: b }, turn: 1, width: 1200, length: c, rise: d, rails: 'left' },
          makeId,
        )
      case 'rail':
        return addRail(
          project,
          { level, path: { vertices: outline.vertices, closed: false }, height: a, made: 'balusters' },
          makeId,
        )
      case 'slab':
        return addSlab(project, { level, outline, top: a, thickness: b }, makeId)
      case 'void':
        return addVoid(project, { level, outline }, makeId)
      case 'roof':
        return addRoof(
          project,
          {
            level,
            outline,
            form: (['flat', 'mono', 'double', 'hipped'] as const)[pick % 4]!,
            pitch: 0.6,
            overhang: a,
            fascia: 200,
            eaves: 2600,
            turn: pick,
          },
          makeId,
        )
      case 'set roof':
        return setRoof(project, this.some('roof', pick), { pitch: a / 1000, overhang: b })
      case 'overhead':
        return addOverhead(
          project,
          {
            level,
            what: 'beam',
            shape:
              pick % 2
                ? { by: 'outline', outline }
                : { by: 'line', a: { x: a, y: b }, b: { x: c, y: d }, width: 200 },
            bottom: a,
            height: b,
          },
          makeId,
        )
      case 'place':
        return placeBlock(
          project,
          {
            level,
            block,
            places: [{ at: { x: a, y: b }, turn: c, mirrored: pick % 2 === 0 }],
            ...(pick % 4 ? {} : { size: { x: c, y: d } }),
            parameters: { chairs: a, width: b },
          },
          makeId,
        )
      case 'row':
        return placeBlock(
          project,
          {
            level,
            block,
            places: rowPlaces({ x: a, y: b }, { x: c, y: d }, { pitch: pick * 100 }, 0, false),
          },
          makeId,
        )
      case 'set placement':
        return setPlacement(
          project,
          this.some('placement', pick),
          pick % 2 ? { width: a, depth: b } : { parameters: { units: a } },
        )
      case 'lines':
        return addLinework(
          project,
          {
            drawing:
              pick % 2
                ? this.drawing
                : (project.all('drawing').find(({ view }) => view === 'block')?.id ?? this.drawing),
            layer: 'layer-lines',
            shape: {
              form: 'path',
              path: {
                vertices: pathOfPoints(
                  [
                    { x: a, y: b },
                    { x: c, y: d },
                  ],
                  false,
                ).vertices.map((v) => ({ ...v })),
                closed: false,
              },
            },
          },
          makeId,
        )
      case 'make block':
        return makeBlock(
          project,
          project.need('drawing', this.drawing),
          [this.some('linework', pick), this.some('placement', pick)].filter((id) => id !== 'missing'),
          {
            name: `Block ${pick}`,
            category: 'Own',
            base: { x: a, y: b },
            sizing: 'fixed',
            then: (['placement', 'stay', 'go'] as const)[pick % 3]!,
          },
          makeId,
        ).change
      case 'open block':
        return openBlock(project, this.some('placement', pick), makeId).change
      case 'close block':
        return closeBlock(
          project,
          project.all('drawing').find(({ view }) => view === 'block')?.id ?? 'missing',
        )
      case 'leave block':
        return leaveBlock(
          project,
          project.all('drawing').find(({ view }) => view === 'block')?.id ?? 'missing',
        )
      case 'cell': {
        const schedule = project.all('schedule')[pick % 4]!
        const table = scheduleTable(project, () => this.solver, schedule)
        const column = table.columns[pick % table.columns.length]!
        const value = column.kind === 'length' ? a : pick % 3 ? String(b) : '=1+1<script>'
        return setCell(project, () => this.solver, schedule, table.rows[0]?.ids ?? [], column.key, value)
      }
      case 'map': {
        const map = [
          moveBy(a, b),
          mirrorAbout({ x: a, y: b }, { x: c, y: d }),
          scaleAbout({ x: a, y: b }, c / 1000),
        ][pick % 3]!
        return mapItems(project, [this.anything(pick), this.anything(pick + 3)], map)
      }
      case 'copy':
        return copyItems(project, [this.anything(pick)], [moveBy(a, b)], makeId)
      case 'remove':
        return removeItems(project, [this.anything(pick)])
      case 'handle': {
        const id = this.anything(pick)
        if (handlesOf(project.get(id)!).length === 0) throw new EditRefused('It has no points to move.')
        return moveHandle(project, id, pick % handlesOf(project.get(id)!).length, { x: a, y: b })
      }
    }
  }

  act(one: Action): Change | null {
    let change: Change
    try {
      change = this.change(one)
      this.project.check(change)
    } catch (error) {
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

describe('any run of furnishing with any values', () => {
  it('throws nothing but refusals, keeps every record valid, draws, and undoes to the byte', () => {
    fc.assert(
      fc.property(fc.array(action, { maxLength: 30 }), (actions) => {
        const world = new World()
        const { project, solver } = world
        const before = world.text()
        const inverses: Change[] = []
        for (const one of actions) {
          const inverse = world.act(one)
          if (inverse) inverses.push(inverse)
        }
        for (const record of project.everything()) expect(recordSchema.safeParse(record).success).toBe(true)
        const marks = project.all('opening').flatMap(({ mark }) => mark ?? [])
        expect(new Set(marks).size).toBe(marks.length)
        for (const drawing of project.all('drawing')) {
          const list = drawingList(project, drawing, solver, { ...PLAIN_LOOK, marks: true, scale: 50 })
          if (list.length > 0)
            for (const value of Object.values(extentOf(list))) expect(Number.isFinite(value)).toBe(true)
          expect(draftField(project, drawing, solver).size).toBeGreaterThanOrEqual(0)
          for (const { text } of settleDrawing(project, drawing, solver))
            expect(text.length).toBeGreaterThan(8)
        }
        for (const schedule of project.all('schedule'))
          expect(scheduleTable(project, () => solver, schedule).count).toBeGreaterThanOrEqual(0)
        for (const inverse of inverses.reverse()) {
          project.check(inverse)
          project.apply(inverse)
          solver.follow(inverse)
        }
        expect(world.text()).toBe(before)
      }),
      { numRuns: 120 },
    )
  })
})
