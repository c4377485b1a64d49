import { distance, type Point } from '../geometry'
import type { Change, GridLine, Id, Project } from '../records'
import { EditRefused, type MakeId } from './refusal'

/**
 * A new grid line. Without a name it takes the next free one: numbers for lines that run rather upright,
 * letters (without I and O, which read as numbers) for those that run rather level.
 */
export function addGridLine(
  project: Project,
  input: { readonly a: Point; readonly b: Point; readonly name?: string },
  makeId: MakeId,
): Change {
  const { a, b } = input
  if (!(distance(a, b) >= 1)) throw new EditRefused('A grid line needs some length.')
  const typed = input.name?.trim() ?? ''
  if (typed.length > 8) throw new EditRefused('A grid line’s name has at most 8 letters.')
  const names = new Set(project.all('gridLine').map((line) => line.name))
  if (typed && names.has(typed)) throw new EditRefused(`There is a grid line ${typed} already.`)
  const upright = Math.abs(b.y - a.y) > Math.abs(b.x - a.x)
  const line: GridLine = {
    id: makeId(),
    kind: 'gridLine',
    name: typed || nextName(names, upright),
    a: { x: a.x, y: a.y },
    b: { x: b.x, y: b.y },
  }
  return { put: [line], drop: [] }
}

const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'

function nextName(names: ReadonlySet<string>, upright: boolean): string {
  for (let n = 1; ; n++) {
    const name = upright ? String(n) : letters(n)
    if (!names.has(name)) return name
  }
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

/** A new guide through a point. */
export function addGuide(
  project: Project,
  drawing: Id,
  through: Point,
  angle: number,
  makeId: MakeId,
): Change {
  project.need('drawing', drawing)
  if (!Number.isFinite(through.x + through.y + angle)) throw new EditRefused('Type an angle.')
  return {
    put: [{ id: makeId(), kind: 'guide', drawing, through: { x: through.x, y: through.y }, angle }],
    drop: [],
  }
}
