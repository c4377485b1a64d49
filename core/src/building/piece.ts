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
  /** Inward unit normals, and their offsets: inside where nx·x + ny·y ≥ c. */
  readonly nx: readonly number[]
  readonly ny: readonly number[]
  readonly c: readonly number[]
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}

/** Parts of the wall's length that openings take out, in order. */
export type Gap = readonly [from: number, to: number]

function makePiece(wall: Id, order: number, rank: number, points: readonly Point[]): Piece | null {
  const kept: Point[] = []
  for (const p of points) {
    const last = kept[kept.length - 1]
    if (!last || Math.hypot(p.x - last.x, p.y - last.y) > SAME_POINT) kept.push(p)
  }
  while (
    kept.length > 1 &&
    Math.hypot(kept[0]!.x - kept[kept.length - 1]!.x, kept[0]!.y - kept[kept.length - 1]!.y) <= SAME_POINT
  )
    kept.pop()
  if (kept.length < 3) return null
  const nx: number[] = []
  const ny: number[] = []
  const c: number[] = []
  kept.forEach((p, i) => {
    const q = kept[(i + 1) % kept.length]!
    const length = Math.hypot(q.x - p.x, q.y - p.y)
    const x = -(q.y - p.y) / length
    const y = (q.x - p.x) / length
    nx.push(x)
    ny.push(y)
    c.push(x * p.x + y * p.y)
  })
  const xs = kept.map((p) => p.x)
  const ys = kept.map((p) => p.y)
  return {
    wall,
    order,
    rank,
    xs,
    ys,
    nx,
    ny,
    c,
    minX: Math.min(...xs),
    minY: Math.min(...ys),
    maxX: Math.max(...xs),
    maxY: Math.max(...ys),
  }
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
