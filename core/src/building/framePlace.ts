import { SAME_POINT } from '../geometry'
import type { Opening, OpeningType } from '../records'
import { makePiece, type Piece } from './piece'
import { bodyBetween, isBetween } from './stripHeights'
import { atWall, type StripShape, type WallShape } from './wallShape'
import type { OpeningFit } from './openingFit'

/** Where a frame stands across its wall: offsets from the wall's line, and which of them is the outer. */
export interface FramePlace {
  readonly low: number
  readonly high: number
  readonly outer: number
}

/** Where the frame of a type stands in a wall, for an opening on a side. */
export function framePlace(
  { frame, place }: Pick<OpeningType, 'frame' | 'place'>,
  { low, high }: Pick<WallShape, 'low' | 'high'>,
  side: Opening['side'],
): FramePlace {
  const thickness = high - low
  const depth = Math.min(frame.depth ?? thickness, thickness)
  const face = (thickness - depth) * place
  return side === 'left'
    ? { low: high - face - depth, high: high - face, outer: high - face }
    : { low: low + face, high: low + face + depth, outer: low + face }
}

/** A strip turned into an opening: over which offsets it lines the reveal, and how far it stands in. */
export interface Lining {
  readonly strip: StripShape
  readonly side: 'left' | 'right'
  readonly low: number
  readonly high: number
  /** From the edge of the opening, mm: what lies beneath it, and its own face. */
  readonly from: number
  readonly to: number
}

/** What lines the reveals of an opening; nothing of one that goes round a corner. */
export function liningsOf(shape: WallShape, { opening, mitre }: OpeningFit, type: OpeningType): Lining[] {
  const turning = shape.strips.filter(
    (strip) => strip.turnsIn && isBetween(strip, opening.sill, opening.head),
  )
  if (turning.length === 0 || mitre) return []
  const body = bodyBetween(shape, opening.sill, opening.head)
  const middle = (body.low + body.high) / 2
  const isBare = type.make.form === 'cased' && !type.make.lined
  const frame = isBare ? { low: middle, high: middle } : framePlace(type, body, opening.side)
  const lined: Lining[] = []
  // From the frame outwards: what lies nearer to the face of the wall covers what lies behind it.
  let inset = 0
  for (const strip of [...turning].reverse())
    if (strip.low >= frame.high - SAME_POINT) {
      const to = inset + strip.high - strip.low
      lined.push({ strip, side: 'left', low: frame.high, high: strip.high, from: inset, to })
      inset = to
    }
  inset = 0
  for (const strip of turning)
    if (strip.high <= frame.low + SAME_POINT) {
      const to = inset + strip.high - strip.low
      lined.push({ strip, side: 'right', low: strip.low, high: frame.low, from: inset, to })
      inset = to
    }
  return lined.filter(({ low, high }) => high - low > SAME_POINT)
}

/** What lines the jambs of an opening in plan, as pieces of its wall from a number on. */
export function liningPieces(
  shape: WallShape,
  fit: OpeningFit,
  linings: readonly Lining[],
  first: number,
  rankOf: (material: string) => number,
): Piece[] {
  const pieces: Piece[] = []
  const put = (rank: number, [from, to]: readonly [number, number], low: number, high: number): void => {
    const piece = makePiece(shape.id, first + pieces.length, rank, [
      atWall(shape, from, low),
      atWall(shape, to, low),
      atWall(shape, to, high),
      atWall(shape, from, high),
    ])
    if (piece) pieces.push(piece)
  }
  for (const { strip, low, high, from, to } of linings) {
    const rank = rankOf(strip.material.id)
    const jambs = (a: number, b: number, asides: readonly [number, number]): void => {
      if (!(b - a > SAME_POINT && asides[1] - asides[0] > SAME_POINT)) return
      put(rank, [fit.from + a, fit.from + b], ...asides)
      put(rank, [fit.to - b, fit.to - a], ...asides)
    }
    // In its own place it reaches back over what it covers.
    jambs(from, to, [low, high])
    jambs(0, from, [Math.max(low, strip.low), Math.min(high, strip.high)])
  }
  return pieces
}
