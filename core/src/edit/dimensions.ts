import { PARALLEL, cross, dot, unitAt } from '../geometry'
import {
  inEachPlace,
  type Anchor,
  type Change,
  type Dimension,
  type Figure,
  type Id,
  type Project,
} from '../records'
import { holdAnchor, type Ground } from '../ties'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { refuseUnlettered } from './words'

/** A dimension measures between so many places at most. */
export const MOST_POINTS = 200
/** Points nearer along it than this are one, mm. */
export const SAME_PLACE = 0.5

/** Where the points of a dimension lie along it now, mm. */
export function placesAlong(ground: Ground, { direction, anchors }: Dimension): number[] {
  const u = unitAt(direction)
  return anchors.map((anchor) => dot(u, holdAnchor(anchor, ground).point))
}

/** With what is said of its figures, or without. */
function withFigures(dimension: Dimension, figures: readonly Figure[]): Dimension {
  const { figures: _, ...rest } = dimension
  return figures.length > 0 ? { ...rest, figures: [...figures] } : rest
}

/**
 * Some of the points, by their numbers, with what is said of the figures between them.
 * @param datum what a running row is measured from if its own is not among them
 */
function withPoints(dimension: Dimension, kept: readonly number[], datum = kept[0]!): Dimension {
  const now = new Map(kept.map((old, i) => [old, i]))
  const { from } = dimension
  const running = from === undefined ? {} : { from: now.get(from) ?? now.get(datum)! }
  return inEachPlace(
    { ...dimension, anchors: kept.map((i) => dimension.anchors[i]!), ...running },
    (placed) => {
      const figures = (placed.figures ?? []).flatMap((figure): Figure[] => {
        const [i, k] = figure.between.map((old) => now.get(old))
        return i === undefined || k === undefined ? [] : [{ ...figure, between: [i, k] }]
      })
      return withFigures(placed, figures)
    },
  )
}

/**
 * Where rows run.
 * @param to the same for all, or for each by where it runs
 * @refuses bad-value, gone, locked, no-solution, nonsense, wrong-kind
 */
export function setRow(
  project: Project,
  ids: readonly Id[],
  to: Dimension['offset'] | ((offset: Dimension['offset']) => Dimension['offset']),
): Change {
  refuseLocked(project, ids)
  const rows = ids.map((id): Dimension => {
    const row = project.need('dimension', id)
    return { ...row, offset: typeof to === 'function' ? to(row.offset) : to }
  })
  for (const { id, offset } of rows) {
    if (!Number.isFinite(amountOf(offset))) throw new EditRefused('bad-value', 'That is no place for a row.')
    if (offset.in === 'line') refuseLine(project, project.need('dimension', id), offset.of)
  }
  return storing(project, ...rows)
}

/**
 * Rows one beyond the other at even steps, from the one nearest to the building on: in the order they have, of one row the
 * shorter first.
 * @param ground what their board stands on
 * @refuses gone, locked, nonsense, nothing, wrong-kind
 */
export function spreadRows(project: Project, ground: Ground, ids: readonly Id[]): Change {
  refuseLocked(project, ids)
  const rows = ids.map((id) => project.need('dimension', id))
  const [first] = rows
  if (!first || rows.length < 2) throw new EditRefused('nothing', 'Choose two rows or more to be spread.')
  refuseUnlike(rows, 'Only rows of one drawing that measure one way are spread.')
  const rowOf = ({ offset }: Dimension): number => (offset.in === 'row' ? offset.row : Infinity)
  const long = (row: Dimension): number => {
    const all = placesAlong(ground, row)
    return Math.max(...all) - Math.min(...all)
  }
  const own = rows.map((row) => ({ row, nth: rowOf(row), long: long(row) }))
  own.sort((p, q) => (p.nth === q.nth ? p.long - q.long : p.nth - q.nth))
  const nearest = own[0]!
  const { offset } = nearest.row
  const side = offset.in === 'row' || offset.in === 'line' ? offset.side : isOnLeft(offset) ? 'left' : 'right'
  const start = Number.isFinite(nearest.nth) ? nearest.nth : 0
  return storing(
    project,
    ...own.map(({ row }, i): Dimension => {
      // Drawn the other way, its left is their right.
      const isTurned = dot(unitAt(row.direction), unitAt(nearest.row.direction)) < 0
      const mine = isTurned ? (side === 'left' ? 'right' : 'left') : side
      return { ...row, offset: { in: 'row', side: mine, row: start + i } }
    }),
  )
}

const isOnLeft = (offset: Extract<Dimension['offset'], { in: 'paper' | 'real' }>): boolean =>
  offset.in === 'paper' ? offset.paperMm >= 0 : offset.mm >= 0

/** Refuses rows of several drawings, or that measure different ways. */
function refuseUnlike([first, ...others]: readonly Dimension[], sentence: string): void {
  const u = unitAt(first!.direction)
  for (const other of others)
    if (
      other.drawing !== first!.drawing ||
      other.axis !== first!.axis ||
      Math.abs(cross(u, unitAt(other.direction))) > PARALLEL
    )
      throw new EditRefused('wrong-kind', sentence)
}

function amountOf(offset: Dimension['offset']): number {
  switch (offset.in) {
    case 'row':
      return offset.morePaperMm ?? 0
    case 'line':
      return offset.last
    case 'paper':
      return offset.paperMm
    case 'real':
      return offset.mm
  }
}

/** Refuses a row in line with what measures another way, stands elsewhere, or is in line with it. */
function refuseLine(project: Project, row: Dimension, of: Id): void {
  const other = project.find('dimension', of)
  if (
    !other ||
    other.drawing !== row.drawing ||
    Math.abs(cross(unitAt(row.direction), unitAt(other.direction))) > PARALLEL
  )
    throw new EditRefused(
      'wrong-kind',
      'Rows are in line with rows of their drawing that measure the same way.',
    )
  const seen = new Set([row.id])
  for (let next: Dimension | undefined = other; next;) {
    if (seen.has(next.id)) throw new EditRefused('no-solution', 'A row is not in line with itself.')
    seen.add(next.id)
    next = next.offset.in === 'line' ? project.find('dimension', next.offset.of) : undefined
  }
}

/** What may be said of a figure; null: no more. */
export type FigureFacts = { readonly [K in Exclude<keyof Figure, 'between'>]?: Figure[K] | null }

/**
 * What is said of a figure after more was said of it. Other words in its place are to be accepted anew; blanks before and
 * after it stay, they part it from what stands there.
 * @refuses bad-value
 */
export function saidOfFigure(before: Partial<Figure>, facts: FigureFacts): Omit<Figure, 'between'> {
  const told = Object.entries(facts).map(([name, value]): [string, unknown] => {
    if (typeof value !== 'string') return [name, value]
    refuseUnlettered(value)
    return [name, (name === 'instead' || name === 'beneath' ? value.trim() : value) || null]
  })
  const { instead } = Object.fromEntries(told) as FigureFacts
  const isReworded = instead !== undefined && instead !== (before.instead ?? null)
  const merged = [...Object.entries(before), ...(isReworded ? [['accepted', null] as const] : []), ...told]
  return Object.fromEntries(
    [...new Map(merged as [string, unknown][])].filter(
      ([name, value]) => name !== 'between' && value !== null && value !== undefined,
    ),
  ) as Omit<Figure, 'between'>
}

/**
 * What is said of the figure between two points of a dimension besides what it measures; what is given as null is said
 * no more. Other words in its place are to be accepted anew.
 * @refuses bad-value, gone, locked, nonsense, nothing
 */
export function setFigure(
  project: Project,
  id: Id,
  between: readonly [number, number],
  facts: FigureFacts,
): Change {
  refuseLocked(project, [id])
  const dimension = project.need('dimension', id)
  const [i, k] = between
  if (i === k || !dimension.anchors[i] || !dimension.anchors[k])
    throw new EditRefused('nothing', 'This dimension has no such figure.')
  const { figures = [] } = dimension
  const isMine = ({ between: [p, q] }: Figure): boolean => (p === i && q === k) || (p === k && q === i)
  const before = figures.find(isMine)
  const said = saidOfFigure(before ?? {}, facts)
  if (said.equal && said.instead !== undefined)
    throw new EditRefused('bad-value', 'A figure says either that its part is equal, or words of its own.')
  const rest = figures.filter((figure) => !isMine(figure))
  return storing(
    project,
    withFigures(dimension, Object.keys(said).length > 0 ? [...rest, { ...said, between: [i, k] }] : rest),
  )
}

/**
 * Another point for a dimension.
 * @param ground what their board stands on
 * @refuses gone, in-the-way, locked, nonsense, too-many
 */
export function addDimensionPoint(project: Project, ground: Ground, id: Id, anchor: Anchor): Change {
  refuseLocked(project, [id])
  const dimension = project.need('dimension', id)
  if (dimension.anchors.length >= MOST_POINTS)
    throw new EditRefused('too-many', `A dimension has at most ${MOST_POINTS} points.`)
  const made = { ...dimension, anchors: [...dimension.anchors, anchor] }
  const all = placesAlong(ground, made)
  const at = all.pop()!
  if (all.some((along) => Math.abs(along - at) < SAME_PLACE))
    throw new EditRefused('in-the-way', 'This dimension has a point there already.')
  return storing(project, made)
}

/**
 * A dimension without one of its points.
 * @refuses gone, last, locked, nonsense, nothing
 */
export function dropDimensionPoint(project: Project, id: Id, index: number): Change {
  refuseLocked(project, [id])
  const dimension = project.need('dimension', id)
  if (!dimension.anchors[index]) throw new EditRefused('nothing', 'This dimension has no such point.')
  if (dimension.anchors.length <= 2)
    throw new EditRefused('last', 'A dimension measures between two points at least. Remove it instead.')
  return storing(
    project,
    withPoints(
      dimension,
      dimension.anchors.flatMap((_, i) => (i === index ? [] : [i])),
    ),
  )
}

/** What a row is brought up to date with. */
export interface RowNews {
  readonly id: Id
  /** What it takes in. */
  readonly more: readonly Anchor[]
  /** The points it lets go, by their numbers. */
  readonly less: readonly number[]
  /** What it knows of from now on. */
  readonly known: readonly string[]
}

/**
 * Rows with what is new of the things they were made of, and without what is no more.
 * @refuses gone, last, locked, nonsense, nothing, too-many
 */
export function bringUpToDate(project: Project, news: readonly RowNews[]): Change {
  refuseLocked(
    project,
    news.map(({ id }) => id),
  )
  return storing(
    project,
    ...news.map(({ id, more, less, known }): Dimension => {
      const row = project.need('dimension', id)
      if (!row.gathers) throw new EditRefused('nothing', 'This row was made point by point.')
      const kept = row.anchors.flatMap((_, i) => (less.includes(i) ? [] : [i]))
      const count = kept.length + more.length
      if (count < 2) throw new EditRefused('last', 'A dimension measures between two points at least.')
      if (count > MOST_POINTS)
        throw new EditRefused('too-many', `A dimension has at most ${MOST_POINTS} points.`)
      const without = withPoints(row, kept)
      return {
        ...without,
        anchors: [...without.anchors, ...more],
        gathers: { ...row.gathers, known: [...known] },
      }
    }),
  )
}

/**
 * Rows whose figures are all measured from one of their points, or one after the other.
 * @param from which point of each: its first or last along it as it is read, or one of a single row by its number; null: one
 * after the other
 * @param ground what their board stands on
 * @refuses gone, locked, nonsense, nothing
 */
export function setDatum(
  project: Project,
  ground: Ground,
  ids: readonly Id[],
  from: number | 'first' | 'last' | null,
): Change {
  refuseLocked(project, ids)
  return storing(
    project,
    ...ids.map((id): Dimension => {
      const { from: _, ...row } = project.need('dimension', id)
      if (from === null) return row
      const all = placesAlong(ground, row)
      const found =
        from === 'first'
          ? all.indexOf(Math.min(...all))
          : from === 'last'
            ? all.indexOf(Math.max(...all))
            : from
      if (!row.anchors[found]) throw new EditRefused('nothing', 'This dimension has no such point.')
      return { ...row, from: found }
    }),
  )
}

/**
 * A row parted at one of its points between.
 * @param ground what their board stands on
 * @refuses gone, in-the-way, locked, nonsense, nothing
 */
export function splitDimension(
  project: Project,
  ground: Ground,
  id: Id,
  index: number,
  makeId: MakeId,
): { change: Change; rest: Id } {
  refuseLocked(project, [id])
  const dimension = project.need('dimension', id)
  const all = placesAlong(ground, dimension)
  const at = all[index]
  const order = all.map((_, i) => i).sort((i, k) => all[i]! - all[k]!)
  const place = at === undefined ? -1 : order.indexOf(index)
  if (place <= 0 || place >= order.length - 1)
    throw new EditRefused('nothing', 'A row is parted at one of the points between its ends.')
  const rest = makeId()
  // Neither is the row of all that it was made of any more.
  const { gathers: _, ...parted } = dimension
  const sides = [order.slice(0, place + 1), order.slice(place)].map((side) =>
    withPoints(
      parted,
      [...side].sort((i, k) => i - k),
      index,
    ),
  )
  return { change: storing(project, sides[0]!, { ...sides[1]!, id: rest }), rest }
}

/**
 * Rows made one: the first goes on over the points of the others.
 * @param ground what their board stands on
 * @refuses gone, in-the-way, locked, nonsense, nothing, too-many, wrong-kind
 */
export function joinDimensions(project: Project, ground: Ground, ids: readonly Id[]): Change {
  refuseLocked(project, ids)
  const [first, ...others] = ids.map((id) => project.need('dimension', id))
  if (!first || others.length === 0)
    throw new EditRefused('nothing', 'Choose two rows or more to be made one.')
  refuseUnlike([first, ...others], 'Only rows of one drawing that measure one way are made one.')
  let joined: Dimension = first
  for (const other of others) {
    const taken = placesAlong(ground, joined)
    const theirs = placesAlong(ground, { ...other, direction: first.direction })
    // Where both have a point it stays that of the first.
    const numbers = new Map<number, number>()
    const more: Anchor[] = []
    theirs.forEach((along, i) => {
      const same = taken.findIndex((each) => Math.abs(each - along) < SAME_PLACE)
      numbers.set(i, same >= 0 ? same : joined.anchors.length + more.length)
      if (same < 0) more.push(other.anchors[i]!)
    })
    const said = (other.figures ?? []).map((figure): Figure => ({
      ...figure,
      between: [numbers.get(figure.between[0])!, numbers.get(figure.between[1])!],
    }))
    joined = withFigures({ ...joined, anchors: [...joined.anchors, ...more] }, [
      ...(joined.figures ?? []),
      ...said,
    ])
  }
  if (joined.anchors.length > MOST_POINTS)
    throw new EditRefused('too-many', `A dimension has at most ${MOST_POINTS} points.`)
  return new Outcome(project)
    .put(joined)
    .drop(...others.map(({ id }) => id))
    .change()
}
