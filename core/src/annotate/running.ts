import { strokeItem } from '../display'
import { angleOf, circlePath, dot, leftOf, offsetFrom, times, type Point } from '../geometry'
import { LEADING } from './figures'
import { TURN, spread } from './leadsOut'
import { readingAxis } from './rowLine'
import { writeFigure, type RowLayout, type RowSheet } from './rowSheet'
import { PARTS, endItems } from './style'

/** Radius of the ring at what all are measured from, and between figures side by side, as multiples of the lettering. */
const RING = 0.6
const APART = 0.4

/**
 * Running dimensions (ISO 129-1): each figure tells how far its point is from one that all are measured from, which has a
 * ring for its mark. Figures stand along their extension lines, on the side away from what is measured; where they would
 * lie on each other they move aside as little as they must.
 * @param datum the tick all are measured from
 */
export function layRunning(row: RowSheet, datum: number): RowLayout {
  const { ticks, alongs, u, style, scale, away, source } = row
  const height = style.textPaperMm
  const past = style.linePastPaperMm * scale
  const parts = ticks.flatMap((_, i) => (i === datum ? [] : [[datum, i] as const]))
  return {
    parts,
    drawLine() {
      row.line(
        offsetFrom(ticks[0]!, u, datum === 0 ? 0 : -past, 0),
        offsetFrom(ticks.at(-1)!, u, datum === ticks.length - 1 ? 0 : past, 0),
      )
      row.put(strokeItem(circlePath(ticks[datum]!, RING * height * scale), 'dimension', [], scale, source))
    },
    drawEnd(i) {
      // Heads point away from what all are measured from.
      if (i !== datum)
        row.put(
          ...endItems(
            style.ends,
            ticks[i]!,
            [times(u, i > datum ? -1 : 1)],
            u,
            style.endPaperMm * scale,
            source,
          ),
        )
    },
    drawFigures(words) {
      const wide = words.map(({ beneath }) => height * (1 + LEADING * beneath.length))
      const middles = parts.map(([, i]) => (alongs[i]! - alongs[0]!) / scale)
      const places = spread(middles, wide, APART * height)
      const { u: reading } = readingAxis(angleOf(leftOf(u)))
      const isOutward = dot(reading, leftOf(u)) * away > 0
      const point = (along: number, out: number): Point => row.at(along, away * out)
      return words.map((said, k) => {
        const [from, moved] = [middles[k]!, said.moved]
        const along = places[k]! + (moved?.x ?? 0)
        const foot = style.extensionPastPaperMm + TURN + (moved?.y ?? 0) * away
        if (Math.abs(along - from) > STRAIGHT || moved) {
          row.line(point(from, 0), point(from, style.extensionPastPaperMm))
          row.line(point(from, style.extensionPastPaperMm), point(along, foot))
        }
        // All its lines side by side about the place it has along the row.
        const down = (wide[k]! / 2 - height) * scale
        const base = offsetFrom(point(along, foot + PARTS.textGap * height), reading, 0, down)
        const written = writeFigure(row, said, reading, base, isOutward ? 'start' : 'end', LEADING * height)
        return { ...written, aside: { x: 0, y: 0 } }
      })
    },
  }
}
/** Figures that moved aside less than this need no lead, paper mm. */
const STRAIGHT = 0.05
