import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { settleBoard } from '../src/check'
import { PLAIN_LOOK, draftField, hostIn, recordsIn, sceneOf, pictureFrom } from '../src/derive'
import {
  addDimensions,
  addLinework,
  clip,
  closeBlock,
  extendItem,
  mapItems,
  openBlock,
  paste,
  placeBlock,
  stretchBox,
  type MakeId,
} from '../src/edit'
import { moveBy } from '../src/geometry'
import { pickAt, snapAt } from '../src/locate'
import type { Change, DrawingOf, Project } from '../src/records'
import { TieFinder } from '../src/ties'
import { CUPBOARD, PLAN, houseRecords, lineShape } from './house'
import { projectWith } from './wallFixture'

let count = 0
const makeId: MakeId = () => `s${++count}`

/** The house with its cupboard opened for changing. */
function opened(): { project: Project; drawing: DrawingOf<'block'>; make: (change: Change) => void } {
  const project = projectWith(...houseRecords())
  const make = (change: Change): void => {
    project.check(change)
    project.apply(change)
  }
  const { change, drawing } = openBlock(project, 'cupboard', makeId)
  make(change)
  const record = project.need('drawing', drawing)
  if (record.view !== 'block') throw new Error('An open block is the inside of a block.')
  return { project, drawing: record, make }
}

describe('a drawing without a level', () => {
  it('shows what is drafted in it, and nothing of the building', () => {
    const { project, drawing } = opened()
    expect('level' in drawing).toBe(false)
    const scene = sceneOf(project, drawing)
    expect(scene.building).toBeNull()
    expect(hostIn(scene)).toEqual({ drawing: drawing.id })
    const kinds = new Set([...recordsIn(scene)].map(({ kind }) => kind))
    expect(kinds).toEqual(new Set(['linework']))
    const sources = new Set(
      drawingList(scene, { ...PLAIN_LOOK, scale: 20 }).flatMap(({ source }) => source ?? []),
    )
    for (const id of sources) expect(project.get(id)!.kind).toBe('linework')
    expect(sources.size).toBeGreaterThan(0)
    expect(settleBoard(scene)).toEqual([])
  })

  it('is snapped to, picked, tied to, measured, stretched and extended like any other', () => {
    const { project, drawing, make } = opened()
    const scene = (): ReturnType<typeof sceneOf> => sceneOf(project, drawing)
    make(
      addLinework(
        project,
        { drawing: drawing.id, layer: 'layer-lines', shape: lineShape([5000, 0], [6000, 0]) },
        makeId,
      ),
    )
    make(
      addLinework(
        project,
        { drawing: drawing.id, layer: 'layer-lines', shape: lineShape([6500, -400], [6500, 400]) },
        makeId,
      ),
    )
    const line = project
      .all('linework')
      .find(
        ({ drawing: on, shape }) =>
          on === drawing.id && shape.form === 'path' && shape.path.vertices[0]!.x === 5000,
      )!
    const snap = snapAt(draftField(scene()), {
      pointer: { x: 5990, y: 5 },
      reach: 50,
      last: null,
      align: [],
      walls: true,
    })
    expect(snap).toMatchObject({ kind: 'end', point: { x: 6000, y: 0 } })
    const list = drawingList(scene(), { ...PLAIN_LOOK, scale: 20 })
    expect(pickAt(pictureFrom(list), scene().building, { x: 5500, y: 2 }, 10)).toEqual([line.id])
    const finder = new TieFinder(scene(), drawing)
    const anchors = [finder.at({ x: 5000, y: 0 }), finder.at({ x: 6000, y: 0 })]
    expect(anchors.map(({ to }) => to)).toEqual(['item', 'item'])
    // Walls of the house stand where nothing of the block is.
    expect(finder.at({ x: 8000, y: 6000 }).to).toBe('point')
    make(
      addDimensions(
        project,
        drawing.id,
        [{ anchors, direction: 0, offset: { in: 'paper', paperMm: 10 } }],
        makeId,
      ),
    )
    make(extendItem(project, drawing, line.id, { x: 5900, y: 0 }, undefined))
    const box = { minX: 6400, minY: -900, maxX: 7000, maxY: 900 }
    make(stretchBox(project, drawing, box, { x: 300, y: 0 }))
    const words = drawingList(scene(), { ...PLAIN_LOOK, scale: 20 }).flatMap((item) =>
      item.kind === 'text' ? item.runs.map(({ text }) => text).join('') : [],
    )
    // 1 000, run on by 500 to the other line, stretched by 300.
    expect(words.join().replace(/\s/g, '')).toContain('1800')
    expect(settleBoard(scene())).toEqual([])
  })

  it('takes blocks and lines that are pasted, and refuses what stands on levels with a sentence', () => {
    const { project, drawing, make } = opened()
    make(paste(project, clip(project, ['cupboard', 'line'], { x: 0, y: 0 }), drawing, { x: 0, y: 0 }, makeId))
    const placed = project.all('placement').filter((each) => each.drawing === drawing.id)
    expect(placed).toHaveLength(1)
    expect(placed[0]!.level).toBeUndefined()
    make(mapItems(project, [placed[0]!.id], moveBy(10, 0)))
    expect(() =>
      paste(project, clip(project, ['south'], { x: 0, y: 0 }), drawing, { x: 0, y: 0 }, makeId),
    ).toThrow('A wall belongs to a level, and this drawing is of none.')
    expect(() => project.check(closeBlock(project, drawing.id))).toThrow(/would hold itself/)
  })

  it('goes back into its block; what was pasted into a plan stands on its level', () => {
    const { project, drawing, make } = opened()
    make(
      placeBlock(
        project,
        {
          drawing: drawing.id,
          block: CUPBOARD.id,
          places: [{ at: { x: 0, y: 0 }, turn: 0, mirrored: false }],
        },
        makeId,
      ),
    )
    const inner = project.all('placement').find((each) => each.drawing === drawing.id)!
    const plan = project.need('drawing', PLAN)
    make(paste(project, clip(project, [inner.id], { x: 0, y: 0 }), plan, { x: 0, y: 0 }, makeId))
    const pasted = project.all('placement').find((each) => each.drawing === PLAN)!
    expect(pasted.level).toBe(plan.view === 'plan' ? plan.level : '')
  })
})
