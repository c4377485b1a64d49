import { PLAIN_LOOK, sceneOf } from '../derive'
import type { DisplayList } from '../display'
import { gather, type LibraryRecord } from '../edit'
import { Project, type DrawingOf, type KeptDetail, type ProjectFacts } from '../records'
import { drawingList } from './drawing'

/**
 * A kept detail as it is drawn, in real mm.
 * @param library what it is made of: blocks, layers, styles and materials, and more
 */
export function detailPicture(
  kept: KeptDetail,
  library: Iterable<LibraryRecord>,
  facts: ProjectFacts,
): DisplayList {
  const drawing: DrawingOf<'detail'> = {
    ...{ id: kept.id, kind: 'drawing', view: 'detail', name: kept.name, mark: '1' },
    readingScale: kept.scale,
  }
  const needed = gather([...library, kept], [kept.id]).filter(({ id }) => id !== kept.id)
  const project = new Project([facts, ...needed, drawing, ...kept.items])
  return drawingList(sceneOf(project, drawing), { ...PLAIN_LOOK, scale: kept.scale })
}
