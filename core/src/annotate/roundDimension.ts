import { strokeItem, textItem, type DisplayItem } from '../display'
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
  size,
  subtract,
  times,
  unitAt,
  type Arc,
  type Point,
} from '../geometry'
import { styleOf } from '../library'
import type { AnnotationStyle, Id, RoundDimension } from '../records'
import { holdAnchor, roundMeasure, roundOf, type Ground } from '../ties'
import { formatAngle, projectFormat, writeLength, type Units } from '../units'
import { readingAxis } from './rowLine'
import { PARTS, endItems, lettersOf, widthIn, writtenIn } from './style'

/** An angle, a radius, a diameter or the length of an arc at a scale, in real mm. */
export interface LaidRound {
  readonly items: readonly DisplayItem[]
  /** What is measured, mm or radians; null: its points make no angle and no arc. */
  readonly measured: number | null
  /** The same as it is told. */
  readonly told: string
  /** Where it is pulled by: on its line. */
  readonly held: Point
  /** Indices of the anchors whose host is gone. */
  readonly lost: readonly number[]
}

type RoundFacts = Pick<RoundDimension, 'measures' | 'outer' | 'reach' | 'turn' | 'figure'> & {
  readonly id: Id | null
}

/** What stands before the figure (ISO 129-1). */
const SIGN: Readonly<Record<RoundDimension['measures'], string>> = {
  angle: '',
  radius: 'R',
  diameter: '⌀',
  arc: '⌒',
}

/** An angle, a radius, a diameter or the length of an arc as it stands now. */
export function layRound(record: RoundDimension, ground: Ground, scale: number, units: Units): LaidRound {
  const held = record.anchors.map((anchor) => holdAnchor(anchor, ground))
  const [a, b, c] = held.map(({ point }) => point) as [Point, Point, Point]
  const lost = held.flatMap(({ held: isHeld }, i) => (isHeld ? [] : [i]))
  return { ...drawRound(record, [a, b, c], scale, units, styleOf(ground.project, record.style)), lost }
}

/** The same through points that it holds, or will hold. */
export function drawRound(
  record: RoundFacts,
  points: readonly [Point, Point, Point],
  scale: number,
  units: Units,
  style: AnnotationStyle,
): Omit<LaidRound, 'lost'> {
  const arc = roundOf(record, points)
  const measured = roundMeasure(record.measures, arc)
  const told =
    measured === null
      ? '–'
      : record.measures === 'angle'
        ? formatAngle(measured, ANGLE_PLACES)
        : writeLength(measured, style.format ?? projectFormat(units))
  const sheet: RoundSheet = { id: record.id, scale, style, items: [] }
  const words = wordsOf(record, told, style)
  if (!arc) {
    // What it measured has come to lie in one line: it says so where it was.
    const at = middle(points[0], points[2])
    write(sheet, words, at, { x: 1, y: 0 }, 'middle')
    return { items: sheet.items, measured, told, held: at }
  }
  const held =
    record.measures === 'radius' || record.measures === 'diameter'
      ? drawAcross(sheet, record, arc, words)
      : drawAlong(sheet, record, arc, points, words)
  return { items: sheet.items, measured, told, held }
}
/** Angles are told to a hundredth of a degree at most. */
const ANGLE_PLACES = 2

interface RoundSheet {
  readonly id: Id | null
  readonly scale: number
  readonly style: AnnotationStyle
  readonly items: DisplayItem[]
}

interface Words {
  readonly text: string
  readonly beneath: string | null
  readonly isInstead: boolean
}
function wordsOf({ measures, figure = {} }: RoundFacts, told: string, style: AnnotationStyle): Words {
  const { before = '', instead, after = '', beneath } = figure
  const sign = SIGN[measures]
  return {
    text: writtenIn(
      style,
      before + (instead ?? (sign ? sign + (measures === 'radius' ? ' ' : '\u202f') : '') + told) + after,
    ),
    beneath: beneath === undefined ? null : writtenIn(style, beneath),
    isInstead: instead !== undefined,
  }
}

const mmOf = ({ reach }: RoundFacts, scale: number): number =>
  reach.in === 'paper' ? reach.paperMm * scale : reach.mm

function line({ items, id }: RoundSheet, ...points: Point[]): void {
  items.push({
    kind: 'line',
    pen: 'dimension',
    points: points.flatMap(({ x, y }) => [x, y]),
    closed: false,
    source: id,
  })
}

/** Words on a base line. */
function write(
  sheet: RoundSheet,
  { text, beneath, isInstead }: Words,
  base: Point,
  reading: Point,
  align: 'start' | 'middle' | 'end',
): void {
  const { scale, style, items, id } = sheet
  const letters = { ...lettersOf(style, scale), turn: angleOf(reading), align, source: id } as const
  const height = style.textPaperMm * scale
  items.push(textItem(text, base, letters))
  if (beneath !== null)
    items.push(textItem(beneath, offsetFrom(base, reading, 0, -height * PARTS.leading), letters))
  if (!isInstead) return
  const wide = widthIn(style, text) * scale
  const from = align === 'start' ? 0 : align === 'middle' ? -wide / 2 : -wide
  const below = offsetFrom(base, reading, from, -UNDERLINE * height)
  line(sheet, below, offsetFrom(below, reading, wide, 0))
}
/** Lines under letters lie so far below them, as a multiple of their height. */
const UNDERLINE = 0.16

/** Arcs of no radius are drawn as small as this, mm. */
const LEAST_RADIUS = 0.01

/** Angles and lengths of arcs: along an arc about their centre, its ends on the legs or beyond the ends of what is measured. */
function drawAlong(
  sheet: RoundSheet,
  record: RoundFacts,
  arc: Arc,
  [vertex, ...legs]: readonly [Point, Point, Point],
  words: Words,
): Point {
  const { style, scale, items, id } = sheet
  const isAngle = record.measures === 'angle'
  const reach = mmOf(record, scale)
  const radius = Math.max(isAngle ? Math.abs(reach) : arc.radius + reach, LEAST_RADIUS)
  const run: Arc = { ...arc, radius }
  items.push(strokeItem(pathOf([edgeOfArc(run)], false), 'dimension', [], scale, id))
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
    items.push(...endItems(style.ends, at, [times(along, isInside ? 1 : -1)], leftOf(u), end, id))
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
  write(sheet, words, foot, reading, 'middle')
  return add(arc.centre, times(unitAt(arc.from + arc.sweep / 4), radius))
}

/** Radii and diameters: a line through the centre, or on from the arc to a landing where the figure stands. */
function drawAcross(sheet: RoundSheet, record: RoundFacts, arc: Arc, words: Words): Point {
  const { style, scale, items, id } = sheet
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
    items.push(...endItems(style.ends, at, [back], u, end, id))
    if (isDiameter) items.push(...endItems(style.ends, from, [u], u, end, id))
    const { u: reading } = readingAxis(angleOf(u))
    const mid = isDiameter ? arc.centre : middle(arc.centre, at)
    write(sheet, words, offsetFrom(mid, reading, 0, gap), reading, 'middle')
    return isDiameter ? middle(arc.centre, at) : offsetFrom(arc.centre, u, arc.radius * 0.8, 0)
  }
  const elbow = add(at, times(u, reach))
  const sense = u.x < -PARALLEL ? -1 : 1
  const landing = { x: elbow.x + sense * PARTS.landing * height, y: elbow.y }
  line(sheet, at, elbow, landing)
  items.push(...endItems(style.ends, at, [u], u, end, id))
  const start = { x: landing.x + sense * scale, y: landing.y - height / 2 }
  write(sheet, words, start, { x: 1, y: 0 }, sense < 0 ? 'end' : 'start')
  return elbow
}

/**
 * How a round dimension runs through a point: how far out, and for radii and diameters in which direction.
 * @param scale real mm to one mm on paper
 */
export function roundThrough(
  measures: RoundDimension['measures'],
  arc: Arc,
  through: Point,
  scale: number,
): Pick<RoundDimension, 'reach' | 'turn'> {
  const away = subtract(through, arc.centre)
  const far = size(away)
  /** Half millimetres on paper. */
  const paper = (mm: number): number => Math.round((mm / scale) * 2) / 2
  switch (measures) {
    case 'angle':
      return { reach: { in: 'paper', paperMm: Math.max(1, paper(far)) } }
    case 'arc':
      return { reach: { in: 'paper', paperMm: paper(far - arc.radius) } }
    case 'radius':
    case 'diameter': {
      const out = paper(far - arc.radius)
      return { reach: { in: 'paper', paperMm: Math.max(0, out) }, turn: angleOf(away) }
    }
  }
}
