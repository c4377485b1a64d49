import {
  clearLength,
  heightsMeet,
  openingReach,
  stretchesOf,
  type LevelSolver,
  type SolvedWall,
} from '../building'
import { SAME_POINT } from '../geometry'
import { openingTypeOf } from '../library'
import { isRemoved, type AnyRecord, type Change, type Id, type Opening, type Project } from '../records'
import { marksOf, nextMark } from './marks'
import { EditRefused, type MakeId } from './refusal'
import { openingsOf } from './openingsOf'
import { storing } from './outcome'

export interface NewOpening {
  readonly wall: Id
  readonly fit: Opening['fit']
  readonly type?: Id
  /** The centre's distance from the wall's start, mm. */
  readonly along: number
  readonly width: number
  readonly sill: number
  readonly head: number
  readonly hand: Opening['hand']
  readonly side: Opening['side']
  readonly round?: Opening['round']
  readonly measured?: Opening['measured']
}

const CALLED: Record<Opening['fit'], string> = { door: 'door', window: 'window', gap: 'opening' }

/**
 * Puts an opening into a wall. Refused where it would stand outside the clear wall or over another opening.
 * @refuses bad-value, in-the-way, no-room, no-size, nonsense, taken, too-many
 */
export function addOpening(project: Project, solved: SolvedWall, input: NewOpening, makeId: MakeId): Change {
  return addOpenings(project, solved, input, { count: 1, gap: 0 }, makeId)
}

/**
 * Puts a row of equal openings into a wall in one go: `count` of them with a clear `gap` between, the first where
 * `input` says, the others towards the wall's end, or its start.
 * @refuses bad-value, in-the-way, no-room, no-size, nonsense, taken, too-many
 */
export function addOpenings(
  project: Project,
  solved: SolvedWall,
  input: NewOpening,
  row: { readonly count: number; readonly gap: number; readonly towards?: 'start' | 'end' },
  makeId: MakeId,
): Change {
  const { count, gap } = row
  if (!(Number.isInteger(count) && count >= 1 && count <= 200))
    throw new EditRefused('too-many', 'A row has 1 to 200 openings.')
  if (!(gap >= 0)) throw new EditRefused('bad-value', 'Type the clear width between two openings, 0 or more.')
  const step = (input.width + gap) * (row.towards === 'start' ? -1 : 1)
  const all = Array.from({ length: count }, (_, i) => ({ ...input, along: input.along + i * step }))
  return addOpeningsAt(project, solved, all, makeId)
}

/**
 * Puts several openings into one wall in one go, each as it is.
 * @refuses bad-value, in-the-way, no-room, no-size, nonsense, taken, too-many
 */
export function addOpeningsAt(
  project: Project,
  solved: SolvedWall,
  inputs: readonly NewOpening[],
  makeId: MakeId,
): Change {
  if (inputs.length > 200) throw new EditRefused('too-many', 'At most 200 openings in one go.')
  const level = solved.shape.wall.level
  const taken = marksOf(project)
  const made: Opening[] = []
  for (const input of inputs) {
    const mark = nextMark(project, input.fit, level, taken)
    taken.add(mark)
    const opening: Opening = { id: makeId(), kind: 'opening', ...input, mark }
    refuseMisfit(project, solved, opening)
    for (const other of made) if (overlap(opening, other)) throw takenBy(other)
    made.push(opening)
  }
  return storing(project, ...made)
}

/** Which edge of an opening stays when its width changes. */
export type KeptEdge = 'start' | 'centre' | 'end'

/**
 * Changes facts of an opening, with the same refusals. Another width keeps its centre, or one edge, in place.
 * @refuses bad-value, in-the-way, no-room, no-size, nonsense, taken
 */
export function changeOpening(
  project: Project,
  solved: SolvedWall,
  id: Id,
  facts: Partial<Omit<NewOpening, 'wall' | 'round'>> & {
    readonly remarks?: string
    /** Null: level again. */
    readonly top?: Opening['top'] | null
  },
  keep: KeptEdge = 'centre',
): Change {
  const before = project.need('opening', id)
  const { top = before.top ?? null, ...others } = facts
  const { top: _, ...rest } = before
  let opening: Opening = { ...rest, ...others, ...(top === null ? {} : { top }) }
  if (facts.width !== undefined && facts.along === undefined) {
    const kept = before.round ? (before.round === 'start' ? 'start' : 'end') : keep
    const grown = (facts.width - before.width) / 2
    if (kept !== 'centre') opening = { ...opening, along: before.along + (kept === 'start' ? grown : -grown) }
  }
  refuseMisfit(project, solved, opening)
  return storing(project, opening)
}

function refuseMisfit(project: Project, solved: SolvedWall, opening: Opening): void {
  const called = CALLED[opening.fit]
  if (!(opening.width > 0)) throw new EditRefused('no-size', `A ${called} needs some width.`)
  if (opening.head <= opening.sill)
    throw new EditRefused('bad-value', `The head of a ${called} lies above its sill.`)
  if (opening.top && opening.top.form !== 'round' && opening.top.rise >= opening.head - opening.sill)
    throw new EditRefused('bad-value', `The head of a ${called} cannot rise by more than its height.`)
  const clear = clearLength(solved.shape, solved.start, solved.end)
  const from = opening.along - opening.width / 2
  const to = opening.along + opening.width / 2
  const { round } = opening
  if (to - from > clear.to - clear.from + SAME_POINT && !round)
    throw new EditRefused('no-room', `The ${called} is wider than the clear wall.`)
  if (
    (round !== 'start' && from < clear.from - SAME_POINT) ||
    (round !== 'end' && to > clear.to + SAME_POINT)
  )
    throw new EditRefused('no-room', `The ${called} would stand outside its wall.`)
  if (!round && !solved.shape.arc && !staysClear(solved, from, to))
    throw new EditRefused(
      'in-the-way',
      `Another wall or a column stands against the wall where the ${called} would be.`,
    )
  for (const other of openingsOf(project, opening.wall)) {
    if (other.id === opening.id || !heightsMeet(openingReach(opening), openingReach(other))) continue
    // What is new may come where something goes.
    if (isRemoved(other) !== isRemoved(opening)) continue
    if (overlap(opening, other)) throw takenBy(other)
  }
}

const overlap = (p: Opening, q: Opening): boolean =>
  Math.abs(p.along - q.along) < (p.width + q.width) / 2 - SAME_POINT
const takenBy = ({ fit }: Opening): EditRefused =>
  new EditRefused('taken', `There is a ${CALLED[fit]} in this place already.`)

/** Whether nothing meets the wall between two distances along it, on either side. */
const staysClear = (solved: SolvedWall, from: number, to: number): boolean =>
  (['left', 'right'] as const).every((side) =>
    stretchesOf(solved, side).some((stretch) => from >= stretch.from - 1 && to <= stretch.to + 1),
  )

/**
 * Another type for openings. Their widths stay; sill and head follow where they were those of the type.
 * @refuses nonsense, nothing
 */
export function retypeOpenings(project: Project, ids: readonly Id[], type: Id): Change {
  const now = project.need('openingType', type)
  const taken = marksOf(project)
  const put = ids.flatMap((id): AnyRecord[] => {
    const opening = project.find('opening', id)
    if (!opening) return []
    const was = openingTypeOf(project, opening)
    const usual = opening.sill === was.sill && opening.head === was.head
    let { mark } = opening
    if (now.fit !== opening.fit) {
      mark = nextMark(project, now.fit, project.need('wall', opening.wall).level, taken)
      taken.add(mark)
    }
    return [
      {
        ...opening,
        type,
        fit: now.fit,
        ...(mark === undefined ? {} : { mark }),
        ...(usual ? { sill: now.sill, head: now.head } : {}),
      },
    ]
  })
  if (put.length === 0) throw new EditRefused('nothing', 'Select a door or window.')
  return storing(project, ...put)
}

/**
 * A window round the corner at an end of a wall, in both walls that meet there: `widths` are measured along
 * each wall's drawn line from its end. Refused where no two walls make a plain corner.
 * @refuses bad-value, in-the-way, no-room, no-size, no-solution, nonsense, nothing, taken, too-many
 */
export function addCornerWindow(
  project: Project,
  solver: LevelSolver,
  input: {
    readonly wall: Id
    readonly end: 'start' | 'end'
    readonly type: Id
    readonly widths: readonly [number, number]
    readonly side: Opening['side']
  },
  makeId: MakeId,
): Change {
  const first = solver.get(input.wall)
  if (!first) throw new EditRefused('nothing', 'Point to a wall near its corner.')
  const other = cornerPartner(solver, first, input.end)
  if (!other) throw new EditRefused('no-solution', 'A corner window needs two walls that meet in a corner.')
  const { sill, head } = project.need('openingType', input.type)
  // The outer faces of both walls are on one side where one wall's end meets the other's start.
  const sameSense = input.end !== other.end
  const otherSide = sameSense === (input.side === 'left') ? 'left' : 'right'
  const along = (solved: SolvedWall, end: 'start' | 'end', width: number): number =>
    end === 'start' ? width / 2 : solved.shape.length - width / 2
  const one = addOpening(
    project,
    first,
    {
      wall: input.wall,
      fit: 'window',
      type: input.type,
      along: along(first, input.end, input.widths[0]),
      width: input.widths[0],
      sill,
      head,
      hand: 'start',
      side: input.side,
      round: input.end,
    },
    makeId,
  )
  const taken = marksOf(project)
  for (const record of one.put) if (record.kind === 'opening' && record.mark) taken.add(record.mark)
  const two = addOpening(
    project,
    other.wall,
    {
      wall: other.wall.shape.id,
      fit: 'window',
      type: input.type,
      along: along(other.wall, other.end, input.widths[1]),
      width: input.widths[1],
      sill,
      head,
      hand: 'start',
      side: otherSide,
      round: other.end,
    },
    makeId,
  )
  const put = two.put.map((record) =>
    record.kind === 'opening'
      ? { ...record, mark: nextMark(project, 'window', other.wall.shape.wall.level, taken) }
      : record,
  )
  return storing(project, ...one.put, ...put)
}

/** The wall that makes a plain corner with an end of another. */
function cornerPartner(
  solver: LevelSolver,
  { shape, start, end }: SolvedWall,
  at: 'start' | 'end',
): { wall: SolvedWall; end: 'start' | 'end' } | null {
  const cut = at === 'start' ? start : end
  if (cut.how !== 'corner' || shape.arc) return null
  const p = at === 'start' ? shape.a : shape.b
  const near = solver.wallsNear({ minX: p.x - 1, minY: p.y - 1, maxX: p.x + 1, maxY: p.y + 1 })
  for (const wall of near) {
    if (wall.shape.id === shape.id || wall.shape.arc) continue
    for (const end of ['start', 'end'] as const) {
      const q = end === 'start' ? wall.shape.a : wall.shape.b
      const how = end === 'start' ? wall.start.how : wall.end.how
      if (how === 'corner' && Math.hypot(q.x - p.x, q.y - p.y) <= 1) return { wall, end }
    }
  }
  return null
}

/**
 * The other jamb carries the leaf.
 * @refuses nonsense
 */
export function flipHand(project: Project, id: Id): Change {
  const opening = project.need('opening', id)
  return storing(project, { ...opening, hand: opening.hand === 'start' ? 'end' : 'start' })
}

/**
 * The leaf opens to the other side of the wall.
 * @refuses nonsense
 */
export function flipSide(project: Project, id: Id): Change {
  const opening = project.need('opening', id)
  return storing(project, { ...opening, side: opening.side === 'left' ? 'right' : 'left' })
}
