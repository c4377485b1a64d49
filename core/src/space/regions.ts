import { SAME_POINT } from '../geometry'
import type { SeenLine, ViewEdge } from './hidden'
import type { Plate } from './plate'

/**
 * The outlines (even-odd) of what is seen of a plate, from the lines along it: x, y, x, y … each. `open` counts ends that
 * meet no other: a fault if not 0.
 */
export function regionOf<E extends ViewEdge>(
  plate: Plate,
  lines: Iterable<SeenLine<E>>,
): { loops: number[][]; open: number } {
  const nodes = new Nodes()
  const next = new Map<number, number[]>()
  for (const line of lines) {
    const a = nodes.at(line.x1, line.y1)
    const b = nodes.at(line.x2, line.y2)
    if (a === b) continue
    const [from, to] = line.left === plate ? [a, b] : [b, a]
    const there = next.get(from)
    if (there) there.push(to)
    else next.set(from, [to])
  }
  const loops: number[][] = []
  let open = 0
  for (const [start, ways] of next)
    while (ways.length > 0) {
      const loop: number[] = []
      let at = start
      do {
        loop.push(nodes.xs[at]!, nodes.ys[at]!)
        const to = next.get(at)?.pop()
        if (to === undefined) {
          open++
          break
        }
        at = to
      } while (at !== start)
      if (loop.length > 4) loops.push(loop)
    }
  return { loops, open }
}

/** Points this near to each other are one: lines that cross at a flat angle find their crossing no more exactly. */
const NEAR = 20 * SAME_POINT
/** Side of a cell, mm: most points look into one cell only. */
const CELL = 64 * NEAR
/** A number for a cell; others may have the same, so that what is found in it is looked at. */
const keyOf = (x: number, y: number): number => (Math.imul(x, 73_856_093) ^ Math.imul(y, 19_349_663)) | 0

class Nodes {
  readonly xs: number[] = []
  readonly ys: number[] = []
  /** The last point that came into a cell, and for each point the one before it in its cell; -1: none. */
  private readonly last = new Map<number, number>()
  private readonly before: number[] = []

  at(x: number, y: number): number {
    const { xs, ys, last, before } = this
    const [x1, y1] = [Math.floor((x + NEAR) / CELL), Math.floor((y + NEAR) / CELL)]
    for (let i = Math.floor((x - NEAR) / CELL); i <= x1; i++)
      for (let j = Math.floor((y - NEAR) / CELL); j <= y1; j++)
        for (let node = last.get(keyOf(i, j)) ?? -1; node >= 0; node = before[node]!)
          if (Math.hypot(xs[node]! - x, ys[node]! - y) <= NEAR) return node
    const key = keyOf(Math.floor(x / CELL), Math.floor(y / CELL))
    const node = xs.length
    before.push(last.get(key) ?? -1)
    last.set(key, node)
    xs.push(x)
    ys.push(y)
    return node
  }
}
