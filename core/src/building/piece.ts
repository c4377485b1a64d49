import type { Point } from '../geometry'
import { SAME_POINT, offsetFrom, unitAt } from '../geometry'
import type { Column, Id } from '../records'
import { bendsOf, cutAt, type Cut, type EndCut } from './cut'
import { bodyOf } from './stripHeights'
import { SAGITTA, atWall, chordStep, type StripShape, type WallShape } from './wallShape'

/** A convex part of one strip of a wall, anticlockwise, with its edges as half-planes for quick tests. */
export interface Piece {
  readonly wall: Id
  /** The opening whose place in the wall it is: it bounds rooms, and is not cut. */
  readonly opening: Id | null
  /** Order among the wall's pieces. */
  readonly order: number
  /** Index of the material in the solver's ranking: the higher one wins where pieces overlap. */
  readonly rank: number
  readonly xs: readonly number[]
  readonly ys: readonly number[]
  /** For each edge its inward unit normal and offset: inside where nx·x + ny·y ≥ c; three numbers an edge. */
  readonly halves: readonly number[]
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}

/** Parts of the wall's length that openings take out, in order. */
export type Gap = readonly [from: number, to: number, opening: Id]

/** The rank of an opening's place in its wall: weaker than any material, stronger than nothing (-1). */
export const INFILL = -0.5

/** A piece from its corners, anticlockwise; corners that fall together count once. Null when nothing is left. */
export function makePiece(
  wall: Id,
  order: number,
  rank: number,
  points: readonly Point[],
  opening: Id | null = null,
): Piece | null {
  const xs: number[] = []
  const ys: number[] = []
  let minX = Infinity
  let minY = Infinity
  let maxX = -Infinity
  let maxY = -Infinity
  for (let i = 0; i < points.length; i++) {
    const { x, y } = points[i]!
    const before = xs.length - 1
    if (before >= 0 && Math.hypot(x - xs[before]!, y - ys[before]!) <= SAME_POINT) continue
    if (i === points.length - 1 && before >= 0 && Math.hypot(x - xs[0]!, y - ys[0]!) <= SAME_POINT) continue
    xs.push(x)
    ys.push(y)
    if (x < minX) minX = x
    if (y < minY) minY = y
    if (x > maxX) maxX = x
    if (y > maxY) maxY = y
  }
  const count = xs.length
  if (count < 3) return null
  const halves: number[] = []
  for (let i = 0; i < count; i++) {
    const j = i + 1 === count ? 0 : i + 1
    const dx = xs[j]! - xs[i]!
    const dy = ys[j]! - ys[i]!
    const length = Math.sqrt(dx * dx + dy * dy)
    const nx = -dy / length
    const ny = dx / length
    halves.push(nx, ny, nx * xs[i]! + ny * ys[i]!)
  }
  return { wall, opening, order, rank, xs, ys, halves, minX, minY, maxX, maxY }
}

/**
 * The wall cut at its two ends and at its openings, as convex pieces. Where the two end cuts would cross (a
 * wall shorter than its joints are deep) that part is left out; its neighbours cover the place.
 * @param there which strips are there, where some begin or end at a height of their own
 */
export function wallPieces(
  shape: WallShape,
  start: EndCut,
  end: EndCut,
  gaps: readonly Gap[],
  rankOf: (material: Id, strip: StripShape | null) => number,
  there: (strip: StripShape) => boolean = () => true,
): Piece[] {
  const pieces: Piece[] = []
  const step = chordStep(shape)
  shape.strips.forEach((strip, i) => {
    if (!there(strip)) return
    const rank = rankOf(strip.material.id, strip)
    const from = start.strips[i]!
    const to = end.strips[i]!
    const put = (points: readonly Point[]): void => {
      const piece = makePiece(shape.id, pieces.length, rank, points)
      if (piece) pieces.push(piece)
    }
    if (shape.arc) curvedStrip(shape, step, strip, from, to, gaps, put)
    else straightStrip(shape, strip, from, to, gaps, put)
  })
  for (const { plug } of [start, end]) {
    const piece = plug && makePiece(shape.id, pieces.length, rankOf(plug.material, null), plug.points)
    if (piece) pieces.push(piece)
  }
  for (const gap of gaps) {
    const put = (points: readonly Point[]): void => {
      const piece = makePiece(shape.id, pieces.length, INFILL, points, gap[2])
      if (piece) pieces.push(piece)
    }
    const { low, high } = bodyOf(shape, there)
    const from = [cutAt(start.strips[start.strips.length - 1]!, low), cutAt(start.strips[0]!, high)]
    const to = [cutAt(end.strips[end.strips.length - 1]!, low), cutAt(end.strips[0]!, high)]
    const lows = [Math.max(gap[0], from[0]!), Math.min(gap[1], to[0]!)] as const
    const highs = [Math.max(gap[0], from[1]!), Math.min(gap[1], to[1]!)] as const
    if (shape.arc) curvedPieces(shape, step, low, high, lows, highs, put)
    else
      put([
        atWall(shape, lows[0], low),
        atWall(shape, lows[1], low),
        atWall(shape, highs[1], high),
        atWall(shape, highs[0], high),
      ])
  }
  return pieces
}

type Strip = Pick<StripShape, 'low' | 'high'>
type Put = (points: readonly Point[]) => void

/** The offsets between which a strip is taken, so that its cuts are straight within each. */
function asidesOf({ low, high }: Strip, ...cuts: readonly Cut[]): number[] {
  const bends = cuts.flatMap((cut) => bendsOf(cut, low, high))
  return [low, ...bends.sort((p, q) => p - q), high]
}

function straightStrip(
  shape: WallShape,
  strip: Strip,
  from: Cut,
  to: Cut,
  gaps: readonly Gap[],
  put: Put,
): void {
  const asides = asidesOf(strip, from, to)
  for (let k = 1; k < asides.length; k++) {
    const low = asides[k - 1]!
    const high = asides[k]!
    if (high - low < SAME_POINT) continue
    let lowFrom = cutAt(from, low)
    let highFrom = cutAt(from, high)
    const add = (lowTo: number, highTo: number): void => {
      if (lowTo - lowFrom < -SAME_POINT || highTo - highFrom < -SAME_POINT) return
      put([
        atWall(shape, lowFrom, low),
        atWall(shape, lowTo, low),
        atWall(shape, highTo, high),
        atWall(shape, highFrom, high),
      ])
    }
    for (const [gapFrom, gapTo] of gaps) {
      add(gapFrom, gapFrom)
      lowFrom = highFrom = gapTo
    }
    add(cutAt(to, low), cutAt(to, high))
  }
}

/**
 * A strip of a curved wall: its body between two of its chords' ends in whole, and what lies between them and
 * its cuts as finely across as the cuts bend.
 */
function curvedStrip(
  shape: WallShape,
  step: number,
  strip: Strip,
  from: Cut,
  to: Cut,
  gaps: readonly Gap[],
  put: Put,
): void {
  const { low, high } = strip
  if (high - low < SAME_POINT) return
  const starts = asidesOf(strip, from)
  const ends = asidesOf(strip, to)
  // Gaps lie between the cuts, but perhaps not between the chords' ends beside them.
  const first = Math.min(
    step * Math.ceil(Math.max(...starts.map((aside) => cutAt(from, aside))) / step),
    gaps[0]?.[0] ?? Infinity,
  )
  const last = Math.max(
    step * Math.floor(Math.min(...ends.map((aside) => cutAt(to, aside))) / step),
    gaps[gaps.length - 1]?.[1] ?? -Infinity,
  )
  if (first > last) {
    // A stub shorter than its joints are deep.
    const asides = asidesOf(strip, from, to)
    for (let k = 1; k < asides.length; k++) {
      const [p, q] = [asides[k - 1]!, asides[k]!]
      const [a, b, c, d] = [cutAt(from, p), cutAt(to, p), cutAt(from, q), cutAt(to, q)]
      if (b - a >= -SAME_POINT && d - c >= -SAME_POINT) curvedPieces(shape, step, p, q, [a, b], [c, d], put)
    }
    return
  }
  for (let k = 1; k < starts.length; k++) {
    const [p, q] = [starts[k - 1]!, starts[k]!]
    curvedPieces(shape, step, p, q, [cutAt(from, p), first], [cutAt(from, q), first], put)
  }
  let at = first
  const body = (end: number): void => {
    if (end - at > SAME_POINT) curvedPieces(shape, step, low, high, [at, end], [at, end], put)
  }
  for (const [gapFrom, gapTo] of gaps) {
    body(Math.min(gapFrom, last))
    at = gapTo
  }
  body(last)
  for (let k = 1; k < ends.length; k++) {
    const [p, q] = [ends[k - 1]!, ends[k]!]
    curvedPieces(shape, step, p, q, [last, cutAt(to, p)], [last, cutAt(to, q)], put)
  }
}

/**
 * A strip of a curved wall between two cuts as convex pieces: quadrilaterals between chord ends, and triangles
 * where a slanting cut reaches over several chords. Neighbouring strips have the same corners on their edge.
 */
function curvedPieces(
  shape: WallShape,
  step: number,
  low: number,
  high: number,
  [lowFrom, lowTo]: readonly [number, number],
  [highFrom, highTo]: readonly [number, number],
  put: (points: readonly Point[]) => void,
): void {
  const edge = (from: number, to: number): number[] => {
    const stops = [from]
    for (let n = Math.floor(from / step) + 1; n * step < to - SAME_POINT; n++)
      if (n * step > from + SAME_POINT) stops.push(n * step)
    stops.push(to)
    return stops
  }
  const lows = edge(lowFrom, lowTo)
  const highs = edge(highFrom, highTo)
  const at = atWall
  // Zipped from the start: the edge that lies back goes on.
  let i = 0
  let j = 0
  while (i < lows.length - 1 || j < highs.length - 1) {
    const p = at(shape, lows[i]!, low)
    const q = at(shape, highs[j]!, high)
    const nextLow = lows[i + 1]
    const nextHigh = highs[j + 1]
    if (nextLow !== undefined && nextHigh !== undefined && Math.abs(nextLow - nextHigh) <= SAME_POINT) {
      put([p, at(shape, nextLow, low), at(shape, nextHigh, high), q])
      i++
      j++
    } else if (nextHigh === undefined || (nextLow !== undefined && nextLow < nextHigh)) {
      put([p, at(shape, nextLow!, low), q])
      i++
    } else {
      put([p, at(shape, nextHigh, high), q])
      j++
    }
  }
}

/** A column as one convex piece; a round one as a polygon within the tolerance of its circle. */
export function columnPiece(column: Column, rank: number): Piece {
  const { at, turn, section } = column
  const points: Point[] = []
  if (section.form === 'round') {
    const radius = section.diameter / 2
    const count = Math.max(12, Math.ceil((2 * Math.PI) / (2 * Math.acos(Math.max(0, 1 - SAGITTA / radius)))))
    for (let i = 0; i < count; i++) {
      const angle = turn + (2 * Math.PI * i) / count
      points.push({ x: at.x + radius * Math.cos(angle), y: at.y + radius * Math.sin(angle) })
    }
  } else {
    const u = unitAt(turn)
    for (const [x, y] of [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const)
      points.push(offsetFrom(at, u, (x * section.width) / 2, (y * section.depth) / 2))
  }
  return makePiece(column.id, 0, rank, points)!
}
