import type { Change, Id, OpeningMake, OpeningType, Project } from '../records'
import { copyName, freeName } from './names'
import { dropping, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/**
 * A new type of door or window like another, under a free name.
 * @refuses in-the-way, nonsense
 */
export function copyOpeningType(project: Project, from: Id, makeId: MakeId): { change: Change; type: Id } {
  const model = project.need('openingType', from)
  const type: OpeningType = { ...model, id: makeId(), name: copyName(project, 'openingType', model.name) }
  return { change: storing(project, type), type: type.id }
}

/**
 * Removes a type that no door or window is of.
 * @refuses in-use, nonsense
 */
export function removeOpeningType(project: Project, id: Id): Change {
  const type = project.need('openingType', id)
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} opening${used > 1 ? 's are' : ' is'} of the type “${type.name}”. Give ${used > 1 ? 'them' : 'it'} another type first.`,
    )
  return dropping(project, id)
}

/**
 * Facts of a type; every opening of it is drawn anew.
 * @refuses bad-value, no-size, nonsense, taken, unnamed, wrong-kind
 */
export function setOpeningType(
  project: Project,
  id: Id,
  facts: Partial<Omit<OpeningType, 'id' | 'kind' | 'fit'>>,
): Change {
  const type = project.need('openingType', id)
  const name = facts.name === undefined ? type.name : freeName(project, 'openingType', facts.name, id)
  const made: OpeningType = { ...type, ...facts, name }
  if (!(made.width > 0)) throw new EditRefused('no-size', 'A door or window needs some width.')
  if (!(made.head > made.sill)) throw new EditRefused('bad-value', 'The head lies above the sill.')
  if (!suits(type.fit, made.make))
    throw new EditRefused(
      'wrong-kind',
      `A ${type.fit === 'gap' ? 'plain opening' : type.fit} is not made like that.`,
    )
  return storing(project, made)
}

/** Whether something of a fit can be made in a form: windows are glazed, doors are not, openings have no leaf. */
export const suits = (fit: OpeningType['fit'], make: OpeningMake): boolean =>
  fit === 'window' ? make.form === 'glazed' : fit === 'gap' ? make.form === 'cased' : make.form !== 'glazed'

/** How each form is made at first, when another form is chosen for a type. */
export const FORMS: Record<OpeningMake['form'], OpeningMake> = {
  hinged: { form: 'hinged', leaves: 1, share: 0.5, leaf: 40, swing: Math.PI / 2, threshold: false },
  sliding: { form: 'sliding', panels: 1, runs: 'in front', leaf: 40, threshold: false },
  folding: { form: 'folding', panels: 4, leaf: 40, threshold: false },
  revolving: { form: 'revolving', wings: 4 },
  'up and over': { form: 'up and over', leaf: 50 },
  cased: { form: 'cased', lined: true },
  glazed: { form: 'glazed', lights: [{ opens: 'fixed', part: 1 }], mullion: 60, transom: null },
}
