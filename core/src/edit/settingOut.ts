import {
  direction,
  distance,
  offsetFrom,
  pathOf,
  pathOfPoints,
  unitAt,
  type Path,
  type Point,
} from '../geometry'
import { guideEdge } from '../kinds'
import {
  type AnyRecord,
  type Change,
  type GridLine,
  type Guide,
  type Id,
  type Project,
  needBoard,
} from '../records'
import { storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/**
 * A new grid line. Without a name it takes the next free one: numbers for lines that run rather upright,
 * letters (without I and O, which read as numbers) for those that run rather level.
 * @refuses bad-value, no-size, nonsense, taken
 */
export function addGridLine(
  project: Project,
  input: { readonly a: Point; readonly b: Point; readonly name?: string },
  makeId: MakeId,
): Change {
  const { a, b } = input
  if (!(distance(a, b) >= 1)) throw new EditRefused('no-size', 'A grid line needs some length.')
  const typed = input.name?.trim() ?? ''
  if (typed.length > 8) throw new EditRefused('bad-value', 'A grid line’s name has at most 8 letters.')
  const names = new Set(project.all('gridLine').map((line) => line.name))
  if (typed && names.has(typed)) throw new EditRefused('taken', `There is a grid line ${typed} already.`)
  const line: GridLine = {
    id: makeId(),
    kind: 'gridLine',
    name: typed || nextName(names, isUpright(input)),
    a: { x: a.x, y: a.y },
    b: { x: b.x, y: b.y },
  }
  return storing(project, line)
}

const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'

function nextName(names: ReadonlySet<string>, upright: boolean): string {
  for (let n = 1; ; n++) {
    const name = upright ? String(n) : letters(n)
    if (!names.has(name)) return name
  }
}

const isUpright = ({ a, b }: Pick<GridLine, 'a' | 'b'>): boolean => Math.abs(b.y - a.y) > Math.abs(b.x - a.x)

/** Records among which every grid line has a name of its own: those whose name is taken get the next free one. */
export function named(project: Project, records: readonly AnyRecord[]): AnyRecord[] {
  const names = new Set(project.all('gridLine').map((line) => line.name))
  return records.map((record) => {
    if (record.kind !== 'gridLine') return record
    const name = names.has(record.name) ? nextName(names, isUpright(record)) : record.name
    names.add(name)
    return { ...record, name }
  })
}

/** The line of a grid line or guide; null for what is neither. */
export function setOutLine(record: AnyRecord): Path | null {
  if (record.kind === 'gridLine') return pathOfPoints([record.a, record.b], false)
  return record.kind === 'guide' ? pathOf([guideEdge(record)], false) : null
}

/** Grid lines or guides beside one, at distances to its left; grid lines are named on. */
export function besideSetOut(
  project: Project,
  record: GridLine | Guide,
  distances: readonly number[],
  makeId: MakeId,
): AnyRecord[] {
  const made = distances.map((by): AnyRecord => {
    if (record.kind === 'guide')
      return { ...record, id: makeId(), through: offsetFrom(record.through, unitAt(record.angle), 0, by) }
    const u = direction(record.a, record.b)
    return {
      ...record,
      id: makeId(),
      a: offsetFrom(record.a, u, 0, by),
      b: offsetFrom(record.b, u, 0, by),
    }
  })
  return named(project, made)
}

/** 1 is A, 24 is Z, 25 is AA. */
function letters(n: number): string {
  let rest = n
  let name = ''
  while (rest > 0) {
    name = LETTERS[(rest - 1) % LETTERS.length]! + name
    rest = Math.floor((rest - 1) / LETTERS.length)
  }
  return name
}

/**
 * A new guide through a point.
 * @refuses bad-value, nonsense
 */
export function addGuide(
  project: Project,
  drawing: Id,
  through: Point,
  angle: number,
  makeId: MakeId,
): Change {
  needBoard(project, drawing)
  if (!Number.isFinite(through.x + through.y + angle)) throw new EditRefused('bad-value', 'Type an angle.')
  return storing(project, {
    id: makeId(),
    kind: 'guide',
    drawing,
    through: { x: through.x, y: through.y },
    angle,
  })
}
