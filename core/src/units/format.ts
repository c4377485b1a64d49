import { ROUNDING } from './rounding'
import { INCH_MM, type Units } from './system'

/** The smallest parts of an inch that lengths are told to: whole ones to 1/64. */
export const INCH_PARTS = [1, 2, 4, 8, 16, 32, 64] as const
/** The steps that metric lengths are rounded to, mm. */
export const METRIC_STEPS = [0.1, 0.5, 1, 5, 10, 50, 100] as const

/**
 * How lengths are told: in which unit, and to which step. Metres have as many places as their step needs, always;
 * millimetres and centimetres as few as a length needs.
 */
export type LengthFormat =
  | { readonly in: 'mm' | 'cm' | 'm'; readonly stepMm: number }
  /** The denominator of the smallest fraction. */
  | { readonly in: 'feet-inches' | 'inches'; readonly fraction: number }

/** How a project tells lengths. */
export const projectFormat = ({ system, stepMm, fraction }: Units): LengthFormat =>
  system === 'metric' ? { in: 'mm', stepMm } : { in: 'feet-inches', fraction }

/** The smallest step of a format, mm. */
export const stepOf = (format: LengthFormat): number =>
  'stepMm' in format ? format.stepMm : INCH_MM / format.fraction

/** A length as the nearest whole number of a format's steps; a half goes away from nothing. */
export function stepsOf(mm: number, format: LengthFormat): number {
  const steps = 'stepMm' in format ? Math.abs(mm) / format.stepMm : (Math.abs(mm) / INCH_MM) * format.fraction
  return (mm < 0 ? -1 : 1) * Math.round(steps) || 0
}

/** A length rounded to a format's step, and written: `4 750`, `475`, `4.750`, `16'-8 1/2"`, `200 1/2"`. */
export const writeLength = (mm: number, format: LengthFormat): string =>
  writeSteps(stepsOf(mm, format), format)

/** So many of a format's steps, written. */
export function writeSteps(steps: number, format: LengthFormat): string {
  const sign = steps < 0 ? '-' : ''
  switch (format.in) {
    case 'mm':
    case 'cm':
    case 'm': {
      const mm = PER_UNIT[format.in]
      const places = Math.max(0, Math.min(6, -Math.floor(Math.log10(format.stepMm / mm) + ROUNDING)))
      const [whole, part] = ((Math.abs(steps) * format.stepMm) / mm).toFixed(places).split('.')
      const shown = format.in === 'm' ? part : part?.replace(/0+$/, '')
      return sign + groupThousands(whole!) + (shown ? `.${shown}` : '')
    }
    case 'feet-inches':
    case 'inches':
      return sign + writeInches(Math.abs(steps), format.fraction, format.in === 'feet-inches')
  }
}
const PER_UNIT = { mm: 1, cm: 10, m: 1000 } as const
const THIN = '\u202f'

const groupThousands = (digits: string): string => digits.replace(/\B(?=(\d{3})+$)/g, THIN)

function writeInches(parts: number, fraction: number, inFeet: boolean): string {
  const feet = inFeet ? Math.floor(parts / (12 * fraction)) : 0
  const inchParts = parts - feet * 12 * fraction
  const inches = Math.floor(inchParts / fraction)
  let top = inchParts - inches * fraction
  let bottom = fraction
  while (top > 0 && top % 2 === 0 && bottom % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  const tail = top > 0 ? `${inches > 0 || feet > 0 ? `${inches} ` : ''}${top}/${bottom}"` : `${inches}"`
  return feet > 0 ? `${feet}'-${tail}` : tail
}

/**
 * Steps for lengths that add up to the steps of their sum: each is rounded down or up, up where most is lost (the method
 * of largest remainders, Hamilton 1792). Each differs from its length by less than one step.
 */
export function stepsAddingUp(lengths: readonly number[], format: LengthFormat): number[] {
  const step = stepOf(format)
  const exact = lengths.map((length) => length / step)
  const steps = exact.map((each) => Math.floor(each + ROUNDING))
  const whole = stepsOf(
    lengths.reduce((sum, length) => sum + length, 0),
    format,
  )
  const left = whole - steps.reduce((sum, each) => sum + each, 0)
  exact
    .map((each, i) => ({ i, lost: each - steps[i]! }))
    .sort((p, q) => q.lost - p.lost || p.i - q.i)
    .slice(0, Math.max(0, left))
    .forEach(({ i }) => (steps[i]! += 1))
  return steps
}

/** How many steps the rounded lengths make more than their rounded sum; 0: they add up. */
export const stepsTooMany = (lengths: readonly number[], format: LengthFormat): number =>
  lengths.reduce((sum, length) => sum + stepsOf(length, format), 0) -
  stepsOf(
    lengths.reduce((sum, length) => sum + length, 0),
    format,
  )
