import { JOINED_ENDS } from '../geometry'
import type { Change, Drawing, Id, Level, Project } from '../records'
import { FOOT_MM, type UnitSystem } from '../units'
import { freeName } from './names'
import { dropping, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/** Height above the floor at which plans of a storey are cut, mm: 1 200 mm, or 4 feet. */
export const cutHeightOf = (storeyHeight: number, system: UnitSystem): number =>
  Math.min(system === 'metric' ? 1200 : 4 * FOOT_MM, storeyHeight)

/** The least storey height that is meant, mm. */
const LEAST_STOREY = 300

/** The plan of a level. */
export function planOf(level: Level, system: UnitSystem, makeId: MakeId): Drawing {
  return {
    id: makeId(),
    kind: 'drawing',
    name: `${level.name} plan`,
    view: 'plan',
    level: level.id,
    readingScale: system === 'metric' ? 50 : 48,
  }
}

/**
 * A level on top of the highest one, with its plan.
 * @refuses bad-value, in-the-way, nonsense, taken, unnamed
 */
export function addLevel(
  project: Project,
  input: { readonly name: string; readonly height: number },
  makeId: MakeId,
): { change: Change; level: Id; drawing: Id } {
  const top = project
    .all('level')
    .reduce((high, level) => Math.max(high, level.elevation + level.height), -Infinity)
  const level: Level = {
    id: makeId(),
    kind: 'level',
    name: freeName(project, 'level', input.name, null),
    elevation: Number.isFinite(top) ? top : 0,
    height: storey(input.height),
    cutHeight: cutHeightOf(input.height, project.facts.units.system),
  }
  const drawing = planOf(level, project.facts.units.system, makeId)
  return { change: storing(project, level, drawing), level: level.id, drawing: drawing.id }
}

function storey(height: number): number {
  if (!(height >= LEAST_STOREY))
    throw new EditRefused('bad-value', 'A storey height of less than 300 mm is hardly meant.')
  return height
}

/**
 * Changes facts of a level. With another floor or storey height the levels above move up or down with it, and
 * the storey below grows or shrinks to reach the floor, so that the building stays closed. Refuses what would
 * leave the storey below less than 300 mm, and a cut outside the storey.
 * @refuses bad-value, no-room, nonsense, taken, unnamed
 */
export function setLevel(
  project: Project,
  id: Id,
  facts: Partial<Pick<Level, 'name' | 'elevation' | 'height' | 'cutHeight'>>,
): Change {
  const level = project.need('level', id)
  const name = facts.name === undefined ? level.name : freeName(project, 'level', facts.name, id)
  const { elevation = level.elevation } = facts
  const height = storey(facts.height ?? level.height)
  const cutHeight = facts.cutHeight ?? Math.min(level.cutHeight, height)
  if (!Number.isFinite(elevation)) throw new EditRefused('bad-value', 'Type the height of the floor.')
  if (!(cutHeight > 0 && cutHeight <= height))
    throw new EditRefused('bad-value', 'The plan is cut between the floor and the top of its storey.')
  const put: Level[] = [{ ...level, name, elevation, height, cutHeight }]
  const raised = elevation + height - level.elevation - level.height
  for (const other of project.all('level')) {
    if (other.id === id) continue
    const above = other.elevation >= level.elevation + level.height - JOINED_ENDS
    const reaches = Math.abs(other.elevation + other.height - level.elevation) <= JOINED_ENDS
    if (above && raised !== 0) put.push({ ...other, elevation: other.elevation + raised })
    else if (reaches && elevation !== level.elevation) {
      const room = elevation - other.elevation
      if (!(room >= LEAST_STOREY))
        throw new EditRefused('no-room', `This would leave “${other.name}” below it no room for its storey.`)
      put.push({ ...other, height: room, cutHeight: Math.min(other.cutHeight, room) })
    }
  }
  return storing(project, ...put)
}

/**
 * The height of the ground around the building above datum; null: none is drawn.
 * @refuses bad-value, nonsense
 */
export function setGround(project: Project, ground: number | null): Change {
  if (ground !== null && !Number.isFinite(ground))
    throw new EditRefused('bad-value', 'Type the height of the ground above datum.')
  const { ground: _, ...facts } = project.facts
  return storing(project, ground === null ? facts : { ...facts, ground })
}

/**
 * Removes a level on which nothing stands, with its empty plans.
 * @refuses in-use, last, nonsense
 */
export function removeLevel(project: Project, id: Id): Change {
  const level = project.need('level', id)
  if (project.all('level').length < 2) throw new EditRefused('last', 'A project keeps at least one level.')
  const plans = project.dependents(id).filter((user) => project.get(user)?.kind === 'drawing')
  const drawn = [...project.dependents(id), ...plans.flatMap((plan) => [...project.dependents(plan)])].filter(
    (user) => !plans.includes(user),
  )
  if (drawn.length > 0)
    throw new EditRefused(
      'in-use',
      `${drawn.length} thing${drawn.length > 1 ? 's are' : ' is'} drawn on “${level.name}” or its plan. Remove ${drawn.length > 1 ? 'them' : 'it'} first.`,
    )
  return dropping(project, id, ...plans)
}
