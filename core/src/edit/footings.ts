import { wallAxis } from '../building'
import { pathLength, pathOf } from '../geometry'
import type { Change, Id, PadFooting, Project, StripFooting, Wall } from '../records'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

/** What a footing is like; the depth counts for pads alone. */
export type FootingFacts = Omit<PadFooting, 'depth'> & {
  readonly depth?: number
  /** Of strips alone: from a distance along the wall on they lie at another height. */
  readonly steps?: readonly FootingStep[]
}
type FootingStep = NonNullable<StripFooting['steps']>[number]

/**
 * Puts walls and columns on footings: strips beneath walls, pads beneath columns; null takes them away. What is left out of
 * `facts` stays as it is.
 * @refuses bad-value, gone, locked, no-size, nonsense, nothing, wrong-kind
 */
export function setFooting(
  project: Project,
  ids: readonly Id[],
  facts: Partial<FootingFacts> | null,
): Change {
  refuseLocked(project, ids)
  if (ids.length === 0) throw new EditRefused('nothing', 'Select the walls or columns first.')
  const made = ids.map((id) => {
    const record = project.get(id)
    if (record?.kind !== 'wall' && record?.kind !== 'column')
      throw new EditRefused('wrong-kind', 'Only walls and columns stand on footings.')
    const { footing: before, ...rest } = record
    if (facts === null) return rest as typeof record
    const {
      width,
      thickness,
      bottom,
      material,
      depth = width,
      steps = [],
    }: FootingFacts = {
      ...usualFooting(project),
      ...before,
      ...facts,
    }
    for (const size of [width, thickness, depth])
      if (!(size > 0)) throw new EditRefused('no-size', 'A footing has some width and some thickness.')
    if (!Number.isFinite(bottom)) throw new EditRefused('bad-value', 'Type how high its underside lies.')
    const footing = { width, thickness, bottom, material }
    if (record.kind === 'column') return { ...record, footing: { ...footing, depth } }
    refuseSteps(record, steps)
    return { ...record, footing: steps.length > 0 ? { ...footing, steps: [...steps] } : footing }
  })
  return storing(project, ...made)
}

function refuseSteps(wall: Wall, steps: readonly FootingStep[]): void {
  const length = pathLength(pathOf([wallAxis(wall)], false))
  steps.forEach(({ along, bottom }, i) => {
    if (!(along > (steps[i - 1]?.along ?? 0) && along < length))
      throw new EditRefused('bad-value', 'Steps of a footing follow each other along its wall.')
    if (!Number.isFinite(bottom))
      throw new EditRefused('bad-value', 'Type how high its underside lies from there on.')
  })
}

/**
 * What a new footing is like: 600 wide and 250 thick, or 24 by 10 inches, a metre or 40 inches deep.
 * @refuses nothing
 */
export function usualFooting(project: Project): FootingFacts {
  const isMetric = project.facts.units.system === 'metric'
  const [strongest] = project.all('material').sort((p, q) => q.priority - p.priority)
  const material = project.find('material', 'material-concrete') ?? strongest
  if (!material) throw new EditRefused('nothing', 'There is no material yet.')
  return isMetric
    ? { width: 600, thickness: 250, bottom: -1000, material: material.id }
    : { width: 24 * 25.4, thickness: 10 * 25.4, bottom: -40 * 25.4, material: material.id }
}
