import { ROUNDING, type Point } from '../geometry'
import type { Id } from '../records'
import type { WallShape } from './wallShape'

/**
 * Where a wall end stops, as a line across the wall: `along` (from the wall's start) at rising offsets from
 * its line, straight in between.
 */
export type Cut = readonly { readonly aside: number; readonly along: number }[]

/** How one end of a wall is cut: one line for the whole body, or one for each strip (tees by priority). */
export interface EndCut {
  readonly how: 'free' | 'corner' | 'star' | 'tee' | 'through'
  /** One cut for each strip, from left to right; each spans at least its strip. */
  readonly strips: readonly Cut[]
  /** What fills the middle of a star that its walls' own cuts leave open; one of the walls carries it. */
  readonly plug?: Plug
}

/** A convex body, anticlockwise, of one material. */
export interface Plug {
  readonly points: readonly Point[]
  readonly material: Id
}

/** `along` of a cut at an offset; held level beyond its ends. */
export function cutAt(cut: Cut, aside: number): number {
  const first = cut[0]!
  if (aside <= first.aside) return first.along
  for (let i = 1; i < cut.length; i++) {
    const p = cut[i - 1]!
    const q = cut[i]!
    if (aside <= q.aside) {
      const width = q.aside - p.aside
      return width <= 0 ? q.along : p.along + ((q.along - p.along) * (aside - p.aside)) / width
    }
  }
  return cut[cut.length - 1]!.along
}

/** The offsets inside (low, high) where the cut bends. */
export function bendsOf(cut: Cut, low: number, high: number): number[] {
  return cut.filter((p) => p.aside > low + ROUNDING && p.aside < high - ROUNDING).map((p) => p.aside)
}

/** A cut square across the wall. */
export const squareCut = (shape: WallShape, along: number): Cut => [
  { aside: shape.low, along },
  { aside: shape.high, along },
]

/** The same cut for every strip. */
export const forAllStrips = (shape: WallShape, how: EndCut['how'], cut: Cut): EndCut => ({
  how,
  strips: shape.strips.map(() => cut),
})

export const sameEndCut = (a: EndCut, b: EndCut): boolean =>
  a.strips.length === b.strips.length &&
  samePlug(a.plug, b.plug) &&
  a.strips.every((cut, i) => {
    const other = b.strips[i]!
    return (
      cut.length === other.length &&
      cut.every((p, k) => p.aside === other[k]!.aside && p.along === other[k]!.along)
    )
  })

const samePlug = (a: Plug | undefined, b: Plug | undefined): boolean =>
  a === b ||
  (a !== undefined &&
    b !== undefined &&
    a.material === b.material &&
    a.points.length === b.points.length &&
    a.points.every((p, i) => p.x === b.points[i]!.x && p.y === b.points[i]!.y))
