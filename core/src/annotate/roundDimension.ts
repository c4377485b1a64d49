import { strokeItem, type DisplayItem } from '../display'
import {
  PARALLEL,
  add,
  angleOf,
  dot,
  leftOf,
  middle,
  offsetFrom,
  pathOf,
  edgeOfArc,
  subtract,
  times,
  unitAt,
  type Arc,
  type Point,
} from '../geometry'
import { styleOf } from '../library'
import type { AnnotationStyle, Id, RoundDimension } from '../records'
import { roundMeasure, roundOf } from '../kinds'
import { holdAnchor, type Ground } from '../ties'
import { formatAngle, type Units } from '../units'
import { figureWords, saidAs, type FigureWords } from './figureWords'
import { laidBack, turnedSheet } from './laidTurned'
import { readingAxis } from './rowLine'
import { writeFigure, type LetterSheet } from './rowSheet'
import { PARTS, endItems, widthIn } from './style'

/** An angle, a radius, a diameter or the length of an arc at a scale, in real mm. */
export interface LaidRound {
  readonly items: readonly DisplayItem[]
  /** What is measured, mm or radians; null: its points make no angle and no arc. */
  readonly measured: number | null
  /** The same as it is told. */
  readonly told: string
  /** Where it is pulled by: on its line. */
  readonly held: Point
}

type RoundFacts = Pick<RoundDimension, 'measures' | 'outer' | 'reach' | 'turn' | 'figure'> & {
  readonly id: Id | null
}

/** What stands before the figure (ISO 129-1). */
const SIGN: Readonly<Record<RoundDimension['measures'], string>> = {
  angle: '',
  radius: 'R ',
  diameter: '⌀\u202f',
  arc: '⌒\u202f',
}

/** An angle, a radius, a diameter or the length of an arc as it stands now. */
export function layRound(record: RoundDimension, ground: Ground, scale: number, units: Units): LaidRound {
  const [a, b, c] = record.anchors.map((anchor) => holdAnchor(anchor, ground).point)
  return roundAt(record, [a!, b!, c!], ground, scale, units)
}

/** The same through points that it holds, or will hold. */
export function roundAt(
  record: RoundFacts & Pick<RoundDimension, 'style'>,
  points: readonly [Point, Point, Point],
  ground: Ground,
  scale: number,
  units: Units,
): LaidRound {
  const sheet = turnedSheet(ground.turned?.by ?? 0)
  const { turn } = record
  const laid = drawRound(
    turn === undefined ? record : { ...record, turn: turn + sheet.by },
    [sheet.to(points[0]), sheet.to(points[1]), sheet.to(points[2])],
    scale,
    units,
    styleOf(ground.project, record.style),
  )
  return { ...laid, items: laidBack(laid.items, sheet), held: sheet.back(laid.held) }
}

/** The same on paper. */
export function drawRound(
  record: RoundFacts,
  points: readonly [Point, Point, Point],
  scale: number,
  units: Units,
  style: AnnotationStyle,
): LaidRound {
  const arc = roundOf(record, points)
  const measured = roundMeasure(record.measures, arc)
  const items: DisplayItem[] = []
  const sheet: LetterSheet = { source: record.id, scale, style, put: (...more) => items.push(...more) }
  const words = wordsOf(record, measured, style, units)
  const { told } = words
  if (!arc) {
    // What it measured has come to lie in one line: it says so where it was.
    const held = middle(points[0], points[2])
    writeFigure(sheet, words, { x: 1, y: 0 }, held, 'middle')
    return { items, measured, told, held }
  }
  const held =
    record.measures === 'radius' || record.measures === 'diameter'
      ? drawAcross(sheet, record, arc, words)
      : drawAlong(sheet, record, arc, points, words)
  return { items, measured, told, held }
}
/** Angles are told to a hundredth of a degree at most. */
const ANGLE_PLACES = 2

/** The figure with its sign, and what is said of it. */
function wordsOf(
  { measures, figure = {} }: RoundFacts,
  measured: number | null,
  style: AnnotationStyle,
  units: Units,
): FigureWords {
  if (measured === null) return saidAs('–', [], figure, style)
  if (measures === 'angle') return saidAs(formatAngle(measured, ANGLE_PLACES), [], figure, style)
  const [told] = figureWords([measured], [undefined], { ...style, addsUp: undefined }, units)
  return saidAs(SIGN[measures] + told!.text, told!.beneath, figure, style, told!.told)
}

const mmOf = ({ reach }: RoundFacts, scale: number): number =>
  reach.in === 'paper' ? reach.paperMm * scale : reach.mm

/** A line from point to point. */
const line = ({ put, source }: LetterSheet, ...points: Point[]): void =>
  put({
    kind: 'line',
    pen: 'dimension',
    points: points.flatMap(({ x, y }) => [x, y]),
    closed: false,
    source,
  })

/** Arcs of no radius are drawn as small as this, mm. */
const LEAST_RADIUS = 0.01

/** Angles and lengths of arcs: along an arc about their centre, its ends on the legs or beyond the ends of what is measured. */
function drawAlong(
  sheet: LetterSheet,
  record: RoundFacts,
  arc: Arc,
  [vertex, ...legs]: readonly [Point, Point, Point],
  words: FigureWords,
): Point {
  const { style, scale, source, put } = sheet
  const isAngle = record.measures === 'angle'
  const reach = mmOf(record, scale)
  const radius = Math.max(isAngle ? Math.abs(reach) : arc.radius + reach, LEAST_RADIUS)
  const run: Arc = { ...arc, radius }
  put(strokeItem(pathOf([edgeOfArc(run)], false), 'dimension', [], scale, source))
  const gap = style.extensionGapPaperMm * scale
  const past = style.extensionPastPaperMm * scale
  const sense = Math.sign(arc.sweep)
  const length = radius * Math.abs(arc.sweep)
  const end = style.endPaperMm * scale
  ;[arc.from, arc.from + arc.sweep].forEach((angle, i) => {
    const u = unitAt(angle)
    const at = add(arc.centre, times(u, radius))
    const from = isAngle ? Math.max(...legs.map((leg) => dot(u, subtract(leg, vertex)))) : arc.radius
    if (style.extensionPaperMm !== 0 && Math.abs(radius - from) > gap && (!isAngle || radius > from)) {
      const out = Math.sign(radius - from)
      line(sheet, add(arc.centre, times(u, from + out * gap)), add(arc.centre, times(u, radius + out * past)))
    }
    const along = times(leftOf(u), (i === 0 ? 1 : -1) * sense)
    const isInside = length >= 2.5 * end
    put(...endItems(style.ends, at, [times(along, isInside ? 1 : -1)], leftOf(u), end, source))
  })
  const mid = arc.from + arc.sweep / 2
  const out = unitAt(mid)
  const { u: reading } = readingAxis(mid - Math.PI / 2)
  const isOver = dot(leftOf(reading), out) > 0
  const height = style.textPaperMm * scale
  const needed = widthIn(style, words.text) * scale + height
  // Too narrow for it: beyond what sticks out, on a short lead.
  const isNarrow = needed > length + height
  const lift = PARTS.textGap * height + (isNarrow ? past + height / 2 : 0)
  const foot = add(arc.centre, times(out, radius + lift + (isOver ? 0 : height)))
  if (isNarrow)
    line(
      sheet,
      add(arc.centre, times(out, radius)),
      add(arc.centre, times(out, radius + lift - (PARTS.textGap * height) / 2)),
    )
  writeFigure(sheet, words, reading, foot, 'middle')
  return add(arc.centre, times(unitAt(arc.from + arc.sweep / 4), radius))
}

/** Radii and diameters: a line through the centre, or on from the arc to a landing where the figure stands. */
function drawAcross(sheet: LetterSheet, record: RoundFacts, arc: Arc, words: FigureWords): Point {
  const { style, scale, source, put } = sheet
  const u = unitAt(record.turn ?? arc.from + arc.sweep / 2)
  const reach = mmOf(record, scale)
  const at = add(arc.centre, times(u, arc.radius))
  const end = style.endPaperMm * scale
  const height = style.textPaperMm * scale
  const gap = PARTS.textGap * height
  const isDiameter = record.measures === 'diameter'
  const back = times(u, -1)
  if (reach <= 0) {
    const from = isDiameter ? add(arc.centre, times(back, arc.radius)) : arc.centre
    line(sheet, from, at)
    put(...endItems(style.ends, at, [back], u, end, source))
    if (isDiameter) put(...endItems(style.ends, from, [u], u, end, source))
    const { u: reading } = readingAxis(angleOf(u))
    const mid = isDiameter ? arc.centre : middle(arc.centre, at)
    writeFigure(sheet, words, reading, offsetFrom(mid, reading, 0, gap), 'middle')
    return isDiameter ? middle(arc.centre, at) : offsetFrom(arc.centre, u, arc.radius * 0.8, 0)
  }
  const elbow = add(at, times(u, reach))
  const sense = u.x < -PARALLEL ? -1 : 1
  const landing = { x: elbow.x + sense * PARTS.landing * height, y: elbow.y }
  line(sheet, at, elbow, landing)
  put(...endItems(style.ends, at, [u], u, end, source))
  const start = { x: landing.x + sense * scale, y: landing.y - height / 2 }
  writeFigure(sheet, words, { x: 1, y: 0 }, start, sense < 0 ? 'end' : 'start')
  return elbow
}
