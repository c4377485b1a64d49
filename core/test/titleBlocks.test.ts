import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pictureOf } from '../src/annotate'
import { PLAIN_LOOK, sceneOf } from '../src/derive'
import { drawnApart, extentOf, itemExtent, type DisplayItem } from '../src/display'
import {
  EditRefused,
  addSheet,
  copyTitleBlock,
  findText,
  newProject,
  removeTitleBlock,
  replaceText,
  setPaper,
  setTitleBlock,
  setTitleFacts,
  upgrade,
} from '../src/edit'
import { applyTo, boxHolds, growBox } from '../src/geometry'
import { STANDARD_TITLES, usualTitle } from '../src/library'
import {
  ChangeRefused,
  Project,
  SCHEMA,
  recordSchema,
  sheetSet,
  sheetSizeNames,
  type Linework,
  type Note,
  type Sheet,
  type TitleBlock,
} from '../src/records'
import {
  foldsOf,
  frameMarks,
  layoutWith,
  sheetItems,
  sheetLayout,
  standsInField,
  zoneEnds,
  zoneLetter,
} from '../src/sheets'

let n = 0
const makeId = (): string => `t${++n}`

function fresh(facts: Partial<Pick<Sheet, 'size' | 'orientation'>> = {}): { project: Project; sheet: Sheet } {
  const { size = 'A1', orientation = 'landscape' } = facts
  const made = newProject(
    {
      ...{
        name: 'An uncommonly long project name that has to be broken over several lines to fit its place',
      },
      ...{
        number: '2614-B',
        client: 'The trustees of a club with a long name, and a number of others besides',
      },
      ...{
        system: 'metric',
        levelName: 'Ground',
        storeyHeight: 2700,
        sheetSize: size,
        orientation,
        date: '2026-12-02',
      },
    },
    makeId,
  )
  const project = new Project()
  project.check(made.change)
  project.apply(made.change)
  return { project, sheet: project.need('sheet', made.sheet) }
}

const LONG: Partial<Sheet> = {
  number: 'A-1001-P',
  title:
    'Ground floor plan, setting out and drainage runs below the slab, with the yard and the lane behind it',
  drawn: 'R. K. of the second drawing room',
  checked: 'Nobody yet, though it was asked for twice',
  revision: 'P12',
}

/** All texts of items, with where they stand on the sheet. */
function* textsOf(items: readonly DisplayItem[]): Generator<{ words: string; item: DisplayItem }> {
  for (const item of items) {
    if (item.kind === 'text') yield { words: item.runs.map(({ text }) => text).join(''), item }
    if (item.kind === 'group')
      for (const { words, item: within } of textsOf(item.items)) {
        if (within.kind !== 'text') continue
        yield { words, item: { ...within, ...applyTo(item.map, within) } }
      }
  }
}
const wordsOn = (project: Project, sheet: Sheet): string[] =>
  [...textsOf(sheetItems(project, sheet))].map(({ words }) => words)

describe('frames', () => {
  it('have fields of 50 mm from the middle, so many as ISO 5457 has for each size', () => {
    const fields = (long: number, short: number): [number, number] => [
      zoneEnds(long).length + 1,
      zoneEnds(short).length + 1,
    ]
    expect(fields(1189, 841)).toEqual([24, 16])
    expect(fields(841, 594)).toEqual([16, 12])
    expect(fields(594, 420)).toEqual([12, 8])
    expect(fields(420, 297)).toEqual([8, 6])
    expect(fields(297, 210)).toEqual([6, 4])
    expect(zoneEnds(297)).toEqual([48.5, 98.5, 148.5, 198.5, 248.5])
    expect([0, 7, 8, 12, 13, 23].map(zoneLetter)).toEqual(['A', 'H', 'J', 'N', 'P', 'Z'])
  })

  it('are folded to A4 as DIN 824 has it', () => {
    const folds = (size: Sheet['size'], folding: 'binding' | 'plain') =>
      foldsOf({ size, orientation: 'landscape' }, folding)
    expect(folds('A0', 'binding')).toEqual({
      across: [210, 319.5, 429, 619, 809, 999],
      up: [297, 594],
    })
    expect(folds('A1', 'binding')).toEqual({ across: [210, 335.5, 461, 651], up: [297] })
    expect(folds('A2', 'binding')).toEqual({ across: [210, 402], up: [297] })
    expect(folds('A3', 'binding')).toEqual({ across: [125, 230], up: [] })
    expect(folds('A3', 'plain')).toEqual({ across: [210], up: [] })
    expect(folds('A1', 'plain').across).toEqual([211, 421, 631].map((x) => expect.closeTo(x, 9)))
    expect(folds('A4', 'plain').up).toEqual([])
  })

  it('and title blocks lie on every paper, whatever the block was drawn for, with room beside them', () => {
    for (const { block } of STANDARD_TITLES)
      for (const size of [...sheetSizeNames, { short: 100, long: 120 }, { short: 300, long: 4000 }])
        for (const orientation of ['landscape', 'portrait'] as const) {
          const { frame, titleBlock, field } = layoutWith({ size, orientation }, block)
          expect(boxHolds(frame, titleBlock!)).toBe(true)
          expect(boxHolds(frame, field)).toBe(true)
          const paper = { size, orientation } as const
          for (const item of frameMarks(paper, block)) {
            const { minX, minY, maxX, maxY } = itemExtent(item)
            expect(Number.isFinite(minX + minY + maxX + maxY)).toBe(true)
          }
        }
    const corner = STANDARD_TITLES.find(({ block }) => block.id === 'title-corner-large')!.block
    const layout = layoutWith(corner, corner)
    // 180 by 72 mm in the corner of a frame from 20 to 831 and 10 to 584.
    expect(standsInField(layout)).toEqual([{ minX: 651, maxX: 831, minY: 10, maxY: 82 }])
    expect(layout.field).toEqual({ minX: 20, minY: 10, maxX: 831, maxY: 584 })
  })

  it('keep all marks on the paper, and zones outside the frame', () => {
    const block: TitleBlock = {
      ...STANDARD_TITLES[0]!.block,
      ...{ zones: true, centring: true, trimming: true, folding: 'binding' },
    }
    for (const size of ['A0', 'A1', 'A2', 'A3', 'A4'] as const)
      for (const orientation of ['landscape', 'portrait'] as const) {
        const { frame } = layoutWith({ size, orientation }, block)
        const paper = layoutWith(
          { size, orientation },
          { ...block, margins: { left: 0, right: 0, top: 0, foot: 0 } },
        ).frame
        const items = frameMarks({ size, orientation }, block)
        for (const item of items) expect(boxHolds(growBox(paper, 1e-9), itemExtent(item))).toBe(true)
        const letters = items.filter(({ kind }) => kind === 'text')
        const [across, up] = [zoneEnds(paper.maxX).length + 1, zoneEnds(paper.maxY).length + 1]
        expect(letters).toHaveLength(size === 'A4' ? across + up : 2 * (across + up))
        for (const letter of letters) {
          const { minX, maxX, minY, maxY } = itemExtent(letter)
          expect(maxX <= frame.minX || minX >= frame.maxX || maxY <= frame.minY || minY >= frame.maxY).toBe(
            true,
          )
        }
      }
  })
})

describe('shipped title blocks', () => {
  it('are sound records, each with a name of its own', () => {
    for (const { block, items } of STANDARD_TITLES)
      for (const record of [block, ...items]) expect(recordSchema.safeParse(record).error).toBeUndefined()
    expect(new Set(STANDARD_TITLES.map(({ block }) => block.name)).size).toBe(STANDARD_TITLES.length)
    expect(STANDARD_TITLES.length).toBeGreaterThanOrEqual(6)
  })

  it('tell all facts of long names within themselves, on the paper they are drawn for and on the usual ones', () => {
    for (const { block } of STANDARD_TITLES) {
      const { project, sheet } = fresh({ size: block.size, orientation: block.orientation })
      project.apply(setTitleBlock(project, [sheet.id], block.id))
      project.apply({ put: [{ ...project.need('sheet', sheet.id), ...LONG }], drop: [] })
      const now = project.need('sheet', sheet.id)
      const room = sheetLayout(project, now).titleBlock!
      for (const { words, item } of textsOf(sheetItems(project, now))) {
        // Letters of zones stand outside.
        if (/^[A-Z]$|^\d{1,2}$/.test(words)) continue
        expect(boxHolds(growBox(room, 0.01), itemExtent(item)), `${block.name}: ${words}`).toBe(true)
      }
      const said = wordsOn(project, now).join(' ')
      for (const part of ['uncommonly', 'A-1001-P', 'drainage']) expect(said).toContain(part)
      if (block.id !== 'title-letter') for (const part of ['trustees', 'P12']) expect(said).toContain(part)
    }
  })

  it('have no letters over each other or over their lines', () => {
    for (const { block } of STANDARD_TITLES) {
      const { project, sheet } = fresh({ size: block.size, orientation: block.orientation })
      project.apply(setTitleBlock(project, [sheet.id], block.id))
      project.apply({ put: [{ ...project.need('sheet', sheet.id), ...LONG }], drop: [] })
      const now = project.need('sheet', sheet.id)
      const texts = [...textsOf(sheetItems(project, now))].filter(({ words }) => words.length > 2)
      for (const [i, one] of texts.entries())
        for (const other of texts.slice(i + 1)) {
          const [p, q] = [itemExtent(one.item), itemExtent(other.item)]
          const over =
            Math.min(p.maxX, q.maxX) - Math.max(p.minX, q.minX) > 0.05 &&
            Math.min(p.maxY, q.maxY) - Math.max(p.minY, q.minY) > 0.05
          expect(over, `${block.name}: “${one.words}” and “${other.words}”`).toBe(false)
        }
    }
  })
})

describe('sheets with title blocks', () => {
  it('tell their own facts in the same block, and follow when these change', () => {
    const { project, sheet } = fresh()
    const added = addSheet(project, '2026-12-03', makeId)
    project.apply(added.change)
    const [first, second] = sheetSet(project)
    expect(second!.titleBlock).toBe(first!.titleBlock)
    expect(wordsOn(project, first!)).toContain('1 of 2')
    expect(wordsOn(project, second!)).toContain('2 of 2')
    expect(wordsOn(project, second!)).toContain(second!.number)
    project.apply({ put: [{ ...sheet, number: 'B-7' }], drop: [] })
    expect(wordsOn(project, project.need('sheet', sheet.id))).toContain('B-7')
    expect(wordsOn(project, sheet)).toContain('not to scale')
  })

  it('follow what is drafted on the block', () => {
    const { project, sheet } = fresh()
    const block = project.need('titleBlock', sheet.titleBlock!)
    const note = project.all('note').find(({ text, drawing }) => drawing === block.id && text === 'CLIENT')!
    project.apply({ put: [{ ...note, text: 'FOR' }], drop: [] })
    expect(wordsOn(project, sheet)).toContain('FOR')
    expect(wordsOn(project, sheet)).not.toContain('CLIENT')
    // By itself it is seen with the facts of the first sheet that has it.
    const own = pictureOf(sceneOf(project, block), { ...PLAIN_LOOK, scale: 1 }).list()
    expect([...textsOf(own)].map(({ words }) => words)).toContain(sheet.number)
  })

  it('change their block with their size where it was the usual one, and keep another', () => {
    const { project, sheet } = fresh()
    expect(sheet.titleBlock).toBe('title-side-large')
    project.apply(setPaper(project, sheet.id, { orientation: 'portrait' }))
    expect(project.need('sheet', sheet.id).titleBlock).toBe('title-foot-large')
    project.apply(setPaper(project, sheet.id, { size: 'A4' }))
    expect(project.need('sheet', sheet.id).titleBlock).toBe('title-foot-small')
    project.apply(setTitleBlock(project, [sheet.id], 'title-corner-small'))
    project.apply(setPaper(project, sheet.id, { size: { short: 420, long: 600 }, orientation: 'landscape' }))
    expect(project.need('sheet', sheet.id)).toMatchObject({
      titleBlock: 'title-corner-small',
      size: { long: 600 },
    })
    project.apply(setTitleBlock(project, [sheet.id], null))
    expect('titleBlock' in project.need('sheet', sheet.id)).toBe(false)
    expect(sheetItems(project, project.need('sheet', sheet.id))).toEqual([])
  })

  it('keep a block that they have; a copy is one of its own', () => {
    const { project, sheet } = fresh()
    const id = sheet.titleBlock!
    expect(() => removeTitleBlock(project, id)).toThrow(/Sheet A-101 has “Side strip, large”/)
    expect(() => project.check({ put: [], drop: [id] })).toThrow(ChangeRefused)
    const copy = copyTitleBlock(project, id, makeId)
    project.check(copy.change)
    project.apply(copy.change)
    const on = (block: string): number =>
      project.dependents(block).filter((each) => project.get(each)?.kind !== 'sheet').length
    expect(on(copy.titleBlock)).toBe(on(id))
    expect(project.need('titleBlock', copy.titleBlock).name).toBe('Side strip, large copy')
    project.apply(setTitleFacts(project, copy.titleBlock, { name: 'Office', zones: true, folding: null }))
    expect(project.need('titleBlock', copy.titleBlock)).toMatchObject({ name: 'Office', zones: true })
    expect('folding' in project.need('titleBlock', copy.titleBlock)).toBe(false)
    expect(() => setTitleFacts(project, copy.titleBlock, { name: 'side strip, LARGE' })).toThrow(EditRefused)
    project.apply(removeTitleBlock(project, copy.titleBlock))
    expect(project.find('titleBlock', copy.titleBlock)).toBeUndefined()
    expect(project.all('note').some(({ drawing }) => drawing === copy.titleBlock)).toBe(false)
  })

  it('keep what is drafted on them to the corner when they are made for other paper, and to its far end where they grow', () => {
    const { project, sheet } = fresh()
    const id = sheet.titleBlock!
    const line = (key: string, ...xy: [number, number, number, number]): Linework => ({
      ...{ id: key, kind: 'linework', drawing: id, layer: 'layer-fine' },
      shape: {
        form: 'path',
        path: {
          vertices: [
            { x: xy[0], y: xy[1], sweep: 0 },
            { x: xy[2], y: xy[3], sweep: 0 },
          ],
          closed: false,
        },
      },
    })
    const ends = (key: string): number[] => {
      const { shape } = project.need('linework', key)
      return shape.form === 'path' ? shape.path.vertices.flatMap(({ x, y }) => [x, y]) : []
    }
    // A1: the corner of the frame at 831, 10; the strip grows from 121.34 mm above it.
    project.apply({
      put: [line('near', 800, 20, 800, 60), line('far', 800, 500, 820, 500), line('both', 790, 20, 790, 570)],
      drop: [],
    })
    const change = setTitleFacts(project, id, { size: 'A3' })
    project.check(change)
    const undo = project.apply(change)
    // A3: 421 mm less wide, 297 mm less high.
    expect(ends('near')).toEqual([379, 20, 379, 60])
    expect(ends('far')).toEqual([379, 203, 399, 203])
    expect(ends('both')).toEqual([369, 20, 369, 273])
    project.apply(setTitleFacts(project, id, { margins: { left: 5, right: 5, top: 5, foot: 5 } }))
    expect(ends('near')).toEqual([384, 15, 384, 55])
    expect(ends('far')).toEqual([384, 208, 404, 208])
    project.apply({ put: [...undo.put], drop: [...undo.drop] })
    expect(ends('both')).toEqual([790, 20, 790, 570])
  })

  it('are among what words are looked for in, behind drawings and sheets', () => {
    const { project, sheet } = fresh()
    const on = (drawing: string): Note => ({
      ...{ id: `note-${drawing}`, kind: 'note', drawing, layer: 'layer-notes', text: 'Project of ours' },
      ...{ at: { x: 50, y: 50 }, heightPaperMm: 2.5, align: 'start' },
    })
    const [plan] = project.all('drawing')
    project.apply({ put: [on(sheet.titleBlock!), on(sheet.id), on(plan!.id)], drop: [] })
    const sought = { text: 'project', exact: false, whole: true }
    const found = findText(project, sought)
    expect(found.map(({ board }) => board.kind).slice(0, 3)).toEqual(['drawing', 'sheet', 'titleBlock'])
    // Its own PROJECT and PROJECT NUMBER, and the field of both.
    expect(found.filter(({ board }) => board.id === sheet.titleBlock)).toHaveLength(5)
    const change = replaceText(project, [`note-${sheet.titleBlock!}`], sought, 'Work')
    project.check(change)
    project.apply(change)
    expect(project.need('note', `note-${sheet.titleBlock!}`).text).toBe('Work of ours')
  })

  it('get the usual block where an earlier version drew one by itself', () => {
    const { project, sheet } = fresh({ size: 'ARCH C' })
    const usual = usualTitle(sheet).block.id
    const { titleBlock: _, ...before } = sheet
    project.apply({
      put: [{ ...project.facts, schema: 6 }, before],
      drop: [usual, ...project.dependents(usual).filter((id) => id !== sheet.id)],
    })
    const change = upgrade(project)!
    project.check(change)
    project.apply(change)
    expect(project.facts.schema).toBe(SCHEMA)
    expect(project.need('sheet', sheet.id).titleBlock).toBe(usual)
    expect(wordsOn(project, project.need('sheet', sheet.id))).toContain('A-101')
    expect(upgrade(project)).toBeNull()
  })
})

describe('what is drawn apart', () => {
  it('is longer by as much where it crosses, and the same else', () => {
    const coordinate = fc.integer({ min: -100, max: 100 })
    fc.assert(
      fc.property(
        fc.array(coordinate, { minLength: 4, maxLength: 12 }),
        coordinate,
        coordinate,
        (list, at, by) => {
          const points = list.slice(0, list.length - (list.length % 2))
          const line: DisplayItem = { kind: 'line', pen: 'seen', points, closed: false, source: null }
          const [apart] = drawnApart([line], ({ y }) => y > at, { x: 0, y: by })
          const now = apart!.kind === 'line' ? apart!.points : []
          expect(now).toEqual(points.map((value, i) => (i % 2 === 1 && value > at ? value + by : value)))
        },
      ),
    )
    const circle: DisplayItem = {
      ...{ kind: 'arc', pen: 'seen', x: 0, y: 5, radius: 10, from: 0, sweep: 6.283, source: null },
    }
    expect(extentOf(drawnApart([circle], ({ y }) => y > 4, { x: 0, y: 7 })).maxY).toBeCloseTo(22, 6)
    expect(extentOf(drawnApart([circle], ({ y }) => y > 6, { x: 0, y: 7 })).maxY).toBeCloseTo(15, 6)
  })
})
