import {
  NEARLY_PARALLEL,
  ROUNDING,
  PARALLEL,
  SAME_POINT,
  add,
  angleOf,
  arcOf,
  carrierCrossings,
  cross,
  directionOn,
  distance,
  dot,
  edgeLength,
  edgesOf,
  isStraight,
  leftOf,
  nearestOnEdge,
  nearestOnPath,
  normalAngle,
  offsetEdge,
  partAt,
  pathOf,
  pointOn,
  reversedEdge,
  subtract,
  times,
  type Edge,
  type Path,
  type Point,
} from '../geometry'

/** An end of an open path that was pointed to: the edge there, running towards the corner. */
interface Side {
  readonly path: Path
  readonly edge: Edge
  /** The path was turned about so that the pointed edge comes last. */
  readonly turned: boolean
  readonly picked: Point
}

/** An edge to its carrier's point p: kept from the picked side. The edge runs towards the corner. */
function endingAt(edge: Edge, p: Point): Edge | null {
  if (isStraight(edge))
    return dot(subtract(p, edge.a), directionOn(edge, 0)) <= SAME_POINT ? null : { ...edge, b: p }
  const { centre } = arcOf(edge)
  let turn = normalAngle(angleOf(subtract(p, centre)) - angleOf(subtract(edge.a, centre)))
  const sense = Math.sign(edge.sweep)
  if (turn * sense <= ROUNDING) turn += sense * 2 * Math.PI
  if (Math.abs(turn) > 2 * Math.PI - 0.001) return null
  return { a: edge.a, b: p, sweep: turn }
}

/** The pointed path turned so that the pointed edge is last and the part to keep lies before the corner c. */
function sideOf(path: Path, picked: Point, corner: Point): Side | null {
  if (path.closed) return null
  const edges = edgesOf(path)
  const at = nearestOnPath(path, picked)
  const first = at.edge === 0
  const last = at.edge === edges.length - 1
  if (!first && !last) return null
  let turned = first && !last
  if (first && last) {
    // A single edge: keep the part on the picked side of the corner.
    const edge = edges[0]!
    const t = partAt(edge, picked)
    turned = partAt(edge, corner) < t
  }
  const all = turned ? edges.reverse().map(reversedEdge) : edges
  const made = pathOf(all, false)
  return { path: made, edge: all[all.length - 1]!, turned, picked }
}

function finish(side: Side, edge: Edge): Path {
  const edges = edgesOf(side.path)
  edges[edges.length - 1] = edge
  const path = pathOf(edges, false)
  return side.turned ? pathOf(edgesOf(path).reverse().map(reversedEdge), false) : path
}

const edgeAt = (path: Path, p: Point): Edge => edgesOf(path)[nearestOnPath(path, p).edge]!

/** What is meant by a corner of two paths: both run, or are cut back, to where they meet. */
export interface Cornered {
  readonly first: Path
  readonly second: Path
  /** What lies between them: an arc or a straight bevel; null for a sharp corner. */
  readonly between: Edge | null
  readonly corner: Point
}

/** Why no corner can be made, as a word for the sentence. */
export type CornerFault = 'parallel' | 'apart' | 'closed' | 'too large' | 'same'

/**
 * Two open paths brought to a clean corner, keeping the sides that were pointed to. Radius 0 gives a sharp
 * corner; otherwise an arc that touches both.
 */
export function cornerOf(
  path: Path,
  picked: Point,
  other: Path,
  otherPicked: Point,
  radius: number,
): Cornered | CornerFault {
  if (path.closed || other.closed) return 'closed'
  const e = edgeAt(path, picked)
  const f = edgeAt(other, otherPicked)
  const meets = carrierCrossings(e, f)
  if (isStraight(e) && isStraight(f)) {
    const turn = cross(directionOn(e, 0), directionOn(f, 0))
    if (Math.abs(turn) < NEARLY_PARALLEL) return 'parallel'
  }
  if (meets.length === 0) return isStraight(e) && isStraight(f) ? 'parallel' : 'apart'
  const middle = times(add(picked, otherPicked), 0.5)
  const corner = meets.map(({ point }) => point).sort((p, q) => distance(p, middle) - distance(q, middle))[0]!
  const one = sideOf(path, picked, corner)
  const two = sideOf(other, otherPicked, corner)
  if (!one || !two) return 'closed'
  if (radius === 0) {
    const first = endingAt(one.edge, corner)
    const second = endingAt(two.edge, corner)
    return first && second
      ? { first: finish(one, first), second: finish(two, second), between: null, corner }
      : 'too large'
  }
  const fit = roundBetween(one.edge, two.edge, radius, picked, otherPicked)
  if (!fit) return 'too large'
  const first = endingAt(one.edge, fit.a)
  const second = endingAt(two.edge, fit.b)
  if (!first || !second) return 'too large'
  return { first: finish(one, first), second: finish(two, second), between: fit, corner }
}

/**
 * The arc of a radius that touches two edges' lines or circles, going on smoothly from the first, turning back
 * into the second. Of the possible ones, the one nearest to where was pointed.
 */
function roundBetween(e: Edge, f: Edge, radius: number, picked: Point, otherPicked: Point): Edge | null {
  let best: Edge | null = null
  let bestAway = Infinity
  for (const p of [radius, -radius]) {
    for (const q of [radius, -radius]) {
      const moved = offsetEdge(e, p)
      const other = offsetEdge(f, q)
      if (!moved || !other) continue
      for (const { point: centre } of carrierCrossings(moved, other)) {
        const a = footOn(e, centre)
        const b = footOn(f, centre)
        if (Math.abs(distance(a, centre) - radius) > 0.01 || Math.abs(distance(b, centre) - radius) > 0.01)
          continue
        const from = angleOf(subtract(a, centre))
        const sweep = normalAngle(angleOf(subtract(b, centre)) - from)
        if (Math.abs(sweep) < PARALLEL) continue
        // It leaves the first edge in its running direction, and meets the second against its own.
        const leave = times(leftOf(subtract(a, centre)), Math.sign(sweep))
        const arrive = times(leftOf(subtract(b, centre)), Math.sign(sweep))
        const at = pointOn(e, partAt(e, a))
        if (distance(at, a) > 0.01) continue
        if (dot(leave, directionAt(e, a)) <= 0 || dot(arrive, directionAt(f, b)) >= 0) continue
        const away = distance(a, picked) + distance(b, otherPicked)
        if (away < bestAway) {
          bestAway = away
          best = { a, b, sweep }
        }
      }
    }
  }
  return best
}

function footOn(edge: Edge, p: Point): Point {
  if (isStraight(edge)) {
    const u = directionOn(edge, 0)
    return add(edge.a, times(u, dot(subtract(p, edge.a), u)))
  }
  const { centre, radius } = arcOf(edge)
  const away = subtract(p, centre)
  return add(centre, times(away, radius / (Math.hypot(away.x, away.y) || 1)))
}

function directionAt(edge: Edge, p: Point): Point {
  if (isStraight(edge)) return directionOn(edge, 0)
  const { centre } = arcOf(edge)
  return times(leftOf(subtract(p, centre)), Math.sign(edge.sweep))
}

/** Two open paths cut back by distances from where they would meet, and joined straight across. */
export function bevelOf(
  path: Path,
  picked: Point,
  other: Path,
  otherPicked: Point,
  back: number,
  otherBack: number,
): Cornered | CornerFault {
  const sharp = cornerOf(path, picked, other, otherPicked, 0)
  if (typeof sharp === 'string') return sharp
  const first = cutBack(sharp.first, sharp.corner, back)
  const second = cutBack(sharp.second, sharp.corner, otherBack)
  if (!first || !second) return 'too large'
  const a = endNear(first, sharp.corner)
  const b = endNear(second, sharp.corner)
  return { first, second, between: { a, b, sweep: 0 }, corner: sharp.corner }
}

const endNear = (path: Path, p: Point): Point => {
  const edges = edgesOf(path)
  const { a } = edges[0]!
  const { b } = edges[edges.length - 1]!
  return distance(a, p) < distance(b, p) ? a : b
}

/** The path without its first stretch from the corner on, which is one of its ends. */
function cutBack(path: Path, corner: Point, by: number): Path | null {
  const edges = edgesOf(path)
  const fromEnd = distance(edges[edges.length - 1]!.b, corner) <= distance(edges[0]!.a, corner)
  const edge = fromEnd ? edges[edges.length - 1]! : edges[0]!
  const length = edgeLength(edge)
  if (by >= length - SAME_POINT) return null
  const t = by / length
  const cut: Edge = fromEnd
    ? { a: edge.a, b: pointOn(edge, 1 - t), sweep: edge.sweep * (1 - t) }
    : { a: pointOn(edge, t), b: edge.b, sweep: edge.sweep * (1 - t) }
  edges[fromEnd ? edges.length - 1 : 0] = cut
  return pathOf(edges, false)
}

/** The index of the path's corner nearest to p; open ends are no corners. Null when it has none. */
export function cornerNear(path: Path, p: Point): number | null {
  let best: number | null = null
  let bestAway = Infinity
  path.vertices.forEach((vertex, i) => {
    if (!path.closed && (i === 0 || i === path.vertices.length - 1)) return
    const away = distance(vertex, p)
    if (away < bestAway) {
      best = i
      bestAway = away
    }
  })
  return best
}

/**
 * A path with some of its corners rounded by a radius (touching arcs), or bevelled by a distance. Corners
 * where there is no room are named.
 */
export function easedPath(
  path: Path,
  corners: readonly number[],
  ease: { readonly radius: number } | { readonly back: number; readonly otherBack: number },
): { path: Path; tight: number[] } {
  const edges = edgesOf(path)
  const chosen = new Set(corners)
  const between = new Map<number, Edge>()
  const tight: number[] = []
  const count = edges.length
  for (let i = 0; i < path.vertices.length; i++) {
    if (!chosen.has(i)) continue
    if (!path.closed && (i === 0 || i === path.vertices.length - 1)) continue
    const before = (i + count - 1) % count
    const after = i % count
    const e = edges[before]!
    const f = edges[after]!
    const made = 'radius' in ease ? roundAt(e, f, ease.radius) : bevelAt(e, f, ease.back, ease.otherBack)
    if (!made) {
      if (Math.abs(cross(directionOn(e, 1), directionOn(f, 0))) > PARALLEL) tight.push(i)
      continue
    }
    edges[before] = made.before
    edges[after] = made.after
    between.set(before, made.between)
  }
  const out: Edge[] = []
  edges.forEach((edge, i) => {
    if (distance(edge.a, edge.b) > SAME_POINT) out.push(edge)
    const arc = between.get(i)
    if (arc) out.push(arc)
  })
  return { path: pathOf(out, path.closed), tight }
}

function roundAt(e: Edge, f: Edge, radius: number): { before: Edge; after: Edge; between: Edge } | null {
  const arc = roundBetween(e, reversedEdge(f), radius, e.b, f.a)
  if (!arc) return null
  const t = nearestOnEdge(e, arc.a)
  const u = nearestOnEdge(f, arc.b)
  if (t.distance > SAME_POINT || u.distance > SAME_POINT) return null
  return {
    before: { a: e.a, b: arc.a, sweep: e.sweep * t.t },
    after: { a: arc.b, b: f.b, sweep: f.sweep * (1 - u.t) },
    between: arc,
  }
}

function bevelAt(
  e: Edge,
  f: Edge,
  back: number,
  otherBack: number,
): { before: Edge; after: Edge; between: Edge } | null {
  const t = 1 - back / edgeLength(e)
  const u = otherBack / edgeLength(f)
  if (t < 0 || u > 1) return null
  const a = pointOn(e, t)
  const b = pointOn(f, u)
  return {
    before: { a: e.a, b: a, sweep: e.sweep * t },
    after: { a: b, b: f.b, sweep: f.sweep * (1 - u) },
    between: { a, b, sweep: 0 },
  }
}
