import type { LevelSolver } from '../building'
import { distance, type Point } from '../geometry'
import { innerPoint } from '../linework'
import type { Change, Id, Project, Room, Separator } from '../records'
import { leakAt, roomsOf, spacesOf, unnamedSpaces } from '../rooms'
import { firstFree, storeyOf } from './marks'
import { storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/** Numbers of rooms in use. */
const numbersOf = (project: Project): Set<string> => new Set(project.all('room').map(({ number }) => number))

function newRoom(project: Project, level: Id, at: Point, name: string, taken: Set<string>, id: Id): Room {
  const number = firstFree('', storeyOf(project, level), taken)
  taken.add(number)
  return {
    id,
    kind: 'room',
    level,
    at: { x: at.x, y: at.y },
    name,
    number,
    use: '',
    floor: '',
    walls: '',
    ceiling: '',
    ceilingHeight: null,
  }
}

/**
 * A room in the space around a point. Refused where no space closes, and where a room is already.
 * @refuses no-solution, nonsense, taken
 */
export function addRoom(
  project: Project,
  solver: LevelSolver,
  input: { readonly at: Point; readonly name?: string },
  makeId: MakeId,
): Change {
  const space = spacesOf(project, solver).at(input.at)
  if (!space) {
    if (spacesOf(project, solver).isBuilt(input.at))
      throw new EditRefused('no-solution', 'This is within a wall. Point into the room.')
    throw new EditRefused(
      'no-solution',
      leakAt(project, solver, input.at)
        ? 'No room closes here: it leaks through the gap that is marked.'
        : 'No walls or separating lines close around this place.',
    )
  }
  const there = roomsOf(project, solver).find((found) => found.space === space)
  if (there) throw new EditRefused('taken', `This is the room “${there.room.name}” already.`)
  const name = input.name?.trim() || 'Room'
  return storing(project, newRoom(project, solver.level, input.at, name, numbersOf(project), makeId()))
}

/**
 * A room in every space of a level that has none, numbered as a plan is read.
 * @refuses nonsense, nothing, too-many
 */
export function addAllRooms(project: Project, solver: LevelSolver, makeId: MakeId): Change {
  const spaces = unnamedSpaces(project, solver)
    .map((space) => ({ space, at: innerPoint(space) }))
    .sort((p, q) => Math.round((q.at.y - p.at.y) / 1500) || p.at.x - q.at.x)
  if (spaces.length === 0)
    throw new EditRefused('nothing', 'Every closed space of this level has a room, or none closes yet.')
  if (spaces.length > 5000)
    throw new EditRefused('too-many', 'That would make more than 5 000 rooms at a time.')
  const taken = numbersOf(project)
  return storing(
    project,
    ...spaces.map(({ at }) => newRoom(project, solver.level, at, 'Room', taken, makeId())),
  )
}

/**
 * Facts of a room. Its number is its own; it keeps some name.
 * @refuses bad-value, nonsense, taken, unnamed
 */
export function setRoom(
  project: Project,
  id: Id,
  facts: Partial<Omit<Room, 'id' | 'kind' | 'level'>>,
): Change {
  const room = project.need('room', id)
  const made: Room = { ...room, ...facts }
  made.name = made.name.trim()
  made.number = made.number.trim()
  if (!made.name) throw new EditRefused('unnamed', 'A room needs a name.')
  if (made.number && made.number !== room.number) {
    const other = project.all('room').find((each) => each.id !== id && each.number === made.number)
    if (other) throw new EditRefused('taken', `“${other.name}” has the number ${made.number} already.`)
  }
  if (made.ceilingHeight !== null && !(made.ceilingHeight > 0))
    throw new EditRefused('bad-value', 'A ceiling lies above the floor.')
  return storing(project, made)
}

/**
 * Numbers the rooms of every level anew, as a plan is read.
 * @refuses nonsense, nothing
 */
export function renumberRooms(project: Project): Change {
  const rooms = project
    .all('room')
    .sort((p, q) => Math.round((q.at.y - p.at.y) / 1500) || p.at.x - q.at.x || (p.id < q.id ? -1 : 1))
  if (rooms.length === 0) throw new EditRefused('nothing', 'There are no rooms to number yet.')
  const taken = new Set<string>()
  return storing(
    project,
    ...rooms.map((room) => {
      const number = firstFree('', storeyOf(project, room.level), taken)
      taken.add(number)
      return { ...room, number }
    }),
  )
}

/**
 * Separating lines through points of a level.
 * @refuses no-size, nonsense
 */
export function addSeparators(project: Project, level: Id, points: readonly Point[], makeId: MakeId): Change {
  project.need('level', level)
  const put: Separator[] = []
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!
    const b = points[i]!
    if (!(distance(a, b) >= 1)) throw new EditRefused('no-size', 'A separating line needs some length.')
    put.push({
      id: makeId(),
      kind: 'separator',
      level,
      a: { x: a.x, y: a.y },
      b: { x: b.x, y: b.y },
    })
  }
  if (put.length === 0) throw new EditRefused('no-size', 'A separating line needs two points.')
  return storing(project, ...put)
}
