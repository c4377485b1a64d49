import { IDENTITY } from '../geometry'
import { standsSomewhere } from '../kinds'
import { Project, type Change, type Id, type Sheet } from '../records'
import { unlocked } from './clipboard'
import { Outcome, storing } from './outcome'
import type { MakeId } from './refusal'
import { nextSheetNumber } from './sheets'
import { copyInto } from './transform'

/**
 * A copy of a sheet with its viewports and all that is drafted on it, under the next number.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function copySheet(project: Project, id: Id, makeId: MakeId): { change: Change; sheet: Id } {
  const from = project.need('sheet', id)
  const sheet: Sheet = {
    ...from,
    id: makeId(),
    number: nextSheetNumber(project),
    revision: '',
    order: Math.max(...project.all('sheet').map((each) => each.order)) + 1,
  }
  const lying = project.dependents(id).filter((each) => standsSomewhere(project.get(each)!.kind))
  if (lying.length === 0) return { change: storing(project, sheet), sheet: sheet.id }
  const bench = unlocked(new Project([...project.everything()]))
  const { copies, groups, told } = copyInto(new Outcome(bench), lying, [IDENTITY], makeId, {
    board: sheet,
    among: project,
  })
  return { change: storing(project, sheet, ...copies, ...groups, ...told), sheet: sheet.id }
}
