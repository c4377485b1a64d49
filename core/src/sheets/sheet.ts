import { drawingList } from '../annotate'
import { lookThrough, sceneOf } from '../derive'
import { lensOf } from '../library'
import { extentOf, type DisplayItem, type DisplayList, type PatternMaker } from '../display'
import type { Box } from '../geometry'
import { viewportsOf } from '../edit'
import type { Drawing, Id, Project, Sheet } from '../records'
import { scaleName } from '../units'
import { titleBlockItems, titleFields } from './titleBlock'
import { labelItems, shownBox, viewportFrame, viewportMap } from './viewport'

/** A drawing at a scale with the box around it. */
export interface ScaledDrawing {
  readonly items: DisplayList
  readonly extent: Box
}

/** Gives drawings at scales; callers that draw often keep what they were given. */
export type DrawingSource = (drawing: Drawing, scale: number, lens?: Id) => ScaledDrawing

/** A source that draws anew each time. */
export function drawingSource(project: Project, patterns?: PatternMaker): DrawingSource {
  return (drawing, scale, lens) => {
    const items = drawingList(
      sceneOf(project, drawing),
      lookThrough(lensOf(project, lens), scale, { printing: true, ...(patterns ? { patterns } : {}) }),
    )
    return { items, extent: extentOf(items) }
  }
}

/** A whole sheet in paper mm from its lower left corner: frame, title block, viewports with their labels. */
export function sheetItems(project: Project, sheet: Sheet, source: DrawingSource): DisplayList {
  const viewports = viewportsOf(project, sheet.id)
  const { units } = project.facts
  const items: DisplayItem[] = []
  for (const viewport of viewports) {
    const drawing = project.need('drawing', viewport.drawing)
    const scaled = source(drawing, viewport.scale, viewport.lens)
    items.push({
      kind: 'group',
      map: viewportMap(viewport),
      clip: shownBox(viewport, scaled.extent),
      items: scaled.items,
      source: viewport.id,
    })
    items.push(
      ...labelItems(
        viewportFrame(viewport, scaled.extent),
        viewport.number,
        viewport.title || drawing.name,
        scaleName(viewport.scale, units.system),
        viewport.id,
      ),
    )
  }
  items.push(...titleBlockItems(sheet, titleFields(project.facts, sheet, viewports)))
  return items
}

/** The sheets of a project in the order of the set. */
export const sheetSet = (project: Project): Sheet[] =>
  project.all('sheet').sort((p, q) => p.order - q.order || (p.number < q.number ? -1 : 1))
