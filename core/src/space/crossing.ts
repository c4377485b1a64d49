import { PARALLEL, SAME_POINT } from '../geometry'
import type { Plate } from './plate'
import { newSides, spansOf, type Ray2, type Spans } from './spans'

/** A place in the picture, mm. */
export interface Spot {
  readonly x: number
  readonly y: number
}

/** Where two plates have one nearness while both run on to either hand: each part from and to. */
export function crossingOf(p: Plate, q: Plate): (readonly [Spot, Spot])[] {
  const [a, b, c] = [p.a - q.a, p.b - q.b, p.c - q.c]
  const slope = Math.hypot(a, b)
  if (slope <= PARALLEL) return []
  const box = {
    minX: Math.max(p.minX, q.minX),
    minY: Math.max(p.minY, q.minY),
    maxX: Math.min(p.maxX, q.maxX),
    maxY: Math.min(p.maxY, q.maxY),
  }
  const [mx, my] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
  const reach = Math.hypot(box.maxX - box.minX, box.maxY - box.minY) / 2 + SAME_POINT
  const off = (a * mx + b * my + c) / slope
  if (Math.abs(off) > reach) return []
  const [ux, uy] = [-b / slope, a / slope]
  const ray: Ray2 = {
    x: mx - (a / slope) * off - ux * reach,
    y: my - (b / slope) * off - uy * reach,
    ux,
    uy,
    length: 2 * reach,
  }
  const mine = newSides()
  const other = newSides()
  spansOf(p, ray, mine)
  spansOf(q, ray, other)
  const both = [mine.left, mine.right, other.left, other.right].map(spansIn).reduce(common)
  const found: (readonly [Spot, Spot])[] = []
  for (let i = 0; i < both.length; i += 2) found.push([spotAt(ray, both[i]!), spotAt(ray, both[i + 1]!)])
  return found
}

const spansIn = ({ items, count }: Spans): readonly number[] => items.slice(0, count)

/** What two lists of spans have in common. */
function common(p: readonly number[], q: readonly number[]): number[] {
  const found: number[] = []
  for (let i = 0; i < p.length; i += 2)
    for (let j = 0; j < q.length; j += 2) {
      const from = Math.max(p[i]!, q[j]!)
      const to = Math.min(p[i + 1]!, q[j + 1]!)
      if (to - from > SAME_POINT) found.push(from, to)
    }
  return found
}

/** The place so far along a line. */
export const spotAt = ({ x, y, ux, uy }: Ray2, at: number): Spot => ({ x: x + ux * at, y: y + uy * at })
