import { ON_LINE, SAME_POINT } from '../geometry'
import { Growing } from './growing'
import type { Plate } from './plate'

/** A line of the picture that is looked along: from its start, in a direction of length 1. */
export interface Ray2 {
  readonly x: number
  readonly y: number
  readonly ux: number
  readonly uy: number
  readonly length: number
}

/** Parts of a line: from, to, from, to … */
export type Spans = Growing<number>

/** Where a line enters and leaves a plate just to its left, and just to its right. */
export interface Sides {
  readonly left: Spans
  readonly right: Spans
}

export const newSides = (): Sides => ({ left: new Growing(), right: new Growing() })

/**
 * The parts of a line within a plate, looked at just beside it on either hand, so that a line along the plate's own border
 * lies within on one hand alone. The lists are filled anew.
 */
export function spansOf({ loops }: Plate, ray: Ray2, into: Sides): void {
  const { left, right } = into
  left.count = 0
  right.count = 0
  const { x, y, ux, uy } = ray
  for (const loop of loops) {
    const n = loop.length
    let px = loop[n - 2]! - x
    let py = loop[n - 1]! - y
    let pAlong = px * ux + py * uy
    let pAside = py * ux - px * uy
    for (let i = 0; i < n; i += 2) {
      px = loop[i]! - x
      py = loop[i + 1]! - y
      const along = px * ux + py * uy
      const aside = py * ux - px * uy
      // Just to the left, what lies on the line lies to the right; just to the right, to the left.
      if (pAside > ON_LINE !== aside > ON_LINE) left.push(crossing(pAlong, pAside, along, aside))
      if (pAside >= -ON_LINE !== aside >= -ON_LINE) right.push(crossing(pAlong, pAside, along, aside))
      pAlong = along
      pAside = aside
    }
  }
  within(left, ray.length)
  within(right, ray.length)
}

/** Where along the line an edge crosses it: at its end that lies on the line, if one does. */
function crossing(pAlong: number, pAside: number, along: number, aside: number): number {
  if (pAside <= ON_LINE && pAside >= -ON_LINE) return pAlong
  if (aside <= ON_LINE && aside >= -ON_LINE) return along
  return pAlong + ((along - pAlong) * pAside) / (pAside - aside)
}

/** Orders crossings, and cuts them off at the ends of the line; what is left of each pair has some length. */
function within(spans: Spans, length: number): void {
  const { items, count } = spans
  for (let i = 1; i < count; i++) {
    const at = items[i]!
    let k = i
    while (k > 0 && items[k - 1]! > at) {
      items[k] = items[k - 1]!
      k--
    }
    items[k] = at
  }
  let kept = 0
  for (let i = 0; i + 1 < count; i += 2) {
    const from = Math.max(0, items[i]!)
    const to = Math.min(length, items[i + 1]!)
    if (to - from <= SAME_POINT) continue
    items[kept++] = from
    items[kept++] = to
  }
  spans.count = kept
}

/** Whether a place along the line lies within some spans. */
export function holds({ items, count }: Spans, at: number): boolean {
  for (let i = 0; i < count; i += 2) if (at > items[i]! && at < items[i + 1]!) return true
  return false
}
