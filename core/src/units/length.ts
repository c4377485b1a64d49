import { projectFormat, stepOf, stepsOf, writeLength, writeSteps, type LengthFormat } from './format'
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

/**
 * Writes a length as the project's drawings show it: `4 750` in millimetres, `16'-8 1/2"` in feet and inches,
 * rounded to the project's step.
 */
export function formatLength(mm: number, units: Units): string {
  return writeLength(mm, projectFormat(units))
}

/** How thick something is, or how far apart things stand, as drawings write it: in inches where others are in feet. */
export function formatThickness(mm: number, units: Units): string {
  const told = projectFormat(units)
  return writeLength(mm, told.in === 'feet-inches' ? { ...told, in: 'inches' } : told)
}

/** The same with the unit said, for echoes and sentences: `4 750 mm`, `16'-8 1/2"`. */
export function formatLengthWithUnit(mm: number, units: Units): string {
  return units.system === 'metric' ? `${formatLength(mm, units)} mm` : formatLength(mm, units)
}

/** A length in metres for people to read: `4.750 m`. */
export function formatMetres(mm: number): string {
  return `${(mm / 1000).toFixed(3)} m`
}

/** The smallest length the project shows, in millimetres. */
export function shownStepMm(units: Units): number {
  return stepOf(projectFormat(units))
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

/**
 * A height above datum as level marks write it, with its sign: `±0.000`, `+2.700`, or feet and inches.
 * @param format how it is told; left out: in metres to the millimetre, or as the project tells lengths in feet
 */
export function formatHeight(mm: number, units: Units, format?: LengthFormat): string {
  const told =
    format ?? (units.system === 'metric' ? ({ in: 'm', stepMm: 1 } as const) : projectFormat(units))
  const steps = stepsOf(mm, told)
  if (steps === 0) return told.in === 'feet-inches' ? `±0'-0"` : `±${writeSteps(0, told)}`
  return `${steps > 0 ? '+' : ''}${writeSteps(steps, told)}`
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
