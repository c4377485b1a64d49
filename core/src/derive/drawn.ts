import { layerOf } from '../library'
import type { AnyRecord, Project } from '../records'
import { mannerOf, type Telling } from '../views'

/**
 * Whether a record is drawn: its layer is shown, the look leaves it in, and it is not set aside, or, for paper, its layer
 * prints.
 */
export function isDrawn(project: Project, record: AnyRecord, look: Telling): boolean {
  const { shown, printed } = layerOf(project, record)
  if (!shown || !(look.printing ? printed : !project.setAside.has(record.id))) return false
  return mannerOf(project, record, look).shown
}
