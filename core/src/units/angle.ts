import { NOTHING } from './rounding'
import { plainMarks } from './expression'

export type ParsedAngle =
  { readonly ok: true; readonly radians: number } | { readonly ok: false; readonly message: string }

export const DEGREE = Math.PI / 180

/** A number with a point or a comma. */
const NUMBER = '(\\d+(?:[.,]\\d*)?|[.,]\\d+)'
const SLOPE = new RegExp(`^([+-])? ?${NUMBER} ?(?::|/|in) ?${NUMBER}$`)
const PER_CENT = new RegExp(`^([+-])? ?${NUMBER} ?%$`)
const value = (text: string): number => Number(text.replace(',', '.'))

/** A slope as an angle: rise to run (`1:12`), roof pitch (`6/12`, `6 in 12`) or per cent (`5%`). Null for others. */
function slopeOf(text: string): number | null {
  const ratio = SLOPE.exec(text)
  const cent = PER_CENT.exec(text)
  const sign = (ratio ?? cent)?.[1] === '-' ? -1 : 1
  if (ratio) return sign * Math.atan2(value(ratio[2]!), value(ratio[3]!))
  return cent ? sign * Math.atan(value(cent[2]!) / 100) : null
}

/**
 * Reads a typed angle: degrees (`22.5`, `22.5°`), degrees-minutes-seconds (`22°30'15"`), with + and −
 * (`90+22.5`); slopes (`1:12`), roof pitches (`6/12`, `6 in 12`) and per cent (`5%`). Gives radians
 * anticlockwise, or a sentence. Never throws.
 */
export function parseAngle(text: string): ParsedAngle {
  const plain = plainMarks(text).toLowerCase().replace(/\s+/g, ' ')
  if (plain === '') return { ok: false, message: 'Type an angle.' }
  const slope = slopeOf(plain)
  if (slope !== null)
    return Number.isFinite(slope) ? { ok: true, radians: slope } : { ok: false, message: 'That is no slope.' }
  const unclear = { ok: false, message: `“${plain.slice(0, 24)}” is not understood as an angle.` } as const
  let rest = plain
  let degrees = 0
  let first = true
  while (rest !== '') {
    const term =
      /^([+-])? ?(\d+(?:[.,]\d*)?|[.,]\d+) ?(?:(?:°|d|deg|degrees) ?(?:(\d+(?:\.\d+)?) ?(?:'|m|min) ?(?:(\d+(?:\.\d+)?) ?(?:"|s|sec) ?)?)?)?/.exec(
        rest,
      )
    if (!term || (!first && !term[1])) return unclear
    const size = Number(term[2]!.replace(',', '.')) + Number(term[3] ?? 0) / 60 + Number(term[4] ?? 0) / 3600
    degrees += term[1] === '-' ? -size : size
    rest = rest.slice(term[0].length).trim()
    first = false
  }
  if (!Number.isFinite(degrees)) return unclear
  if (Math.abs(degrees) > 36_000) return { ok: false, message: 'That is more than a hundred turns.' }
  return { ok: true, radians: degrees * DEGREE }
}

/** Writes an angle in degrees with up to `decimals` places: `22.5°`. */
export function formatAngle(radians: number, decimals = 2): string {
  const text = (radians / DEGREE)
    .toFixed(decimals)
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '')
  return `${text === '-0' ? '0' : text}°`
}

/**
 * Reads a bearing: degrees clockwise from north (`47°30'`, `47.5`), or from north or south towards east or west
 * (`N 47°30' E`). Gives the angle anticlockwise from east, y being north; or a sentence.
 */
export function parseBearing(text: string): ParsedAngle {
  const plain = plainMarks(text).trim()
  const quadrant = /^([NSns]) *(.*?) *([EWew])$/.exec(plain)
  const angle = parseAngle(quadrant ? quadrant[2]! : plain)
  if (!angle.ok) return { ok: false, message: `“${plain.slice(0, 24)}” is not understood as a bearing.` }
  if (!quadrant) {
    if (angle.radians < 0 || angle.radians > 2 * Math.PI + NOTHING)
      return { ok: false, message: 'A bearing is from 0° to 360°, clockwise from north.' }
    return { ok: true, radians: Math.PI / 2 - angle.radians }
  }
  if (angle.radians < 0 || angle.radians > Math.PI / 2 + NOTHING)
    return { ok: false, message: 'A bearing from north or south is at most 90°.' }
  const north = quadrant[1]!.toUpperCase() === 'N'
  const east = quadrant[3]!.toUpperCase() === 'E'
  const clockwise = north === east ? angle.radians : -angle.radians
  return { ok: true, radians: (north ? Math.PI / 2 : -Math.PI / 2) - clockwise }
}

/** Writes a direction as a bearing, degrees, minutes and seconds clockwise from north. */
export function formatBearing(radians: number): string {
  const turn = 2 * Math.PI
  const clockwise = (((Math.PI / 2 - radians) % turn) + turn) % turn
  let seconds = Math.round((clockwise / DEGREE) * 3600)
  if (seconds >= 360 * 3600) seconds = 0
  const two = (n: number): string => String(n).padStart(2, '0')
  return `${Math.floor(seconds / 3600)}°${two(Math.floor(seconds / 60) % 60)}'${two(seconds % 60)}"`
}
