import { extentOf, itemExtent } from '../display'
import { EditRefused, moveItems, viewportsOf } from '../edit'
import { boxHeight, boxHolds, boxWidth, growBox, joinBoxes, type Box, type Point } from '../geometry'
import { sheetExtent } from '../library'
import type { Change, Id, Project, Sheet, Viewport } from '../records'
import { VIEWPORT_MARGIN, frameOf, labelOf, sheetLayout, sheetPictureOf, standsInField } from '../sheets'
import type { Found } from './matter'

/** Boxes that lie over each other by less than this only touch, mm on paper. */
const TOUCH = 1

interface Standing {
  readonly viewport: Viewport
  /** What it takes, without the room around what it shows, and its label. */
  readonly boxes: readonly Box[]
}

/** What does not lie on a sheet as it should: viewports over its edge, its title block or each other, lettering beyond it. */
export function onSheetMatters(project: Project, sheet: Sheet): Found[] {
  const standing = viewportsOf(project, sheet.id).map((viewport): Standing => {
    const frame = frameOf(project, viewport)
    const box = viewport.cropped ? frame : growBox(frame, -VIEWPORT_MARGIN)
    return { viewport, boxes: [box, extentOf(labelOf(project, viewport, frame))] }
  })
  return [
    ...standing.flatMap((each) => astray(project, sheet, each) ?? []),
    ...standing.flatMap((each, i) => standing.slice(i + 1).flatMap((other) => over(each, other) ?? [])),
    ...lettersBeyond(project, sheet),
  ]
}

function astray(project: Project, sheet: Sheet, { viewport, boxes }: Standing): Found | null {
  const { frame, titleBlock } = sheetLayout(project, sheet)
  const isBeyond = boxes.some((box) => !boxHolds(growBox(frame, TOUCH), box))
  if (!isBeyond && !(titleBlock && boxes.some((box) => isOver(box, titleBlock)))) return null
  const { id, number, locked, at } = viewport
  const found: Found = {
    stage: 'compose',
    key: `astray ${id}`,
    text: isBeyond
      ? `Viewport ${number} reaches beyond the frame of the sheet.`
      : `Viewport ${number} lies over the title block.`,
    about: [id],
    at,
  }
  return locked ? found : { ...found, mend: (now) => movedOnto(now, id) }
}

/** Moves a viewport the least way into the field of its sheet. */
function movedOnto(project: Project, id: Id): Change {
  const viewport = project.need('viewport', id)
  const layout = sheetLayout(project, project.need('sheet', viewport.sheet))
  const { field } = layout
  const frame = frameOf(project, viewport)
  const box = joinBoxes(frame, extentOf(labelOf(project, viewport, frame)))
  if (boxWidth(box) > boxWidth(field) || boxHeight(box) > boxHeight(field))
    throw new EditRefused(
      'in-the-way',
      `Viewport ${viewport.number} is larger than the room on its sheet. Choose a smaller scale, crop it, or take a larger sheet.`,
    )
  const into = (low: number, high: number, least: number, most: number): number =>
    low < least ? least - low : high > most ? most - high : 0
  const by = {
    x: into(box.minX, box.maxX, field.minX, field.maxX),
    y: into(box.minY, box.maxY, field.minY, field.maxY),
  }
  // Beside a title block in the corner, or above it, whichever is nearer and within the field.
  for (const stands of standsInField(layout)) {
    const there = shifted(box, by)
    if (!isOver(there, stands)) continue
    const [left, up] = [stands.minX - there.maxX, stands.maxY - there.minY]
    if (there.maxY + up <= field.maxY && (up <= -left || there.minX + left < field.minX)) by.y += up
    else if (there.minX + left >= field.minX) by.x += left
  }
  return moveItems(project, [id], by)
}

const shifted = (box: Box, { x, y }: Point): Box => ({
  minX: box.minX + x,
  maxX: box.maxX + x,
  minY: box.minY + y,
  maxY: box.maxY + y,
})

const isOver = (p: Box, q: Box): boolean =>
  Math.min(p.maxX, q.maxX) - Math.max(p.minX, q.minX) > TOUCH &&
  Math.min(p.maxY, q.maxY) - Math.max(p.minY, q.minY) > TOUCH

const over = (one: Standing, other: Standing): Found | null =>
  one.boxes.some((box) => other.boxes.some((each) => isOver(box, each)))
    ? {
        stage: 'compose',
        key: `over ${one.viewport.id} ${other.viewport.id}`,
        text: `Viewports ${one.viewport.number} and ${other.viewport.number} lie over each other.`,
        about: [one.viewport.id, other.viewport.id],
        at: other.viewport.at,
      }
    : null

/** Lettering of the sheet itself that is not all on it. */
function lettersBeyond(project: Project, sheet: Sheet): Found[] {
  const { width, height } = sheetExtent(sheet)
  const paper: Box = { minX: 0, minY: 0, maxX: width, maxY: height }
  const ids = new Set<Id>()
  let at: Found['at'] = null
  for (const { source, items } of sheetPictureOf(project, sheet).parts()) {
    if (source === null || project.get(source)?.kind === 'viewport') continue
    for (const item of items) {
      if (item.kind !== 'text' || boxHolds(paper, itemExtent(item))) continue
      ids.add(source)
      at ??= { x: item.x, y: item.y }
    }
  }
  if (ids.size === 0) return []
  return [
    {
      stage: 'compose',
      key: 'letters beyond',
      text: `${ids.size === 1 ? '1 lettering reaches' : `${ids.size} letterings reach`} beyond the sheet.`,
      about: [...ids],
      at,
    },
  ]
}
