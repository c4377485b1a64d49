import { describe, expect, it } from 'vitest'
import { addLinework, addNote, newProject } from '@lamina/core/edit'
import { Project, sheetSet, type Id, type Viewport } from '@lamina/core/records'
import { SAMPLES } from '@lamina/core/samples'
import { plotSheets } from '../src/plot/document'
import { pagesAsOutlines, unclearLetters, type Unclear } from './outlines'

async function plotted(project: Project): Promise<Unclear[]> {
  const pdf = await plotSheets({ records: [...project.everything()], sheets: null })
  return pagesAsOutlines(pdf, sheetSet(project).length).map(unclearLetters)
}

let ids = 0
const makeId = (): Id => `n${++ids}`

/** A sheet with a plan of its own at 1:50, on which some is drawn. */
function sheetWith(draw: (project: Project, drawing: Id) => void, clear: boolean): Project {
  const made = newProject(
    {
      name: 'Letters',
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A3',
      orientation: 'landscape',
      date: '2026-01-01',
    },
    makeId,
  )
  const project = new Project(made.change.put)
  if (!clear)
    for (const { clearPaperMm: _, ...style } of project.all('annotationStyle'))
      project.apply({ put: [style], drop: [] })
  draw(project, made.drawing)
  const viewport: Viewport = {
    id: 'v',
    kind: 'viewport',
    sheet: made.sheet,
    drawing: made.drawing,
    number: 1,
    title: '',
    scale: 50,
    at: { x: 150, y: 150 },
    crop: { minX: 0, minY: 0, maxX: 8000, maxY: 4000 },
    cropped: true,
    locked: false,
  }
  project.apply({ put: [viewport], drop: [] })
  return project
}
const write = (project: Project, drawing: Id, text: string, x: number, y: number): void => {
  const note = { drawing, at: { x, y }, text, heightPaperMm: 5, align: 'start' } as const
  project.apply(addNote(project, note, makeId))
}
const line = (project: Project, drawing: Id, y: number): void => {
  const path = {
    vertices: [
      { x: 0, y, sweep: 0 },
      { x: 6000, y, sweep: 0 },
    ],
    closed: false,
  }
  project.apply(
    addLinework(project, { drawing, layer: 'layer-lines', shape: { form: 'path', path } }, makeId),
  )
}

describe('letters on plotted sheets, read from their outlines', () => {
  it('are found where they overlap or are struck: the check fails where it should', async () => {
    const [clean] = await plotted(
      sheetWith((project, drawing) => write(project, drawing, 'OAK', 1000, 1000), true),
    )
    expect(clean).toMatchObject({ overlaps: [], struck: [] })
    expect(clean!.letters).toBeGreaterThan(30)
    const [over] = await plotted(
      sheetWith((project, drawing) => {
        write(project, drawing, 'OAK', 1000, 1000)
        write(project, drawing, 'TILES', 1050, 1050)
      }, true),
    )
    expect(over!.overlaps.length).toBeGreaterThan(1)
    const struck = (clear: boolean): Promise<Unclear[]> =>
      plotted(
        sheetWith((project, drawing) => {
          line(project, drawing, 1120)
          write(project, drawing, 'OAK', 1000, 1000)
        }, clear),
      )
    const [bare] = await struck(false)
    expect(bare!.struck).toHaveLength(3)
    // Where they stand on the sheet: 1:50 about the middle of the crop.
    expect(bare!.struck[0]!.x).toBeGreaterThan(150 + (1000 - 4000) / 50)
    expect(bare!.struck[0]!.y).toBeCloseTo(150 + (1125 - 2000) / 50, 0)
    expect((await struck(true))[0]!.struck).toEqual([])
  }, 60_000)

  it('are all clear on the sheets of the samples, at all their scales', async () => {
    for (const { make } of SAMPLES) {
      const project = new Project()
      for (const { change } of make(makeId)) project.apply(change)
      const pages = await plotted(project)
      expect(pages.map(({ overlaps, struck }) => ({ overlaps, struck }))).toEqual(
        pages.map(() => ({ overlaps: [], struck: [] })),
      )
      for (const { letters } of pages) expect(letters).toBeGreaterThan(100)
    }
  }, 60_000)
})
