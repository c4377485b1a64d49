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
class Nodes {
  readonly xs: number[] = []
  readonly ys: number[] = []
  private readonly cells = new Map<string, number>()

  at(x: number, y: number): number {
    const [cx, cy] = [Math.floor(x / CELL), Math.floor(y / CELL)]
    for (let i = cx - 1; i <= cx + 1; i++)
      for (let j = cy - 1; j <= cy + 1; j++) {
        const there = this.cells.get(`${i} ${j}`)
        if (there !== undefined && Math.hypot(this.xs[there]! - x, this.ys[there]! - y) <= CELL) return there
      }
    this.cells.set(`${cx} ${cy}`, this.xs.length)
    this.xs.push(x)
    this.ys.push(y)
    return this.xs.length - 1
  }
}
const CELL = 20 * SAME_POINT
