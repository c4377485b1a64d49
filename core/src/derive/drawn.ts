import { layerOf } from '../library'
import type { AnyRecord, Project } from '../records'

/** Whether a record is drawn: its layer is shown, and prints if this is for paper. */
export function isDrawn(project: Project, record: AnyRecord, printing: boolean): boolean {
  const { shown, printed } = layerOf(project, record)
  return shown && (printed || !printing)
}
