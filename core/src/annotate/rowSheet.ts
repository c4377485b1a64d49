import { textItem, type DisplayItem, type TextItem } from '../display'
import { offsetFrom, type Point } from '../geometry'
import type { AnnotationStyle, Id } from '../records'
import type { FigureWords } from './figureWords'
import { LEADING } from './figures'
import { PARTS, lettersOf, widthIn } from './style'

/** What letters and lines are put on. */
export interface LetterSheet {
  readonly source: Id | null
  readonly scale: number
  readonly style: AnnotationStyle
  put(...items: readonly DisplayItem[]): void
}

/** A row while it is drawn: where it runs, and what is drawn of it so far. */
export interface RowSheet extends LetterSheet {
  /** The way it is read, and its ticks along it in real mm. */
  readonly u: Point
  readonly alongs: readonly number[]
  readonly ticks: readonly Point[]
  /** The side away from what it measures: 1 over it as it is read, -1 under it. */
  readonly away: 1 | -1
  /** Where extension lines of rows further out run through it, paper mm from its first tick along it. */
  readonly crossed: readonly number[]
  /** A place of the row, paper mm from its first tick along it and over it. */
  at(along: number, over: number): Point
  line(a: Point, b: Point): void
}

/** A figure as it is written. */
export interface WrittenFigure {
  /** Where it is held: just before it. */
  readonly held: Point
  /** Its lettering, which is among what was put. */
  readonly texts: readonly TextItem[]
  /** How far it would stand from where those stand that are moved by nothing, if it were not moved; paper mm. */
  readonly aside: Point
}

/** How the figures of a row are laid, drawn in this order. */
export interface RowLayout {
  /** The ticks that each figure is measured between. */
  readonly parts: readonly (readonly [number, number])[]
  drawLine(words: readonly FigureWords[]): void
  drawEnd(tick: number): void
  drawFigures(words: readonly FigureWords[]): WrittenFigure[]
  /** One of them, moved by so much, on another sheet of the row; left out where figures are laid together. */
  drawMoved?(words: readonly FigureWords[], i: number, by: Point, on: RowSheet): WrittenFigure
}

/** A figure is held so far before it, paper mm. */
const BEFORE = 2.8

/**
 * Writes a figure, what stands beneath it below.
 * @param reading the way it is read
 * @param base where its base line begins, has its middle or ends
 * @param under from its base line down to that of what stands beneath, paper mm; left out: as usual
 */
export function writeFigure(
  { source, scale, style, put }: LetterSheet,
  { text, beneath, isInstead }: FigureWords,
  reading: Point,
  base: Point,
  align: 'start' | 'middle' | 'end',
  under = LEADING * style.textPaperMm,
): Pick<WrittenFigure, 'held' | 'texts'> {
  const height = style.textPaperMm
  const letters = {
    ...lettersOf(style, scale),
    turn: Math.atan2(reading.y, reading.x),
    align,
    source,
  } as const
  const up = (paper: number): Point => offsetFrom(base, reading, 0, paper * scale)
  const texts = [
    textItem(text, base, letters),
    ...beneath.map((each, i) => textItem(each, up(-under - i * LEADING * height), letters)),
  ]
  put(...texts)
  const width = widthIn(style, text) * scale
  const from = align === 'start' ? 0 : align === 'middle' ? -width / 2 : -width
  if (isInstead) {
    const below = up(-PARTS.underline * height)
    const [a, b] = [offsetFrom(below, reading, from, 0), offsetFrom(below, reading, from + width, 0)]
    put({ kind: 'segments', pen: 'dimension', points: [a.x, a.y, b.x, b.y], source })
  }
  return { held: offsetFrom(up(height / 2), reading, from - BEFORE * scale, 0), texts }
}
