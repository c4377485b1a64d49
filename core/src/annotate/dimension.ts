import { textItem, textWidth, type DisplayItem } from '../display'
import {
  PARALLEL,
  cross,
  dot,
  leftOf,
  normalAngle,
  offsetFrom,
  times,
  add,
  unitAt,
  type Point,
} from '../geometry'
import { STANDARD_STYLE } from '../library'
import type { AnnotationStyle, Dimension, Figure, Id } from '../records'
import { formatLength, type Units } from '../units'
import { placeFigures } from './figures'
import type { Reach } from './outside'
import { PARTS, arrowItem } from './style'

/** A dimension worked out at a scale: lengths in real mm. */
export interface LaidDimension {
  readonly items: readonly DisplayItem[]
  /** The measured lengths along the direction, in order. */
  readonly lengths: readonly number[]
  /** Indices of the anchors whose host is gone. */
  readonly lost: readonly number[]
  /** Where each tick stands. */
  readonly ticks: readonly Point[]
  /** The numbers of the anchors that each length is measured between. */
  readonly between: readonly (readonly [number, number])[]
  /** Just before each figure, half as high as it is. */
  readonly places: readonly Point[]
}

/** How far points, and a building, reach to either side of a direction, mm to its left. */
function reachOf(points: readonly Point[], u: Point, outside: Reach | null): Reach {
  const asides = points.map((p) => cross(u, p))
  return {
    low: Math.min(...asides, outside?.low ?? Infinity),
    high: Math.max(...asides, outside?.high ?? -Infinity),
  }
}

/**
 * Where the dimension line runs, as a distance to the left of the direction through the origin. Rows are reckoned from
 * the outermost face of the building or anchor on their side, and keep their paper distance from it at every scale.
 * @param outside how far the building reaches where the row stands
 * @param lined where the row runs that it is in line with; null: that is not known
 */
export function dimensionLine(
  points: readonly Point[],
  u: Point,
  offset: Dimension['offset'],
  scale: number,
  { firstRowPaperMm, rowPaperMm }: AnnotationStyle,
  outside: Reach | null,
  lined: number | null = null,
): number {
  switch (offset.in) {
    case 'line':
      return lined ?? offset.last
    case 'row': {
      const { low, high } = reachOf(points, u, outside)
      const out = (firstRowPaperMm + offset.row * rowPaperMm + (offset.morePaperMm ?? 0)) * scale
      return offset.side === 'left' ? high + out : low - out
    }
    case 'paper':
    case 'real': {
      const { low, high } = reachOf(points, u, null)
      const amount = offset.in === 'paper' ? offset.paperMm * scale : offset.mm
      return (amount >= 0 ? high : low) + amount
    }
  }
}

/** More rows than this are not told apart by pointing. */
const ROWS = 5

/**
 * The offset that lets the dimension line run through a point: beside the building in even rows near by, real further
 * off; among what it measures on paper from that, in even steps too.
 */
export function offsetThrough(
  points: readonly Point[],
  u: Point,
  through: Point,
  scale: number,
  { firstRowPaperMm: first, rowPaperMm: row }: AnnotationStyle = STANDARD_STYLE,
  outside: Reach | null = null,
): Dimension['offset'] {
  const at = cross(u, through)
  const { low, high } = reachOf(points, u, null)
  const around = reachOf(points, u, outside)
  const isLeft = at >= (high + low) / 2
  const out = isLeft ? at - high : at - low
  const beyond = (at >= around.high ? at - around.high : at <= around.low ? around.low - at : -1) / scale
  if (beyond >= 0 && beyond <= first + (ROWS + 0.5) * row)
    return {
      in: 'row',
      side: at >= around.high ? 'left' : 'right',
      row: Math.max(0, Math.round((beyond - first) / row)),
    }
  const paper = Math.abs(out) / scale
  if (beyond >= 0 || paper > first + (ROWS + 0.5) * row) return { in: 'real', mm: out }
  const rows = Math.max(0, Math.round((paper - first) / row))
  const sign = out === 0 ? (isLeft ? 1 : -1) : Math.sign(out)
  return { in: 'paper', paperMm: sign * (first + rows * row) }
}

/** A row further out by as many. */
export function furtherOut(
  offset: Dimension['offset'],
  rows: number,
  scale: number,
  { rowPaperMm }: AnnotationStyle,
): Dimension['offset'] {
  const out = (value: number, step: number): number => value + (value >= 0 ? step : -step)
  switch (offset.in) {
    case 'row':
      return { ...offset, row: offset.row + rows }
    case 'line':
      return offset
    case 'paper':
      return { in: 'paper', paperMm: out(offset.paperMm, rows * rowPaperMm) }
    case 'real':
      return { in: 'real', mm: out(offset.mm, rows * rowPaperMm * scale) }
  }
}

/** The way in which figures of a direction are read: from below or from the right (ISO 129-1). */
export function readingAxis(direction: number): { readonly u: Point; readonly flipped: boolean } {
  const turn = normalAngle(direction)
  const flipped = turn > Math.PI / 2 + PARALLEL || turn <= -Math.PI / 2 + PARALLEL
  return { u: times(unitAt(direction), flipped ? -1 : 1), flipped }
}

/** A dimension that is drawn from points. */
export interface RowToDraw extends Pick<Dimension, 'direction' | 'offset' | 'figures'> {
  readonly source: Id | null
  readonly points: readonly Point[]
}

/** What a dimension is drawn by. */
export interface RowMeans {
  readonly scale: number
  readonly units: Units
  readonly style?: AnnotationStyle
  /** How far the building reaches where the row stands; null: it is reckoned from what it measures. */
  readonly outside?: Reach | null
  /** Where the row runs that it is in line with, mm to the left of its direction; null: in line with none. */
  readonly lined?: number | null
}

/** A dimension from points, as linework and figures. */
export function drawDimension(
  { source, points, direction, offset, figures: said = [] }: RowToDraw,
  { scale, units, style = STANDARD_STYLE, outside = null, lined = null }: RowMeans,
): Omit<LaidDimension, 'lost'> {
  const { u, flipped } = readingAxis(direction)
  const mm = (paper: number): number => paper * scale
  const line =
    (flipped ? -1 : 1) * dimensionLine(points, unitAt(direction), offset, scale, style, outside, lined)
  const order = points.map((_, i) => i).sort((i, k) => dot(u, points[i]!) - dot(u, points[k]!))
  const sorted = order.map((i) => points[i]!)
  const ticks = sorted.map((p) => add(times(u, dot(u, p)), times(leftOf(u), line)))
  const items: DisplayItem[] = []
  const height = mm(style.textPaperMm)
  const segment = (pen: 'dimension' | 'tick', a: Point, b: Point): void => {
    items.push({ kind: 'segments', pen, points: [a.x, a.y, b.x, b.y], source })
  }
  const alongs = ticks.map((tick) => dot(u, tick))
  const lengths = alongs.slice(1).map((along, i) => along - alongs[i]!)
  const words = lengths.map((length, i) =>
    figureWords(length, units, figureBetween(said, order[i]!, order[i + 1]!)),
  )
  const widthOf = (text: string): number => textWidth(text, style.textPaperMm)
  const mean = sorted.reduce((sum, p) => sum + cross(u, p), 0) / sorted.length
  const figures = placeFigures(
    alongs.map((along) => (along - alongs[0]!) / scale),
    words.map(({ text, beneath, moved }) => ({
      width: widthOf(text),
      beneath: beneath === null ? 0 : widthOf(beneath),
      moved,
    })),
    {
      height: style.textPaperMm,
      gap: PARTS.textGap * style.textPaperMm,
      past: style.extensionPastPaperMm,
      linePast: style.linePastPaperMm,
      away: line >= mean ? 1 : -1,
    },
  )
  // Beneath figures that stand beside it the line runs on.
  const runs = figures.flatMap(({ runsTo }) => runsTo ?? [])
  const runsBack = runs.find((along) => along < 0) ?? null
  const runsOn = runs.find((along) => along > 0) ?? null
  const [start, finish] = [ticks[0]!, ticks.at(-1)!]
  /** A place of the row, paper mm from its first tick. */
  const at = (along: number, over: number): Point => offsetFrom(start, u, mm(along), mm(over))
  segment(
    'dimension',
    runsBack === null ? offsetFrom(start, u, -mm(style.linePastPaperMm)) : at(runsBack, 0),
    runsOn === null ? offsetFrom(finish, u, mm(style.linePastPaperMm)) : at(runsOn, 0),
  )
  const end = mm(style.endPaperMm)
  sorted.forEach((p, i) => {
    const tick = ticks[i]!
    const reach = line - cross(u, p)
    const sense = Math.sign(reach)
    if (Math.abs(reach) > mm(style.extensionGapPaperMm))
      segment(
        'dimension',
        offsetFrom(p, u, 0, sense * mm(style.extensionGapPaperMm)),
        offsetFrom(tick, u, 0, sense * mm(style.extensionPastPaperMm)),
      )
    if (style.ends === 'oblique') {
      const half = end / 2 / Math.SQRT2
      segment('tick', offsetFrom(tick, u, -half, -half), offsetFrom(tick, u, half, half))
    } else if (style.ends === 'dot') items.push({ kind: 'disc', tone: 0, ...tick, radius: end / 2, source })
    else {
      // Heads point outwards within their part of the line; where it is too short they stand outside.
      for (const [sense, other] of [
        [1, ticks[i + 1]],
        [-1, ticks[i - 1]],
      ] as const) {
        if (!other) continue
        const inside = Math.abs(dot(u, other) - dot(u, tick)) >= 2.5 * end
        items.push(arrowItem(tick, times(u, inside ? sense : -sense), end, source))
      }
    }
  })
  const letters = { height, turn: Math.atan2(u.y, u.x), align: 'middle', source } as const
  const places = figures.map(({ along, over, under, lead, runsTo }, i) => {
    const { text, beneath, isInstead, moved } = words[i]!
    const isInPlace = lead === null && runsTo === undefined && !moved
    const place = (up: number): Point =>
      isInPlace ? offsetFrom(ticks[i]!, u, lengths[i]! / 2, mm(up)) : at(along, up)
    items.push(textItem(text, place(over), letters))
    if (beneath !== null) items.push(textItem(beneath, place(under), letters))
    lead?.slice(1).forEach(([x, y], k) => segment('dimension', at(...lead[k]!), at(x, y)))
    const before = offsetFrom(place(over + style.textPaperMm / 2), u, -mm(widthOf(text) / 2 + BEFORE))
    if (!isInstead) return before
    const [middle, half] = [place(over - UNDERLINE * style.textPaperMm), mm(widthOf(text) / 2)]
    segment('dimension', offsetFrom(middle, u, -half), offsetFrom(middle, u, half))
    return before
  })
  return { items, lengths, ticks, between: order.slice(1).map((k, i) => [order[i]!, k] as const), places }
}
/** A figure is held so far before it, paper mm. */
const BEFORE = 2.8
/** Lines under letters lie so far below them, as a multiple of their height. */
const UNDERLINE = 0.16

/** What is said of the figure between two neighbours. */
export const figureBetween = (
  said: NonNullable<Dimension['figures']>,
  i: number,
  k: number,
): Figure | undefined => said.find(({ between: [p, q] }) => (p === i && q === k) || (p === k && q === i))

/** What a figure says: what is measured, or what stands in its place, with what stands before, after and beneath. */
export function figureWords(
  length: number,
  units: Units,
  { instead, equal, before = '', after = '', beneath, moved }: Partial<Figure> = {},
): {
  readonly text: string
  readonly beneath: string | null
  /** It is not what is measured. */
  readonly isInstead: boolean
  readonly moved: Figure['moved']
} {
  const text = before + (equal ? EQUAL : (instead ?? formatLength(length, units))) + after
  return { text, beneath: beneath ?? null, isInstead: !equal && instead !== undefined, moved }
}
/** Stands for the figures of parts that are equally long. */
const EQUAL = 'EQ'
