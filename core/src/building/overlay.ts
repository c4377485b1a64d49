import { ON_LINE, SAME_POINT, type Box, PlaceIndex } from '../geometry'
import type { Id } from '../records'
import type { Piece } from './piece'

/**
 * A part of the drawn boundary between two materials, or between a material and nothing (rank -1) or the place
 * of an opening (rank -0.5).
 * Ranks are those to the left and right of the way from (x1, y1) to (x2, y2).
 */
export interface Boundary {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  readonly left: number
  readonly right: number
  /** The wall, column or opening whose edge it is. */
  readonly owner: Id
}

/** More pairs of pieces than this are found by place: a long curve has thousands of pieces. */
const MANY_PAIRS = 20_000

const grown = ({ minX, minY, maxX, maxY }: Piece): Box => ({
  minX: minX - ON_LINE,
  minY: minY - ON_LINE,
  maxX: maxX + ON_LINE,
  maxY: maxY + ON_LINE,
})

const before = (p: Piece, q: Piece): boolean => (p.wall === q.wall ? p.order < q.order : p.wall < q.wall)

/**
 * The boundaries that the pieces of one wall contribute to the merged drawing: every edge is split where
 * others meet it, and a part is kept when the strongest material on its two sides differs. Where edges of
 * several pieces lie on each other, the first piece alone gives the part, so nothing is drawn twice.
 *
 * `others` must hold every piece near the wall, its own included.
 */
export function boundariesOf(pieces: readonly Piece[], others: readonly Piece[]): Boundary[] {
  const found: Boundary[] = []
  const near: Piece[] = []
  const index = pieces.length * others.length > MANY_PAIRS ? new PlaceIndex<Piece>().load([...others]) : null
  for (const piece of pieces) {
    near.length = 0
    for (const other of index?.search(grown(piece)) ?? others) {
      if (
        other !== piece &&
        other.minX <= piece.maxX + ON_LINE &&
        other.maxX >= piece.minX - ON_LINE &&
        other.minY <= piece.maxY + ON_LINE &&
        other.maxY >= piece.minY - ON_LINE
      )
        near.push(other)
    }
    for (let i = 0; i < piece.xs.length; i++) edgeBoundaries(piece, i, near, found)
  }
  return found
}

function edgeBoundaries(piece: Piece, i: number, near: readonly Piece[], found: Boundary[]): void {
  const j = (i + 1) % piece.xs.length
  const ax = piece.xs[i]!
  const ay = piece.ys[i]!
  const bx = piece.xs[j]!
  const by = piece.ys[j]!
  const length = Math.hypot(bx - ax, by - ay)
  const ux = (bx - ax) / length
  const uy = (by - ay) / length
  const stops = splitEdge(ax, ay, ux, uy, length, near)
  const sweep = near.length > MANY_NEAR ? new Sweep(piece, ax, ay, ux, uy, length, near) : null
  let fromX = ax
  let fromY = ay
  let fromAt = 0
  for (let k = 0; k <= stops.length; k++) {
    const stop = stops[k]
    const toX = stop ? stop.x : bx
    const toY = stop ? stop.y : by
    const toAt = stop ? stop.at : length
    if (toAt - fromAt > SAME_POINT) {
      const there = sweep?.at((fromAt + toAt) / 2) ?? near
      const boundary = classify(piece, fromX, fromY, toX, toY, ux, uy, there, sweep?.strongest ?? Infinity)
      if (boundary) found.push(boundary)
    }
    fromX = toX
    fromY = toY
    fromAt = toAt
  }
}

/** Where more pieces than this come near an edge, those that cover a part of it are found by going along it. */
const MANY_NEAR = 48

interface Span {
  readonly from: number
  readonly to: number
  readonly piece: Piece
}

/** The pieces that reach each part of an edge, part after part from its start. */
class Sweep {
  private readonly spans: Span[] = []
  private next = 0
  private active: Span[] = []
  /** The strongest material near the edge, its own included. */
  readonly strongest: number

  constructor(
    { rank }: Piece,
    ax: number,
    ay: number,
    ux: number,
    uy: number,
    length: number,
    near: readonly Piece[],
  ) {
    let strongest = rank
    for (const piece of near) {
      // The part of the edge's line that lies within all half-planes of the piece, a little widened.
      let [from, to] = [0, length]
      const { halves } = piece
      for (let k = 0; k < halves.length && from <= to; k += 3) {
        const slope = halves[k]! * ux + halves[k + 1]! * uy
        const depth = halves[k]! * ax + halves[k + 1]! * ay - halves[k + 2]! + 2 * ON_LINE
        if (slope === 0) {
          if (depth < 0) to = -1
        } else if (slope > 0) from = Math.max(from, -depth / slope)
        else to = Math.min(to, -depth / slope)
      }
      if (from > to) continue
      this.spans.push({ from, to, piece })
      if (piece.rank > strongest) strongest = piece.rank
    }
    this.spans.sort((p, q) => p.from - q.from)
    this.strongest = strongest
  }

  /** Those that reach a place along the edge; asked for from its start on. */
  *at(along: number): Generator<Piece> {
    const { spans, active } = this
    while (this.next < spans.length && spans[this.next]!.from <= along) active.push(spans[this.next++]!)
    for (let i = 0; i < active.length;) {
      const span = active[i]!
      if (span.to < along) {
        active[i] = active[active.length - 1]!
        active.pop()
      } else {
        i++
        yield span.piece
      }
    }
  }
}

interface Stop {
  readonly at: number
  readonly x: number
  readonly y: number
}

/** The points strictly within an edge where corners or edges of other pieces meet it, in order. */
function splitEdge(
  ax: number,
  ay: number,
  ux: number,
  uy: number,
  length: number,
  near: readonly Piece[],
): Stop[] {
  const stops: Stop[] = []
  for (const other of near) {
    const n = other.xs.length
    const lastX = other.xs[n - 1]! - ax
    const lastY = other.ys[n - 1]! - ay
    let pAlong = lastX * ux + lastY * uy
    let pAside = lastY * ux - lastX * uy
    for (let k = 0; k < n; k++) {
      const qx = other.xs[k]!
      const qy = other.ys[k]!
      const qAlong = (qx - ax) * ux + (qy - ay) * uy
      const qAside = (qy - ay) * ux - (qx - ax) * uy
      if (qAside <= ON_LINE && qAside >= -ON_LINE) {
        if (qAlong > SAME_POINT && qAlong < length - SAME_POINT) stops.push({ at: qAlong, x: qx, y: qy })
      } else if ((pAside > ON_LINE && qAside < -ON_LINE) || (pAside < -ON_LINE && qAside > ON_LINE)) {
        const t = pAside / (pAside - qAside)
        const at = pAlong + (qAlong - pAlong) * t
        if (at > SAME_POINT && at < length - SAME_POINT) stops.push({ at, x: ax + ux * at, y: ay + uy * at })
      }
      pAlong = qAlong
      pAside = qAside
    }
  }
  if (stops.length > 1) {
    sortStops(stops)
    let kept = 0
    for (let k = 1; k < stops.length; k++) {
      if (stops[k]!.at - stops[kept]!.at > SAME_POINT) stops[++kept] = stops[k]!
    }
    stops.length = kept + 1
  }
  return stops
}

/** In order along the edge; where there are few, each is put in its place. */
function sortStops(stops: Stop[]): void {
  if (stops.length > MANY_NEAR) {
    stops.sort((p, q) => p.at - q.at)
    return
  }
  for (let i = 1; i < stops.length; i++) {
    const stop = stops[i]!
    let k = i
    while (k > 0 && stops[k - 1]!.at > stop.at) {
      stops[k] = stops[k - 1]!
      k--
    }
    stops[k] = stop
  }
}

/**
 * The materials on both sides of a part of a piece's edge; null when it is not drawn, or another piece gives it. With the
 * strongest material there is on both sides nothing more is looked at.
 */
function classify(
  piece: Piece,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  ux: number,
  uy: number,
  near: Iterable<Piece>,
  strongest: number,
): Boundary | null {
  const mx = (x1 + x2) / 2
  const my = (y1 + y2) / 2
  let left = piece.rank
  let right = -1
  for (const other of near) {
    if (
      mx < other.minX - ON_LINE ||
      mx > other.maxX + ON_LINE ||
      my < other.minY - ON_LINE ||
      my > other.maxY + ON_LINE
    )
      continue
    let nearest = Infinity
    let edge = -1
    const { halves } = other
    for (let k = 0; k < halves.length; k += 3) {
      const d = halves[k]! * mx + halves[k + 1]! * my - halves[k + 2]!
      if (d < nearest) {
        nearest = d
        edge = k
        if (d < -ON_LINE) break
      }
    }
    if (nearest < -ON_LINE) continue
    if (nearest > ON_LINE) {
      if (other.rank > left) left = other.rank
      if (other.rank > right) right = other.rank
      if (left === strongest && right === strongest) return null
    } else {
      // On the other's edge: its inside lies where its normal points.
      if (before(other, piece)) return null
      if (-uy * halves[edge]! + ux * halves[edge + 1]! > 0) {
        if (other.rank > left) left = other.rank
      } else if (other.rank > right) right = other.rank
    }
  }
  return left === right ? null : { x1, y1, x2, y2, left, right, owner: piece.opening ?? piece.wall }
}
