import { describe, expect, it } from 'vitest'
import { layAnnotation, layNote } from '../src/annotate'
import { sceneOf } from '../src/derive'
import type { DisplayItem } from '../src/display'
import { clip, paste, readClipping } from '../src/edit'
import { PLACED_KINDS, needBoard, type AnyRecord, type Board, type Id, type Project } from '../src/records'
import { IN_HOUSE, PLAN as HOUSE_PLAN, houseRecords } from './house'
import { PLAN, projectWith } from './wallFixture'

const SCALE = 50
const words = (items: readonly DisplayItem[]): string[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item.runs.map(({ text }) => text).join('')] : []))
const said = (project: Project, record: AnyRecord, board: Board): string[] =>
  words(layAnnotation(record, sceneOf(project, board), SCALE, true))

let ids = 0
const makeId = (): Id => `copy-${++ids}`

/** All annotation of the house that stands in its plan by itself. */
const WRITTEN: readonly AnyRecord[] = PLACED_KINDS.filter((kind) => kind !== 'room')
  .flatMap((kind): readonly AnyRecord[] => IN_HOUSE[kind])
  .filter((record) => 'drawing' in record && record.drawing === HOUSE_PLAN)

/** Puts what is copied of the house into a board of a project as it travels: as text. */
function pasted(from: Project, of: readonly Id[], into: Project, board: Id): AnyRecord[] {
  const clipping = readClipping(JSON.stringify(clip(from, of, { x: 0, y: 0 })))!
  const change = paste(into, clipping, needBoard(into, board), { x: 0, y: 0 }, makeId)
  into.check(change)
  into.apply(change)
  return change.put.map(({ id }) => into.get(id)!)
}

describe('annotation that is copied', () => {
  it.each(WRITTEN.map((record) => [`${record.kind} ${record.id}`, record] as const))(
    'comes with what it says into another drawing, onto a sheet and into another project: %s',
    (_, record) => {
      const house = projectWith(...houseRecords())
      const before = said(house, record, needBoard(house, HOUSE_PLAN))
      const second = { ...house.need('drawing', HOUSE_PLAN), id: 'second', name: 'Second plan' }
      house.apply({ put: [second], drop: [] })
      const other = projectWith(PLAN)
      for (const [into, board] of [
        [house, 'second'],
        [house, 'sheet'],
        [other, PLAN.id],
      ] as const) {
        const copies = pasted(house, [record.id], into, board).filter(({ kind }) => kind === record.kind)
        expect(copies, board).toHaveLength(1)
        const [copy] = copies
        expect(copy, board).toMatchObject({ drawing: board })
        // On a level of the same building all it tells of is there; elsewhere only its own words are.
        if (board === 'second') expect(said(into, copy!, needBoard(into, board))).toEqual(before)
        else expect(said(into, copy!, needBoard(into, board))).toHaveLength(before.length)
      }
      expect(other.all('block').every(({ name }) => name === 'Round tag')).toBe(true)
    },
  )

  it('brings the style and the block it is set in', () => {
    const house = projectWith(...houseRecords())
    const other = projectWith(PLAN)
    const [copy] = pasted(house, ['symbol-own'], other, PLAN.id).filter(({ kind }) => kind === 'symbol')
    if (copy?.kind !== 'symbol') throw new Error('a symbol was copied')
    expect(other.need('block', copy.block!).name).toBe('Round tag')
    expect(said(other, copy, needBoard(other, PLAN.id))).toEqual(['7'])
  })

  it('keeps the places it has at scales, and none of viewports that are elsewhere', () => {
    const house = projectWith(...houseRecords())
    const other = projectWith(PLAN)
    const [copy] = pasted(house, ['note'], other, PLAN.id).filter(({ kind }) => kind === 'note')
    if (copy?.kind !== 'note') throw new Error('a note was copied')
    expect(copy.places!.map((place) => ('scale' in place ? place.scale : 'viewport'))).toEqual([100])
    expect(words(layNote(copy, sceneOf(other, needBoard(other, PLAN.id)), 100))).toEqual(['Note'])
  })
})
