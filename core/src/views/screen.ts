/** A rectangle of a picture: across and up, mm. */
export interface PictureBox {
  readonly x0: number
  readonly x1: number
  readonly y0: number
  readonly y1: number
}

/** What hides all that lies behind it within a rectangle: by how near its furthest part is. */
export interface Cover extends PictureBox {
  readonly far: number
}

/** What is no further behind than this counts as beside it, mm. */
const BESIDE = 1
/** More covers than this are not laid; the widest are. */
const MOST = 6000

/** Rectangles laid over each other: whether they hide a place together. Exact, since it is parted at all their edges. */
export class Screen {
  private readonly xs: Float64Array
  private readonly ys: Float64Array
  /** How near each cell is covered; -Infinity: not at all. */
  private readonly depths: Float64Array

  constructor(covers: readonly Cover[]) {
    const laid =
      covers.length <= MOST ? covers : [...covers].sort((p, q) => q.x1 - q.x0 - (p.x1 - p.x0)).slice(0, MOST)
    this.xs = stops(laid.flatMap(({ x0, x1 }) => [x0, x1]))
    this.ys = stops(laid.flatMap(({ y0, y1 }) => [y0, y1]))
    const high = Math.max(0, this.ys.length - 1)
    this.depths = new Float64Array(Math.max(0, this.xs.length - 1) * high).fill(-Infinity)
    for (const { x0, x1, y0, y1, far } of laid) {
      const [i0, i1] = [indexOf(this.xs, x0), indexOf(this.xs, x1)]
      const [j0, j1] = [indexOf(this.ys, y0), indexOf(this.ys, y1)]
      for (let i = i0; i < i1; i++)
        for (let j = j0; j < j1; j++) {
          const at = i * high + j
          if (far > this.depths[at]!) this.depths[at] = far
        }
    }
  }

  /** Whether all of a rectangle, none of which is nearer than `near`, lies behind what covers it. */
  hides({ x0, x1, y0, y1 }: PictureBox, near: number): boolean {
    const { xs, ys, depths } = this
    if (xs.length < 2 || x0 < xs[0]! || x1 > xs[xs.length - 1]!) return false
    if (y0 < ys[0]! || y1 > ys[ys.length - 1]!) return false
    const high = ys.length - 1
    const j0 = indexOf(ys, y0, true)
    for (let i = indexOf(xs, x0, true); i < xs.length - 1 && xs[i]! < x1; i++)
      for (let j = j0; j < high && ys[j]! < y1; j++)
        if (!(depths[i * high + j]! > near + BESIDE)) return false
    return true
  }
}

function stops(values: readonly number[]): Float64Array {
  const sorted = Float64Array.from(values).sort()
  return sorted.filter((value, i) => i === 0 || value > sorted[i - 1]!)
}

/** The number of a stop, or of the one before a value between two. */
function indexOf(stops: Float64Array, value: number, before = false): number {
  let [low, high] = [0, stops.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (stops[middle]! <= value) low = middle
    else high = middle - 1
  }
  return before || stops[low] === value ? low : low + 1
}
