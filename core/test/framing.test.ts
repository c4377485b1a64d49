import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solverOf } from '../src/building'
import { setLintels } from '../src/edit'
import { membersOf, placesOf, type Member } from '../src/framing'
import { pathOfPoints, type Path, type Point } from '../src/geometry'
import type { AnyRecord, Framing, Project } from '../src/records'
import { memberRows, scheduleTable } from '../src/schedules'
import { framingMembers, lengthOfMember, lintelOutline, solidOf } from '../src/solids'
import { LEVEL, PLAN, projectWith } from './wallFixture'

const rectangle = (x: number, y: number, width: number, depth: number): Framing['outline'] => {
  const { vertices, closed } = pathOfPoints(
    [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + depth },
      { x, y: y + depth },
    ],
    true,
  )
  return { vertices: [...vertices], closed }
}
/** Joists along y over 4 by 3 m. */
const row = (facts: Partial<Framing> = {}): Framing => ({
  id: 'row',
  kind: 'framing',
  level: LEVEL,
  what: 'joists',
  outline: rectangle(0, 0, 4000, 3000),
  turn: Math.PI / 2,
  pitch: 400,
  name: '47 × 195',
  width: 47,
  depth: 195,
  material: 'material-concrete',
  bottom: 2500,
  setOut: 'first side',
  ...facts,
})
const long = ({ a, b }: Pick<Member, 'a' | 'b'>): number => Math.hypot(b.x - a.x, b.y - a.y)
const of = (members: readonly Member[], is: Member['is']): Member[] =>
  members.filter((member) => member.is === is)

describe('a row of joists', () => {
  it('stands at its pitch from one side, with a last one at the other', () => {
    // 47 wide within 4 000: the first at 23.5, then each 400, the last at 3 976.5.
    const places = placesOf(4000, row())
    expect(places.slice(0, 3)).toEqual([23.5, 423.5, 823.5])
    expect(places.at(-1)).toBe(3976.5)
    expect(places).toHaveLength(11)
    expect(
      placesOf(4000, row({ setOut: 'last side' }))
        .map((at) => 4000 - at)
        .reverse(),
    ).toEqual(places)
    const even = placesOf(4000, row({ setOut: 'evenly' }))
    expect(even).toHaveLength(11)
    expect(even[1]! - even[0]!).toBeCloseTo(3953 / 10, 9)
  })
  it('runs from edge to edge of its outline, whatever its shape', () => {
    const members = membersOf(row(), [])
    expect(members).toHaveLength(11)
    for (const member of members) expect(long(member)).toBeCloseTo(3000, 6)
    const corner: Path = pathOfPoints(
      [
        { x: 0, y: 0 },
        { x: 4000, y: 0 },
        { x: 4000, y: 1000 },
        { x: 2000, y: 1000 },
        { x: 2000, y: 3000 },
        { x: 0, y: 3000 },
      ],
      true,
    )
    // Set out from the right of the way they run, here x = 4 000: six stand within the first two metres.
    const lengths = membersOf(row({ outline: { ...corner, vertices: [...corner.vertices] } }), []).map(long)
    expect(lengths.filter((length) => Math.abs(length - 3000) < 1e-6)).toHaveLength(6)
    expect(lengths.filter((length) => Math.abs(length - 1000) < 1e-6)).toHaveLength(5)
  })
  it('ends at a void, carried by doubled timbers beside and across it', () => {
    const members = membersOf(row(), [rectangle(1000, 1000, 1000, 800)])
    // Two beside it at full length, their double middles a timber outside its edges.
    const trimmers = of(members, 'trimmer')
    expect(trimmers.map(({ a }) => Math.round(a.x)).sort((p, q) => p - q)).toEqual([953, 2047])
    for (const { count } of trimmers) expect(count).toBe(2)
    const headers = of(members, 'header')
    expect(headers).toHaveLength(2)
    for (const header of headers) expect(long(header)).toBeCloseTo(1000, 6)
    // Those between end two timbers before it: 1 000 − 94 and 3 000 − 1 800 − 94.
    const tails = of(members, 'common').filter((member) => long(member) < 2999)
    expect([...new Set(tails.map((member) => Math.round(long(member))))].sort((p, q) => p - q)).toEqual([
      906, 1106,
    ])
  })
  it('doubles those that are asked for', () => {
    const members = membersOf(row({ doubled: [1, 11, 40] }), [])
    expect(members.filter(({ count }) => count === 2).map(({ number }) => number)).toEqual([1, 11])
  })
  it('any row lies within its outline and no two timbers of it overlap', () => {
    fc.assert(
      fc.property(
        fc.record({
          width: fc.integer({ min: 500, max: 12_000 }),
          depth: fc.integer({ min: 500, max: 8000 }),
          pitch: fc.integer({ min: 150, max: 900 }),
          thick: fc.integer({ min: 30, max: 100 }),
          turn: fc.double({ min: -3, max: 3, noNaN: true }),
          setOut: fc.constantFrom(...(['first side', 'last side', 'evenly'] as const)),
        }),
        ({ width, depth, pitch, thick, turn, setOut }) => {
          const members = membersOf(
            row({ outline: rectangle(0, 0, width, depth), pitch, width: thick, turn, setOut }),
            [],
          )
          const across = (p: Point): number => -p.x * Math.sin(turn) + p.y * Math.cos(turn)
          const places = members.map(({ a }) => across(a)).sort((p, q) => p - q)
          for (let i = 1; i < places.length; i++)
            expect(places[i]! - places[i - 1]!).toBeGreaterThan(thick - 1e-6)
          for (let i = 1; i < places.length; i++)
            expect(places[i]! - places[i - 1]!).toBeLessThan(pitch + thick + 1e-6)
          for (const { a, b } of members)
            for (const p of [a, b]) {
              expect(p.x).toBeGreaterThan(-1e-6)
              expect(p.x).toBeLessThan(width + 1e-6)
              expect(p.y).toBeGreaterThan(-1e-6)
              expect(p.y).toBeLessThan(depth + 1e-6)
            }
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('rafters', () => {
  const roofed = (): Project =>
    projectWith(PLAN, {
      id: 'roof',
      kind: 'roof',
      level: LEVEL,
      outline: rectangle(0, 0, 4000, 3000),
      form: 'double',
      pitch: Math.PI / 4,
      overhang: 0,
      fascia: 200,
      eaves: 2400,
      turn: 0,
    })
  it('lie beneath the roof, and are as long as its slope', () => {
    const project = roofed()
    const rafters = row({ what: 'rafters' })
    project.apply({ put: [rafters], drop: [] })
    const [one] = framingMembers(project, rafters)
    // At 45° two slopes over 1 500 each: 2 × 1 500 × √2.
    expect(lengthOfMember(project, rafters, one!)).toBeCloseTo(3000 * Math.SQRT2, 0)
    const solid = solidOf(project, rafters)!
    const heights = solid.points.map(({ z }) => z)
    expect(Math.min(...heights)).toBeCloseTo(2400, 0)
    // Their tops at the ridge: 1 500 up, and 195 square to the slope is 195 × √2 upright.
    expect(Math.max(...heights)).toBeCloseTo(2400 + 1500 + 195 * Math.SQRT2, 0)
  })
})

describe('counts', () => {
  it('stand in a schedule with their lengths, alike ones as one', () => {
    const project = projectWith(PLAN, row(), {
      id: 'void',
      kind: 'void',
      level: LEVEL,
      outline: rectangle(1000, 1000, 1000, 800),
    })
    const rows = memberRows(project, (level) => solverOf(project, level), null)
    const { rows: grouped, sums } = scheduleTable(project, (level) => solverOf(project, level), {
      id: 's',
      kind: 'schedule',
      name: 'Timbers',
      of: 'members',
      columns: ['what', 'size', 'length'],
      grouped: true,
      level: null,
    })
    const headers = grouped.find(({ cells }) => cells[0] === 'Header')!
    expect(headers.ids).toHaveLength(4)
    expect(headers.cells).toEqual(['Header', '47 × 195', expect.closeTo(1000, 6)])
    expect(sums[2]).toBeCloseTo(
      rows.reduce((sum, { length }) => sum + length, 0),
      6,
    )
  })
})

describe('lintels', () => {
  const records: AnyRecord[] = [
    {
      id: 'wall',
      kind: 'wall',
      level: LEVEL,
      type: 'wall-type-block-140',
      a: { x: 0, y: 0 },
      b: { x: 5000, y: 0 },
      reference: 'centre',
      base: 0,
      height: null,
    },
    {
      id: 'door',
      kind: 'opening',
      wall: 'wall',
      fit: 'door',
      along: 2500,
      width: 1000,
      sill: 0,
      head: 2100,
      hand: 'start',
      side: 'left',
    },
  ]
  it('reach their bearing past both jambs, as wide as the wall, and are as high as the span asks', () => {
    const project = projectWith(PLAN, ...records)
    project.apply(setLintels(project, ['door'], {}))
    expect(project.need('opening', 'door').lintel).toMatchObject({ height: 140, bearing: 150 })
    const xs = lintelOutline(project, project.need('opening', 'door'))!.map(({ x }) => x)
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([1850, 3150])
    project.apply(setLintels(project, ['door'], null))
    expect(project.need('opening', 'door').lintel).toBeUndefined()
    expect(() => setLintels(project, ['wall'], {})).toThrow('Only doors')
    expect(() => setLintels(project, ['door'], { height: -1 })).toThrow('some height')
  })
})
