/** How the figures of a row stand: sizes on paper, mm. */
export interface FigureSizes {
  /** Height of their capitals. */
  readonly height: number
  /** Between the dimension line and the figures over it. */
  readonly gap: number
  /** How far extension lines pass the dimension line. */
  readonly past: number
  /** How far the dimension line passes its last ticks. */
  readonly linePast: number
  /** The side away from the building: 1 over the line as it is read, -1 under it. */
  readonly away: 1 | -1
}

/** Where a figure stands, paper mm: along the line, and how far its base line lies over it. */
export interface PlacedFigure {
  /** Its middle. */
  readonly along: number
  readonly over: number
  /** The line that leads to it from the part it is of; null: it stands at that part. */
  readonly lead: readonly (readonly [along: number, over: number])[] | null
  /** The dimension line runs on beneath it, to there. */
  readonly runsTo?: number
}

/** Figures keep so far from each other, and from ticks beside them, paper mm. */
const APART = 1
/** Between what sticks out of a row and the figures beyond it. */
const CLEAR = 0.25
/** Leads turn aside within so much. */
const TURN = 0.8

/**
 * Where the figures of a row stand. One that has room stands over the middle of its part. A narrow one at an end of the
 * row stands beside it, where the line runs on beneath it; the others stand in one line on the side away from the
 * building, beyond all extension lines, each as near to its part as the others let it, on a short lead.
 * @param ticks where the ticks stand along the row, paper mm, in order
 * @param widths of the figures between them, paper mm
 */
export function placeFigures(
  ticks: readonly number[],
  widths: readonly number[],
  sizes: FigureSizes,
): PlacedFigure[] {
  const { height, gap, past, linePast, away } = sizes
  const middle = (i: number): number => (ticks[i]! + ticks[i + 1]!) / 2
  const isNarrow = (i: number): boolean => widths[i]! + APART > ticks[i + 1]! - ticks[i]!
  const placed = widths.map((_, i): PlacedFigure => ({ along: middle(i), over: gap, lead: null }))
  const last = widths.length - 1
  const out: number[] = []
  widths.forEach((width, i) => {
    if (!isNarrow(i)) return
    const beyond = linePast + APART
    if (i === last) {
      const from = ticks[i + 1]! + beyond
      placed[i] = { along: from + width / 2, over: gap, lead: null, runsTo: from + width }
    } else if (i === 0) {
      const to = ticks[0]! - beyond
      placed[i] = { along: to - width / 2, over: gap, lead: null, runsTo: to - width }
    } else out.push(i)
  })
  const base = away > 0 ? Math.max(past, gap + height) + CLEAR + TURN : -(past + CLEAR + height)
  const centres = spread(
    out.map(middle),
    out.map((i) => widths[i]!),
    APART,
  )
  out.forEach((i, k) => {
    const along = centres[k]!
    const [from, half] = [middle(i), widths[i]! / 2]
    const near = Math.min(along + half, Math.max(along - half, from))
    const foot = away > 0 ? base - CLEAR : base + height + CLEAR
    const turn = away > 0 ? foot - TURN : foot
    placed[i] = {
      along,
      over: base,
      lead:
        near === from
          ? [
              [from, 0],
              [from, foot],
            ]
          : [
              [from, 0],
              [from, turn],
              [near, foot],
            ],
    }
  })
  return placed
}

/**
 * Puts things of some widths as near to where they belong as they can stand side by side, in their order: the least sum of
 * squares, by pooling adjacent violators (Barlow, Bartholomew, Bremner and Brunk 1972).
 * @param middles where each belongs, in order
 */
export function spread(middles: readonly number[], widths: readonly number[], apart: number): number[] {
  // Shifted by what stands before each, they need only be in order.
  const shifts: number[] = []
  let shift = 0
  widths.forEach((width, i) => {
    if (i > 0) shift += (widths[i - 1]! + width) / 2 + apart
    shifts.push(shift)
  })
  const pools: { sum: number; count: number }[] = []
  middles.forEach((middle, i) => {
    let pool = { sum: middle - shifts[i]!, count: 1 }
    for (
      let before = pools.at(-1);
      before && before.sum / before.count > pool.sum / pool.count;
      before = pools.at(-1)
    ) {
      pool = { sum: before.sum + pool.sum, count: before.count + pool.count }
      pools.pop()
    }
    pools.push(pool)
  })
  return pools
    .flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count))
    .map((at, i) => at + shifts[i]!)
}
