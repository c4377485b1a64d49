import { isSameScale, sheetSet, type Id, type Project, type Sheet, type Viewport } from '../records'

/** A viewport of a drawing with the sheet it stands on. */
export interface ViewportOn {
  readonly viewport: Viewport
  readonly sheet: Sheet
}

/** A scale at which a drawing stands on sheets, and in which viewports, in the order of the set. */
export interface ScaleInUse {
  /** Real mm to one paper mm. */
  readonly scale: number
  readonly seen: readonly ViewportOn[]
}

/** The scales at which a drawing stands on sheets, the largest drawing first. */
export function scalesInUse(project: Project, drawing: Id): ScaleInUse[] {
  const found: { scale: number; seen: ViewportOn[] }[] = []
  for (const sheet of sheetSet(project))
    for (const id of project.dependents(sheet.id)) {
      const viewport = project.find('viewport', id)
      if (viewport?.drawing !== drawing) continue
      const same = found.find(({ scale }) => isSameScale(scale, viewport.scale))
      if (same) same.seen.push({ viewport, sheet })
      else found.push({ scale: viewport.scale, seen: [{ viewport, sheet }] })
    }
  for (const { seen } of found)
    seen.sort((p, q) => p.sheet.order - q.sheet.order || p.viewport.number - q.viewport.number)
  return found.sort((p, q) => p.scale - q.scale)
}

/** A viewport as it is called in a list: "A-101, 2". */
export const viewportName = ({ viewport, sheet }: ViewportOn): string => `${sheet.number}, ${viewport.number}`
