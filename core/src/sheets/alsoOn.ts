import { addViewport, together, viewportsOf, type MakeId } from '../edit'
import { Project, type Change, type Drawing, type Id } from '../records'
import { aimAnywhere, type aimViewport } from './place'
import { drawnAt, frameOf } from './sheet'
import { sheetLayout, standsInField } from './layout'

/** What a drawing needs to be aimed at a sheet. */
export const aimingAt = (
  project: Project,
  sheet: Id,
  drawing: Drawing,
): Omit<Parameters<typeof aimViewport>[0], 'at' | 'smaller'> => {
  const layout = sheetLayout(project, project.need('sheet', sheet))
  return {
    field: layout.field,
    taken: viewportsOf(project, sheet).map((viewport) => frameOf(project, viewport)),
    blocked: standsInField(layout),
    extentAt: (ratio) => drawnAt(project, drawing, ratio).extent(),
    system: project.facts.units.system,
  }
}

/**
 * A change that makes a drawing, with a place for it on a sheet: where there is room, at the largest standard scale that
 * fits.
 */
export function alsoOn(project: Project, change: Change, drawing: Id, sheet: Id, makeId: MakeId): Change {
  // A project of its own, in which the drawing is there already.
  const ahead = new Project([...project.everything()])
  ahead.apply(change)
  const { scale, at, crop } = aimAnywhere(aimingAt(ahead, sheet, ahead.need('drawing', drawing)))
  const placed = addViewport(ahead, { sheet, drawing, scale: scale.ratio, at, crop }, makeId)
  return together(change, placed)
}
