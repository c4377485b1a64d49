import { stripPart, typeThickness } from '../building'
import {
  patternNames,
  type AnyRecord,
  type Change,
  type Id,
  type Material,
  type PlateType,
  type Project,
  type Roof,
  type Slab,
  type Strip,
  type WallType,
} from '../records'
import { copyName, freeName } from './names'
import { dropping, refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/** A strip's part: what it was set to, or by its material's priority. */
export const partOf = (project: Project, strip: Strip): 'structure' | 'finish' =>
  stripPart(strip, project.need('material', strip.material))

/** Types made of strips: of walls from their left side, of floors, roofs and ceilings from their top. */
export type StripKind = 'wallType' | 'plateType'
type StripType = WallType | PlateType

const WORDS = {
  wallType: { a: 'A wall type', one: 'wall', many: 'walls' },
  plateType: { a: 'A type of floors and roofs', one: 'floor or roof', many: 'floors and roofs' },
} as const

const typeOf = (project: Project, id: Id): StripType =>
  project.find('plateType', id) ?? project.need('wallType', id)

/**
 * A copy of a type of walls, or of floors and roofs, under a free name, to be changed.
 * @refuses in-the-way, nonsense
 */
export function copyStripType(project: Project, from: Id, makeId: MakeId): { change: Change; type: Id } {
  const model = typeOf(project, from)
  const type: StripType = { ...model, id: makeId(), name: copyName(project, model.kind, model.name) }
  return { change: storing(project, type), type: type.id }
}

/**
 * A type of floors and roofs to begin with: of the strongest material.
 * @refuses in-the-way, nonsense, nothing
 */
export function addPlateType(project: Project, makeId: MakeId): { change: Change; type: Id } {
  const [strongest] = project.all('material').sort((p, q) => q.priority - p.priority)
  if (!strongest) throw new EditRefused('nothing', 'There is no material yet.')
  const type: PlateType = {
    id: makeId(),
    kind: 'plateType',
    name: copyName(project, 'plateType', strongest.name),
    strips: [{ material: strongest.id, thickness: 200 }],
  }
  return { change: storing(project, type), type: type.id }
}

/**
 * Another name for a type of walls, or of floors and roofs.
 * @refuses nonsense, taken, unnamed
 */
export function renameStripType(project: Project, id: Id, name: string): Change {
  const type = typeOf(project, id)
  return storing(project, { ...type, name: freeName(project, type.kind, name, id) })
}

/**
 * Other strips for a type: of a wall from its left side to its right, of a floor or roof from its top down. Everything of
 * the type changes; floors keep their top, roofs their underside.
 * @refuses bad-value, last, nonsense, too-many, wrong-kind
 */
export function setStrips(project: Project, id: Id, strips: readonly Strip[]): Change {
  const type = typeOf(project, id)
  const { a } = WORDS[type.kind]
  if (strips.length === 0) throw new EditRefused('last', `${a} needs at least one strip.`)
  if (strips.length > 20) throw new EditRefused('too-many', `${a} has at most 20 strips.`)
  for (const strip of strips) {
    project.need('material', strip.material)
    if (!(strip.thickness > 0 && strip.thickness <= 5000))
      throw new EditRefused('bad-value', 'A strip is between 0 and 5 m thick.')
    const { foot = -Infinity, head = Infinity } = strip
    if (!(head > foot)) throw new EditRefused('bad-value', 'A strip ends higher than it begins.')
    if (type.kind === 'plateType' && (Number.isFinite(foot) || Number.isFinite(head) || strip.turnsIn))
      throw new EditRefused('wrong-kind', 'Only strips of walls begin, end and turn in by themselves.')
  }
  const made = { ...type, strips: strips.map((strip) => ({ ...strip })) }
  if (made.kind === 'wallType') return storing(project, made)
  const total = typeThickness(made)
  if (!(total <= THICKEST)) throw new EditRefused('bad-value', 'A floor or roof is at most 5 m thick.')
  const users = project.dependents(id).flatMap((user) => project.get(user) ?? [])
  return storing(
    project,
    made,
    ...users.flatMap((user): AnyRecord[] =>
      user.kind === 'slab' || user.kind === 'roof' ? [thickAs(made, user)] : [],
    ),
  )
}

/** The thickest floor or roof, mm. */
const THICKEST = 5000

/** A floor or roof as thick as a type: floors upright, roofs square to their slope. */
function thickAs<P extends Slab | Roof>(type: PlateType, plate: P): P {
  const total = typeThickness(type)
  if (plate.kind === 'slab') return { ...plate, thickness: total }
  return { ...plate, fascia: total / (plate.form === 'flat' ? 1 : Math.cos(plate.pitch)) }
}

/** A floor or roof as thick as what it is made of; one that is made of nothing in particular as it is. */
export function asThickAs<P extends Slab | Roof>(project: Project, plate: P): P {
  return plate.type === undefined ? plate : thickAs(project.need('plateType', plate.type), plate)
}

/**
 * Gives floors or roofs a type; null: of nothing in particular, as thick as they are.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function setPlateType(project: Project, ids: readonly Id[], type: Id | null): Change {
  refuseLocked(project, ids)
  const made = ids.map((id): AnyRecord => {
    const record = project.get(id)
    if (record?.kind !== 'slab' && record?.kind !== 'roof')
      throw new EditRefused('wrong-kind', 'Only floors, roofs and ceilings have such a type.')
    const { type: _, ...rest } = record
    if (type === null) return rest as AnyRecord
    return asThickAs(project, { ...record, type })
  })
  return storing(project, ...made)
}

/**
 * Removes a type that nothing is of.
 * @refuses in-use, last, nonsense
 */
export function removeStripType(project: Project, id: Id): Change {
  const type = typeOf(project, id)
  const { one, many } = WORDS[type.kind]
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} ${used > 1 ? `${many} are` : `${one} is`} of the type “${type.name}”. Give ${used > 1 ? 'them' : 'it'} another type first.`,
    )
  if (type.kind === 'wallType' && project.all('wallType').length < 2)
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
 * Removes a material that no type and no column is of.
 * @refuses in-use, nonsense
 */
export function removeMaterial(project: Project, id: Id): Change {
  const material = project.need('material', id)
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} type${used > 1 ? 's and columns are' : ' or column is'} of “${material.name}”. Give ${used > 1 ? 'them' : 'it'} another material first.`,
    )
  return dropping(project, id)
}

/** What may be otherwise of a material; null takes a fact away that it can do without. */
export type MaterialFacts = Partial<Omit<Material, 'id' | 'kind' | MaterialChoice>> & {
  readonly [K in MaterialChoice]?: Material[K] | null
}
type MaterialChoice = 'penMm' | 'colour' | 'faceColour'

/**
 * Facts of a material: its name, priority in joins, patterns, tone, colours, pen. A pen of null takes that of the layer
 * again; without colours it has tones.
 * @refuses bad-value, nonsense, taken, unnamed
 */
export function setMaterial(project: Project, id: Id, facts: MaterialFacts): Change {
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
  const { colour = material.colour ?? null, faceColour = material.faceColour ?? null, ...others } = facts
  const { penMm: _, colour: __, faceColour: ___, ...rest } = { ...material, ...others, name }
  return storing(project, {
    ...rest,
    ...(penMm === null ? {} : { penMm }),
    ...(colour === null ? {} : { colour }),
    ...(faceColour === null ? {} : { faceColour }),
  })
}
