import type { Change, Id, Lens, LensRule, LensStatus, Project } from '../records'
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

/** What a lens need not say. */
type Unsaid = 'faces' | 'ink' | 'unseen' | 'statuses'

/** What may be otherwise of a lens; null takes back what it need not say. */
export type LensFacts = Partial<Omit<Lens, 'id' | 'kind' | 'rules' | Unsaid>> & {
  readonly [K in Unsaid]?: Lens[K] | null
}

/**
 * Facts of a lens; boards and viewports that look through it change.
 * @refuses nonsense, taken, unnamed
 */
export function setLens(project: Project, id: Id, facts: LensFacts): Change {
  const lens = project.need('lens', id)
  const name = facts.name === undefined ? lens.name : freeName(project, 'lens', facts.name, id)
  return storing(project, said({ ...lens, ...facts, name }))
}

/** A record without what was taken back. */
const said = (lens: { readonly [K in keyof Lens]: Lens[K] | null }): Lens =>
  Object.fromEntries(Object.entries(lens).filter(([, value]) => value !== null)) as Lens

/**
 * How a lens draws what is existing, removed or new.
 * @refuses nonsense
 */
export function setLensStatus(project: Project, id: Id, statuses: Partial<LensStatus>): Change {
  const lens = project.need('lens', id)
  return storing(project, { ...lens, statuses: { ...statusesOf(lens), ...statuses } })
}

/** How a lens draws parts by what becomes of them: what goes is dashed where nothing else is said. */
export const statusesOf = ({ statuses }: Pick<Lens, 'statuses'>): LensStatus =>
  statuses ?? { existing: 'as it is', removed: 'dashed', new: 'as it is' }

/** Whether two rules are for the same things. */
const isFor = (p: LensRule, q: LensRule): boolean =>
  p.by === 'kind'
    ? q.by === 'kind' && p.kind === q.kind
    : p.by === 'layer'
      ? q.by === 'layer' && p.layer === q.layer
      : q.by === 'level' && p.level === q.level

/**
 * Puts a rule for a kind, a layer or a level into a lens, in the place of the one it has for it. One that says nothing is
 * taken out.
 * @refuses nonsense
 */
export function setLensRule(project: Project, id: Id, rule: LensRule): Change {
  const lens = project.need('lens', id)
  if (rule.by === 'layer') project.need('layer', rule.layer)
  if (rule.by === 'level') project.need('level', rule.level)
  const { rules = [], ...rest } = lens
  const at = rules.findIndex((each) => isFor(each, rule))
  const says = Object.values(rule).filter((value) => value !== undefined).length > 2
  const now = [...rules]
  if (at >= 0) now.splice(at, 1, ...(says ? [rule] : []))
  else if (says) now.push(rule)
  return storing(project, now.length > 0 ? { ...rest, rules: now } : rest)
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
      `${used} drawing${used > 1 ? 's or viewports look' : ' or viewport looks'} through “${lens.name}”. Give ${used > 1 ? 'them' : 'it'} another lens first.`,
    )
  if (project.all('lens').length < 2) throw new EditRefused('last', 'A project keeps at least one lens.')
  return dropping(project, id)
}
