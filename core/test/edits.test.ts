import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { atWall, wallDirection } from '../src/building'
import { settleBoard, settleSheets } from '../src/check'
import { PLAIN_LOOK, draftField, sceneOf, pensOf } from '../src/derive'
import { extentOf, paintSvg } from '../src/display'
import { distance, dot, type Point } from '../src/geometry'
import { snapAt } from '../src/locate'
import {
  TIED_KINDS,
  anchorsOf,
  Project,
  recordSchema,
  sheetSet,
  tieHost,
  type Id,
  type Opening,
} from '../src/records'
import { scheduleTable } from '../src/schedules'
import { sheetPictureOf } from '../src/sheets'
import { refusalCodes } from '../scripts/refusals.mjs'
import { inked } from './inked'
import { World, anyNumber, deadNames, heldPoints, type Values } from './world'
import { anyStep as step, anyValues as values, tame } from './worldSteps'
import { EDITS, EDIT_NAMES, type EditName } from './worldEdits'

/** Where a door or window stands in the building, which way it looks, and where its hinges are. */
function standing(world: World, opening: Opening): { at: Point; hinge: Point; towards: Point } | null {
  const wall = world.solver.get(opening.wall)
  if (!wall) return null
  const u = wallDirection(wall.shape, opening.along)
  const way = opening.side === 'left' ? 1 : -1
  const jamb = opening.along + (opening.hand === 'start' ? -1 : 1) * (opening.width / 2)
  return {
    at: atWall(wall.shape, opening.along, (wall.shape.low + wall.shape.high) / 2),
    hinge: atWall(wall.shape, jamb, (wall.shape.low + wall.shape.high) / 2),
    towards: { x: -u.y * way, y: u.x * way },
  }
}

/** Nearer than this nothing has moved, mm. */
const STILL = 0.02

/** What people see of the world that an edit is not to change by the way. */
function seen(world: World): {
  openings: Map<Id, NonNullable<ReturnType<typeof standing>>>
  ties: Map<Id, readonly { point: Point; held: boolean }[]>
} {
  const openings = new Map<Id, NonNullable<ReturnType<typeof standing>>>()
  for (const opening of world.project.all('opening')) {
    const at = standing(world, opening)
    if (at) openings.set(opening.id, at)
  }
  const ties = new Map<Id, readonly { point: Point; held: boolean }[]>()
  for (const kind of TIED_KINDS)
    for (const record of world.project.all(kind)) ties.set(record.id, heldPoints(record, world.ground))
  return { openings, ties }
}

const CODES = refusalCodes()

/** Makes an edit, and sees that nothing is moved or lost by the way. False when it was refused. */
function acted(world: World, what: EditName, given: Values): boolean {
  const { project } = world
  const before = seen(world)
  const records = new Map([...project.everything()].map((record) => [record.id, record]))
  const done = world.act((each) => EDITS[what].make(each, given))
  const { refusal } = world
  // Every public edit on the way refuses only as its description says.
  for (const [, name] of refusal?.stack?.matchAll(/ at (?:Module\.)?(\w+) /g) ?? [])
    if (CODES.has(name!))
      expect([...CODES.get(name!)!], `${name}: ${refusal!.message}`).toContain(refusal!.code)
  if (typeof done === 'string') return false
  const { moves } = EDITS[what]
  const after = seen(world)
  for (const [id, was] of before.openings) {
    const now = after.openings.get(id)
    const opening = project.find('opening', id)
    if (!now || !opening) {
      // Nothing is lost but what was removed, or stood in what was.
      expect(['removeItems', 'editRepeat'], `${what} lost ${id}`).toContain(what)
      continue
    }
    if (moves === 'things' || what === 'flipSide' || what === 'flipHand') continue
    expect(distance(now.at, was.at), `${what}: ${id}`).toBeLessThan(STILL)
    expect(distance(now.hinge, was.hinge), `${what}: hinges of ${id}`).toBeLessThan(STILL)
    expect(dot(now.towards, was.towards), `${what}: side of ${id}`).toBeGreaterThan(0.99)
  }
  for (const [id, was] of before.ties) {
    const now = after.ties.get(id)
    if (!now) continue
    const record = records.get(id)!
    was.forEach(({ point, held }, i) => {
      const anchor = anchorsOf(record)[i]!
      const host = tieHost(anchor)
      if (!held || host === null) return
      // Joints of walls change with their neighbours: what stands still is compared by what it is tied to.
      const hostStill = project.get(host) === records.get(host) && anchor.to !== 'wallCorner'
      const wallStill =
        anchor.to !== 'opening' ||
        (hostStill &&
          project.get((project.get(host) as Opening).wall) ===
            records.get((project.get(host) as Opening).wall))
      if (
        moves === 'nothing' &&
        (anchor.to !== 'wallCorner' || what === 'flipWall' || what === 'splitItem' || what === 'joinItems')
      )
        expect(distance(now[i]!.point, point), `${what}: ${anchor.to} of ${id}`).toBeLessThan(STILL)
      else if (hostStill && wallStill && project.get(id) === record && moves === 'ends')
        expect(distance(now[i]!.point, point), `${what}: ${anchor.to} of ${id}`).toBeLessThan(STILL)
    })
  }
  expect(deadNames(world.project), `after ${what}`).toEqual([])
  return true
}

describe('any run of any edits with any values', () => {
  it('throws nothing but refusals, keeps every record valid and every name alive, and undoes to the byte', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.array(step, { minLength: 5, maxLength: 30 }), (furnished, steps) => {
        const world = new World(furnished)
        const before = world.text()
        const walls = world.solver.count
        const inverses = []
        for (const { what, values: given } of steps) {
          const done = world.act((each) => EDITS[what].make(each, given))
          if (typeof done === 'string') continue
          inverses.push(done.inverse)
          const dead = deadNames(world.project)
          expect(dead, `after ${what}`).toEqual([])
        }
        for (const record of world.project.everything())
          expect(recordSchema.safeParse(record).success).toBe(true)
        for (const inverse of inverses.reverse()) {
          world.project.check(inverse)
          world.project.apply(inverse)
        }
        expect(world.text()).toBe(before)
        expect(world.solver.count).toBe(walls)
      }),
      { numRuns: 120 },
    )
  })

  it('leaves what it does not move where it is: figures, doors and windows', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 5, maxLength: 25 }), (steps) => {
        const world = new World(true)
        for (const { what, values: given } of steps) {
          acted(world, what, given)
        }
      }),
      { numRuns: 150 },
    )
  })

  it('can always be drawn, snapped to, checked, listed and plotted, as if it were made from nothing', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.array(step, { maxLength: 25 }),
        anyNumber,
        anyNumber,
        (furnished, steps, x, y) => {
          const world = new World(furnished)
          const { project } = world
          const look = { ...PLAIN_LOOK, marks: true, scale: 50 }
          for (const { what, values: given } of steps) {
            world.act((each) => EDITS[what].make(each, tame(given)))
            drawingList(sceneOf(project, world.drawing), look)
          }
          const list = drawingList(sceneOf(project, world.drawing), look)
          const anew = new Project(project.everything())
          const again = drawingList(sceneOf(anew, anew.need('drawing', world.drawingId)), look)
          expect(inked(list)).toEqual(inked(again))
          if (list.length > 0)
            for (const value of Object.values(extentOf(list))) expect(Number.isFinite(value)).toBe(true)
          expect(paintSvg(list, { width: 100, height: 100, title: 't' }, '', pensOf(project))).not.toContain(
            'NaN',
          )
          for (const drawing of project.all('drawing'))
            for (const { text } of settleBoard(sceneOf(project, drawing)))
              expect(text.length).toBeGreaterThan(8)
          for (const { text } of settleSheets(project)) expect(text.length).toBeGreaterThan(8)
          for (const schedule of project.all('schedule')) {
            const table = scheduleTable(project, () => world.solver, schedule)
            expect(table.rows.flatMap(({ ids }) => ids).every((id) => project.get(id))).toBe(true)
          }
          const pointer = { x: Number.isFinite(x) ? x : 0, y: Number.isFinite(y) ? y : 0 }
          const request = { pointer, reach: 100, last: null, align: [], walls: true }
          const snap = snapAt(draftField(sceneOf(project, world.drawing)), request)
          if (snap) expect(Number.isFinite(snap.point.x + snap.point.y)).toBe(true)
          // Sheets too, with title blocks that were drawn on, given and taken.
          const onSheet = (of: Project, id: Id) => inked(sheetPictureOf(of, of.need('sheet', id)).list())
          for (const { id, titleBlock } of sheetSet(project)) {
            expect(onSheet(project, id)).toEqual(onSheet(anew, id))
            if (titleBlock !== undefined) expect(onSheet(project, id).length).toBeGreaterThan(0)
          }
        },
      ),
      { numRuns: 80 },
    )
  })

  it.each(EDIT_NAMES.filter((name) => name !== 'newProject'))(
    'is more than refusals: %s does something to a furnished house, and takes everything along',
    (name) => {
      let done = 0
      fc.assert(
        fc.property(fc.array(values, { minLength: 1, maxLength: 3 }), (given) => {
          const world = new World(true)
          // What can be taken away again.
          for (const first of TAKEN_AWAY) world.act((each) => EDITS[first].make(each, PLAIN))
          for (const each of given) if (acted(world, name, each)) done++
        }),
        { numRuns: 20 },
      )
      expect(done).toBeGreaterThan(0)
    },
  )
})

const TAKEN_AWAY: readonly EditName[] = [
  'copyTitleBlock',
  'openBlock',
  'copyBlock',
  'addLayer',
  'addLineType',
  'addLevel',
  'copyMaterial',
  'copyStripType',
  'copyLens',
  'copyStyle',
  'copyOpeningType',
  'makeUnit',
  'addSight',
  'addCutaway',
  'addDetail',
]
const PLAIN: Values = { a: 2700, b: 1000, c: 2000, d: 1000, pick: 1, name: 'Chair' }
