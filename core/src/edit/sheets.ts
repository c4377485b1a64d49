import { ROUNDING, normalAngle } from '../geometry'
import type { Change, Id, Project, Sheet, Viewport } from '../records'
import { storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { usualTitleOf } from './usualTitle'

/** The next free drawing number after those of the same beginning: … */
export function nextSheetNumber(project: Project): string {
  const numbers = project.all('sheet').map((sheet) => sheet.number)
  const last = numbers[numbers.length - 1] ?? 'A-100'
  const match = /^(.*?)(\d+)$/.exec(last)
  if (!match) return `${last}-2`
  for (let n = Number(match[2]) + 1; ; n++) {
    const candidate = match[1]! + String(n).padStart(match[2]!.length, '0')
    if (!numbers.includes(candidate)) return candidate
  }
}

/**
 * A new empty sheet of the project's size behind the others.
 * @param drawn the initials of who draws it; empty: as on the sheet before
 * @refuses in-the-way, nonsense
 */
export function addSheet(
  project: Project,
  date: string,
  makeId: MakeId,
  drawn = '',
): { change: Change; sheet: Id } {
  const { sheetSize, orientation } = project.facts
  const sheets = project.all('sheet')
  const last = sheets.sort((p, q) => p.order - q.order)[sheets.length - 1]
  const size = last?.size ?? sheetSize
  const lies = last?.orientation ?? orientation
  const usual = last
    ? { titleBlock: last.titleBlock, lacked: [] }
    : usualTitleOf(project, { size, orientation: lies })
  const sheet: Sheet = {
    id: makeId(),
    kind: 'sheet',
    number: nextSheetNumber(project),
    title: 'Untitled',
    size,
    orientation: lies,
    date,
    drawn: drawn || (last?.drawn ?? ''),
    checked: '',
    revision: '',
    ...(usual.titleBlock === undefined ? {} : { titleBlock: usual.titleBlock }),
    order: (last?.order ?? -1) + 1,
  }
  return { change: storing(project, ...usual.lacked, sheet), sheet: sheet.id }
}

/** The viewports of a sheet by their number. */
export function viewportsOf(project: Project, sheet: Id): Viewport[] {
  return project
    .dependents(sheet)
    .map((id) => project.find('viewport', id))
    .filter((viewport): viewport is Viewport => viewport !== undefined)
    .sort((p, q) => p.number - q.number)
}

/**
 * A drawing placed on a sheet.
 * @refuses in-use, nonsense
 */
export function addViewport(
  project: Project,
  input: Pick<Viewport, 'sheet' | 'drawing' | 'scale' | 'at' | 'crop'>,
  makeId: MakeId,
): Change {
  if (project.find('drawing', input.drawing)?.view === 'block')
    throw new EditRefused('in-use', 'An open block stands on no sheet. Keep its changes first.')
  const numbers = viewportsOf(project, input.sheet).map((viewport) => viewport.number)
  const viewport: Viewport = {
    id: makeId(),
    kind: 'viewport',
    ...input,
    number: Math.max(0, ...numbers) + 1,
    title: '',
    cropped: false,
    locked: false,
  }
  return storing(project, viewport)
}

/**
 * Turns the drawing in a viewport about the middle of its crop, which stays where it is on the sheet; its frame stays upright.
 * @param turn anticlockwise from how it is drawn, radians
 * @refuses locked, nonsense
 */
export function turnViewport(project: Project, id: Id, turn: number): Change {
  const { turn: _before, ...viewport } = project.need('viewport', id)
  if (viewport.locked)
    throw new EditRefused('locked', 'This viewport is locked in its place. Unlock it first.')
  const by = normalAngle(turn)
  return storing(project, Math.abs(by) > ROUNDING ? { ...viewport, turn: by } : viewport)
}
