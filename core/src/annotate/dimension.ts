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
import type { AnnotationStyle, Dimension, Id } from '../records'
import { formatLength, type Units } from '../units'
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
}

/**
 * Where the dimension line runs, as a distance to the left of the direction through the origin. It is
 * reckoned from the outermost anchor on its side, so rows keep their paper distance at every scale.
 */
export function dimensionLine(
  points: readonly Point[],
  u: Point,
  offset: Dimension['offset'],
  scale: number,
): number {
  const asides = points.map((p) => cross(u, p))
  const amount = offset.in === 'paper' ? offset.paperMm * scale : offset.mm
  return (amount >= 0 ? Math.max(...asides) : Math.min(...asides)) + amount
}

/** The offset that lets the dimension line run through a point: on paper and in even rows near by, real further off. */
export function offsetThrough(
  points: readonly Point[],
  u: Point,
  through: Point,
  scale: number,
  { firstRowPaperMm: first, rowPaperMm: row }: AnnotationStyle = STANDARD_STYLE,
): Dimension['offset'] {
  const asides = points.map((p) => cross(u, p))
  const at = cross(u, through)
  const high = Math.max(...asides)
  const low = Math.min(...asides)
  const out = at >= (high + low) / 2 ? at - high : at - low
  const paper = Math.abs(out) / scale
  if (paper > first + 5 * row) return { in: 'real', mm: out }
  const rows = Math.max(0, Math.round((paper - first) / row))
  const sign = out === 0 ? (at >= (high + low) / 2 ? 1 : -1) : Math.sign(out)
  return { in: 'paper', paperMm: sign * (first + rows * row) }
}

/** A dimension from points, as linework and figures. */
export function drawDimension(
  source: Id | null,
  points: readonly Point[],
  direction: number,
  offset: Dimension['offset'],
  scale: number,
  units: Units,
  style: AnnotationStyle = STANDARD_STYLE,
): Omit<LaidDimension, 'lost'> {
  // Figures read from below or from the right (ISO 129-1).
  let u = unitAt(direction)
  let flipped = false
  const turn = normalAngle(direction)
  if (turn > Math.PI / 2 + PARALLEL || turn <= -Math.PI / 2 + PARALLEL) {
    u = times(u, -1)
    flipped = true
  }
  const mm = (paper: number): number => paper * scale
  const line = (flipped ? -1 : 1) * dimensionLine(points, unitAt(direction), offset, scale)
  const sorted = [...points].sort((p, q) => dot(u, p) - dot(u, q))
  const ticks = sorted.map((p) => add(times(u, dot(u, p)), times(leftOf(u), line)))
  const items: DisplayItem[] = []
  const height = mm(style.textPaperMm)
  const segment = (pen: 'dimension' | 'tick', a: Point, b: Point): void => {
    items.push({ kind: 'segments', pen, points: [a.x, a.y, b.x, b.y], source })
  }
  segment(
    'dimension',
    offsetFrom(ticks[0]!, u, -mm(style.linePastPaperMm)),
    offsetFrom(ticks[ticks.length - 1]!, u, mm(style.linePastPaperMm)),
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
  const lengths: number[] = []
  const textTurn = Math.atan2(u.y, u.x)
  let raised = false
  for (let i = 1; i < ticks.length; i++) {
    const length = dot(u, ticks[i]!) - dot(u, ticks[i - 1]!)
    lengths.push(length)
    const text = formatLength(length, units)
    const room = length - mm(1)
    const narrow = mm(textWidth(text, style.textPaperMm)) > room
    // A figure too wide for its place goes one line higher, turn by turn, so that neighbours stay clear.
    raised = narrow && !raised
    const up = PARTS.textGap * style.textPaperMm + (raised ? style.textPaperMm + 1 : 0)
    items.push(
      textItem(text, offsetFrom(ticks[i - 1]!, u, length / 2, mm(up)), {
        height,
        turn: textTurn,
        align: 'middle',
        source,
      }),
    )
  }
  return { items, lengths, ticks }
}
