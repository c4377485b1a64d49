import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { pictureOf } from '../src/annotate'
import { LevelSolver } from '../src/building'
import { settleBoard } from '../src/check'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../src/derive'
import type { DisplayItem } from '../src/display'
import {
  addOpening,
  clip,
  copyItems,
  groupItems,
  makeUnit,
  mapItems,
  mirrorAbout,
  moveWallSideways,
  numberUnits,
  paste,
  placesOf,
  removeItems,
  renameUnit,
  scaleAbout,
  spreadUnit,
  unlikePlaces,
} from '../src/edit'
import { applyTo, combine, inverse, moveBy, placing, turnBy, type Affine } from '../src/geometry'
import { Project, type AnyRecord, type Change, type Id, type Opening } from '../src/records'
import { inked } from './inked'
import { LEVEL, PLAN, chain, drafted, opening, projectWith, wall } from './wallFixture'

let next = 0
const makeId = (): string => `p${++next}`
const does = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
const room = (id: string, x: number, y: number, number: string): AnyRecord => ({
  id,
  kind: 'room',
  level: LEVEL,
  at: { x, y },
  name: 'Bed',
  number,
  use: '',
  floor: '',
  walls: '',
  ceiling: '',
  ceilingHeight: null,
})

/** A room with a door near one end of a wall, a window off the middle of another, and a line askew. */
function flat(): Project {
  const project = projectWith(
    PLAN,
    wall('a', [0, 0, 5000, 0], 'block-140', 'left'),
    wall('b', [5000, 0, 5000, 4000], 'block-140', 'left'),
    wall('c', [5000, 4000, 0, 4000], 'block-140', 'left'),
    wall('d', [0, 4000, 0, 0], 'block-140', 'left'),
    { ...opening('door', 'a', 900, 900), mark: 'D01' },
    { ...opening('window', 'c', 1500, 1200, 'window'), mark: 'W01' },
    room('room', 2000, 2000, '01'),
    drafted('line', chain([500, 500, 1400, 800])),
  )
  does(project, makeUnit(project, PLAN.id, ['a', 'b', 'c', 'd', 'room', 'line'], 'Flat', makeId))
  return project
}
const members = (project: Project): Id[] => placesOf(project, 'Flat')[0]!.members.slice()
const copied = (project: Project, map: Affine): void =>
  does(project, copyItems(project, members(project), [map], makeId))

/** What stands in a place, in the axes of the unit, whatever it is called. */
function held(project: Project, at: number): string[] {
  const { unit, members } = placesOf(project, 'Flat')[at]!
  const back = inverse(placing(unit.frame.at, unit.frame.turn, unit.frame.mirrored))
  const round = (p: { x: number; y: number }): string => {
    const q = applyTo(back, p)
    // Never just between two whole numbers, where noise would tell.
    return `${Math.round(q.x + 0.013)} ${Math.round(q.y + 0.013)}`
  }
  const solver = new LevelSolver(project, LEVEL)
  return members
    .flatMap((id): string[] => {
      const record = project.get(id)!
      switch (record.kind) {
        case 'wall': {
          const { shape } = solver.get(id)!
          const on = (aside: number): { x: number; y: number } => ({
            x: (record.a.x + record.b.x) / 2 - shape.u.y * aside,
            y: (record.a.y + record.b.y) / 2 + shape.u.x * aside,
          })
          const openings = project
            .all('opening')
            .filter((each) => each.wall === id)
            .map((each) => {
              const along = { x: record.a.x + shape.u.x * each.along, y: record.a.y + shape.u.y * each.along }
              const jamb = each.hand === 'start' ? -1 : 1
              const hinge = { x: along.x + shape.u.x * jamb * 100, y: along.y + shape.u.y * jamb * 100 }
              const side = each.side === 'left' ? 1 : -1
              const opens = { x: along.x - shape.u.y * side * 100, y: along.y + shape.u.x * side * 100 }
              return `${each.fit} ${each.width} at ${round(along)} hinged ${round(hinge)} opens ${round(opens)}`
            })
          return [
            `wall ${[round(record.a), round(record.b)].sort().join()} body ${round(on((shape.low + shape.high) / 2))}`,
            ...openings,
          ]
        }
        case 'room':
          return [`room ${record.name} ${round(record.at)}`]
        case 'linework':
          return record.shape.form === 'path'
            ? [`line ${record.shape.path.vertices.map(round).sort().join()}`]
            : []
        default:
          return [record.kind]
      }
    })
    .sort()
}
/** The numbers of the places that are not like one. */
const unlike = (project: Project, at: number): string[] =>
  unlikePlaces(project, placesOf(project, 'Flat')[at]!).map(({ unit }) => unit.number)
const marks = (project: Project): (string | undefined)[] => project.all('opening').map(({ mark }) => mark)

describe('a unit', () => {
  it('stays one where it is copied, turned and mirrored, with hands right and numbers of its own', () => {
    const project = flat()
    copied(project, moveBy(10_000, 0))
    copied(project, mirrorAbout({ x: 20_000, y: 0 }, { x: 20_000, y: 1 }))
    copied(project, combine(moveBy(0, 20_000), turnBy(1)))
    expect(placesOf(project, 'Flat').map(({ unit }) => unit.number)).toEqual(['1', '2', '3', '4'])
    for (const at of [1, 2, 3]) expect(held(project, at)).toEqual(held(project, 0))
    expect(new Set(marks(project)).size).toBe(8)
    expect(new Set(project.all('room').map(({ number }) => number)).size).toBe(4)
  })
  it('changed in one place is changed in all, what has a number keeps it', () => {
    const project = flat()
    copied(project, mirrorAbout({ x: 8000, y: 0 }, { x: 8000, y: 1 }))
    copied(project, moveBy(20_000, 0))
    const numbers = new Map(project.all('opening').map(({ id, mark }) => [id, mark]))
    // In the mirrored place: its wall is moved, a line goes, a window comes.
    const [, second] = placesOf(project, 'Flat')
    const walls = second!.members.filter((id) => project.get(id)?.kind === 'wall')
    does(project, moveWallSideways(project, walls[1]!, -600))
    const line = second!.members.find((id) => project.get(id)?.kind === 'linework')!
    does(project, removeItems(project, [line]))
    const solved = new LevelSolver(project, LEVEL).get(walls[3]!)!
    const window = {
      wall: walls[3]!,
      fit: 'window' as const,
      along: 2000,
      width: 600,
      sill: 900,
      head: 2100,
      hand: 'start' as const,
      side: 'left' as const,
    }
    does(project, addOpening(project, solved, window, makeId))
    expect(held(project, 0)).not.toEqual(held(project, 1))
    expect(unlike(project, 1)).toEqual(['1', '3'])
    expect(unlike(project, 0)).toEqual(['2'])
    does(project, spreadUnit(project, second!.id, null, makeId))
    for (const at of [0, 2]) expect(held(project, at)).toEqual(held(project, 1))
    expect(unlike(project, 1)).toEqual([])
    for (const [id, mark] of numbers) expect(project.find('opening', id)?.mark, id).toBe(mark)
    expect(new Set(marks(project)).size).toBe(9)
    expect(project.all('linework')).toEqual([])
  })
  it('takes in what is selected with it', () => {
    const project = flat()
    copied(project, moveBy(10_000, 0))
    does(project, { put: [drafted('more', chain([3000, 3000, 3500, 3000]))], drop: [] })
    const [first] = placesOf(project, 'Flat')
    does(project, spreadUnit(project, first!.id, [...first!.members, 'more'], makeId))
    expect(held(project, 1)).toEqual(held(project, 0))
    expect(placesOf(project, 'Flat')[0]!.members).toContain('more')
    expect(project.all('linework')).toHaveLength(4)
  })
  it('moved as a whole is known where it stands; made larger it is a group', () => {
    const project = flat()
    copied(project, moveBy(10_000, 0))
    const [, second] = placesOf(project, 'Flat')
    does(project, mapItems(project, second!.members, combine(moveBy(3000, 9000), turnBy(Math.PI / 2))))
    expect(held(project, 1)).toEqual(held(project, 0))
    does(project, spreadUnit(project, placesOf(project, 'Flat')[1]!.id, null, makeId))
    expect(held(project, 0)).toEqual(held(project, 1))
    does(project, mapItems(project, second!.members, scaleAbout({ x: 0, y: 0 }, 1.5)))
    expect(placesOf(project, 'Flat')).toHaveLength(1)
    expect(project.all('group')).toHaveLength(2)
  })
  it('pasted on another level it is the same unit, numbered after those below', () => {
    const project = flat()
    const upper = { ...PLAN, id: 'upper-plan', name: 'Upper', level: 'upper' }
    const level = { ...project.need('level', LEVEL), id: 'upper', name: 'Upper', elevation: 2700 }
    project.apply({ put: [level, upper], drop: [] })
    const clipping = clip(project, members(project), { x: 0, y: 0 })
    does(project, paste(project, clipping, upper, { x: 500, y: 0 }, makeId))
    const [first, second] = placesOf(project, 'Flat')
    expect(second).toMatchObject({ drawing: 'upper-plan', unit: { number: '2' } })
    does(project, removeItems(project, ['line']))
    does(project, spreadUnit(project, first!.id, null, makeId))
    const there = placesOf(project, 'Flat')[1]!.members.map((id) => project.get(id)!)
    expect(there.map(({ kind }) => kind).sort()).toEqual(['room', 'wall', 'wall', 'wall', 'wall'])
    expect(there.every((record) => 'level' in record && record.level === 'upper')).toBe(true)
    does(project, numberUnits(project, 'Flat'))
    expect(placesOf(project, 'Flat').map(({ unit }) => unit.number)).toEqual(['1', '2'])
  })
  it('is numbered by place: from the top row down, from left to right', () => {
    const project = flat()
    copied(project, moveBy(0, 12_000))
    copied(project, moveBy(9000, 12_100))
    copied(project, moveBy(-9000, 0))
    does(project, numberUnits(project, 'Flat'))
    expect(placesOf(project, 'Flat').map(({ unit }) => unit.number)).toEqual(['4', '1', '2', '3'])
  })
  it('has a name that no other has', () => {
    const project = flat()
    does(project, renameUnit(project, 'Flat', 'Two rooms'))
    expect(placesOf(project, 'Flat')).toEqual([])
    expect(placesOf(project, 'Two rooms')).toHaveLength(1)
    const more = ['x', 'y'].map((id, i) => drafted(id, chain([9000, i * 100, 9500, i * 100])))
    does(project, { put: more, drop: [] })
    expect(() => makeUnit(project, PLAN.id, ['x', 'y'], ' two ROOMS', makeId)).toThrow(
      'There is a unit “two ROOMS” already.',
    )
    expect(() => makeUnit(project, PLAN.id, ['x', 'y'], '  ', makeId)).toThrow('A unit needs a name.')
    expect(() => makeUnit(project, PLAN.id, ['x'], 'One', makeId)).toThrow('at least two')
    does(project, groupItems(project, PLAN.id, ['x', 'y'], makeId))
    const plain = project.all('group').find(({ unit }) => !unit)!
    expect(() => spreadUnit(project, plain.id, null, makeId)).toThrow('not the place of a unit')
  })
  it('wherever it is placed and whatever was moved in one place, all are alike after', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            x: fc.integer({ min: -40, max: 40 }),
            y: fc.integer({ min: -40, max: 40 }),
            turn: fc.integer({ min: 0, max: 7 }),
            mirrored: fc.boolean(),
          }),
          { minLength: 1, maxLength: 3 },
        ),
        fc.nat(3),
        fc.integer({ min: -400, max: 900 }),
        fc.nat(3),
        (places, which, by, from) => {
          fc.pre(by !== 0)
          const project = flat()
          for (const { x, y, turn, mirrored } of places)
            copied(project, placing({ x: x * 12_000, y: y * 12_000 + 7000 }, (turn * Math.PI) / 4, mirrored))
          const at = from % (places.length + 1)
          const { id, members } = placesOf(project, 'Flat')[at]!
          expect(unlike(project, at)).toEqual([])
          does(project, moveWallSideways(project, members[which]!, by))
          expect(unlike(project, at)).toHaveLength(places.length)
          const before: Opening[] = project.all('opening')
          does(project, spreadUnit(project, id, null, makeId))
          expect(unlike(project, at)).toEqual([])
          for (let i = 0; i <= places.length; i++) expect(held(project, i)).toEqual(held(project, at))
          expect(project.all('opening').map(({ id: each, mark }) => [each, mark])).toEqual(
            before.map(({ id: each, mark }) => [each, mark]),
          )
        },
      ),
    )
  })
})

describe('the places of a unit on a plan', () => {
  const scene = (project: Project): Scene => sceneOf(project, project.need('drawing', PLAN.id))
  const shown = (project: Project, look: Partial<PlanLook> = {}): DisplayItem[] =>
    pictureOf(scene(project), { ...PLAIN_LOOK, scale: 50, ...look }).list()
  const tags = (project: Project, look?: Partial<PlanLook>): (DisplayItem & { kind: 'text' })[] =>
    shown(project, look)
      .filter((item) => item.kind === 'text')
      .filter(({ runs }) => runs.some(({ text }) => text.startsWith('Flat') || text.startsWith('Type')))
  const says = (project: Project, look?: Partial<PlanLook>): string[] =>
    tags(project, look)
      .map(({ runs }) => runs.map(({ text }) => text).join(''))
      .sort()

  it('tell their name and number, each within its own walls and clear of what is drawn', () => {
    const project = flat()
    copied(project, moveBy(10_000, 0))
    expect(says(project)).toEqual(['Flat 1', 'Flat 2'])
    for (const [i, { x, y, width }] of tags(project).entries()) {
      const left = i * 10_000
      expect(x).toBeGreaterThan(left)
      expect(x + width).toBeLessThan(left + 5000)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(4000)
    }
    // A line through the middle, where the first stands: it gives way, and all is as if it were made from nothing.
    const before = tags(project)[0]!
    does(project, {
      put: [drafted('through', chain([before.x - 500, before.y, before.x + 1500, before.y]))],
      drop: [],
    })
    const after = tags(project)[0]!
    expect(Math.hypot(after.x - before.x, after.y - before.y)).toBeGreaterThan(100)
    does(project, renameUnit(project, 'Flat', 'Type B'))
    expect(says(project)).toEqual(['Type B 1', 'Type B 2'])
    expect(inked(shown(project))).toEqual(inked(shown(new Project(project.everything()))))
    expect(says(project, { roomTags: false })).toEqual([])
    does(project, removeItems(project, [placesOf(project, 'Type B')[1]!.id]))
    expect(says(project)).toEqual(['Type B 1'])
  })

  it('are an open matter where one is not like the first, and looked at again only when something of them changes', () => {
    const project = flat()
    copied(project, moveBy(10_000, 0))
    copied(project, mirrorAbout({ x: 30_000, y: 0 }, { x: 30_000, y: 1 }))
    const open = (): string[] =>
      settleBoard(scene(project))
        .map(({ text }) => text)
        .filter((text) => text.includes('unit'))
    expect(open()).toEqual([])
    const third = placesOf(project, 'Flat')[2]!
    const line = third.members.find((id) => project.find('linework', id))!
    does(project, mapItems(project, [line], moveBy(300, 0)))
    expect(open()).toEqual(['Flat 3 is not like the first place of its unit.'])
    // In the first place it is moved as well, mirrored: now the second alone is not alike.
    const first = placesOf(project, 'Flat')[0]!.members.find((id) => project.find('linework', id))!
    does(project, mapItems(project, [first], moveBy(-300, 0)))
    expect(open()).toEqual(['Flat 2 is not like the first place of its unit.'])
    const [found] = settleBoard(scene(project)).filter(({ text }) => text.includes('unit'))
    expect(found).toMatchObject({ stage: 'fit-out', about: placesOf(project, 'Flat')[1]!.members })
    does(project, spreadUnit(project, placesOf(project, 'Flat')[0]!.id, null, makeId))
    expect(open()).toEqual([])
    does(project, { put: [wall('elsewhere', [0, 30_000, 900, 30_000])], drop: [] })
    expect(open()).toEqual([])
  })
})
