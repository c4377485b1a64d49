import { describe, expect, it } from 'vitest'
import { settleBoard, type Matter } from '../src/check'
import { sceneOf } from '../src/derive'
import { boxHolds } from '../src/geometry'
import type { AnyRecord, Note, Project, Viewport } from '../src/records'
import { frameOf, sheetLayout } from '../src/sheets'
import { houseRecords } from './house'
import { projectWith } from './wallFixture'

const viewport = houseRecords().find(({ kind }) => kind === 'viewport') as Viewport
/** The house with viewports of its plan, cropped to 100 by 80 mm at 1:100, where they are said to stand. */
const withViewports = (at: readonly (readonly [number, number])[], ...more: readonly AnyRecord[]): Project =>
  projectWith(
    ...houseRecords().filter(({ kind }) => kind !== 'viewport'),
    ...at.map(([x, y], i): Viewport => ({
      ...viewport,
      id: i === 0 ? 'viewport' : `viewport-${i + 1}`,
      number: i + 1,
      scale: 100,
      cropped: true,
      at: { x, y },
    })),
    ...more,
  )
const matters = (project: Project): Matter[] =>
  settleBoard(sceneOf(project, project.need('sheet', 'sheet'))).filter(({ stage }) => stage === 'compose')
const texts = (project: Project): string[] => matters(project).map(({ text }) => text)

describe('what lies on a sheet', () => {
  it('is in order where viewports stand side by side in the field', () => {
    expect(
      texts(
        withViewports([
          [100, 200],
          [220, 200],
        ]),
      ),
    ).toEqual([])
  })
  it('is told where a viewport reaches beyond the frame, and brought back by the least move', () => {
    const project = withViewports([
      [100, 200],
      [60, 30],
    ])
    const [found, ...others] = matters(project)
    expect(others).toEqual([])
    expect(found!.text).toBe('Viewport 2 reaches beyond the frame of the sheet.')
    project.apply(found!.mend!(project))
    const { field } = sheetLayout(project, project.need('sheet', 'sheet'))
    const moved = project.need('viewport', 'viewport-2')
    expect(boxHolds(field, frameOf(project, moved))).toBe(true)
    // Its label reaches 12.5 mm beneath its 80 (a ring of 4.5 about 8 mm), so far up it stands, and no further aside than it did.
    expect(moved.at.y).toBeCloseTo(field.minY + 12.5 + 40, 9)
    expect(moved.at.x).toBeCloseTo(Math.max(60, field.minX + 50), 9)
    expect(texts(project)).toEqual([])
  })
  it('is told where a viewport lies over the title block, or over another', () => {
    const project = withViewports([
      [100, 200],
      [150, 220],
    ])
    expect(texts(project)).toEqual(['Viewports 1 and 2 lie over each other.'])
    const { titleBlock } = sheetLayout(project, project.need('sheet', 'sheet'))
    project.apply({
      put: [{ ...project.need('viewport', 'viewport-2'), at: { x: titleBlock!.minX - 20, y: 220 } }],
      drop: [],
    })
    expect(texts(project)).toEqual(['Viewport 2 lies over the title block.'])
  })
  it('offers nothing for a locked viewport, and a sentence for one that is too large', () => {
    const project = withViewports([[60, 30]])
    const put = (facts: Partial<Viewport>): void =>
      void project.apply({ put: [{ ...project.need('viewport', 'viewport'), ...facts }], drop: [] })
    put({ locked: true })
    expect(matters(project)[0]!.mend).toBeUndefined()
    put({ locked: false, scale: 1 })
    expect(() => matters(project)[0]!.mend!(project)).toThrow('larger than the room on its sheet')
  })
  it('is told where lettering reaches beyond the sheet', () => {
    const note: Note = {
      id: 'far',
      kind: 'note',
      drawing: 'sheet',
      at: { x: -5, y: 100 },
      text: 'Half of it is not on the paper',
      heightPaperMm: 2.5,
      align: 'start',
    }
    const project = withViewports([[100, 200]], note)
    const [found] = matters(project)
    expect(found!.text).toBe('1 lettering reaches beyond the sheet.')
    expect(found!.about).toEqual(['far'])
  })
})
