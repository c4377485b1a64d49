import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver, solverOf, zoneAt } from '../src/building'
import { PLAIN_LOOK, sceneItems, sceneOf } from '../src/derive'
import type { DisplayItem } from '../src/display'
import { addOpening, addRoom, setFacts, setLevel, type MakeId } from '../src/edit'
import { reachOf } from '../src/kinds'
import type { AnyRecord, Change, Column, Id, Overhead, Project, Slab, Wall } from '../src/records'
import { roomsOf } from '../src/rooms'
import { IN_HOUSE, PLAN, houseRecords, outline, PLAN_OF_HOUSE } from './house'
import { areaBound } from './union'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `h${++count}`
const high = (of: Wall, base: number, height: number | null): Wall => ({ ...of, base, height })
const plan = (project: Project, look: Partial<typeof PLAIN_LOOK> = {}): DisplayItem[] =>
  sceneItems(sceneOf(project, project.need('drawing', PLAN)), { ...PLAIN_LOOK, ...look, scale: 50 })
const of = (project: Project, id: Id, look: Partial<typeof PLAIN_LOOK> = {}): DisplayItem[] =>
  plan(project, look).filter(({ source }) => source === id)
const begin = (...records: AnyRecord[]): Project => projectWith(PLAN_OF_HOUSE, ...records)
const make = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
const column = (id: Id, facts: Partial<Column>): Column => ({ ...IN_HOUSE.column[0]!, id, ...facts })

describe('from where to where', () => {
  const project = begin(...houseRecords().filter(({ kind }) => kind !== 'drawing'))
  it.each([
    ['south', 0, 2700],
    ['window', 900, 2100],
    ['column', 0, 2700],
    ['stair', 0, 2700],
    ['ramp', 0, 150],
    ['rail', 0, 900],
    ['slab', -200, 0],
    ['void', 0, 0],
    ['beam', 2400, 2700],
    ['joists', 2505, 2700],
    ['room', 0, 2700],
  ] as const)('%s goes from %i to %i', (id, from, to) => {
    expect(reachOf(project.get(id)!, project)).toEqual({ from, to })
  })
  it('a roof goes from its eaves to its ridge', () => {
    // Hipped over 6 200 with eaves 400 out: the ridge lies 3 500 in, at tan 0.5 each mm.
    const { from, to } = reachOf(project.get('roof')!, project)!
    expect(from).toBe(2600)
    expect(to).toBeGreaterThan(2600 + 3000 * Math.tan(0.5))
  })
  it('a wall without a height goes up to the next level, also from a foot of its own', () => {
    const raised = high(wall('w', [0, 0, 1, 0]), 800, null)
    expect(reachOf(raised, project)).toEqual({ from: 800, to: 2700 })
    expect(reachOf(high(wall('w', [0, 0, 1, 0]), 800, 400), project)).toEqual({ from: 800, to: 1200 })
  })
  it('what begins at the cut is cut there, what ends at it is not', () => {
    expect(zoneAt({ from: 1200, to: 2100 }, 1200)).toBe('cut')
    expect(zoneAt({ from: 0, to: 1200 }, 1200)).toBe('below')
    expect(zoneAt({ from: 2200, to: 2600 }, 1200)).toBe('above')
    expect(zoneAt({ from: 0, to: 2700 }, 1200)).toBe('cut')
  })
})

describe('walls above and below the cut', () => {
  it('one from 2 200 to 2 600 is overhead: dashed, not filled, and joins no wall that is cut', () => {
    const tall = wall('tall', [0, 0, 4000, 0])
    const bulkhead = high(wall('up', [4000, 0, 4000, 3000]), 2200, 400)
    const alone = new LevelSolver(begin(tall), LEVEL)
    const both = begin(tall, bulkhead)
    const solver = new LevelSolver(both, LEVEL)
    // 4 000 by 140 as if it stood alone: no corner is made with what is overhead.
    expect(solver.cutArea()).toBeCloseTo(4000 * 140, 6)
    expect(solver.cutArea()).toBeCloseTo(alone.cutArea(), 6)
    expect(solver.get('up')!.zone).toBe('above')
    expect(solver.faults()).toBe(0)
    const drawn = of(both, 'up')
    // Strokes of dashes, in more pieces than the outline has sides.
    expect(drawn.every(({ kind }) => kind === 'segments' || kind === 'path')).toBe(true)
    expect(drawn.length).toBeGreaterThan(0)
    expect(of(both, 'up', { overhead: false })).toEqual([])
  })
  it('low ones are seen as outlines, in clean corners among themselves, up to the faces of those that are cut', () => {
    // A low wall from a tall wall's face, round a corner.
    const project = begin(
      wall('tall', [0, -2000, 0, 2000]),
      high(wall('p', [0, 0, 3000, 0]), 0, 900),
      high(wall('q', [3000, 0, 3000, 1500]), 0, 900),
    )
    const solver = new LevelSolver(project, LEVEL)
    expect(solver.cutArea()).toBeCloseTo(4000 * 140, 6)
    const xs = (id: Id): number[] =>
      of(project, id).flatMap((item) =>
        item.kind === 'path'
          ? item.vertices.filter((_, i) => i % 3 === 0)
          : item.kind === 'line'
            ? item.points.filter((_, i) => i % 2 === 0)
            : [],
      )
    // It begins at the face of the tall wall, and its corner is mitred: outer 3 070, inner 2 930.
    expect(Math.min(...xs('p'))).toBeCloseTo(70, 6)
    expect(Math.max(...xs('p'))).toBeCloseTo(3070, 6)
    expect([...new Set(xs('q').map(Math.round))].sort()).toEqual([2930, 3070])
  })
  it('end on the face of a layered wall that is cut, whatever their own layers, also at its end', () => {
    // The cavity wall is drawn on its centre: its face lies 175 from it.
    const project = begin(
      wall('tall', [0, -2000, 0, 0], 'cavity-350'),
      high(wall('p', [0, -1000, 3000, -1000], 'cavity-350'), 0, 900),
      high(wall('q', [0, 0, 3000, 0], 'cavity-350'), 0, 900),
    )
    const solver = new LevelSolver(project, LEVEL)
    for (const id of ['p', 'q']) {
      expect(solver.get(id)!.start.how).toBe('tee')
      for (const line of solver.get(id)!.start.strips)
        for (const { along } of line) expect(along).toBeCloseTo(175, 6)
    }
    expect(solver.get('tall')!.end.how).toBe('free')
  })
  it('follow their foot and height, and the height of the cut', () => {
    const project = begin(wall('w', [0, 0, 4000, 0]), high(wall('low', [0, 2000, 4000, 2000]), 0, 900))
    const solver = (): LevelSolver => solverOf(project, LEVEL)
    expect(solver().cutArea()).toBeCloseTo(560_000, 3)
    make(project, setFacts(project, 'wall', 'low', { height: 2000 }))
    expect(solver().cutArea()).toBeCloseTo(2 * 560_000, 3)
    make(project, setFacts(project, 'wall', 'low', { base: 1500, height: 500 }))
    expect(solver().get('low')!.zone).toBe('above')
    expect(solver().cutArea()).toBeCloseTo(560_000, 3)
    make(project, setLevel(project, LEVEL, { cutHeight: 1600 }))
    expect(solver().get('low')!.zone).toBe('cut')
    expect(solver().cutArea()).toBeCloseTo(2 * 560_000, 3)
  })
  it('property: what is cut is solved as if nothing else were there, whatever changes', () => {
    const coordinate = fc.integer({ min: -4, max: 4 }).map((n) => n * 1000)
    const any = fc.record({
      at: fc.tuple(coordinate, coordinate, coordinate, coordinate),
      base: fc.constantFrom(0, 0, 600, 1200, 2200),
      height: fc.constantFrom(null, 400, 900, 1300),
    })
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 8 }),
        fc.array(any, { maxLength: 4 }),
        (walls, later) => {
          const records = walls
            .filter(({ at: [a, b, c, d] }) => a !== c || b !== d)
            .map(({ at, base, height }, i) => high(wall(`w${i}`, at), base, height))
          const project = begin(...records)
          const solver = new LevelSolver(project, LEVEL)
          later.forEach(({ at: [a, b, c, d], base, height }, i) => {
            const before = project.find('wall', `w${i}`)
            if (!before || (a === c && b === d)) return
            const change = {
              put: [{ ...before, a: { x: a, y: b }, b: { x: c, y: d }, base, height }],
              drop: [],
            }
            project.apply(change)
            solver.follow()
          })
          const cut = project.all('wall').filter((each) => zoneAt(reachOf(each, project)!, 1200) === 'cut')
          const only = new LevelSolver(begin(...cut), LEVEL)
          expect(Math.abs(solver.cutArea() - only.cutArea())).toBeLessThan(areaBound(only))
          expect(solver.faults()).toBe(only.faults())
          const anew = new LevelSolver(project, LEVEL)
          for (const { shape, zone, boundaries } of anew.all()) {
            expect(solver.get(shape.id)!.zone).toBe(zone)
            expect(solver.get(shape.id)!.boundaries.length).toBe(boundaries.length)
          }
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('columns', () => {
  it('have a foot and a height: one below the cut is an outline, and cuts no wall', () => {
    const project = begin(
      wall('w', [0, 0, 4000, 0]),
      column('plinth', { at: { x: 2000, y: 0 }, height: 600 }),
      column('post', { at: { x: 3000, y: 2000 } }),
    )
    const solver = new LevelSolver(project, LEVEL)
    expect(solver.cutArea()).toBeCloseTo(4000 * 140 + 300 * 200, 3)
    expect(of(project, 'plinth').length).toBeGreaterThan(0)
    expect(of(project, 'post')).toEqual([])
    make(project, setFacts(project, 'column', 'plinth', { base: 0, height: null }))
    expect(new LevelSolver(project, LEVEL).cutArea()).toBeGreaterThan(4000 * 140 + 300 * 200 + 1)
  })
})

describe('doors and windows above and below the cut', () => {
  const host = wall('w', [0, 0, 6000, 0])
  const clerestory = { ...opening('high', 'w', 3000, 1200, 'window' as const), sill: 1800, head: 2400 }

  it('leave the wall whole and are dashed in their place', () => {
    const project = begin(host, clerestory)
    const solver = new LevelSolver(project, LEVEL)
    expect(solver.cutArea()).toBeCloseTo(6000 * 140, 6)
    expect(solver.get('w')!.openings[0]).toMatchObject({ zone: 'above', fault: null })
    expect(of(project, 'high').length).toBeGreaterThan(0)
    expect(of(project, 'high', { overhead: false })).toEqual([])
    const vent = begin(host, { ...opening('vent', 'w', 3000, 300, 'gap' as const), sill: 200, head: 500 })
    expect(new LevelSolver(vent, LEVEL).get('w')!.openings[0]!.zone).toBe('below')
    // What lies below is hidden in the wall, and seen with or without what is overhead.
    expect(of(vent, 'vent', { overhead: false }).length).toBeGreaterThan(0)
  })
  it('stand over a door in one wall, at another height', () => {
    const project = begin(host, opening('door', 'w', 3000, 900))
    const solver = new LevelSolver(project, LEVEL)
    const facts = { wall: 'w', fit: 'window', along: 3000, width: 900, hand: 'start', side: 'left' } as const
    const add = (sill: number, head: number): Change =>
      addOpening(project, solver.get('w')!, { ...facts, sill, head }, makeId)
    expect(() => add(1900, 2500)).toThrow('There is a door in this place already.')
    make(project, add(2200, 2500))
    const fits = new LevelSolver(project, LEVEL).get('w')!.openings
    expect(fits.map(({ fault }) => fault)).toEqual([null, null])
  })
  it('in a low wall are open when they reach its top, and do not show when they are within it', () => {
    const low = high(wall('low', [0, 0, 4000, 0]), 0, 900)
    const gate = { ...opening('gate', 'low', 2000, 1000, 'gap' as const), sill: 0, head: 900 }
    const hatch = { ...opening('slot', 'low', 3200, 300, 'gap' as const), sill: 100, head: 400 }
    const project = begin(low, gate, hatch)
    expect(new LevelSolver(project, LEVEL).get('low')!.openings.map(({ zone }) => zone)).toEqual([
      'cut',
      'below',
    ])
    expect(of(project, 'slot')).toEqual([])
  })
})

describe('floors and overhead things', () => {
  const beam = (bottom: number, height: number): Overhead => ({ ...IN_HOUSE.overhead[0]!, bottom, height })
  const strokes = (items: readonly DisplayItem[]): string =>
    JSON.stringify(items.map((item) => [item.kind, 'pen' in item ? item.pen : null]))

  it('a beam is dashed above the cut, bold where it is cut, and plain below it', () => {
    const above = of(begin(beam(2400, 300)), 'beam')
    const cut = of(begin(beam(1000, 500)), 'beam')
    const below = of(begin(beam(300, 300)), 'beam')
    expect(above[0]!.kind).toBe('segments')
    expect(below[0]!.kind).not.toBe('segments')
    expect(strokes(cut)).not.toBe(strokes(below))
    expect(of(begin(beam(2400, 300)), 'beam', { overhead: false })).toEqual([])
    expect(of(begin(beam(300, 300)), 'beam', { overhead: false })).toHaveLength(1)
  })
  it('a slab above the cut is overhead', () => {
    const slab = (top: number): Slab => ({
      ...IN_HOUSE.slab[0]!,
      outline: outline([0, 0], [3000, 0], [3000, 2000], [0, 2000]),
      top,
    })
    expect(of(begin(slab(0)), 'slab', { overhead: false })).toHaveLength(1)
    expect(of(begin(slab(2500)), 'slab', { overhead: false })).toEqual([])
    expect(of(begin(slab(2500)), 'slab')[0]!.kind).toBe('segments')
  })
})

describe('wall surfaces of rooms', () => {
  const ring = [
    wall('s', [0, 0, 4000, 0]),
    wall('e', [4000, 0, 4000, 3000]),
    wall('n', [4000, 3000, 0, 3000]),
    wall('w', [0, 3000, 0, 0]),
  ] as const
  const surface = (...records: AnyRecord[]): number => {
    const project = begin(...records)
    const solver = new LevelSolver(project, LEVEL)
    make(project, addRoom(project, solver, { at: { x: 2000, y: 1500 } }, makeId))
    return roomsOf(project, solver)[0]!.facts!.wallSurface
  }
  it('heed the heights of the walls and of what is in them', () => {
    // Clear 3 860 by 2 860 under a storey of 2 700.
    const [s, e, n, w] = ring
    expect(surface(...ring)).toBeCloseTo(2 * (3860 + 2860) * 2700, 3)
    // The north wall is 2 000 high.
    expect(surface(s, e, high(n, 0, 2000), w)).toBeCloseTo(2 * (3860 + 2860) * 2700 - 3860 * 700, 3)
    // A window above the cut takes its area as well: 1 000 by 600.
    const clerestory = { ...opening('c', 's', 2000, 1000, 'window' as const), sill: 1800, head: 2400 }
    expect(surface(...ring, clerestory)).toBeCloseTo(2 * (3860 + 2860) * 2700 - 1000 * 600, 3)
  })
})
