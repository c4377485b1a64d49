import type { Change, Id, Lens, Project } from '../records'
import { copyName, freeName } from './names'
import { dropping, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/**
 * A new lens like another, under a free name.
 * @refuses in-the-way, nonsense
 */
export function copyLens(project: Project, from: Id, makeId: MakeId): { change: Change; lens: Id } {
  const model = project.need('lens', from)
  const order = Math.max(...project.all('lens').map((lens) => lens.order)) + 1
  const lens: Lens = { ...model, id: makeId(), name: copyName(project, 'lens', model.name), order }
  return { change: storing(project, lens), lens: lens.id }
}

/**
 * Facts of a lens; boards and viewports that look through it change.
 * @refuses nonsense, taken, unnamed
 */
export function setLens(project: Project, id: Id, facts: Partial<Omit<Lens, 'id' | 'kind'>>): Change {
  const lens = project.need('lens', id)
  const name = facts.name === undefined ? lens.name : freeName(project, 'lens', facts.name, id)
  return storing(project, { ...lens, ...facts, name })
}

/**
 * Removes a lens that no viewport looks through.
 * @refuses in-use, last, nonsense
 */
export function removeLens(project: Project, id: Id): Change {
  const lens = project.need('lens', id)
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} viewport${used > 1 ? 's look' : ' looks'} through “${lens.name}”. Give ${used > 1 ? 'them' : 'it'} another lens first.`,
    )
  if (project.all('lens').length < 2) throw new EditRefused('last', 'A project keeps at least one lens.')
  return dropping(project, id)
}
