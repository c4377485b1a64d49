import { describe, expect, it } from 'vitest'
import { addSight, setFacts, setStair, type MakeId } from '../src/edit'
import type { AnyRecord, Change, Project, Stair } from '../src/records'
import { clearUnder, solidOf } from '../src/solids'
import { derivedSource } from '../src/views'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
/** A straight stair along x from (0, 0): 15 risers of 180 to 2 700, 14 treads of 250, 900 wide. */
const STAIR: Stair = {
  ...{ id: 's', kind: 'stair', level: LEVEL, form: 'straight', hand: 'left', at: { x: 0, y: 0 }, turn: 0 },
  ...{ width: 900, going: 250, rise: 2700, risers: 15, first: null, well: 0, radius: 600, rails: 'none' },
}
const withStair = (made: Stair['made'], ...more: AnyRecord[]): Project =>
  projectWith(PLAN, { ...STAIR, ...(made ? { made } : {}) }, ...more)
const heights = (project: Project): { low: (x: number) => number; box: number[] } => {
  const solid = solidOf(project, project.need('stair', 's'))!
  const zs = solid.points.map(({ z }) => z)
  return {
    low: (x) => clearUnder(project, 'stair', { x: x - 5, y: 0 }, { x: x + 5, y: 0 }, -1, 9999)[0]!.low,
    box: [Math.min(...zs), Math.max(...zs)].map(Math.round),
  }
}

describe('a stair in space', () => {
  it('slopes beneath, has treads alone between strings, or stands on the floor, as it is made', () => {
    const flights = heights(withStair(undefined))
    // 115 into the eighth tread, which rises from 7 to 8 risers over its 250, less the waist of 180.
    expect(flights.low(1870)).toBeCloseTo(7 * 180 + (180 * 115) / 250 - 180, 6)
    expect(heights(withStair('flights')).low(1870)).toBe(flights.low(1870))
    expect(heights(withStair('strings')).low(1870)).toBeCloseTo(8 * 180 - 40, 6)
    expect(heights(withStair('solid')).low(1870)).toBeCloseTo(0, 6)
  })

  it('has strings that run along its sides, over the nosings and down to the floor', () => {
    const project = withStair('strings')
    const { box } = heights(project)
    // 50 over the last nosing, at the height it climbs to.
    expect(box).toEqual([0, 2750])
    const solid = solidOf(project, project.need('stair', 's'))!
    const ys = solid.points.map(({ y }) => y)
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([-450, 450])
    made(project, setStair(project, 's', { made: 'solid' }))
    expect(heights(project).box).toEqual([0, 2520])
  })

  it('has a wall end beneath its flight, which follows it', () => {
    const project = withStair(undefined, wall('w', [500, 0, 3000, 0]))
    made(project, setFacts(project, 'wall', 'w', { upTo: 'stair' }))
    const sight = { view: 'elevation', a: { x: -1000, y: -3000 }, b: { x: 7000, y: -3000 } } as const
    const { change, drawing } = addSight(project, sight, makeId)
    made(project, change)
    const top = (): number =>
      Math.max(...solidOf(project, project.need('wall', 'w'))!.points.map(({ z }) => z))
    const under = clearUnder(project, 'stair', { x: 500, y: 0 }, { x: 3000, y: 0 }, 0, 9999)
    expect(top()).toBeCloseTo(Math.max(...under.map(({ low, high }) => Math.max(low, high))), 6)
    expect(top()).toBeLessThan(2400)
    const before = top()
    derivedSource(project).of(drawing, false)
    made(project, setStair(project, 's', { rise: 2400 }))
    expect(top()).toBeLessThan(before)
    const extent = derivedSource(project).of(drawing, false).things.get('w')!.lines
    expect(Math.max(...extent.flatMap(({ y1, y2 }) => [y1, y2]))).toBeLessThanOrEqual(top() + 0.01)
    // Where no stair is, it is as high as it says.
    made(project, setFacts(project, 'wall', 'w', { a: { x: 8000, y: 0 }, b: { x: 9000, y: 0 } }))
    expect(top()).toBeCloseTo(2700, 6)
  })
})
