import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { settleBoard } from '../src/check'
import { PLAIN_LOOK, hostIn, recordsIn, sceneOf, pictureFrom } from '../src/derive'
import {
  addDimensions,
  addGuide,
  addLinework,
  addNote,
  clip,
  copySheet,
  groupItems,
  mapItems,
  moveItems,
  openBlock,
  paste,
  placeBlock,
  removeItems,
  stretchBox,
  type MakeId,
} from '../src/edit'
import { CAPITAL } from '../src/lettering'
import { moveBy } from '../src/geometry'
import { pickAt, snapAt } from '../src/locate'
import type { Change, Project } from '../src/records'
import { frameOf, sheetField, sheetItems } from '../src/sheets'
import { TieFinder } from '../src/ties'
import { PLAN, houseRecords, lineShape } from './house'
import { projectWith } from './wallFixture'

let count = 0
const makeId: MakeId = () => `h${++count}`

function laid() {
  const project = projectWith(...houseRecords())
  const make = (change: Change): void => {
    project.check(change)
    project.apply(change)
  }
  return { project, make, sheet: project.need('sheet', 'sheet') }
}
const scene = (project: Project) => sceneOf(project, project.need('sheet', 'sheet'))
const frames = (project: Project) =>
  project.all('viewport').map((viewport) => ({ id: viewport.id, frame: frameOf(project, viewport) }))
const near = (project: Project, x: number, y: number, reach = 3) =>
  snapAt(sheetField(project, project.need('sheet', 'sheet'), frames(project)), {
    pointer: { x, y },
    reach,
    last: null,
    align: [],
    walls: false,
  })

describe('a sheet as a board', () => {
  it('holds its viewports and what is drafted on it, in paper mm, and nothing of the building', () => {
    const { project } = laid()
    const now = scene(project)
    expect(now.building).toBeNull()
    expect(hostIn(now)).toEqual({ drawing: 'sheet' })
    expect([...recordsIn(now)].map(({ id }) => id).sort()).toEqual([
      'on-sheet',
      'rule',
      'sheet-note',
      'viewport',
    ])
    const sources = new Set(
      drawingList(now, { ...PLAIN_LOOK, scale: 1 }).flatMap(({ source }) => source ?? []),
    )
    expect(sources).toEqual(new Set(['rule', 'on-sheet', 'sheet-note']))
    // Lettering of 3.5 mm is 3.5 mm high on the sheet.
    const text = drawingList(now, { ...PLAIN_LOOK, scale: 1 }).find(
      (item) => item.kind === 'text' && item.source === 'sheet-note',
    )
    expect(text).toMatchObject({ x: 320, y: 60 })
    expect(text!.kind === 'text' && text!.size * CAPITAL).toBeCloseTo(3.5, 9)
    expect(settleBoard(now)).toEqual([])
  })

  it('is plotted with what is drafted on it, but for what does not print', () => {
    const { project, make, sheet } = laid()
    make(addGuide(project, 'sheet', { x: 100, y: 100 }, 0, makeId))
    const guide = project.all('guide').find(({ drawing }) => drawing === 'sheet')!
    const drawn = (printing: boolean) =>
      new Set(sheetItems(project, sheet, { printing }).flatMap(({ source }) => source ?? []))
    expect(drawn(true).has('rule')).toBe(true)
    expect(drawn(true).has('sheet-note')).toBe(true)
    expect(drawn(true).has(guide.id)).toBe(false)
    expect(drawn(false).has(guide.id)).toBe(true)
  })

  it('is snapped to by what is drafted, by the frames of viewports and by the title block', () => {
    const { project } = laid()
    expect(near(project, 301, 101)).toMatchObject({ kind: 'end', point: { x: 300, y: 100 } })
    const [{ frame }] = frames(project) as [ReturnType<typeof frames>[number]]
    expect(near(project, frame.maxX - 1, frame.maxY - 1)).toMatchObject({
      kind: 'end',
      point: { x: frame.maxX, y: frame.maxY },
    })
    // ISO 5457: the frame runs 20 mm from the filing edge and 10 mm from the others; A2 is 594 by 420.
    expect(near(project, 21, 11)).toMatchObject({ kind: 'end', point: { x: 20, y: 10 } })
    expect(near(project, 583, 409)).toMatchObject({ kind: 'end', point: { x: 584, y: 410 } })
  })

  it('is picked: what is drafted before the viewport it lies over', () => {
    const { project, make, sheet } = laid()
    make(
      addLinework(
        project,
        { drawing: 'sheet', layer: 'layer-lines', shape: lineShape([190, 200], [210, 200]) },
        makeId,
      ),
    )
    const line = project.all('linework').at(-1)!
    const list = sheetItems(project, sheet)
    expect(pickAt(pictureFrom(list), null, { x: 195, y: 200 }, 1)).toEqual([line.id, 'viewport'])
    expect(pickAt(pictureFrom(list), null, { x: 195, y: 205 }, 1)).toEqual(['viewport'])
  })

  it('is tied to: a dimension on it follows its lines, and measures paper mm', () => {
    const { project, make, sheet } = laid()
    const finder = new TieFinder(scene(project), sheet)
    const anchors = [finder.at({ x: 300, y: 100 }), finder.at({ x: 380, y: 100 })]
    expect(anchors.map(({ to }) => to)).toEqual(['item', 'item'])
    make(
      addDimensions(
        project,
        'sheet',
        [{ anchors, direction: 0, offset: { in: 'paper', paperMm: 8 } }],
        makeId,
      ),
    )
    const words = (): string[] =>
      drawingList(scene(project), { ...PLAIN_LOOK, scale: 1 }).flatMap((item) =>
        item.kind === 'text' && item.source === 'on-sheet'
          ? [item.runs.map(({ text }) => text).join('')]
          : [],
      )
    expect(words()).toEqual(['80'])
    const box = { minX: 370, minY: 90, maxX: 400, maxY: 110 }
    make(stretchBox(project, sheet, box, { x: 25, y: 0 }))
    expect(words()).toEqual(['105'])
  })
})

describe('between sheets and drawings', () => {
  it('what is drafted is copied both ways, with its ties to what was copied', () => {
    const { project, make, sheet } = laid()
    const taken = clip(project, ['rule', 'on-sheet'], { x: 300, y: 100 })
    make(paste(project, taken, project.need('drawing', PLAN), { x: 700, y: 900 }, makeId))
    const line = project.all('linework').at(-1)!
    expect(line).toMatchObject({ drawing: PLAN, shape: lineShape([1000, 1000], [1080, 1000]) })
    expect(
      project
        .all('dimension')
        .at(-1)!
        .anchors.map((a) => a.to === 'item' && a.item),
    ).toEqual([line.id, line.id])
    const back = clip(project, [line.id], { x: 0, y: 0 })
    make(paste(project, back, sheet, { x: 0, y: 0 }, makeId))
    expect(project.all('linework').at(-1)!.drawing).toBe('sheet')
  })

  it('walls stay on plans and viewports on sheets, in a sentence', () => {
    const { project, sheet } = laid()
    const wall = clip(project, ['south'], { x: 0, y: 0 })
    expect(() => paste(project, wall, sheet, { x: 0, y: 0 }, makeId)).toThrow(
      'A wall belongs to a level, and this sheet is of none.',
    )
    const viewport = clip(project, ['viewport'], { x: 0, y: 0 })
    expect(() => paste(project, viewport, project.need('drawing', PLAN), { x: 0, y: 0 }, makeId)).toThrow(
      'A viewport stands on sheets alone.',
    )
  })

  it('a viewport pasted again gets the next number', () => {
    const { project, make, sheet } = laid()
    make(paste(project, clip(project, ['viewport'], { x: 0, y: 0 }), sheet, { x: 50, y: 0 }, makeId))
    const all = project.all('viewport')
    expect(all.map(({ number }) => number)).toEqual([1, 2])
    expect(all[1]!.at).toEqual({ x: 250, y: 200 })
  })

  it('a block is placed on a sheet, opened there and shows its own lines', () => {
    const { project, make } = laid()
    const block = project.need('placement', 'cupboard').block
    const places = [{ at: { x: 50, y: 50 }, turn: 0, mirrored: false }]
    make(placeBlock(project, { block, places, drawing: 'sheet' }, makeId))
    const placed = project.all('placement').at(-1)!
    expect(placed).toMatchObject({ drawing: 'sheet' })
    expect('level' in placed).toBe(false)
    const { change, drawing } = openBlock(project, placed.id, makeId)
    make(change)
    expect(project.need('drawing', drawing)).toMatchObject({ view: 'block', readingScale: 1 })
  })
})

describe('copies and removal of sheets', () => {
  it('copies all that lies on a sheet, also on locked layers, each thing tied within its copy', () => {
    const { project, make } = laid()
    make(
      addNote(
        project,
        { drawing: 'sheet', at: { x: 1, y: 2 }, text: 'x', heightPaperMm: 3, align: 'start' },
        makeId,
      ),
    )
    make(groupItems(project, 'sheet', ['rule', 'sheet-note'], makeId))
    const layer = project.need('layer', 'layer-lines')
    make({ put: [{ ...layer, locked: true }], drop: [] })
    const { change, sheet } = copySheet(project, 'sheet', makeId)
    make(change)
    const copies = project.dependents(sheet).map((id) => project.get(id)!)
    expect(copies.map(({ kind }) => kind).sort()).toEqual([
      'dimension',
      'group',
      'linework',
      'note',
      'note',
      'viewport',
    ])
    const line = copies.find(({ kind }) => kind === 'linework')!
    const row = copies.find((record) => record.kind === 'dimension')!
    expect(row.anchors.map((anchor) => anchor.to === 'item' && anchor.item)).toEqual([line.id, line.id])
    expect(copies.find((record) => record.kind === 'viewport')!.number).toBe(1)
    expect(project.need('layer', 'layer-lines').locked).toBe(true)
  })

  it('a sheet goes with all that lies on it', () => {
    const { project, make } = laid()
    make(removeItems(project, ['sheet']))
    for (const id of ['viewport', 'rule', 'on-sheet', 'sheet-note']) expect(project.get(id)).toBeUndefined()
  })

  it('viewports move with other things, and a locked one holds them back', () => {
    const { project, make } = laid()
    make(moveItems(project, ['viewport', 'rule'], { x: 10, y: 5 }))
    expect(project.need('viewport', 'viewport').at).toEqual({ x: 210, y: 205 })
    expect(project.need('linework', 'rule').shape).toEqual(lineShape([310, 105], [390, 105]))
    make({ put: [{ ...project.need('viewport', 'viewport'), locked: true }], drop: [] })
    expect(() => mapItems(project, ['viewport', 'rule'], moveBy(1, 0))).toThrow('locked in its place')
  })
})
