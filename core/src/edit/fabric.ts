import { crossesItself, isFinitePath, pathArea, pathLength, type Path, type Point } from '../geometry'
import type {
  AnyRecord,
  Change,
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
import { solveRoof } from '../roofs'
import { HIGHEST_RISE, solveStair, stairLimitsOf } from '../stairs'
import { formatLength } from '../units'
import { EditRefused, type MakeId } from './refusal'
import { refuseLocked } from './transform'

type New<R extends { id: Id; kind: string }> = Omit<R, 'id' | 'kind'>

/** The path as it is stored: closed outlines that enclose something, without crossing themselves. */
function outlineOf(path: Path, called: string): Slab['outline'] {
  if (!isFinitePath(path)) throw new EditRefused('That is no place to go to.')
  const outline = { vertices: [...path.vertices], closed: true }
  if (outline.vertices.length < 2 || Math.abs(pathArea(outline)) < 1e4)
    throw new EditRefused(`A ${called} needs an outline of some size.`)
  if (crossesItself(outline)) throw new EditRefused(`The outline of a ${called} may not cross itself.`)
  return outline
}

/** Refuses a stair that cannot climb its storey, and says why. */
function refuseStair(project: Project, stair: Stair): void {
  const level = project.need('level', stair.level)
  const height = stair.rise ?? level.height
  const { units } = project.facts
  const mm = (value: number): string => formatLength(value, units)
  if (!(height > 0)) throw new EditRefused('A stair climbs some height.')
  if (!(stair.width >= 50)) throw new EditRefused('A stair is at least 50 mm wide.')
  if (!(stair.going >= 100)) throw new EditRefused('A tread is at least 100 mm deep.')
  const { risers } = stair
  if (risers !== null && !(Number.isInteger(risers) && risers >= 2 && risers <= 200))
    throw new EditRefused('A stair has 2 to 200 risers.')
  if (risers !== null && height / risers > HIGHEST_RISE)
    throw new EditRefused(
      `${risers} risers cannot reach ${mm(height)}: each would be ${mm(height / risers)} high.`,
    )
  if (solveStair(stair, height, stairLimitsOf(project), units)) return
  throw new EditRefused(
    stair.form === 'curved'
      ? 'This curve is too tight: the stair would turn more than twice. Give it a larger radius.'
      : `A stair of this form cannot reach ${mm(height)}: it needs more risers.`,
  )
}

/** A stair from a level up. */
export function addStair(project: Project, input: New<Stair>, makeId: MakeId): Change {
  const stair: Stair = { id: makeId(), kind: 'stair', ...input }
  refuseStair(project, stair)
  return { put: [stair], drop: [] }
}

/** Facts of a stair; refused where it could no longer climb. */
export function setStair(project: Project, id: Id, facts: Partial<New<Stair>>): Change {
  refuseLocked(project, [id])
  const stair = { ...project.need('stair', id), ...facts }
  refuseStair(project, stair)
  return { put: [stair], drop: [] }
}

/** What stairs and ramps of the project keep to. */
export function setStairLimits(project: Project, facts: Partial<StairLimits>): Change {
  const limits = { ...stairLimitsOf(project), ...facts }
  if (Object.values(limits).some((value) => !(value > 0))) throw new EditRefused('Each limit is above 0.')
  if (limits.highestRise > HIGHEST_RISE) throw new EditRefused('A riser of more than 350 mm is no stair.')
  if (limits.leastSum > limits.mostSum)
    throw new EditRefused('The least of two risers and a going is below the most.')
  return { put: [{ ...project.facts, stairLimits: limits }], drop: [] }
}

/** A ramp from a level up. */
export function addRamp(project: Project, input: New<Ramp>, makeId: MakeId): Change {
  if (!(input.length >= 100)) throw new EditRefused('A ramp needs some length.')
  if (!(input.rise > 0)) throw new EditRefused('A ramp climbs some height.')
  return { put: [{ id: makeId(), kind: 'ramp', ...input }], drop: [] }
}

/** A balustrade or handrail along a line. */
export function addRail(project: Project, input: New<Rail>, makeId: MakeId): Change {
  project.need('level', input.level)
  if (!isFinitePath(input.path) || !(pathLength(input.path) >= 10))
    throw new EditRefused('A balustrade needs some length.')
  return { put: [{ id: makeId(), kind: 'rail', ...input }], drop: [] }
}

/** A floor plate within an outline. */
export function addSlab(project: Project, input: New<Slab>, makeId: MakeId): Change {
  project.need('level', input.level)
  return {
    put: [{ id: makeId(), kind: 'slab', ...input, outline: outlineOf(input.outline, 'slab') }],
    drop: [],
  }
}

/** A hole in the floor of a level. */
export function addVoid(project: Project, input: New<FloorVoid>, makeId: MakeId): Change {
  project.need('level', input.level)
  return {
    put: [{ id: makeId(), kind: 'void', ...input, outline: outlineOf(input.outline, 'floor void') }],
    drop: [],
  }
}

function refuseRoof(roof: Roof): void {
  if (!(roof.pitch >= 0 && roof.pitch <= 1.4)) throw new EditRefused('A pitch lies between 0 and 80°.')
  if (!(roof.overhang >= 0)) throw new EditRefused('An overhang is 0 or more.')
  if (!solveRoof(roof))
    throw new EditRefused(
      'A roof needs an outline without inward corners. Part the outline, and give each part its roof.',
    )
}

/** A roof over a storey. */
export function addRoof(project: Project, input: New<Roof>, makeId: MakeId): Change {
  project.need('level', input.level)
  const roof: Roof = { id: makeId(), kind: 'roof', ...input, outline: outlineOf(input.outline, 'roof') }
  refuseRoof(roof)
  return { put: [roof], drop: [] }
}

export function setRoof(project: Project, id: Id, facts: Partial<New<Roof>>): Change {
  refuseLocked(project, [id])
  const roof = { ...project.need('roof', id), ...facts }
  refuseRoof(roof)
  return { put: [roof], drop: [] }
}

/** Something above the cut. */
export function addOverhead(project: Project, input: New<Overhead>, makeId: MakeId): Change {
  project.need('level', input.level)
  const { shape } = input
  if (shape.by === 'line' && !(Math.hypot(shape.b.x - shape.a.x, shape.b.y - shape.a.y) >= 10))
    throw new EditRefused('This needs some length.')
  const made: Overhead['shape'] =
    shape.by === 'line' ? shape : { by: 'outline', outline: outlineOf(shape.outline, input.what) }
  return { put: [{ id: makeId(), kind: 'overhead', ...input, shape: made }], drop: [] }
}

/** The points by which stairs, floors, roofs and overhead things are reshaped. */
export function fabricHandles(record: AnyRecord): { readonly at: Point; readonly from: Point | null }[] {
  switch (record.kind) {
    case 'stair':
    case 'ramp':
      return [{ at: record.at, from: null }]
    case 'rail':
      return pointsOf(record.path)
    case 'slab':
    case 'void':
    case 'roof':
      return pointsOf(record.outline)
    case 'overhead': {
      const { shape } = record
      if (shape.by === 'outline') return pointsOf(shape.outline)
      return [
        { at: shape.a, from: shape.b },
        { at: shape.b, from: shape.a },
      ]
    }
    default:
      return []
  }
}

const pointsOf = ({ vertices, closed }: Path): { at: Point; from: Point | null }[] =>
  vertices.map((at, i) => ({
    at: { x: at.x, y: at.y },
    from: vertices[i - 1] ?? (closed ? vertices[vertices.length - 1]! : (vertices[1] ?? null)),
  }))

/** One of those points brought elsewhere. */
export function moveFabricHandle(record: AnyRecord, index: number, to: Point): AnyRecord | null {
  const at = { x: to.x, y: to.y }
  const shifted = <P extends Path>(path: P): Slab['outline'] => ({
    vertices: path.vertices.map((p, i) => (i === index ? { ...at, sweep: p.sweep } : p)),
    closed: path.closed,
  })
  switch (record.kind) {
    case 'stair':
    case 'ramp':
      return { ...record, at }
    case 'rail':
      return { ...record, path: shifted(record.path) }
    case 'slab':
      return { ...record, outline: outlineOf(shifted(record.outline), 'slab') }
    case 'void':
      return { ...record, outline: outlineOf(shifted(record.outline), 'floor void') }
    case 'roof': {
      const roof = { ...record, outline: outlineOf(shifted(record.outline), 'roof') }
      refuseRoof(roof)
      return roof
    }
    case 'overhead': {
      const { shape } = record
      return {
        ...record,
        shape:
          shape.by === 'outline'
            ? { by: 'outline', outline: outlineOf(shifted(shape.outline), record.what) }
            : { ...shape, [index === 0 ? 'a' : 'b']: at },
      }
    }
    default:
      return null
  }
}
