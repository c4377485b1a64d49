import { ROUNDING, SAME_POINT } from '../geometry'
import { isRemoved, type Opening } from '../records'
import type { EndCut } from './cut'
import { heightsMeet, openingReach, zoneAt, type Zone } from './heights'
import type { Gap } from './piece'
import type { WallShape } from './wallShape'

/** An opening as it stands in its wall, or why it does not. */
export interface OpeningFit {
  readonly opening: Opening
  /** From the wall's start along its line, mm. */
  readonly from: number
  readonly to: number
  readonly fault: 'outside' | 'over another' | null
  /** Whether it is open where its wall is looked at in plan, or lies above or below that. */
  readonly zone: Zone
  /** The corner it goes round: where that runs along the wall at its right and left face. */
  readonly mitre: { readonly end: 'start' | 'end'; readonly low: number; readonly high: number } | null
}

/** The clear length of a wall between its joints: openings may stand from `from` to `to`. */
export function clearLength(shape: WallShape, start: EndCut, end: EndCut): { from: number; to: number } {
  let from = -Infinity
  let to = Infinity
  shape.strips.forEach((strip, i) => {
    for (const p of start.strips[i]!) {
      if (p.aside >= strip.low - ROUNDING && p.aside <= strip.high + ROUNDING) from = Math.max(from, p.along)
    }
    for (const p of end.strips[i]!) {
      if (p.aside >= strip.low - ROUNDING && p.aside <= strip.high + ROUNDING) to = Math.min(to, p.along)
    }
  })
  return { from, to }
}

/**
 * Which openings fit their wall, and the parts of the wall's length they take out at the height at which it is looked
 * at. One that lies outside the clear length, or over an earlier one at the same height, is kept with its fault and
 * cuts nothing.
 */
export function fitOpenings(
  shape: WallShape,
  start: EndCut,
  end: EndCut,
  openings: readonly Opening[],
  height: (along: number) => number,
  stays: (opening: Opening) => boolean = (opening) => !isRemoved(opening),
): { fits: OpeningFit[]; gaps: Gap[] } {
  const clear = clearLength(shape, start, end)
  const fits: OpeningFit[] = []
  const gaps: Gap[] = []
  const sorted = [...openings].sort((p, q) => p.along - q.along || (p.id < q.id ? -1 : 1))
  for (const opening of sorted) {
    const mitre = mitreOf(shape, start, end, opening)
    const from = mitre?.end === 'start' ? Math.min(mitre.low, mitre.high) : opening.along - opening.width / 2
    const to = mitre?.end === 'end' ? Math.max(mitre.low, mitre.high) : opening.along + opening.width / 2
    const outside =
      (mitre?.end !== 'start' && from < clear.from - SAME_POINT) ||
      (mitre?.end !== 'end' && to > clear.to + SAME_POINT)
    const reach = openingReach(opening)
    const over = fits.some(
      (other) =>
        !other.fault &&
        stays(other.opening) === stays(opening) &&
        from < other.to - SAME_POINT &&
        heightsMeet(reach, openingReach(other.opening)),
    )
    const fault = outside ? 'outside' : over ? 'over another' : null
    const zone = stays(opening) ? zoneAt(reach, height(opening.along)) : 'removed'
    fits.push({ opening, from, to, fault, zone, mitre })
    if (!fault && zone === 'cut')
      gaps.push([mitre?.end === 'start' ? -BEYOND : from, mitre?.end === 'end' ? BEYOND : to, opening.id])
  }
  return { fits, gaps }
}

/** Past the end of any wall, mm: what goes round a corner takes all that is left of it. */
const BEYOND = 2e7

/** Where the corner runs that an opening goes round; null when it goes round none, or none is there. */
function mitreOf(shape: WallShape, start: EndCut, end: EndCut, { round }: Opening): OpeningFit['mitre'] {
  if (!round || shape.arc) return null
  const cut = round === 'start' ? start : end
  if (cut.how !== 'corner') return null
  const right = cut.strips[cut.strips.length - 1]!
  const left = cut.strips[0]!
  return { end: round, low: right[0]!.along, high: left[left.length - 1]!.along }
}
