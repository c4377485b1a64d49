import { typeThickness } from '../building'
import { ROUNDING } from '../geometry'
import {
  patternNames,
  type AnyRecord,
  type Id,
  type Material,
  type PatternName,
  type Project,
  type Strip,
  type WallType,
} from '../records'
import { formatLength } from '../units'
import { copyName } from './names'
import { EditRefused, type MakeId } from './refusal'

/** What of a wall's make is to be otherwise. */
export interface OtherMake {
  /** Over all, mm. */
  readonly thickness?: number
  /** Of its carrying strip. */
  readonly material?: Id
  /** That fills its carrying strip when cut; null: none. */
  readonly pattern?: PatternName | null
}

/** A wall type, found or new, with what is stored for it. */
export interface LikeType {
  readonly type: WallType
  /** Records that are new with it; none when it is there already. */
  readonly put: readonly AnyRecord[]
}

/** The strip of a wall type that carries: of the highest priority, of these the thickest. */
export function carryingStrip(project: Project, { strips }: WallType): number {
  const priority = (i: number): number => project.need('material', strips[i]!.material).priority
  let best = 0
  for (let i = 1; i < strips.length; i++) {
    const ahead = priority(i) - priority(best)
    if (ahead > 0 || (ahead === 0 && strips[i]!.thickness > strips[best]!.thickness)) best = i
  }
  return best
}

const sameThickness = (a: number, b: number): boolean => Math.abs(a - b) < ROUNDING

/** "Brick 240" of "Brick 215": what stands before the thickness at the end of a name. */
const SIZED = /[\s,]*\d[\d\s/.,'"\u202f-]*$/

/**
 * A wall type like another but for what is asked: one that is there, or a new one, named by what it is. Where a layered
 * type leaves its carrying strip no room, it is of that strip's material alone. Records that are new with it are not
 * stored here.
 * @refuses bad-value
 */
export function typeLike(project: Project, like: Id, other: OtherMake, makeId: MakeId): LikeType {
  const model = project.need('wallType', like)
  const at = carryingStrip(project, model)
  const carrying = model.strips[at]!
  const { thickness = typeThickness(model) } = other
  if (!(thickness > 0 && thickness <= 5000))
    throw new EditRefused('bad-value', 'A wall is between 0 and 5 m thick.')
  const { material, put } = materialLike(project, other.material ?? carrying.material, other.pattern, makeId)
  const rest = typeThickness(model) - carrying.thickness
  const made: Strip = { ...carrying, material: material.id, thickness: thickness - rest }
  const strips: readonly Strip[] =
    made.thickness > 0 ? model.strips.map((strip, i) => (i === at ? made : strip)) : [{ ...made, thickness }]
  const found =
    typeOf(project, strips) ??
    (other.material === undefined && other.pattern === undefined
      ? plainOf(project, material.id, thickness)
      : undefined)
  if (found) return { type: found, put: [] }
  const layered = strips.length > 1
  const name = layered
    ? `${model.name.replace(SIZED, '')}${material.id === carrying.material ? '' : `, ${material.name.toLowerCase()}`}`
    : material.name
  const type: WallType = {
    id: makeId(),
    kind: 'wallType',
    name: freeOf(project, `${name} ${formatLength(thickness, project.facts.units)}`),
    strips: strips.map((strip) => ({ ...strip })),
  }
  return { type, put: [...put, type] }
}

/** The type that is made of just these strips. */
const typeOf = (project: Project, strips: readonly Strip[]): WallType | undefined =>
  project
    .all('wallType')
    .find(
      (type) =>
        type.strips.length === strips.length &&
        type.strips.every(
          (strip, i) =>
            strip.material === strips[i]!.material && sameThickness(strip.thickness, strips[i]!.thickness),
        ),
    )

/** A type of that thickness over all that a material carries. */
const plainOf = (project: Project, material: Id, thickness: number): WallType | undefined =>
  project
    .all('wallType')
    .find(
      (type) =>
        sameThickness(typeThickness(type), thickness) &&
        type.strips[carryingStrip(project, type)]!.material === material,
    )

/** A material filled with another pattern: one that is there and otherwise alike, or a new one. */
function materialLike(
  project: Project,
  id: Id,
  pattern: PatternName | null | undefined,
  makeId: MakeId,
): { material: Material; put: AnyRecord[] } {
  const model = project.need('material', id)
  if (pattern === undefined || pattern === model.pattern) return { material: model, put: [] }
  const named = [null, ...patternNames].find((each) => model.name.endsWith(`, ${each ?? 'no pattern'}`))
  const base = named === undefined ? model.name : model.name.slice(0, -`, ${named ?? 'no pattern'}`.length)
  const found = project
    .all('material')
    .find(
      (each) =>
        each.pattern === pattern &&
        each.priority === model.priority &&
        each.tone === model.tone &&
        each.colour === model.colour &&
        (each.name === base || each.name.startsWith(`${base}, `)),
    )
  if (found) return { material: found, put: [] }
  const name = `${base}, ${pattern ?? 'no pattern'}`
  const taken = project.all('material').some((each) => each.name.toLowerCase() === name.toLowerCase())
  const material: Material = {
    ...model,
    id: makeId(),
    name: taken ? copyName(project, 'material', name) : name,
    pattern,
  }
  return { material, put: [material] }
}

function freeOf(project: Project, name: string): string {
  const taken = project.all('wallType').some((each) => each.name.toLowerCase() === name.toLowerCase())
  return taken ? copyName(project, 'wallType', name) : name
}
