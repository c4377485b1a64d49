import { draftField, edgeEntry, type DraftField, type FieldMore, sceneOf } from '../derive'
import { boxCorners, straight, type Box, type Edge } from '../geometry'
import type { Id, Project, Sheet, TitleBlock } from '../records'
import { layoutWith, sheetLayout } from './layout'

const sides = (box: Box): Edge[] => {
  const corners = boxCorners(box)
  return corners.map((corner, i) => straight(corner, corners[(i + 1) % corners.length]!))
}

/** A box that is snapped to by its corners and sides. */
const framed = (id: Id, box: Box): FieldMore => ({
  id,
  source: {
    from: [box.minX, box.minY, box.maxX, box.maxY],
    make: () => ({ edges: sides(box).map((edge) => edgeEntry(edge, 'block', id)), spots: [] }),
  },
})

/** What is snapped to on a title block, paper mm: what is drafted there, and the frame it stands in. */
export function titleField(project: Project, block: TitleBlock): DraftField {
  const { frame, titleBlock } = layoutWith(block, block)
  return draftField(sceneOf(project, block), [
    framed(`${block.id}-frame`, frame),
    ...(titleBlock ? [framed(`${block.id}-title`, titleBlock)] : []),
  ])
}

/**
 * What is snapped to on a sheet, paper mm: what is drafted there, the frames of its viewports as they are now, its
 * own frame and its title block.
 */
export function sheetField(
  project: Project,
  sheet: Sheet,
  frames: readonly { readonly id: Id; readonly frame: Box }[],
): DraftField {
  const { frame, titleBlock } = sheetLayout(project, sheet)
  return draftField(sceneOf(project, sheet), [
    ...frames.map(({ id, frame: box }) => framed(id, box)),
    framed(`${sheet.id}-frame`, frame),
    ...(titleBlock ? [framed(`${sheet.id}-title`, titleBlock)] : []),
  ])
}
