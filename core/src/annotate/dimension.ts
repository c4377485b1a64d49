import type { DisplayItem, TextItem } from '../display'
import { cross, dot, leftOf, offsetFrom, times, add, unitAt, type Point } from '../geometry'
import { STANDARD_STYLE } from '../library'
import type { AnnotationStyle, Dimension, Figure, Id } from '../records'
import type { Units } from '../units'
import { figureBetween, figureWords, type FigureWords } from './figureWords'
import { movedFigure, placeFigures, type FigureSizes, type FigureToPlace, type PlacedFigure } from './figures'
import type { Reach } from './outside'
import { dimensionLine, readingAxis } from './rowLine'
import { writeFigure, type RowLayout, type RowSheet, type WrittenFigure } from './rowSheet'
import { layRunning } from './running'
import { PARTS, besideEnds, endItems, widthIn } from './style'

/** A dimension worked out at a scale: lengths in real mm. */
export interface LaidDimension {
  readonly items: readonly DisplayItem[]
  /** What each of its figures measures. */
  readonly lengths: readonly number[]
  /** The same as its style tells it. */
  readonly told: readonly string[]
  /** The numbers of the anchors that each figure is measured between. */
  readonly between: readonly (readonly [number, number])[]
  /** Just before each figure, half as high as it is. */
  readonly places: readonly Point[]
  /** How far each figure would stand from where one stands that is moved by nothing, if it were not moved; paper mm. */
  readonly asides: readonly Point[]
  /** The lettering of each figure, which is among its items. */
  readonly texts: readonly (readonly TextItem[])[]
  /**
   * What is drawn of a figure that is moved by so much, its leader included: the same as in the whole row then. Undefined for rows
   * whose figures are laid together.
   */
  readonly figureMoved?: (i: number, by: Point) => readonly DisplayItem[]
  /** Where each tick stands along it, and the number of its anchor: the first of those that stand there. */
  readonly ticks: readonly Point[]
  readonly order: readonly number[]
}

/** A dimension that is drawn from points. */
export interface RowToDraw extends Pick<Dimension, 'direction' | 'offset' | 'figures' | 'from'> {
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
  /**
   * How far beyond each of its points, towards the row, its extension line begins, mm: what is seen of the building reaches so
   * far there. Left out: at the points.
   */
  readonly begins?: readonly number[]
  /** What the other rows of its side do to it; left out: it stands alone. */
  readonly beside?: Beside
}

/** What the other rows of its side of the building do to a row. */
export interface Beside {
  /** How much further out it stands than its number tells, so that it is clear of what stands out of those before it, paper mm. */
  readonly more: number
  /** Places on extension lines of rows further out, which run through it. */
  readonly crossed: readonly Point[]
}
export const ALONE: Beside = { more: 0, crossed: [] }

/** Points of a row nearer than this along it stand at one tick, mm. */
const ONE_TICK = 0.01

/** A dimension from points, as linework and figures. */
export function drawDimension(
  { source, points, direction, offset, figures: said = [], from }: RowToDraw,
  {
    scale,
    units,
    style = STANDARD_STYLE,
    outside = null,
    lined = null,
    beside = ALONE,
    begins = [],
  }: RowMeans,
): LaidDimension {
  const { u, flipped } = readingAxis(direction)
  const mm = (paper: number): number => paper * scale
  const line =
    (flipped ? -1 : 1) *
    dimensionLine(points, unitAt(direction), offset, scale, style, outside, lined, beside.more)
  const sorted = points.map((_, i) => i).sort((i, k) => dot(u, points[i]!) - dot(u, points[k]!))
  const groups: number[][] = []
  for (const i of sorted) {
    const [last] = groups.at(-1) ?? []
    if (last !== undefined && dot(u, points[i]!) - dot(u, points[last]!) < ONE_TICK) groups.at(-1)!.push(i)
    else groups.push([i])
  }
  const order = groups.map(([i]) => i!)
  const ticks = order.map((i) => add(times(u, dot(u, points[i]!)), times(leftOf(u), line)))
  const start = ticks[0]!
  const items: DisplayItem[] = []
  const mean = points.reduce((sum, p) => sum + cross(u, p), 0) / points.length
  const row: RowSheet = {
    source,
    u,
    alongs: ticks.map((tick) => dot(u, tick)),
    ticks,
    away: line >= mean ? 1 : -1,
    crossed: beside.crossed.map((p) => (dot(u, p) - dot(u, start)) / scale),
    scale,
    style,
    at: (along, over) => offsetFrom(start, u, mm(along), mm(over)),
    line: (a, b) => items.push({ kind: 'segments', pen: 'dimension', points: [a.x, a.y, b.x, b.y], source }),
    put: (...more) => items.push(...more),
  }
  const datum = from === undefined ? -1 : groups.findIndex((group) => group.includes(from))
  const layout = datum < 0 ? layChain(row) : layRunning(row, datum)
  const { parts } = layout
  const lengths = parts.map(([i, k]) => Math.abs(row.alongs[k]! - row.alongs[i]!))
  const saidOf = ([i, k]: readonly [number, number]): Figure | undefined =>
    groups[i]!.flatMap((p) => groups[k]!.map((q) => figureBetween(said, p, q))).find((each) => each)
  // Running figures are told one by one.
  const words = figureWords(
    lengths,
    parts.map(saidOf),
    datum < 0 ? style : { ...style, addsUp: undefined },
    units,
  )
  layout.drawLine(words)
  groups.forEach((group, tick) => {
    for (const i of group) extensionLine(row, points[i]!, tick, line, begins[i])
    layout.drawEnd(tick)
  })
  const written = layout.drawFigures(words)
  const { drawMoved } = layout
  const figureMoved = (i: number, by: Point): readonly DisplayItem[] => {
    const made: DisplayItem[] = []
    drawMoved?.(words, i, by, {
      ...row,
      line: (a, b) => made.push({ kind: 'segments', pen: 'dimension', points: [a.x, a.y, b.x, b.y], source }),
      put: (...more) => made.push(...more),
    })
    return made
  }
  return {
    items,
    ...(drawMoved ? { figureMoved } : {}),
    lengths,
    told: words.map(({ told }) => told),
    ticks,
    order,
    between: parts.map(([i, k]) => [order[i]!, order[k]!] as const),
    places: written.map(({ held }) => held),
    asides: written.map(({ aside }) => aside),
    texts: written.map(({ texts }) => texts),
  }
}

/** From what is measured, or what is seen beside it, to just past the line, or as long as the style says. */
function extensionLine(
  { u, scale, style, ticks, line: draw }: RowSheet,
  p: Point,
  tick: number,
  line: number,
  begins = 0,
): void {
  const { extensionGapPaperMm: gap, extensionPastPaperMm: past, extensionPaperMm: length } = style
  if (length === 0) return
  const reach = line - cross(u, p)
  const sense = Math.sign(reach)
  const first = begins + gap * scale
  if (Math.abs(reach) <= first) return
  const isCut = length !== undefined && Math.abs(reach) - first > length * scale
  const from = isCut
    ? offsetFrom(ticks[tick]!, u, 0, -sense * length * scale)
    : offsetFrom(p, u, 0, sense * first)
  draw(from, offsetFrom(ticks[tick]!, u, 0, sense * past * scale))
}

/** A chain: each figure between two neighbours. */
function layChain(row: RowSheet): RowLayout {
  const { alongs, scale } = row
  let figures: readonly PlacedFigure[] = []
  return {
    parts: alongs.slice(1).map((_, i) => [i, i + 1] as const),
    drawLine(words) {
      figures = chainFigures(row, words)
      chainLine(row, words, figures)
    },
    drawEnd: (tick) => chainEnd(row, tick),
    drawFigures: (words) => figures.map((figure, i) => chainFigure(row, words[i]!, figure, i)),
    drawMoved(words, i, moved, on) {
      const part = [alongs[i]!, alongs[i + 1]!].map((along) => (along - alongs[0]!) / scale)
      const figure = movedFigure([part[0]!, part[1]!], toPlace(row, words[i]!), moved, sizesOf(row))
      return chainFigure(on, { ...words[i]!, moved }, figure, i)
    },
  }
}

/** A figure of a chain, with the line that leads to it. */
function chainFigure(
  row: RowSheet,
  words: FigureWords,
  { along, over, under, lead, runsTo, aside }: PlacedFigure,
  i: number,
): WrittenFigure {
  const { alongs, ticks, u, scale } = row
  const isInPlace = lead === null && runsTo === undefined && !words.moved && aside.x === 0
  // In its place it stands over the very middle.
  const base = isInPlace
    ? offsetFrom(ticks[i]!, u, (alongs[i + 1]! - alongs[i]!) / 2, over * scale)
    : row.at(along, over)
  const written = writeFigure(row, words, u, base, 'middle', over - under)
  lead?.slice(1).forEach(([x, y], k) => row.line(row.at(...lead[k]!), row.at(x, y)))
  return { ...written, aside }
}

const toPlace = ({ style }: RowSheet, { text, beneath, moved }: FigureWords): FigureToPlace => ({
  width: widthIn(style, text),
  beneath: Math.max(0, ...beneath.map((each) => widthIn(style, each))),
  lines: beneath.length,
  moved,
})

const sizesOf = ({ style, away }: RowSheet): FigureSizes => ({
  height: style.textPaperMm,
  ...besideEnds(style),
  past: style.extensionPastPaperMm,
  linePast: style.linePastPaperMm,
  away,
  inLine: style.inLine === true,
})

const chainFigures = (row: RowSheet, words: readonly FigureWords[]): PlacedFigure[] =>
  placeFigures(
    row.alongs.map((along) => (along - row.alongs[0]!) / row.scale),
    words.map((each) => toPlace(row, each)),
    sizesOf(row),
    row.crossed,
  )

/** The dimension line, which runs on beneath figures beside it and stops for those that stand in it. */
function chainLine(row: RowSheet, words: readonly FigureWords[], figures: readonly PlacedFigure[]): void {
  const { style, scale, ticks, u } = row
  const past = style.linePastPaperMm * scale
  const runs = figures.flatMap(({ runsTo }) => runsTo ?? [])
  const back = runs.find((along) => along < 0)
  const on = runs.find((along) => along > 0)
  let from = back === undefined ? offsetFrom(ticks[0]!, u, -past) : row.at(back, 0)
  const to = on === undefined ? offsetFrom(ticks.at(-1)!, u, past) : row.at(on, 0)
  const gap = PARTS.textGap * style.textPaperMm
  figures.forEach(({ along, over, lead, runsTo }, i) => {
    const isIn = lead === null && runsTo === undefined && over < 0 && over + style.textPaperMm > 0
    if (!isIn) return
    const half = widthIn(style, words[i]!.text) / 2 + gap
    row.line(from, row.at(along - half, 0))
    from = row.at(along + half, 0)
  })
  row.line(from, to)
}

/** Heads point outwards within their part of the line; where it is too short they stand outside. */
function chainEnd({ ticks, u, style, scale, put, source }: RowSheet, i: number): void {
  const end = style.endPaperMm * scale
  const tick = ticks[i]!
  const ways = ([1, -1] as const).flatMap((sense) => {
    const other = ticks[i + sense]
    if (!other) return []
    const isInside = Math.abs(dot(u, other) - dot(u, tick)) >= 2.5 * end
    return [times(u, isInside ? sense : -sense)]
  })
  put(...endItems(style.ends, tick, ways, u, end, source))
}
