import { STANDARD_LINE_TYPES } from '../library'
import type { Change, Id, LineType, Project } from '../records'
import { freeName } from './names'
import { dropping, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/** The longest dash or gap, paper mm. */
const LONGEST = 200

/**
 * Dashes and gaps in turn on paper from numbers typed with spaces, commas or semicolons between them, as in
 * `7 1 0.3 1`. Nothing typed is a continuous line. Refuses what no line can be drawn from.
 * @refuses bad-value, no-size, too-many
 */
export function readDashes(text: string): number[] {
  const words = text.trim().split(/[\s,;]+/).filter(Boolean) // prettier-ignore
  const dashes = words.map(Number)
  if (dashes.some((mm) => !Number.isFinite(mm)))
    throw new EditRefused(
      'bad-value',
      'Type dashes and gaps in turn, in mm on paper, with spaces between: 7 1 0.3 1.',
    )
  if (dashes.length % 2 !== 0)
    throw new EditRefused('bad-value', 'Dashes and gaps come in pairs: after each dash its gap.')
  if (dashes.length > 12) throw new EditRefused('too-many', 'A line type has at most six dashes.')
  if (dashes.some((mm, i) => mm < 0 || mm > LONGEST || (i % 2 === 1 && mm < 0.1)))
    throw new EditRefused('bad-value', 'A dash is up to 200 mm long on paper, a gap from 0.1 to 200 mm.')
  if (dashes.length > 0 && dashes.every((mm, i) => i % 2 === 1 || mm < 0.05))
    throw new EditRefused('no-size', 'At least one dash needs some length.')
  return dashes
}

/**
 * A new line type, to begin with in even dashes.
 * @refuses in-the-way, nonsense, taken, unnamed
 */
export function addLineType(
  project: Project,
  name: string,
  makeId: MakeId,
): { change: Change; lineType: Id } {
  const made: LineType = {
    id: makeId(),
    kind: 'lineType',
    name: freeName(project, 'lineType', name, null),
    dashesPaperMm: [2, 1],
  }
  return { change: storing(project, made), lineType: made.id }
}

/**
 * Another name or other dashes for a line type; everything drawn with it changes.
 * @refuses bad-value, no-size, nonsense, taken, too-many, unnamed
 */
export function setLineType(
  project: Project,
  id: Id,
  facts: { readonly name?: string; readonly dashes?: string },
): Change {
  const type = project.need('lineType', id)
  const name = facts.name === undefined ? type.name : freeName(project, 'lineType', facts.name, id)
  const dashesPaperMm = facts.dashes === undefined ? type.dashesPaperMm : readDashes(facts.dashes)
  return storing(project, { ...type, name, dashesPaperMm })
}

/**
 * Removes a line type that nothing is drawn with.
 * @refuses in-use, nonsense, shipped
 */
export function removeLineType(project: Project, id: Id): Change {
  const type = project.need('lineType', id)
  if (STANDARD_LINE_TYPES.some((each) => each.id === id))
    throw new EditRefused('shipped', `“${type.name}” comes with the program and stays. It can be changed.`)
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} layer${used > 1 ? 's and things are' : ' or thing is'} drawn with “${type.name}”. Give ${used > 1 ? 'them' : 'it'} another line type first.`,
    )
  return dropping(project, id)
}
