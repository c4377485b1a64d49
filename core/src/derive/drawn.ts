import { layerOf } from '../library'
import type { AnyRecord, Project } from '../records'

/** Whether a record is drawn: its layer is shown and it is not set aside, or, for paper, its layer prints. */
export function isDrawn(project: Project, record: AnyRecord, printing: boolean): boolean {
  const { shown, printed } = layerOf(project, record)
  return shown && (printing ? printed : !project.setAside.has(record.id))
}
