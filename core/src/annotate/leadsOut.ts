import { ROUNDING } from '../geometry'

/** A narrow figure that is to stand out from its row, paper mm. */
export interface OutFigure {
  /** The middle of its part along the row. */
  readonly middle: number
  readonly width: number
  /** How much of it stands beneath its first line. */
  readonly lift: number
}

/** Where it stands, and the line that leads to it from its part, paper mm along the row and over it. */
export interface LedFigure {
  readonly along: number
  readonly base: number
  readonly lead: readonly (readonly [along: number, over: number])[]
}

/** A part of the way along a row, paper mm. */
export type Part = readonly [from: number, to: number]

/** Figures keep so far from each other, paper mm. */
export const APART = 1
/** Between what sticks out of a row and the figures beyond it. */
export const CLEAR = 0.25
/** Leads turn aside within so much. */
export const TURN = 0.8
/** Beside the figures before it a lead takes up so much. */
const LEAD = 0.4
/** Letters of the line before keep so far from where leads turn. */
const OVER = 0.2
/** How much a figure on a line counts, as one that stands so far from its part. */
const STRUCK = 12
/** And how much one that stands in the second line. */
const FURTHER = 2

/**
 * Narrow figures beyond their row, each as near to its part as the others let it: in one line while each stands over its
 * part, else by turns in two where that brings them nearer, with the leads to the outer ones between the inner ones. No
 * leads cross.
 * @param figures in their order along the row
 * @param beyond how far the row itself reaches out
 * @param lines what none is to stand on, along the row
 */
export function onLeads(
  figures: readonly OutFigure[],
  means: { readonly height: number; readonly away: 1 | -1; readonly beyond: number },
  lines: readonly number[],
): LedFigure[] {
  const cost = ({ inLine, alongs }: Ways): number =>
    figures.reduce((sum, { middle, width }, i) => {
      const isStruck = lines.some((line) => Math.abs(line - alongs[i]!) < width / 2)
      return sum + (alongs[i]! - middle) ** 2 + inLine[i]! * FURTHER ** 2 + (isStruck ? STRUCK ** 2 : 0)
    }, 0)
  let best = inLines(
    figures,
    figures.map(() => 0),
    lines,
  )
  for (const [first, end] of crowds(figures, best.alongs)) {
    const inTurns = [0, 1].map((turn) =>
      inLines(
        figures,
        best.inLine.map((line, i) => (i < first || i >= end ? line : (i + turn) % 2)),
        lines,
      ),
    )
    best = inTurns.reduce((least, way) => (cost(way) < cost(least) ? way : least), best)
  }
  return led(figures, best, means)
}

/** Those that push each other aside in one line, from the first of them to before the next, where any does not stand over its part. */
function crowds(figures: readonly OutFigure[], alongs: readonly number[]): Part[] {
  const isBeside = (i: number): boolean => {
    const before = figures[i - 1]
    const apart = alongs[i]! - (alongs[i - 1] ?? -Infinity)
    return before !== undefined && apart - (before.width + figures[i]!.width) / 2 - APART < ROUNDING
  }
  const isOff = (i: number): boolean => Math.abs(alongs[i]! - figures[i]!.middle) > figures[i]!.width / 2
  const firsts = figures.flatMap((_, i) => (isBeside(i) ? [] : [i]))
  const all = firsts.map((first, k): Part => [first, firsts[k + 1] ?? figures.length])
  return all.filter(([first, end]) => alongs.some((_, i) => i >= first && i < end && isOff(i)))
}

interface Ways {
  /** The line that each figure stands in: 0 or 1. */
  readonly inLine: readonly number[]
  /** Where the first line is passed: by a figure itself, or by its lead. */
  readonly passes: readonly number[]
  readonly alongs: readonly number[]
}

function inLines(figures: readonly OutFigure[], inLine: readonly number[], lines: readonly number[]): Ways {
  const passes = spreadBetween(
    figures.map(({ middle }) => middle),
    figures.map(({ width }, i) => (inLine[i] === 0 ? width : LEAD)),
    APART,
    lines,
  )
  const outer = inLine.flatMap((line, i) => (line === 0 ? [] : [i]))
  const others = spreadBetween(
    outer.map((i) => passes[i]!),
    outer.map((i) => figures[i]!.width),
    APART,
    lines,
  )
  const alongs = [...passes]
  outer.forEach((i, k) => (alongs[i] = others[k]!))
  return { inLine, passes, alongs }
}

function led(
  figures: readonly OutFigure[],
  { inLine, passes, alongs }: Ways,
  { height, away, beyond }: { readonly height: number; readonly away: 1 | -1; readonly beyond: number },
): LedFigure[] {
  const nearest = (i: number, from: number): number => {
    const half = figures[i]!.width / 2
    return Math.min(alongs[i]! + half, Math.max(alongs[i]! - half, from))
  }
  const first = (i: number): number => (inLine[i] === 0 ? nearest(i, figures[i]!.middle) : passes[i]!)
  const isStraight = figures.every(({ middle }, i) => first(i) === middle)
  // Over the line leads pass the figures of the row before they turn.
  const foot = beyond + (away > 0 || !isStraight ? TURN : 0)
  const deepest = Math.max(0, ...figures.flatMap(({ lift }, i) => (inLine[i] === 0 ? [lift] : [])))
  const feet = [foot, foot + CLEAR + height + deepest + OVER + TURN]
  return figures.map(({ middle, lift }, i) => {
    const line = inLine[i]!
    const end = feet[line]!
    const lead: [number, number][] = [[middle, 0]]
    const go = (to: number, at: number): void => {
      const [from] = lead.at(-1)!
      if (to !== from) lead.push([from, at - TURN])
      lead.push([to, at])
    }
    go(first(i), foot)
    if (line > 0) go(nearest(i, passes[i]!), end)
    return {
      along: alongs[i]!,
      base: away > 0 ? end + CLEAR + lift : -(end + CLEAR + height),
      lead: lead.map(([along, over]) => [along, away > 0 ? over : 0 - over]),
    }
  })
}

/**
 * Puts things of some widths as near to where they belong as they can stand side by side, in their order: the least sum of
 * squares, by pooling adjacent violators (Barlow, Bartholomew, Bremner and Brunk 1972).
 * @param middles where each belongs, in order
 * @param within what they stand within, if it is wide enough for all; left out: anywhere
 */
export function spread(
  middles: readonly number[],
  widths: readonly number[],
  apart: number,
  [from, to]: Part = [-Infinity, Infinity],
): number[] {
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
  // In order, they stand within when the first and the last do.
  const low = from + (widths[0] ?? 0) / 2
  const high = to - (widths.at(-1) ?? 0) / 2 - shift
  return pools
    .flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count))
    .map((at, i) => Math.min(high, Math.max(low, at)) + shifts[i]!)
}

/**
 * The same between lines that none is to stand on: those that find no room between two of them go on to beside the next, or
 * stand on one where that would be too far. Many of them stand as if lines that leave no room were not there.
 */
export function spreadBetween(
  middles: readonly number[],
  widths: readonly number[],
  apart: number,
  lines: readonly number[],
): number[] {
  const edges = [-Infinity, ...lines, Infinity]
  const parts = edges.slice(1).map((to, k): Span => {
    const from = edges[k]!
    const held = middles.flatMap((at, i) => (at >= from && at < to ? [i] : []))
    return { from, to, first: held[0] ?? 0, end: (held.at(-1) ?? -1) + 1 }
  })
  const within = ({ from, to, first, end }: Span): number[] =>
    spread(middles.slice(first, end), widths.slice(first, end), apart, [from + apart / 2, to - apart / 2])
  const isTight = ({ from, to, first, end }: Span): boolean =>
    widths.slice(first, end).reduce((sum, width) => sum + width + apart, 0) > to - from
  if (!parts.some(isTight)) return parts.flatMap(within)
  const cost = (alongs: readonly number[]): number =>
    alongs.reduce((sum, along, k) => {
      const isStruck = lines.some((line) => Math.abs(line - along) < widths[k]! / 2)
      return sum + (along - middles[k]!) ** 2 + (isStruck ? STRUCK ** 2 : 0)
    }, 0)
  const joined = joinTight(parts, isTight).flatMap(within)
  if (parts.length * middles.length ** 2 > MOST_TRIED) return joined
  // Whatever goes to each part, in order: the best for so many of them in the parts so far.
  let best: readonly (readonly number[] | null)[] = middles.map(() => null)
  best = [[], ...best]
  for (const part of parts)
    best = best.map((_, end) =>
      best.slice(0, end + 1).reduce<readonly number[] | null>((least, before, first) => {
        const span = { ...part, first, end }
        if (!before || (first < end && isTight(span))) return least
        const made = [...before, ...within(span)]
        return !least || cost(made) < cost(least) ? made : least
      }, null),
    )
  const apartFromLines = best.at(-1)!
  return apartFromLines && cost(apartFromLines) < cost(joined) ? [...apartFromLines] : joined
}

/** More ways than this are not tried. */
const MOST_TRIED = 3000

/** A part between lines, and those that stand in it: from the first to before the end. */
interface Span {
  readonly from: number
  readonly to: number
  readonly first: number
  readonly end: number
}

/** Parts that leave no room joined with those beside them. */
function joinTight(parts: readonly Span[], isTight: (span: Span) => boolean): Span[] {
  const joined = [...parts]
  for (let k = joined.findIndex(isTight); k >= 0; k = joined.findIndex(isTight)) {
    const some = joined.slice(Math.max(0, k - 1), k + 2)
    const held = some.filter(({ first, end }) => end > first)
    joined.splice(Math.max(0, k - 1), some.length, {
      from: some[0]!.from,
      to: some.at(-1)!.to,
      first: held[0]?.first ?? 0,
      end: held.at(-1)?.end ?? 0,
    })
  }
  return joined
}
