import { SAME_POINT } from '../geometry'
import type { Opening } from '../records'
import type { EndCut } from './cut'
import type { Gap } from './piece'
import type { WallShape } from './wallShape'

/** An opening as it stands in its wall, or why it does not. */
export interface OpeningFit {
  readonly opening: Opening
  /** From the wall's start along its line, mm. */
  readonly from: number
  readonly to: number
  readonly fault: 'outside' | 'over another' | null
}

/** The clear length of a wall between its joints: openings may stand from `from` to `to`. */
export function clearLength(shape: WallShape, start: EndCut, end: EndCut): { from: number; to: number } {
  let from = -Infinity
  let to = Infinity
  shape.strips.forEach((strip, i) => {
    for (const p of start.strips[i]!) {
      if (p.aside >= strip.low - 1e-9 && p.aside <= strip.high + 1e-9) from = Math.max(from, p.along)
    }
    for (const p of end.strips[i]!) {
      if (p.aside >= strip.low - 1e-9 && p.aside <= strip.high + 1e-9) to = Math.min(to, p.along)
    }
  })
  return { from, to }
}

/**
 * Which openings fit their wall, and the parts of the wall's length they take out. One that lies outside the
 * clear length or over an earlier one is kept with its fault and cuts nothing.
 */
export function fitOpenings(
  shape: WallShape,
  start: EndCut,
  end: EndCut,
  openings: readonly Opening[],
): { fits: OpeningFit[]; gaps: Gap[] } {
  const clear = clearLength(shape, start, end)
  const fits: OpeningFit[] = []
  const gaps: Gap[] = []
  const sorted = [...openings].sort((p, q) => p.along - q.along || (p.id < q.id ? -1 : 1))
  let last = -Infinity
  for (const opening of sorted) {
    const from = opening.along - opening.width / 2
    const to = opening.along + opening.width / 2
    const outside = from < clear.from - SAME_POINT || to > clear.to + SAME_POINT
    const fault = outside ? 'outside' : from < last - SAME_POINT ? 'over another' : null
    fits.push({ opening, from, to, fault })
    if (fault) continue
    gaps.push([from, to])
    last = to
  }
  return { fits, gaps }
}
