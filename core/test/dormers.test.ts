import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { PLAIN_LOOK, sceneOf } from '../src/derive'
import { settlingBuilding } from '../src/check'
import { itemExtent } from '../src/display'
import { addDormer, addSight, moveItems, setDormer, setFacts, type MakeId, type NewSight } from '../src/edit'
import type { AnyRecord, Change, Dormer, Id, Project } from '../src/records'
import { atOnce } from '../src/steps'
import { dormerIn, solidOf } from '../src/solids'
import { derivedSource, type DerivedLine } from '../src/views'
import { outline } from './house'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
/** 45°: each mm up the slope is a mm higher. The ridge runs along x in the middle, at 2 600 + 3 000 + 200. */
const ROOF: AnyRecord = {
  ...{ id: 'roof', kind: 'roof', level: LEVEL, form: 'double', pitch: Math.PI / 4, overhang: 0, fascia: 200 },
  ...{ eaves: 2600, turn: 0, outline: outline([0, 0], [10000, 0], [10000, 6000], [0, 6000]) },
} as AnyRecord
const withRoof = (...more: AnyRecord[]): Project =>
  projectWith(PLAN, wall('south', [0, 0, 10000, 0]), wall('north', [10000, 6000, 0, 6000]), ROOF, ...more)
/** Its front 1 000 up the south slope, where the roof's top lies at 2 600 + 200 + 1 000 = 3 800. */
const LIKE: Omit<Dormer, 'id' | 'kind'> = {
  ...{ level: LEVEL, at: { x: 4000, y: 1000 }, width: 1600, eaves: 4600, form: 'double', pitch: Math.PI / 4 },
  overhang: 0,
}
function add(project: Project, facts: Partial<typeof LIKE> = {}): Id {
  const change = addDormer(project, { ...LIKE, ...facts }, makeId)
  made(project, change)
  return change.put[0]!.id
}
const laidOf = (project: Project, id: Id) => dormerIn(project, project.need('dormer', id))!
const told = (points: readonly { x: number; y: number; z?: number }[]): string[] =>
  points.map((p) => [p.x, p.y, ...(p.z === undefined ? [] : [p.z])].map((v) => Math.round(v)).join(' '))

describe('a dormer with two slopes', () => {
  it('takes out of its roof what lies between its cheeks, up to where its planes meet it', () => {
    const project = withRoof()
    const laid = laidOf(project, add(project))
    // Eaves 800 over the roof at the front: they meet it 800 up the slope; the ridge is 800 higher, and meets it 1 600 up.
    expect(told(laid.ring)).toEqual(['3200 1000', '4800 1000', '4800 1800', '4000 2600', '3200 1800'])
    // Its own roof is 150 thick, and reaches that much further.
    expect(told(laid.planes[0]!)).toEqual([
      '4000 1000 5550',
      '4000 2750 5550',
      '3200 1950 4750',
      '3200 1000 4750',
    ])
  })

  it('is seen from the front with its gable, and from the side with its cheek', () => {
    const project = withRoof()
    const id = add(project)
    const lines = (sight: NewSight): readonly DerivedLine[] => {
      const { change, drawing } = addSight(project, sight, makeId)
      made(project, change)
      return derivedSource(project).of(drawing, false).things.get(id)?.lines ?? []
    }
    const range = (all: readonly DerivedLine[]): number[] => {
      const xs = all.flatMap(({ x1, x2 }) => [x1, x2])
      const ys = all.flatMap(({ y1, y2 }) => [y1, y2])
      return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)].map((v) => Math.round(v))
    }
    expect(range(lines({ view: 'elevation', a: { x: -1000, y: -5000 }, b: { x: 11000, y: -5000 } }))).toEqual(
      [3200, 4800, 3800, 5550],
    )
    // From the east: from its front at 1 000 to where its ridge meets the roof, 2 750.
    expect(range(lines({ view: 'elevation', a: { x: 15000, y: -1000 }, b: { x: 15000, y: 7000 } }))).toEqual([
      1000, 2750, 3800, 5550,
    ])
    // From the north the roof hides it: its ridge lies lower.
    expect(lines({ view: 'elevation', a: { x: 11000, y: 12000 }, b: { x: -1000, y: 12000 } })).toEqual([])
  })

  it('follows its roof, and is nothing in space where that is gone', () => {
    const project = withRoof()
    const id = add(project)
    const top = (): number =>
      Math.max(...solidOf(project, project.need('dormer', id))!.points.map(({ z }) => z))
    const hole = (): number =>
      solidOf(project, project.need('roof', 'roof'))!.faces.filter(({ loops }) => loops.length > 1).length
    expect([Math.round(top()), hole()]).toEqual([5550, 2])
    // A lower roof: the dormer stands where it stood, and takes out more.
    made(project, setFacts(project, 'roof', 'roof', { eaves: 2400 }))
    expect(told(laidOf(project, id).ring)[3]).toBe('4000 2800')
    made(project, moveItems(project, [id], { x: 1000, y: 0 }))
    expect(told(laidOf(project, id).ring)[3]).toBe('5000 2800')
    const settled = (): string[] => atOnce(settlingBuilding(project)).map(({ text }) => text)
    expect(settled()).toEqual([])
    const inverse = project.apply({ put: [], drop: ['roof'] })
    expect(settled()).toEqual(['A dormer stands in a slope of a roof: point to one.'])
    expect(solidOf(project, project.need('dormer', id))).toBeNull()
    project.apply(inverse)
    expect(hole()).toBe(2)
  })
})

describe('a dormer with one slope', () => {
  it('meets its roof further up, the flatter it is', () => {
    const project = withRoof()
    const id = add(project, { form: 'mono', pitch: Math.atan(0.5) })
    // 800 over the roof, which gains half a mm with each mm: 1 600 up the slope.
    expect(told(laidOf(project, id).ring)).toEqual(['3200 1000', '4800 1000', '4800 2600', '3200 2600'])
    made(project, setDormer(project, id, { pitch: 0 }))
    expect(told(laidOf(project, id).ring)[2]).toBe('4800 1800')
  })
})

describe('a dormer that fits no roof', () => {
  it('is refused in a sentence, and nothing is stored', () => {
    const project = withRoof()
    const refusals: [Partial<typeof LIKE>, string][] = [
      [{ at: { x: 4000, y: -3000 } }, 'A dormer stands in a slope of a roof'],
      [{ eaves: 3900 }, 'The eaves of a dormer lie above the roof at its front'],
      [{ width: 5000 }, 'It reaches beyond its slope'],
      [{ eaves: 6500 }, 'It reaches beyond its slope'],
      [{ form: 'mono', pitch: 0.8 }, 'flatter than its roof'],
    ]
    for (const [facts, words] of refusals)
      expect(() => addDormer(project, { ...LIKE, ...facts }, makeId)).toThrow(words)
    expect(project.all('dormer')).toEqual([])
    const flat = withRoof()
    made(flat, setFacts(flat, 'roof', 'roof', { form: 'flat', pitch: 0 }))
    expect(() => addDormer(flat, LIKE, makeId)).toThrow('too flat')
  })
})

describe('a dormer in plan', () => {
  it('is dashed where its roof is overhead, crossed where it fits none', () => {
    const project = withRoof()
    const id = add(project)
    const boxes = (): string[] =>
      drawingList(sceneOf(project, project.need('drawing', PLAN.id)), { ...PLAIN_LOOK, scale: 50 })
        .filter(({ source }) => source === id)
        .map((item) => {
          const { minX, minY, maxX, maxY } = itemExtent(item)
          return [minX, minY, maxX, maxY].map((v) => Math.round(v)).join(' ')
        })
    expect(boxes()).toEqual(['3200 1000 4800 2600'])
    project.apply({ put: [], drop: ['roof'] })
    expect(boxes()).toEqual(['3200 200 4800 1800', '3200 200 4800 1800'])
  })
})
