import {
  arcOf,
  atDistance,
  cross,
  directionOn,
  dot,
  edgesOf,
  flattenPath,
  isStraight,
  pathLength,
  pathOf,
  spanOfPath,
  type Arc,
  type Edge,
  type Path,
} from '../geometry'
import type { DisplayItem, PathItem, Source } from './list'
import type { AnyPen } from './pens'

/** What a path is traced with: a canvas, a page, a string. */
export interface PathSink {
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  /** Goes on along an arc from where it stands. */
  arc(arc: Arc): void
  close(): void
}

/** Traces the straight and curved parts of a path item. */
export function tracePath({ vertices, closed }: Pick<PathItem, 'vertices' | 'closed'>, sink: PathSink): void {
  const count = vertices.length / 3
  sink.moveTo(vertices[0]!, vertices[1]!)
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const j = (i + 1) % count
    const edge: Edge = {
      a: { x: vertices[3 * i]!, y: vertices[3 * i + 1]! },
      b: { x: vertices[3 * j]!, y: vertices[3 * j + 1]! },
      sweep: vertices[3 * i + 2]!,
    }
    if (isStraight(edge)) sink.lineTo(edge.b.x, edge.b.y)
    else sink.arc(arcOf(edge))
  }
  if (closed) sink.close()
}

/** The path of a path item. */
export function pathOfItem({ vertices, closed }: Pick<PathItem, 'vertices' | 'closed'>): Path {
  const made = []
  for (let i = 0; i + 2 < vertices.length; i += 3)
    made.push({ x: vertices[i]!, y: vertices[i + 1]!, sweep: vertices[i + 2]! })
  return { vertices: made, closed }
}

const flat = (path: Path): number[] => path.vertices.flatMap(({ x, y, sweep }) => [x, y, sweep])

/**
 * A path drawn with a pen, continuous or in dashes. `dashesPaperMm` are dashes and gaps in turn on paper;
 * `scale` is real mm to one paper mm. Dashes are fitted so that every straight or smooth run starts and ends
 * with a whole one.
 */
export function strokeItem(
  path: Path,
  pen: AnyPen,
  dashesPaperMm: readonly number[],
  scale: number,
  source: Source,
): DisplayItem {
  const whole: DisplayItem = { kind: 'path', pen, vertices: flat(path), closed: path.closed, source }
  if (dashesPaperMm.length === 0) return whole
  const points = dashedPoints(
    path,
    dashesPaperMm.map((mm) => mm * scale),
    scale,
  )
  return points ? { kind: 'segments', pen, points, source } : whole
}

/** More dashes than this in one line are not drawn; the line is shown whole. */
const MOST_DASHES = 20_000
/** How near the chords of a dashed curve keep to it, paper mm. */
const CHORD_PAPER_MM = 0.01

/** Dashes of a path as separate segments; null when there would be too many. */
export function dashedPoints(path: Path, dashes: readonly number[], scale: number): number[] | null {
  const period = dashes.reduce((sum, length) => sum + length, 0)
  if (!(pathLength(path) / period <= MOST_DASHES)) return null
  const out: number[] = []
  for (const run of smoothRuns(path)) addRun(run, dashes, period, scale, out)
  return out
}

/** The path parted at its corners: between them it runs smoothly. */
function smoothRuns(path: Path): Path[] {
  const edges = edgesOf(path)
  const smooth = (e: Edge, f: Edge): boolean => {
    const u = directionOn(e, 1)
    const v = directionOn(f, 0)
    return dot(u, v) > 0 && Math.abs(cross(u, v)) < 0.15
  }
  if (path.closed && edges.every((edge, i) => smooth(edge, edges[(i + 1) % edges.length]!))) return [path]
  const runs: Edge[][] = []
  for (const edge of edges) {
    const last = runs[runs.length - 1]
    if (last && smooth(last[last.length - 1]!, edge)) last.push(edge)
    else runs.push([edge])
  }
  // The last run of a closed path may go on into the first.
  const first = runs[0]
  const last = runs[runs.length - 1]
  if (path.closed && runs.length > 1 && smooth(last![last!.length - 1]!, first![0]!)) {
    first!.unshift(...last!)
    runs.pop()
  }
  return runs.map((run) => pathOf(run, false))
}

function addRun(run: Path, dashes: readonly number[], period: number, scale: number, out: number[]): void {
  const length = pathLength(run)
  const first = dashes[0]!
  const emit = (from: number, to: number): void => {
    if (run.vertices.length === 2 && run.vertices[0]!.sweep === 0) {
      const a = atDistance(run, from).point
      const b = atDistance(run, to).point
      out.push(a.x, a.y, b.x, b.y)
      return
    }
    const part = spanOfPath(run, from, to)
    const points = part ? flattenPath(part, CHORD_PAPER_MM * scale) : []
    for (let i = 1; i < points.length; i++)
      out.push(points[i - 1]!.x, points[i - 1]!.y, points[i]!.x, points[i]!.y)
  }
  // An open run ends with the dash it started with; a ring has whole periods.
  const rest = run.closed ? 0 : first
  const count = Math.round((length - rest) / period)
  if (count < 1) {
    emit(0, length)
    return
  }
  const fit = length / (count * period + rest)
  let at = 0
  for (let n = 0; n < count; n++) {
    for (let k = 0; k < dashes.length; k++) {
      const end = at + dashes[k]! * fit
      if (k % 2 === 0) emit(at, Math.min(end, length))
      at = end
    }
  }
  if (!run.closed) emit(at, length)
}
