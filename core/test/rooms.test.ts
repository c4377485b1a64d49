import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import { leakAt, roomsOf, spacesOf, unnamedSpaces } from '../src/rooms'
import type { AnyRecord, Project, Room, Separator } from '../src/records'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

const room = (id: string, x: number, y: number, facts: Partial<Room> = {}): Room => ({
  id,
  kind: 'room',
  level: LEVEL,
  at: { x, y },
  name: id,
  number: id,
  use: '',
  floor: '',
  walls: '',
  ceiling: '',
  ceilingHeight: 2500,
  ...facts,
})
const separator = (id: string, x1: number, y1: number, x2: number, y2: number): Separator => ({
  id,
  kind: 'separator',
  level: LEVEL,
  a: { x: x1, y: y1 },
  b: { x: x2, y: y2 },
})
/** Walls 140 thick about their lines, around 6 000 × 4 000 between the lines: 5 860 × 3 860 within. */
const box = (): AnyRecord[] => [
  wall('south', [0, 0, 6000, 0]),
  wall('east', [6000, 0, 6000, 4000]),
  wall('north', [6000, 4000, 0, 4000]),
  wall('west', [0, 4000, 0, 0]),
]
const solved = (project: Project): LevelSolver => new LevelSolver(project, LEVEL)

describe('spaces', () => {
  it('lie within the faces of their walls', () => {
    const project = projectWith(...box())
    const [space, ...others] = spacesOf(project, solved(project)).all()
    expect(others).toEqual([])
    expect(space!.area).toBeCloseTo(5860 * 3860, 3)
    expect(space!.perimeter).toBeCloseTo(2 * (5860 + 3860), 6)
  })
  it('are shut at doors and windows, and parted by walls and separating lines', () => {
    const project = projectWith(
      ...box(),
      wall('middle', [2000, 0, 2000, 4000]),
      opening('d', 'middle', 1000, 900),
      opening('w', 'south', 4000, 1200, 'window'),
      separator('s', 4000, 0, 4000, 4000),
    )
    const areas = spacesOf(project, solved(project))
      .all()
      .map((space) => Math.round(space.area))
      .sort((p, q) => p - q)
    // Faces at 70, 1 930, 2 070 and 5 930; the separating line at 4 000.
    expect(areas).toEqual([1860 * 3860, 1930 * 3860, 1930 * 3860])
  })
  it('leave out what stands in them, and count spaces within that', () => {
    const project = projectWith(
      ...box(),
      wall('i1', [2000, 1500, 4000, 1500]),
      wall('i2', [4000, 1500, 4000, 2500]),
      wall('i3', [4000, 2500, 2000, 2500]),
      wall('i4', [2000, 2500, 2000, 1500]),
    )
    const spaces = spacesOf(project, solved(project))
    const outer = spaces.at({ x: 500, y: 500 })!
    const inner = spaces.at({ x: 3000, y: 2000 })!
    expect(inner.area).toBeCloseTo(1860 * 860, 3)
    expect(outer.area).toBeCloseTo(5860 * 3860 - 2140 * 1140, 3)
    expect(outer.islands).toHaveLength(1)
    expect(spaces.at({ x: 2000, y: 2000 })).toBeNull()
  })
  it('close against the outside of walls by separating lines alone', () => {
    const project = projectWith(
      ...box(),
      separator('a', 1000, -70, 1000, -1570),
      separator('b', 1000, -1570, 3000, -1570),
      separator('c', 3000, -1570, 3000, -70),
    )
    const porch = spacesOf(project, solved(project)).at({ x: 2000, y: -800 })!
    expect(porch.area).toBeCloseTo(2000 * 1500, 2)
    expect(porch.edges.filter(({ owner }) => owner === 'south')).toHaveLength(1)
  })
  it('tell where they leak', () => {
    const project = projectWith(...box().slice(0, 3), wall('west', [0, 4000, 0, 85]))
    const solver = solved(project)
    expect(spacesOf(project, solver).at({ x: 3000, y: 2000 })).toBeNull()
    const leak = leakAt(project, solver, { x: 3000, y: 2000 })!
    // Between the face of the wall below, at 70, and the end of the one on the left.
    expect(leak.width).toBeCloseTo(15, 6)
    expect([leak.a.y, leak.b.y].sort((p, q) => p - q)).toEqual([70, 85])
    // Nothing leaks in a closed space, in a wall, or where no wall closes anything.
    expect(leakAt(project, solver, { x: 3000, y: 0 })).toBeNull()
    expect(leakAt(project, solver, { x: 3000, y: -9000 })).toBeNull()
    expect(leakAt(projectWith(...box()), solved(projectWith(...box())), { x: 3000, y: 2000 })).toBeNull()
  })
})

describe('rooms', () => {
  it('have areas, perimeters and wall surfaces net of openings', () => {
    const project = projectWith(
      ...box(),
      opening('d', 'south', 1000, 900),
      opening('w', 'east', 2000, 1200, 'window'),
      { ...opening('high', 'north', 3000, 1000, 'window'), sill: 2000, head: 3000 },
      room('r', 3000, 2000),
    )
    const [found] = roomsOf(project, solved(project))
    expect(found!.fault).toBeNull()
    const { area, perimeter, wallSurface, openings } = found!.facts!
    expect(area).toBeCloseTo(5860 * 3860, 3)
    expect(perimeter).toBeCloseTo(19_440, 6)
    // The high window counts up to the ceiling of 2 500 only.
    expect(wallSurface).toBeCloseTo(19_440 * 2500 - 900 * 2100 - 1200 * 1200 - 1000 * 500, 2)
    expect(new Set(openings)).toEqual(new Set(['d', 'w', 'high']))
  })
  it('have less wall where a sill is lowered or a wall is, though the plan stays as it is', () => {
    const project = projectWith(...box(), opening('w', 'east', 2000, 1200, 'window'), room('r', 3000, 2000))
    const surface = (): number => roomsOf(project, solved(project))[0]!.facts!.wallSurface
    const before = surface()
    project.apply({ put: [{ ...project.need('opening', 'w'), sill: 500 }], drop: [] })
    expect(before - surface()).toBeCloseTo(1200 * 400, 3)
    project.apply({ put: [{ ...project.need('wall', 'north'), height: 1500 }], drop: [] })
    expect(before - surface()).toBeCloseTo(1200 * 400 + 5860 * 1000, 3)
  })
  it('share no space, and know when theirs is open', () => {
    const project = projectWith(...box(), room('a', 1000, 1000), room('b', 5000, 3000), room('c', 9000, 0))
    const faults = roomsOf(project, solved(project)).map(({ fault }) => fault)
    expect(faults).toEqual([null, 'shared', 'open'])
    expect(unnamedSpaces(project, solved(project))).toEqual([])
  })
})

describe('spaces that follow', () => {
  const coordinate = fc.integer({ min: 0, max: 8 }).map((n) => n * 1500)
  const line = fc.tuple(coordinate, coordinate, coordinate, coordinate)
  const change = fc.record({
    which: fc.integer({ min: 0, max: 11 }),
    line,
    as: fc.constantFrom('wall', 'separator', 'gone', 'opening'),
  })
  const summary = (project: Project, solver: LevelSolver): string[] =>
    spacesOf(project, solver)
      .all()
      .map(
        (space) => `${Math.round(space.area / 100)} ${Math.round(space.perimeter)} ${space.islands.length}`,
      )
      .sort()
  it('come to the same as those worked out anew', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 30 }), (changes) => {
        const project = projectWith(...box())
        const solver = solved(project)
        spacesOf(project, solver).all()
        for (const {
          which,
          line: [x1, y1, x2, y2],
          as,
        } of changes) {
          const id = `x${which}`
          const there = project.get(id)
          if (as === 'gone' || (there && there.kind !== as && there.kind !== 'opening')) {
            if (!there) continue
            const drop = [id, ...project.dependents(id)]
            project.apply({ put: [], drop })
            solver.follow()
            continue
          }
          if (as !== 'opening' && Math.hypot(x2 - x1, y2 - y1) < 10) continue
          const host = project.all('wall')[which % Math.max(1, project.all('wall').length)]
          if (as === 'opening' && !host) continue
          const record: AnyRecord =
            as === 'wall'
              ? wall(id, [x1, y1, x2, y2])
              : as === 'separator'
                ? separator(id, x1, y1, x2, y2)
                : opening(`o${which}`, host!.id, 700, 600)
          const put = [record]
          project.apply({ put, drop: [] })
          solver.follow()
          spacesOf(project, solver).all()
        }
        expect(summary(project, solver)).toEqual(summary(project, solved(project)))
      }),
      { numRuns: 120 },
    )
  })
})
