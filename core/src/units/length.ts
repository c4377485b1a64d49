import { ROUNDING } from './rounding'
import { UnitError, plainMarks, workOut } from './expression'
import { FOOT_MM, INCH_MM, readingOf, type Units } from './system'

export type ParsedLength =
  | {
      readonly ok: true
      readonly mm: number
      /** A bare number took the project's unit. */ readonly bare: boolean
    }
  | { readonly ok: false; readonly message: string }

/** The longest length taken, 1 000 km: beyond it a typing slip is all but certain. */
export const LONGEST_MM = 1e9

/**
 * Reads a typed length in any unit, with fractions and arithmetic. Gives millimetres, or a sentence saying
 * what was not understood. Never throws.
 */
export function parseLength(text: string, units: Units): ParsedLength {
  if (text.length > 200) return { ok: false, message: 'That is too long to be a length.' }
  try {
    const { mm, bare } = workOut(text, readingOf(units.system))
    if (!Number.isFinite(mm)) return { ok: false, message: 'That is not a length.' }
    if (Math.abs(mm) > LONGEST_MM) return { ok: false, message: 'That is longer than 1 000 km.' }
    return { ok: true, mm, bare }
  } catch (error) {
    if (error instanceof UnitError) return { ok: false, message: error.message }
    throw error
  }
}

/** So many lengths are read in one go. */
const MOST_LENGTHS = 100

export type ParsedLengths =
  | { readonly ok: true; readonly mm: readonly number[]; readonly bare: boolean }
  | { readonly ok: false; readonly message: string }

/**
 * Reads several lengths with semicolons between them, each as `parseLength` does: `1200; 900; 1.5 m`. Gives millimetres,
 * or a sentence saying which was not understood. Never throws.
 */
export function parseLengths(text: string, units: Units): ParsedLengths {
  const parts = text.replace(/; *$/, '').split(';')
  if (parts.length > MOST_LENGTHS) return { ok: false, message: `At most ${MOST_LENGTHS} lengths in one go.` }
  const mm: number[] = []
  let bare = false
  for (const [i, part] of parts.entries()) {
    const parsed = parseLength(part, units)
    if (!parsed.ok)
      return parts.length === 1
        ? parsed
        : { ok: false, message: `Length ${i + 1}, “${part.trim()}”: ${parsed.message}` }
    mm.push(parsed.mm)
    bare ||= parsed.bare
  }
  return { ok: true, mm, bare }
}

const THIN = '\u202f'

function groupThousands(digits: string): string {
  return digits.replace(/\B(?=(\d{3})+$)/g, THIN)
}

/**
 * Writes a length as the project's drawings show it: `4 750` in millimetres, `16'-8 1/2"` in feet and inches,
 * rounded to the project's step.
 */
export function formatLength(mm: number, units: Units): string {
  return units.system === 'metric' ? formatMetric(mm, units.stepMm) : formatFeetInches(mm, units.fraction)
}

/** The same with the unit said, for echoes and sentences: `4 750 mm`, `16'-8 1/2"`. */
export function formatLengthWithUnit(mm: number, units: Units): string {
  return units.system === 'metric' ? `${formatMetric(mm, units.stepMm)} mm` : formatLength(mm, units)
}

/** A length in metres for people to read: `4.750 m`. */
export function formatMetres(mm: number): string {
  return `${(mm / 1000).toFixed(3)} m`
}

function formatMetric(mm: number, step: number): string {
  const rounded = Math.round(Math.abs(mm) / step) * step
  const decimals = Math.max(0, Math.min(6, -Math.floor(Math.log10(step) + ROUNDING)))
  const [whole, part] = rounded.toFixed(decimals).split('.')
  const trimmed = part?.replace(/0+$/, '')
  const sign = mm < 0 && rounded !== 0 ? '-' : ''
  return sign + groupThousands(whole!) + (trimmed ? `.${trimmed}` : '')
}

function formatFeetInches(mm: number, fraction: number): string {
  const parts = Math.round((Math.abs(mm) / INCH_MM) * fraction)
  const sign = mm < 0 && parts !== 0 ? '-' : ''
  const feet = Math.floor(parts / (12 * fraction))
  const inchParts = parts - feet * 12 * fraction
  const inches = Math.floor(inchParts / fraction)
  let top = inchParts - inches * fraction
  let bottom = fraction
  while (top > 0 && top % 2 === 0 && bottom % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  const tail = top > 0 ? `${inches > 0 || feet > 0 ? `${inches} ` : ''}${top}/${bottom}"` : `${inches}"`
  return feet > 0 ? `${sign}${feet}'-${tail}` : sign + tail
}

/** The smallest length the project shows, in millimetres. */
export function shownStepMm(units: Units): number {
  return units.system === 'metric' ? units.stepMm : INCH_MM / units.fraction
}

/**
 * What was understood, said back before it is used: the length in the project's units, and in metres or
 * with the unit taken for a bare number where it could be misread.
 */
export function echoLength(mm: number, bare: boolean, units: Units): string {
  if (units.system === 'metric') return formatMetres(mm)
  const shown = formatLength(mm, units)
  return bare && Math.abs(mm) >= INCH_MM ? `${shown} (read as inches)` : shown
}

/** A height above datum as level marks write it: `±0.000`, `+2.700`, or feet and inches. */
export function formatHeight(mm: number, units: Units): string {
  if (units.system === 'metric') {
    if (Math.abs(mm) < 0.5) return '±0.000'
    return `${mm > 0 ? '+' : '-'}${(Math.abs(mm) / 1000).toFixed(3)}`
  }
  if (Math.abs(mm) < INCH_MM / 128) return `±0'-0"`
  return `${mm > 0 ? '+' : ''}${formatLength(mm, units)}`
}

/** An area: square metres to one place, or square feet. */
export function formatArea(mm2: number, units: Units): string {
  if (units.system === 'metric') return `${(mm2 / 1e6).toFixed(1)} m²`
  return `${Math.round(mm2 / (FOOT_MM * FOOT_MM))} sq ft`
}

/** Longer than this a figure of a building is hardly meant, mm. */
const LARGEST_MEANT = 300_000

/** Feet and inches with a dash between them, where the dash also reads as less: `14-6`, `20' - 8`, `20' -8 1/2`. */
const DASHED = /^ *(\d+) *('?) *- *(\d+(?: +\d+\/\d+)?) *("?) *$/

/**
 * Another reading of what was typed, where it may be meant: feet for so few inches, metres for so few millimetres
 * (`least` is the smallest length that makes sense there), and feet and inches for a dash that was read as less. Null
 * when the reading is plausible.
 */
export function otherReading(
  text: string,
  units: Units,
  least = 0,
): { readonly text: string; readonly mm: number } | null {
  const parsed = parseLength(text, units)
  if (!parsed.ok) return null
  const dashed = units.system === 'metric' ? null : DASHED.exec(plainMarks(text))
  if (dashed) {
    const [, feet, , inches] = dashed
    const joined = `${feet}'-${inches}"`
    const other = parseLength(joined, units)
    if (other.ok && parseFloat(inches!) < 12 && Math.abs(other.mm - parsed.mm) > ROUNDING)
      return { text: joined, mm: other.mm }
  }
  if (!parsed.bare || Math.abs(parsed.mm) >= least || parsed.mm === 0) return null
  const other = units.system === 'metric' ? `(${text}) m` : `(${text})'`
  const again = parseLength(other, units)
  return again.ok && Math.abs(again.mm) <= LARGEST_MEANT
    ? { text: other.replace(/^\(([\d.,]+)\)/, '$1'), mm: again.mm }
    : null
}
