import { describe, expect, it } from 'vitest'
import { settleSheets, settlingBuilding } from '../src/check'
import { addSheet, addSight, addViewport, groupItems, removeItems } from '../src/edit'
import { Project, type AnyRecord, type Roof, type Stair } from '../src/records'
import { SAMPLES } from '../src/samples'
import { headroomOf, lowestOver } from '../src/solids'
import { atOnce } from '../src/steps'
import { outline } from './house'
import { LEVEL, PLAN, projectWith } from './wallFixture'

const rectangle = (x: number, y: number, width: number, depth: number) =>
  outline([x, y], [x + width, y], [x + width, y + depth], [x, y + depth])
/** Up along x from the origin: fifteen risers of 180 over 2 700. */
const STAIR: Stair = {
  id: 'stair',
  kind: 'stair',
  level: LEVEL,
  form: 'straight',
  hand: 'left',
  at: { x: 0, y: 0 },
  turn: 0,
  width: 900,
  going: 250,
  rise: 2700,
  risers: 15,
  first: null,
  well: 0,
  radius: 0,
  rails: 'none',
}
const ceiling = (x: number): AnyRecord => ({
  id: 'slab',
  kind: 'slab',
  level: LEVEL,
  outline: rectangle(x, -2000, 4000, 4000),
  top: 2700,
  thickness: 250,
})
const roof = (id: string, x: number, facts: Partial<Roof> = {}): Roof => ({
  id,
  kind: 'roof',
  level: LEVEL,
  outline: rectangle(x, 0, 5000, 4000),
  form: 'double',
  pitch: 0.6,
  overhang: 300,
  fascia: 200,
  eaves: 2400,
  turn: 0,
  ...facts,
})
const texts = (project: Project): string[] => atOnce(settlingBuilding(project)).map(({ text }) => text)

describe('headroom over a stair', () => {
  it('is least where the floor above begins', () => {
    // The slab begins at 1 000: over the fifth tread, 900 high, its underside at 2 450 leaves 1 550.
    const project = projectWith(PLAN, STAIR, ceiling(1000))
    const found = headroomOf(project, STAIR)!
    expect(found.under.id).toBe('slab')
    const over = lowestOver(project, { x: 1100, y: 0 }, 1000, 'stair')!
    expect(over.z).toBeCloseTo(2450, 6)
    // The last tread whole beneath the slab is the thirteenth, 2 340 high.
    expect(found.height).toBeCloseTo(2450 - 2340, 6)
    expect(texts(project)[0]).toContain('of headroom over the stair, beneath a slab')
  })
  it('is enough, or not asked for, where nothing is over it', () => {
    const project = projectWith(PLAN, STAIR, ceiling(20_000))
    expect(headroomOf(project, STAIR)).toBeNull()
    expect(texts(project)).toEqual([])
  })
})

describe('parts that run into each other', () => {
  it('are told of two roofs, and of those that only lie beside each other not', () => {
    expect(texts(projectWith(PLAN, roof('a', 0), roof('b', 4000, { turn: Math.PI / 2 })))).toEqual([
      'Two roofs run into each other.',
    ])
    expect(texts(projectWith(PLAN, roof('a', 0), roof('b', 6000)))).toEqual([])
    // One well above the other.
    expect(texts(projectWith(PLAN, roof('a', 0), roof('b', 4000, { eaves: 9000 })))).toEqual([])
  })
  it('are told of a window that a roof comes down before', () => {
    const wall: AnyRecord = {
      id: 'wall',
      kind: 'wall',
      level: LEVEL,
      type: 'wall-type-block-140',
      a: { x: 0, y: 0 },
      b: { x: 5000, y: 0 },
      reference: 'left',
      base: 0,
      height: 3000,
    }
    const window = (head: number): AnyRecord => ({
      id: 'window',
      kind: 'opening',
      wall: 'wall',
      fit: 'window',
      mark: 'W01',
      along: 2500,
      width: 1200,
      sill: 900,
      head,
      hand: 'start',
      side: 'left',
    })
    expect(texts(projectWith(PLAN, wall, roof('a', 0), window(2700)))).toEqual([
      'Window W01 runs into the roof.',
    ])
    expect(texts(projectWith(PLAN, wall, roof('a', 0), window(2100)))).toEqual([])
  })
  it('are none in the samples', () => {
    for (const { make } of SAMPLES) {
      let n = 0
      const project = new Project()
      for (const { change } of make(() => `s${++n}`)) project.apply(change)
      expect(texts(project)).toEqual([])
    }
  })
})

describe('a mark whose drawing lies on no sheet', () => {
  it('is told until it does', () => {
    const project = projectWith(PLAN, ceiling(0))
    let n = 0
    const makeId = (): string => `m${++n}`
    const { change, drawing } = addSight(
      project,
      { view: 'section', a: { x: 0, y: 0 }, b: { x: 3000, y: 0 } },
      makeId,
    )
    project.apply(change)
    const told = (): boolean =>
      settleSheets(project).some(
        ({ id, text }) => id.startsWith(drawing) && text.includes('lies on no sheet'),
      )
    expect(told()).toBe(true)
    const sheet = addSheet(project, '2026-11-30', makeId)
    project.apply(sheet.change)
    project.apply(
      addViewport(
        project,
        {
          sheet: sheet.sheet,
          drawing,
          at: { x: 200, y: 200 },
          scale: 50,
          crop: { minX: 0, minY: 0, maxX: 3000, maxY: 3000 },
        },
        makeId,
      ),
    )
    expect(told()).toBe(false)
  })
})

describe('a level picked by its line', () => {
  it('is not removed with what is selected, nor grouped', () => {
    const project = projectWith(PLAN, ceiling(0), STAIR)
    expect(() => removeItems(project, [LEVEL])).toThrow('is removed in Levels')
    let n = 0
    expect(() => groupItems(project, PLAN.id, [LEVEL, 'slab'], () => `g${++n}`)).toThrow('at least two')
    const grouped = groupItems(project, PLAN.id, [LEVEL, 'slab', 'stair'], () => `g${++n}`)
    expect(grouped.put.find(({ kind }) => kind === 'group')).toMatchObject({ members: ['slab', 'stair'] })
  })
})
