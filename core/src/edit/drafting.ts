import {
  PARALLEL,
  SAME_POINT,
  distance,
  edgesOf,
  nearestOnPath,
  offsetPath,
  pathLength,
  pathOf,
  pathArea,
  directionOn,
  insidePath,
  type Path,
  type Point,
} from '../geometry'
import { boardShowing } from '../kinds'
import {
  bevelOf,
  cornerNear,
  cornerOf,
  easedPath,
  isClosed,
  joinPaths,
  shapeOfPath,
  shapePath,
  type CornerFault,
  type Cornered,
} from '../linework'
import {
  type AnyRecord,
  type Change,
  type Id,
  type Linework,
  type OwnLook,
  type Placement,
  type Project,
  type Shape,
  needBoard,
  type Band,
  type LineMeaning,
} from '../records'
import { placedParts, type BlockPart } from '../blocks'
import { EditRefused, type MakeId } from './refusal'
import { Outcome, refuseLocked, storing } from './outcome'
import { alongPath, trackOf, type Track } from './track'
import { besideSetOut, setOutLine } from './settingOut'

export interface NewLinework {
  readonly drawing: Id
  readonly layer: Id
  readonly shape: Shape
  readonly own?: OwnLook
  readonly means?: LineMeaning
  readonly band?: Band
}

/**
 * A new drafted item.
 * @refuses locked, nonsense
 */
export function addLinework(project: Project, input: NewLinework, makeId: MakeId): Change {
  needBoard(project, input.drawing)
  const layer = project.need('layer', input.layer)
  if (layer.locked)
    throw new EditRefused('locked', `The layer “${layer.name}” is locked. Unlock it in Layers first.`)
  return storing(project, { ...input, id: makeId(), kind: 'linework' })
}

/**
 * Draws lines as insulation, a membrane, a run of bricks and so on; null: as lines.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function setBand(project: Project, ids: readonly Id[], band: Band | null): Change {
  refuseLocked(project, ids)
  const put = ids.map((id): AnyRecord => {
    const record = project.get(id)
    if (record?.kind !== 'linework')
      throw new EditRefused('wrong-kind', 'Only lines are drawn as something else.')
    const { band: _, ...rest } = record
    return band ? { ...rest, band } : rest
  })
  return storing(project, ...put)
}

/**
 * Joins items into the first one picked, which keeps its traits: ends that meet, and lines in one line.
 * @refuses gone, in-the-way, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function joinItems(project: Project, ids: readonly Id[]): Change {
  if (ids.length < 2) throw new EditRefused('nothing', 'Select the lines that are to become one.')
  const tracks = ids.map((id) => trackOf(project, id, 'join'))
  const [first] = tracks
  if (first!.path.closed) throw new EditRefused('wrong-kind', 'The first one is closed already.')
  const walls = tracks.filter(({ record }) => record.kind === 'wall').length
  if (walls > 0 && walls < tracks.length)
    throw new EditRefused('wrong-kind', 'Walls join with walls, and lines with lines.')
  const { path, used } = joinPaths(tracks.map((track) => track.path))
  if (used.length === 0)
    throw new EditRefused('no-solution', 'Their ends do not meet, and they do not lie in one line.')
  if (walls > 0 && (path.closed || edgesOf(path).length !== 1))
    throw new EditRefused('no-solution', 'Only walls in one line, or along one circle, become one wall.')
  const made = alongPath(first!.record, path)
  const outcome = new Outcome(project).replaced(first!.record, [made])
  for (const i of used) outcome.replaced(tracks[i]!.record, [made])
  return outcome.change()
}

const FAULTS: Record<CornerFault, string> = {
  parallel: 'They are parallel, or nearly: there is no corner between them.',
  apart: 'They do not meet, however far they run on.',
  closed: 'Point to the open ends of two lines.',
  'too large': 'There is no room for that here: make it smaller.',
  same: 'Point to two different lines.',
}

/** How a corner is made: sharp, rounded by a radius, or cut off at distances from it. */
export type Ease = { readonly radius: number } | { readonly back: number; readonly otherBack: number }

function refuseEase(ease: Ease): void {
  const values = 'radius' in ease ? [ease.radius] : [ease.back, ease.otherBack]
  if (!values.every((value) => Number.isFinite(value) && value >= 0))
    throw new EditRefused('bad-value', 'Type a length of 0 or more.')
}

/**
 * Brings two items to a corner, keeping the sides pointed to; what rounds or cuts it off has the first one's traits.
 * @refuses bad-value, gone, in-the-way, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function cornerItems(
  project: Project,
  first: { readonly id: Id; readonly at: Point },
  second: { readonly id: Id; readonly at: Point },
  ease: Ease,
  makeId: MakeId,
): Change {
  refuseEase(ease)
  if (first.id === second.id) return easeCornerBetween(project, first.id, first.at, second.at, ease)
  const one = trackOf(project, first.id, 'bring to a corner')
  const two = trackOf(project, second.id, 'bring to a corner')
  const made: Cornered | CornerFault =
    'radius' in ease
      ? cornerOf(one.path, first.at, two.path, second.at, ease.radius)
      : bevelOf(one.path, first.at, two.path, second.at, ease.back, ease.otherBack)
  if (typeof made === 'string') throw new EditRefused('no-solution', FAULTS[made])
  const outcome = new Outcome(project)
  brought(outcome, one, made.first)
  brought(outcome, two, made.second)
  if (made.between && distance(made.between.a, made.between.b) > SAME_POINT)
    outcome.put({ ...alongPath(one.record, pathOf([made.between], false)), id: makeId() })
  return outcome.change()
}

/** A line brought to a corner: run on it keeps its ends, cut back the piece beyond goes. */
function brought(outcome: Outcome, track: Track, path: Path): void {
  const made = alongPath(track.record, path)
  if (pathLength(path) < pathLength(track.path)) outcome.replaced(track.record, [made])
  else outcome.put(made)
}

/** The corner of one outline between two of its edges, or the one nearest to where was pointed. */
function easeCornerBetween(project: Project, id: Id, p: Point, q: Point, ease: Ease): Change {
  const track = trackOf(project, id, 'round')
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
  const corner = cornerNear(track.path, middle)
  if (corner === null) throw new EditRefused('wrong-kind', 'This line has no corner.')
  return eased(project, track, [corner], ease)
}

/**
 * Rounds or bevels all corners of an item.
 * @refuses bad-value, gone, in-the-way, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function easeCorners(project: Project, id: Id, ease: Ease): Change {
  refuseEase(ease)
  const track = trackOf(project, id, 'round')
  return eased(project, track, [...track.path.vertices.keys()], ease)
}

function eased(project: Project, track: Track, corners: readonly number[], ease: Ease): Change {
  const size = 'radius' in ease ? ease.radius : Math.max(ease.back, ease.otherBack)
  if (size === 0) throw new EditRefused('bad-value', 'Type a size above 0 to round this corner.')
  const { path, tight } = easedPath(track.path, corners, ease)
  if (tight.length > 0 && tight.length >= corners.filter((i) => isCorner(track.path, i)).length)
    throw new EditRefused('no-solution', FAULTS['too large'])
  return new Outcome(project).replaced(track.record, [alongPath(track.record, path)]).change()
}

function isCorner(path: Path, i: number): boolean {
  if (!path.closed && (i === 0 || i === path.vertices.length - 1)) return false
  const edges = edgesOf(path)
  const u = directionOn(edges[(i + edges.length - 1) % edges.length]!, 1)
  const v = directionOn(edges[i % edges.length]!, 0)
  return Math.abs(u.x * v.y - u.y * v.x) > PARALLEL
}

/**
 * Lines at a distance from an item: on the side of the point, on both sides, one or several in equal steps.
 * @refuses bad-value, gone, locked, no-size, nonsense, nothing, too-many, wrong-kind
 */
export function offsetItem(
  project: Project,
  id: Id,
  input: { readonly by: number; readonly towards: Point; readonly both?: boolean; readonly count?: number },
  makeId: MakeId,
): Change {
  const { by, towards, both = false, count = 1 } = input
  if (!(by > SAME_POINT) || !Number.isFinite(by))
    throw new EditRefused('bad-value', 'Type a distance above 0.')
  if (!(count >= 1 && count <= 500)) throw new EditRefused('too-many', 'Between 1 and 500 lines at a time.')
  const line = offsetLine(project, id)
  const side = sideOfPath(line, towards)
  const distances = (both ? [side, -side] : [side]).flatMap((sense) =>
    Array.from({ length: count }, (_, k) => sense * by * (k + 1)),
  )
  const record = project.get(id)!
  if (record.kind === 'gridLine' || record.kind === 'guide')
    return storing(project, ...besideSetOut(project, record, distances, makeId))
  const track = trackOf(project, id, 'offset')
  const put: AnyRecord[] = []
  let swallowed = false
  for (const aside of distances) {
    const made = offsetPath(track.path, aside)
    if (made.length === 0) swallowed = true
    for (const path of made) {
      if (track.record.kind === 'wall' && edgesOf(path).length !== 1) continue
      const one = alongPath(track.record, path)
      const circle = asCircle(track, path)
      put.push({ ...one, ...(circle ? { shape: circle } : {}), id: makeId() } as AnyRecord)
    }
  }
  if (put.length === 0)
    throw new EditRefused(
      'no-size',
      swallowed ? 'That is so far in that nothing of the outline is left.' : 'Nothing lies at that distance.',
    )
  return storing(project, ...put)
}

/**
 * The line that an item is set off from: also of grid lines and guides. Refused for what has none.
 * @refuses gone, locked, no-size, nothing
 */
export function offsetLine(project: Project, id: Id): Path {
  const record = project.get(id)
  return (record && setOutLine(record)) ?? trackOf(project, id, 'offset').path
}

/** The offset of a circle is a circle. */
function asCircle({ record }: Track, path: Path): Shape | null {
  if (record.kind !== 'linework' || record.shape.form !== 'circle') return null
  const [edge] = edgesOf(path)
  if (!path.closed || !edge) return null
  return { form: 'circle', centre: record.shape.centre, radius: distance(edge.a, record.shape.centre) }
}

/** 1 when p lies to the left of a path's nearest part, -1 when to the right. A closed outline: its inside or outside. */
export function sideOfPath(path: Path, p: Point): 1 | -1 {
  if (path.closed) return insidePath(path, p) === pathArea(path) > 0 ? 1 : -1
  const near = nearestOnPath(path, p)
  const edges = edgesOf(path)
  const edge = edges[near.edge]!
  let u = directionOn(edge, near.t)
  // At a corner both directions count.
  if (near.t >= 1 && edges[near.edge + 1]) {
    const v = directionOn(edges[near.edge + 1]!, 0)
    u = { x: u.x + v.x, y: u.y + v.y }
  }
  return u.x * (p.y - near.point.y) - u.y * (p.x - near.point.x) >= 0 ? 1 : -1
}

/**
 * How far a point lies from an item's line.
 * @refuses gone, locked, no-size, nothing
 */
export function distanceTo(project: Project, id: Id, p: Point): number {
  return nearestOnPath(offsetLine(project, id), p).distance
}

/** Whether it is one drafted thing made of several. */
const hasParts = (record: AnyRecord): record is Linework | Placement =>
  record.kind === 'placement' ||
  (record.kind === 'linework' && (edgesOf(shapePath(record.shape)).length > 1 || isCloud(record)))

/** Whether there is anything among these, or that holds them together, to break into its parts. */
export const isBreakable = (project: Project, ids: readonly Id[]): boolean =>
  ids.some((id) => {
    const record = project.get(id)
    return record && (record.kind === 'group' || record.kind === 'repeat' || hasParts(record))
  }) || holding(project, ids).length > 0

/** The groups and repeats that hold some of these. */
function holding(project: Project, ids: readonly Id[]): Id[] {
  const chosen = new Set(ids)
  return [
    ...project.all('group').filter(({ members }) => members.some((id) => chosen.has(id))),
    ...project.all('repeat').filter((each) => [...each.copies, ...each.sources].some((id) => chosen.has(id))),
  ].map(({ id }) => id)
}

/**
 * A shape's parts as separate lines and arcs.
 * @refuses gone, in-the-way, locked, nonsense, nothing, wrong-kind
 */
export function breakApart(project: Project, ids: readonly Id[], makeId: MakeId): Change {
  refuseLocked(
    project,
    ids.filter((id) => project.get(id)?.kind !== 'group'),
  )
  if (!isBreakable(project, ids))
    throw new EditRefused('nothing', 'What is selected has no parts to break into.')
  const outcome = new Outcome(project)
  for (const id of ids) {
    const record = project.get(id)!
    if (record.kind === 'group' || record.kind === 'repeat') outcome.drop(id)
    if (!hasParts(record)) continue
    const parts =
      record.kind === 'placement'
        ? blockParts(project, record.id, makeId)
        : edgesOf(shapePath(record.shape)).map((edge): AnyRecord => ({
            ...record,
            id: makeId(),
            shape: shapeOfPath(pathOf([edge], false)),
          }))
    outcome.replaced(record, parts)
  }
  outcome.drop(...holding(project, ids))
  return outcome.change()
}

const isCloud = (record: Linework): boolean =>
  record.shape.form === 'path' && record.shape.cloudPaperMm !== undefined && !isClosed(record.shape)

/** A placed block as drafted items of its drawing; fields keep what they say. */
function blockParts(project: Project, id: Id, makeId: MakeId): AnyRecord[] {
  const placement = project.need('placement', id)
  const block = project.need('block', placement.block)
  const drawing = boardShowing(project, placement)?.id
  if (!drawing) throw new EditRefused('wrong-kind', 'There is no drawing of this level to put the parts on.')
  return partRecords(
    placedParts(placement, block, (inner) => project.find('block', inner)),
    drawing,
    makeId,
  )
}

/** Parts of a block as drafted items, hatches and notes of a drawing. */
export function partRecords(parts: readonly BlockPart[], drawing: Id, makeId: MakeId): AnyRecord[] {
  return parts.map((part): AnyRecord => {
    switch (part.is) {
      case 'line': {
        const { light, penMm, tone, colour } = part.look
        const own = {
          ...(penMm === undefined ? {} : { penMm }),
          ...(tone === undefined ? {} : { tone }),
          ...(colour === undefined ? {} : { colour }),
        }
        return {
          id: makeId(),
          kind: 'linework',
          drawing,
          layer: light ? 'layer-fine' : 'layer-fittings',
          shape: shapeOfPath(part.path),
          ...(Object.keys(own).length > 0 ? { own } : {}),
        }
      }
      case 'hatch':
        return {
          id: makeId(),
          kind: 'hatch',
          drawing,
          layer: 'layer-hatches',
          region: { by: 'outline' },
          outlines: part.outlines.map(({ vertices, closed }) => ({ vertices: [...vertices], closed })),
          filling: part.filling,
        }
      case 'text':
        return {
          id: makeId(),
          kind: 'note',
          drawing,
          at: part.at,
          text: part.text,
          heightPaperMm: part.heightPaperMm,
          align: part.align,
          ...(part.turn === 0 ? {} : { turn: part.turn }),
        }
    }
  })
}
