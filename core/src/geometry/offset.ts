import {
  arcOf,
  carrierCrossings,
  crossings,
  directionOn,
  edgeBox,
  isStraight,
  nearestOnEdge,
  offsetEdge,
  partOfEdge,
  pointOn,
  straight,
  type Edge,
} from './edge'
import { boxesMeet, growBox } from './box'
import { edgesOf, pathOf, tidyPath, type Path } from './path'
import { SAME_PART, ROUNDING, SAME_POINT } from './tolerance'
import { angleOf, cross, distance, dot, normalAngle, subtract, type Point } from './vector'

/** A mitre further from its corner than this many offsets is cut off. */
const MITRE_LIMIT = 6

/**
 * A path moved to its left by a distance (negative: to its right) with its corners brought to a point. What
 * would cross itself is cut out, so one outline may become several; none is left when the offset swallows it.
 */
export function offsetPath(path: Path, by: number): Path[] {
  const raw = rawOffset(path, by)
  if (raw.length === 0) return []
  const parts = splitAtCrossings(raw)
  const source = edgesOf(path).map((edge) => ({ edge, box: growBox(edgeBox(edge), Math.abs(by)) }))
  const far = Math.abs(by) - Math.max(SAME_POINT, Math.abs(by) * SAME_PART)
  const kept = parts.filter((part) => {
    const p = pointOn(part, 0.5)
    return source.every(
      ({ edge, box }) =>
        !boxesMeet(box, { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }) ||
        nearestOnEdge(edge, p).distance >= far,
    )
  })
  return chain(kept, path.closed)
}

/** The moved edges in order with what joins them at the corners. */
function rawOffset(path: Path, by: number): Edge[] {
  const edges = edgesOf(path)
  const moved = edges.map((edge) => offsetEdge(edge, by))
  const out: Edge[] = []
  /** Where the next edge starts after its corner, if that was moved. */
  let start: Point | null = null
  const count = edges.length
  const firstStart: { at: Point | null } = { at: null }
  for (let i = 0; i < count; i++) {
    let edge = moved[i]
    const next = (i + 1) % count
    const corner = path.closed || i + 1 < count
    if (edge && start) edge = trimStart(edge, start)
    start = null
    if (!corner) {
      if (edge) out.push(edge)
      break
    }
    const to = moved[next]
    if (edge && to) {
      const join = joinAt(edges[i]!, edges[next]!, edge, to, by)
      if (join.meet) {
        out.push(trimEnd(edge, join.meet))
        if (i === count - 1) firstStart.at = join.meet
        else start = join.meet
      } else out.push(edge, ...join.between)
    } else {
      if (edge) out.push(edge)
      // An arc that vanished: its ends are joined across.
      const from = out[out.length - 1]?.b ?? edges[i]!.b
      if (to && distance(from, to.a) > SAME_POINT) out.push(straight(from, to.a))
    }
  }
  if (firstStart.at && out[0]) out[0] = trimStart(out[0], firstStart.at)
  return out.filter((edge) => distance(edge.a, edge.b) > SAME_POINT || !isStraight(edge))
}

function trimEnd(edge: Edge, p: Point): Edge {
  if (isStraight(edge)) return { ...edge, b: p }
  const { centre } = arcOf(edge)
  const turn = normalAngle(angleOf(subtract(p, centre)) - angleOf(subtract(edge.b, centre)))
  return { a: edge.a, b: p, sweep: edge.sweep + turn }
}
function trimStart(edge: Edge, p: Point): Edge {
  if (isStraight(edge)) return { ...edge, a: p }
  const { centre } = arcOf(edge)
  const turn = normalAngle(angleOf(subtract(p, centre)) - angleOf(subtract(edge.a, centre)))
  return { a: p, b: edge.b, sweep: edge.sweep - turn }
}

/** How two moved edges are joined: at one point, or by what lies between them. */
function joinAt(
  before: Edge,
  after: Edge,
  edge: Edge,
  next: Edge,
  by: number,
): { meet: Point | null; between: Edge[] } {
  if (distance(edge.b, next.a) <= SAME_POINT) return { meet: null, between: [] }
  const u = directionOn(before, 1)
  const v = directionOn(after, 0)
  const opens = cross(u, v) * by < 0
  if (opens || (Math.abs(cross(u, v)) < ROUNDING && dot(u, v) < 0)) {
    // The gap at an outer corner: run on to where the two meet, if that is near.
    const corner = before.b
    const meets = carrierCrossings(edge, next)
      .filter(({ t, u: w }) => t >= 1 - ROUNDING && w <= ROUNDING)
      .map(({ point }) => point)
      .filter((p) => distance(p, corner) <= MITRE_LIMIT * Math.abs(by))
      .sort((p, q) => distance(p, corner) - distance(q, corner))
    if (meets[0] && isStraight(edge) && isStraight(next)) return { meet: meets[0], between: [] }
    if (meets[0] && distance(meets[0], corner) <= 2 * Math.abs(by)) return { meet: meets[0], between: [] }
    // Too sharp, or curves that do not meet: round about the corner.
    const from = angleOf(subtract(edge.b, corner))
    const to = angleOf(subtract(next.a, corner))
    let sweep = normalAngle(to - from)
    if (by > 0 && sweep > 0) sweep -= 2 * Math.PI
    if (by < 0 && sweep < 0) sweep += 2 * Math.PI
    return { meet: null, between: [{ a: edge.b, b: next.a, sweep }] }
  }
  // An inner corner: both run past each other and are cut later; what joins their ends lies too near and goes.
  return { meet: null, between: [straight(edge.b, next.a)] }
}

/** Every edge split where others cross it. */
function splitAtCrossings(edges: readonly Edge[]): Edge[] {
  const boxes = edges.map((edge) => growBox(edgeBox(edge), SAME_POINT))
  const cuts: number[][] = edges.map(() => [])
  for (let i = 0; i < edges.length; i++) {
    for (let j = i + 1; j < edges.length; j++) {
      if (!boxesMeet(boxes[i]!, boxes[j]!)) continue
      for (const { t, u } of crossings(edges[i]!, edges[j]!)) {
        cuts[i]!.push(t)
        cuts[j]!.push(u)
      }
    }
  }
  return edges.flatMap((edge, i) => {
    const stops = [0, ...cuts[i]!.sort((p, q) => p - q), 1]
    const parts: Edge[] = []
    for (let k = 1; k < stops.length; k++) {
      const part = partOfEdge(edge, stops[k - 1]!, stops[k]!)
      if (distance(part.a, part.b) > SAME_POINT) parts.push(part)
    }
    return parts
  })
}

/** Edges that follow each other in order, as paths. */
function chain(edges: readonly Edge[], closed: boolean): Path[] {
  const left = new Set(edges)
  const paths: Path[] = []
  while (left.size > 0) {
    const [first] = left
    let run = [first!]
    left.delete(first!)
    for (let grown = true; grown;) {
      grown = false
      const end = run[run.length - 1]!.b
      const start = run[0]!.a
      if (run.length > 1 && distance(start, end) <= 2 * SAME_POINT) break
      for (const edge of left) {
        if (distance(edge.a, end) <= 2 * SAME_POINT) run.push({ ...edge, a: end })
        else if (distance(edge.b, start) <= 2 * SAME_POINT) run = [{ ...edge, b: start }, ...run]
        else continue
        left.delete(edge)
        grown = true
        break
      }
    }
    const closes = run.length > 1 && distance(run[0]!.a, run[run.length - 1]!.b) <= 2 * SAME_POINT
    // A closed outline leaves only closed ones; an end that hangs loose is what a crossing left over.
    if (closed && !closes) continue
    const made = tidyPath(pathOf(run, closes))
    if (made) paths.push(made)
  }
  return paths
}
