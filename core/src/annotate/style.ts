import { SAME_LENGTH, direction, distance, offsetFrom, type Point } from '../geometry'
import { PENS, type DisplayItem } from '../display'
import { stackedFractions, textWidth, type Lettering } from '../lettering'
import type { AnnotationStyle, Id } from '../records'

/** Sizes that follow the lettering, as multiples of its height. */
export const PARTS = {
  /** Between the dimension line and its figures. */
  textGap: 0.36,
  /** Leaders: length of the landing under the text's start, radius of the dot. */
  landing: 1.2,
  dot: 0.28,
  loop: 0.5,
  /** Between lines of a note. */
  leading: 1.75,
  /** From letters down to the line under them. */
  underline: 0.16,
} as const

/** How letters of a style are set at a scale. */
export const lettersOf = (
  { textPaperMm, lettering, clearPaperMm }: AnnotationStyle,
  scale: number,
): { readonly height: number; readonly lettering: Lettering; readonly clear?: number } => ({
  height: textPaperMm * scale,
  lettering: lettering ?? 'plain',
  ...clearing(clearPaperMm, scale),
})

/** How far ground is cleared at a scale. */
export const clearing = (clearPaperMm: number | undefined, scale: number): { readonly clear?: number } =>
  clearPaperMm === undefined ? {} : { clear: clearPaperMm * scale }

/** How wide a line is in a style, mm on paper. */
export const widthIn = ({ textPaperMm, lettering }: AnnotationStyle, line: string): number =>
  textWidth(line, textPaperMm, 400, lettering ?? 'plain')

/** A text as a style writes it: its fractions over each other where it wants that. */
export const writtenIn = ({ stacked }: AnnotationStyle, text: string): string =>
  stacked ? stackedFractions(text) : text

/** Width of an arrowhead to its length: about 20° at its tip (ISO 129-1 allows 15° to 90°). */
const ARROW = 1 / 3

/** A filled arrowhead whose tip lies at a point and whose shaft runs along a unit vector from there. */
export function arrowItem(tip: Point, shaft: Point, length: number, source: Id | null): DisplayItem {
  const at = (along: number, aside: number): number[] => [
    tip.x + shaft.x * along - shaft.y * aside,
    tip.y + shaft.y * along + shaft.x * aside,
  ]
  const half = (length * ARROW) / 2
  return {
    kind: 'fill',
    tone: 0,
    loops: [[tip.x, tip.y, ...at(length, half), ...at(length, -half)]],
    source,
  }
}

/**
 * What stands at an end of a dimension.
 * @param ways unit vectors along which the shafts of its heads run from there
 * @param u the way its line is read
 * @param length of the end, real mm
 */
export function endItems(
  ends: AnnotationStyle['ends'],
  at: Point,
  ways: readonly Point[],
  u: Point,
  length: number,
  source: Id | null,
): DisplayItem[] {
  switch (ends) {
    case 'oblique': {
      const half = length / 2 / Math.SQRT2
      const [a, b] = [offsetFrom(at, u, -half, -half), offsetFrom(at, u, half, half)]
      return [{ kind: 'segments', pen: 'tick', points: [a.x, a.y, b.x, b.y], source }]
    }
    case 'dot':
      return [{ kind: 'disc', tone: 0, ...at, radius: length / 2, source }]
    case 'arrow':
      return ways.map((way) => arrowItem(at, way, length, source))
    case 'open':
      return ways.map((way) => openArrow(at, way, length, source))
  }
}

/** Ends keep so far from figures, mm on paper. */
const OFF_ENDS = 0.1
/** Figures keep at least so far from ticks. */
const LEAST_BESIDE = 0.5

/** How far over their line figures stand, how far from the ticks beside them, and in it from ends, so that none strikes them; mm on paper. */
export function besideEnds({ ends, endPaperMm, textPaperMm }: AnnotationStyle): {
  readonly gap: number
  readonly beside: { readonly before: number; readonly after: number }
  readonly head: number
  readonly high: number
} {
  const gap = PARTS.textGap * textPaperMm
  const far = (reach: number, high: number): number =>
    high + OFF_ENDS > gap ? Math.max(LEAST_BESIDE, reach + OFF_ENDS) : LEAST_BESIDE
  switch (ends) {
    case 'oblique': {
      // Over the line it leans away from the figure before it.
      const half = endPaperMm / 2 / Math.SQRT2 + PENS.tick.widthMm / 2
      return { gap, beside: { before: far(half, half), after: LEAST_BESIDE }, head: half, high: half }
    }
    case 'dot': {
      const beside = far(endPaperMm / 2, endPaperMm / 2)
      return { gap, beside: { before: beside, after: beside }, head: endPaperMm / 2, high: endPaperMm / 2 }
    }
    // Heads are low: where they are not, figures stand higher.
    case 'arrow':
    case 'open': {
      const half = endPaperMm * (ends === 'arrow' ? ARROW / 2 : ARROW) + PENS.dimension.widthMm / 2
      const beside = { before: LEAST_BESIDE, after: LEAST_BESIDE }
      return { gap: Math.max(gap, half + OFF_ENDS), beside, head: endPaperMm, high: half }
    }
  }
}

/** An open arrowhead, as wide as a filled one twice its width: 90° would be the most (ISO 129-1). */
function openArrow(tip: Point, shaft: Point, length: number, source: Id | null): DisplayItem {
  const half = length * ARROW
  const [p, q] = [offsetFrom(tip, shaft, length, half), offsetFrom(tip, shaft, length, -half)]
  return {
    kind: 'line',
    pen: 'dimension',
    points: [p.x, p.y, tip.x, tip.y, q.x, q.y],
    closed: false,
    source,
  }
}

/** What a leader ends with at its tip, its line running on to `next`. Lengths in real mm. */
export function tipItems(
  style: AnnotationStyle,
  tip: Point,
  next: Point,
  scale: number,
  source: Id | null,
): DisplayItem[] {
  const length = style.endPaperMm * scale
  const shaft = distance(tip, next) < SAME_LENGTH ? null : direction(tip, next)
  switch (style.tip) {
    case 'bare':
      return []
    case 'dot':
      return [{ kind: 'disc', tone: 0, ...tip, radius: PARTS.dot * style.textPaperMm * scale, source }]
    case 'loop': {
      const radius = loopRadius(style, scale)
      return [{ kind: 'arc', pen: 'dimension', ...tip, radius, from: 0, sweep: 2 * Math.PI, source }]
    }
    case 'arrow':
    case 'open':
    case 'oblique':
      return shaft ? endItems(style.tip, tip, [shaft], shaft, length, source) : []
  }
}

/** The radius of the loop at the tip of a leader, whose line begins at it. */
export const loopRadius = ({ textPaperMm }: AnnotationStyle, scale: number): number =>
  PARTS.loop * textPaperMm * scale
