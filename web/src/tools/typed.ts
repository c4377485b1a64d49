import { parseAngle, parseLength, type Units } from '@lamina/core/units'

/** The length typed, mm; null while it cannot be understood. */
export function holdTypedLength(text: string, units: Units): number | null {
  const parsed = parseLength(text, units)
  return parsed.ok ? parsed.mm : null
}

/** The angle typed, radians; null while it cannot be understood. */
export function holdTypedAngle(text: string): number | null {
  const parsed = parseAngle(text)
  return parsed.ok ? parsed.radians : null
}
