import { boxHeight, boxWidth, type Box } from '../geometry'
import type { Project, Sheet, TitleBlock } from '../records'
import { frameOn, type Paper } from '../library'

/** What of a sheet is for what, paper mm from its lower left corner. */
export interface SheetLayout {
  readonly frame: Box
  /** Null: there is none. */
  readonly titleBlock: Box | null
  /** For viewports; a title block in the corner stands in it. */
  readonly field: Box
}

/** The title block of a sheet; null: it has none. */
export const titleBlockOf = (
  project: Project,
  { titleBlock }: Pick<Sheet, 'titleBlock'>,
): TitleBlock | null => (titleBlock === undefined ? null : project.need('titleBlock', titleBlock))

/** What of a paper with a title block is for what. */
export function layoutWith(paper: Paper, block: TitleBlock | null): SheetLayout {
  const frame = frameOn(paper, block)
  if (!block) return { frame, titleBlock: null, field: frame }
  const left = frame.maxX - Math.min(block.width, boxWidth(frame))
  const top = frame.minY + Math.min(block.height, boxHeight(frame))
  switch (block.stands) {
    case 'side':
      return { frame, titleBlock: { ...frame, minX: left }, field: { ...frame, maxX: left } }
    case 'foot':
      return { frame, titleBlock: { ...frame, maxY: top }, field: { ...frame, minY: top } }
    case 'corner':
      return { frame, titleBlock: { ...frame, minX: left, maxY: top }, field: frame }
  }
}

/** What of a sheet is for what. */
export const sheetLayout = (project: Project, sheet: Sheet): SheetLayout =>
  layoutWith(sheet, titleBlockOf(project, sheet))

/** What stands in the field of a sheet besides viewports: a title block in its corner. */
export const standsInField = ({ titleBlock, field }: SheetLayout): readonly Box[] =>
  titleBlock && titleBlock.minX < field.maxX && titleBlock.minY < field.maxY && titleBlock.maxY > field.minY
    ? [titleBlock]
    : []
