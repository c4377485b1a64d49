import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList, foreseenRecord } from '../src/annotate'
import { PLAIN_LOOK, clearOf, draftField, sceneItems, sceneOf, type PlanLook } from '../src/derive'
import { eachItem, extentOf, type DisplayItem } from '../src/display'
import { setLineType, setFacts, putOnLayer, reorderItems } from '../src/edit'
import { isEmptyBox } from '../src/geometry'
import { HOMES } from '../src/kinds'
import { KINDS, RECORD_KINDS, type Change, type Id, type Project } from '../src/records'
import { IN_HOUSE, PLAN, houseRecords } from './house'
import { projectWith } from './wallFixture'

const house = (): Project => projectWith(...houseRecords())
const plan = (project: Project) => sceneOf(project, project.need('drawing', PLAN))
const draw = (project: Project, look: Partial<PlanLook> = {}): DisplayItem[] =>
  sceneItems(plan(project), { ...PLAIN_LOOK, framing: true, scale: 50, ...look })
const sources = (items: readonly DisplayItem[]): Set<Id> =>
  new Set([...eachItem(items)].flatMap(({ source }) => source ?? []))
const make = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}

/** Kinds that show on the plan of the house by themselves, without walls, openings and annotation. */
const SHOWN = [
  'slab',
  'void',
  'stair',
  'ramp',
  'rail',
  'roof',
  'overhead',
  'framing',
  'dormer',
  'separator',
  'linework',
  'hatch',
  'guide',
  'gridLine',
  'placement',
] as const

const EVERYWHERE = { minX: -Infinity, minY: -Infinity, maxX: Infinity, maxY: Infinity }

describe('how each kind is drawn', () => {
  it.each(SHOWN)('a %s shows on its plan, and does not where its layer is hidden', (kind) => {
    const project = house()
    const mine = IN_HOUSE[kind].filter((record) => !('drawing' in record) || record.drawing === PLAN)
    expect(mine.length).toBeGreaterThan(0)
    for (const { id } of mine) expect(sources(draw(project)).has(id), id).toBe(true)
    const layer = project.need('layer', KINDS[kind].layer!)
    make(project, { put: [{ ...layer, shown: false }], drop: [] })
    for (const record of mine) {
      const onIt = !('layer' in record) || record.layer === undefined || record.layer === layer.id
      expect(sources(draw(project)).has(record.id), record.id).toBe(!onIt)
    }
  })

  it('a lens leaves out what it does not show', () => {
    const project = house()
    const without = (look: Partial<PlanLook>): Id[] => {
      const now = sources(draw(project, look))
      return [...sources(draw(project))].filter((id) => !now.has(id)).sort()
    }
    expect(without({ furniture: false })).toEqual(IN_HOUSE.placement.map(({ id }) => id).sort())
    expect(without({ roomTags: false })).toEqual(['separator'])
    expect(without({ overhead: false })).toEqual(
      [...IN_HOUSE.roof, ...IN_HOUSE.dormer, ...IN_HOUSE.overhead].map(({ id }) => id).sort(),
    )
  })

  it('what is sent back comes first and what is brought forward last, whatever its kind', () => {
    const project = house()
    const order = (): Id[] => [...sources(draw(project))]
    make(project, reorderItems(project, ['cupboard'], 'back'))
    make(project, reorderItems(project, ['tiles'], 'front'))
    make(project, reorderItems(project, ['line'], 'front'))
    const now = order()
    expect(now[0]).toBe('cupboard')
    expect(now.slice(-2)).toEqual(['tiles', 'line'])
  })

  it('items are kept while what they come from is the same, and only then', () => {
    const project = house()
    const slab = (): readonly DisplayItem[] => draw(project).filter(({ source }) => source === 'slab')
    const first = slab()
    make(project, setFacts(project, 'note', 'note', { text: 'Else' }))
    expect(slab()[0]).toBe(first[0])
    // Board, viewports and pictures at other scales do not throw each other's out.
    for (const scale of [20, 100, 50, 20]) draw(project, { scale })
    expect(slab()[0]).toBe(first[0])
    make(project, putOnLayer(project, ['slab'], 'layer-overhead'))
    const dashed = slab()
    expect(dashed).not.toEqual(first)
    make(project, setLineType(project, 'line-type-dashed', { dashes: '9 4' }))
    expect(slab()).not.toEqual(dashed)
    make(project, setFacts(project, 'slab', 'slab', { top: 3000 }))
    expect(draw(project, { overhead: false }).some(({ source }) => source === 'slab')).toBe(false)
  })

  it('anything is foreseen as it will be drawn, near where it lies', () => {
    const project = house()
    const scene = plan(project)
    for (const kind of RECORD_KINDS)
      for (const record of IN_HOUSE[kind]) {
        const items = foreseenRecord(record, scene, 50)
        const isSeen = HOMES[kind] !== null && kind !== 'room' && kind !== 'viewport'
        expect(items.length > 0, `${kind} ${record.id}`).toBe(isSeen)
        if (isSeen) expect(isEmptyBox(extentOf(items)), record.id).toBe(false)
      }
    for (const kind of SHOWN.filter((each) => each !== 'placement' && each !== 'hatch'))
      for (const record of IN_HOUSE[kind]) {
        if ('drawing' in record && record.drawing !== PLAN) continue
        expect(foreseenRecord(record, scene, 50)).toEqual(
          draw(project).filter(({ source }) => source === record.id),
        )
      }
  })

  it('what tags keep clear of is said for every kind', () => {
    const boxes = RECORD_KINDS.filter((kind) => clearOf(kind) === 'box')
    expect(boxes.sort()).toEqual(['opening', 'placement'])
    const lines = RECORD_KINDS.filter((kind) => clearOf(kind) === 'lines')
    expect(lines.sort()).toEqual([
      'dimension',
      'dormer',
      'drawing',
      'framing',
      'leader',
      'levelMark',
      'overhead',
      'rail',
      'ramp',
      'roof',
      'roundDimension',
      'slab',
      'stair',
      'symbol',
      'void',
    ])
  })
})

describe('what is snapped to', () => {
  it('comes and goes with its record, whatever was asked before', () => {
    const ids = SHOWN.flatMap((kind) => IN_HOUSE[kind].map(({ id }) => id))
    fc.assert(
      fc.property(fc.subarray(ids, { minLength: 1 }), (gone) => {
        const project = house()
        const kept = draftField(plan(project))
        const before = kept.size
        expect(before).toBeGreaterThan(100)
        const needed = new Set(gone)
        // What others need stays: annotation and groups name loosely, nothing here is needed.
        const change = { put: [], drop: [...needed] }
        project.apply(change)
        const after = draftField(plan(project))
        expect(after).toBe(kept)
        const anew = draftField(plan(projectWith(...houseRecords().filter(({ id }) => !needed.has(id)))))
        expect(after.size).toBe(anew.size)
        expect(new Set(after.edgesIn(EVERYWHERE).map(({ source }) => source))).toEqual(
          new Set(anew.edgesIn(EVERYWHERE).map(({ source }) => source)),
        )
        expect(after.guides).toEqual(anew.guides)
      }),
      { numRuns: 30 },
    )
  })
})

describe('a whole drawing', () => {
  it('draws a sheet without a building, and nothing of the plan on it', () => {
    const project = house()
    const scene = sceneOf(project, project.need('sheet', 'sheet'))
    const drawn = sources(drawingList(scene, { ...PLAIN_LOOK, scale: 1 }))
    for (const { id } of IN_HOUSE.wall) expect(drawn.has(id)).toBe(false)
    expect(drawn.has('rule')).toBe(true)
  })
})
