import type { AnyRecord, Change, Id, Opening, Project } from '../records'
import type { Point } from '../geometry'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

const PREFIX: Record<Opening['fit'], string> = { door: 'D', window: 'W', gap: 'O' }

/** Levels from the lowest up: doors and windows of the first are numbered from 01, of the second from 101. */
export function storeyOf(project: Project, level: Id): number {
  const levels = project.all('level').sort((p, q) => p.elevation - q.elevation || (p.id < q.id ? -1 : 1))
  return Math.max(
    0,
    levels.findIndex((each) => each.id === level),
  )
}

/** The first number from a storey's hundred on that is not taken. */
export function firstFree(prefix: string, storey: number, taken: ReadonlySet<string>): string {
  for (let n = storey * 100 + 1; ; n++) {
    const mark = `${prefix}${String(n).padStart(2, '0')}`
    if (!taken.has(mark)) return mark
  }
}

/** All numbers in use. */
export const marksOf = (project: Project): Set<string> =>
  new Set(project.all('opening').flatMap(({ mark }) => (mark === undefined ? [] : [mark])))

/** The next free number of a door or window on a level. */
export const nextMark = (
  project: Project,
  fit: Opening['fit'],
  level: Id,
  taken: ReadonlySet<string> = marksOf(project),
): string => firstFree(PREFIX[fit], storeyOf(project, level), taken)

/**
 * Another number for a door or window, which no other has.
 * @refuses bad-value, nonsense, taken, unnamed
 */
export function setMark(project: Project, id: Id, mark: string): Change {
  const opening = project.need('opening', id)
  const plain = mark.trim()
  if (!plain) throw new EditRefused('unnamed', 'A door or window needs a number.')
  if (plain.length > 20) throw new EditRefused('bad-value', 'A number has at most 20 characters.')
  const other = project.all('opening').find((each) => each.id !== id && each.mark === plain)
  if (other) throw new EditRefused('taken', `The number ${plain} is taken already.`)
  return storing(project, { ...opening, mark: plain })
}

/**
 * Where the number of a door or window stands on paper; null: by itself.
 * @refuses gone, locked, nonsense
 */
export function setMarkPlace(project: Project, id: Id, place: Point | null): Change {
  refuseLocked(project, [id])
  const { markPaperMm: _, ...opening } = project.need('opening', id)
  return storing(project, place ? { ...opening, markPaperMm: place } : opening)
}

/**
 * Numbers doors, windows or openings anew, level by level, each level from its upper left in rows to the lower
 * right, as a plan is read.
 * @refuses nonsense, nothing
 */
export function renumberOpenings(project: Project, fit: Opening['fit']): Change {
  const placed = project
    .all('opening')
    .filter((opening) => opening.fit === fit)
    .map((opening) => {
      const wall = project.need('wall', opening.wall)
      const length = Math.hypot(wall.b.x - wall.a.x, wall.b.y - wall.a.y)
      const t = opening.along / length
      return {
        opening,
        level: wall.level,
        row: -Math.round((wall.a.y + (wall.b.y - wall.a.y) * t) / ROW),
        x: wall.a.x + (wall.b.x - wall.a.x) * t,
      }
    })
    .sort((p, q) => p.row - q.row || p.x - q.x || (p.opening.id < q.opening.id ? -1 : 1))
  if (placed.length === 0) throw new EditRefused('nothing', 'There is nothing to number yet.')
  const taken = new Set(
    project.all('opening').flatMap(({ fit: other, mark }) => (other !== fit && mark ? [mark] : [])),
  )
  const put: AnyRecord[] = []
  for (const level of project.all('level'))
    for (const each of placed) {
      if (each.level !== level.id) continue
      const mark = nextMark(project, fit, level.id, taken)
      taken.add(mark)
      put.push({ ...each.opening, mark })
    }
  return storing(project, ...put)
}

/** Doors no further apart than this stand in one row of the plan, mm. */
const ROW = 1500

/** Records among which every door, window and room has a number of its own: those whose number is taken get the next. */
export function numbered(project: Project, records: readonly AnyRecord[]): AnyRecord[] {
  if (!records.some((record) => record.kind === 'opening' || record.kind === 'room')) return [...records]
  const taken = marksOf(project)
  const rooms = new Set(project.all('room').map(({ number }) => number))
  const walls = new Map(
    records.flatMap((record) => (record.kind === 'wall' ? [[record.id, record] as const] : [])),
  )
  return records.map((record) => {
    if (record.kind === 'room') {
      const own = project.find('room', record.id)?.number === record.number
      const number =
        own || !rooms.has(record.number)
          ? record.number
          : firstFree('', storeyOf(project, record.level), rooms)
      rooms.add(number)
      return { ...record, number }
    }
    if (record.kind !== 'opening' || record.mark === undefined) return record
    const wall = walls.get(record.wall) ?? project.find('wall', record.wall)
    const own = project.find('opening', record.id)?.mark === record.mark
    const mark =
      own || !taken.has(record.mark) || !wall ? record.mark : nextMark(project, record.fit, wall.level, taken)
    taken.add(mark)
    return { ...record, mark }
  })
}
