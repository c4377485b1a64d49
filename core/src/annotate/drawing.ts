import type { LevelSolver } from '../building'
import { isDrawn, onLayer, planItems, type PlanLook } from '../derive'
import type { DisplayItem, DisplayList } from '../display'
import type { Drawing, Project } from '../records'
import { layDimension } from './dimension'
import { layLeader, layNote } from './leader'

/** The annotation of a drawing at a scale, in real mm. */
export function annotationItems(
  project: Project,
  drawing: Drawing,
  solver: LevelSolver,
  scale: number,
  printing = false,
): DisplayItem[] {
  const ground = { project, solver }
  const { units } = project.facts
  const items: DisplayItem[] = []
  for (const id of project.dependents(drawing.id)) {
    const record = project.get(id)
    if (!record || !isDrawn(project, record, printing)) continue
    const lay = (made: readonly DisplayItem[]): void =>
      void items.push(...onLayer(project, record, made, scale))
    if (record.kind === 'dimension') lay(layDimension(record, ground, scale, units).items)
    else if (record.kind === 'leader') lay(layLeader(record, ground, scale).items)
    else if (record.kind === 'note') lay(layNote(record, scale))
  }
  return items
}

/** A whole drawing: its derived linework with its annotation on top, in real mm. */
export function drawingList(
  project: Project,
  drawing: Drawing,
  solver: LevelSolver,
  look: PlanLook,
): DisplayList {
  return [
    ...planItems(project, drawing, solver, look),
    ...annotationItems(project, drawing, solver, look.scale, look.printing),
  ]
}
