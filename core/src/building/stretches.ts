import { ON_LINE } from '../geometry'
import type { SolvedWall } from './solved'
import { inWall } from './wallShape'

/** A part of a wall's length that is clear on one side, between what meets the wall there. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/**
 * The clear stretches of a wall's left or right face, in order: between inner corners and the faces of walls
 * that end on it, openings passed over. Distances along the wall's drawn line, mm.
 */
export function stretchesOf(solved: SolvedWall, side: 'left' | 'right'): Stretch[] {
  const { shape } = solved
  const face = side === 'left' ? shape.high : shape.low
  const tolerance = shape.arc ? 0.2 : 2 * ON_LINE
  const parts: Stretch[] = []
  for (const b of solved.boundaries) {
    if (b.left >= 0 && b.right >= 0) continue
    const p = inWall(shape, { x: b.x1, y: b.y1 })
    const q = inWall(shape, { x: b.x2, y: b.y2 })
    if (Math.abs(p.aside - face) > tolerance || Math.abs(q.aside - face) > tolerance) continue
    parts.push({ from: Math.min(p.along, q.along), to: Math.max(p.along, q.along) })
  }
  for (const { from, to, fault } of solved.openings) if (!fault) parts.push({ from, to })
  parts.sort((p, q) => p.from - q.from)
  const merged: { from: number; to: number }[] = []
  for (const part of parts) {
    const last = merged[merged.length - 1]
    if (last && part.from <= last.to + 2 * ON_LINE) last.to = Math.max(last.to, part.to)
    else merged.push({ ...part })
  }
  return merged
}

/** The stretch that holds a distance along the wall, or the nearest one; null when the face is nowhere clear. */
export function stretchAt(solved: SolvedWall, side: 'left' | 'right', along: number): Stretch | null {
  let best: Stretch | null = null
  let bestAway = Infinity
  for (const stretch of stretchesOf(solved, side)) {
    const away = Math.max(0, stretch.from - along, along - stretch.to)
    if (away < bestAway) {
      bestAway = away
      best = stretch
    }
  }
  return best
}
