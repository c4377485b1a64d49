import { usualTitle, type ShippedTitle } from '../library'
import type { AnyRecord, Id, Project, Sheet } from '../records'

/** What of a shipped title block a project lacks: all of it, or nothing. */
export const lackedOf = (project: Project, { block, items }: ShippedTitle): AnyRecord[] =>
  project.find('titleBlock', block.id) ? [] : [block, ...items]

/** What the usual title block of a sheet is, with what of it the project lacks. */
export function usualTitleOf(
  project: Project,
  paper: Pick<Sheet, 'size' | 'orientation'>,
): { titleBlock: Id; lacked: AnyRecord[] } {
  const usual = usualTitle(paper)
  return { titleBlock: usual.block.id, lacked: lackedOf(project, usual) }
}
