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
  /** Figures stand in the line, which stops for them. */
  readonly inLine?: boolean
  /** How far figures over the line keep from the tick before them and the one after; left out: a little. */
  readonly beside?: { readonly before: number; readonly after: number }
  /** How far an end reaches along the line, and how high over it and deep under it; left out: not at all. */
  readonly head?: number
  readonly high?: number
}

/** What is to be placed: how wide each of its lines is, and how far it was moved by hand, paper mm. */
export interface FigureToPlace {
  readonly width: number
  /** Of what stands beneath the line; 0: nothing does. */
  readonly beneath?: number
  /** How many lines stand beneath it; left out: one, if any. */
  readonly lines?: number
  /** Along the row and over it. */
  readonly moved?: Aside | undefined
}

/** Where a figure stands, paper mm: along the line, and how far its base line lies over it. */
export interface PlacedFigure {
  /** Its middle. */
  readonly along: number
  readonly over: number
  /** How far the base line of what stands beneath lies over the line. */
  readonly under: number
  /** The line that leads to it from the part it is of; null: it stands at that part. */
  readonly lead: readonly (readonly [along: number, over: number])[] | null
  /** The dimension line runs on beneath it, to there. */
  readonly runsTo?: number
  /** How far it would stand from the middle of its part if it were not moved by hand. */
  readonly aside: Aside
}

/** Along a row and over it, paper mm. */
type Aside = { readonly x: number; readonly y: number }

const HERE: Aside = { x: 0, y: 0 }

/** Figures keep so far from each other, paper mm, and by themselves so far from ticks. */
const APART = 1
const BESIDE = { before: 0.5, after: 0.5 } as const
/** Between what sticks out of a row and the figures beyond it. */
const CLEAR = 0.25
/** Leads turn aside within so much. */
export const TURN = 0.8
/** Figures in the line leave so much of it beside them, as a multiple of their height. */
const LEAST_LINE = 1
/** From base line to base line of a figure of two lines on a lead, as a multiple of its height. */
export const LEADING = 1.5

/**
 * Where the figures of a row stand. One that has room stands over the middle of its part. A narrow one at an end of the
 * row stands beside it, where the line runs on beneath it; the others stand in one line on the side away from the
 * building, beyond all extension lines, each as near to its part as the others let it, on a short lead. One that is moved
 * by hand leaves the others where they are.
 * @param ticks where the ticks stand along the row, paper mm, in order
 * @param figures those between them
 */
export function placeFigures(
  ticks: readonly number[],
  figures: readonly FigureToPlace[],
  sizes: FigureSizes,
): PlacedFigure[] {
  const { height, gap, past, linePast, away, inLine = false, beside = BESIDE, head = 0, high = 0 } = sizes
  const widths = figures.map(({ width, beneath = 0 }) => Math.max(width, beneath))
  // In the line, figures have their middle on it.
  const over = inLine ? -height / 2 : gap
  const under = over < 0 ? over - gap - height : -(gap + height)
  const middle = (i: number): number => (ticks[i]! + ticks[i + 1]!) / 2
  const offHeads = gap + Math.max((LEAST_LINE * height) / 2, head)
  /** What a figure keeps from the ticks; ends that reach to one side over the line reach to the other beneath it. */
  const kept = (i: number): { before: number; after: number } => {
    if (inLine) return { before: offHeads, after: offHeads }
    const wider = Math.max(beside.before, beside.after)
    return figures[i]!.beneath ? { before: wider, after: wider } : beside
  }
  const isNarrow = (i: number): boolean =>
    widths[i]! + kept(i).before + kept(i).after > ticks[i + 1]! - ticks[i]!
  const home = (i: number): PlacedFigure => ({ along: middle(i), over, under, lead: null, aside: HERE })
  const placed = widths.map((width, i): PlacedFigure => {
    if (isNarrow(i)) return home(i)
    const [low, high] = [ticks[i]! + kept(i).before + width / 2, ticks[i + 1]! - kept(i).after - width / 2]
    const along = Math.min(high, Math.max(low, middle(i)))
    return { ...home(i), along, aside: { x: along - middle(i), y: 0 } }
  })
  const last = widths.length - 1
  const out: number[] = []
  widths.forEach((width, i) => {
    if (!isNarrow(i)) return
    const beyond = Math.max(linePast + APART, inLine ? head + gap : 0)
    if (i === last) {
      const from = ticks[i + 1]! + beyond
      placed[i] = {
        along: from + width / 2,
        over,
        under,
        lead: null,
        runsTo: inLine ? from - gap : from + width,
        aside: { x: from + width / 2 - middle(i), y: 0 },
      }
    } else if (i === 0) {
      const to = ticks[0]! - beyond
      const along = to - width / 2
      const aside = { x: along - middle(i), y: 0 }
      placed[i] = { along, over, under, lead: null, runsTo: inLine ? to + gap : to - width, aside }
    } else out.push(i)
  })
  const lift = (i: number): number => (figures[i]!.beneath ? (figures[i]!.lines ?? 1) * LEADING * height : 0)
  const centres = spread(
    out.map(middle),
    out.map((i) => widths[i]!),
    APART,
  )
  out.forEach((i, k) => {
    const along = centres[k]!
    const [from, half] = [middle(i), widths[i]! / 2]
    const near = Math.min(along + half, Math.max(along - half, from))
    const foot = away > 0 ? Math.max(past, high, over + height) + TURN : -Math.max(past, high)
    const turn = away > 0 ? foot - TURN : foot
    const base = away > 0 ? foot + CLEAR + lift(i) : foot - CLEAR - height
    placed[i] = {
      along,
      over: base,
      under: base - LEADING * height,
      aside: { x: along - from, y: base - over },
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
  figures.forEach(({ moved }, i) => {
    if (moved)
      placed[i] = { ...movedBy(home(i), moved, widths[i]!, lift(i), height), aside: placed[i]!.aside }
  })
  return placed
}

/** A figure that was moved by hand, with the line that leads to it from its part. */
function movedBy(
  figure: PlacedFigure,
  moved: Aside,
  width: number,
  lift: number,
  height: number,
): PlacedFigure {
  const [along, over] = [figure.along + moved.x, figure.over + moved.y]
  const [low, high] = [over - lift - CLEAR, over + height + CLEAR]
  const x = Math.min(along + width / 2, Math.max(along - width / 2, figure.along))
  const y = Math.min(high, Math.max(low, 0))
  // Over its own part, or on its line, it needs none.
  const isOwn = x === figure.along && low <= height && high >= 0
  return {
    along,
    over,
    under: over - LEADING * height,
    aside: HERE,
    lead: isOwn
      ? null
      : [
          [figure.along, 0],
          [x, y],
        ],
  }
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
