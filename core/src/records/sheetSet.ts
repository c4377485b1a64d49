import type { Project } from './project'
import type { Sheet, SheetFormat } from './sheet'

/** The sheets of a project in the order of the set. */
export const sheetSet = (project: Project): Sheet[] =>
  project.all('sheet').sort((p, q) => p.order - q.order || (p.number < q.number ? -1 : 1))

/** What a size is called: "A1", "ARCH D", "600 × 900 mm". */
export const formatName = (size: SheetFormat): string =>
  typeof size === 'string' ? size : `${size.short} × ${size.long} mm`
