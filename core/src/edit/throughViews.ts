import { solverOf } from '../building'
import { PAPER_IN_LINE, SAME_LENGTH, dot, type Box, type Point } from '../geometry'
import { isStanding } from '../kinds'
import { kindWord, type AnyRecord, type Change, type Id, type Opening, type Project } from '../records'
import { floorOf } from '../solids'
import {
  edgeInPicture,
  framesOf,
  lineEnd,
  sidesOfLine,
  viewHandles,
  type Frame,
  type LineSide,
  type SeenAround,
  type PulledPart,
} from '../views'
import { moveItems, setFacts } from './items'
import { changeOpening } from './openings'
import { setLevel } from './levels'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

/**
 * A point of something of the building, brought elsewhere in a drawing that looks at it: sills, heads and jambs of doors and
 * windows, tops and feet of walls, the eaves of roofs, the floors of levels and grid lines with the ends of their lines. The
 * plan follows.
 * @param around what is seen in the drawing: needed for what is a line of a level or of the grid there
 * @param alone the end of such a line is pulled without those in line with it
 * @refuses bad-value, gone, in-the-way, locked, no-room, no-size, no-solution, nonsense, nothing, taken, unnamed, wrong-kind
 */
export function moveInView(
  project: Project,
  drawing: Id,
  id: Id,
  index: number,
  to: Point,
  around: SeenAround | null = null,
  alone = false,
): Change {
  refuseLocked(project, [id])
  if (!Number.isFinite(to.x + to.y)) throw new EditRefused('bad-value', 'That is no place to go to.')
  const board = project.need('drawing', drawing)
  const frame = isStanding(board) ? (framesOf(project, board)[0] ?? null) : null
  const record = project.get(id)
  const handle = frame && record ? viewHandles(project, frame, record, around)[index] : undefined
  if (!frame || !record || !handle)
    throw new EditRefused('nothing', 'This has no points by which it is reshaped here.')
  if (around && (handle.part === 'line from' || handle.part === 'line to'))
    return pullLine(project, around, record, handle.part === 'line from' ? 'from' : 'to', to, alone)
  return pulled(project, frame, record, handle.part, handle.at, to)
}

/** One end of the line of a level or of the grid pulled: with all that end on that side as it does, or by itself. */
function pullLine(
  project: Project,
  { board, extent, scale }: SeenAround,
  { kind, id }: AnyRecord,
  end: 'from' | 'to',
  at: Point,
  alone: boolean,
): Change {
  if (kind !== 'level' && kind !== 'gridLine')
    throw new EditRefused('nothing', 'This has no line that could be pulled.')
  const side = sidesOfLine(kind)[end]
  const by = beyondSide(extent, side, at) / scale
  const before = board.ownEnds ?? []
  const { ownEnds: _, ...rest } = board
  const own = before.find(({ line }) => line === id)
  const others = before.filter(({ line }) => line !== id)
  if (alone || own?.[end] !== undefined) {
    // An end brought back into line with the others is no longer one by itself.
    const isBack = Math.abs(by - lineEnd(rest, id, end, side)) <= PAPER_IN_LINE
    const pulled = isBack ? undefined : by
    const from = end === 'from' ? pulled : own?.from
    const to = end === 'to' ? pulled : own?.to
    const now = {
      line: id,
      ...(from === undefined ? {} : { from }),
      ...(to === undefined ? {} : { to }),
    }
    const left = from === undefined && to === undefined ? others : [...others, now]
    return storing(project, left.length > 0 ? { ...rest, ownEnds: left } : rest)
  }
  return storing(project, { ...board, lineEnds: { ...board.lineEnds, [side]: by } })
}

/** How far a point lies beyond one side of a box, mm. */
function beyondSide(extent: Box, side: LineSide, { x, y }: Point): number {
  switch (side) {
    case 'left':
      return extent.minX - x
    case 'right':
      return x - extent.maxX
    case 'foot':
      return extent.minY - y
    case 'top':
      return y - extent.maxY
  }
}

function pulled(
  project: Project,
  frame: Frame,
  record: AnyRecord,
  part: PulledPart,
  at: Point,
  to: Point,
): Change {
  const up = to.y - at.y
  switch (record.kind) {
    case 'opening':
      return openingPulled(project, frame, record, part, at, to)
    case 'wall': {
      const floor = floorOf(project, record.level)
      const height = record.height ?? project.need('level', record.level).height - record.base
      if (part === 'top') return setFacts(project, 'wall', record.id, { height: positive(height + up) })
      const base = to.y - floor
      return setFacts(project, 'wall', record.id, { base, height: positive(height - up) })
    }
    case 'roof':
      return setFacts(project, 'roof', record.id, { eaves: record.eaves + up })
    case 'slab':
      return part === 'top'
        ? setFacts(project, 'slab', record.id, { top: record.top + up })
        : setFacts(project, 'slab', record.id, { thickness: positive(record.thickness - up) })
    case 'column': {
      const { base = 0 } = record
      const height = record.height ?? project.need('level', record.level).height - base
      return part === 'top'
        ? setFacts(project, 'column', record.id, { height: positive(height + up) })
        : setFacts(project, 'column', record.id, { base: base + up, height: positive(height - up) })
    }
    case 'level':
      return setLevel(project, record.id, { elevation: to.y })
    case 'gridLine': {
      const { right } = frame.looking
      const across = to.x - at.x
      return moveItems(project, [record.id], { x: right.x * across, y: right.y * across })
    }
    case 'overhead':
      return part === 'top'
        ? setFacts(project, 'overhead', record.id, { height: positive(record.height + up) })
        : setFacts(project, 'overhead', record.id, { bottom: record.bottom + up })
    default:
      throw new EditRefused('nothing', 'This has no points by which it is reshaped here.')
  }
}

function positive(height: number): number {
  if (!(height > 0)) throw new EditRefused('no-size', 'Nothing would be left of its height.')
  return height
}

/** Walls that run so steeply into the picture are not moved along in it: the part of them that is seen. */
const LEAST_SEEN = 0.05

function openingPulled(
  project: Project,
  frame: Frame,
  opening: Opening,
  part: PulledPart,
  at: Point,
  to: Point,
): Change {
  const wall = project.need('wall', opening.wall)
  const solved = solverOf(project, wall.level).get(wall.id)
  if (!solved) throw new EditRefused('gone', 'Its wall is no longer there.')
  const change = (facts: Parameters<typeof changeOpening>[3]): Change =>
    changeOpening(project, solved, opening.id, facts)
  const up = to.y - at.y
  if (part === 'sill') return change({ sill: opening.sill + up })
  if (part === 'head') return change({ head: opening.head + up })
  const { right } = frame.looking
  const seen = dot(solved.shape.u, right)
  const edge = edgeInPicture(project, frame, opening.id, 'sill left')
  if (!edge || Math.abs(seen) < LEAST_SEEN)
    throw new EditRefused('no-solution', 'Its wall is seen from the end here: move it in plan.')
  const by = (to.x - at.x) / seen
  if (part === 'place')
    return change({ along: opening.along + by, sill: opening.sill + up, head: opening.head + up })
  const grown = part === 'start jamb' ? -by : by
  return change({ width: opening.width + grown, along: opening.along + by / 2 })
}

/**
 * Things of the building moved by a way in a drawing that looks at it: doors and windows along their walls and up, all else
 * level along the picture, or upright.
 * @refuses bad-value, gone, in-the-way, locked, no-room, no-size, no-solution, nonsense, nothing, taken, wrong-kind
 */
export function moveThroughView(project: Project, drawing: Id, ids: readonly Id[], by: Point): Change {
  refuseLocked(project, ids)
  const board = project.need('drawing', drawing)
  const frame = isStanding(board) ? (framesOf(project, board)[0] ?? null) : null
  if (!frame) throw new EditRefused('wrong-kind', 'What the building is made of is moved in plan.')
  if (Math.hypot(by.x, by.y) === 0) throw new EditRefused('no-size', 'Type or point how far to move.')
  const chosen = ids.flatMap((id) => project.get(id) ?? [])
  const openings = chosen.filter((record) => record.kind === 'opening')
  if (openings.length === chosen.length) {
    const made = openings.flatMap((opening) => {
      const at = { x: 0, y: 0 }
      return openingPulled(project, frame, opening, 'place', at, by).put
    })
    return new Outcome(project).put(...made).change()
  }
  if (openings.length > 0)
    throw new EditRefused(
      'wrong-kind',
      'Doors and windows are moved here by themselves: they go along their walls.',
    )
  if (Math.abs(by.x) > SAME_LENGTH && Math.abs(by.y) > SAME_LENGTH)
    throw new EditRefused('no-solution', 'Here things move level or upright, one after the other.')
  if (Math.abs(by.y) <= SAME_LENGTH) {
    const { right } = frame.looking
    return moveItems(project, ids, { x: right.x * by.x, y: right.y * by.x })
  }
  return new Outcome(project).put(...chosen.map((record) => raised(record, by.y))).change()
}

/** Something of the building so much higher. */
function raised(record: AnyRecord, by: number): AnyRecord {
  switch (record.kind) {
    case 'wall':
      return { ...record, base: record.base + by }
    case 'column':
      return { ...record, base: (record.base ?? 0) + by }
    case 'roof':
      return { ...record, eaves: record.eaves + by }
    case 'slab':
      return { ...record, top: record.top + by }
    case 'overhead':
    case 'framing':
      return { ...record, bottom: record.bottom + by }
    default:
      throw new EditRefused(
        'wrong-kind',
        `A ${kindWord(record.kind)} stands on its level: it is not raised by itself.`,
      )
  }
}
