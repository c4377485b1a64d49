import { ROUNDING } from '../geometry'
import { APART, CLEAR, onLeads, type Part } from './leadsOut'

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

/** By themselves figures keep so far from ticks, paper mm. */
const BESIDE = { before: 0.5, after: 0.5 } as const
/** Figures in the line leave so much of it beside them, as a multiple of their height. */
const LEAST_LINE = 1
/** From base line to base line of a figure of two lines on a lead, as a multiple of its height. */
export const LEADING = 1.5

/**
 * Where the figures of a row stand. One that has room stands over the middle of its part. A narrow one at an end of the
 * row stands beside it, where the line runs on beneath it; the others stand on the side away from the building, beyond all
 * extension lines, each as near to its part as the others let it, on a lead. One that is moved by hand leaves the others
 * where they are. All keep clear of extension lines of other rows that run through this one, where there is room between
 * these.
 * @param ticks where the ticks stand along the row, paper mm, in order
 * @param figures those between them
 * @param crossed where extension lines of rows further out run through it, paper mm along it
 */
export function placeFigures(
  ticks: readonly number[],
  figures: readonly FigureToPlace[],
  sizes: FigureSizes,
  crossed: readonly number[] = [],
): PlacedFigure[] {
  const lines = [...crossed].sort((p, q) => p - q)
  const { height, gap, past, linePast, away, inLine = false, beside = BESIDE, head = 0, high = 0 } = sizes
  const widths = figures.map(({ width, beneath = 0 }) => Math.max(width, beneath))
  const { over, under } = ownPlace(sizes)
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
    const { before, after } = kept(i)
    const along = nearestClear(middle(i), width, [ticks[i]! + before, ticks[i + 1]! - after], lines)
    return { ...home(i), along, aside: { x: along - middle(i), y: 0 } }
  })
  const last = widths.length - 1
  const out: number[] = []
  widths.forEach((width, i) => {
    if (!isNarrow(i)) return
    const beyond = Math.max(linePast + APART, inLine ? head + gap : 0)
    const [end, begin] = [ticks[i + 1]! + beyond, ticks[i]! - beyond]
    const isFree = (from: number): boolean => isClear(from + width / 2, width, lines)
    if (i === last && isFree(end)) {
      const from = end
      placed[i] = {
        along: from + width / 2,
        over,
        under,
        lead: null,
        runsTo: inLine ? from - gap : from + width,
        aside: { x: from + width / 2 - middle(i), y: 0 },
      }
    } else if (i === 0 && isFree(begin - width)) {
      const to = begin
      const along = to - width / 2
      const aside = { x: along - middle(i), y: 0 }
      placed[i] = { along, over, under, lead: null, runsTo: inLine ? to + gap : to - width, aside }
    } else out.push(i)
  })
  const lift = (i: number): number => liftOf(figures[i]!, height)
  const led = onLeads(
    out.map((i) => ({ middle: middle(i), width: widths[i]!, lift: lift(i) })),
    { height, away, beyond: away > 0 ? Math.max(past, high, over + height) : Math.max(past, high) },
    lines,
  )
  out.forEach((i, k) => {
    const { along, base, lead } = led[k]!
    placed[i] = {
      along,
      over: base,
      under: base - LEADING * height,
      aside: { x: along - middle(i), y: base - over },
      lead,
    }
  })
  figures.forEach(({ moved }, i) => {
    if (moved)
      placed[i] = {
        ...movedFigure([ticks[i]!, ticks[i + 1]!], figures[i]!, moved, sizes),
        aside: placed[i]!.aside,
      }
  })
  return placed
}

/** Where a figure of a row has its base lines while it stands at its part: in the line, it has its middle on that. */
function ownPlace({ height, gap, inLine = false }: FigureSizes): {
  readonly over: number
  readonly under: number
} {
  const over = inLine ? -height / 2 : gap
  return { over, under: over < 0 ? over - gap - height : -(gap + height) }
}

const liftOf = ({ beneath, lines = 1 }: FigureToPlace, height: number): number =>
  beneath ? lines * LEADING * height : 0

/**
 * A figure that was moved by hand, with the line that leads to it from its part. The others of its row do not matter to it.
 * @param part the ticks that it is between, paper mm along the row
 */
export function movedFigure(
  part: Part,
  figure: FigureToPlace,
  moved: Aside,
  sizes: FigureSizes,
): PlacedFigure {
  const { height } = sizes
  const middle = (part[0] + part[1]) / 2
  const width = Math.max(figure.width, figure.beneath ?? 0)
  const [along, over] = [middle + moved.x, ownPlace(sizes).over + moved.y]
  const [low, high] = [over - liftOf(figure, height) - CLEAR, over + height + CLEAR]
  const x = Math.min(along + width / 2, Math.max(along - width / 2, middle))
  const y = Math.min(high, Math.max(low, 0))
  // Over its own part, or on its line, it needs none.
  const isOwn = x === middle && low <= height && high >= 0
  return {
    along,
    over,
    under: over - LEADING * height,
    aside: HERE,
    lead: isOwn
      ? null
      : [
          [middle, 0],
          [x, y],
        ],
  }
}

/** Whether a figure of a width keeps clear of lines. */
const isClear = (along: number, width: number, lines: readonly number[]): boolean =>
  lines.every((line) => Math.abs(line - along) >= width / 2 + BESIDE.before - ROUNDING)

/** The place nearest to the middle of a part where a figure keeps clear of lines; where it cannot, in the part. */
function nearestClear(middle: number, width: number, [from, to]: Part, lines: readonly number[]): number {
  const low = from + width / 2
  const high = to - width / 2
  const within = (along: number): number => Math.min(high, Math.max(low, along))
  const off = width / 2 + BESIDE.before
  const inIt = lines.filter((line) => line > from && line < to)
  const clear = [middle, ...inIt.flatMap((line) => [line - off, line + off])]
    .filter((along) => along === within(along) || along === middle)
    .map(within)
    .filter((along) => isClear(along, width, inIt))
  return clear.reduce(
    (best, along) => (Math.abs(along - middle) < Math.abs(best - middle) ? along : best),
    clear[0] ?? within(middle),
  )
}
