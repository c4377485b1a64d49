import {
  SAME_POINT,
  alongAt,
  arcOf,
  carrierCrossings,
  edgeLength,
  edgesOf,
  isStraight,
  nearestOnPath,
  pathCrossings,
  pathLength,
  pathOf,
  pointOn,
  spanOfPath,
  type Edge,
  type Path,
  type Point,
} from '../geometry'

/** A stretch of a path between two distances from its start; on a closed path it may run over the start. */
export interface Span {
  readonly from: number
  readonly to: number
}

/** The distances along a path at which others cross it, rising, its own ends left out. */
export function stopsOn(path: Path, cutters: readonly Path[]): number[] {
  const whole = pathLength(path)
  const stops: number[] = []
  for (const cutter of cutters) {
    for (const { edge, t } of pathCrossings(path, cutter)) stops.push(alongAt(path, edge, t))
  }
  stops.sort((p, q) => p - q)
  const kept: number[] = []
  for (const stop of stops) {
    if (!path.closed && (stop < SAME_POINT || stop > whole - SAME_POINT)) continue
    if (kept.length === 0 || stop - kept[kept.length - 1]! > SAME_POINT) kept.push(stop)
  }
  if (path.closed && kept.length > 1 && kept[0]! + whole - kept[kept.length - 1]! <= SAME_POINT) kept.pop()
  return kept
}

/** The stretch between crossings that holds the point of the path nearest to p; null when nothing cuts it off. */
export function spanAt(path: Path, cutters: readonly Path[], p: Point): Span | null {
  const stops = stopsOn(path, cutters)
  const { along } = nearestOnPath(path, p)
  const after = stops.find((stop) => stop > along)
  const before = [...stops].reverse().find((stop) => stop <= along)
  if (path.closed) {
    if (stops.length < 2) return null
    return { from: before ?? stops[stops.length - 1]!, to: after ?? stops[0]! }
  }
  if (stops.length === 0) return null
  return { from: before ?? 0, to: after ?? pathLength(path) }
}

/** What is left of a path without a stretch: none, one or two paths. */
export function without(path: Path, { from, to }: Span): Path[] {
  const whole = pathLength(path)
  if (path.closed) {
    const rest = spanOfPath(path, to, from)
    return rest ? [rest] : []
  }
  return [
    from > SAME_POINT ? spanOfPath(path, 0, from) : null,
    to < whole - SAME_POINT ? spanOfPath(path, to, whole) : null,
  ].filter((part): part is Path => part !== null)
}

/** A path in two at a distance along it; a closed path opens there. */
export function splitPath(path: Path, along: number): Path[] {
  const whole = pathLength(path)
  if (path.closed) {
    const open = spanOfPath(path, along, along + whole)
    return open ? [open] : []
  }
  if (along <= SAME_POINT || along >= whole - SAME_POINT) return [path]
  return [spanOfPath(path, 0, along)!, spanOfPath(path, along, whole)!]
}

/**
 * An open path with the end nearer to p run on along its line or circle to the first thing it meets. Null
 * when it meets nothing.
 */
export function extendAt(path: Path, cutters: readonly Path[], p: Point): Path | null {
  if (path.closed) return null
  const edges = edgesOf(path)
  const whole = pathLength(path)
  const atEnd = nearestOnPath(path, p).along > whole / 2
  const index = atEnd ? edges.length - 1 : 0
  const edge = edges[index]!
  let best = Infinity
  let found: { t: number; point: Point } | null = null
  for (const cutter of cutters) {
    for (const other of edgesOf(cutter)) {
      const slack = SAME_POINT / Math.max(edgeLength(other), SAME_POINT)
      for (const { t, u, point } of carrierCrossings(edge, other)) {
        if (u < -slack || u > 1 + slack) continue
        const beyond = runBeyond(edge, t, atEnd)
        if (beyond <= SAME_POINT || beyond >= best) continue
        best = beyond
        found = { t: atEnd ? 1 + beyond / edgeLength(edge) : -beyond / edgeLength(edge), point }
      }
    }
  }
  return found && withEnd(path, atEnd, found.t, found.point)
}

/** How far beyond the end (or before the start) the part t lies, mm; round the circle for an arc; 0 when within. */
function runBeyond(edge: Edge, t: number, atEnd: boolean): number {
  const length = edgeLength(edge)
  if (isStraight(edge)) return (atEnd ? t - 1 : -t) * length
  const round = (2 * Math.PI * arcOf(edge).radius) / length
  let beyond = atEnd ? t - 1 : -t
  if (beyond <= 0) beyond += round
  // Within the arc itself.
  return beyond >= round - 1 ? 0 : beyond * length
}

/** A path whose first or last edge ends at another part t of its line or circle, at the point given. */
function withEnd(path: Path, atEnd: boolean, t: number, point: Point): Path {
  const edges = edgesOf(path)
  const index = atEnd ? edges.length - 1 : 0
  const edge = edges[index]!
  edges[index] = atEnd
    ? { a: edge.a, b: point, sweep: edge.sweep * t }
    : { a: point, b: edge.b, sweep: edge.sweep * (1 - t) }
  return pathOf(edges, false)
}

/** An open path lengthened at the end nearer to p by a distance along its line or circle (negative: shortened). */
export function lengthenAt(path: Path, p: Point, by: number): Path | null {
  if (path.closed) return null
  const whole = pathLength(path)
  if (whole + by < SAME_POINT) return null
  const atEnd = nearestOnPath(path, p).along > whole / 2
  if (by < 0) return atEnd ? spanOfPath(path, 0, whole + by) : spanOfPath(path, -by, whole)
  const edges = edgesOf(path)
  const edge = edges[atEnd ? edges.length - 1 : 0]!
  const part = by / edgeLength(edge)
  if (!isStraight(edge) && Math.abs(edge.sweep) * (1 + part) > 2 * Math.PI - 0.01) return null
  const t = atEnd ? 1 + part : -part
  return withEnd(path, atEnd, t, pointOn(edge, t))
}
