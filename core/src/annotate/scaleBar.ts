import { textItem, type DisplayItem } from '../display'
import { SAME_PART, type Point } from '../geometry'
import type { AnnotationStyle, Id } from '../records'
import { FOOT_MM, INCH_MM, type Units } from '../units'
import { PARTS, lettersOf } from './style'

/** So many equal steps, of inches as many as end on a whole foot; each no longer than this on paper, mm. */
const STEPS = 5
const STEPS_OF_INCHES = 4
const LONGEST_STEP = 13
/** How high its fields are, mm on paper. */
const HIGH = 1.4

/** What a scale bar is divided into. */
interface ScaleSteps {
  /** One step, real mm. */
  readonly step: number
  readonly count: number
  /** What is written at each division, from its start to its end; the last with the unit. */
  readonly labels: readonly string[]
}

/** The greatest of lengths that repeat tenfold, mm, that is no longer than one. */
function greatestStep(most: number, of: readonly number[]): number {
  const decade = 10 ** Math.floor(Math.log10(most))
  const within = [...of.map((each) => (each * decade) / 10), ...of.map((each) => each * decade)]
  return Math.max(...within.filter((each) => each <= most * (1 + SAME_PART)))
}

/** Shares of a foot that rules are divided into, inches. */
const INCHES = [0.125, 0.25, 0.5, 1, 2, 3, 6]
/** Metres are written from this step on, mm. */
const IN_METRES = 100

/**
 * The steps of a scale bar: 1, 2 or 5 of a decimal unit; 1, 2 or 4 feet or ten times that; whole parts of a foot.
 * @param scale real mm to one mm on paper
 */
export function scaleSteps(scale: number, { system }: Pick<Units, 'system'>): ScaleSteps {
  const most = LONGEST_STEP * scale
  const made = (step: number, unit: string, mm: number, count = STEPS): ScaleSteps => ({
    step,
    count,
    labels: Array.from({ length: count + 1 }, (_, i) => {
      const figure = String(Number(((i * step) / mm).toFixed(3)))
      return i === count ? `${figure} ${unit}` : figure
    }),
  })
  if (system === 'metric') {
    const step = greatestStep(most, [1, 2, 5])
    return step < IN_METRES ? made(step, 'mm', 1) : made(step, 'm', 1000)
  }
  if (most >= FOOT_MM) return made(greatestStep(most / FOOT_MM, [1, 2, 4]) * FOOT_MM, 'ft', FOOT_MM)
  const inches = INCHES.filter((each) => each * INCH_MM <= most * (1 + SAME_PART))
  return made((inches.at(-1) ?? INCHES[0]!) * INCH_MM, 'in', INCH_MM, STEPS_OF_INCHES)
}

/** A scale bar that begins at a place: its steps filled by turns, figures over its divisions. */
export function scaleBarItems(
  at: Point,
  scale: number,
  units: Pick<Units, 'system'>,
  style: AnnotationStyle,
  source: Id | null,
): DisplayItem[] {
  const { step, count, labels } = scaleSteps(scale, units)
  const high = HIGH * scale
  const corners = (from: number, to: number): number[] => [
    at.x + from,
    at.y,
    at.x + to,
    at.y,
    at.x + to,
    at.y + high,
    at.x + from,
    at.y + high,
  ]
  const filled = Array.from({ length: Math.ceil(count / 2) }, (_, i) =>
    corners(2 * i * step, (2 * i + 1) * step),
  )
  const base = at.y + high + PARTS.textGap * style.textPaperMm * 2 * scale
  const letters = { ...lettersOf(style, scale), align: 'middle', source } as const
  return [
    { kind: 'fill', tone: 0, loops: filled, source },
    { kind: 'line', pen: 'dimension', points: corners(0, count * step), closed: true, source },
    // The figure of the last stands in the middle over it, its unit after it.
    ...labels.map((label, i): DisplayItem => {
      const x = at.x + i * step
      if (i < labels.length - 1) return textItem(label, { x, y: base }, letters)
      const [figure] = label.split(' ')
      const half = textItem(figure!, { x, y: base }, letters).width / 2
      return textItem(label, { x: x - half, y: base }, { ...letters, align: 'start' })
    }),
  ]
}
