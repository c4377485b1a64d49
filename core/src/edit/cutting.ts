import { typeThickness } from '../building'
import {
  edgesOf,
  growBox,
  isStraight,
  nearestOnPath,
  pathCrossings,
  pathLength,
  pathOf,
  spanOfPath,
  pathBox,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import { extendAt, lengthenAt, splitPath, spanAt, without } from '../linework'
import { type Change, type Id, type Project, type Board } from '../records'
import { EditRefused, type MakeId } from './refusal'
import { Outcome, storing } from './outcome'
import { alongPath, cutAlong, cuttersOf, trackOf, type Track } from './track'

const cuttersFor = (
  project: Project,
  board: Board,
  track: Track,
  only: readonly Id[] | undefined,
  near: Box | null,
): Path[] =>
  cuttersOf(project, board, {
    ...(near ? { near } : {}),
    walls: track.record.kind === 'wall' ? 'axes' : 'faces',
    except: track.record.id,
    ...(only && only.length > 0 ? { only } : {}),
  })

/**
 * The piece of an item that would go when trimmed at a point; null when nothing crosses it there.
 * @refuses gone, locked, no-size, nothing
 */
export function pieceAt(
  project: Project,
  board: Board,
  id: Id,
  p: Point,
  only?: readonly Id[],
): { piece: Path; rest: Path[] } | null {
  const track = trackOf(project, id, 'trim')
  const span = spanAt(track.path, cuttersFor(project, board, track, only, growBox(pathBox(track.path), 1)), p)
  if (!span) return null
  const rest = without(track.path, span)
  return { piece: spanOfPath(track.path, span.from, span.to)!, rest }
}

/**
 * Takes away the piece of an item between its crossings that was pointed to.
 * @refuses gone, in-the-way, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function trimItem(
  project: Project,
  board: Board,
  id: Id,
  p: Point,
  only: readonly Id[] | undefined,
  makeId: MakeId,
): Change {
  const found = pieceAt(project, board, id, p, only)
  if (!found)
    throw new EditRefused(
      'no-solution',
      only && only.length > 0
        ? 'None of the chosen edges crosses it here.'
        : 'Nothing crosses it, so there is no piece to take away.',
    )
  return cutAlong(new Outcome(project), trackOf(project, id, 'trim'), found.rest, makeId).change()
}

/** What lies ahead of an end is looked for this far away, and then anywhere, mm. */
const AHEAD = [3000, 30_000]

/** The line of a track run on to the first thing ahead; what lies near is looked at first. */
function runOn({ path }: Track, p: Point, cutters: (near: Box | null) => Path[]): Path | null {
  // An arc runs on round its circle, which may reach far beside it.
  const straight = edgesOf(path).every(isStraight)
  for (const reach of straight ? AHEAD : []) {
    const found = extendAt(path, cutters(growBox(pathBox(path), reach)), p)
    if (found && pathLength(found) - pathLength(path) <= reach) return found
  }
  return extendAt(path, cutters(null), p)
}

/**
 * Runs the end of an item that is nearer to p on to the first edge it meets.
 * @refuses gone, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function extendItem(
  project: Project,
  board: Board,
  id: Id,
  p: Point,
  only: readonly Id[] | undefined,
): Change {
  const track = trackOf(project, id, 'extend')
  if (track.path.closed) throw new EditRefused('wrong-kind', 'A closed outline has no end to extend.')
  const longer = runOn(track, p, (near) => cuttersFor(project, board, track, only, near))
  if (!longer) throw new EditRefused('no-solution', 'Nothing lies ahead of this end.')
  return storing(project, alongPath(track.record, longer))
}

/**
 * Lengthens (or, below 0, shortens) an item at its end nearer to p.
 * @refuses gone, locked, no-size, nonsense, nothing, wrong-kind
 */
export function lengthenItem(project: Project, id: Id, p: Point, by: number): Change {
  const track = trackOf(project, id, 'lengthen')
  if (track.path.closed) throw new EditRefused('wrong-kind', 'A closed outline has no end to lengthen.')
  if (by === 0 || !Number.isFinite(by)) throw new EditRefused('no-size', 'Type by how much.')
  const made = lengthenAt(track.path, p, by)
  if (!made) throw new EditRefused('no-size', 'That would leave nothing of it, or close its circle.')
  return storing(project, alongPath(track.record, made))
}

/**
 * Splits an item in two at its point nearest to p; a closed outline opens there.
 * @refuses gone, in-the-way, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function splitItem(project: Project, id: Id, p: Point, makeId: MakeId): Change {
  const track = trackOf(project, id, 'split')
  const { along } = nearestOnPath(track.path, p)
  const parts = splitPath(track.path, along)
  if (track.record.kind === 'wall') {
    // A stub shorter than that lies wholly within the joint at its end.
    const least = typeThickness(project.need('wallType', track.record.type)) / 2
    if (parts.length > 1 && parts.some((part) => pathLength(part) < least))
      throw new EditRefused(
        'no-size',
        'That is within the joint at its end: point to where the wall runs free.',
      )
  }
  if (!track.path.closed && parts.length < 2)
    throw new EditRefused('no-solution', 'That is its end already: point somewhere between its ends.')
  return cutAlong(new Outcome(project), track, parts, makeId).change()
}

/**
 * The crossings of a line drawn across with an item's line, for trimming and picking by dragging.
 * @refuses gone, locked, no-size, nothing
 */
export function crossedAt(project: Project, id: Id, a: Point, b: Point): Point[] {
  const { path } = trackOf(project, id, 'cross')
  return pathCrossings(path, pathOf([{ a, b, sweep: 0 }], false)).map(({ point }) => point)
}
