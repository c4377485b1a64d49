import { cross, times, unitAt, type Point } from '../geometry'
import { halfTurn } from '../lettering'
import { STANDARD_STYLE } from '../library'
import type { AnnotationStyle, Dimension } from '../records'
import type { Reach } from './outside'

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
 * @param more how much further out it stands for what stands out of the rows before it, paper mm
 */
export function dimensionLine(
  points: readonly Point[],
  u: Point,
  offset: Dimension['offset'],
  scale: number,
  { firstRowPaperMm, rowPaperMm }: AnnotationStyle,
  outside: Reach | null,
  lined: number | null = null,
  more = 0,
): number {
  switch (offset.in) {
    case 'line':
      return lined ?? offset.last
    case 'row': {
      const { low, high } = reachOf(points, u, outside)
      const out = (firstRowPaperMm + offset.row * rowPaperMm + more + (offset.morePaperMm ?? 0)) * scale
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

/** A row of a side of the building. */
export type InRow = Extract<Dimension['offset'], { in: 'row' }>

/** More rows than this are not told apart by pointing. */
const ROWS = 5

/**
 * The offset that lets the dimension line run through a point: beside the building in even rows near by, real further
 * off; among what it measures on paper from that, in even steps too.
 * @param more how much further out a row of that number and side stands than its number tells, paper mm
 */
export function offsetThrough(
  points: readonly Point[],
  u: Point,
  through: Point,
  scale: number,
  { firstRowPaperMm: first, rowPaperMm: row }: AnnotationStyle = STANDARD_STYLE,
  outside: Reach | null = null,
  more: (row: InRow) => number = () => 0,
): Dimension['offset'] {
  const at = cross(u, through)
  const { low, high } = reachOf(points, u, null)
  const around = reachOf(points, u, outside)
  const isLeft = at >= (high + low) / 2
  const out = isLeft ? at - high : at - low
  const beyond = (at >= around.high ? at - around.high : at <= around.low ? around.low - at : -1) / scale
  if (beyond >= 0 && beyond <= first + (ROWS + 0.5) * row) {
    const side = at >= around.high ? 'left' : 'right'
    const rows = Array.from({ length: ROWS + 1 }, (_, i): InRow => ({ in: 'row', side, row: i }))
    const off = (each: InRow): number => Math.abs(first + each.row * row + more(each) - beyond)
    return rows.reduce((best, each) => (off(each) < off(best) ? each : best))
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
  const flipped = halfTurn(direction, undefined) !== 0
  return { u: times(unitAt(direction), flipped ? -1 : 1), flipped }
}
