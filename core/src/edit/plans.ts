import { PLAN_KINDS, type PlanKindName } from '../library'
import { asStored, type Path } from '../geometry'
import type { Change, DrawingOf, Id, Project } from '../records'
import { storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { freeTitle } from './viewNames'

type Plan = DrawingOf<'plan'>

/**
 * Another plan of a level, of a kind.
 * @refuses in-the-way, nonsense
 */
export function addPlan(
  project: Project,
  input: { readonly level: Id; readonly kind: PlanKindName; readonly scale?: number },
  makeId: MakeId,
): { change: Change; drawing: Id } {
  const level = project.need('level', input.level)
  const kind = PLAN_KINDS[input.kind]
  const plan: Plan = {
    id: makeId(),
    kind: 'drawing',
    view: 'plan',
    name: freeTitle(project, kind.title(level)),
    level: level.id,
    readingScale: input.scale ?? kind.scale[project.facts.units.system],
    ...kind.cut(level),
    ...(kind.lens !== null && project.find('lens', kind.lens) ? { lens: kind.lens } : {}),
  }
  return { change: storing(project, plan), drawing: plan.id }
}

/**
 * Changes how a plan is cut, and how far it sees. What is given as undefined is as the level says from now on.
 * @refuses bad-value, nonsense, wrong-kind
 */
export function setPlanCut(
  project: Project,
  id: Id,
  facts: { readonly [F in 'cutHeight' | 'down' | 'up']?: Plan[F] | undefined },
): Change {
  return keptPlan(project, { ...planOf(project, id), ...facts })
}

/**
 * A place of a plan that is cut at another height.
 * @refuses bad-value, nonsense, too-many, wrong-kind
 */
export function addCutArea(project: Project, id: Id, outline: Path, cutHeight: number): Change {
  const plan = planOf(project, id)
  const areas = [...(plan.areas ?? []), { outline: asStored(outline), cutHeight }]
  if (areas.length > MOST_AREAS)
    throw new EditRefused('too-many', `A plan has at most ${MOST_AREAS} places cut at another height.`)
  return keptPlan(project, { ...plan, areas })
}
const MOST_AREAS = 50

/**
 * Cuts a place of a plan at another height, or with null as the rest of the plan.
 * @refuses bad-value, nonsense, nothing, wrong-kind
 */
export function setCutArea(project: Project, id: Id, index: number, cutHeight: number | null): Change {
  const plan = planOf(project, id)
  const { areas = [] } = plan
  if (!areas[index]) throw new EditRefused('nothing', 'This place is cut as the rest of the plan already.')
  return keptPlan(project, {
    ...plan,
    areas: areas.flatMap((area, i) =>
      i !== index ? [area] : cutHeight === null ? [] : [{ ...area, cutHeight }],
    ),
  })
}

function planOf(project: Project, id: Id): Plan {
  const drawing = project.need('drawing', id)
  if (drawing.view !== 'plan')
    throw new EditRefused('wrong-kind', 'Only plans are cut at a height of their own.')
  return drawing
}

type Loose<T> = { readonly [K in keyof T]: T[K] | undefined }

function keptPlan(project: Project, plan: Loose<Plan>): Change {
  const level = project.need('level', plan.level!)
  const { cutHeight = level.cutHeight, down, up, areas = [] } = plan
  if (![cutHeight, ...areas.map((area) => area.cutHeight)].every(Number.isFinite))
    throw new EditRefused('bad-value', 'Type the height above the floor at which the plan is cut.')
  if (up !== undefined && !(up >= cutHeight))
    throw new EditRefused('bad-value', 'A plan sees up from its cut: that is below it.')
  if (down !== undefined && !(-down <= cutHeight))
    throw new EditRefused('bad-value', 'A plan sees down from its cut: that is above it.')
  const made = Object.fromEntries(
    Object.entries({ ...plan, areas: areas.length > 0 ? areas : undefined }).filter(
      ([, value]) => value !== undefined,
    ),
  )
  return storing(project, made as unknown as Plan)
}
