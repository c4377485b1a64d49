import type { Path } from '../geometry'
import { faultOf } from '../kinds'
import type {
  AnyRecord,
  Change,
  Dormer,
  FloorVoid,
  Id,
  Overhead,
  Project,
  Rail,
  Ramp,
  Roof,
  Slab,
  Stair,
  StairLimits,
} from '../records'
import { dormerFault } from '../solids'
import { HIGHEST_RISE, stairLimitsOf } from '../stairs'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { asThickAs } from './stripTypes'

/** Refuses facts with which nobody can mean a thing, whatever it was before. */
function refuseUnsound(project: Project, record: AnyRecord): void {
  const fault = faultOf(record, project)
  if (fault) throw new EditRefused('nonsense', fault)
}

type New<R extends { id: Id; kind: string }> = Omit<R, 'id' | 'kind'>

/** A closed outline as it is stored. */
const outlineOf = ({ vertices }: Path): Slab['outline'] => ({ vertices: [...vertices], closed: true })

/**
 * A stair from a level up.
 * @refuses nonsense
 */
export function addStair(project: Project, input: New<Stair>, makeId: MakeId): Change {
  return storing(project, { id: makeId(), kind: 'stair', ...input })
}

/**
 * Facts of a stair; refused where it could no longer climb.
 * @refuses gone, locked, nonsense
 */
export function setStair(project: Project, id: Id, facts: Partial<New<Stair>>): Change {
  refuseLocked(project, [id])
  const stair = { ...project.need('stair', id), ...facts }
  refuseUnsound(project, stair)
  return storing(project, stair)
}

/**
 * What stairs and ramps of the project keep to.
 * @refuses bad-value, nonsense
 */
export function setStairLimits(project: Project, facts: Partial<StairLimits>): Change {
  const limits = { ...stairLimitsOf(project), ...facts }
  if (Object.values(limits).some((value) => !(value > 0)))
    throw new EditRefused('bad-value', 'Each limit is above 0.')
  if (limits.highestRise > HIGHEST_RISE)
    throw new EditRefused('bad-value', 'A riser of more than 350 mm is no stair.')
  if (limits.leastSum > limits.mostSum)
    throw new EditRefused('bad-value', 'The least of two risers and a going is below the most.')
  return storing(project, { ...project.facts, stairLimits: limits })
}

/**
 * A ramp from a level up.
 * @refuses nonsense
 */
export function addRamp(project: Project, input: New<Ramp>, makeId: MakeId): Change {
  return storing(project, { id: makeId(), kind: 'ramp', ...input })
}

/**
 * A balustrade or handrail along a line.
 * @refuses nonsense
 */
export function addRail(project: Project, input: New<Rail>, makeId: MakeId): Change {
  project.need('level', input.level)
  return storing(project, { id: makeId(), kind: 'rail', ...input })
}

/**
 * A floor plate within an outline.
 * @refuses in-the-way, nonsense
 */
export function addSlab(project: Project, input: New<Slab>, makeId: MakeId): Change {
  project.need('level', input.level)
  return new Outcome(project)
    .put(asThickAs(project, { id: makeId(), kind: 'slab', ...input, outline: outlineOf(input.outline) }))
    .change()
}

/**
 * A hole in the floor of a level.
 * @refuses in-the-way, nonsense
 */
export function addVoid(project: Project, input: New<FloorVoid>, makeId: MakeId): Change {
  project.need('level', input.level)
  return new Outcome(project)
    .put({ id: makeId(), kind: 'void', ...input, outline: outlineOf(input.outline) })
    .change()
}

/**
 * A roof over a storey.
 * @refuses in-the-way, nonsense
 */
export function addRoof(project: Project, input: New<Roof>, makeId: MakeId): Change {
  project.need('level', input.level)
  return new Outcome(project)
    .put(asThickAs(project, { id: makeId(), kind: 'roof', ...input, outline: outlineOf(input.outline) }))
    .change()
}

/**
 * @refuses gone, locked, nonsense
 */
export function setRoof(project: Project, id: Id, facts: Partial<New<Roof>>): Change {
  refuseLocked(project, [id])
  const made = { ...project.need('roof', id), ...facts }
  // What it is made of keeps its thickness square to another slope.
  const roof = facts.fascia === undefined ? asThickAs(project, made) : made
  refuseUnsound(project, roof)
  return storing(project, roof)
}

/**
 * Something above the cut.
 * @refuses nonsense
 */
export function addOverhead(project: Project, input: New<Overhead>, makeId: MakeId): Change {
  project.need('level', input.level)
  const { shape } = input
  const made: Overhead['shape'] =
    shape.by === 'line' ? shape : { by: 'outline', outline: outlineOf(shape.outline) }
  return storing(project, { id: makeId(), kind: 'overhead', ...input, shape: made })
}

/**
 * A dormer in a slope of a roof.
 * @refuses no-solution, nonsense
 */
export function addDormer(project: Project, input: New<Dormer>, makeId: MakeId): Change {
  project.need('level', input.level)
  return keptDormer(project, { id: makeId(), kind: 'dormer', ...input })
}

/**
 * Changes a dormer, refused where it would not fit its roof.
 * @refuses gone, locked, no-solution, nonsense
 */
export function setDormer(project: Project, id: Id, facts: Partial<New<Dormer>>): Change {
  refuseLocked(project, [id])
  return keptDormer(project, { ...project.need('dormer', id), ...facts })
}

function keptDormer(project: Project, dormer: Dormer): Change {
  const fault = dormerFault(project, dormer)
  if (fault !== null) throw new EditRefused('no-solution', fault)
  return storing(project, dormer)
}
