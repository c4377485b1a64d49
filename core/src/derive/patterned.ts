import {
  isTooDense,
  patternLines,
  PATTERNS,
  type AnyPen,
  type DisplayItem,
  type PatternJob,
  darker,
  type Tone,
} from '../display'
import type { Id } from '../records'
import type { Sight } from './sight'

/** How much of a ground is darkened by lines too close to be told apart. */
const DARKENING = 0.3

/** What patterned lines look like. */
interface Inked {
  readonly pen: AnyPen
  /** Of the ground they lie on. */
  readonly tone: Tone
  readonly source: Id | null
  /** How much lines too close to be told apart darken it; left out: as in what is cut. */
  readonly darkening?: number
}

/**
 * The lines of a pattern within its outlines; with a sight only those that can be seen there. An even tone where they are
 * too close to be told apart, and where there would be too many.
 */
export function patternItems(
  job: PatternJob,
  { pen, tone, source, darkening = DARKENING }: Inked,
  sight: Sight | null,
): DisplayItem[] {
  const { pattern, loops, scale, laying } = job
  const points =
    sight && isTooDense(job, sight.mmPerPixel)
      ? null
      : patternLines(PATTERNS[pattern], loops, scale, laying, sight?.box)
  if (points) return points.length > 0 || !sight ? [{ kind: 'segments', pen, points, source }] : []
  return [
    {
      kind: 'fill',
      tone: darker(tone, darkening),
      loops: loops.map((loop) => loop.points.flatMap(({ x, y }) => [x, y])),
      source,
    },
  ]
}
