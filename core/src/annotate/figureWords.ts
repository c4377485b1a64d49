import { type AnnotationStyle, type Dimension, type Figure } from '../records'
import {
  projectFormat,
  stepsAddingUp,
  stepsOf,
  stepsTooMany,
  writeSteps,
  type LengthFormat,
  type Units,
} from '../units'
import { writtenIn } from './style'

/** What a figure says. */
export interface FigureWords {
  /** What is measured, as its style tells it. */
  readonly told: string
  /** Over the line, or in it. */
  readonly text: string
  /** Line by line beneath it. */
  readonly beneath: readonly string[]
  /** It is not what is measured. */
  readonly isInstead: boolean
  readonly moved: Figure['moved']
}

/** What is said of the figure between two neighbours. */
export const figureBetween = (
  said: NonNullable<Dimension['figures']>,
  i: number,
  k: number,
): Figure | undefined => said.find(({ between: [p, q] }) => (p === i && q === k) || (p === k && q === i))

/** Stands for the figures of parts that are equally long. */
const EQUAL = 'EQ'

/**
 * What the figures of a row say: what is measured, as their style tells lengths, or what stands in its place, with what
 * stands before, after and beneath. Where the style wants it the figures add up to the rounded length of the row.
 */
export function figureWords(
  lengths: readonly number[],
  said: readonly (Partial<Figure> | undefined)[],
  style: AnnotationStyle,
  units: Units,
): FigureWords[] {
  const { format, second, addsUp, before: styleBefore = '', after: styleAfter = '' } = style
  const told = (how: LengthFormat): string[] =>
    (addsUp ? stepsAddingUp(lengths, how) : lengths.map((length) => stepsOf(length, how))).map((steps) =>
      writeSteps(steps, how),
    )
  const first = told(format ?? projectFormat(units))
  const others = second && told(second)
  return first.map((measured, i) =>
    saidAs(styleBefore + measured + styleAfter, others ? [others[i]!] : [], said[i], style, measured),
  )
}

/**
 * What a figure says, with what is said of it: other words stand in its place, and then nothing of it beneath.
 * @param told what is measured; left out: its text
 */
export function saidAs(
  text: string,
  beneath: readonly string[],
  said: Partial<Figure> = {},
  style: AnnotationStyle,
  told = text,
): FigureWords {
  const { instead, equal, before = '', after = '', beneath: more, moved } = said
  const isMeasured = !equal && instead === undefined
  const main = equal ? EQUAL : (instead ?? text)
  return {
    told,
    text: writtenIn(style, before + main + after),
    beneath: [...(isMeasured ? beneath : []), ...(more === undefined ? [] : [more])].map((line) =>
      writtenIn(style, line),
    ),
    isInstead: !equal && instead !== undefined,
    moved,
  }
}

/** How many steps of its rounding the figures of a row make more than its rounded length; 0: they add up. */
export function roundedTooMuch(
  lengths: readonly number[],
  { format, addsUp }: AnnotationStyle,
  units: Units,
): { readonly steps: number; readonly said: string } {
  const how = format ?? projectFormat(units)
  const steps = addsUp ? 0 : stepsTooMany(lengths, how)
  return { steps, said: writeSteps(Math.abs(steps), how) }
}
