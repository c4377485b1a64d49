import { plainMarks } from './expression'

export type ParsedAngle =
  { readonly ok: true; readonly radians: number } | { readonly ok: false; readonly message: string }

export const DEGREE = Math.PI / 180

/**
 * Reads a typed angle: degrees (`22.5`, `22.5°`), degrees-minutes-seconds (`22°30'15"`), with + and −
 * (`90+22.5`). Gives radians anticlockwise, or a sentence. Never throws.
 */
export function parseAngle(text: string): ParsedAngle {
  const plain = plainMarks(text).toLowerCase().replace(/\s+/g, ' ')
  if (plain === '') return { ok: false, message: 'Type an angle.' }
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
