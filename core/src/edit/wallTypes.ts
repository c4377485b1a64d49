import {
  patternNames,
  type Change,
  type Id,
  type Material,
  type Project,
  type Strip,
  type WallType,
} from '../records'
import { copyName, freeName } from './names'
import { dropping, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/** A strip's part: what it was set to, or by its material's priority (structure from 50 on). */
export function partOf(project: Project, strip: Strip): 'structure' | 'finish' {
  return strip.part ?? (project.need('material', strip.material).priority >= 50 ? 'structure' : 'finish')
}

/**
 * A copy of a wall type under a free name, to be changed.
 * @refuses in-the-way, nonsense
 */
export function copyWallType(project: Project, from: Id, makeId: MakeId): { change: Change; type: Id } {
  const model = project.need('wallType', from)
  const type: WallType = { ...model, id: makeId(), name: copyName(project, 'wallType', model.name) }
  return { change: storing(project, type), type: type.id }
}

/**
 * Another name for a wall type.
 * @refuses nonsense, taken, unnamed
 */
export function renameWallType(project: Project, id: Id, name: string): Change {
  const type = project.need('wallType', id)
  return storing(project, { ...type, name: freeName(project, 'wallType', name, id) })
}

/**
 * Other strips for a wall type, from its left side to its right; every wall of the type changes.
 * @refuses bad-value, last, nonsense, too-many
 */
export function setStrips(project: Project, id: Id, strips: readonly Strip[]): Change {
  const type = project.need('wallType', id)
  if (strips.length === 0) throw new EditRefused('last', 'A wall type needs at least one strip.')
  if (strips.length > 20) throw new EditRefused('too-many', 'A wall type has at most 20 strips.')
  for (const strip of strips) {
    project.need('material', strip.material)
    if (!(strip.thickness > 0 && strip.thickness <= 5000))
      throw new EditRefused('bad-value', 'A strip is between 0 and 5 m thick.')
  }
  return storing(project, { ...type, strips: strips.map((strip) => ({ ...strip })) })
}

/**
 * Removes a wall type that no wall is of.
 * @refuses in-use, last, nonsense
 */
export function removeWallType(project: Project, id: Id): Change {
  const type = project.need('wallType', id)
  const used = project.all('wall').filter((wall) => wall.type === id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} wall${used > 1 ? 's are' : ' is'} of the type “${type.name}”. Give ${used > 1 ? 'them' : 'it'} another type first.`,
    )
  if (project.all('wallType').length < 2)
    throw new EditRefused('last', 'A project keeps at least one wall type.')
  return dropping(project, id)
}

/**
 * A new material like another, under a free name.
 * @refuses in-the-way, nonsense
 */
export function copyMaterial(project: Project, from: Id, makeId: MakeId): { change: Change; material: Id } {
  const model = project.need('material', from)
  const material: Material = { ...model, id: makeId(), name: copyName(project, 'material', model.name) }
  return { change: storing(project, material), material: material.id }
}

/**
 * Removes a material that no wall type and no column is of.
 * @refuses in-use, nonsense
 */
export function removeMaterial(project: Project, id: Id): Change {
  const material = project.need('material', id)
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} wall type${used > 1 ? 's and columns are' : ' or column is'} of “${material.name}”. Give ${used > 1 ? 'them' : 'it'} another material first.`,
    )
  return dropping(project, id)
}

/**
 * Facts of a material: its name, priority in joins, patterns, tone, pen. A pen of null takes that of the layer
 * again.
 * @refuses bad-value, nonsense, taken, unnamed
 */
export function setMaterial(
  project: Project,
  id: Id,
  facts: Partial<Omit<Material, 'id' | 'kind' | 'penMm'>> & { readonly penMm?: number | null },
): Change {
  const material = project.need('material', id)
  const name = facts.name === undefined ? material.name : freeName(project, 'material', facts.name, id)
  const { priority = material.priority } = facts
  if (!(Number.isInteger(priority) && priority >= 0 && priority <= 1000))
    throw new EditRefused(
      'bad-value',
      'A priority is a whole number from 0 to 1 000; the higher runs through.',
    )
  if (facts.pattern && !patternNames.includes(facts.pattern))
    throw new EditRefused('bad-value', 'There is no such pattern.')
  const { tone = material.tone, penMm = material.penMm ?? null } = facts
  if (!(tone >= 0 && tone <= 1)) throw new EditRefused('bad-value', 'A tone runs from 0, ink, to 1, paper.')
  const { penMm: _, ...rest } = { ...material, ...facts, name }
  return storing(project, penMm === null ? rest : { ...rest, penMm })
}
