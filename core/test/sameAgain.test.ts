import { describe, expect, it } from 'vitest'
import { atWall, solverOf, type SolvedWall } from '../src/building'
import {
  EditRefused,
  addHatch,
  addOpening,
  addRoom,
  changeOpening,
  chainsOf,
  sameInRoom,
  sameOnOpening,
  setFacts,
  type Deed,
  type RoomChain,
} from '../src/edit'
import { pathArea, type Point } from '../src/geometry'
import { spacesOf, type Space } from '../src/rooms'
import type { AnyRecord, Change, Opening, Project } from '../src/records'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

/** Three rooms in a row, of 4 000, 4 000 and 6 000 by 3 000 between the axes of walls of 140. */
class Row {
  readonly project: Project = projectWith(
    PLAN,
    wall('s1', [0, 0, 4000, 0]),
    // Drawn the other way round.
    wall('s2', [8000, 0, 4000, 0]),
    wall('s3', [8000, 0, 14_000, 0]),
    wall('n', [0, 3000, 14_000, 3000]),
    ...[0, 4000, 8000, 14_000].map((x, i) => wall(`v${i}`, [x, 0, x, 3000])),
  )
  readonly deeds: Deed[] = []
  private ids = 0
  readonly makeId = (): string => `new${++this.ids}`

  get solver() {
    return solverOf(this.project, LEVEL)
  }
  solved = (id: string): SolvedWall => this.solver.get(id)!
  space = (x: number): Space => spacesOf(this.project, this.solver).at({ x, y: 1500 })!

  do(label: string, change: Change): AnyRecord[] {
    this.deeds.unshift({ label, inverse: this.project.apply(change) })
    return [...change.put]
  }
  door(along: number, facts: Partial<Opening> = {}): Opening {
    const input = {
      wall: 's1',
      fit: 'door' as const,
      along,
      width: 900,
      sill: 0,
      head: 2010,
      hand: 'start' as const,
      side: 'left' as const,
      ...facts,
    }
    const [made] = this.do('Door', addOpening(this.project, this.solved('s1'), input, this.makeId))
    return made as Opening
  }
  chain(): RoomChain {
    const { inRoom } = chainsOf(this.project, this.solver, PLAN.id, this.deeds)
    if (!inRoom) throw new Error('no chain')
    return inRoom
  }
  same(at: number, mirrored = { x: false, y: false }): AnyRecord[] {
    return [...sameInRoom(this.project, this.solver, this.chain(), this.space(at), mirrored, this.makeId).put]
  }
}

/** Where a door stands, where its hinge is and into which room it opens. */
function placed(
  row: Row,
  { wall: id, along, width, hand, side }: Opening,
): { centre: Point; hinge: number; into: number } {
  const { shape } = row.solved(id)
  const round = (value: number): number => Math.round(value) + 0
  const centre = atWall(shape, along, 0)
  const hinge = atWall(shape, along + ((hand === 'start' ? -1 : 1) * width) / 2, 0)
  const into = atWall(shape, along, side === 'left' ? 500 : -500)
  return { centre: { x: round(centre.x), y: round(centre.y) }, hinge: round(hinge.x), into: round(into.y) }
}

describe('the same again in another room', () => {
  it('puts a door as far from the same corner, hinged at the same side, whichever way the wall was drawn', () => {
    const row = new Row()
    // Its near edge 500 from the corner at 70.
    row.door(70 + 500 + 450)
    const [next] = row.same(6000) as [Opening]
    expect(next).toMatchObject({ kind: 'opening', wall: 's2', fit: 'door', width: 900, head: 2010 })
    expect(placed(row, next)).toEqual({ centre: { x: 4070 + 950, y: 0 }, hinge: 4070 + 500, into: 500 })
    // Mirrored left to right: from the other corner, in a room of another length.
    const [far] = row.same(11_000, { x: true, y: false }) as [Opening]
    expect(placed(row, far)).toEqual({
      centre: { x: 13_930 - 950, y: 0 },
      hinge: 13_930 - 500,
      into: 500,
    })
    // Top to bottom: in the wall opposite, drawn along all three rooms.
    const [top] = row.same(11_000, { x: false, y: true }) as [Opening]
    expect(top.wall).toBe('n')
    expect(placed(row, top)).toEqual({ centre: { x: 8070 + 950, y: 3000 }, hinge: 8070 + 500, into: 2500 })
  })
  it('keeps to the nearer corner, and to the middle', () => {
    const row = new Row()
    row.door(3930 - 600)
    row.door(2000, { width: 800 })
    const made = row.same(11_000) as Opening[]
    expect(made.map((each) => placed(row, each).centre.x).sort((p, q) => p - q)).toEqual([
      11_000,
      13_930 - 600,
    ])
    expect(new Set(made.map(({ mark }) => mark)).size).toBe(2)
  })
  it('takes all that was done there, in one step: names, floors, fillings, and what was changed after it was made', () => {
    const row = new Row()
    const [room] = row.do(
      'Room',
      addRoom(row.project, row.solver, { at: { x: 1000, y: 900 }, name: 'Bath' }, row.makeId),
    )
    row.do('Floor', setFacts(row.project, 'room', room!.id, { floor: 'Tiles' }))
    const door = row.door(1500)
    row.do('Width', changeOpening(row.project, row.solved('s1'), door.id, { width: 1000 }))
    const { outer, islands } = row.space(2000)
    row.do(
      'Hatch',
      addHatch(
        row.project,
        {
          drawing: PLAN.id,
          layer: 'layer-hatches',
          region: { by: 'point', at: { x: 500, y: 500 }, gap: 0 },
          outlines: [outer, ...islands],
          filling: { with: 'tone', tone: 0.5 },
        },
        row.makeId,
      ),
    )
    expect(row.chain().labels).toEqual(['Room', 'Floor', 'Door', 'Width', 'Hatch'])
    const made = row.same(11_000)
    const of = (kind: AnyRecord['kind']) => made.filter((record) => record.kind === kind)
    expect(of('room')).toMatchObject([
      { name: 'Bath', floor: 'Tiles', number: '02', at: { x: 9000, y: 900 } },
    ])
    expect(of('opening')).toMatchObject([{ wall: 's3', width: 1000, along: 1500 }])
    const [hatch] = of('hatch')
    if (hatch?.kind !== 'hatch') throw new Error('no hatch')
    // 5 860 by 2 860 within the walls.
    expect(Math.abs(pathArea(hatch.outlines[0]!))).toBeCloseTo(5860 * 2860, 0)
    expect(hatch.region).toMatchObject({ by: 'point', at: { x: 8500, y: 500 } })
    row.do('The same again', { put: made, drop: [] })
    // What came of it is itself a chain, in that room.
    expect(row.chain().space).toBe(row.space(11_000))
    expect(row.chain().labels).toEqual(['The same again'])
    expect(
      row
        .same(6000)
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['hatch', 'opening', 'room'])
  })
  it('changes what is like it there, of what was there before', () => {
    const row = new Row()
    row.door(1500)
    const [there] = row.same(6000) as [Opening]
    row.project.apply({ put: [there], drop: [] })
    row.deeds.length = 0
    const [first] = row.project.all('opening')
    row.do('Higher', changeOpening(row.project, row.solved('s1'), first!.id, { head: 2300 }))
    row.do('Wider', changeOpening(row.project, row.solved('s1'), first!.id, { width: 1100 }))
    expect(row.same(6000)).toEqual([{ ...there, head: 2300, width: 1100 }])
    expect(() => row.same(11_000)).toThrow('There is nothing like it in this room.')
    // The same to the opening itself that is pointed to.
    const { onOpening } = chainsOf(row.project, row.solver, PLAN.id, row.deeds)
    expect(onOpening).toMatchObject({ opening: first!.id, labels: ['Higher', 'Wider'] })
    expect(sameOnOpening(row.project, row.solver, onOpening!, there.id).put).toEqual([
      { ...there, head: 2300, width: 1100 },
    ])
    expect(() => sameOnOpening(row.project, row.solver, onOpening!, first!.id)).toThrow('Point to another')
  })
  it('ends at what was done elsewhere, and where something was removed', () => {
    const row = new Row()
    row.do('Room', addRoom(row.project, row.solver, { at: { x: 6000, y: 1500 } }, row.makeId))
    row.door(1500)
    row.door(3000)
    expect(row.chain().labels).toEqual(['Door', 'Door'])
    const [gone] = row.project.all('opening')
    row.do('Remove', { put: [], drop: [gone!.id] })
    expect(chainsOf(row.project, row.solver, PLAN.id, row.deeds)).toEqual({ inRoom: null, onOpening: null })
    row.door(1500)
    expect(row.chain().labels).toEqual(['Door'])
    expect(() => row.same(2000)).toThrow(EditRefused)
    expect(() => row.same(2000)).toThrow('It was done in this room. Point to another.')
  })
})
