import { buildingOf, wallAxis, type Boundary } from '../building'
import {
  SHORTEST,
  boxOf,
  boxesMeet,
  edgeLength,
  edgesOf,
  growBox,
  pathBox,
  pathLength,
  pathOf,
  pointOn,
  type Box,
  type Edge,
  type Path,
  type Point,
} from '../geometry'
import { layerOf } from '../library'
import { shapeOfPath, shapePath } from '../linework'
import {
  kindWord,
  type AnyRecord,
  type Board,
  type Id,
  type Linework,
  type Project,
  type Wall,
  asPlan,
} from '../records'
import { EditRefused, type MakeId } from './refusal'
import { Outcome, refuseLocked } from './outcome'

/** A record that runs along a line: a wall along its drawn line, a drafted item along its own. */
export interface Track {
  readonly record: Wall | Linework
  readonly path: Path
}

/**
 * The line a record runs along. Refused for what has none, with what was to be done: "trim".
 * @refuses gone, locked, no-size, nothing
 */
export function trackOf(project: Project, id: Id, verb: string): Track {
  refuseLocked(project, [id])
  const record = project.get(id)!
  if (record.kind === 'wall') return { record, path: pathOf([wallAxis(record)], false) }
  if (record.kind === 'linework') {
    const path = shapePath(record.shape)
    if (path.vertices.length < 2) throw new EditRefused('no-size', 'This line has no length.')
    return { record, path }
  }
  throw new EditRefused(
    'nothing',
    `There is nothing to ${verb} about a ${kindWord(record.kind)}: point to a line or a wall.`,
  )
}

/**
 * The record along another line.
 * @refuses no-size, wrong-kind
 */
export function alongPath(record: Wall | Linework, path: Path): Wall | Linework {
  if (pathLength(path) < SHORTEST)
    throw new EditRefused('no-size', 'That would leave something without length.')
  if (record.kind === 'linework') {
    const cloud = record.shape.form === 'path' ? record.shape.cloudPaperMm : undefined
    const shape = shapeOfPath(path)
    return {
      ...record,
      shape: cloud !== undefined && shape.form === 'path' ? { ...shape, cloudPaperMm: cloud } : shape,
    }
  }
  const edges = edgesOf(path)
  if (edges.length !== 1) throw new EditRefused('wrong-kind', 'A wall runs along one line or one arc.')
  return wallAlong(record, edges[0]!)
}

function wallAlong(whole: Wall, { a, b, sweep }: Edge): Wall {
  const { sweep: _, ...rest } = whole
  return sweep === 0 ? { ...rest, a, b } : { ...rest, a, b, sweep }
}

/**
 * The record along each of some lines: the first keeps its id, others are new with the same traits.
 * @refuses no-size, wrong-kind
 */
export const partsAlong = ({ record }: Track, paths: readonly Path[], makeId: MakeId): (Wall | Linework)[] =>
  paths.map((path, i) => {
    const one = alongPath(record, path)
    return i === 0 ? one : { ...one, id: makeId() }
  })

/**
 * The record cut up along its own line; without any line left it is cut away.
 * @refuses no-size, wrong-kind
 */
export const cutAlong = (outcome: Outcome, track: Track, paths: readonly Path[], makeId: MakeId): Outcome =>
  outcome.replaced(track.record, partsAlong(track, paths, makeId))

/** The point of an edge's line or circle at a distance along it, which may lie beyond its ends. */
export const pointAlong = (edge: Edge, along: number): Point => pointOn(edge, along / edgeLength(edge))

/** Which lines of a drawing things are cut at: those of its drafted items and of its walls. */
export interface CutterChoice {
  /** Walls count by their faces (for lines), or by their drawn lines (for walls). */
  readonly walls: 'faces' | 'axes'
  /** Only these; left out: everything that is shown. */
  readonly only?: readonly Id[]
  /** Never this one. */
  readonly except: Id
  /** Only what comes near this; left out: wherever it lies. */
  readonly near?: Box
}

interface Along {
  readonly path: Path
  readonly box: Box
}
const along = new WeakMap<Linework, Along>()

/** The line of a drafted item and the box around it, kept with the item. */
function lineOf(item: Linework): Along {
  let kept = along.get(item)
  if (!kept) {
    const path = shapePath(item.shape)
    along.set(item, (kept = { path, box: pathBox(path) }))
  }
  return kept
}

/** How far the faces of a wall reach beyond its ends at sharp corners, mm. */
const MITRES = 2000

export function cuttersOf(
  project: Project,
  board: Board,
  { walls, only, except, near }: CutterChoice,
): Path[] {
  const wanted = only ? new Set(only) : null
  const counts = (record: AnyRecord): boolean =>
    record.id !== except && (wanted === null || wanted.has(record.id)) && layerOf(project, record).shown
  const paths: Path[] = []
  for (const id of project.dependents(board.id)) {
    const record = project.get(id)
    if (record?.kind !== 'linework') continue
    const { path, box } = lineOf(record)
    if ((!near || boxesMeet(box, near)) && counts(record)) paths.push(path)
  }
  for (const line of asPlan(board) ? project.all('gridLine') : [])
    if (counts(line)) paths.push(pathOf([{ a: line.a, b: line.b, sweep: 0 }], false))
  const building = buildingOf(project, board)
  for (const wall of (near ? building?.wallsNear(growBox(near, MITRES)) : building?.all()) ?? []) {
    if (!counts(wall.shape.wall)) continue
    if (walls === 'axes') paths.push(pathOf([wallAxis(wall.shape.wall)], false))
    else
      for (const b of wall.boundaries)
        if ((b.left < 0 || b.right < 0) && (!near || boxesMeet(boxOfBoundary(b), near)))
          paths.push(pathOf([{ a: { x: b.x1, y: b.y1 }, b: { x: b.x2, y: b.y2 }, sweep: 0 }], false))
  }
  return paths
}

const boxOfBoundary = ({ x1, y1, x2, y2 }: Boundary): Box =>
  boxOf([
    { x: x1, y: y1 },
    { x: x2, y: y2 },
  ])
