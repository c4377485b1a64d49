import type { Point } from '../geometry'
import { SAME_POINT } from '../geometry'
import type { Id } from '../records'
import { bendsOf, cutAt, type EndCut } from './cut'
import { atWall, type WallShape } from './wallShape'

/** A convex part of one strip of a wall, anticlockwise, with its edges as half-planes for quick tests. */
export interface Piece {
  readonly wall: Id
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
export type Gap = readonly [from: number, to: number]

/** A piece from its corners, anticlockwise; corners that fall together count once. Null when nothing is left. */
function makePiece(wall: Id, order: number, rank: number, points: readonly Point[]): Piece | null {
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
  return { wall, order, rank, xs, ys, halves, minX, minY, maxX, maxY }
}

/**
 * The wall cut at its two ends and at its openings, as convex pieces. Where the two end cuts would cross (a
 * wall shorter than its joints are deep) that part is left out; its neighbours cover the place.
 */
export function wallPieces(
  shape: WallShape,
  start: EndCut,
  end: EndCut,
  gaps: readonly Gap[],
  rankOf: (material: Id) => number,
): Piece[] {
  const pieces: Piece[] = []
  shape.strips.forEach((strip, i) => {
    const rank = rankOf(strip.material.id)
    const from = start.strips[i]!
    const to = end.strips[i]!
    const bends = [...bendsOf(from, strip.low, strip.high), ...bendsOf(to, strip.low, strip.high)]
    const asides = [strip.low, ...bends.sort((p, q) => p - q), strip.high]
    for (let k = 1; k < asides.length; k++) {
      const low = asides[k - 1]!
      const high = asides[k]!
      if (high - low < SAME_POINT) continue
      let lowFrom = cutAt(from, low)
      let highFrom = cutAt(from, high)
      const add = (lowTo: number, highTo: number): void => {
        if (lowTo - lowFrom < -SAME_POINT || highTo - highFrom < -SAME_POINT) return
        const piece = makePiece(shape.id, pieces.length, rank, [
          atWall(shape, lowFrom, low),
          atWall(shape, lowTo, low),
          atWall(shape, highTo, high),
          atWall(shape, highFrom, high),
        ])
        if (piece) pieces.push(piece)
      }
      for (const [gapFrom, gapTo] of gaps) {
        add(gapFrom, gapFrom)
        lowFrom = highFrom = gapTo
      }
      add(cutAt(to, low), cutAt(to, high))
    }
  })
  return pieces
}
